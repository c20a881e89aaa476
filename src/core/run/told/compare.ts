/** What differs between two instants, fact by fact: the same vocabulary as scenarios, and every property that a look decides. */
import { factNames, factTable, factWords } from "../../model";
import { DOCUMENT, looksAt, type PartIndex, type Program, partName } from "../../program";
import { attributeOf, currentValue, factsOf, scrollAt, stateText } from "../../surface";
import type { RunState } from "../state/state";

/** A program at an instant of one of its runs. */
export interface Instant {
  program: Program;
  state: RunState;
}

export interface Difference {
  /** By name, since the two may be of different specifications; null for what belongs to no part. */
  part: string | null;
  fact: string;
  a: string;
  b: string;
}

/** Every fact about a part that has a word, in the order in which people ask. */
export function factList({ program, state }: Instant, part: PartIndex): { fact: string; value: string }[] {
  const facts = factsOf(program, state, part);
  const look = looksAt(program, state.pose)[part];
  const info = program.parts[part];
  const attributes = new Set(
    [...info.attributes.map(([n]) => n), ...look.attributes.keys()].filter((n) => n !== "role"),
  );
  const properties = new Set([...Object.keys(look.css), ...Object.keys(look.motion ?? {})]);
  for (const t of state.tracks) if (t.part === part) properties.add(t.property);
  return [
    ...factNames.map((f) => ({
      fact: factTable[f].told,
      value: factWords(facts[f] === "" && f === "role" ? null : facts[f]),
    })),
    ...[...attributes].map((fact) => ({ fact, value: factWords(attributeOf(program, state, part, fact)) })),
    ...[...properties].map((fact) => ({ fact, value: factWords(currentValue(program, state, part, fact)) })),
  ];
}

/** What belongs to no part: states, focus, scroll, timers, data, what was said. */
function surroundings({ program, state }: Instant): { fact: string; value: string }[] {
  return [
    { fact: "state", value: stateText(program, state) },
    { fact: "focus", value: partName(program, state.focus) },
    { fact: "scroll", value: `${Math.round(scrollAt(state.page, state.now))} px` },
    { fact: "page", value: `${state.page.width} × ${state.page.height}` },
    { fact: "timers running", value: factWords(state.timers.length) },
    { fact: "motions running", value: factWords(state.tracks.length) },
    { fact: "announced", value: state.said?.text ?? "nothing" },
    ...program.data.map((d, i) => ({ fact: d.name, value: factWords(state.data[i]) })),
  ];
}

function unlike(
  part: string | null,
  a: readonly { fact: string; value: string }[],
  b: readonly { fact: string; value: string }[],
): Difference[] {
  const other = new Map(b.map((f) => [f.fact, f.value]));
  const out: Difference[] = [];
  for (const { fact, value } of a) {
    const is = other.get(fact) ?? "none";
    other.delete(fact);
    if (is !== value) out.push({ part, fact, a: value, b: is });
  }
  for (const [fact, is] of other) if (is !== "none") out.push({ part, fact, a: "none", b: is });
  return out;
}

/** Every fact that differs: what belongs to no part first, then part by part in the order of the tree. */
export function differences(a: Instant, b: Instant): Difference[] {
  const out = unlike(null, surroundings(a), surroundings(b));
  for (const { index, name } of a.program.parts) {
    const there = b.program.partIndex.get(name) ?? DOCUMENT;
    if (there === DOCUMENT) out.push({ part: name, fact: "in the specification", a: "yes", b: "no" });
    else out.push(...unlike(name, factList(a, index), factList(b, there)));
  }
  for (const { name } of b.program.parts)
    if (!a.program.partIndex.has(name)) out.push({ part: name, fact: "in the specification", a: "no", b: "yes" });
  return out;
}

/**
 * Without those that only follow from others: what is the same for something around the part,
 * and a text or name that differs by what a part inside says.
 */
export function ownOf(program: Program, list: readonly Difference[]): Set<Difference> {
  const said = new Set(list.map((d) => `${d.part}\n${d.fact}\n${d.a}\n${d.b}`));
  const aroundText = new Set<PartIndex>();
  for (const { part, fact } of list) {
    const index = part === null || fact !== "text" ? undefined : program.partIndex.get(part);
    if (index !== undefined) for (const p of program.parts[index].path.slice(1)) aroundText.add(p);
  }
  return new Set(
    list.filter((d) => {
      const index = d.part === null ? undefined : program.partIndex.get(d.part);
      if (index === undefined) return true;
      if ((d.fact === "text" || d.fact === "name") && aroundText.has(index)) return false;
      const around = program.parts[index].path.slice(1);
      return !around.some((p) => said.has(`${program.parts[p].name}\n${d.fact}\n${d.a}\n${d.b}`));
    }),
  );
}

/** What a step changed: what follows from that for the parts inside is left out. */
export function compareSteps(program: Program, before: RunState, after: RunState): Difference[] {
  const list = differences({ program, state: before }, { program, state: after });
  const own = ownOf(program, list);
  return list.filter((d) => own.has(d));
}
