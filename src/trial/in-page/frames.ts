/**
 * Frames of the same origin: each has this script of its own, with a clock, a probe and eyes of its own. The page around asks
 * it, and adds what the frame itself does to what is in it.
 */
import type { SeenPart } from "../../core/trial/system";
import { DEEP, elementAt } from "./elements";
import type { TrialPage } from "./trial-page";

export interface Inner {
  frame: HTMLIFrameElement;
  page: TrialPage;
}

function pageIn(frame: HTMLIFrameElement): TrialPage | null {
  try {
    return frame.contentWindow?.trialPage ?? null;
  } catch {
    // Of another origin.
    return null;
  }
}

/** Those that stand in the page now. */
export const innerPages = (): Inner[] =>
  [...document.querySelectorAll("iframe")].flatMap((frame) => {
    const page = pageIn(frame);
    return page ? [{ frame, page }] : [];
  });

/** What of a map lies in this document itself, and what in each frame, by the rest of its selector. */
export function byFrame(map: Readonly<Record<string, string>>): {
  own: Record<string, string>;
  inner: Map<HTMLIFrameElement, Record<string, string>>;
} {
  const own: Record<string, string> = {};
  const inner = new Map<HTMLIFrameElement, Record<string, string>>();
  for (const [part, selector] of Object.entries(map)) {
    const steps = selector.split(DEEP);
    const at = steps.findIndex((_s, i) => i < steps.length - 1 && frameAt(steps.slice(0, i + 1).join(DEEP)) !== null);
    const frame = at < 0 ? null : frameAt(steps.slice(0, at + 1).join(DEEP));
    if (!frame) own[part] = selector;
    else inner.set(frame, { ...inner.get(frame), [part]: steps.slice(at + 1).join(DEEP) });
  }
  return { own, inner };
}

function frameAt(selector: string): HTMLIFrameElement | null {
  const element = elementAt(selector);
  return element instanceof HTMLIFrameElement && pageIn(element) ? element : null;
}

/** What is inside a frame is seen, and can be reached, no more than the frame. */
export const throughFrame = (part: SeenPart, frame: SeenPart): SeenPart => ({
  ...part,
  displayed: part.displayed && frame.displayed,
  visible: part.visible && frame.visible,
  "in view": part["in view"] && frame["in view"],
  opacity: part.opacity * frame.opacity,
  "takes pointer": part["takes pointer"] && frame["takes pointer"],
  "covered by": part["covered by"] ?? frame["covered by"],
  focusable: part.focusable && frame.focusable,
  "in tab order": part["in tab order"] && frame.focusable,
  inert: part.inert || frame.inert,
  exposed: part.exposed && frame.exposed,
});

/** From px of a frame's page to px of the page around it. */
export function offsetOf(frame: HTMLIFrameElement): { x: number; y: number } {
  const { left, top } = frame.getBoundingClientRect();
  const { paddingLeft, paddingTop } = getComputedStyle(frame);
  return {
    x: left + frame.clientLeft + Number.parseFloat(paddingLeft),
    y: top + frame.clientTop + Number.parseFloat(paddingTop),
  };
}
