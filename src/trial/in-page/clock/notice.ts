/** What a page asks of the browser that a held clock has to know of. */

/** Timers shorter than this give the browser a moment rather than wait, ms. */
const MOMENT = 17;

/** A text in place of a function is a script of its own (HTML §8.6); the library's clock takes functions alone. */
// biome-ignore lint/security/noGlobalEval: the page's own code, run as the browser would run it
const called = (f: unknown): unknown => (typeof f === "function" ? f : () => window.eval(String(f)));

/** Whether the page waits for frames or for no time at all; by how much that may make it late. */
export function noticeMoments(): () => number {
  let frames = 0;
  let moments = 0;
  const { requestAnimationFrame: frame, requestIdleCallback: idle, setTimeout: timeout, setInterval: every } = window;
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
    return (timeout as (...a: unknown[]) => number)(called(f), ms, ...more);
  }) as typeof setTimeout;
  window.setInterval = ((f: () => void, ...more: unknown[]) =>
    (every as (...a: unknown[]) => number)(called(f), ...more)) as typeof setInterval;
  return () => (frames ? 2 * MOMENT : moments ? MOMENT : 0);
}

/** Events that are sent in a frame (HTML §8.1.7.3, update the rendering). */
const sentInFrames = /^(scroll|scrollend|animationstart|transitionrun|transitionstart)$/;

/** Whether anybody on the page observes where elements lie or how large they are, or hears what is sent in frames. */
export function noticeThoseToldInFrames(): () => boolean {
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
