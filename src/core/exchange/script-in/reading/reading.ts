/**
 * Reads a script step by step on a page that is only described. Nothing is handed to the language that this is written in:
 * each kind of statement and expression is gone through here, and what is not known stops the reading at its line.
 */
import type * as acorn from "acorn";
import type { Asked, Context, Effect, Event, Listener, Timed } from "./context";
import { Heap, type World } from "./heap";
import { eventOf, globalOf } from "./host";
import { assignMember, construct, evaluateCall, execute, memberOf } from "./language";
import type { Cell, PageElement, ScriptPage, Store } from "./page";
import {
  elementOf,
  isA,
  type Js,
  type JsObject,
  type JsPromise,
  type JsTimer,
  list,
  methodsOf,
  NotUnderstood,
  native,
  object,
  type Scope,
  Thrown,
} from "./values";

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
  /** Listeners that acts may put up and take away are known by their place in the list. */
  building = true;
  readonly heap = new Heap();
  readonly raised = new Set<string>();
  readonly global = object();
  private steps = 0;
  /** Steps of all acts. */
  taken = 0;
  private depth = 0;

  constructor(
    readonly page: ScriptPage,
    public source: string,
    /** Where timers are set whose function goes on counting in what it keeps of the act that set them. */
    private readonly counting: ReadonlySet<number> = new Set(),
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
  private next: (() => void)[] = [];
  later(fn: Js): undefined {
    if (this.waiting.length >= MAX_LATER) throw new NotUnderstood(null, "frames without an end");
    this.waiting.push(fn);
    return undefined;
  }
  soon(does: () => void): void {
    this.next.push(does);
  }
  /** What waits for nothing but that the function under way ends. */
  private microtasks(node: acorn.Node | null): void {
    for (let does = this.next.shift(); does; does = this.next.shift()) {
      if (++this.steps > MAX_STEPS) this.next = [];
      this.attempt(node, does);
    }
  }
  /** What was put off until the act is over, and what that puts off. */
  private settle(): void {
    this.microtasks(null);
    for (let n = 0; this.waiting.length; n++) {
      const [fn] = this.waiting.splice(0, 1);
      const node = isA(fn, "function") ? fn.node : null;
      if (n >= MAX_LATER) {
        this.waiting = [];
        if (node) this.attempt(node, () => refuse("frames without an end"));
        return;
      }
      this.attempt(node, () => this.call(fn, [0]));
      this.microtasks(node);
    }
  }

  listen(on: Listener["on"], type: string, fn: Js, options?: Js): undefined {
    if (fn === null || fn === undefined) {
      if (isA(options, "object"))
        for (const l of this.listeners.filter((l) => l.property && l.on === on && l.type === type)) this.unhear(l);
      return undefined;
    }
    const handles = isA(fn, "object") || isA(fn, "element") ? fn : null;
    if (!handles && !isA(fn, "function") && !(isA(fn, "native") && fn.call))
      throw new NotUnderstood(null, `what listens for ${type}`);
    const said = (name: string): Js => (isA(options, "object") ? options.of.get(name) : undefined);
    const signal = said("signal");
    if (isA(signal, "object") && signal.of.get("aborted") === true) return undefined;
    if (/^(DOMContentLoaded|load)$/.test(type) && (on === "document" || on === "window")) {
      if (this.building) this.later(handles ? native("load", () => this.heardBy(fn, undefined)) : fn);
      return undefined;
    }
    const capture = options === true || said("capture") === true;
    const property = said("property") === true;
    if (property)
      for (const l of this.listeners.filter((l) => l.property && l.on === on && l.type === type)) this.unhear(l);
    const known = this.listeners.find(
      (l) => l.on === on && l.type === type && l.capture === capture && this.isSame(l.fn, fn),
    );
    if (known) {
      this.hear(known, true);
      this.signalled(known, signal);
      return undefined;
    }
    const ratio = said("ratio");
    const line = isA(fn, "function") ? this.line(fn.node) : this.calling ? this.line(this.calling) : 0;
    const made: Listener = {
      on,
      type,
      fn,
      line,
      once: said("once") === true,
      capture,
      property,
      first: this.building,
      world: null,
      ...(typeof ratio === "number" ? { ratio } : {}),
    };
    this.listeners.push(made);
    if (!this.building) this.hear(made, true);
    this.signalled(made, signal);
    return undefined;
  }
  /** By the listener's place: the signal with which it ends. */
  private readonly signals = object();
  private signalled(l: Listener, signal: Js): void {
    if (signal === undefined) return;
    this.heap.touch(this.signals);
    this.signals.of.set(String(this.listeners.indexOf(l)), signal);
  }
  aborted(signal: JsObject): void {
    for (const [at, s] of this.signals.of)
      if (s === signal) {
        this.hear(this.listeners[Number(at)], false);
        this.heap.touch(this.signals);
        this.signals.of.delete(at);
      }
  }
  unlisten(on: Listener["on"], type: string, fn: Js, options?: Js): undefined {
    const capture = options === true || (isA(options, "object") && options.of.get("capture") === true);
    const known = this.listeners.find((l) => l.on === on && l.type === type && l.capture === capture && l.fn === fn);
    if (known) this.unhear(known);
    return undefined;
  }
  private unhear(l: Listener): void {
    if (this.building) this.listeners.splice(this.listeners.indexOf(l), 1);
    else this.hear(l, false);
  }
  /** The same function, or one made anew in another way to the same. */
  private isSame(known: Js, fn: Js): boolean {
    return known === fn || (!this.building && isA(fn, "function") && this.heap.signOf(known) === this.heap.signOf(fn));
  }
  private keyOf(l: Listener): string {
    return `variable listener ${this.listeners.indexOf(l)}`;
  }
  private hear(l: Listener, on: boolean): void {
    if (on === l.first) this.erase(this.keyOf(l));
    else this.write(this.keyOf(l), on);
  }
  private hears(l: Listener): boolean {
    return this.building ? true : this.store.has(this.keyOf(l)) ? this.store.get(this.keyOf(l)) === true : l.first;
  }

  /** Timers that the act under way set: what they keep, and so which they are, is known when it is over. */
  private unnamed: { handle: JsTimer; timed: Omit<Timed, "name" | "world">; effects: { timer: string }[] }[] = [];
  timer(fn: Js, args: readonly Js[], ms: number, every: boolean, node: acorn.Node): JsTimer {
    if ((!isA(fn, "function") && !(isA(fn, "native") && fn.call)) || Number.isNaN(ms))
      throw new NotUnderstood(this.line(node), "this timer");
    const handle: JsTimer = { is: "timer", name: "", at: node.start };
    const effect = { do: "start" as const, timer: "" };
    const line = this.line(isA(fn, "function") ? fn.node : node);
    this.unnamed.push({
      handle,
      timed: { fn, args, ms: Math.max(0, ms), every, line, at: node.start },
      effects: [effect],
    });
    this.effect(effect);
    if (this.counting.has(node.start)) this.run(node.start, fn);
    return handle;
  }
  /** What timers that count are under way, by their place. */
  private readonly running = object();
  private run(at: number, fn: Js): void {
    this.heap.touch(this.running);
    if (fn === undefined) this.running.of.delete(`at-${at}`);
    else this.running.of.set(`at-${at}`, fn);
  }
  /** A timer comes. */
  comes({ at, fn, args, every }: Timed): void {
    const now = this.running.of.get(`at-${at}`) ?? fn;
    if (!every && this.counting.has(at)) this.run(at, undefined);
    this.call(now, [...args]);
  }
  cancel(timer: JsTimer): void {
    if (this.counting.has(timer.at)) this.run(timer.at, undefined);
    const effect = { do: "cancel" as const, timer: timer.name };
    if (!timer.name) this.unnamed.find((u) => u.handle === timer)?.effects.push(effect);
    this.effect(effect);
  }
  private nameTimers(): void {
    for (const { handle, timed, effects } of this.unnamed) {
      const sign = [timed.fn, ...timed.args].map((v) => this.heap.signOf(v)).join(";");
      const id = `${sign} ${timed.ms} ${timed.every}`;
      const name = this.timerNames.get(id) ?? (this.timers.size ? `timer-${this.timers.size + 1}` : "timer");
      if (!this.timers.has(name)) {
        this.timerNames.set(id, name);
        this.timers.set(name, { name, ...timed, world: this.heap.worldOf([timed.fn, ...timed.args]) });
      }
      handle.name = name;
      for (const e of effects) e.timer = name;
    }
    this.unnamed = [];
  }
  private readonly timerNames = new Map<string, string>();

  /** Variables and fields that are numbers as the page is loaded, by their key in the store. */
  numbers(): Map<string, number> {
    return this.heap.numbers();
  }

  readonly requests = new Map<string, Asked>();
  private asked: Asked[] = [];
  request(method: string, path: string, node: acorn.Node): JsPromise {
    if (this.building) throw new NotUnderstood(this.line(node), "a request while the page is loaded");
    const known = [...this.requests.values()].find((q) => q.line === this.line(node) && q.path === path);
    const stem = path.split("/").findLast((piece) => /^[A-Za-z][\w-]*$/.test(piece)) ?? "request";
    let name = known?.name ?? stem;
    for (let n = 2; !known && this.requests.has(name); n++) name = `${stem}-${n}`;
    const promise: JsPromise = { is: "promise", id: null, state: "waiting", value: undefined, waiting: [] };
    const asked: Asked = { name, method, path, line: this.line(node), promise, world: new Map() };
    this.requests.set(name, asked);
    this.asked.push(asked);
    this.effect({ do: "request", request: name });
    return promise;
  }

  scope(parent: Scope | null): Scope {
    return this.heap.scope(parent);
  }

  get(name: string, scope: Scope): Js {
    for (let s: Scope | null = scope; s; s = s.parent) if (s.values.has(name)) return s.values.get(name);
    return globalOf(this, name);
  }

  set(name: string, value: Js, scope: Scope): void {
    for (let s: Scope | null = scope; s; s = s.parent) {
      if (!s.values.has(name)) continue;
      this.heap.touch(s);
      s.values.set(name, value);
      return;
    }
    throw new NotUnderstood(null, `${name} = …`);
  }

  member(value: Js, name: string): Js {
    return memberOf(this, value, name);
  }
  assign(value: Js, name: string, to: Js): void {
    assignMember(this, value, name, to);
  }

  items(v: Js): Js[] {
    if (isA(v, "list")) return v.items;
    if (isA(v, "pairs")) return v.kind === "Set" ? v.items.map(([k]) => k) : v.items.map(([k, x]) => list([k, x]));
    if (typeof v === "string") return [...v];
    throw new NotUnderstood(null, "going through this");
  }

  active: PageElement | null = null;
  upgrading: PageElement | null = null;
  private readonly extras = new Map<PageElement, JsObject>();
  extra(e: PageElement, make: boolean): JsObject | null {
    const known = this.extras.get(e);
    if (known || !make) return known ?? null;
    const made = object();
    this.extras.set(e, made);
    // One that an act makes lasts as long as its element.
    if (!this.building) this.heap.adopt(made);
    return made;
  }

  /** The call under way: what timers and requests are known by. */
  calling: acorn.Node | null = null;
  call(fn: Js, args: Js[], self?: Js): Js {
    if (isA(fn, "native") && fn.call) return fn.call(args, self);
    if (!isA(fn, "function")) throw new NotUnderstood(null, "this call");
    return this.deeper(fn.node, () => evaluateCall(this, fn, args, self));
  }
  construct(fn: Js, args: Js[], node: acorn.Node): Js {
    return this.deeper(node, () => construct(this, fn, args, node));
  }
  private deeper<T>(node: acorn.Node, what: () => T): T {
    if (++this.depth > 60) {
      this.depth = 0;
      throw new NotUnderstood(this.line(node), "a function that calls itself without an end");
    }
    try {
      return what();
    } finally {
      this.depth--;
    }
  }

  /** The whole script, as the page is loaded. */
  load(program: acorn.Program, top: Scope): void {
    execute(this, program.body, top);
    this.settle();
    this.loaded();
  }
  private loaded(): void {
    this.nameTimers();
    const kept = [...this.timers.values()].flatMap((t) => [t.fn, ...t.args]);
    this.heap.loaded([
      ...kept,
      ...this.listeners.map((l) => l.fn),
      ...this.extras.values(),
      this.global,
      this.signals,
      this.running,
    ]);
    this.building = false;
    this.steps = 0;
    this.next = [];
  }

  /**
   * An act upon the page as it is in the store.
   * @param before what is kept by what comes: a timer, an answer
   * @returns whether all of it was understood
   */
  act(
    store: Store,
    act: () => void,
    before: World | null = null,
  ): { store: Map<string, Cell>; effects: Effect[]; event: Event | null; whole: boolean } {
    if (this.building) this.loaded();
    this.store = new Map(store);
    const up = this.listeners.flatMap((l) => (l.world && this.hears(l) ? [l.world] : []));
    this.heap.restore(store, before ? [...up, before] : up);
    this.page.changed();
    this.effects = [];
    this.event = null;
    this.active = null;
    this.steps = 0;
    this.unsure = false;
    this.askedScroll = false;
    this.waiting = [];
    this.next = [];
    act();
    this.settle();
    this.nameTimers();
    for (const l of this.listeners) if (!l.first) l.world ??= this.heap.worldOf([l.fn]);
    for (const q of this.asked) q.world = this.heap.worldOf([q.promise]);
    this.asked = [];
    this.heap.store(this.store);
    return {
      store: this.page.tidy(this.store),
      effects: this.effects,
      event: this.event,
      whole: !this.unsure,
    };
  }
  /** Elements and listeners for which it is known what can be done. */
  actsFor = 0;
  /** Something of the act under way was not understood, be it known already or not. */
  unsure = false;

  /** An event on its way down to its target and up again (DOM §2.9). @returns whether nobody prevented it */
  dispatch(
    type: string,
    target: PageElement | "document" | "window" | null,
    key = "",
    made?: { detail: Js; bubbles: boolean },
  ): boolean {
    const outer = this.event;
    const event: Event = {
      type,
      target: typeof target === "string" ? null : target,
      key: key.replace(/^Shift\+/, ""),
      shift: key.startsWith("Shift+"),
      stopped: false,
      stoppedNow: false,
      prevented: false,
      current: "window",
      detail: made?.detail,
    };
    this.event = event;
    const path: Listener["on"][] = [];
    const bubbles = made ? made.bubbles : !/^(mouseenter|mouseleave|focus|blur|pointerenter|pointerleave)$/.test(type);
    for (let e = event.target; e; e = e.parent) path.push(e);
    if (target !== "window") path.push("document");
    path.push("window");
    const at = path.map((on, i) => ({ on, goesUp: bubbles || i === 0 }));
    for (const { on } of [...at].reverse()) this.heardAt(event, on, true);
    for (const { on, goesUp } of at) if (goesUp) this.heardAt(event, on, false);
    if (event.prevented && !made) this.effect({ do: "prevent" });
    this.event = outer ?? event;
    return !event.prevented;
  }
  private heardAt(event: Event, at: Listener["on"], capture: boolean): void {
    if (event.stopped) return;
    event.current = at;
    for (const l of [...this.listeners]) {
      if (event.stoppedNow) break;
      if (l.on !== at || l.type !== event.type || l.capture !== capture || !this.hears(l)) continue;
      this.readLines.add(l.line);
      const node = isA(l.fn, "function") ? l.fn.node : null;
      if (l.once && !this.building) this.hear(l, false);
      this.attempt(
        node,
        () => {
          const said = this.heardBy(l.fn, typeof at === "object" ? elementOf(at) : native(at));
          // A property or an attribute prevents by its answer (HTML §8.1.8.1).
          if (l.property && said === false) event.prevented = true;
        },
        l.line,
      );
      this.microtasks(node);
    }
  }
  private heardBy(fn: Js, self: Js): Js {
    const event = this.event ? eventOf(this.event) : undefined;
    if (isA(fn, "object") || isA(fn, "element")) return this.call(this.member(fn, "handleEvent"), [event], fn);
    return this.call(fn, [event], self);
  }

  /** An observer is told that its target came into view or went out of it (Intersection Observer §3.2.8). */
  observed(listener: Listener, inView: boolean): void {
    const target = typeof listener.on === "string" ? null : listener.on;
    const entry = object({
      isIntersecting: inView,
      intersectionRatio: inView ? 1 : 0,
      target: elementOf(target),
    });
    this.readLines.add(listener.line);
    const node = isA(listener.fn, "function") ? listener.fn.node : null;
    this.attempt(node, () => this.call(listener.fn, [list([entry]), quiet]), listener.line);
  }

  /** Goes on behind what is not understood. */
  attempt(node: acorn.Node | null, what: () => unknown, line = 0): void {
    try {
      what();
    } catch (error) {
      // What a script throws and nobody catches ends its turn, and nothing else.
      if (error instanceof Thrown) return;
      this.unsure = true;
      if (node) this.note(error, node);
      else if (error instanceof NotUnderstood) {
        const at = error.line ?? line;
        this.notUnderstood.set(`${at} ${error.what}`, { line: at, text: error.what });
      } else throw error;
    }
  }
}

/** An observer as its own callback has it: to let be what was seen changes nothing. */
const quiet = methodsOf({ unobserve: () => undefined, disconnect: () => undefined });
