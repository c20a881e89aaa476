/** Motions of a page stand still, each where its clock is. */
import { onShadowRoot } from "../shadow";

/** What is turned back ends between two thousandths, and browsers count motions in whole µs: it may be over by so much earlier. */
const UNEVEN = 0.0005;
/** ms by which instants may miss one another; less than a thousandth, in which the core counts. */
export const EPSILON = 0.0005;

/**
 * Firefox takes a transition that is turned back up where real time would have brought it, paused or not: there it creeps
 * instead, by a millisecond in a quarter of an hour.
 */
const CREEP = 1e-6;
const isFirefox = /Firefox\//.test(navigator.userAgent);
function stop(motion: Animation): void {
  if (isFirefox) motion.playbackRate = CREEP;
  else motion.pause();
}

export interface HeldMotion {
  motion: Animation;
  /** When it ends, ms since the page began. */
  at: number;
}
export interface HeldMotions {
  /** Stops those that have begun by now. */
  notice(): void;
  /** The same in the browser's next frame, whenever that comes. */
  noticeInFrame(): void;
  /** Those that are under way. At its end a motion may be none any more to the browser: it is asked before. */
  ends(): HeldMotion[];
  finish(motion: Animation): void;
  /** Brings each to where it is now. */
  follow(): void;
}

/**
 * @param roots documents and shadow roots in which motions are looked for
 * @param frame the browser's own
 * @param now ms since the page began
 */
export function holdMotions(
  roots: () => readonly DocumentOrShadowRoot[],
  frame: (then: () => void) => void,
  now: () => number,
): HeldMotions {
  const began = new Map<Animation, number>();
  const isPausedByAuthor = bornPaused();
  const ours = (a: Animation): boolean => {
    if (a.timeline !== document.timeline || a.playState === "finished" || a.playState === "idle") return false;
    if (began.has(a)) return true;
    // What the author has paused stands still by itself.
    return !(a instanceof CSSAnimation && isPausedByAuthor(a));
  };
  const take = (a: Animation): void => {
    if (began.has(a)) return;
    stop(a);
    a.currentTime = 0;
    began.set(a, now());
  };
  /** Motions that are under way, each stopped where it is as soon as it is known. */
  const motions = (): Animation[] => {
    const running = roots()
      .flatMap((r) => r.getAnimations())
      .filter(ours);
    running.forEach(take);
    for (const a of began.keys()) if (!running.includes(a)) began.delete(a);
    return running;
  };
  const hear = (tree: EventTarget): void => {
    tree.addEventListener("transitionrun", motions, true);
    tree.addEventListener("animationstart", motions, true);
  };
  hear(window);
  onShadowRoot(hear);
  let awaited = false;
  let drawn = false;
  const noticeInFrame = (): void => {
    if (awaited) return;
    awaited = true;
    frame(() => {
      awaited = false;
      drawn = true;
      motions();
    });
  };
  // One act is several inputs, a key that goes down and comes up. On a busy machine a frame may come in between, in which
  // motions begin that the next input would find under way: they are stopped before the page hears of it.
  const heard = (): void => {
    if (drawn) motions();
    drawn = false;
    noticeInFrame();
  };
  for (const kind of inputs) addEventListener(kind, heard, true);
  // Of those that a script makes no event tells; on a busy machine they could be over before they are looked for.
  const { animate } = Element.prototype;
  Element.prototype.animate = function begin(...how) {
    const made = animate.apply(this, how);
    if (ours(made)) take(made);
    return made;
  };
  const endOf = (a: Animation): number => {
    const length = Number(a.effect?.getComputedTiming().endTime ?? 0);
    return began.get(a)! + length - (Number.isInteger(length) ? 0 : UNEVEN);
  };
  return {
    notice: () => void motions(),
    noticeInFrame,
    ends: () => motions().map((motion) => ({ motion, at: endOf(motion) })),
    finish(motion) {
      motion.finish();
      began.delete(motion);
    },
    follow() {
      for (const a of motions()) a.currentTime = now() - began.get(a)!;
    },
  };
}

const inputs = ["keydown", "keyup", "pointermove", "pointerdown", "mousedown", "pointerup", "mouseup", "click"];

/**
 * Animations of the style stand still from their beginning, so that none has gone on by the time it is known, however busy
 * the machine. @returns whether the author has paused one
 */
function bornPaused(): (animation: CSSAnimation) => boolean {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync("*, *::before, *::after { animation-play-state: paused !important }");
  const adopt = (tree: DocumentOrShadowRoot): void => {
    tree.adoptedStyleSheets = [...tree.adoptedStyleSheets, sheet];
  };
  adopt(document);
  onShadowRoot(adopt);
  return (animation) => {
    const { target, pseudoElement } = animation.effect as KeyframeEffect;
    if (!target) return false;
    sheet.disabled = true;
    const { animationName, animationPlayState } = getComputedStyle(target, pseudoElement);
    const states = animationPlayState.split(", ");
    const at = animationName.split(", ").lastIndexOf(animation.animationName);
    sheet.disabled = false;
    return states[Math.max(0, at) % states.length] === "paused";
  };
}
