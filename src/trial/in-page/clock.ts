/**
 * The page's clock, from before its own scripts on: timers, frames, dates and idle moments by a clock that only `pass` moves,
 * transitions and animations with it. What falls on one instant is done in the order that browsers have: motions end, then
 * timers go as they were started.
 */
import { type Clock, install } from "@sinonjs/fake-timers";
import { holdGlides } from "./scrolling";
import { onShadowRoot } from "./shadow";

/** ms by which instants may miss one another; less than a thousandth, in which the core counts: what is due in the next is not done. */
const EPSILON = 0.0005;
/** What is turned back ends between two thousandths, and browsers count motions in whole µs: it may be over by so much earlier. */
const UNEVEN = 0.0005;
/** Things that happen in one `pass` before it gives up: a page that never comes to rest. */
const MOST = 20_000;
/** Timers shorter than this give the browser a moment rather than wait, ms. */
const MOMENT = 17;

export interface PageClock {
  /** @throws where the page never comes to rest */
  pass(ms: number): Promise<void>;
  /** ms that the page may lag behind: it waits for frames, or gives the browser a moment. */
  lag(): number;
  /** Whether the page scrolled smoothly so far. */
  glided(): boolean;
}

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

/** @param roots documents and shadow roots in which motions are looked for */
export function holdClock(roots: () => readonly DocumentOrShadowRoot[]): PageClock {
  const realFrame = requestAnimationFrame.bind(window);
  const channel = new MessageChannel();
  const waiting: (() => void)[] = [];
  channel.port1.onmessage = () => waiting.shift()?.();
  /** What promises and messages bring about has come about. */
  const turn = (): Promise<void> =>
    new Promise((done) => {
      waiting.push(done);
      channel.port2.postMessage(null);
    });
  const frame = (): Promise<void> => new Promise((done) => realFrame(() => done()));

  const clock: Clock = install({
    now: Date.now(),
    toFake: [
      "setTimeout",
      "clearTimeout",
      "setInterval",
      "clearInterval",
      "requestAnimationFrame",
      "cancelAnimationFrame",
      "requestIdleCallback",
      "cancelIdleCallback",
      "Date",
      "performance",
    ],
  });
  const begin = clock.now;
  /** ms since the page began; exact, where the library's clock counts whole ones */
  let now = 0;
  const lags = noticeMoments();

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
    began.set(a, now);
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
  betweenInputs(realFrame, motions);
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
  const glides = holdGlides(() => now);
  const listens = noticeThoseToldInFrames();
  const moveTo = (at: number): void => {
    now = at;
    glides.moveTo(at);
    for (const a of motions()) a.currentTime = at - began.get(a)!;
  };
  const settle = async (frames: number): Promise<void> => {
    for (let i = 0; i < frames; i++) {
      motions();
      await frame();
      await turn();
    }
    motions();
  };
  /** ms since the page began at which the next timer is due */
  const nextTimer = (): number => {
    const { timers } = clock as unknown as { timers?: Map<number, { callAt: number }> };
    let due = Number.POSITIVE_INFINITY;
    timers?.forEach((t) => {
      if (t.callAt < due) due = t.callAt;
    });
    return due - begin;
  };
  /** Moves the library's clock, in whole ms as it counts, where no timer is due on the way. */
  const tickTo = (at: number): void => {
    const by = Math.floor(at + EPSILON) - (clock.now - begin);
    if (by > 0) clock.tick(by);
  };

  const pass = async (ms: number): Promise<void> => {
    const until = now + ms;
    let n = 0;
    let changed = false;
    for (; n < MOST; n++) {
      // At its end a motion may be none any more to the browser: which those are is asked before.
      const ends = motions().map((motion) => ({ motion, at: endOf(motion) }));
      const timer = nextTimer();
      const next = Math.min(timer, glides.end(), ...ends.map((e) => e.at));
      // Who is told in frames is told in those between two instants, and may begin what is due before the next.
      if (changed && listens() && Math.min(next, until) > now) {
        changed = false;
        await settle(2);
        continue;
      }
      if (next > until + EPSILON) break;
      changed = true;
      // A timer that is due at the same instant comes after.
      tickTo(Math.min(next, timer - 1));
      if (next > now) moveTo(next);
      const over = ends.filter((e) => e.at <= next + EPSILON);
      if (over.length) {
        for (const { motion } of over) {
          motion.finish();
          began.delete(motion);
        }
        await settle(1);
        continue;
      }
      if (timer > next + EPSILON) {
        // A glide has ended: the page is told in its next frame.
        await settle(1);
        continue;
      }
      clock.next();
      await turn();
    }
    if (n >= MOST) throw new Error(`more than ${MOST} things happen within ${ms} ms on the page`);
    tickTo(until);
    moveTo(until);
    // Observers are told in the frame after the one in which something changed; an act is always such a change.
    await settle(n > 0 || ms === 0 ? 2 : 1);
  };
  return { pass, lag: lags, glided: glides.any };
}

/**
 * One act is several inputs, a key that goes down and comes up. On a busy machine a frame may come in between, in which
 * motions begin that the next input would find under way: they are stopped before the page hears of it.
 */
function betweenInputs(frame: (then: () => void) => void, hold: () => void): void {
  let drawn = false;
  const heard = (): void => {
    if (drawn) hold();
    drawn = false;
    frame(() => {
      drawn = true;
    });
  };
  for (const kind of ["keydown", "keyup", "pointermove", "pointerdown", "mousedown", "pointerup", "mouseup", "click"])
    addEventListener(kind, heard, true);
}

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

/** Whether the page waits for frames or for no time at all; by how much that may make it late. */
function noticeMoments(): () => number {
  let frames = 0;
  let moments = 0;
  const { requestAnimationFrame: frame, requestIdleCallback: idle, setTimeout: timeout } = window;
  window.requestAnimationFrame = (f) => {
    frames++;
    return frame(f);
  };
  if (idle)
    window.requestIdleCallback = (f, o) => {
      frames++;
      return idle(f, o);
    };
  window.setTimeout = ((f: () => void, ms?: number, ...more: unknown[]) => {
    if ((ms ?? 0) < MOMENT) moments++;
    return (timeout as (...a: unknown[]) => number)(f, ms, ...more);
  }) as typeof setTimeout;
  return () => (frames ? 2 * MOMENT : moments ? MOMENT : 0);
}

/** Events that are sent in a frame (HTML §8.1.7.3, update the rendering). */
const sentInFrames = /^(scroll|scrollend|animationstart|transitionrun|transitionstart)$/;

/** Whether anybody on the page observes where elements lie or how large they are, or hears what is sent in frames. */
function noticeThoseToldInFrames(): () => boolean {
  let any = false;
  for (const kind of ["IntersectionObserver", "ResizeObserver"] as const) {
    const Real = window[kind] as new (...a: unknown[]) => object;
    const Noticed = class extends Real {
      constructor(...a: unknown[]) {
        super(...a);
        any = true;
      }
    };
    Object.defineProperty(Noticed, "name", { value: kind });
    (window as unknown as Record<string, unknown>)[kind] = Noticed;
  }
  const { addEventListener: listen } = EventTarget.prototype;
  EventTarget.prototype.addEventListener = function addEventListener(...how: Parameters<typeof listen>) {
    any ||= sentInFrames.test(how[0]);
    return listen.apply(this, how);
  };
  return () => any || Boolean(window.onscroll ?? document.onscroll ?? document.body?.onscroll);
}
