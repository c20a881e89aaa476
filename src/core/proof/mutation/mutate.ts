/** Mutation: would the scenarios notice if a small thing were otherwise? */
import { type Component, type Expectation, isPartFact, isTextFact, type Scenario } from "../../model";
import { compile, type Program } from "../../program";
import { comparing, type Difference } from "../difference/difference";
import { toTheEnd } from "../exploring/to-the-end";
import { allHold } from "../scenarios/run-scenarios";
import { runScenario } from "../scenarios/scenario";
import { titleOf } from "../scenarios/titles";
import { type Mutant, mutants, type Operator } from "./mutants";

export interface Survivor {
  operator: Operator;
  /** The question that no scenario answers. */
  text: string;
  /** The shortest run that tells the two apart. */
  difference: Difference;
  /** The same run with the expectation that would notice. */
  offered: Scenario | null;
}
export interface Mutation {
  /** Noticed by a scenario. */
  killed: number;
  /** Nobody could notice: no run tells them apart by anything an expectation can speak of. */
  equivalent: number;
  survivors: Survivor[];
  /** Questions that no run answered before the bound was reached. */
  open: string[];
  /** Why nothing was asked: the scenarios have to hold to begin with. */
  refused: string | null;
}

/** Share of what can be noticed that is noticed, in percent; 100 where there is nothing to notice. */
export const scoreOf = ({ killed, survivors }: Mutation): number =>
  killed + survivors.length ? (100 * killed) / (killed + survivors.length) : 100;

/** Pairs of situations looked at for each mutant that survives, and acts tried in them. */
const PAIRS = 4000;
const ACTS = 60_000;

/** Asks every mutant; yields how many were asked, also while one is: it may take thousands of pairs of situations. */
export function* mutate(doc: Component): Generator<number, Mutation> {
  const program = compile(doc);
  const out: Mutation = { killed: 0, equivalent: 0, survivors: [], open: [], refused: null };
  if (!allHold(program)) return { ...out, refused: "The scenarios have to hold before one can ask what they notice" };
  // Of equal changes one is enough, such as two branches that come to the same.
  const seen = new Set<string>([JSON.stringify(doc)]);
  let asked = 0;
  for (const mutant of mutants(doc)) {
    const text = JSON.stringify(mutant.doc);
    if (seen.has(text)) continue;
    seen.add(text);
    const other = compile(mutant.doc);
    // A change that cannot be computed is no specification.
    if (other.problems.length > program.problems.length) continue;
    if (!allHold(other)) out.killed++;
    else {
      const asking = comparing(program, other, { most: PAIRS, acts: ACTS, sayable: true });
      let step = asking.next();
      for (; !step.done; step = asking.next()) yield asked;
      const { difference, complete } = step.value;
      if (difference) out.survivors.push(survivorOf(program, other, mutant, difference));
      else if (complete) out.equivalent++;
      else out.open.push(mutant.text);
    }
    yield ++asked;
  }
  return out;
}

/** The same at one go. */
export function mutateNow(doc: Component): Mutation {
  return toTheEnd(mutate(doc));
}

function survivorOf(program: Program, other: Program, { operator, text }: Mutant, difference: Difference): Survivor {
  const expectation = expectationOf(difference);
  const { steps } = difference.run;
  const expect = expectation ? [expectation] : [];
  const name = titleOf(program, steps);
  const offered: Scenario = steps.length
    ? { name, steps: steps.map((s, i) => (i === steps.length - 1 ? { ...s, expect } : s)) }
    : { name, steps, expect };
  // It is only offered where it holds, and would not if things were otherwise.
  const notices = expectation && runScenario(program, offered).ok && !runScenario(other, offered).ok;
  return { operator, text, difference, offered: notices ? offered : null };
}

function expectationOf({ part, fact, a }: Difference): Expectation | null {
  if (fact === "announced") return { fact, is: a };
  if (fact === "scroll") return { fact, is: Number(a) };
  if (part === null) return null;
  if (fact === "opacity") return { fact, part, is: Number(a), within: 0.05 };
  if (fact === "focus") return { fact: "focused", part, is: true };
  if (fact.startsWith("attribute "))
    return { fact: "attribute", part, attribute: fact.slice(10), is: a === "null" || a === "none" ? null : a };
  if (isTextFact(fact)) return { fact, part, is: a };
  return isPartFact(fact) ? { fact, part, is: a === "true" } : null;
}
