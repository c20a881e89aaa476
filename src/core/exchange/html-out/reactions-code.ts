/** Reactions, delays and focus rules as tables of functions. */

import { transitionDomain } from "../../../kernel";
import { printAction, printEvent } from "../../expression";
import { type Action, type Branch, type Component, own, targetsOf } from "../../model";
import type { Program } from "../../program";
import { configurationOn } from "../../run";
import { stateText } from "../../surface";
import {
  bare,
  blockRemark,
  element,
  expressionCode,
  focusCode,
  indented,
  key,
  datum as place,
  table,
  text,
} from "./code";

export function reactionsTable(doc: Component, program: Program): string {
  const rows = program.rows.filter((r) => r.event.on !== "after" && r.cells.some(Boolean));
  const entries = rows.map((row) => {
    const cells = program.states.flatMap((s): string[] => {
      const cell = own(doc.reactions[row.index].in, s.name);
      if (!row.cells[s.index] || !cell) return [];
      const code = cell === "ignored" ? "ignored" : branchesCode(doc, program, cell.branches, s.index);
      return [indented(`${key(s.name)}: ${code},`)];
    });
    return `${text(row.label)}: {\n${[...bare(doc).map((b) => indented(`${b},`)), ...cells].join("\n")}\n}`;
  });
  return [
    "// What happens when, by state. One that gives false leaves the event to the states around.",
    "const ignored = () => {};",
    table("reactions", entries),
  ].join("\n");
}

export function afterTable(doc: Component, program: Program): string {
  const entries = program.states.flatMap((s) => {
    const timers = program.timedRows.flatMap((row) => {
      const compiled = row.cells[s.index];
      const cell = own(doc.reactions[row.index].in, s.name);
      if (!compiled || !cell || cell === "ignored") return [];
      return [`[${compiled.after}, ${branchesCode(doc, program, cell.branches, s.index)}]`];
    });
    return timers.length ? [`${key(s.name)}: [${timers.join(", ")}]`] : [];
  });
  return `// What happens by itself: milliseconds in the state, and what then.\n${table("after", [...bare(doc), ...entries])}\nlet timers = [];`;
}

export function focusTables(doc: Component, program: Program): string {
  const names = program.states.map((s) => s.name);
  const to = names.flatMap((s) => (own(doc.focus, s)?.to ? [`${key(s)}: ${focusCode(own(doc.focus, s)!.to!)}`] : []));
  const within = names.flatMap((s) =>
    own(doc.focus, s)?.within ? [`${key(s)}: ${element(own(doc.focus, s)!.within!)}`] : [],
  );
  return [
    "// Where the focus goes on entering a state, and what holds it while the state lasts.",
    table("focusOn", [...bare(doc), ...to]),
    table("focusWithin", [...bare(doc), ...within]),
    "let wanted = [];",
    "let held = false;",
    "let back = null;",
  ].join("\n");
}

function branchesCode(doc: Component, program: Program, branches: readonly Branch[], state: number): string {
  const bodies = branches.map((b) => {
    const lines = (b.actions ?? []).map((a) => actionCode(doc, a));
    if (b.to !== undefined) lines.push(goCode(program, state, program.stateIndex.get(targetsOf(b)[0])!));
    return { guard: b.when, lines };
  });
  const usesEvent = bodies.some((b) => b.lines.some((l) => l.startsWith("event.")));
  const head = usesEvent ? "(event) =>" : "() =>";
  const [first] = bodies;
  if (first.guard === undefined) {
    if (first.lines.length === 1 && first.lines[0].startsWith("go(")) return `${head} ${first.lines[0].slice(0, -1)}`;
    return `${head} {\n${indented(first.lines.join("\n"))}\n}`;
  }
  const arms: string[] = [];
  let open = true;
  for (const [i, b] of bodies.entries()) {
    const test = b.guard === undefined ? "" : `if (${expressionCode(b.guard)}) `;
    const body = b.lines.length ? `{\n${indented(b.lines.join("\n"))}\n}` : "{}";
    arms.push(`${i ? "else " : ""}${test}${body}`);
    if (b.guard === undefined) {
      open = false;
      break;
    }
  }
  if (open) arms.push("else return false;");
  return `${head} {\n${indented(arms.join(" "))}\n}`;
}

function actionCode(doc: Component, a: Action): string {
  switch (a.do) {
    case "assign": {
      const datum = doc.data.find((d) => d.name === a.data)!;
      const value = expressionCode(a.value);
      if (datum.type === "integer") return `${place(a.data)} = clamp(${value}, ${datum.min}, ${datum.max});`;
      return `${place(a.data)} = ${datum.type === "text" ? `String(${value})` : value};`;
    }
    case "focus":
      return `wanted.push(${focusCode(a.target)});`;
    case "raise":
      return `raised.push(${text(printEvent({ on: "own", event: a.event }))});`;
    case "stop":
      return "event?.stopPropagation();";
    default:
      return `/* ${blockRemark(printAction(a))} */`;
  }
}

/** The atomic state that is entered, and how many of the outermost states stay. */
function goCode(program: Program, source: number, target: number): string {
  const leaf = stateText(program, { config: configurationOn(program, target).index });
  const domain = transitionDomain(program.states, { source, targets: [target], internal: false });
  const kept = program.states[domain].path.length - 1;
  return `go(${text(leaf)}${kept ? `, ${kept}` : ""});`;
}
