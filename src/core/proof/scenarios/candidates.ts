/** Expectations that a step offers: the facts about seen things that it changed. Pure. */
import { type Expectation, isTextFact, partFacts, textFacts } from "../../model";
import { DOCUMENT, type Program } from "../../program";
import { advance, type RunState } from "../../run";
import { activeNames, factsOf, found, trackEnd } from "../../surface";

/** @param before null before the first step: then what is seen at the start is offered */
export function candidates(program: Program, before: RunState | null, after: RunState): Expectation[] {
  const out: Expectation[] = [];
  const was = before ? activeNames(program, before) : [];
  for (const is of activeNames(program, after)) if (!was.includes(is)) out.push({ fact: "state", is });
  const rows = new Set(program.doc.looks.map((l) => l.part));
  if (after.focus !== DOCUMENT && before?.focus !== after.focus) {
    out.push({ fact: "focused", part: program.parts[after.focus].name, is: true });
  }
  const pointers: Expectation[] = [];
  const offered = new Set<number>();
  for (const { index, name, content, path } of program.parts) {
    const now = factsOf(program, after, index);
    const was = before ? factsOf(program, before, index) : null;
    const onlyText = content.every((c) => typeof c !== "number");
    if (was && was.text !== now.text && onlyText) out.push({ fact: "text", part: name, is: now.text });
    // Where what is around it came or went, its own coming and going is no news.
    if (was ? was.visible !== now.visible && !path.some((p) => offered.has(p)) : rows.has(name)) {
      offered.add(index);
      out.push({ fact: "visible", part: name, is: now.visible });
    }
    if (!was || !rows.has(name)) continue;
    for (const fact of ["in tab order", "takes pointer"] as const)
      if (was[fact] !== now[fact]) pointers.push({ fact, part: name, is: now[fact] });
  }
  out.push(...pointers);
  return out;
}

/** How long to wait for what is on its way, ms, and what is otherwise then. */
export interface Arrival {
  wait: number;
  expect: readonly Expectation[];
}

/** @returns null where nothing is on its way, or what is never comes to an end */
export function arrival(program: Program, state: RunState): Arrival | null {
  const ends = state.tracks.map(trackEnd).filter((end) => Number.isFinite(end) && end > state.now);
  if (!ends.length) return null;
  const wait = Math.ceil(Math.max(...ends) - state.now);
  return { wait, expect: candidates(program, state, advance(program, state, state.now + wait)) };
}

/** Facts that can be picked by hand, beside those that a step offers. */
export const pickableFacts = [...partFacts, ...textFacts] as const;

/** What a fact about a part is at the moment, as an expectation that holds. */
export function expectationNow(
  program: Program,
  moment: RunState,
  part: string,
  fact: (typeof pickableFacts)[number],
): Expectation {
  const asked: Expectation = isTextFact(fact) ? { fact, part, is: "" } : { fact, part, is: true };
  return { ...asked, is: found(program, moment, asked) } as Expectation;
}
