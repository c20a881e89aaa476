/**
 * Reaction cells as text, in UML's transition form: `[guard] target / action, action; [guard] target`.
 * `ignored` decides that nothing happens; an after row starts with its delay: `240ms → open`.
 */
import { type Action, type Branch, durationPattern, type FocusTarget, isName, nameRule, type Reaction } from "../model";
import { compileExpression, type Located, type Scope, typeOf } from "./expression";
import { findTop, type Piece, splitTop, trimmed } from "./scan";

/** The names that a cell may mention. */
export interface Names extends Scope {
  parts: readonly string[];
}
export type Parsed<T> = { ok: true; value: T } | ({ ok: false } & Located);

export const fault = (message: string, place: { from: number; to: number }): { ok: false } & Located => ({
  ok: false,
  message,
  from: place.from,
  to: Math.max(place.to, place.from),
});

export const listed = (names: readonly string[]): string =>
  names.length > 8 ? `${names.slice(0, 8).join(", ")} …` : names.join(", ");

export function printReaction(cell: Reaction): string {
  if (cell === "ignored") return "ignored";
  const branches = cell.branches.map(printBranch).join("; ");
  return cell.after === undefined ? branches : `${cell.after} → ${branches}`;
}

function printBranch(branch: Branch): string {
  const out: string[] = [];
  if (branch.when !== undefined) out.push(`[${branch.when}]`);
  if (branch.to !== undefined) out.push(branch.to);
  if (branch.actions?.length) out.push(`/ ${branch.actions.map(printAction).join(", ")}`);
  return out.join(" ");
}

export function printAction(action: Action): string {
  switch (action.do) {
    case "assign":
      return `${action.data} = ${action.value}`;
    case "focus":
      return `focus ${printFocusTarget(action.target)}`;
    case "raise":
      return `raise ${action.event}`;
    case "stop":
      return "stop";
  }
}

export const printFocusTarget = (target: FocusTarget): string =>
  "part" in target ? target.part : "first" in target ? `first in ${target.first}` : "back";

/**
 * @param timed true in an after row, whose cells start with a delay
 * @returns the reaction, undefined for an empty text (undecided), or one error with its place
 */
export function parseReaction(text: string, names: Names, timed = false): Parsed<Reaction | undefined> {
  let whole = trimmed(text, 0, text.length);
  if (!whole.text) return { ok: true, value: undefined };
  if (whole.text === "ignored") {
    if (timed) return fault("an after cell is a delay and where it leads, or empty", whole);
    return { ok: true, value: "ignored" };
  }
  let after: string | undefined;
  if (timed) {
    const found = /^(\d*\.?\d+)\s*([a-z]*)/i.exec(whole.text);
    if (!found) return fault("start with the delay, such as 240ms", { from: whole.from, to: whole.to });
    const place = { from: whole.from, to: whole.from + found[0].length };
    after = found[1] + found[2].toLowerCase();
    if (!durationPattern.test(after)) return fault("a delay needs its unit: ms or s", place);
    whole = trimmed(text, place.to, text.length);
    const arrow = /^(→|->)/.exec(whole.text);
    if (arrow) whole = trimmed(text, whole.from + arrow[0].length, whole.to);
    if (!whole.text) return fault("say the state it leads to, such as 240ms → open", { ...place, to: text.length });
  }
  const branches: Branch[] = [];
  for (const piece of splitTop(text, ";", whole.from, whole.to)) {
    const branch = parseBranch(text, piece, names);
    if (!branch.ok) return branch;
    branches.push(branch.value);
  }
  return { ok: true, value: after === undefined ? { branches } : { after, branches } };
}

function parseBranch(text: string, piece: Piece, names: Names): Parsed<Branch> {
  const branch: Branch = {};
  let rest = piece;
  if (rest.text.startsWith("[")) {
    const end = findTop(text, "]", rest.from + 1, rest.to);
    if (end < 0) return fault("this [ has no ]", { from: rest.from, to: rest.to });
    const guard = trimmed(text, rest.from + 1, end);
    const compiled = compileExpression(guard.text, names, "boolean");
    if (!compiled.ok)
      return fault(compiled.message, { from: guard.from + compiled.from, to: guard.from + compiled.to });
    branch.when = guard.text;
    rest = trimmed(text, end + 1, rest.to);
  }
  const slash = findTop(text, "/", rest.from, rest.to);
  const target = trimmed(text, rest.from, slash < 0 ? rest.to : slash);
  const arrow = /^(→|->)\s*/.exec(target.text);
  const name = arrow ? trimmed(text, target.from + arrow[0].length, target.to) : target;
  if (name.text) {
    if (!names.states.includes(name.text)) {
      return fault(`"${name.text}" is not a state; states: ${listed(names.states)}`, name);
    }
    branch.to = name.text;
  } else if (arrow) return fault("a state belongs after the arrow", target);
  if (slash >= 0) {
    const actions: Action[] = [];
    for (const part of splitTop(text, ",", slash + 1, rest.to)) {
      const action = parseAction(text, part, names);
      if (!action.ok) return action;
      actions.push(action.value);
    }
    branch.actions = actions;
  }
  if (branch.when === undefined && branch.to === undefined && !branch.actions) {
    return fault("say a state, / and actions, or ignored", piece);
  }
  return { ok: true, value: branch };
}

function parseAction(text: string, piece: Piece, names: Names): Parsed<Action> {
  if (piece.text === "stop") return { ok: true, value: { do: "stop" } };
  const word = /^[\w-]+/.exec(piece.text)?.[0] ?? "";
  const after = trimmed(text, piece.from + word.length, piece.to);
  if (word === "focus") {
    const target = parseFocusTarget(after, names);
    return target.ok ? { ok: true, value: { do: "focus", target: target.value } } : target;
  }
  if (word === "raise") {
    if (!isName(after.text)) return fault(`raise needs the name of an event: ${nameRule}`, after);
    return { ok: true, value: { do: "raise", event: after.text } };
  }
  if (after.text.startsWith("=") && !after.text.startsWith("==")) {
    const datum = names.data.find((d) => d.name === word);
    if (!datum) {
      const known = names.data.map((d) => d.name);
      const hint = known.length ? `data: ${listed(known)}` : "this component has no data yet";
      return fault(`"${word}" is not known; ${hint}`, { from: piece.from, to: piece.from + word.length });
    }
    const value = trimmed(text, after.from + 1, after.to);
    const compiled = compileExpression(value.text, names, typeOf(datum));
    if (!compiled.ok)
      return fault(compiled.message, { from: value.from + compiled.from, to: value.from + compiled.to });
    return { ok: true, value: { do: "assign", data: word, value: value.text } };
  }
  return fault("an action is one of: name = value, focus part, raise event, stop", piece);
}

/** `close`, `first in dialog` or `back` (where the focus was before it was held). */
export function parseFocusTarget(piece: Piece, names: Names): Parsed<FocusTarget> {
  if (!piece.text) return fault("say a part, first in a part, or back", piece);
  const first = /^first\s+in\s+(.*)$/.exec(piece.text);
  const name = first ? first[1] : piece.text;
  if (names.parts.includes(name)) return { ok: true, value: first ? { first: name } : { part: name } };
  if (name === "back") return { ok: true, value: { back: true } };
  return fault(`"${name}" is not a part; parts: ${listed(names.parts)}`, {
    from: piece.to - name.length,
    to: piece.to,
  });
}
