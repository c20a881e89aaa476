/** What the pieces of a reading share: the page, what is written of it, and how values are called and looked into. */
import type * as acorn from "acorn";
import type { Cell, PageElement, ScriptPage } from "./page";
import type { Js, JsFunction, JsPromise, Scope } from "./values";

/** What a handler asks for besides changing the page, in its order. */
export type Effect =
  | { do: "focus"; part: string }
  /** To what had it before. */
  | { do: "focus back" }
  | { do: "start"; timer: string }
  | { do: "cancel"; timer: string }
  | { do: "scroll"; part: string; smooth: boolean }
  | { do: "scroll to"; distance: number; smooth: boolean }
  | { do: "request"; request: string }
  | { do: "prevent" };

export interface Listener {
  on: PageElement | "document" | "window";
  /** Of an event; `in view` for an observer of intersections. */
  type: string;
  /** Of an observer: how much of the target has to be in view, 0 to 1. */
  ratio?: number;
  fn: JsFunction;
  line: number;
  once: boolean;
}
export interface Timed {
  name: string;
  fn: JsFunction;
  ms: number;
  every: boolean;
  line: number;
}
export interface Asked {
  name: string;
  method: string;
  path: string;
  line: number;
  promise: JsPromise;
}
export interface Event {
  type: string;
  /** What an observer is told: whether its target is in view. */
  inView?: boolean;
  target: PageElement | null;
  key: string;
  stopped: boolean;
  stoppedNow: boolean;
  prevented: boolean;
  current: PageElement | "document" | "window";
}

export interface Context {
  readonly page: ScriptPage;
  readonly source: string;
  readonly store: ReadonlyMap<string, Cell>;
  readonly event: Event | null;
  /** True while the page is loaded. */
  readonly building: boolean;
  /** Something of the act under way was not understood. */
  unsure: boolean;
  tick(node: acorn.Node): void;
  line(node: acorn.Node): number;
  note(error: unknown, node: acorn.Node): void;
  write(key: string, value: Cell): void;
  erase(key: string): void;
  effect(effect: Effect): void;
  /** How far the page is scrolled in the act under way, px; whoever asks is noted, with what it is held against. */
  scrolled(): number;
  compared(a: unknown, b: unknown): void;
  /** A request that is made; what is done with its answer comes to be known by what is asked of the promise. */
  request(method: string, path: string, node: acorn.Node): JsPromise;
  /** Done once the act under way is over: the next frame, what waits for nothing. */
  later(fn: Js): undefined;
  listen(on: Listener["on"], type: string, fn: Js, options?: Js): undefined;
  unlisten(on: Listener["on"], type: string, fn: Js): undefined;
  timer(fn: Js, ms: number, every: boolean): Js;
  scope(parent: Scope | null): Scope;
  get(name: string, scope: Scope): Js;
  set(name: string, value: Js, scope: Scope): void;
  items(v: Js): Js[];
  member(value: Js, name: string): Js;
  call(fn: Js, args: Js[]): Js;
  dispatch(type: string, target: PageElement | null, key?: string): void;
}
