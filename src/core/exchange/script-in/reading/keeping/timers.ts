/** Timers that scripts set. Each is known by what it does and what it keeps, which is told once the act is over that set it. */
import type * as acorn from "acorn";
import { keptBy, type Timed, type Working } from "../context";
import type { Entity, World } from "../heap";
import { FRAME_TIME } from "../host";
import { isA, type Js, type JsPromise, type JsTimer, NotUnderstood, object } from "../values";

/** What those that count are kept under. */
const placeOf = ({ at, ms, of }: Pick<Timed, "at" | "ms" | "of">): string => `at-${at}-${ms}${of && `-${of}`}`;

export class Timers {
  readonly list = new Map<string, Timed>();

  constructor(
    private readonly r: Working,
    /** Places of those whose function goes on counting in what it keeps of the act that set them. */
    private readonly places: ReadonlySet<number>,
  ) {}

  /** Timers that the act under way set: what they keep, and so which they are, is known when it is over. */
  private unnamed: { handle: JsTimer; timed: Omit<Timed, "name" | "world">; effects: { timer: string }[] }[] = [];
  start(fn: Js, args: readonly Js[], ms: number, every: boolean, node: acorn.Node): JsTimer {
    if ((!isA(fn, "function") && !(isA(fn, "native") && fn.call)) || Number.isNaN(ms))
      throw new NotUnderstood(this.r.line(node), "this timer");
    const handle: JsTimer = { is: "timer", name: "", at: node.start };
    const effect = { do: "start" as const, timer: "" };
    const line = this.r.line(isA(fn, "function") ? fn.node : node);
    const timed = {
      fn,
      args,
      ms: Math.max(0, ms),
      every,
      line,
      at: node.start,
      of: this.ownerOf(node.start, [fn, ...args]),
    };
    this.unnamed.push({
      handle,
      timed,
      effects: [effect],
    });
    this.r.effect(effect);
    if (this.places.has(node.start)) this.run(timed, fn);
    return handle;
  }
  /** Calls that set timers in one place while the page is loaded: where there are several, each has one of its own. */
  private readonly calls = new Map<number, Set<string>>();
  private ownerOf(at: number, values: readonly Js[]): string {
    const { things, call } = this.r.heap.ownersOf(values);
    if (things) return things;
    const calls = this.calls.get(at) ?? new Set();
    if (this.r.building) this.calls.set(at, calls.add(call));
    return this.r.building || (calls.size > 1 && calls.has(call)) ? call : "";
  }
  /** The page is loaded: what one call alone has set is as if any had. */
  loaded(): void {
    for (const { timed } of this.unnamed) {
      if (this.calls.get(timed.at)?.size !== 1) continue;
      const [before, fn] = [placeOf(timed), this.running.of.get(placeOf(timed))];
      timed.of = "";
      if (!this.running.of.delete(before)) continue;
      this.running.of.set(placeOf(timed), fn);
    }
    this.name();
  }
  /** What timers that count are under way, by their place and how long they take. */
  private readonly running = object();
  private run(timed: Pick<Timed, "at" | "ms" | "of">, fn: Js): void {
    this.r.heap.touch(this.running);
    if (fn === undefined) this.running.of.delete(placeOf(timed));
    else this.running.of.set(placeOf(timed), fn);
  }
  /** A timer comes. */
  comes(timed: Timed): void {
    const { at, fn, args, every } = timed;
    const now = this.running.of.get(placeOf(timed)) ?? fn;
    if (!every && this.places.has(at)) this.run(timed, undefined);
    this.r.call(
      now,
      args.map((a) => (a === FRAME_TIME ? this.r.heap.now() : a)),
    );
  }
  cancel(timer: JsTimer): void {
    if (this.places.has(timer.at)) {
      const of = this.list.get(timer.name) ?? this.unnamed.find((u) => u.handle === timer)?.timed;
      if (of) this.run(of, undefined);
    }
    const effect = { do: "cancel" as const, timer: timer.name };
    if (!timer.name) this.unnamed.find((u) => u.handle === timer)?.effects.push(effect);
    this.r.effect(effect);
  }
  /** Those that the act has set anew, and what they keep now. */
  private setAgain: [Timed, World][] = [];
  /**
   * Those that were set anew and keep others now than the first time, though those are still kept elsewhere: what such a
   * timer goes on with cannot be told by what it began with.
   * @param lives whether something that an act made is kept in the way to be that the page comes to
   */
  mixed(lives: (e: Entity) => boolean): Timed[] {
    return this.setAgain.flatMap(([timed, now]) =>
      !this.places.has(timed.at) && [...timed.world.keys()].some((e) => !now.has(e) && lives(e)) ? [timed] : [],
    );
  }

  /** Those that the act has set are given their names. */
  name(): void {
    this.setAgain = [];
    for (const { handle, timed, effects } of this.unnamed) {
      const sign = keptBy([timed])
        .map((v) => this.r.heap.signOf(v))
        .join(";");
      // What those keep that count is part of how things are: by their place they are one.
      const id = `${this.places.has(timed.at) ? `${timed.at} ${timed.of}` : sign} ${timed.ms} ${timed.every}`;
      const name = this.timerNames.get(id) ?? (this.list.size ? `timer-${this.list.size + 1}` : "timer");
      if (!this.list.has(name)) {
        this.timerNames.set(id, name);
        this.list.set(name, { name, ...timed, world: this.r.heap.worldOf(keptBy([timed])) });
        this.watch(timed);
      } else this.setAgain.push([this.list.get(name) as Timed, this.r.heap.worldOf(keptBy([timed]))]);
      handle.name = name;
      for (const e of effects) e.timer = name;
    }
    this.unnamed = [];
  }
  private readonly timerNames = new Map<string, string>();

  /** Promises for which nobody waits since the act under way. */
  readonly forsaken = new Set<JsPromise>();
  /** A timer that only settles what nobody will ask for does nothing any more. @param others what else is kept */
  forsake(others: () => readonly Js[]): void {
    for (const p of this.forsaken) {
      const name = [...this.running.of].find(([, fn]) => isA(fn, "native") && fn.holds?.includes(p))?.[0];
      if (name === undefined || p.waiting.length || p.state !== "waiting") continue;
      const rest = [...this.running.of].flatMap(([key, fn]) => (key === name ? [] : [fn]));
      if (this.r.heap.worldOf([...others(), ...rest]).has(p)) continue;
      this.r.heap.touch(this.running);
      this.running.of.delete(name);
      for (const t of this.list.values()) if (placeOf(t) === name) this.r.effect({ do: "cancel", timer: t.name });
    }
    this.forsaken.clear();
  }

  /** Instants that it keeps, where it counts, from the beginning. */
  private watch(timed: Omit<Timed, "name" | "world">): void {
    const name = placeOf(timed);
    if (this.places.has(timed.at)) this.r.heap.watch(keptBy([timed]), () => this.running.of.has(name));
  }

  /** What the browser keeps of the script's by them. */
  kept(): Js[] {
    // Of those that count, what they keep now is among what runs.
    const own = [...this.list.values()].filter((t) => !this.places.has(t.at));
    return [...keptBy(own), this.running];
  }
}
