/** Frames around parts, over the page and out of everybody's way. */
import type { Mark } from "../protocol";
import { boxOf } from "./dom";
import { elementOf } from "./patch";

const colours = { now: "#b97a00", differs: "#6d2f7c", passed: "#565c61" };
let wanted: readonly Mark[] = [];
/** The page is shown this much smaller; words are not. */
let scale = 1;
let layer: HTMLElement | null = null;

export function setMarks(marks: readonly Mark[], shown: number): void {
  wanted = marks;
  scale = shown;
  drawMarks();
}

/** Puts the frames where the parts are now. */
export function drawMarks(): void {
  if (!wanted.length && !layer) return;
  if (!layer) {
    layer = document.createElement("div");
    set(layer, {
      position: "fixed",
      inset: "0",
      "pointer-events": "none",
      "z-index": "2147483647",
      overflow: "hidden",
    });
    document.documentElement.append(layer);
  }
  const taken: { x: number; y: number }[] = [];
  layer.replaceChildren(
    ...wanted.flatMap(({ part, label, tone }) => {
      const element = elementOf(part);
      const box = element && boxOf(element);
      if (!box?.width || !box.height) return [];
      const frame = document.createElement("div");
      const colour = colours[tone];
      set(frame, {
        position: "absolute",
        left: `${box.x}px`,
        top: `${box.y}px`,
        width: `${box.width}px`,
        height: `${box.height}px`,
        "box-sizing": "border-box",
        border: `${2 / scale}px ${tone === "passed" ? "dashed" : "solid"} ${colour}`,
        "border-radius": "3px",
      });
      if (!label) return [frame];
      // Labels of parts that begin at one place stand side by side.
      const tall = 15 / scale;
      const at = { x: Math.max(0, box.x), y: box.y >= tall ? box.y - tall : Math.max(0, box.y) };
      while (taken.some((t) => Math.abs(t.x - at.x) < 60 / scale && Math.abs(t.y - at.y) < tall)) at.x += 60 / scale;
      taken.push(at);
      const word = document.createElement("div");
      word.textContent = label;
      set(word, {
        position: "absolute",
        left: `${at.x}px`,
        top: `${at.y}px`,
        padding: `0 ${5 / scale}px`,
        background: colour,
        color: "#fff",
        font: `600 ${11 / scale}px/${tall}px sans-serif`,
        "white-space": "nowrap",
      });
      return [frame, word];
    }),
  );
}

function set(element: HTMLElement, style: Record<string, string>): void {
  for (const [property, value] of Object.entries(style)) element.style.setProperty(property, value);
}
