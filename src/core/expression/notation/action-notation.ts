/** Actions as text: `n = n + 1`, `focus next in list`, `start reminder after 3s`, `if [n > 2] (stop) else (raise full)`. */

import {
  type Action,
  actionSchema,
  eventNameRule,
  type FocusTarget,
  isEventName,
  isName,
  nameRule,
  own,
  type ScrollTo,
} from "../../model";
import { compileExpression, typeOf } from "../expression";
import { measureFault } from "../measured";
import type { Names } from "../names";
import { fault, faultAt, listed, noRequest, type Parsed, storable } from "../parsed";
import { endOfQuote, findTop, type Piece, quote, splitTop, trimmed, unquote } from "../scan";
import { compileTemplate } from "../template";

export function printAction(action: Action): string {
  switch (action.do) {
    case "assign":
      return `${action.data} = ${action.value}`;
    case "focus":
      return `focus ${printFocusTarget(action.target)}`;
    case "raise":
      return `raise ${action.event}`;
    case "send":
      return `send ${action.event}${action.delay === undefined ? "" : ` after ${action.delay}`}${action.id === undefined ? "" : ` as ${action.id}`}`;
    case "start":
      return `start ${action.timer} after ${action.after}`;
    case "cancel":
      return `cancel ${action.timer}`;
    case "scroll":
      return `scroll to ${"part" in action.to ? action.to.part : action.to.distance}${action.smooth ? " smoothly" : ""}`;
    case "stop":
    case "prevent":
      return action.do;
    case "announce":
      return `announce ${quote(action.text)}`;
    case "request":
      return `request ${action.request}`;
    case "log":
      return `log${action.label === undefined ? "" : ` ${quote(action.label)}${action.value === undefined ? "" : ":"}`}${action.value === undefined ? "" : ` ${action.value}`}`;
    case "fail":
      return `fail ${quote(action.why)}`;
    case "block":
      return `(${printActions(action.actions)})`;
    case "if":
      return action.branches
        .map((b, i) => {
          const head = b.when === undefined ? "else" : `${i ? "else if" : "if"} [${b.when}]`;
          return `${head} (${printActions(b.actions)})`;
        })
        .join(" ");
  }
}
export const printActions = (actions: readonly Action[]): string => actions.map(printAction).join(", ");

export function parseActions(text: string, piece: Piece, names: Names): Parsed<Action[]> {
  const actions: Action[] = [];
  if (!piece.text) return { ok: true, value: actions };
  for (const part of splitTop(text, ",", piece.from, piece.to)) {
    const action = storable(actionSchema, parseAction(text, part, names), text);
    if (!action.ok) return action;
    actions.push(action.value);
  }
  return { ok: true, value: actions };
}

export const actionForms =
  'name = value, focus part, scroll to 0px smoothly, start timer after 3s, cancel timer, raise event, send event, request name, announce "text", log value, if [condition] (actions), stop, prevent';

function parseAction(text: string, piece: Piece, names: Names): Parsed<Action> {
  if (piece.text === "stop" || piece.text === "prevent") return { ok: true, value: { do: piece.text } };
  if (piece.text.startsWith("(")) {
    const close = findTop(text, ")", piece.from + 1, piece.to);
    if (close !== piece.to - 1) return fault("this ( has no )", piece);
    const actions = parseActions(text, trimmed(text, piece.from + 1, close), names);
    return actions.ok ? { ok: true, value: { do: "block", actions: actions.value } } : actions;
  }
  const word = /^[\w-]+/.exec(piece.text)?.[0] ?? "";
  const after = trimmed(text, piece.from + word.length, piece.to);
  if (after.text.startsWith("=") && !after.text.startsWith("==")) return parseAssign(text, word, piece, after, names);
  const read = own(readers, word);
  return read ? read(text, after, names) : fault(`an action is one of: ${actionForms}`, piece);
}

function parseAssign(text: string, word: string, piece: Piece, after: Piece, names: Names): Parsed<Action> {
  const datum = names.data.find((d) => d.name === word);
  if (!datum) {
    const known = names.data.map((d) => d.name);
    const hint = known.length ? `data: ${listed(known)}` : "this component has no data yet";
    const place = { from: piece.from, to: piece.from + word.length };
    return fault(`"${word}" is not known; ${hint}`, place, { kind: "data", name: word });
  }
  const value = expression(trimmed(text, after.from + 1, after.to), names, typeOf(datum));
  return value.ok ? { ok: true, value: { do: "assign", data: word, value: value.value } } : value;
}

function expression(piece: Piece, names: Names, type?: "boolean" | "number" | "text"): Parsed<string> {
  const compiled = compileExpression(piece.text, names, type);
  if (compiled.ok) return { ok: true, value: piece.text };
  return faultAt(compiled, piece.from);
}

/** Where a piece of an action's text stands in the whole. */
const placeIn = (after: Piece, part: string): { from: number; to: number } => {
  const from = after.from + after.text.indexOf(part);
  return { from, to: from + part.length };
};

type Reader = (text: string, after: Piece, names: Names) => Parsed<Action>;
const readers: Record<string, Reader> = {
  focus: (_text, after, names) => {
    const target = parseFocusTarget(after, names);
    return target.ok ? { ok: true, value: { do: "focus", target: target.value } } : target;
  },
  raise: (_text, after) =>
    isEventName(after.text)
      ? { ok: true, value: { do: "raise", event: after.text } }
      : fault(`raise needs the name of an event: ${eventNameRule}`, after),
  send: (_text, after, names) => {
    const found = /^(\S+)(?:\s+after\s+(.+?))?(?:\s+as\s+(\S+))?$/.exec(after.text);
    if (!found || !isEventName(found[1])) return fault(`send needs the name of an event: ${eventNameRule}`, after);
    const [, event, delay, id] = found;
    const wrong = delay === undefined ? null : measureFault(delay, "time", names, placeIn(after, delay));
    if (wrong) return wrong;
    return { ok: true, value: { do: "send", event, ...(delay ? { delay } : {}), ...(id ? { id } : {}) } };
  },
  start: (_text, after, names) => {
    const found = /^(\S+)\s+after\s+(.+)$/.exec(after.text);
    if (!found || !isName(found[1])) return fault(`say which timer and how long: start reminder after 3s`, after);
    const wrong = measureFault(found[2], "time", names, placeIn(after, found[2]));
    return wrong ?? { ok: true, value: { do: "start", timer: found[1], after: found[2] } };
  },
  cancel: (_text, after) =>
    isEventName(after.text)
      ? { ok: true, value: { do: "cancel", timer: after.text } }
      : fault(`cancel needs the name of a timer: ${nameRule}`, after),
  scroll: (_text, after, names) => {
    const found = /^to\s+(.+?)(\s+smoothly)?$/.exec(after.text);
    if (!found) return fault("say where: scroll to 0px, or scroll to a part; smoothly if it glides", after);
    const to: ScrollTo = names.parts.includes(found[1]) ? { part: found[1] } : { distance: found[1] };
    if ("distance" in to && !/^[-+.\d]|\(/.test(to.distance)) {
      return fault(`"${found[1]}" is neither a part nor a distance; parts: ${listed(names.parts)}`, after);
    }
    const wrong = "distance" in to ? measureFault(to.distance, "length", names, placeIn(after, to.distance)) : null;
    if (wrong) return wrong;
    return { ok: true, value: { do: "scroll", to, ...(found[2] ? { smooth: true } : {}) } };
  },
  request: (_text, after, names) =>
    names.requests?.includes(after.text)
      ? { ok: true, value: { do: "request", request: after.text } }
      : noRequest(after, names),
  announce: (text, after, names) => {
    const quoted = quotedText(text, after, names);
    return quoted.ok ? { ok: true, value: { do: "announce", text: quoted.value } } : quoted;
  },
  fail: (text, after) => {
    const end = /^["']/.test(after.text) ? endOfQuote(text, after.from, after.to) + 1 : -1;
    if (end !== after.to) return fault("say why in quotes", after);
    return { ok: true, value: { do: "fail", why: unquote(after.text) } };
  },
  log: (text, after, names) => {
    let label: string | undefined;
    let rest = after;
    if (/^["']/.test(after.text)) {
      const end = endOfQuote(text, after.from, after.to) + 1;
      const colon = trimmed(text, end, after.to);
      if (!colon.text || colon.text.startsWith(":")) {
        label = unquote(text.slice(after.from, end));
        rest = colon.text ? trimmed(text, colon.from + 1, colon.to) : colon;
      }
    }
    if (!rest.text) {
      return label === undefined ? fault("say what to log", after) : { ok: true, value: { do: "log", label } };
    }
    const value = expression(rest, names);
    if (!value.ok) return value;
    return { ok: true, value: { do: "log", ...(label === undefined ? {} : { label }), value: value.value } };
  },
  if: (text, after, names) => parseIf(text, after, names),
};

function quotedText(text: string, piece: Piece, names: Names): Parsed<string> {
  const end = /^["']/.test(piece.text) ? endOfQuote(text, piece.from, piece.to) + 1 : -1;
  if (end !== piece.to) return fault("the text belongs in quotes", piece);
  const value = unquote(piece.text);
  const template = compileTemplate(value, names);
  if (!template.ok) return faultAt(template, piece.from + 1);
  return { ok: true, value };
}

function parseIf(text: string, after: Piece, names: Names): Parsed<Action> {
  const branches: { when?: string; actions: Action[] }[] = [];
  let rest = after;
  for (;;) {
    const branch: (typeof branches)[number] = { actions: [] };
    if (rest.text.startsWith("[")) {
      const end = findTop(text, "]", rest.from + 1, rest.to);
      if (end < 0) return fault("this [ has no ]", rest);
      const when = expression(trimmed(text, rest.from + 1, end), names, "boolean");
      if (!when.ok) return when;
      branch.when = when.value;
      rest = trimmed(text, end + 1, rest.to);
    } else if (!branches.length) return fault("if needs a condition: if [n > 2] (stop)", rest);
    const close = rest.text.startsWith("(") ? findTop(text, ")", rest.from + 1, rest.to) : -1;
    if (close < 0) return fault("the actions belong in round brackets: if [n > 2] (stop)", rest);
    const actions = parseActions(text, trimmed(text, rest.from + 1, close), names);
    if (!actions.ok) return actions;
    branch.actions = actions.value;
    branches.push(branch);
    rest = trimmed(text, close + 1, rest.to);
    if (!rest.text) return { ok: true, value: { do: "if", branches } };
    const word = /^else(\s+if\b)?/.exec(rest.text);
    if (!word || branch.when === undefined) return fault("only else can follow here", rest);
    rest = trimmed(text, rest.from + word[0].length, rest.to);
  }
}

// Focus targets

export function printFocusTarget(target: FocusTarget): string {
  if ("part" in target) return target.part;
  if ("first" in target) return `first in ${target.first}`;
  if ("last" in target) return `last in ${target.last}`;
  if ("next" in target) return target.next === null ? "next" : `next in ${target.next}`;
  if ("previous" in target) return target.previous === null ? "previous" : `previous in ${target.previous}`;
  return "back";
}

/** `close`, `first in dialog`, `next in list`, `next`, or `back` (where the focus was before it was held). */
export function parseFocusTarget(piece: Piece, names: Names): Parsed<FocusTarget> {
  if (!piece.text) return fault("say a part, first in a part, next, previous, or back", piece);
  const among = /^(first|last|next|previous)\s+in\s+(.*)$/.exec(piece.text);
  const name = among ? among[2] : piece.text;
  if (names.parts.includes(name)) {
    return { ok: true, value: among ? ({ [among[1]]: name } as FocusTarget) : { part: name } };
  }
  if (name === "back") return { ok: true, value: { back: true } };
  if (name === "next") return { ok: true, value: { next: null } };
  if (name === "previous") return { ok: true, value: { previous: null } };
  const place = { from: piece.to - name.length, to: piece.to };
  return fault(`"${name}" is not a part; parts: ${listed(names.parts)}`, place, { kind: "part", name });
}
