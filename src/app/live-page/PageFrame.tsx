/** A sandboxed page that shows a component at an instant. It has no origin and no network; see docs/architecture.md. */
import { useEffect, useLayoutEffect, useRef, useState } from "react";
import type { RenderedPart } from "../../core/surface";
import "./page-frame.css";
import type { FromFrame, Hears, Mark, ToFrame } from "./protocol";

export interface PageFrameProps {
  title: string;
  width: number;
  height: number;
  scale: number;
  css: string;
  lang?: string;
  parts: RenderedPart[];
  focus?: string | null;
  focusVisible?: boolean;
  /** Without it the page is a picture: nothing in it can be clicked or focused. */
  onEvent?: (event: FromFrame) => void;
  /** px from the top */
  scroll?: number;
  hears?: Hears;
  /** Parts that are pointed out. */
  marks?: readonly Mark[];
  /** Raised by one to have the real boxes measured. */
  measure?: number;
}

const noMarks: readonly Mark[] = [];
const nothing: Hears = { presses: false, hovers: false, heldKeys: [], scrolls: false };

export function PageFrame(props: PageFrameProps) {
  const {
    title,
    width,
    height,
    scale,
    css,
    lang,
    parts,
    focus,
    focusVisible,
    onEvent,
    measure,
    scroll = 0,
    hears = nothing,
    marks = noMarks,
  } = props;
  const frame = useRef<HTMLIFrameElement>(null);
  const [ready, setReady] = useState(0);
  const [painted, setPainted] = useState(false);
  const said = useRef<{ css: string; lang: string } | null>(null);
  const listener = useRef(onEvent);
  listener.current = onEvent;
  const interactive = onEvent !== undefined;

  // Before the frame can say that it is there: it says so once.
  useLayoutEffect(() => {
    // The page may stand in a window of its own: it speaks to that one.
    const around = frame.current?.ownerDocument.defaultView ?? window;
    const hear = (event: MessageEvent<FromFrame>): void => {
      if (event.source !== frame.current?.contentWindow) return;
      if (event.data.type === "ready") {
        said.current = null;
        setReady((n) => n + 1);
      } else if (event.data.type === "painted") setPainted(true);
      listener.current?.(event.data);
    };
    around.addEventListener("message", hear);
    return () => around.removeEventListener("message", hear);
  }, []);

  const say = (message: ToFrame): void => frame.current?.contentWindow?.postMessage(message, "*");
  // biome-ignore lint/correctness/useExhaustiveDependencies: `ready` says when the frame can hear
  useEffect(() => say({ type: "mode", interactive, hears }), [interactive, hears, ready]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => {
    const last = said.current;
    const sheet = last?.css === css && last.lang === (lang ?? "en") ? undefined : { css, lang: lang ?? "en" };
    if (sheet) said.current = sheet;
    say({ type: "render", sheet, parts, focus: focus ?? null, focusVisible: focusVisible ?? true });
  }, [css, lang, parts, focus, focusVisible, ready]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => say({ type: "marks", marks, scale }), [marks, scale, ready]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => say({ type: "scroll", top: scroll }), [scroll, ready]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as above
  useEffect(() => {
    if (measure) say({ type: "measure", id: measure });
  }, [measure, ready]);

  return (
    <div className="page-frame" style={{ width: width * scale, height: height * scale }}>
      <iframe
        ref={frame}
        title={title}
        src="/frame.html"
        sandbox="allow-scripts"
        tabIndex={interactive ? 0 : -1}
        aria-hidden={interactive ? undefined : true}
        style={{
          width,
          height,
          transform: `scale(${scale})`,
          pointerEvents: interactive ? "auto" : "none",
          // Nothing is seen of it before it is what it shows.
          visibility: painted ? undefined : "hidden",
        }}
      />
    </div>
  );
}
