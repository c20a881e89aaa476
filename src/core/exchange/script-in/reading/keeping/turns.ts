/** What scripts put off until the function or the act under way is over: microtasks, tasks and frames (HTML §8.1.7). */
import type * as acorn from "acorn";
import type { Working } from "../context";
import { isA, type Js, NotUnderstood } from "../values";

/** Frames that one act may ask for, one after the other. */
const MAX_LATER = 40;
export const ENDLESS_FRAMES = "frames without an end";
const refuse = (what: string): never => {
  throw new NotUnderstood(null, what);
};

/** A task, or a frame; before one that a frame asks for, what has been said so far is drawn. */
type Turn = "task" | "frame" | "drawn";

export class Turns {
  constructor(private readonly r: Working) {}

  private waiting: { fn: Js; as: Turn }[] = [];
  private next: (() => void)[] = [];
  private settling = false;

  later(fn: Js, as: Turn = "task"): undefined {
    if (this.waiting.length >= MAX_LATER) throw new NotUnderstood(null, ENDLESS_FRAMES);
    this.waiting.push({ fn, as });
    return undefined;
  }
  /** Asked for in a frame, the next one comes once that has been drawn. */
  frame(fn: Js): undefined {
    return this.later(fn, this.settling ? "drawn" : "frame");
  }
  soon(does: () => void): void {
    this.next.push(does);
  }
  /** What waits for nothing but that the function under way ends. */
  microtasks(node: acorn.Node | null): void {
    for (let does = this.next.shift(); does; does = this.next.shift()) {
      if (!this.r.step()) this.next = [];
      this.r.attempt(node, does);
    }
  }
  /** What was put off until the act is over, and what that puts off. */
  settle(): void {
    this.microtasks(null);
    this.settling = true;
    this.frames();
    this.settling = false;
  }
  /** Nothing waits any more. */
  drop(): void {
    this.waiting = [];
    this.next = [];
  }
  private frames(): void {
    for (let n = 0; this.waiting.length; n++) {
      const [{ fn, as }] = this.waiting.splice(0, 1);
      if (as === "drawn") this.r.layout();
      const node = isA(fn, "function") ? fn.node : null;
      if (n >= MAX_LATER) {
        this.waiting = [];
        if (node) this.r.attempt(node, () => refuse(ENDLESS_FRAMES));
        return;
      }
      this.r.attempt(node, () => this.r.call(fn, as === "task" ? [] : [{ is: "time", ms: this.r.heap.clock }]));
      this.microtasks(node);
    }
  }
}
