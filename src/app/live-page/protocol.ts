/** What the app and the sandboxed page say to each other, by postMessage. */
import type { RenderedPart } from "../../core/surface";
import type { Target } from "./measured/targets";

/** What the component listens for beyond clicks and key presses; anything else is not reported. */
export interface Hears {
  presses: boolean;
  hovers: boolean;
  heldKeys: readonly string[];
  scrolls: boolean;
}

/** A part that is pointed out on the page: a frame around it, and a word. */
export interface Mark {
  part: string;
  label: string;
  /** `now` for what is under way, `differs` for what is unlike elsewhere, `passed` for what an event only passed. */
  tone: "now" | "differs" | "passed";
}

/** How long the page is as it is drawn, and where its parts lie on it, px from its top. */
export interface Drawn {
  width: number;
  length: number;
  parts: Record<string, { top: number; height: number }>;
}

export type ToFrame =
  /** The style comes with the parts it is for, where it is not what was said last: neither is painted without the other. */
  | {
      type: "render";
      sheet?: { css: string; lang: string };
      parts: RenderedPart[];
      focus: string | null;
      focusVisible: boolean;
    }
  | { type: "mode"; interactive: boolean; hears: Hears }
  | { type: "scroll"; top: number }
  | { type: "marks"; marks: readonly Mark[]; scale: number }
  /** Asks which part is really on top at the middle of each. */
  | { type: "measure"; id: number };

/** `part` is what the browser hit; null is the bare page. */
export type FromFrame =
  | { type: "ready" }
  | { type: "click"; part: string | null }
  /** Single acts of the pointer and of keys, where the component listens for those. */
  | { type: "pointer"; did: "down" | "up" | "move"; part: string | null }
  | { type: "key"; key: string; did: "press" | "down" | "up" }
  | { type: "scrolled"; top: number }
  | { type: "leave" }
  | { type: "painted" }
  | {
      type: "measured";
      id: number;
      onTop: Record<string, string | null>;
      targets: Record<string, Target>;
      drawn: Drawn;
    };
