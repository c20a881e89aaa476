/** The picture of the page with the map drawn on it; what is pressed becomes the part that is asked for. */
import { Button } from "antd";
import { useEffect, useRef } from "react";
import type { PagePicture } from "../../core/trial/told";
import { useDocument } from "../store/document";
import { mapped, SAY } from "./MapLines";

/** px */
const WIDEST = 620;

export function PointAt({ picture, part, onDone }: { picture: PagePicture; part: string; onDone(): void }) {
  const edit = useDocument((s) => s.edit);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.focus(), []);
  const scale = Math.min(1, WIDEST / picture.width);
  const take = (selector: string): void => {
    edit(SAY, (d) => mapped(d, part, selector));
    onDone();
  };
  // What lies inside comes over what it lies in, so that both can be pressed.
  const boxes = [...picture.boxes].sort((a, b) => b.width * b.height - a.width * a.height);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: Escape is the way out of all that is inside
    <div className="trial-pointing" ref={box} tabIndex={-1} onKeyDown={(e) => e.key === "Escape" && onDone()}>
      <div className="trial-line">
        <p>
          Which element is <b className="mono">{part}</b>? The page as it opens; press the element, or type a selector.
        </p>
        <Button size="small" onClick={onDone}>
          Leave it
        </Button>
      </div>
      <div className="trial-page" style={{ width: picture.width * scale, height: picture.height * scale }}>
        <img src={picture.image} alt="The page as it opens" width={picture.width * scale} />
        {boxes.map((b) => (
          <button
            key={b.selector}
            type="button"
            className={`trial-box${b.part === null ? "" : " known"}${b.part === part ? " mine" : ""}`}
            style={{
              left: b.x * scale,
              top: b.y * scale,
              width: b.width * scale,
              height: b.height * scale,
            }}
            title={b.part === null ? b.selector : `${b.part}: ${b.selector}`}
            aria-label={b.part === null ? b.selector : `${b.selector}, ${b.part} by now`}
            onClick={() => take(b.selector)}
          >
            {b.part !== null && <span className="trial-box-name">{b.part}</span>}
          </button>
        ))}
      </div>
    </div>
  );
}
