/**
 * Two specifications side by side: the shortest run on which they behave differently for a person, or that there is none.
 * Both are led through the same stimuli at the same instants, all timings at once, breadth first; the names of states are
 * no difference.
 */
import { micros } from "../../measure";
import type { Scenario, Stimulus } from "../../model";
import { DOCUMENT, looksAt, type Program, partName } from "../../program";
import { advance, type RunState, start, stimulate } from "../../run";
import { attributeOf, effectiveOpacity, factsOf, isVisible, layoutOf, scrollAt } from "../../surface";
import { Acts } from "../exploring/acts";
import { MOST_CUT } from "../exploring/explore";
import { piledUp } from "../exploring/situation";
import { toTheEnd } from "../exploring/to-the-end";
import { stepsAt } from "../scenarios/steps";
import {
  answeredBy,
  CROWD,
  covers,
  earliest,
  elapse,
  type Followed,
  firstDue,
  firstInstants,
  followed,
  type Leg,
  longest,
  moved,
  NOTHING,
  thingsOf,
  whenDone,
} from "../zones";

export interface Difference {
  /** Ends where the two can be told apart. */
  run: Scenario;
  /** What differs there: the part, null for the page; the fact, and what it is in each. */
  part: string | null;
  fact: string;
  a: string;
  b: string;
}
export interface Compared {
  /** Null where none was found; with `complete` there is none. */
  difference: Difference | null;
  complete: boolean;
  pairs: number;
}

interface Pair extends Followed {
  parent: Pair | null;
  /** What led here from the parent: a stimulus, or which things were due. */
  move: Stimulus | readonly number[] | null;
}

export interface Looking {
  /** Pairs of situations after which the search stops and says so. */
  most?: number;
  /** Acts tried in them after which it does so, too: large components have many in each. */
  acts?: number;
  /** Only facts that an expectation can speak of: no style values, motions under way or requests. */
  sayable?: boolean;
}

/** Both at one go; see `comparing`. */
export function compareBehaviour(one: Program, other: Program, looking: Looking = {}): Compared {
  return toTheEnd(comparing(one, other, looking));
}

/**
 * Leads both from their start until they can be told apart, nothing is left to try, or the bound is reached.
 * Yields the pairs seen so far, now and then.
 */
export function* comparing(
  one: Program,
  other: Program,
  { most = 5000, acts = Number.POSITIVE_INFINITY, sayable = false }: Looking = {},
): Generator<number, Compared> {
  const sides = [one, other].map((p) => new Side(p, sayable)) as [Side, Side];
  const programs = [one, other];
  const known = new Map<string, Pair[]>();
  const pairs: Pair[] = [];
  let found: Difference | null = null;
  const visit = (next: Followed, parent: Pair | null, move: Pair["move"]): boolean => {
    const key = keyOf(sides, next);
    elapse(next.zone, 1);
    const alike = known.get(key);
    if (alike?.some((p) => covers(p.zone, next.zone))) return false;
    const pair: Pair = { ...next, parent, move };
    if (alike) alike.push(pair);
    else known.set(key, [pair]);
    pairs.push(pair);
    found = differs(sides, pair);
    return found !== null;
  };
  const done = (complete: boolean): Compared => ({ difference: found, complete, pairs: pairs.length });
  let whole = true;
  let tried = 0;
  const isCrowded = (states: readonly RunState[]): boolean => {
    const is = states.some((s) => s.timers.length > CROWD || piledUp(s) !== null);
    whole &&= !is;
    return is;
  };
  const opened = programs.map((p) => start(p).state);
  if (isCrowded(opened)) return done(false);
  if (
    visit(
      followed(programs, NOTHING, opened, () => opened),
      null,
      null,
    )
  )
    return done(true);
  for (let i = 0; i < pairs.length; i++) {
    if (pairs.length > most || tried > acts) return done(false);
    if (i % 20 === 19) yield pairs.length;
    const pair = pairs[i];
    for (const stimulus of alike(sides, pair.states)) {
      if (sides.some((s) => s.loops > MOST_CUT)) return done(false);
      const does = (states: readonly RunState[]): RunState[] => states.map((s, side) => sides[side].did(s, stimulus));
      tried++;
      const at = whenDone(programs, pair, stimulus);
      if (!at) continue;
      const next = does(at.states);
      // Most stimuli change nothing; the states are then the same values.
      if (next.every((s, side) => s === at.states[side]) || isCrowded(next)) continue;
      if (visit(followed(programs, at, next, does), pair, stimulus)) return done(true);
    }
    for (const { due, zone } of firstInstants(pair.zone)) {
      const at = { ...moved(programs, pair, longest(zone)), zone };
      const does = (states: readonly RunState[]): RunState[] => {
        const first = firstDue(thingsOf(programs, states));
        return states.map((s, side) => advance(programs[side], s, first));
      };
      const next = does(at.states);
      if (!isCrowded(next) && visit(followed(programs, at, next, does), pair, due)) return done(true);
    }
  }
  return done(whole);
}

/** Pairs with the same key differ in their timings alone. */
const keyOf = (sides: readonly Side[], { states }: Followed): string =>
  states.map((s, i) => sides[i].acts.noticed(s)).join("|");

/** Everything that can be done in either of two states, once each. */
function alike(sides: readonly Side[], states: readonly RunState[]): Stimulus[] {
  const out = new Map<string, Stimulus>();
  sides.forEach(({ acts }, i) => {
    for (const { stimulus } of acts.in(states[i])) out.set(JSON.stringify(stimulus), stimulus);
  });
  return [...out.values()];
}

/** What tells a pair apart at once, or right before something is due. */
function differs(sides: [Side, Side], pair: Pair): Difference | null {
  const [a, b] = pair.states;
  const programs = sides.map((s) => s.program);
  const now = unlike(...sides, a, b);
  if (now) return { run: runTo(programs, pair, now, null), ...now };
  if (!a.tracks.length && !b.tracks.length) return null;
  const next = firstDue(pair.things);
  const late = micros(next - 0.001);
  const then = late > a.now ? unlike(...sides, { ...a, now: late }, { ...b, now: late }) : null;
  const due = pair.things.flatMap((t, i) => (t.due === next ? i : []));
  return then && { run: runTo(programs, pair, then, due), ...then };
}

/** Of every part, whether it is seen or heard or not. */
const noticedAlways = ["visible", "takes pointer", "in tab order", "focused", "exposed"] as const;

class Side {
  readonly acts: Acts;
  private readonly facts = new Map<string, Map<string, string>>();
  /** Stimuli after which the run was cut. */
  loops = 0;
  constructor(
    readonly program: Program,
    readonly sayable: boolean,
  ) {
    this.acts = new Acts(program);
  }

  did(state: RunState, stimulus: Stimulus): RunState {
    const name = Object.values(stimulus)[0];
    const part = "click" in stimulus || "down" in stimulus || "up" in stimulus || "move" in stimulus ? name : null;
    if (typeof part === "string" && !this.program.partIndex.has(part)) return state;
    const result = stimulate(this.program, state, stimulus);
    if (result.step.loop) this.loops++;
    return result.state;
  }

  /** What a person can notice, by part and fact. */
  seen(state: RunState): Map<string, string> {
    const { page, pose, focus, data, lingering, tracks } = state;
    const key = `${pose},${focus},${data.join()},${lingering.map((l) => l.part)},${scrollAt(page, state.now)},${page.width}`;
    let facts = this.facts.get(key);
    if (!facts) {
      facts = this.noticed({ ...state, tracks: [] });
      this.facts.set(key, facts);
    }
    if (!tracks.length) return facts;
    // Of all that is kept only what is seen is another from instant to instant while something moves.
    const { parts } = this.program;
    const now = new Map(facts);
    for (const { index, name, path } of parts)
      if (tracks.some((t) => path.includes(t.part)))
        now.set(`${name}\nvisible`, String(isVisible(this.program, state, index)));
    return now;
  }

  private noticed(state: RunState): Map<string, string> {
    const { program } = this;
    const facts = new Map<string, string>();
    const looks = looksAt(program, state.pose);
    for (const { index, name, attributes, content } of program.parts) {
      const f = factsOf(program, state, index);
      const say = (fact: string, value: string | number | boolean | null): void =>
        void facts.set(`${name}\n${fact}`, String(value));
      for (const fact of noticedAlways) say(fact, f[fact]);
      // Of what is neither seen nor heard nobody notices more.
      if (!f.visible && !f.exposed) continue;
      if (content.every((c) => typeof c !== "number")) say("text", f.text);
      say("name", f.name);
      say("role", f.role);
      for (const n of new Set([...attributes.map(([n]) => n), ...looks[index].attributes.keys()]))
        say(`attribute ${n}`, attributeOf(program, state, index, n));
      if (this.sayable) continue;
      for (const [property, value] of Object.entries(looks[index].css)) say(`style ${property}`, value);
    }
    return facts;
  }

  /** What moves, and what was said: not kept, they differ from instant to instant. */
  passing(state: RunState): Map<string, string> {
    const { program } = this;
    const out = new Map<string, string>([
      ["\nannounced", state.said?.text ?? ""],
      ["\nscroll", String(Math.round(scrollAt(state.page, state.now)))],
    ]);
    // What fades is as far as it is: a fade that takes twice as long is seen half-way.
    for (const t of state.tracks)
      if (t.property === "opacity" && layoutOf(program, state).inSight[t.part])
        out.set(`${partName(program, t.part)}\nopacity`, effectiveOpacity(program, state, t.part).toFixed(2));
    if (this.sayable) return out;
    for (const t of state.tracks)
      out.set(
        `${partName(program, t.part)}\nmotion of ${t.property}`,
        `${t.to} until ${micros(t.start + t.delay + t.duration)} ms`,
      );
    const asked = state.timers.flatMap((t) =>
      t.kind === "event" && t.request >= 0 ? program.requests[t.request].name : [],
    );
    out.set("\nrequests", asked.join(", "));
    return out;
  }
}

type Told = Omit<Difference, "run">;
function unlike(first: Side, second: Side, a: RunState, b: RunState): Told | null {
  for (const [mine, its] of [
    [first.seen(a), second.seen(b)],
    [first.passing(a), second.passing(b)],
  ]) {
    if (mine === its) continue;
    for (const key of new Set([...mine.keys(), ...its.keys()])) {
      const [part, fact] = key.split("\n");
      const [x, y] = [mine.get(key) ?? unsaid(mine, part, fact), its.get(key) ?? unsaid(its, part, fact)];
      if (x !== null && y !== null && x !== y) return { part: part || null, fact, a: x, b: y };
    }
  }
  const focus = [partName(first.program, a.focus), partName(second.program, b.focus)];
  if (focus[0] !== focus[1])
    return { part: a.focus === DOCUMENT ? null : focus[0], fact: "focus", a: focus[0], b: focus[1] };
  return null;
}

/** What is not in the list: an attribute that is not there, nothing under way; null where nobody notices the part at all. */
function unsaid(facts: ReadonlyMap<string, string>, part: string, fact: string): string | null {
  if (part && !facts.has(`${part}\nname`)) return null;
  return fact.startsWith("attribute ") ? "null" : "none";
}

/** @param due where given, the run goes on until just before those things come */
function runTo(
  programs: readonly Program[],
  pair: Pair,
  { part, fact, a, b }: Told,
  due: readonly number[] | null,
): Scenario {
  const way: Pair[] = [];
  let first = pair;
  for (; first.parent; first = first.parent) way.push(first);
  way.reverse();
  const leg = ({ move, kept, begun, parent }: Pair): Leg => ({
    due: Array.isArray(move) ? move : null,
    kept,
    begun,
    soon: answeredBy(programs, parent?.things ?? [], Array.isArray(move) ? null : (move as Stimulus | null)),
  });
  const legs = [...way.map(leg), ...(due ? [{ due, kept: [], begun: [] }] : [])];
  const instants = earliest(first.begun, legs) ?? [];
  if (due) instants[way.length] -= 1;
  const acts = legs.map((l, i) => (l.due ? null : (way[i].move as Stimulus)));
  return { name: `${part ?? "the page"}: ${fact} is ${a}, then ${b}`.slice(0, 200), steps: stepsAt(acts, instants) };
}
