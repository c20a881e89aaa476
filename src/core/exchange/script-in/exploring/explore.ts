/** Everything that a page's script can make of it: from the page as loaded, each act in each way the page can then be. */

import {
  ENDLESS_FRAMES,
  type Event,
  invalidIn,
  isA,
  isKept,
  keyOfStore,
  MEDIA,
  type Reading,
  type ScriptPage,
  type Store,
  type Timed,
} from "../reading";
import {
  type Act,
  actsOf,
  heard,
  isCancelled,
  isNotYet,
  isOff,
  isPressedAlready,
  isTyped,
  isUnseen,
  moreDistances,
  startedBy,
} from "./acts";
import type { Explored, Outcome } from "./found";
import { needless } from "./keys";
import { type Known, load, type Script } from "./load";
import { perform } from "./perform";
import { Positions } from "./positions";
import { underWayTwice } from "./twice";

export const MAX_STORES = 64;
/** With numbers that count, of which each value is a way to be of its own while it is looked at. */
const MAX_WITH_NUMBERS = 640;
const MAX_VALUES = 130;
/** Of one that goes by frames: some five seconds. */
const MAX_FRAMES = 320;
/** So much is gone through in all: some seconds. */
const MAX_TAKEN = 400_000;
export function explore(page: ScriptPage, scripts: readonly Script[], left: ReadonlySet<number>): Explored {
  const known: Known = { counting: new Set(), positions: new Set(), framed: false };
  const { counting, positions } = known;
  for (;;) {
    const [counted, kept] = [counting.size, positions.size];
    const places = page.scattered.size;
    const found: Explored = exploreOnce(page, scripts, left, known);
    if (positions.size > kept) continue;
    const draws: boolean = !known.framed && found.notUnderstood.some((n) => n.text === ENDLESS_FRAMES);
    known.framed ||= draws;
    const more = [...page.scattered].slice(places);
    if (more.length && page.scattered.size <= MOST_SCATTERED) for (const site of more) page.forget(site);
    else if (!draws && (counting.size === counted || counted > MOST_COUNTING)) return found;
  }
}

/** Places in the script whose elements come to several places of the page; each costs one more time through the script, too. */
const MOST_SCATTERED = 6;

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

/** Timers whose own function counts; each costs one more time through the script. */
const MOST_COUNTING = 4;

/** @param known what comes to be known is added; where a position is kept it ends at once */
function exploreOnce(page: ScriptPage, scripts: readonly Script[], left: ReadonlySet<number>, known: Known): Explored {
  const { counting, framed, positions } = known;
  const { reading, keys } = load(page, scripts, known);
  const keeping = new Positions(reading, positions);
  reading.leave(left);
  // A page that hears of the pointer hears of fingers by it, too; and nobody who only clicks drags or asks for a menu.
  const pointed = reading.listeners.some((l) => /^pointer |^click$/.test(heard[l.type] ?? ""));
  for (const l of reading.listeners)
    if (pointed && /^(touch(start|end|cancel)|pointercancel|selectstart|dragstart|contextmenu)$/.test(l.type))
      reading.readLines.add(l.line);
    else if (isTyped(l) || (!heard[l.type] && !/^(scroll|in view|resize)$/.test(l.type) && !l.type.startsWith(MEDIA)))
      reading.notUnderstood.set(`${l.line} ${l.type}`, { line: l.line, text: `what listens for “${l.type}”` });
  const loaded = [...reading.effects];
  const acts = actsOf(page, reading, keys, left);
  reading.actsFor = page.elements.length + reading.listeners.length;
  const stores: Store[] = [page.tidy(new Map(reading.store))];
  const pending: Set<string>[] = [new Set(startedBy(loaded))];
  const index = new Map([[keyOfStore(stores[0]), 0]]);
  const outcomes: (Outcome | undefined)[][] = acts.map(() => []);
  const widths = new Widths(framed ? MAX_FRAMES : MAX_VALUES);
  widths.more(stores[0]);
  let cut = false;
  const spent = (): number => reading.taken * (1 + stores[0].size / 50) + page.copied * 2 + reading.written * 4;
  // A timer may be under way in a way to be that was known without it: then it is gone through again.
  const queue = [0];
  while (queue.length) {
    if (spent() > MAX_TAKEN) {
      cut = true;
      break;
    }
    const at = queue.shift()!;
    for (const t of reading.timers.values())
      if (!left.has(t.line) && !acts.some((a) => a.is === "timer" && a.timer === t.name)) {
        acts.push({ is: "timer", timer: t.name });
        outcomes.push([]);
      }
    for (const q of reading.requests.values())
      if (!acts.some((a) => a.is === "answer" && a.request === q.name))
        for (const ok of [true, false]) {
          acts.push({ is: "answer", request: q.name, ok });
          outcomes.push([]);
        }
    acts.forEach((act, a) => {
      cut ||= spent() > MAX_TAKEN;
      if (cut || isNotYet(act, pending[at]) || isPressedAlready(reading, act, stores[at])) return;
      if (isOff(page, act, stores[at]) || isUnseen(page, act, stores[at])) return;
      const timed = act.is === "timer" ? reading.timers.get(act.timer) : undefined;
      const due = timed ?? (act.is === "answer" ? reading.asked.underWay(act.request, stores[at]) : undefined);
      const done = reading.act(stores[at], () => perform(reading, page, act, left), due?.world);
      const key = keyOfStore(done.store);
      if (act.is === "other key") {
        if (done.effects.length || key !== keyOfStore(stores[at])) atAnyKey(reading, done.event);
        return;
      }
      if ("distance" in act && keeping.kept(act, stores[at], done.store)) cut = true;
      // What a timer changes of what it keeps is there the next time, and for others that keep it, too; so with an answer.
      const other = due ? reading.heap.changedIn(due.world) : [];
      // So it does where it keeps an instant, which comes nearer.
      if (timed?.every && (other.length || reading.heap.instantsOf([timed.fn]).length)) counting.add(timed.at);
      if (timed && goesOnAndOn(reading, timed)) counting.add(timed.at);
      for (const o of underWay(reading, pending[at], stores[at]))
        if (due && o.name !== due.name && other.some((e) => o.world.has(e))) counting.add(due.at).add(o.at);
      let to = index.get(key);
      if (to === undefined) {
        const more = widths.more(done.store);
        if (more === "endless") return;
        if (more === "cut" || stores.length >= MAX_WITH_NUMBERS) {
          cut = true;
          return;
        }
        to = stores.push(done.store) - 1;
        index.set(key, to);
        pending.push(new Set());
        queue.push(to);
      }
      outcomes[a][at] = { to, effects: done.effects, whole: done.whole };
      const running = [...pending[at]].filter(
        (t) =>
          !(act.is === "timer" && act.timer === t && !reading.timers.get(t)?.every) &&
          !(act.is === "answer" && t === `request ${act.request}`),
      );
      const after = new Set([...running, ...startedBy(done.effects)].filter((t) => !isCancelled(done.effects, t)));
      const before = pending[to].size;
      for (const t of after) pending[to].add(t);
      if (pending[to].size > before && !queue.includes(to)) queue.push(to);
      // What is new to ask is asked everywhere.
      const more = moreActs(page, reading, keys, left, acts, outcomes);
      if (more || ("distance" in act && moreDistances(reading, acts, outcomes)))
        for (const i of stores.keys()) if (!queue.includes(i)) queue.push(i);
    });
  }
  const any = acts.findIndex((a) => a.is === "width above" && a.distance === 0);
  if (any >= 0 && outcomes[any].some((o, at) => o && (o.to !== at || o.effects.length)))
    for (const l of reading.listeners)
      if (l.type === "resize")
        reading.notUnderstood.set(`${l.line} width`, {
          line: l.line,
          text: "what is done at any change of the window",
        });
  keeping.tell();
  heldUp(page, reading, stores[0]);
  for (const { line, text } of underWayTwice(
    { acts, outcomes, timers: reading.timers, requests: reading.requests },
    pending,
  ))
    reading.notUnderstood.set(`${line} ${text}`, { line, text, otherwise: true });
  const spare = needless(acts, (a) => JSON.stringify(outcomes[a]));
  const told = acts.flatMap((a, i) => (a.is === "other key" || (a.is === "key" && spare.has(a.key)) ? [] : [i]));
  const listeners = [
    ...reading.listeners.map((l) => ({
      line: l.line,
      type: l.type,
      on: typeof l.on === "string" ? l.on : l.on.name,
      read: reading.readLines.has(l.line),
    })),
  ];
  return {
    stores,
    loaded,
    acts: told.map((i) => acts[i]),
    outcomes: told.map((i) => outcomes[i]),
    timers: reading.timers,
    requests: reading.requests,
    listeners,
    notUnderstood: [...reading.notUnderstood.values()].sort((a, b) => a.line - b.line),
    numbers: new Map([...numbersOf(stores), ...reading.numbers()]),
    endless: widths.endless,
    softly: new Map(
      [...reading.coming.softly].map((e) => [e.name, (store: Store) => reading.coming.displayOf(e, store)]),
    ),
    moving: new Set(
      page.elements.flatMap((e) =>
        ["transition", "transition-duration"].some((p) => page.computed(e, p, stores[0]) !== null) ? [e.name] : [],
      ),
    ),
    cut,
  };
}

/** No row can ask for any key. */
function atAnyKey(reading: Reading, event: Event | null): void {
  for (const line of event?.did ?? []) {
    const text = "what is done at any key";
    reading.notUnderstood.set(`${line} ${text}`, { line, text });
  }
}

/** What is only done once somebody has typed something: nobody knows here what. */
function heldUp(page: ScriptPage, reading: Reading, store: Store): void {
  reading.store = new Map(store);
  const [first] = page.all("form", page.body, store);
  for (const { type, line, on } of reading.listeners) {
    if (type !== "submit" || reading.readLines.has(line)) continue;
    const form = typeof on === "string" || on.tag !== "form" ? first : on;
    const wrong = form ? invalidIn(reading, form).map((e) => e.name) : [];
    const text = `what is done once ${wrong.join(", ")} ${wrong.length === 1 ? "is" : "are"} filled in, by typing`;
    if (wrong.length) reading.notUnderstood.set(`${line} ${text}`, { line, text });
  }
}

/** Numbers that come to be kept, with what they are at first, else with the one of their values nearest to nought. */
function numbersOf(stores: readonly Store[]): Map<string, number> {
  const out = new Map<string, number>();
  for (const store of stores)
    for (const [key, value] of store)
      if (isKept(key) && /[ |.]#?[A-Za-z_]\w*$/.test(key) && typeof value === "number")
        if (!stores[0].has(key) && Math.abs(value) <= Math.abs(out.get(key) ?? value)) out.set(key, value);
        else if (store === stores[0]) out.set(key, value);
  return out;
}

/** Acts that elements and listeners bring that were not there before. */
function moreActs(
  page: ScriptPage,
  reading: Reading,
  keys: ReadonlySet<string>,
  left: ReadonlySet<number>,
  acts: Act[],
  outcomes: unknown[][],
): boolean {
  const size = page.elements.length + reading.listeners.length;
  if (reading.actsFor === size) return false;
  reading.actsFor = size;
  const known = new Set(acts.map((a) => JSON.stringify(a)));
  const more = actsOf(page, reading, keys, left).filter((a) => !known.has(JSON.stringify(a)));
  acts.push(...more);
  for (const _a of more) outcomes.push([]);
  return more.length > 0;
}

/** How many ways to be there are, apart from numbers; and how many values a number has. */
class Widths {
  constructor(private readonly most: number) {}
  private readonly apart = new Set<string>();
  private readonly values = new Map<string, Set<number>>();
  readonly endless = new Set<string>();

  /** @returns what stands against one more */
  more(store: Store): "endless" | "cut" | null {
    for (const [key, value] of store) {
      if (!isKept(key) || typeof value !== "number") continue;
      const known = this.values.get(key) ?? new Set();
      this.values.set(key, known.add(value));
      if (known.size <= this.most) continue;
      known.delete(value);
      this.endless.add(key);
      return "endless";
    }
    // Handles of timers come and go, and seldom decide.
    const counts = (value: unknown): boolean =>
      typeof value === "number" || (typeof value === "string" && value.startsWith("<timer "));
    const plain = [...store].filter(([key, value]) => !(isKept(key) && counts(value)));
    this.apart.add(keyOfStore(new Map(plain)).replace(/\d+/g, "#"));
    return this.apart.size > MAX_STORES ? "cut" : null;
  }
}
