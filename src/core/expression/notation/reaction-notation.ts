/**
 * Reaction cells as text, in UML's transition form: `[guard] target / action, action; [guard] target`.
 * `ignored` decides that nothing happens; cells of after and every rows start with a time: `240ms → open`.
 */
import {
  type Branch,
  durationPattern,
  type EventSpec,
  isIdle,
  isTimed,
  type Reaction,
  reactionSchema,
  targetsOf,
} from "../../model";
import { compileExpression, type Missing } from "../expression";
import { measureFault } from "../measured";
import type { Names } from "../names";
import { fault, faultAt, listed, type Parsed, storable } from "../parsed";
import { findTop, type Piece, splitTop, trimmed } from "../scan";
import { parseActions, printActions } from "./action-notation";

export function printReaction(cell: Reaction): string {
  if (cell === "ignored") return "ignored";
  const branches = cell.branches.map(printBranch).join("; ");
  return cell.after === undefined ? branches : `${cell.after} → ${branches}`;
}

function printBranch(branch: Branch): string {
  const out: string[] = [];
  if (branch.when !== undefined) out.push(`[${branch.when}]`);
  if (branch.internal) out.push("internal");
  if (branch.to !== undefined) out.push(targetsOf(branch).join(", "));
  if (branch.actions?.length) out.push(`/ ${printActions(branch.actions)}`);
  return out.join(" ");
}

/** What a row is for its cells: those of after and every rows start with a time, those of automatic rows have to do something. */
export type RowKind = "plain" | "timed" | "automatic";
export const rowKind = (event: Pick<EventSpec, "on">): RowKind =>
  isTimed(event) ? "timed" : event.on === "automatic" ? "automatic" : "plain";

/** @returns the reaction, undefined for an empty text (undecided), or one error with its place */
export const parseReaction = (text: string, names: Names, kind: RowKind = "plain"): Parsed<Reaction | undefined> =>
  storable(reactionSchema, readReaction(text, names, kind), text);

function readReaction(text: string, names: Names, kind: RowKind): Parsed<Reaction | undefined> {
  const timed = kind === "timed";
  let whole = trimmed(text, 0, text.length);
  if (!whole.text) return { ok: true, value: undefined };
  if (whole.text === "ignored") {
    if (timed) return fault("a cell here is a time and where it leads, or empty", whole);
    return { ok: true, value: "ignored" };
  }
  let after: string | undefined;
  if (timed) {
    const time = parseTime(text, whole);
    if (!time.ok) return time;
    after = time.value.after;
    const wrong = measureFault(after, "time", names, { from: whole.from, to: whole.from + after.length });
    if (wrong) return wrong;
    whole = time.value.rest;
    if (!whole.text) return fault("say the state it leads to, such as 240ms -> open", { from: 0, to: text.length });
  }
  const branches: Branch[] = [];
  for (const piece of splitTop(text, ";", whole.from, whole.to)) {
    const branch = parseBranch(text, piece, names);
    if (!branch.ok) return branch;
    if (kind === "automatic" && isIdle(branch.value))
      return fault("what happens by itself needs a state to go to, or an action after a /", piece);
    branches.push(branch.value);
  }
  return { ok: true, value: after === undefined ? { branches } : { after, branches } };
}

/** `240ms →`, or a value with tokens and math; then the arrow may not be left out. */
function parseTime(text: string, whole: Piece): Parsed<{ after: string; rest: Piece }> {
  const math = /^((?:var|calc|min|max|clamp|round)\(.*?)\s*(→|->)/i.exec(whole.text);
  if (math) {
    return { ok: true, value: { after: math[1], rest: trimmed(text, whole.from + math[0].length, whole.to) } };
  }
  const found = /^(\d*\.?\d+)\s*([a-z]*)/i.exec(whole.text);
  if (!found) return fault("start with the time, such as 240ms", whole);
  const place = { from: whole.from, to: whole.from + found[0].length };
  const after = found[1] + found[2].toLowerCase();
  if (!durationPattern.test(after)) return fault("a delay needs its unit: ms or s", place);
  const rest = trimmed(text, place.to, text.length);
  const arrow = /^(→|->)/.exec(rest.text);
  return { ok: true, value: { after, rest: arrow ? trimmed(text, rest.from + arrow[0].length, rest.to) : rest } };
}

function parseBranch(text: string, piece: Piece, names: Names): Parsed<Branch> {
  const branch: Branch = {};
  let rest = piece;
  if (rest.text.startsWith("[")) {
    const end = findTop(text, "]", rest.from + 1, rest.to);
    if (end < 0) return fault("this [ has no ]", { from: rest.from, to: rest.to });
    const guard = trimmed(text, rest.from + 1, end);
    const compiled = compileExpression(guard.text, names, "boolean");
    if (!compiled.ok) return faultAt(compiled, guard.from);
    branch.when = guard.text;
    rest = trimmed(text, end + 1, rest.to);
  }
  const slash = findTop(text, "/", rest.from, rest.to);
  let target = trimmed(text, rest.from, slash < 0 ? rest.to : slash);
  const arrow = /^(→|->)\s*/.exec(target.text);
  if (arrow) target = trimmed(text, target.from + arrow[0].length, target.to);
  const internal = /^internal\s+(?=\S)/.exec(target.text);
  if (internal) target = trimmed(text, target.from + internal[0].length, target.to);
  if (target.text) {
    const to: string[] = [];
    for (const name of splitTop(text, ",", target.from, target.to)) {
      if (!names.states.includes(name.text)) {
        const missing: Missing = { kind: "state", name: name.text };
        return fault(`"${name.text}" is not a state; states: ${listed(names.states)}`, name, missing);
      }
      if (to.includes(name.text)) return fault(`${name.text} is here twice`, name);
      to.push(name.text);
    }
    const clash = names.clash?.(to);
    if (clash) return fault(clash, target);
    branch.to = to.length === 1 ? to[0] : to;
    if (internal) branch.internal = true;
  } else if (arrow) return fault("a state belongs after the arrow", target);
  if (slash >= 0) {
    const actions = parseActions(text, trimmed(text, slash + 1, rest.to), names);
    if (!actions.ok) return actions;
    if (!actions.value.length) return fault("an action belongs after the /", { from: slash, to: slash + 1 });
    branch.actions = actions.value;
  }
  if (branch.when === undefined && branch.to === undefined && !branch.actions) {
    return fault("say a state, / and actions, or ignored", piece);
  }
  return { ok: true, value: branch };
}
