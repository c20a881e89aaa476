/**
 * What a script keeps from one act to the next: variables, fields, lists, promises. After each act, what is otherwise than
 * when the page was loaded is written into the store as cells, so that two ways to be in which a script keeps the same are
 * one; before an act everything is put back as it was in the way to be that the act starts from.
 */
import { type Contents, cellsOf, cellsOfWaiting, contentsOf, type Entity, LONG_AGO, variablesOf } from "./cells";
import { NotUnderstood } from "./not-understood";

import type { Cell, PageElement, Store } from "./page";
import { ownersIn, reached } from "./reached";
import { isA, type Js, type JsFunction, type JsPromise, type JsTime, type JsTimer, type Scope, same } from "./values";

export type { Entity } from "./cells";
export type World = ReadonlyMap<Entity, Contents>;
/** How the script's world was, and when: instants are kept as they are, and the clock goes back with them. */
interface Then {
  world: World;
  clock: number;
}

/** So many cells are kept of all. */
const MOST_KEPT = 1200;

function putBack(e: Entity, { fields, more }: Contents): void {
  switch (e.is) {
    case "scope":
      e.values = new Map(fields);
      break;
    case "object":
      e.of = new Map(fields);
      break;
    case "list":
      e.items = [...fields.values()];
      break;
    case "pairs": {
      const flat = [...fields.values()];
      e.items = flat.flatMap((k, i): [Js, Js][] => (i % 2 ? [] : [[k, flat[i + 1]]]));
      break;
    }
    case "promise":
      e.state = fields.get("state") as JsPromise["state"];
      e.value = fields.get("value");
      e.waiting = [...(more ?? [])];
  }
}

const USUAL = 100;
/** Of what grows without an end so much is told apart. */
export const MOST_OF_GROWING = 2;

export class Heap {
  private ids = 0;
  /** While the page is loaded everything is as it will be. */
  loading = true;
  private readonly scopes: Scope[] = [];
  /** Written to by acts, with what it was as the page was loaded. */
  private readonly written = new Map<Entity, Contents>();
  private readonly worlds = new Map<string, Then>();
  /** ms since the page was loaded, as far as timers tell. */
  clock = 0;
  /** For whom functions are; see `ownersIn`. */
  ownersOf(values: readonly Js[]): ReturnType<typeof ownersIn> {
    return ownersIn(values, (e) => {
      // What sets a timer while the page is loaded lasts.
      if (this.loading) e.id ??= this.ids++;
      return e.id !== null && e.id < this.lasting ? e.id : null;
    });
  }
  /** Ids below this were given as the page was loaded. */
  private get lasting(): number {
    return this.loading ? Number.POSITIVE_INFINITY : this.loadedIds;
  }
  private loadedIds = 0;
  /** Somebody has asked what time it is since the act began. */
  asked = false;
  now(): Js {
    this.asked = true;
    return { is: "time", ms: this.clock };
  }
  private readonly aged = new WeakSet<object>();
  /**
   * For what functions go by so much time has passed, and for nothing else.
   * @param but what these go by stays as it is
   */
  passFor(values: readonly Js[], ms: number, but: readonly Js[] = []): void {
    const theirs = new Set(this.instantsBy(but).map(([, , v]) => v));
    for (const [e, name, v] of this.instantsBy(values)) {
      if (theirs.has(v) || (ms > 0 && this.clock - v.ms > LONG_AGO / 2)) continue;
      this.touch(e);
      const { fields, ...rest } = contentsOf(e);
      const aged: Js = { is: "time", ms: v.ms - ms };
      this.aged.add(aged);
      putBack(e, { ...rest, fields: new Map(fields).set(name, aged) });
    }
  }
  /** Instants by which functions go, by what is named in them. */
  private instantsBy(values: readonly Js[]): [of: Entity, name: string, instant: JsTime][] {
    const functions = new Set<JsFunction>();
    const all = reached(values, [], { named: true, functions });
    const kept: [Entity, string, JsTime][] = [];
    const note = (e: Entity, name: string, v: Js): void => {
      if (isA(v, "time")) kept.push([e, name, v]);
    };
    for (const e of all) for (const [name, v] of contentsOf(e).fields) note(e, name, v);
    for (const f of functions) for (const [scope, name, v] of variablesOf(f)) if (!all.has(scope)) note(scope, name, v);
    return kept;
  }
  /** Cells that were written out in all, beyond those that most scripts keep. */
  cells = 0;

  /**
   * @param forgets keys of the store: what is written there is as it was, once the act is over
   * @param growing what grows without an end, by the beginning of its keys: of it no more than a few are kept
   */
  constructor(
    private readonly forgets: ReadonlySet<string> = new Set(),
    private readonly growing: ReadonlySet<string> = new Set(),
  ) {}
  /** What was left out of what grows since the act began: the name of a variable, where one has it. */
  leftOut: string | null = null;
  private prune(e: Entity, path: string): void {
    if (!this.growing.has(path) || (e.is !== "list" && e.is !== "pairs" && e.is !== "object")) return;
    const size = e.is === "object" ? e.of.size : e.items.length;
    if (size <= MOST_OF_GROWING) return;
    if (e.is === "object") for (const name of [...e.of.keys()].slice(MOST_OF_GROWING)) e.of.delete(name);
    else e.items.length = MOST_OF_GROWING;
    const named = (scope: Scope): string[] => [...scope.values].flatMap(([name, v]) => (v === e ? [name] : []));
    this.leftOut = this.scopes.flatMap(named)[0] ?? path.split(" ")[2] ?? "a list";
  }

  scope(parent: Scope | null): Scope {
    const made: Scope = { is: "scope", id: this.loading ? this.ids++ : null, values: new Map(), parent };
    if (this.loading) this.scopes.push(made);
    return made;
  }

  /** Before anything is written to it. */
  touch(e: Entity): void {
    if (this.loading || e.id === null || this.written.has(e)) return;
    this.written.set(e, contentsOf(e));
  }

  /** The page is loaded: whatever can be reached from there lasts. @param more what the browser keeps of the script's */
  loaded(more: readonly Js[]): void {
    for (const e of reached([...more], this.scopes)) if (e.id === null) e.id = this.ids++;
    this.loading = false;
    this.loadedIds = this.ids;
  }

  /** Something that an act makes and that lasts from then on. */
  adopt(e: Entity): void {
    e.id = this.ids++;
    this.written.set(e, contentsOf(e));
  }

  /** Numbers that are there as the page is loaded, by their key in the store. */
  numbers(): Map<string, number> {
    const out = new Map<string, number>();
    for (const e of reached([], this.scopes))
      if (e.is === "scope" || e.is === "object")
        for (const [name, value] of (this.written.get(e) ?? contentsOf(e)).fields)
          if (typeof value === "number" && Number.isInteger(value) && /^#?[A-Za-z_]\w*$/.test(name))
            out.set(`variable ${e.id} ${name}`, value);
    return out;
  }

  /** How it was before the act under way. */
  private earlier: Then | null = null;
  /** Everything as it is in a way to be. @param before what else was kept: by a timer, an answer that is waited for */
  restore(store: Store, before: readonly World[]): void {
    for (const [e, contents] of this.written) putBack(e, contents);
    for (const world of before) for (const [e, contents] of world) if (e.id === null) putBack(e, contents);
    this.earlier = this.worlds.get(heapKey(store)) ?? null;
    this.clock = this.earlier?.clock ?? 0;
    this.asked = false;
    for (const [e, contents] of this.earlier?.world ?? []) putBack(e, contents);
  }

  /**
   * Writes what is otherwise now into the store.
   * @throws NotUnderstood where more is kept than is looked at; the store is as it was then
   */
  store(kept: Map<string, Cell>): void {
    const store = new Map<string, Cell>();
    const changed: Entity[] = [];
    const put = (now: Map<string, Cell>, before: Map<string, Cell> | null): void => {
      for (const [key, cell] of now) if (before?.get(key) !== cell) store.set(key, cell);
      for (const key of before?.keys() ?? []) if (!now.has(key)) store.set(key, "<none>");
      if (store.size > MOST_KEPT) throw new NotUnderstood(null, "more that the script keeps than is looked at");
    };
    const { clock } = this;
    for (const [e, { fields: before, more: waited = [] }] of this.written) {
      this.prune(e, `variable ${e.id}`);
      const { fields: now, more: waits = [] } = contentsOf(e);
      let differs = false;
      for (const name of new Set([...before.keys(), ...now.keys()])) {
        const [was, is] = [before.get(name), now.get(name)];
        if (before.has(name) === now.has(name) && same(was, is)) continue;
        const path = keyIn(e, name);
        if (isA(is, "list") || isA(is, "pairs") || isA(is, "object")) this.prune(is, path);
        if (this.forgets.has(path) && (e.is === "scope" || e.is === "object")) {
          (e.is === "scope" ? e.values : e.of).set(name, was);
          continue;
        }
        differs = true;
        const old = before.has(name) ? cellsOf(was, path, { clock, open: true }) : null;
        put(now.has(name) ? cellsOf(is, path, { clock }) : new Map([[path, "<none>"]]), old);
      }
      // What it goes on with is another, though it is kept or broken as before.
      if (waits.length !== waited.length || waits.some((w, i) => w !== waited[i])) {
        differs = true;
        const path = `variable ${e.id} <waiting>`;
        put(cellsOfWaiting(waits, path, { clock }), cellsOfWaiting(waited, path, { clock }));
      }
      if (differs) changed.push(e);
    }
    for (const { instants, waits } of this.watched) {
      if (!waits()) continue;
      // As what an act has changed is kept, so that both are one.
      for (const [e, name] of instants) {
        const now = contentsOf(e).fields.get(name);
        if (isA(now, "time")) for (const [key, cell] of cellsOf(now, keyIn(e, name), { clock })) store.set(key, cell);
      }
    }
    this.cells += Math.max(0, store.size - USUAL);
    for (const key of [...kept.keys()]) if (isHeapKey(key)) kept.delete(key);
    for (const [key, cell] of store) kept.set(key, cell);
    const key = heapKey(store);
    if (!key || this.worlds.has(key)) return;
    const made = this.made(changed.flatMap((e) => (e.is === "promise" ? [e] : [...contentsOf(e).fields.values()])));
    const world = new Map([...changed, ...made].map((e) => [e, contentsOf(e)]));
    this.worlds.set(key, { world, clock: this.clock });
  }

  /** What is kept in a way to be of that which acts have made. */
  keptIn(store: Store): (e: Entity) => boolean {
    const world = this.worlds.get(heapKey(store))?.world;
    return (e) => e.id === null && world?.has(e) === true;
  }

  /** What an act made and something keeps, as it is now. */
  worldOf(values: readonly Js[]): World {
    return new Map(this.made(values).map((e) => [e, contentsOf(e)]));
  }
  /** Of what was kept, what is otherwise now. */
  changedIn(world: World): Entity[] {
    return [...world].flatMap(([e, { fields }]) => {
      const { fields: now } = contentsOf(e);
      const is =
        e.id === null && (now.size !== fields.size || [...now].some(([name, v]) => !same(v, fields.get(name))));
      return is ? [e] : [];
    });
  }
  /** Where instants are kept that can be reached. */
  instantsOf(values: readonly Js[]): [of: Entity, name: string][] {
    return [...reached(values, [])].flatMap((e) =>
      [...contentsOf(e).fields].flatMap(([name, v]): [Entity, string][] =>
        typeof v === "object" && v !== null && v.is === "time" ? [[e, name]] : [],
      ),
    );
  }
  /** Whether an instant is reached that the act under way has written. */
  hasNew(values: readonly Js[]): boolean {
    return this.instantsOf(values).some(([e, name]) => {
      const before = this.earlier?.world.get(e) ?? this.written.get(e);
      const now = contentsOf(e).fields.get(name);
      return before !== undefined && before.fields.get(name) !== now && isA(now, "time") && !this.aged.has(now);
    });
  }
  /** Whether an instant is reached that nobody has changed since the page was loaded. */
  isBoundTo(values: readonly Js[]): boolean {
    return this.instantsOf(values).some(([e, name]) => {
      const was = this.written.get(e);
      return e.id !== null && (!was || same(was.fields.get(name), contentsOf(e).fields.get(name)));
    });
  }
  /**
   * Instants kept since the page was loaded come nearer as long as something waits for them: that is part of how things are.
   * @param waits whether something does
   */
  watch(values: readonly Js[], waits: () => boolean): void {
    const instants = this.instantsOf(values).filter(([e]) => e.id !== null || this.loading);
    if (instants.length) this.watched.push({ instants, waits });
  }
  private readonly watched: { instants: [of: Entity, name: string][]; waits: () => boolean }[] = [];
  /** Elements that can be reached from values, by what is named in functions. @param also from the script's own variables */
  elements(from: readonly Js[], also = false): Set<PageElement> {
    const out = new Set<PageElement>();
    const top = also ? this.scopes.filter((s) => s.parent === null) : [];
    reached(from, top, { named: true, elements: out });
    return out;
  }
  private made(values: readonly Js[]): Entity[] {
    return [...reached(values, [])].filter((e) => e.id === null);
  }

  /** A text that tells functions, promises and the like from others that are written the same. */
  signOf(value: Js): string {
    // A timer has no name yet in the act in which it is set.
    const called = (t: JsTimer): string => `at ${t.at}`;
    return [...cellsOf(value, "", { clock: this.clock, called })].map(([k, v]) => `${k}=${v}`).join(";");
  }
}

const keyIn = (e: Entity, name: string): string => `variable ${e.id} ${name.replace(/\s/g, "_")}`;
/** Whether a key of the store is about what a script keeps, of which nothing is seen. */
export const isKept = (key: string): boolean => key.startsWith("variable ");
/** What the browser itself keeps: such as that a button is down. */
export const BROWSER = "variable browser ";
/** But for listeners, which the browser keeps, too. */
const isHeapKey = (key: string): boolean =>
  key.startsWith("variable ") && !key.startsWith("variable listener ") && !key.startsWith(BROWSER);
const heapKey = (store: Store): string =>
  [...store]
    .flatMap(([k, v]) => (isHeapKey(k) ? [`${k}=${JSON.stringify(v)}`] : []))
    .sort()
    .join("\n");
