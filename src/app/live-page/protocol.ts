/** What the app and the sandboxed page say to each other, by postMessage. */
import type { RenderedPart } from "../../core/surface";

export type ToFrame =
  | { type: "sheet"; css: string; lang: string }
  | { type: "render"; parts: RenderedPart[]; focus: string | null; focusVisible: boolean }
  | { type: "mode"; interactive: boolean }
  /** Asks which part is really on top at the middle of each. */
  | { type: "measure"; id: number };

/** `part` is what the browser hit; null is the bare page. */
export type FromFrame =
  | { type: "ready" }
  | { type: "click"; part: string | null }
  | { type: "key"; key: string }
  | { type: "leave" }
  | { type: "painted" }
  | { type: "measured"; id: number; onTop: Record<string, string | null> };
