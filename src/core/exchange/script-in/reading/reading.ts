/**
 * Reads a script step by step on a page that is only described. Nothing is handed to the language that this is written in:
 * each kind of statement and expression is gone through here, and what is not known stops the reading at its line.
 */
import type * as acorn from "acorn";
import { captured } from "./captured";
import type { Asked, Context, Effect, Event, Listener, Timed } from "./context";
import { memberOf } from "./expressions";
import { ACTIVE, globalOf } from "./host";
import type { Cell, PageElement, ScriptPage, Store } from "./page";
import { evaluateCall, execute } from "./statements";
import { type Js, type JsPromise, NotUnderstood, native, type Scope, Thrown } from "./values";

/** Frames that one act may ask for, one after the other. */
const MAX_LATER = 40;
const refuse = (what: string): never => {
  throw new NotUnderstood(null, what);
};
/** Steps that one act may take. */
const MAX_STEPS = 20_000;

export class Reading implements Context {
  store = new Map<string, Cell>();
  effects: Effect[] = [];
  event: Event | null = null;
  listeners: Listener[] = [];
  readonly timers = new Map<string, Timed>();
  readonly notUnderstood = new Map<string, { line: number; text: string }>();
  /** Lines that did something. */
  readonly readLines = new Set<number>();
  /** While the page is being built listeners are put up; later that is not understood. */
  building = true;
  private steps = 0;
  /** Steps of all acts. */
  taken = 0;
  private scopes = 0;
  private depth = 0;

  constructor(
    readonly page: ScriptPage,
    readonly source: string,
  ) {}

  tick(node: acorn.Node): void {
    this.taken++;
    if (++this.steps > MAX_STEPS) throw new NotUnderstood(this.line(node), "a loop without an end");
  }

  line(node: acorn.Node): number {
    return node.loc?.start.line ?? 0;
  }

  /** Something is not understood: it is noted once, with its line. */
  note(error: unknown, node: acorn.Node): void {
    if (!(error instanceof NotUnderstood)) throw error;
    const line = error.line ?? this.line(node);
    this.notUnderstood.set(`${line} ${error.what}`, { line, text: error.what });
  }

  /** Values that were written in all. */
  written = 0;
  write(key: string, value: Cell): void {
    this.written++;
    this.store.set(key, value);
    this.page.changed();
  }
  erase(key: string): void {
    this.store.delete(key);
    this.page.changed();
  }
  effect(effect: Effect): void {
    this.effects.push(effect);
  }

  /** px; set by the act. */
  at = 0;
  private askedScroll = false;
  /** Distances that scripts hold the page's scrolling against. */
  readonly distances = new Set<number>();
  scrolled(): number {
    this.askedScroll = true;
    return this.at;
  }
  compared(a: unknown, b: unknown): void {
    if (!this.askedScroll) return;
    for (const n of [a, b])
      if (typeof n === "number" && Number.isFinite(n) && n >= 0 && n < 1e6 && n !== this.at) this.distances.add(n);
  }

  private waiting: Js[] = [];
  later(fn: Js): undefined {
    if (this.waiting.length >= MAX_LATER) throw new NotUnderstood(null, "frames without an end");
    this.waiting.push(fn);
    return undefined;
  }
  /** What was put off until the act is over, and what that puts off. */
  private settle(): void {
    for (let n = 0; this.waiting.length; n++) {
      const [fn] = this.waiting.splice(0, 1);
      const node = typeof fn === "object" && fn?.is === "function" ? fn.node : null;
      if (n >= MAX_LATER) {
        this.waiting = [];
        if (node) this.attempt(node, () => refuse("frames without an end"));
        return;
      }
      if (node) this.attempt(node, () => this.call(fn, [0]));
      else this.call(fn, [0]);
    }
  }

  listen(on: Listener["on"], type: string, fn: Js, options?: Js): undefined {
    if (!this.building) throw new NotUnderstood(null, "a listener that comes later");
    if (typeof fn !== "object" || fn?.is !== "function") throw new NotUnderstood(null, `what listens for ${type}`);
    const once = typeof options === "object" && options?.is === "object" && options.of.get("once") === true;
    if (/^(DOMContentLoaded|load)$/.test(type)) this.call(fn, []);
    else {
      const ratio = typeof options === "object" && options?.is === "object" ? options.of.get("ratio") : undefined;
      const more = typeof ratio === "number" ? { ratio } : {};
      this.listeners.push({ on, type, fn, line: this.line(fn.node), once, ...more });
    }
    return undefined;
  }
  unlisten(_on: Listener["on"], type: string, _fn: Js): undefined {
    throw new NotUnderstood(null, `taking a listener for ${type} away`);
  }

  timer(fn: Js, ms: number, every: boolean): Js {
    if (typeof fn !== "object" || fn?.is !== "function" || Number.isNaN(ms))
      throw new NotUnderstood(null, "this timer");
    const known = [...this.timers.values()].find(
      (t) => t.fn.node === fn.node && t.ms === ms && captured(t.fn) === captured(fn),
    );
    const name = known?.name ?? (this.timers.size ? `timer-${this.timers.size + 1}` : "timer");
    if (!known) this.timers.set(name, { name, fn, ms: Math.max(0, ms), every, line: this.line(fn.node) });
    this.effect({ do: "start", timer: name });
    return { is: "timer", name };
  }

  /** Variables that are numbers as the page is loaded, by their key in the store. */
  numbers(): Map<string, number> {
    const out = new Map<string, number>();
    for (const s of this.lasting)
      for (const [name, value] of s.values)
        if (typeof value === "number" && Number.isInteger(value) && !s.constants.has(name))
          out.set(`variable ${s.id} ${name}`, value);
    return out;
  }
  private readonly lasting: Scope[] = [];

  readonly requests = new Map<string, Asked>();
  request(method: string, path: string, node: acorn.Node): JsPromise {
    if (this.building) throw new NotUnderstood(this.line(node), "a request while the page is loaded");
    const known = [...this.requests.values()].find((q) => q.line === this.line(node) && q.path === path);
    const stem = path.split("/").findLast((piece) => /^[A-Za-z][\w-]*$/.test(piece)) ?? "request";
    let name = known?.name ?? stem;
    for (let n = 2; !known && this.requests.has(name); n++) name = `${stem}-${n}`;
    const promise: JsPromise = { is: "promise", request: name, steps: [] };
    this.requests.set(name, { name, method, path, line: this.line(node), promise });
    this.effect({ do: "request", request: name });
    return promise;
  }

  scope(parent: Scope | null): Scope {
    const made: Scope = { id: this.building ? this.scopes++ : null, values: new Map(), constants: new Set(), parent };
    if (this.building) this.lasting.push(made);
    return made;
  }

  get(name: string, scope: Scope): Js {
    for (let s: Scope | null = scope; s; s = s.parent) {
      if (!s.values.has(name)) continue;
      const key = `variable ${s.id} ${name}`;
      return s.id !== null && this.store.has(key) ? this.fromCell(this.store.get(key)!) : s.values.get(name);
    }
    return globalOf(this, name);
  }

  set(name: string, value: Js, scope: Scope): void {
    for (let s: Scope | null = scope; s; s = s.parent) {
      if (!s.values.has(name)) continue;
      // A timer's handle is the same whenever the timer is set.
      const kept = typeof value === "object" && value?.is === "native" && value.name === ACTIVE;
      if (kept || s.id === null || this.building || (typeof value === "object" && value?.is === "timer"))
        s.values.set(name, value);
      else if (typeof value !== "object" || value === null || value.is === "element") {
        const key = `variable ${s.id} ${name}`;
        const before = s.values.get(name);
        const isTimer = typeof before === "object" && before?.is === "timer";
        if (isTimer && (value === null || value === undefined)) return;
        if (before === value) this.store.delete(key);
        else this.store.set(key, this.toCell(value));
      } else throw new NotUnderstood(null, `what is kept in ${name}`);
      return;
    }
    throw new NotUnderstood(null, `${name} = …`);
  }
  private toCell(value: Js): Cell {
    if (typeof value === "object" && value?.is === "element") return `<${value.element.name}>`;
    return value === undefined ? "<undefined>" : (value as Cell);
  }
  private fromCell(value: Cell): Js {
    if (value === "<undefined>") return undefined;
    const name = typeof value === "string" ? /^<([\w-]+)>$/.exec(value)?.[1] : undefined;
    const element = name === undefined ? null : this.page.named(name);
    return element ? { is: "element", element } : value;
  }

  member(value: Js, name: string): Js {
    return memberOf(this, value, name);
  }

  items(v: Js): Js[] {
    if (typeof v === "object" && v?.is === "list") return v.items;
    if (typeof v === "string") return [...v];
    throw new NotUnderstood(null, "going through this");
  }

  call(fn: Js, args: Js[]): Js {
    if (typeof fn !== "object" || fn === null) throw new NotUnderstood(null, "this call");
    if (fn.is === "native" && fn.call) return fn.call(args);
    if (fn.is !== "function") throw new NotUnderstood(null, "this call");
    if (++this.depth > 60) {
      this.depth = 0;
      throw new NotUnderstood(this.line(fn.node), "a function that calls itself without an end");
    }
    try {
      return evaluateCall(this, fn, args);
    } finally {
      this.depth--;
    }
  }

  /** The whole script, as the page is loaded. */
  load(program: acorn.Program, top: Scope): void {
    execute(this, program.body, top);
    this.settle();
    this.building = false;
    this.steps = 0;
  }

  /** An act upon the page as it is in the store. @returns whether all of it was understood */
  act(
    store: Store,
    act: () => void,
  ): { store: Map<string, Cell>; effects: Effect[]; event: Event | null; whole: boolean } {
    this.store = new Map(store);
    this.page.changed();
    this.effects = [];
    this.event = null;
    this.steps = 0;
    this.unsure = false;
    this.askedScroll = false;
    this.waiting = [];
    act();
    this.settle();
    return {
      store: this.page.tidy(this.store),
      effects: this.effects,
      event: this.event,
      whole: !this.unsure,
    };
  }
  /** Something of the act under way was not understood, be it known already or not. */
  unsure = false;

  /** An event on its way from its target up (DOM §2.9). */
  dispatch(type: string, target: PageElement | null, key = ""): void {
    const outer = this.event;
    const event: Event = { type, target, key, stopped: false, stoppedNow: false, prevented: false, current: "window" };
    this.event = event;
    const path: Listener["on"][] = [];
    const bubbles = !/^(mouseenter|mouseleave|focus|blur|pointerenter|pointerleave)$/.test(type);
    for (let e = target; e; e = e.parent) {
      path.push(e);
      if (!bubbles) break;
    }
    path.push("document", "window");
    for (const at of path) {
      if (event.stopped) break;
      event.current = at;
      for (const l of this.listeners) {
        if (event.stoppedNow) break;
        if (l.on !== at || l.type !== type) continue;
        this.readLines.add(l.line);
        this.attempt(l.fn.node, () => this.call(l.fn, [{ is: "native", name: "event" }]));
      }
    }
    if (event.prevented) this.effect({ do: "prevent" });
    this.event = outer ?? event;
  }

  /** An observer is told that its target came into view or went out of it (Intersection Observer §3.2.8). */
  observed(listener: Listener, inView: boolean): void {
    const target = typeof listener.on === "string" ? null : listener.on;
    const entry: Js = {
      is: "object",
      of: new Map<string, Js>([
        ["isIntersecting", inView],
        ["intersectionRatio", inView ? 1 : 0],
        ["target", target && { is: "element", element: target }],
      ]),
    };
    this.readLines.add(listener.line);
    this.attempt(listener.fn.node, () => this.call(listener.fn, [{ is: "list", items: [entry] }, quiet]));
  }

  /** Goes on behind what is not understood. */
  attempt(node: acorn.Node, what: () => unknown): void {
    try {
      what();
    } catch (error) {
      // What a script throws and nobody catches ends its turn, and nothing else.
      if (error instanceof Thrown) return;
      this.unsure = true;
      this.note(error, node);
    }
  }
}

/** An observer as its own callback has it: to let be what was seen changes nothing. */
const nothing = native("nothing", () => undefined);
const quiet: Js = {
  is: "object",
  of: new Map<string, Js>([
    ["unobserve", nothing],
    ["disconnect", nothing],
  ]),
};
