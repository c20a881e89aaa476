/** What the pieces of a reading share: the page, what is written of it, and how values are called and looked into. */
import type * as acorn from "acorn";
import type { Heap, World } from "./heap";
import type { Measure } from "./measure";
import type { Cell, PageElement, ScriptPage } from "./page";
import type { Js, JsObject, JsPromise, JsTimer, Scope } from "./values";

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
  /** Nobody waits for its answer any more. */
  | { do: "give up"; request: string }
  | { do: "prevent" };

export interface Listener {
  on: PageElement | "document" | "window";
  /** Of an event; `in view` for an observer of intersections. */
  type: string;
  /** Of an observer: how much of the target has to be in view, 0 to 1. */
  ratio?: number;
  /** A function, or an object with `handleEvent`. */
  fn: Js;
  line: number;
  once: boolean;
  capture: boolean;
  /** Put up as `onclick` and the like. */
  property: boolean;
  /** There as the page is loaded. */
  first: boolean;
  /** What it keeps of the act that put it up. */
  world: World | null;
  /** Where what settles a promise is kept, which is another one each time; undefined for all else. */
  slot?: string;
}
export interface Timed {
  name: string;
  fn: Js;
  args: readonly Js[];
  ms: number;
  every: boolean;
  line: number;
  /** Where in the script it is set. */
  at: number;
  /** For whom it is set there, where that is done for several: elements and objects that were there from the beginning. */
  of: string;
  /** What it keeps of the act that set it. */
  world: World;
}
/** What nothing waits for any more: all, or what some timers go by that others under way do not. */
export type Resting = "all" | { timers: readonly Timed[]; but: readonly Timed[] };
/** What timers keep. */
export const keptBy = (timers: readonly Pick<Timed, "fn" | "args">[]): Js[] => timers.flatMap((t) => [t.fn, ...t.args]);
export interface Asked {
  name: string;
  method: string;
  path: string;
  line: number;
  /** Where in the script it is made. */
  at: number;
  promise: JsPromise;
  /** What waits for the answer keeps. */
  world: World;
}
export interface Event {
  type: string;
  /** What an observer is told: whether its target is in view. */
  inView?: boolean;
  target: PageElement | null;
  key: string;
  /** Modifiers that are held with it. */
  held: ReadonlySet<string>;
  /** Lines of those who did something about it. */
  did: Set<number>;
  stopped: boolean;
  stoppedNow: boolean;
  prevented: boolean;
  /** It is on its way down. */
  capturing: boolean;
  current: PageElement | "document" | "window";
  /** Of an event that the script makes itself. */
  detail: Js;
  /** What has come to its end: the property of a transition, or the name of an animation. */
  moved: string;
}

/** The page as it is at a moment. */
export type Seen = Pick<Context, "page" | "store">;

export interface Context {
  readonly page: ScriptPage;
  readonly source: string;
  readonly store: ReadonlyMap<string, Cell>;
  readonly event: Event | null;
  /** True while the page is loaded. */
  readonly building: boolean;
  readonly heap: Heap;
  /** By name: all that were ever set. */
  readonly timers: ReadonlyMap<string, Timed>;
  /** What a script puts into `window`, and what the browser keeps for it. */
  readonly global: JsObject;
  /** Frames come one after the other on the clock, not at once after the act. */
  readonly framed: boolean;
  /** Lines that ask whether fields are in order. */
  readonly fieldsAsked: Set<number>;
  /** Something of the act under way was not understood. */
  unsure: boolean;
  tick(node: acorn.Node): void;
  line(node: acorn.Node): number;
  note(error: unknown, node: acorn.Node | number): void;
  write(key: string, value: Cell): void;
  erase(key: string): void;
  effect(effect: Effect): void;
  /** Of the act under way. */
  readonly effects: readonly Effect[];
  /** The browser has to know the layout now: what has been said so far is drawn. */
  layout(): void;
  /** How far the page is scrolled in the act under way, px; whoever asks is noted, with what it is held against. */
  readonly scroll: Measure;
  /** How wide the window is in the act under way, px; in the same way. */
  readonly width: Measure;
  compared(a: unknown, b: unknown): void;
  /** A request that is made; what is done with its answer comes to be known by what is asked of the promise. @param signal gives it up */
  request(method: string, path: string, node: acorn.Node, signal: Js): JsPromise;
  /** Done once the act under way is over: the next frame, what waits for nothing. */
  later(fn: Js): undefined;
  /** Done in the next frame. */
  frame(fn: Js): undefined;
  /** Done as soon as what runs now has ended (HTML §8.1.7.3, microtasks). */
  soon(does: () => void): void;
  listen(on: Listener["on"], type: string, fn: Js, options?: Js): undefined;
  /** By the code in an attribute of its markup. @throws NotUnderstood where it is none */
  listenBy(e: PageElement, type: string, code: string): void;
  /** A text as the function that it is run as. @throws NotUnderstood where it is no code */
  functionIn(code: string): Js;
  /** Somebody listens to it itself. */
  isListenedTo(e: PageElement): boolean;
  /** What the script keeps in a variable, or in what it keeps there. */
  inHand(): ReadonlySet<PageElement>;
  /** Somebody listens to it now. */
  isHeard(e: PageElement): boolean;
  unlisten(on: Listener["on"], type: string, fn: Js, options?: Js): undefined;
  /** Nobody listens at an element any more: it is another one from now on. */
  deafen(e: PageElement): void;
  /** Elements that were made in the act under way. */
  readonly madeNow: Set<PageElement>;
  /** What the act under way has taken out that could have the focus. */
  readonly takenOut: Set<PageElement>;
  /** Where in the script it is, and from where it came there. */
  site(): string;
  /** The call under way: what timers and requests are known by. */
  calling: acorn.Node | null;
  /** What has the focus, where the act under way tells. */
  readonly active: PageElement | null;
  /** Listeners that were put up with a signal end with it. */
  aborted(signal: JsObject): void;
  timer(fn: Js, args: readonly Js[], ms: number, every: boolean, node: acorn.Node): JsTimer;
  cancel(timer: JsTimer): void;
  /** Nobody waits for a promise any more that somebody waited for. */
  forsaken(p: JsPromise): void;
  scope(parent: Scope | null): Scope;
  get(name: string, scope: Scope): Js;
  set(name: string, value: Js, scope: Scope): void;
  items(v: Js): Js[];
  member(value: Js, name: string): Js;
  assign(value: Js, name: string, to: Js): void;
  call(fn: Js, args: Js[], self?: Js): Js;
  construct(fn: Js, args: Js[], node: acorn.Node): Js;
  /** What a script says of elements besides what they are: its own properties, and the class of a custom element. */
  extra(e: PageElement, make: boolean): JsObject | null;
  /** The element that is being made a custom one. */
  upgrading: PageElement | null;
  dispatch(
    type: string,
    target: PageElement | "document" | "window" | null,
    key?: string,
    made?: { detail: Js; bubbles: boolean },
    moved?: string,
  ): boolean;
}

/** What those who keep listeners and timers need besides. */
export interface Working extends Context {
  /** Goes on behind what is not understood. */
  attempt(node: acorn.Node | null, what: () => unknown, line?: number): void;
  /** What waits for nothing but that the function under way ends. */
  microtasks(node: acorn.Node | null): void;
  /** How much was said so far of how the page is, and done besides. */
  said(): number;
  /** One more of the act under way. @returns whether it may take it */
  step(): boolean;
}
