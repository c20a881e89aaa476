/** What a document tells of a component, as tables and lists: one content for HTML and Markdown. */
import {
  printActions,
  printClaim,
  printEvent,
  printExpected,
  printFocusRule,
  printLook,
  printReaction,
} from "../../expression";
import { ALWAYS, allStates, type Component, isHistory } from "../../model";
import type { Program } from "../../program";
import { type Proof, ruleTitles, stepText } from "../../proof";
import { atRest } from "../../run";
import { attributeOf, factsOf } from "../../surface";

export interface Table {
  head: readonly string[];
  rows: readonly (readonly string[])[];
  /** Columns that are written as code. */
  code: readonly number[];
}
export interface Section {
  title: string;
  table: Table | null;
  /** Of a list of items each with lines of its own. */
  items: readonly { text: string; lines: readonly string[] }[];
}

/** A state as it looks at rest, with what it does by itself. */
export interface StateTold {
  name: string;
  depth: number;
  kind: string;
  /** One can be in it: a history is only led through. */
  pictured: boolean;
  /** Entry and exit actions. */
  does: readonly string[];
}

const everywhere = "every state";
const stateName = (name: string): string => (name === ALWAYS ? everywhere : name);
const section = (title: string, rest: Partial<Section>): Section => ({
  title,
  table: null,
  items: [],
  ...rest,
});

export const statesOf = (doc: Component): StateTold[] =>
  allStates(doc).map(({ state, depth }) => ({
    name: state.name,
    depth,
    kind: state.kind ?? "",
    pictured: !isHistory(state),
    does: [
      ...(state.entry?.length ? [`entered: ${printActions(state.entry)}`] : []),
      ...(state.exit?.length ? [`left: ${printActions(state.exit)}`] : []),
    ],
  }));

export function sectionsOf(program: Program, proof: Proof | null): Section[] {
  const { doc } = program;
  return [
    reactions(doc),
    looks(doc),
    focus(doc),
    accessible(program),
    keys(doc),
    timing(doc),
    requests(doc),
    scenarios(doc, proof),
    claims(doc, proof),
    findings(proof),
  ].filter((s) => s !== null);
}

function reactions(doc: Component): Section | null {
  const rows = doc.reactions.flatMap(({ event, in: cells }) =>
    Object.entries(cells).map(([state, cell]) => [printEvent(event), stateName(state), printReaction(cell)]),
  );
  return rows.length ? section("What happens", { table: { head: ["event", "in", "then"], rows, code: [0, 2] } }) : null;
}

function looks(doc: Component): Section | null {
  const rows = doc.looks.flatMap(({ part, in: cells }) =>
    Object.entries(cells).map(([state, look]) => [part, stateName(state), printLook(look)]),
  );
  return rows.length ? section("How parts look", { table: { head: ["part", "in", "is"], rows, code: [0, 2] } }) : null;
}

function focus(doc: Component): Section | null {
  const rows = Object.entries(doc.focus).map(([state, rule]) => [stateName(state), printFocusRule(rule)]);
  return rows.length ? section("Where the focus goes", { table: { head: ["in", "focus"], rows, code: [1] } }) : null;
}

/** Roles, names and states for assistive technology, in the first state in which each part is exposed. */
function accessible(program: Program): Section | null {
  const moments = allStates(program.doc)
    .filter(({ state }) => !isHistory(state))
    .map(({ state }) => atRest(program, state.name));
  const rows = program.parts.flatMap(({ index, name }) => {
    for (const moment of moments) {
      const f = factsOf(program, moment, index);
      if (!f.exposed || !f.role || f.role === "generic" || f.role === "paragraph") continue;
      const aria = ["aria-expanded", "aria-checked", "aria-pressed", "aria-selected", "aria-modal", "aria-controls"]
        .map((a) => [a, attributeOf(program, moment, index, a)] as const)
        .flatMap(([a, value]) => (value === null ? [] : `${a}=${value}`));
      return [[name, f.role, f.name, f["in tab order"] ? "yes" : "", aria.join(" ")]];
    }
    return [];
  });
  return rows.length
    ? section("For assistive technology", {
        table: { head: ["part", "role", "name", "Tab stop", "says"], rows, code: [0, 4] },
      })
    : null;
}

function keys(doc: Component): Section | null {
  const rows = doc.reactions.flatMap(({ event, in: cells }) =>
    "key" in event
      ? Object.entries(cells).map(([state, cell]) => [event.key, stateName(state), printReaction(cell)])
      : [],
  );
  return rows.length ? section("Keys", { table: { head: ["key", "in", "then"], rows, code: [0, 2] } }) : null;
}

/** Measures, and where each is used: those that are tied to one another change together. */
function timing(doc: Component): Section | null {
  const text = (row: unknown): string => JSON.stringify(row);
  const used = (name: string): string[] => [
    ...doc.looks.filter((r) => text(r).includes(name)).map((r) => r.part),
    ...doc.reactions.filter((r) => text(r).includes(name)).map((r) => printEvent(r.event)),
    ...(doc.tokens ?? []).filter((t) => t.name !== name && t.value.includes(name)).map((t) => t.name),
  ];
  const rows = (doc.tokens ?? []).map((t) => [t.name, t.value, used(t.name).join(", ")]);
  return rows.length ? section("Measures", { table: { head: ["token", "is", "used by"], rows, code: [0, 1] } }) : null;
}

function requests(doc: Component): Section | null {
  const rows = (doc.requests ?? []).map((r) => [r.name, `${r.method} ${r.path}`, `up to ${r.latency}`]);
  return rows.length
    ? section("Requests", { table: { head: ["request", "asks", "answers after"], rows, code: [0, 1] } })
    : null;
}

function scenarios(doc: Component, proof: Proof | null): Section | null {
  if (!doc.scenarios.length) return null;
  const items = doc.scenarios.map((s) => {
    const result = proof?.scenarios.find((r) => r.name === s.name);
    const verdict = result ? (result.skipped ? "skipped" : result.ok ? "holds" : "fails") : "";
    return {
      text: verdict ? `${s.name} (${verdict})` : s.name,
      lines: s.steps.map(({ do: what, expect }) => {
        const told = (expect ?? []).map(printExpected).join("; ");
        return told ? `${stepText({ do: what })}: ${told}` : stepText({ do: what });
      }),
    };
  });
  return section("Scenarios", { items });
}

function claims(doc: Component, proof: Proof | null): Section | null {
  if (!doc.claims?.length) return null;
  const items = doc.claims.map((c) => {
    const text = printClaim(c);
    const result = proof?.claims.find((r) => r.text === text);
    const verdict = !result ? "" : result.holds === null ? " (open)" : result.holds ? " (holds)" : " (does not hold)";
    return { text: `${text}${verdict}`, lines: [] };
  });
  return section("In every run", { items });
}

function findings(proof: Proof | null): Section | null {
  if (!proof) return null;
  const items = [
    ...proof.findings.map((f) => ({
      text: `${f.rule} ${ruleTitles[f.rule]}: ${f.text}`,
      lines: f.run ? [f.run.steps.map(stepText).join(" → ")] : [],
    })),
    ...proof.waived.map(({ finding, reason }) => ({
      text: `accepted: ${finding.rule} ${finding.text}`,
      lines: [reason],
    })),
  ];
  return items.length ? section("Not right yet, or accepted", { items }) : null;
}
