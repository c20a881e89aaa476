/**
 * Two specifications side by side: the shortest run on which they behave differently for a person, or that there is none.
 * Both are led through the same stimuli at the same instants, breadth first; the names of states are no difference.
 */
import type { Scenario, Step as ScenarioStep, Stimulus } from "../model";
import { DOCUMENT, looksAt, type Program, partName } from "../program";
import { advance, nextDue, type RunState, start, stimulate } from "../run";
import { attributeOf, factsOf, isVisible, scrollAt } from "../surface";
import { AT, Explorer, JUST_BEFORE } from "./explore";
import { mergedWaits, micros } from "./steps";

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

interface Pair {
  a: RunState;
  b: RunState;
  parent: Pair | null;
  steps: ScenarioStep[];
}

export interface Looking {
  /** Pairs of situations after which the search stops and says so. */
  most?: number;
  /** Only facts that an expectation can speak of: no style values, motions under way or requests. */
  sayable?: boolean;
}

/** Leads both from their start until they can be told apart, nothing is left to try, or the bound is reached. */
export function compareBehaviour(
  one: Program,
  other: Program,
  { most = 5000, sayable = false }: Looking = {},
): Compared {
  const [first, second] = [one, other].map((p) => new Side(p, sayable));
  const known = new Set<string>();
  const pairs: Pair[] = [];
  let found: Difference | null = null;
  const visit = (a: RunState, b: RunState, parent: Pair | null, steps: ScenarioStep[]): boolean => {
    const key = `${first.explorer.key(a)}|${second.explorer.key(b)}`;
    if (known.has(key)) return false;
    known.add(key);
    const pair = { a, b, parent, steps };
    const told = unlike(first, second, a, b);
    if (told) {
      found = { run: runTo(pair, told), ...told };
      return true;
    }
    pairs.push(pair);
    return false;
  };
  const done = (complete: boolean): Compared => ({ difference: found, complete, pairs: pairs.length });
  if (visit(start(one).state, start(other).state, null, [])) return done(true);
  for (let i = 0; i < pairs.length; i++) {
    if (pairs.length > most) return done(false);
    const pair = pairs[i];
    const { a, b } = pair;
    for (const stimulus of first.explorer.alike(second.explorer, a, b)) {
      const [nextA, nextB] = [first.did(a, stimulus), second.did(b, stimulus)];
      // Most stimuli change nothing; the states are then the same values.
      if (nextA === a && nextB === b) continue;
      if (visit(nextA, nextB, pair, [{ do: stimulus }])) return done(true);
    }
    const dues = [nextDue(one, a), nextDue(other, b)].filter((d) => d !== null);
    if (!dues.length) continue;
    const due = Math.min(...dues);
    for (const to of [micros(due - JUST_BEFORE), micros(due - AT), due]) {
      if (to <= a.now) continue;
      const wait = { do: { wait: micros(to - a.now) } };
      if (visit(advance(one, a, to), advance(other, b, to), pair, [wait])) return done(true);
    }
  }
  return done(true);
}

class Side {
  readonly explorer: Pairing;
  private readonly facts = new Map<string, Map<string, string>>();
  constructor(
    readonly program: Program,
    private readonly sayable: boolean,
  ) {
    this.explorer = new Pairing(program);
  }

  did(state: RunState, stimulus: Stimulus): RunState {
    const name = Object.values(stimulus)[0];
    const part = "click" in stimulus || "down" in stimulus || "up" in stimulus || "move" in stimulus ? name : null;
    if (typeof part === "string" && !this.program.partIndex.has(part)) return state;
    return stimulate(this.program, state, stimulus).state;
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
      const say = (fact: string, value: string | boolean | null): void =>
        void facts.set(`${name}\n${fact}`, String(value));
      say("visible", f.visible);
      say("takes pointer", f.takesPointer);
      say("in tab order", f.inTabOrder);
      say("focused", f.focused);
      // Of what is neither seen nor heard nobody notices more.
      if (!f.visible && !f.exposed) continue;
      if (content.every((c) => typeof c !== "number")) say("text", f.text);
      say("name", f.name);
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
    const out = new Map<string, string>([["\nannounced", state.said?.text ?? ""]]);
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

/** An explorer of which only the stimuli and the keys are used. */
class Pairing extends Explorer {
  constructor(program: Program) {
    super(program, [], { situations: 1 });
  }
  /** Everything that can be done in either of two states, once each. */
  alike(other: Explorer, mine: RunState, its: RunState): Stimulus[] {
    const out = new Map<string, Stimulus>();
    for (const { stimulus } of [...this.stimuli(mine), ...other.stimuli(its)])
      out.set(JSON.stringify(stimulus), stimulus);
    return [...out.values()];
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

function runTo(pair: Pair, { part, fact, a, b }: Told): Scenario {
  const steps: ScenarioStep[] = [];
  for (let p: Pair | null = pair; p; p = p.parent) steps.unshift(...p.steps);
  return { name: `${part ?? "the page"}: ${fact} is ${a}, then ${b}`.slice(0, 200), steps: mergedWaits(steps) };
}
