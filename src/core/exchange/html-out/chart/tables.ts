/** States, reactions and looks as tables of a delivered script, where the short form for plain components won't do. */

import { isHistory } from "../../../../kernel";
import { compute, measureEnv, milliseconds } from "../../../measure";
import { type Action, ALWAYS, type Branch, type Component, isTimed, type Look, own, targetsOf } from "../../../model";
import { type Program, type StateInfo, timerEvent } from "../../../program";
import {
  bare,
  element,
  expressionCode,
  focusCode,
  indented,
  key,
  datum as place,
  table,
  templateCode,
  text,
} from "../code";
import type { Managed } from "../looks-table";

const method = (name: string, lines: readonly string[], argument = ""): string[] =>
  lines.length ? [`${name}(${argument}) {\n${indented(lines.join("\n"))}\n}`] : [];
const object = (entries: readonly string[]): string => {
  const flat = `{ ${entries.join(", ")} }`;
  if (!entries.length) return "{}";
  return flat.length < 90 && !flat.includes("\n") ? flat : `{\n${entries.map((e) => indented(`${e},`)).join("\n")}\n}`;
};
const list = (names: readonly string[]): string => `[${names.map(text).join(", ")}]`;

export function statesTable(doc: Component, program: Program): string {
  const name = (s: number): string => program.states[s].name;
  const actions = (which: "entry" | "exit" | "initialActions", s: StateInfo): string[] => {
    const node = nodeOf(doc, s.name);
    return (node?.[which] ?? []).map((a) => actionCode(doc, a));
  };
  const entries = program.states.map((s) => {
    const out: string[] = [];
    if (s.parent >= 0) out.push(`in: ${text(name(s.parent))}`);
    if (isHistory(s)) out.push(`history: ${text(s.kind === "history" ? "shallow" : "deep")}`);
    else if (s.kind !== "atomic") out.push(`kind: ${text(s.kind)}`);
    if (s.initial.length) out.push(`start: ${list(s.initial.map(name))}`);
    out.push(
      ...method("begin", actions("initialActions", s)),
      ...method("entry", actions("entry", s)),
      ...method("exit", actions("exit", s)),
    );
    return `${key(s.name)}: ${object(out)}`;
  });
  return `// The states, outer before inner: what each is in, and where it starts.\n${table("states", entries)}`;
}

function nodeOf(doc: Component, name: string) {
  const find = (states: Component["states"]): Component["states"][number] | undefined => {
    for (const s of states) {
      if (s.name === name) return s;
      const inner = s.states && find(s.states);
      if (inner) return inner;
    }
    return undefined;
  };
  return name === ALWAYS ? undefined : find(doc.states);
}

export function reactionsTable(doc: Component, program: Program): string {
  const entries = program.rows
    .filter((r) => r.cells.some(Boolean))
    .map((row) => {
      const cells = program.states.flatMap((s) => {
        const cell = own(doc.reactions[row.index].in, s.name);
        if (cell === undefined) return [];
        if (cell === "ignored") return [`${key(s.name)}: [{}]`];
        const branches = cell.branches.map((b) => branchCode(doc, b));
        const flat = `[${branches.join(", ")}]`;
        return [
          `${key(s.name)}: ${flat.length < 90 && !flat.includes("\n") ? flat : `[\n${indented(branches.join(",\n"))},\n]`}`,
        ];
      });
      return `${text(row.label)}: ${object([...bare(doc), ...cells])}`;
    });
  return `// What happens when, by state: the first whose condition holds. An empty one leaves everything as it is.\n${table("reactions", entries)}`;
}

function branchCode(doc: Component, b: Branch): string {
  const out: string[] = [];
  if (b.when !== undefined) out.push(`when: () => ${expressionCode(b.when)}`);
  if (b.to !== undefined) out.push(`to: ${list(targetsOf(b))}`);
  if (b.internal) out.push("internal: true");
  const lines = (b.actions ?? []).map((a) => actionCode(doc, a));
  out.push(...method("does", lines, lines.some((l) => l.includes("event?.")) ? "event" : ""));
  return object(out);
}

function actionCode(doc: Component, a: Action): string {
  const time = (value: string): number => milliseconds(value) ?? timeOf(doc, value);
  const block = (actions: readonly Action[]): string =>
    `{\n${indented(actions.map((inner) => actionCode(doc, inner)).join("\n"))}\n}`;
  switch (a.do) {
    case "assign": {
      const datum = doc.data.find((d) => d.name === a.data)!;
      const value = expressionCode(a.value);
      if (datum.type === "integer") return `${place(a.data)} = clamp(${value}, ${datum.min}, ${datum.max});`;
      return `${place(a.data)} = ${datum.type === "text" ? `String(${value})` : value};`;
    }
    case "raise":
      return `raised.push(${text(a.event)});`;
    case "send":
      return `later(${text(a.event)}, ${a.delay === undefined ? 0 : time(a.delay)}${a.id === undefined ? "" : `, ${text(a.id)}`});`;
    case "start":
      return `cancel((t) => t.id === ${text(a.timer)});\nlater(${text(timerEvent(a.timer))}, ${time(a.after)}, ${text(a.timer)});`;
    case "cancel":
      return `cancel((t) => t.id === ${text(a.timer)});`;
    case "focus":
      return `wanted.push(${focusCode(a.target)});`;
    case "scroll": {
      const behavior = a.smooth ? "glide()" : '"instant"';
      const top =
        "part" in a.to
          ? `${element(a.to.part)}.getBoundingClientRect().top + scrollY`
          : `pixels(${text(a.to.distance)}, range())`;
      return `scrollTo({ top: ${top}, behavior: ${behavior} });`;
    }
    case "stop":
      return "event?.stopPropagation();";
    case "prevent":
      return "event?.preventDefault();";
    case "announce":
      return `announce(${templateCode(a.text)});`;
    case "request":
      return `request(${text(a.request)});`;
    case "log": {
      const value = a.value === undefined ? [] : [expressionCode(a.value)];
      return `console.log(${[...(a.label === undefined ? [] : [text(a.label)]), ...value].join(", ")});`;
    }
    case "fail":
      return `throw new Error(${text(a.why)});`;
    case "block":
      return block(a.actions);
    case "if":
      return a.branches
        .map(
          (b, i) =>
            `${i ? "else " : ""}${b.when === undefined ? "" : `if (${expressionCode(b.when)}) `}${block(b.actions)}`,
        )
        .join(" ");
  }
}

/** ms of a time with tokens and math. */
function timeOf(doc: Component, value: string): number {
  const found = compute(value, measureEnv(doc), "time");
  return found.ok ? found.value.n : 0;
}

export function afterTable(doc: Component, program: Program): string {
  const entries = program.states.flatMap((s) => {
    const timers = program.timedRows.flatMap((row) => {
      const cell = row.cells[s.index];
      if (!cell || own(doc.reactions[row.index].in, s.name) === "ignored") return [];
      return [`{ row: ${text(row.label)}, delay: ${cell.after}${row.event.on === "every" ? ", every: true" : ""} }`];
    });
    return timers.length ? [`${key(s.name)}: [${timers.join(", ")}]`] : [];
  });
  return `// What happens by itself in a state: after how many milliseconds.\n${table("after", [...bare(doc), ...entries])}`;
}

/** Rows that own events reach, with what they listen for. */
export function ownTable(program: Program): string {
  const entries = program.eventRows
    .filter((r) => r.row.cells.some(Boolean))
    .map((r) => `${text(r.row.label)}: ${list(r.descriptors.map((d) => (d === "*" ? d : d.replace(/\.\*?$/, ""))))}`);
  const automatic = program.automaticRows.some((r) => r.cells.some(Boolean)) ? '["automatic"]' : "[]";
  return `${table("own", [...new Set(entries)])}\nconst automatic = ${automatic};`;
}

export function requestsTable(doc: Component, program: Program): string {
  const entries = (doc.requests ?? []).map((r, i) => {
    const { latency, ok } = program.requests[i];
    return `${key(r.name)}: { method: ${text(r.method)}, path: ${text(`/stand-in${r.path}?latency=${latency}ms&outcome=${ok ? "ok" : "fails"}`)} }`;
  });
  return `// Answered by the stand-in service; put the paths of your own service here.\n${table("requests", entries)}`;
}

/** The looks that the style sheet cannot say: what each part is without any, then what each cell changes, in order. */
export function lookCells(doc: Component, program: Program, parts: readonly Managed[]): string {
  const base = parts.map((m) => `${key(m.part.name)}: ${baseCode(m)}`);
  const cells: string[] = [];
  program.states.forEach((s) => {
    for (const m of parts) {
      const look = own(doc.looks.find((row) => row.part === m.part.name)?.in, s.name);
      if (!look) continue;
      const add = (when: string, l: Look): void => {
        const code = changeCode(m, l);
        if (code) cells.push(`[() => ${when}, () => ({ ${key(m.part.name)}: ${code} })]`);
      };
      const here = s.index === 0 ? "true" : `isIn(${text(s.name)})`;
      add(here, look);
      for (const { when, ...more } of look.and ?? [])
        add(s.index === 0 ? expressionCode(when) : `${here} && (${expressionCode(when)})`, more);
    }
  });
  return `// What the style sheet cannot say: how each part is, then what the states change in it.
const baseLooks = () => (${object(base)});
const looks = [${cells.length ? `\n${cells.map((c) => indented(`${c},`)).join("\n")}\n` : ""}];
function looksNow() {
  const all = baseLooks();
  for (const [holds, look] of looks) {
    if (!holds()) continue;
    for (const [name, more] of Object.entries(look())) {
      all[name] = { ...all[name], ...more, attributes: { ...all[name].attributes, ...more.attributes } };
    }
  }
  return all;
}`;
}

function baseCode(m: Managed): string {
  const { attributes = {}, css = {}, content } = m.part.part;
  const out: string[] = [];
  const gone = "hidden" in attributes || css.display === "none";
  if (m.fields.includes("there")) out.push(`there: ${gone ? '"not displayed"' : "true"}`);
  if (m.fields.includes("inert")) out.push(`inert: ${"inert" in attributes}`);
  if (m.fields.includes("disabled")) out.push(`disabled: ${"disabled" in attributes}`);
  const said = m.attributes.map(
    (name) => `${key(name)}: ${Object.hasOwn(attributes, name) ? templateCode(attributes[name]) : "null"}`,
  );
  if (m.fields.includes("hiddenFromAll"))
    said.push(`"aria-hidden": ${attributes["aria-hidden"] === "true" ? '"true"' : "null"}`);
  if (said.length) out.push(`attributes: { ${said.join(", ")} }`);
  if (m.fields.includes("text")) out.push(`text: ${templateCode(content?.find((c) => typeof c === "string") ?? "")}`);
  if (m.texts.length)
    out.push(`texts: { ${m.texts.map((t) => `${t.child}: ${templateCode(t.template)}`).join(", ")} }`);
  return object(out);
}

/** How a look says that a part is there, whichever way it is written. */
export function presenceOf(look: Look): Look["as"] {
  if (look.as) return look.as;
  const { display, visibility } = look.css ?? {};
  if (display === "none") return "not displayed";
  if (visibility !== undefined) return visibility === "visible" ? "shown" : "hidden";
  return display === undefined ? undefined : "shown";
}

function changeCode(m: Managed, look: Look): string | null {
  const out: string[] = [];
  const as = presenceOf(look);
  if (m.fields.includes("there") && as !== undefined)
    out.push(`there: ${as === "not displayed" || as === "absent" ? text(as) : "true"}`);
  if (look.inert !== undefined) out.push(`inert: ${look.inert}`);
  if (look.disabled !== undefined) out.push(`disabled: ${look.disabled}`);
  const attributes = Object.entries(look.attributes ?? {}).map(
    ([name, v]) => `${key(name)}: ${v === null ? "null" : templateCode(v)}`,
  );
  if (look.exposed !== undefined) attributes.push(`"aria-hidden": ${look.exposed ? "null" : '"true"'}`);
  if (attributes.length) out.push(`attributes: { ${attributes.join(", ")} }`);
  if (look.text !== undefined) out.push(`text: ${templateCode(look.text)}`);
  return out.length ? `{ ${out.join(", ")} }` : null;
}

/** Conditions on looks that change declarations, in the order in which the style sheet names them. */
export function conditionsOnStyle(doc: Component): string[] {
  return [
    ...new Set(doc.looks.flatMap((row) => Object.values(row.in).flatMap((l) => (l.and ?? []).map((c) => c.when)))),
  ];
}

export const isPlainChart = (doc: Component, program: Program): boolean => {
  const plainKinds = program.states.every((s) => s.kind === "atomic" || s.kind === "compound");
  const quiet = program.states.every((s) => !s.entry.length && !s.exit.length && !s.initialActions.length);
  const known = new Set(["assign", "focus", "raise", "stop"]);
  const plainRows = doc.reactions.every(({ event: e, in: cells }) => {
    const plainEvent =
      (e.on === "click" && e.scope !== "anywhere") ||
      (e.on === "key" && !e.up) ||
      e.on === "after" ||
      e.on === "mounted" ||
      (e.on === "own" && /^[\w-]+$/.test(e.event));
    return (
      plainEvent &&
      Object.values(cells).every(
        (c) =>
          c === "ignored" ||
          c.branches.every(
            (b) =>
              !Array.isArray(b.to) &&
              !b.internal &&
              (b.actions ?? []).every(
                (a) =>
                  known.has(a.do) &&
                  (a.do !== "focus" || !("next" in a.target || "previous" in a.target || "last" in a.target)),
              ),
          ),
      )
    );
  });
  const timed = doc.reactions.filter((r) => isTimed(r.event)).length <= 20;
  return (
    plainKinds &&
    quiet &&
    plainRows &&
    timed &&
    !doc.looks.some((r) => Object.values(r.in).some((l) => l.and)) &&
    !/page\.|_event/.test(JSON.stringify([doc.reactions, doc.parts, doc.looks]))
  );
};
