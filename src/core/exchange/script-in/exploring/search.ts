/** From the page as loaded on, each act in each way that the page can then be, breadth first; or in those that tell of all. */
import { doneOf, type Next, worthGoingOn } from "../independent";
import {
  type Effect,
  type Entity,
  type Event,
  INSTANT,
  isA,
  isKept,
  keyOfStore,
  type Reading,
  type Resting,
  type ScriptPage,
  type Store,
  type Timed,
} from "../reading";
import {
  type Act,
  actsOf,
  isNotYet,
  isOff,
  isPressedAlready,
  isUnseen,
  moreDistances,
  startedBy,
  underWayAfter,
} from "./acts";
import type { Outcome } from "./found";
import type { Known } from "./load";
import { type Passing, perform } from "./perform";
import type { Positions } from "./positions";
import { growingIn, MAX_WITH_NUMBERS, Widths } from "./widths";

/** So much is gone through in all: some seconds. */
const MAX_TAKEN = 400_000;

/** Of a page whose components go their own ways so many ways to be are come by; of most nothing is gone on from. */
const MOST_APART = 8000;

const NOT_TOGETHER = "components that go their own ways: not every two were gone through together";

/** Timers whose own function counts; each costs one more time through the script. */
export const MOST_COUNTING = 4;

/** What grows without an end; each costs one more time through the script. */
const MOST_GROWING = 3;

/** A timer whose function sets it again and again, each time with another number: more often than is told apart. */
const MOST_IN_TURN = 8;
function goesOnAndOn(reading: Reading, { at, fn }: Timed): boolean {
  if (!isA(fn, "function")) return false;
  const same = [...reading.timers.values()].filter(
    (t) => t.at === at && isA(t.fn, "function") && t.fn.node === fn.node,
  );
  return same.length > MOST_IN_TURN;
}

/** Timers and requests that may be under way. */
const underWay = (reading: Reading, pending: ReadonlySet<string>, store: Store) => [
  ...[...reading.timers.values()].filter((t) => pending.has(t.name)),
  ...[...reading.requests.keys()]
    .filter((name) => pending.has(`request ${name}`))
    .map((name) => reading.asked.underWay(name, store)),
];

export interface How {
  /** What is independent is told apart on the way: not every way to be is gone on from. */
  apart: boolean;
  /** Of what grows a few are enough where there would be too many ways to be. */
  few: boolean;
  /** Whether all of it is gone through once more anyway. */
  knowsMore(): boolean;
}

export class Search {
  readonly acts: Act[];
  readonly stores: Store[];
  /** Timers and requests that may be under way, by store. */
  readonly pending: Set<string>[];
  /** By act, then by store. */
  readonly outcomes: (Outcome | undefined)[][];
  readonly widths: Widths;
  cut = false;
  grows = false;
  /** Stores that were gone on from, and whether by every act that can be done. */
  private readonly gone = new Map<number, boolean>();
  private readonly index: Map<string, number>;
  private readonly copiedBefore: number;
  private readonly countingBefore: number;
  /** Acts that did something somewhere. */
  private readonly did = new Set<number>();
  private readonly queue: Next[] = [{ store: 0, every: true }];

  /**
   * @param keys that may be pressed
   * @param left lines that are left out
   * @param known places of timers and requests that count are added
   */
  constructor(
    private readonly page: ScriptPage,
    private readonly reading: Reading,
    private readonly keys: ReadonlySet<string>,
    private readonly left: ReadonlySet<number>,
    private readonly known: Known,
    private readonly positions: Positions,
    private readonly how: How,
  ) {
    this.copiedBefore = page.copied;
    this.countingBefore = known.counting.size;
    this.acts = actsOf(page, reading, keys, left);
    reading.actsFor = page.elements.length + reading.listeners.length;
    this.stores = [page.tidy(new Map(reading.store))];
    this.pending = [new Set(startedBy(reading.effects))];
    this.outcomes = this.acts.map(() => []);
    this.index = new Map([[keyOfStore(this.stores[0]), 0]]);
    this.widths = new Widths(known.framed, how.apart);
    this.widths.more(this.stores[0]);
  }

  run(): void {
    do {
      // A timer may be under way in a way to be that was known without it: then it is gone through again.
      while (this.queue.length && !this.overspent()) {
        const { store: at, every } = this.queue.shift()!;
        this.gone.set(at, every || this.gone.get(at) === true);
        this.addTimersAndAnswers();
        this.acts.forEach((act, a) => {
          if (!this.overspent() && (every || this.did.has(a)) && this.isPossible(act, at)) this.goOn(act, a, at);
        });
      }
    } while (this.how.apart && !this.cut && this.goesOnApart());
    this.addTimersAndAnswers();
  }

  /** @returns whether some that nobody went on from yet would tell more */
  private goesOnApart(): boolean {
    // What came to be known to count is gone through once more, and looks as if all went by it as long as it is not.
    if (this.known.counting.size > this.countingBefore && this.countingBefore <= MOST_COUNTING) return false;
    const possible = new Map<string, boolean>();
    const canBe = (a: number, at: number): boolean => {
      const known = possible.get(`${a} ${at}`) ?? this.isPossible(this.acts[a], at);
      possible.set(`${a} ${at}`, known);
      return known;
    };
    const been = { stores: this.stores, done: doneOf(this.outcomes), gone: this.gone, canBe };
    const next = worthGoingOn(been, this.asksPairs());
    this.cut ||= next === null;
    this.queue.push(...(next ?? []));
    return this.queue.length > 0;
  }

  /** Those that were gone on from already, or will be, are gone on from once more. */
  private again(at: number): void {
    const every = this.how.apart ? this.gone.get(at) : true;
    if (every === undefined || this.queue.some((n) => n.store === at)) return;
    this.queue.push({ store: at, every });
  }

  /** Two components together are asked for as long as there is time; what one of them can do at all has to be gone through. */
  private asksPairs(): boolean {
    const asks = this.spent() <= MAX_TAKEN * 2.5;
    if (!asks) this.reading.notUnderstood.set(NOT_TOGETHER, { line: 1, text: NOT_TOGETHER, otherwise: true });
    return asks;
  }

  private spent(): number {
    const { reading, page, stores } = this;
    const copied = page.copied - (this.how.apart ? this.copiedBefore : 0);
    return reading.taken * (1 + stores[0].size / 50) + copied * 2 + reading.written * 4 + reading.heap.cells * 2;
  }
  private overspent(): boolean {
    this.cut ||= this.spent() > MAX_TAKEN * (this.how.apart ? 3 : 1);
    return this.cut;
  }

  private add(act: Act): void {
    this.acts.push(act);
    this.outcomes.push([]);
  }
  private addTimersAndAnswers(): void {
    const { acts, reading, left } = this;
    for (const t of reading.timers.values())
      if (!left.has(t.line) && !acts.some((a) => a.is === "timer" && a.timer === t.name))
        this.add({ is: "timer", timer: t.name });
    for (const q of reading.requests.values())
      if (!acts.some((a) => a.is === "answer" && a.request === q.name))
        for (const ok of [true, false]) this.add({ is: "answer", request: q.name, ok });
  }

  private isPossible(act: Act, at: number): boolean {
    const { page, stores } = this;
    if (isNotYet(act, this.pending[at]) || isPressedAlready(this.reading, act, stores[at])) return false;
    return !isOff(page, act, stores[at]) && !isUnseen(page, act, stores[at]);
  }

  /** One act in one way to be, and what comes of it. */
  private goOn(act: Act, a: number, at: number): void {
    const { page, reading, stores } = this;
    const timed = act.is === "timer" ? reading.timers.get(act.timer) : undefined;
    const due = timed ?? (act.is === "answer" ? reading.asked.underWay(act.request, stores[at]) : undefined);
    const passing = timed && this.passingWith(timed, at);
    const goes = (): void => perform(reading, page, act, this.left, passing);
    let after: ReadonlySet<string> = this.pending[at];
    const rests = (effects: readonly Effect[]): Resting => {
      after = underWayAfter(act, effects, this.pending[at], reading.timers);
      return after.size ? this.timersBy(after) : "all";
    };
    const isIdle = !due && !this.pending[at].size && [...stores[at].values()].includes(INSTANT);
    const hurried = isIdle ? reading.act(stores[at], goes, null, { rests, hurries: true }) : null;
    const done = reading.act(stores[at], goes, due?.world, { rests });
    if (reading.heap.asked) {
      if (timed) this.asksTheTime(timed, passing === "nothing");
      this.noteUnderWay(timed, done.effects, at);
    }
    this.cut ||= this.how.knowsMore();
    const key = keyOfStore(done.store);
    if (hurried && told(hurried) !== told(done)) byTheClock(reading, done.event ?? hurried.event);
    if (act.is === "other key") {
      if (done.effects.length || key !== keyOfStore(stores[at])) atAnyKey(reading, done.event);
      return;
    }
    if ("distance" in act && this.positions.kept(act, stores[at], done.store)) this.cut = true;
    const isSetAgain = timed !== undefined && startedBy(done.effects).includes(timed.name);
    if (due) this.noteCounting(due, isSetAgain ? timed : undefined, at);
    if (timed && goesOnAndOn(reading, timed)) this.known.counting.add(timed.at);
    for (const o of [...this.keeping(done.gone, at), ...done.mixed]) this.known.counting.add(o.at);
    const to = this.index.get(key) ?? this.added(done.store, key);
    if (to === null) return;
    this.outcomes[a][at] = { to, effects: done.effects, whole: done.whole };
    if (to !== at || done.effects.length) this.did.add(a);
    const before = this.pending[to].size;
    for (const t of after) this.pending[to].add(t);
    if (this.pending[to].size > before) this.again(to);
    // What is new to ask is asked everywhere.
    const more = this.addActs();
    if (more || ("distance" in act && moreDistances(reading, this.acts, this.outcomes)))
      for (const i of stores.keys()) this.again(i);
  }

  /** Places of timers that were under way while time passed for others. */
  private readonly waited = new Set<number>();
  /**
   * Where several are under way nobody knows how long another waits already: what goes by the clock goes by its own turns
   * alone.
   */
  private passingWith(timed: Timed, at: number): Passing {
    const { clocked } = this.known;
    const { timers, but } = this.timersBy(this.pending[at]);
    const others = but.filter((t) => t !== timed);
    if (others.some((t) => clocked.has(t.at))) return clocked.has(timed.at) ? "its own" : "nothing";
    for (const t of others) this.waited.add(t.at);
    return { but: timers };
  }
  /** Those that rest and go by the clock, which is long ago, be others under way or not; and those under way. */
  private timersBy(pending: ReadonlySet<string>): Exclude<Resting, "all"> {
    const all = [...this.reading.timers.values()];
    const isUnderWay = (t: Timed): boolean => pending.has(t.name);
    const isClocked = (t: Timed): boolean => this.known.clocked.has(t.at);
    return { timers: all.filter((t) => isClocked(t) && !isUnderWay(t)), but: all.filter(isUnderWay) };
  }
  private asksTheTime({ at }: Timed, stood: boolean): void {
    const { clocked } = this.known;
    if (clocked.has(at)) return;
    clocked.add(at);
    if (this.waited.has(at) || stood) this.known.late++;
  }

  /** Of what was just now a timer that was under way already is told sooner than after its whole time, and nobody knows when. */
  private noteUnderWay(timed: Timed | undefined, effects: readonly Effect[], at: number): void {
    const { reading, known, pending } = this;
    for (const t of reading.timers.values()) {
      if (t === timed || !known.clocked.has(t.at) || !pending[at].has(t.name)) continue;
      if (effects.some((e) => "timer" in e && e.timer === t.name) || !reading.heap.hasNew([t.fn])) continue;
      const text =
        "how long ago it was, by a timer that was under way before: here each of its turns comes a whole time later";
      reading.notUnderstood.set(`${t.line} ${text}`, { line: t.line, text, otherwise: true });
    }
  }

  /**
   * What a timer changes of what it keeps is there the next time, and for others that keep it, too; so with an answer.
   * @param again the timer, where it comes again
   */
  private noteCounting(due: Pick<Timed, "name" | "at" | "world">, again: Timed | undefined, at: number): void {
    const { reading } = this;
    const { counting } = this.known;
    const other = reading.heap.changedIn(due.world);
    // So it does where it keeps an instant, which comes nearer.
    if (again?.every && (other.length || reading.heap.instantsOf([again.fn]).length)) counting.add(again.at);
    if (again && reading.heap.asked && reading.heap.isBoundTo([again.fn])) counting.add(again.at);
    for (const o of this.keeping(other, at)) if (o.name !== due.name) counting.add(due.at).add(o.at);
  }

  /** What is under way that keeps any of what has changed. */
  private keeping(changed: readonly Entity[], at: number): ReturnType<typeof underWay> {
    if (!changed.length) return [];
    const all = underWay(this.reading, this.pending[at], this.stores[at]);
    return all.filter((o) => changed.some((e) => o.world.has(e)));
  }

  /** A way to be that was not known. @returns null where it is one too many */
  private added(store: Store, key: string): number | null {
    const more = this.widths.more(store);
    if (more === "endless") return null;
    const { growing } = this.known;
    const isTooMuch = more === "grows" || (more === "cut" && !this.how.apart);
    const grown = isTooMuch ? growingIn(store, this.reading.source) : null;
    this.grows ||= grown !== null;
    if (grown && (more === "grows" || this.how.few) && growing.size < MOST_GROWING) growing.add(grown);
    if (
      more === "grows" ||
      this.stores.length >= MOST_APART ||
      (!this.how.apart && (more === "cut" || this.stores.length >= MAX_WITH_NUMBERS))
    ) {
      this.cut = true;
      return null;
    }
    const to = this.stores.push(store) - 1;
    this.index.set(key, to);
    this.pending.push(new Set());
    if (!this.how.apart) this.queue.push({ store: to, every: true });
    return to;
  }

  /** Acts that elements and listeners bring that were not there before. */
  private addActs(): boolean {
    const { page, reading, acts } = this;
    const size = page.elements.length + reading.listeners.length;
    if (reading.actsFor === size) return false;
    reading.actsFor = size;
    const known = new Set(acts.map((a) => JSON.stringify(a)));
    const more = actsOf(page, reading, this.keys, this.left).filter((a) => !known.has(JSON.stringify(a)));
    for (const a of more) this.add(a);
    return more.length > 0;
  }
}

const told = ({ store, effects }: { store: Store; effects: readonly unknown[] }): string =>
  JSON.stringify([keyOfStore(new Map([...store].filter(([key]) => !isKept(key)))), effects]);

/** How long a person took since the act before no row can ask. */
function byTheClock(reading: Reading, event: Event | null): void {
  for (const line of event?.did ?? []) {
    const text = "what goes by how long ago something else was done: here that is always long ago";
    reading.notUnderstood.set(`${line} ${text}`, { line, text, otherwise: true });
  }
}

/** No row can ask for any key. */
function atAnyKey(reading: Reading, event: Event | null): void {
  for (const line of event?.did ?? []) {
    const text = "what is done at any key";
    reading.notUnderstood.set(`${line} ${text}`, { line, text });
  }
}
