/** The behaviour as a script that a reviewer can read: the specification's tables, and the few functions they need. */
import { type Component, partsInBehaviour } from "../../model";
import { compile, type Program } from "../../program";
import { configurationOn } from "../../run";
import { restingLooks, stateText } from "../../surface";
import { chartScript } from "./chart/script";
import { isPlainChart } from "./chart/tables";
import { element, indented, key, table, text } from "./code";
import { looksTable, managed } from "./looks-table";
import { afterTable, focusTables, reactionsTable } from "./reactions-code";
import * as runtime from "./runtime";
import { dataTable, partsTable } from "./script-parts";

export function script(doc: Component): string {
  const program = compile(doc);
  if (!isPlainChart(doc, program)) return chartScript(doc, program);
  const list = managed(doc, program);
  const actions = doc.reactions
    .flatMap((r) => Object.values(r.in))
    .flatMap((c) => (c === "ignored" ? [] : c.branches.flatMap((b) => b.actions ?? [])));
  const hold = Object.values(doc.focus).some((f) => f.within);
  const looks = program.states.filter((s) => s.atomic).flatMap((s) => restingLooks(program, s.index));
  const needs: runtime.Needs = {
    nested: program.states.some((s) => !s.atomic && s.index > 0),
    after: program.timedRows.some((r) => r.cells.some(Boolean)),
    focus: Object.keys(doc.focus).length > 0 || actions.some((a) => a.do === "focus"),
    hold,
    raise: actions.some((a) => a.do === "raise"),
    there: list.some((m) => m.fields.includes("there")),
    absent: looks.some((l) => l.as === "absent"),
    when: false,
  };
  const clamps = actions.some(
    (a) => a.do === "assign" && doc.data.some((d) => d.name === a.data && d.type === "integer"),
  );
  const listening = listeners(program, needs);
  const sections = [
    partsTable(program, new Set([...list.map((m) => m.part.name), ...partsInBehaviour(doc)])),
    stateSection(program, needs),
    looksTable(doc, program, list),
    reactionsTable(doc, program),
    needs.raise ? "const raised = [];" : "",
    needs.after ? afterTable(doc, program) : "",
    needs.focus ? focusTables(doc, program) : "",
    runtime.react(needs),
    runtime.go(needs),
    clamps ? runtime.clamp : "",
    runtime.show(needs),
    needs.focus ? runtime.focus(needs) : "",
    program.keyRows.some((k) => k.row.cells.some(Boolean)) ? runtime.keyOf : "",
    listening,
  ];
  return `function mount(root) {\n${indented(sections.filter(Boolean).join("\n\n"))}\n}\n\nmount(document.body);`;
}

function stateSection(program: Program, needs: runtime.Needs): string {
  const name = (s: number): string => program.states[s].name;
  const lines = [`let state = ${text(stateText(program, { config: configurationOn(program, 0).index }))};`];
  if (program.data.length) lines.push(dataTable(program));
  if (needs.nested) {
    const paths = program.states
      .filter((s) => s.atomic)
      .map(
        (s) =>
          `${key(s.name)}: [${s.path
            .slice(0, -1)
            .toReversed()
            .map((i) => text(name(i)))
            .join(", ")}]`,
      );
    lines.push("// Each state with the states around it, outer first.", table("paths", paths));
  }
  lines.push(`const active = () => ${needs.nested ? "paths[state]" : "[state]"};`);
  const expressions = JSON.stringify([program.doc.parts, program.doc.looks, program.doc.reactions]);
  if (/\bin\s*\(/.test(expressions)) lines.push("const isIn = (name) => active().includes(name);");
  return lines.join("\n");
}

function listeners(program: Program, needs: runtime.Needs): string {
  const lines = ["const listening = new AbortController();", "const { signal } = listening;", ""];
  const living = (rows: readonly { row: Program["rows"][number] }[]): string =>
    rows
      .filter((r) => r.row.cells.some(Boolean))
      .map((r) => text(r.row.label))
      .join(", ");
  const listen = (on: string, event: string, body: string): void => {
    lines.push(`${on}.addEventListener("${event}", (event) => {\n${indented(body)}\n}, { signal });`);
  };
  program.pointer.click.at.forEach((rows, p) => {
    const part = element(program.parts[p].name);
    const all = living(rows);
    const inside = living(rows.filter((r) => r.scope === "inside"));
    if (!all) return;
    if (all === inside) listen(part, "click", `react(event, ${all});`);
    else {
      const otherwise = inside ? `\nelse react(event, ${inside});` : "";
      listen(part, "click", `if (event.target === ${part}) react(event, ${all});${otherwise}`);
    }
  });
  for (const outside of program.pointer.click.outside) {
    const label = living([outside]);
    const part = element(program.parts[outside.part].name);
    if (label) listen("document", "click", `if (!${part}.contains(event.target)) react(event, ${label});`);
  }
  const places = new Map<string, string[]>();
  for (const { row, key: pressed, within } of program.keyRows) {
    if (!row.cells.some(Boolean)) continue;
    const place = within === null ? "document" : element(program.parts[within].name);
    const test = `if (keyOf(event) === ${text(pressed)}) react(event, ${text(row.label)});`;
    places.set(place, [...(places.get(place) ?? []), test]);
  }
  for (const [place, tests] of places) listen(place, "keydown", tests.join("\n"));
  if (needs.hold) lines.push(runtime.holdListeners);
  const mounted = living((program.plainRows.get("mounted") ?? []).map((row) => ({ row })));
  lines.push("", "enter(active());", mounted ? `react(null, ${mounted});` : "show();", "");
  const timers = needs.after ? "\n  for (const timer of timers) clearTimeout(timer.id);" : "";
  lines.push(`return function unmount() {\n  listening.abort();${timers}\n};`);
  return lines.join("\n");
}
