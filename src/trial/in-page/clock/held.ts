/**
 * The page's clock, from before its own scripts on: timers, frames, dates and idle moments by a clock that only `pass` moves,
 * transitions and animations with it. What falls on one instant is done in the order that browsers have: motions end, then
 * timers go as they were started.
 */
import { type Clock, install } from "@sinonjs/fake-timers";
import { EPSILON, holdMotions } from "./motions";
import { holdNesting } from "./nesting";
import { noticeMoments, noticeThoseToldInFrames } from "./notice";
import { holdGlides } from "./scrolling";

/** Things that happen in one `pass` before it gives up: a page that never comes to rest. */
const MOST = 20_000;

export interface PageClock {
  /** @throws where the page never comes to rest */
  pass(ms: number): Promise<void>;
  /** ms that the page may lag behind: it waits for frames, or gives the browser a moment. */
  lag(): number;
  /** Whether the page scrolled smoothly so far. */
  glided(): boolean;
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
  // What the page began in answer to a scroll or a timer begins with this very frame, and is held in it: on a busy machine
  // it could be over by the next.
  const frame = (): Promise<void> =>
    new Promise((done) =>
      realFrame(() => {
        motions.notice();
        done();
      }),
    );

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
  holdNesting(clock);
  const begin = clock.now;
  /** ms since the page began; exact, where the library's clock counts whole ones */
  let now = 0;
  const lags = noticeMoments();
  const motions = holdMotions(roots, realFrame, () => now);
  const glides = holdGlides(() => now);
  const listens = noticeThoseToldInFrames();
  const moveTo = (at: number): void => {
    now = at;
    glides.moveTo(at);
    motions.follow();
  };
  const settle = async (frames: number): Promise<void> => {
    for (let i = 0; i < frames; i++) {
      motions.notice();
      await frame();
      await turn();
    }
    motions.notice();
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
      const ends = motions.ends();
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
        for (const { motion } of over) motions.finish(motion);
        await settle(1);
        continue;
      }
      if (timer > next + EPSILON) {
        // A glide has ended: the page is told in its next frame.
        await settle(1);
        continue;
      }
      motions.noticeInFrame();
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
