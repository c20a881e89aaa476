/** What can be said about a cell beyond its text: whether it is undecided, cannot be reached, inherits, is at fault. */
import { printFocusRule, printLook, printReaction } from "../../../core/expression";
import { ALWAYS, type Component, type Look, own } from "../../../core/model";
import type { PartLook, Program } from "../../../core/program";
import type { Coverage, Finding, Proof } from "../../../core/proof";
import { restingLooks } from "../../../core/surface";
import type { Column, Row } from "./grid";

export interface Standing {
  kind: "said" | "inherited" | "undecided" | "cannot reach" | "none";
  /** What holds here without being said here. */
  inherited: string;
  /** Where that is said; empty where it is only how things are by themselves. */
  from: string;
  differs: boolean;
  findings: Finding[];
}

const nothing: Standing = { kind: "none", inherited: "", from: "", differs: false, findings: [] };

/** @param current false while the proof is about an older document: then nothing is claimed about reach */
export function standingOf(
  doc: Component,
  program: Program,
  proof: Proof | null,
  current: boolean,
  row: Row,
  column: Column,
): Standing {
  if (column.kind === "names" && row.section === "look" && proof && current) {
    return { ...nothing, findings: proof.findings.filter((f) => f.rule === "F9" && f.part === row.part) };
  }
  if (column.kind === "names" || column.kind === "add" || row.section === "state") return nothing;
  const state = program.stateIndex.get(column.name);
  if (state === undefined) return nothing;
  const outer = program.states[state].path.slice(1).map((s) => program.states[s].name);
  const findings = proof && current ? proof.findings.filter((f) => concerns(f, row, column.name)) : [];
  if (row.section === "look") {
    const cells = doc.looks.find((l) => l.part === row.part)?.in ?? {};
    const said = own(cells, column.name);
    const part = program.partIndex.get(row.part);
    const resolved =
      part === undefined || !program.states[state].atomic ? undefined : restingLooks(program, state)[part];
    const from = outer.find((s) => own(cells, s));
    // In a region of several, what another region or nobody says about the part is no news here.
    const elsewhere = !from && program.states[state].path.some((s) => program.states[s].kind === "parallel");
    if (elsewhere && !said) return { ...nothing, findings };
    const inherited = from ? printLook(own(cells, from)!) : column.kind === "state" ? wordFor(resolved) : "";
    return {
      kind: said ? "said" : inherited ? "inherited" : "none",
      inherited,
      from: inherited && !said ? (from ?? "") : "",
      differs: differs(doc, row.part, column, program),
      findings,
    };
  }
  if (row.section === "focus") {
    if (own(doc.focus, column.name)) return { ...nothing, kind: "said", findings };
    const from = outer.find((s) => own(doc.focus, s));
    return {
      ...nothing,
      ...(from ? { kind: "inherited" as const, inherited: printFocusRule(doc.focus[from]), from } : {}),
      findings,
    };
  }
  if (row.section !== "event") return nothing;
  const cells = doc.reactions[row.index]?.in ?? {};
  if (own(cells, column.name) !== undefined) return { ...nothing, kind: "said", findings };
  const from = outer.find((s) => own(cells, s) !== undefined);
  if (from) return { ...nothing, kind: "inherited", inherited: printReaction(own(cells, from)!), from, findings };
  if (doc.reactions[row.index]?.event.on === "after" || column.name === ALWAYS || column.kind === "outer")
    return nothing;
  if (!proof || !current) return nothing;
  const arrives = proof.arrives[row.index]?.includes(column.name);
  const undecided = proof.undecided[row.index]?.includes(column.name);
  // Where another region decides, nothing is left to say here.
  const kind = undecided ? "undecided" : arrives ? "none" : "cannot reach";
  return { ...nothing, kind, findings };
}

/** How often the scenarios exercised a cell, or entered a state; undefined where there is nothing to exercise. */
export function timesOf({ states, cells, looks }: Coverage, row: Row, column: Column): number | undefined {
  if (column.kind === "names" || column.kind === "add") return undefined;
  if (row.section === "state") return column.kind === "state" ? own(states, column.name) : undefined;
  if (row.section === "look") return own(looks, `${row.part} ${column.name}`);
  return row.section === "event" ? own(cells, `${row.index} ${column.name}`) : undefined;
}

function concerns(f: Finding, row: Row, state: string): boolean {
  if (f.severity === "undecided") return false;
  if (f.cell) return row.section === "event" && f.cell.row === row.index && f.cell.state === state;
  if (f.state !== state) return false;
  if (f.rule === "F7" || f.rule === "F8") return row.section === "focus";
  return row.section === "look" && f.part === row.part;
}

/** How a part is in a state by what it says itself and by the page's rules; empty where nothing can be said. */
function wordFor(look: PartLook | undefined): string {
  if (!look) return "";
  if (look.as !== "shown") return look.as;
  if (!look.rendered) return "not displayed";
  if (look.visibility === "hidden") return "hidden";
  return Number(look.css.opacity ?? 1) === 0 ? "transparent" : "shown";
}

/** True when the part is otherwise in this column than in the state column before. */
function differs(doc: Component, part: string, column: Column, program: Program): boolean {
  if (column.kind !== "state") return false;
  const leaves = program.states.filter((s) => s.atomic).map((s) => s.name);
  const at = leaves.indexOf(column.name);
  return at > 0 && resolved(doc, program, part, leaves[at]) !== resolved(doc, program, part, leaves[at - 1]);
}

/** Everything said about a part in an atomic state, motion left out: that is how it comes there, not how it is. */
function resolved(doc: Component, program: Program, part: string, state: string): string {
  const cells = doc.looks.find((l) => l.part === part)?.in ?? {};
  const path = program.states[program.stateIndex.get(state) ?? 0].path.toReversed();
  const look: Look = {};
  for (const s of path) {
    const said = own(cells, program.states[s].name) ?? {};
    const { css, attributes, classes, motion: _motion, ...rest } = said;
    const together = <T>(a: Record<string, T> | undefined, b: Record<string, T> | undefined) => ({ ...a, ...b });
    Object.assign(look, rest, {
      css: together(look.css, css),
      attributes: together(look.attributes, attributes),
      classes: together(look.classes, classes),
    });
  }
  return printLook({ as: "shown", inert: false, ...look });
}
