/** What stands in a cell of the sheet as text, and what a text typed into it changes. Pure. */
import {
  type CellKind,
  type Located,
  listed,
  type Missing,
  type Names,
  parseActions,
  parseEvent,
  parseFocusRule,
  parseLook,
  parseReaction,
  printActions,
  printFocusRule,
  printLook,
  printReaction,
  rename,
  rowKind,
  type Supports,
  taken,
  trimmed,
} from "../../../core/expression";
import { measureEnv } from "../../../core/measure";
import {
  ALWAYS,
  addEventRow,
  addLookRow,
  addState,
  type Component,
  clashOf,
  isName,
  isStateName,
  isTimed,
  nameRule,
  own,
  partNames,
  removeEventRow,
  removeLookRow,
  removeState,
  type StateKind,
  setEvent,
  setFocusRule,
  setKind,
  setLifecycle,
  setLook,
  setReaction,
  stateNameRule,
  stateNames,
  twinOf,
} from "../../../core/model";
import { type Column, lifecycleNames, nodeOf, type Row } from "./grid";

export type EditorKind = CellKind | "name" | "part" | "new state";

/** `parallel on`, `final sent`, `history back`, `deep history back`: a kind before the name. */
function withKind(text: string): { kind: StateKind | undefined; rest: string } {
  const found = /^(parallel|final|deep\s+history|history)\s+(?=\S)(?!in\s)/.exec(text);
  if (!found) return { kind: undefined, rest: text };
  return { kind: found[1].replace(/\s+/g, " ") as StateKind, rest: text.slice(found[0].length) };
}

function wrongKind(doc: Component, name: string, kind: StateKind | undefined): string | null {
  const inner = nodeOf(doc, name)?.states?.length;
  if (kind === "parallel" && !inner) return `put states into ${name} first: each becomes a region`;
  if (kind && kind !== "parallel" && inner) return `${name} has states inside; a ${kind} state has none`;
  const isHistory = kind === "history" || kind === "deep history";
  return isHistory && nodeOf(doc, name)?.kind !== kind && setKind(doc, name, kind) === doc
    ? `put a state beside ${name} first: a history remembers one`
    : null;
}
export interface Change {
  ok: true;
  label: string;
  change: (doc: Component) => Component;
  /** The event has a row already, by its index: there is nothing to add. */
  has?: number;
}
export type Typed = Change | ({ ok: false } & Located);

export const namesOf = (doc: Component): Names => ({
  parts: partNames(doc),
  states: stateNames(doc),
  data: doc.data,
  requests: (doc.requests ?? []).map((r) => r.name),
  clash: (states) => clashOf(doc, states),
  tokens: (doc.tokens ?? []).map((t) => t.name),
  measures: measureEnv(doc),
});

export function kindOf(doc: Component, row: Row, column: Column): EditorKind {
  if (row.section === "state") return column.kind === "add" ? "new state" : "name";
  if (column.kind === "names") {
    if (row.section === "event" || row.section === "add-event") return "event";
    return row.section === "add-look" ? "part" : "name";
  }
  if (row.section === "look") return "look";
  if (row.section === "focus") return "focus";
  if (row.section === "entry" || row.section === "exit") return "actions";
  return row.section === "event" && isTimed(doc.reactions[row.index].event) ? "after" : "reaction";
}

export function cellText(doc: Component, row: Row, column: Column): string {
  if (row.section === "state") {
    if (column.kind === "add" || column.kind === "names") return "";
    const kind = nodeOf(doc, column.name)?.kind;
    return kind ? `${kind} ${column.name}` : column.name;
  }
  if (column.kind === "names") {
    return row.section === "look"
      ? row.part
      : row.section === "event"
        ? row.label
        : row.section === "focus"
          ? "focus"
          : row.section === "entry" || row.section === "exit"
            ? lifecycleNames[row.section]
            : "";
  }
  if (column.kind === "add") return "";
  if (row.section === "look") {
    const look = own(doc.looks.find((l) => l.part === row.part)?.in, column.name);
    return look ? printLook(look) : "";
  }
  if (row.section === "focus") return own(doc.focus, column.name) ? printFocusRule(own(doc.focus, column.name)!) : "";
  if (row.section === "entry" || row.section === "exit") {
    const actions = nodeOf(doc, column.name)?.[row.section];
    return actions?.length ? printActions(actions) : "";
  }
  if (row.section !== "event") return "";
  const cell = own(doc.reactions[row.index]?.in, column.name);
  return cell === undefined ? "" : printReaction(cell);
}

const no = (message: string, text: string, missing?: Missing): Typed => ({
  ok: false,
  message,
  from: 0,
  to: text.length,
  ...(missing ? { missing } : {}),
});

function freshName(doc: Component, kind: "state" | "part", text: string, old?: string): string | null {
  if (kind === "state" ? !isStateName(text) : !isName(text))
    return `a name is ${kind === "state" ? stateNameRule : nameRule}`;
  if (text === ALWAYS) return `"${ALWAYS}" is kept for what holds in every state`;
  return text !== old && taken(doc, kind).includes(text) ? `there is a ${kind} named ${text} already` : null;
}

/** @returns what committing the text changes, or one error with its place; the document stays as it is on an error. */
export function typed(doc: Component, row: Row, column: Column, text: string, supports?: Supports): Typed {
  const names = namesOf(doc);
  const clean = text.trim();
  if (row.section === "state") {
    if (column.kind === "add") {
      if (!clean) return { ok: true, label: "", change: (d) => d };
      const { kind, rest } = withKind(clean);
      const [, name, inside] = /^(\S+)\s+in\s+(\S+)$/.exec(rest) ?? ["", rest, undefined];
      if (inside !== undefined && !names.states.includes(inside)) {
        return no(`"${inside}" is not a state; states: ${names.states.join(", ")}`, text);
      }
      const wrong = freshName(doc, "state", name);
      return wrong
        ? no(wrong, text)
        : { ok: true, label: `add ${name}`, change: (d) => addState(d, name, { inside, kind }) };
    }
    const old = column.kind === "names" ? "" : column.name;
    const { kind, rest: name } = withKind(clean);
    const wrong = freshName(doc, "state", name, old) ?? wrongKind(doc, old, kind);
    if (wrong) return no(wrong, text);
    const label = name === old ? `change ${old}` : `rename ${old}`;
    return {
      ok: true,
      label,
      change: (d) => {
        const kinded = setKind(d, old, kind);
        return name === old ? kinded : rename(kinded, "state", old, name);
      },
    };
  }
  if (column.kind === "names") return typedHeader(doc, row, clean, text, names);
  if (column.kind === "add") return no("add the state first: name it in the top row", text);
  const state = column.name;
  if (row.section === "look") {
    const parsed = parseLook(text, names, supports);
    if (!parsed.ok) return parsed;
    return { ok: true, label: `${row.part} in ${state}`, change: (d) => setLook(d, row.part, state, parsed.value) };
  }
  if (row.section === "focus") {
    const parsed = parseFocusRule(text, names);
    if (!parsed.ok) return parsed;
    return { ok: true, label: `focus in ${state}`, change: (d) => setFocusRule(d, state, parsed.value) };
  }
  if (row.section === "entry" || row.section === "exit") {
    const when = row.section;
    const parsed = parseActions(text, trimmed(text, 0, text.length), names);
    if (!parsed.ok) return parsed;
    const label = `${lifecycleNames[when]} ${state}`;
    return { ok: true, label, change: (d) => setLifecycle(d, state, when, parsed.value) };
  }
  if (row.section !== "event") return no("nothing can be said here", text);
  const parsed = parseReaction(text, names, rowKind(doc.reactions[row.index].event));
  if (!parsed.ok) return parsed;
  return { ok: true, label: `${row.label} in ${state}`, change: (d) => setReaction(d, row.index, state, parsed.value) };
}

function typedHeader(doc: Component, row: Row, clean: string, text: string, names: Names): Typed {
  if (row.section === "look") {
    const wrong = freshName(doc, "part", clean, row.part);
    if (wrong) return no(wrong, text);
    return {
      ok: true,
      label: `rename ${row.part}`,
      change: (d) => (clean === row.part ? d : rename(d, "part", row.part, clean)),
    };
  }
  if (row.section === "add-look") {
    if (!clean) return { ok: true, label: "", change: (d) => d };
    if (!names.parts.includes(clean)) {
      return no(
        names.parts.length ? `"${clean}" is not a part; parts: ${listed(names.parts)}` : "add a part in Parts first",
        text,
        { kind: "part", name: clean },
      );
    }
    if (doc.looks.some((l) => l.part === clean)) return no(`${clean} has a row already`, text);
    return { ok: true, label: `add a row for ${clean}`, change: (d) => addLookRow(d, clean) };
  }
  if (row.section !== "event" && row.section !== "add-event") return no("this name is fixed", text);
  if (!clean && row.section === "add-event") return { ok: true, label: "", change: (d) => d };
  const parsed = parseEvent(text, names);
  if (!parsed.ok) return parsed;
  const event = parsed.value;
  if (row.section === "event")
    return { ok: true, label: `change ${row.label}`, change: (d) => setEvent(d, row.index, event) };
  const has = twinOf(doc, event);
  if (has >= 0) return { ok: true, label: "", change: (d) => d, has };
  return { ok: true, label: `add ${clean}`, change: (d) => addEventRow(d, event) };
}

/** What Delete does: a cell becomes undecided; a header takes its whole row or column away. */
export function cleared(row: Row, column: Column): Change | null {
  const name = column.kind === "names" || column.kind === "add" ? null : column.name;
  if (row.section === "state") {
    return name === null || name === ALWAYS
      ? null
      : { ok: true, label: `remove ${name}`, change: (d) => removeState(d, name) };
  }
  if (column.kind === "names") {
    if (row.section === "look")
      return { ok: true, label: `remove the row of ${row.part}`, change: (d) => removeLookRow(d, row.part) };
    if (row.section === "event")
      return { ok: true, label: `remove ${row.label}`, change: (d) => removeEventRow(d, row.index) };
    return null;
  }
  if (name === null) return null;
  if (row.section === "look")
    return { ok: true, label: `clear ${row.part} in ${name}`, change: (d) => setLook(d, row.part, name, undefined) };
  if (row.section === "focus")
    return { ok: true, label: `clear focus in ${name}`, change: (d) => setFocusRule(d, name, undefined) };
  if (row.section === "entry" || row.section === "exit") {
    const when = row.section;
    return {
      ok: true,
      label: `clear ${lifecycleNames[when]} ${name}`,
      change: (d) => setLifecycle(d, name, when, undefined),
    };
  }
  if (row.section === "event")
    return {
      ok: true,
      label: `clear ${row.label} in ${name}`,
      change: (d) => setReaction(d, row.index, name, undefined),
    };
  return null;
}

/** Identity of a cell for texts that are not in force. */
export const draftKey = (row: Row, column: Column): string =>
  `${row.section === "event" ? `event ${row.label}` : row.id}|${column.id}`;
