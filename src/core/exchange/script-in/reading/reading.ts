/**
 * Reads a script step by step on a page that is only described. Nothing is handed to the language that this is written in:
 * each kind of statement and expression is gone through here, and what is not known stops the reading at its line.
 */
import type * as acorn from "acorn";
import { iterate, iteratorOf } from "./builtins";
import { LONG_AGO } from "./cells";
import { Coming } from "./coming";
import {
  type Asked,
  type Context,
  type Effect,
  type Event,
  keptBy,
  type Listener,
  type Resting,
  type Timed,
  type Working,
} from "./context";
import { type Entity, Heap, isKept, MOST_OF_GROWING, type World } from "./heap";
import { firstLine, globalOf, isIn, sweep } from "./host";
import { Handlers, Listeners, Requests, Timers, Turns } from "./keeping";
import { assignMember, construct, evaluateCall, execute, ITERATOR_OF, memberOf } from "./language";
import { Measure } from "./measure";
import type { Told } from "./not-understood";
import type { Cell, PageElement, ScriptPage, Store } from "./page";
import {
  isA,
  type Js,
  type JsObject,
  type JsPromise,
  type JsTimer,
  list,
  NotUnderstood,
  native,
  object,
  type Scope,
  Thrown,
} from "./values";

/** Nested deeper than is read. */
export const TOO_DEEP = "something nested too deep";
/** Steps that one act may take. */
const MAX_STEPS = 20_000;

export class Reading implements Working {
  store = new Map<string, Cell>();
  effects: Effect[] = [];
  readonly notUnderstood = new Map<string, Told>();
  /** Lines that did something. */
  get readLines(): Set<number> {
    return this.ears.readLines;
  }
  /** Listeners that acts may put up and take away are known by their place in the list. */
  building = true;
  readonly heap: Heap;
  readonly global = object();
  private steps = 0;
  /** Steps of all acts. */
  taken = 0;
  private depth = 0;

  constructor(
    readonly page: ScriptPage,
    public source: string,
    /** Places of timers whose function goes on counting, and of requests whose answers do. */
    counting: ReadonlySet<number> = new Set(),
    readonly framed = false,
    /** What keeps where the page was scrolled, or how wide the window was, by its key in the store. */
    positions: ReadonlySet<string> = new Set(),
    /** What grows without an end, by the beginning of its keys. */
    growing: ReadonlySet<string> = new Set(),
  ) {
    this.heap = new Heap(positions, growing);
    this.ears = new Listeners(this);
    this.handlers = new Handlers(this);
    this.clocks = new Timers(this, counting);
    this.asked = new Requests(this, counting);
    this.turns = new Turns(this);
    this.width = new Measure(page.doc.page.width);
    this.coming = new Coming(page);
    page.asked = (selector) => {
      if (/:(in)?valid\b/i.test(selector)) this.fieldsAsked.add(this.calling ? this.line(this.calling) : 1);
    };
  }
  readonly fieldsAsked = new Set<number>();
  private readonly ears: Listeners;
  readonly handlers: Handlers;
  listenBy(e: PageElement, type: string, code: string): void {
    this.coded((line) => void this.handlers.hear(e, type, code, line));
  }
  functionIn(code: string): Js {
    return this.coded((line) => this.handlers.run(code, line));
  }
  private coded<T>(read: (line: number) => T): T {
    const line = this.calling ? this.line(this.calling) : 1;
    try {
      return read(line);
    } catch (error) {
      if (error instanceof SyntaxError) throw new NotUnderstood(line, "a text that is no code");
      throw error;
    }
  }
  private readonly clocks: Timers;
  get event(): Event | null {
    return this.ears.event;
  }
  get listeners(): Listener[] {
    return this.ears.list;
  }
  get timers(): ReadonlyMap<string, Timed> {
    return this.clocks.list;
  }
  /** @param lines those whose listeners are left out */
  leave(lines: ReadonlySet<number>): void {
    this.ears.list = this.ears.list.filter((l) => !lines.has(l.line));
  }
  listen(...of: Parameters<Context["listen"]>): undefined {
    return this.ears.listen(...of);
  }
  isListenedTo(e: PageElement): boolean {
    return this.listeners.some((l) => l.on === e);
  }
  inHand(): ReadonlySet<PageElement> {
    return this.heap.elements(this.keptBut(new Set()), true);
  }
  isHeard(e: PageElement): boolean {
    return this.ears.isHeard(e);
  }
  deafen(e: PageElement): void {
    this.ears.deafen(e);
  }
  unlisten(...of: Parameters<Context["unlisten"]>): undefined {
    return this.ears.unlisten(...of);
  }
  aborted(signal: JsObject): void {
    this.ears.aborted(signal);
  }
  dispatch(...of: Parameters<Context["dispatch"]>): boolean {
    return this.ears.dispatch(...of);
  }
  observed(listener: Listener, inView: boolean): void {
    this.ears.observed(listener, inView);
  }
  timer(...of: Parameters<Context["timer"]>): JsTimer {
    return this.clocks.start(...of);
  }
  forsaken(p: JsPromise): void {
    this.clocks.forsaken.add(p);
  }
  cancel(timer: JsTimer): void {
    this.clocks.cancel(timer);
  }
  comes(timed: Timed): void {
    this.clocks.comes(timed);
  }

  tick(node: acorn.Node): void {
    this.taken++;
    if (!this.step()) throw new NotUnderstood(this.line(node), "a loop without an end");
  }
  step(): boolean {
    return ++this.steps <= MAX_STEPS;
  }

  line(node: acorn.Node): number {
    return node.loc?.start.line ?? 0;
  }

  /** Something is not understood: it is noted once, with its line. */
  note(error: unknown, node: acorn.Node | number): void {
    // Deeper than this machine goes: nothing else of a script can bring that about here.
    if (!(error instanceof NotUnderstood) && !(error instanceof RangeError)) throw error;
    const {
      line: at,
      what: text,
      otherwise,
    } = error instanceof NotUnderstood ? error : new NotUnderstood(null, TOO_DEEP);
    if (!otherwise) this.page.places.missed();
    const line = at ?? (typeof node === "number" ? node : this.line(node));
    this.notUnderstood.set(`${line} ${text}`, { line, text, ...(otherwise ? { otherwise } : {}) });
  }

  /** Values that were written in all. */
  written = 0;
  write(key: string, value: Cell): void {
    this.written++;
    this.store.set(key, value);
    // What a script keeps for itself changes nothing that is seen.
    if (!isKept(key)) this.page.changed();
    this.coming.wrote(key);
  }
  said(): number {
    return this.written + this.effects.length;
  }
  erase(key: string): void {
    this.written++;
    this.store.delete(key);
    if (!isKept(key)) this.page.changed();
  }
  effect(effect: Effect): void {
    this.effects.push(effect);
  }

  readonly scroll = new Measure(0);
  readonly width: Measure;
  readonly coming: Coming;
  /** The browser has to know the layout now. */
  layout(): void {
    if (!this.building) this.coming.layout(this.store);
  }
  compared(a: unknown, b: unknown): void {
    this.scroll.compared(a, b);
    this.width.compared(a, b);
  }

  private readonly turns: Turns;
  later(fn: Js): undefined {
    return this.turns.later(fn);
  }
  frame(fn: Js): undefined {
    return this.turns.frame(fn);
  }
  soon(does: () => void): void {
    this.turns.soon(does);
  }
  microtasks(node: acorn.Node | null): void {
    this.turns.microtasks(node);
  }

  /** Variables and fields that are numbers as the page is loaded, by their key in the store. */
  numbers(): Map<string, number> {
    return this.heap.numbers();
  }

  readonly asked: Requests;
  get requests(): ReadonlyMap<string, Asked> {
    return this.asked.list;
  }
  request(method: string, path: string, node: acorn.Node, signal: Js): JsPromise {
    if (this.building) throw new NotUnderstood(this.line(node), "a request while the page is loaded");
    return this.asked.make(method, path, node, signal);
  }

  scope(parent: Scope | null): Scope {
    return this.heap.scope(parent);
  }
  get(name: string, scope: Scope): Js {
    for (let s: Scope | null = scope; s; s = s.parent) {
      if (s.values.has(name)) return s.values.get(name);
      if (s.within !== undefined && isIn(this, s.within, name)) return this.member(s.within, name);
    }
    if (name === ITERATOR_OF) return native(name, ([v]) => iteratorOf(this, v));
    return globalOf(this, name);
  }

  set(name: string, value: Js, scope: Scope): void {
    for (let s: Scope | null = scope; s; s = s.parent) {
      if (s.within !== undefined && isIn(this, s.within, name)) return this.assign(s.within, name, value);
      if (!s.values.has(name)) continue;
      this.heap.touch(s);
      s.values.set(name, value);
      return;
    }
    // A name that nobody has declared is one of the window (ECMA-262 §9.1.1.4.5).
    this.assign(globalOf(this, "window"), name, value);
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
    if (isA(v, "object")) return [...iterate(this, v)];
    if (isA(v, "native") && v.host?.items) return v.host.items();
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
  readonly madeNow = new Set<PageElement>();
  readonly takenOut = new Set<PageElement>();
  private readonly callers: number[] = [];
  site(): string {
    return [...this.callers.slice(-4), this.calling?.start ?? 0].join(" ");
  }
  call(fn: Js, args: Js[], self?: Js): Js {
    if (isA(fn, "native") && fn.call) return fn.call(args, self);
    if (!isA(fn, "function")) throw new NotUnderstood(null, "this call");
    this.callers.push(this.calling?.start ?? 0);
    try {
      return this.deeper(fn.node, () => evaluateCall(this, fn, args, self));
    } finally {
      this.callers.pop();
    }
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

  /** The scripts, one after the other, as the page is loaded. */
  load(programs: readonly { program: acorn.Program; inHead: boolean }[], top: Scope): void {
    for (const [key, value] of this.page.known.begins ?? []) this.write(key, value);
    for (const { program, inHead } of programs) {
      const { body } = program;
      this.page.isYetToCome = inHead;
      // What a script throws ends it, and no other.
      this.attempt(body[0] ?? null, () => execute(this, body, top));
      this.microtasks(null);
    }
    this.page.isYetToCome = false;
    // Details that the markup opens say so once all of it is read (HTML §4.11.1).
    for (const e of this.page.elements)
      if (e.tag === "details" && "open" in e.attributes) this.dispatch("toggle", e, "", undefined, "open");
    this.turns.settle();
    this.loaded();
  }
  /** What the browser keeps of the script's. @param out what listens to these does not count */
  private keptBut(out: ReadonlySet<PageElement>): Js[] {
    return [...this.clocks.kept(), ...this.keptBesideTimers(out)];
  }
  private keptBesideTimers(out: ReadonlySet<PageElement>): Js[] {
    return [...this.asked.kept(), ...this.ears.kept(out), ...this.extras.values(), this.global];
  }
  private loaded(): void {
    this.clocks.loaded();
    this.heap.loaded(this.keptBut(new Set()));
    this.building = false;
    if (!this.effects.some((e) => e.do === "start")) this.heap.clock += LONG_AGO;
    this.steps = 0;
    this.turns.drop();
    this.attempt(null, () => this.heap.store(this.store), 1);
  }

  /**
   * An act upon the page as it is in the store.
   * @param before what is kept by what comes: a timer, an answer
   * @param pace what rests after it, for which a long time passes; and whether it comes right after the act before
   * @returns whether all of it was understood, and what went on of that which listeners had waited with
   */
  act(
    store: Store,
    act: () => void,
    before: World | null = null,
    { rests, hurries = false }: { rests?(effects: readonly Effect[]): Resting; hurries?: boolean } = {},
  ): {
    store: Map<string, Cell>;
    effects: Effect[];
    event: Event | null;
    whole: boolean;
    gone: Entity[];
    mixed: Timed[];
  } {
    if (this.building) this.loaded();
    this.store = new Map(store);
    this.coming.begin(store);
    const up = this.ears.worlds();
    this.heap.restore(store, before ? [...up, before] : up);
    if (hurries) this.heap.clock -= LONG_AGO;
    this.page.changed();
    this.effects = [];
    this.ears.event = null;
    this.active = null;
    this.steps = 0;
    this.unsure = false;
    this.scroll.reset();
    this.width.reset();
    this.madeNow.clear();
    this.page.places.madeOver.clear();
    this.takenOut.clear();
    this.turns.drop();
    const waiting = this.ears.waiting();
    act();
    this.turns.settle();
    const gone = this.heap.changedIn(waiting);
    this.clocks.name();
    this.clocks.forsake(() => this.keptBesideTimers(new Set()));
    this.ears.settle();
    this.attempt(null, () => this.asked.settle());
    sweep(this, store, (out) => this.heap.elements([...this.keptBut(out)], true));
    const resting = rests?.(this.effects);
    if (resting === "all") this.heap.clock += LONG_AGO;
    else if (resting) this.heap.passFor(keptBy(resting.timers), LONG_AGO, keptBy(resting.but));
    this.heap.leftOut = null;
    this.attempt(null, () => this.heap.store(this.store), 1);
    if (this.heap.leftOut !== null) {
      const text = `“${this.heap.leftOut}” grows and grows: the sheet has ${MOST_OF_GROWING} of it`;
      this.note(new NotUnderstood(null, text, true), firstLine(this.event));
    }
    return {
      store: this.page.tidy(this.store),
      effects: this.effects,
      event: this.event,
      whole: !this.unsure,
      gone,
      mixed: this.clocks.mixed(this.heap.keptIn(this.store)),
    };
  }
  /** Elements and listeners for which it is known what can be done. */
  actsFor = 0;
  /** Something of the act under way was not understood, be it known already or not. */
  unsure = false;

  /** Goes on behind what is not understood. */
  attempt(node: acorn.Node | null, what: () => unknown, line = 0): void {
    const outer = this.calling;
    try {
      // Whoever is called by the browser comes from nowhere in the script.
      this.calling = null;
      what();
    } catch (error) {
      // What a script throws and nobody catches ends its turn, and nothing else.
      if (error instanceof Thrown) return;
      this.unsure = true;
      this.note(error, node ?? line);
    } finally {
      this.calling = outer;
    }
  }
}
