/** The script of a component that uses more than plain states, clicks, keys and delays. */
import { type Component, everyAction, partsInBehaviour } from "../../../model";
import type { Program } from "../../../program";
import { expressionCode, indented } from "../code";
import { managed } from "../looks-table";
import { focusTables } from "../reactions-code";
import * as short from "../runtime";
import { dataTable, partsTable } from "../script-parts";
import { becomesTable, listenerCode, pageCode, startCode } from "./events";
import * as runtime from "./runtime";
import {
  afterTable,
  conditionsOnStyle,
  lookCells,
  ownTable,
  reactionsTable,
  requestsTable,
  statesTable,
} from "./tables";

export function chartScript(doc: Component, program: Program): string {
  const list = managed(doc, program);
  const actions = everyAction(doc);
  const does = (...names: string[]): boolean => actions.some((a) => names.includes(a.do));
  const hold = Object.values(doc.focus).some((f) => f.within);
  const whole = JSON.stringify([doc.parts, doc.looks, doc.reactions, doc.states]);
  const conditions = conditionsOnStyle(doc);
  const becomes = program.becomesRows.some((r) => r.row.cells.some(Boolean));
  const measures =
    program.scrollRows.length > 0 || program.widthRows.length > 0 || actions.some((a) => a.do === "scroll");
  const needs: short.Needs = {
    nested: true,
    after: true,
    focus: true,
    hold,
    raise: true,
    there: list.some((m) => m.fields.includes("there")),
    absent: doc.looks.some((r) => JSON.stringify(r.in).includes('"absent"')),
    when: conditions.length > 0,
  };
  const page = pageCode(program);
  const sections = [
    partsTable(program, new Set([...list.map((m) => m.part.name), ...partsInBehaviour(doc)])),
    "const listening = new AbortController();\nconst { signal } = listening;",
    dataTable(program),
    /page\.(width|height|scroll|reducedMotion)/.test(whole) ? runtime.scrolling : "",
    statesTable(doc, program),
    reactionsTable(doc, program),
    ownTable(program),
    becomes ? `${becomesTable(program)}\n${runtime.conditions}` : runtime.noConditions,
    afterTable(doc, program),
    focusTables(doc, program),
    lookCells(doc, program, list),
    conditions.length ? `const conditions = [${conditions.map((c) => `() => ${expressionCode(c)}`).join(", ")}];` : "",
    runtime.chart,
    runtime.timers,
    program.requests.length ? `${requestsTable(doc, program)}\n${runtime.requests}` : "",
    measures ? runtime.measure : "",
    does("scroll") ? runtime.smoothly : "",
    does("announce") ? runtime.announce : "",
    does("assign") && doc.data.some((d) => d.type === "integer") ? short.clamp : "",
    short.show(needs),
    short.focus(needs),
    runtime.among,
    program.keyRows.some((k) => k.row.cells.some(Boolean)) ? short.keyOf : "",
    [...listenerCode(program), ...(hold ? [short.holdListeners] : []), ...page].join("\n"),
    startCode(program).join("\n"),
    unmountCode(program),
  ];
  return `function mount(root) {\n${indented(sections.filter(Boolean).join("\n\n"))}\n}\n\nmount(document.body);`;
}

function unmountCode(program: Program): string {
  const rows = (program.plainRows.get("unmounted") ?? [])
    .filter((r) => r.cells.some(Boolean))
    .map((r) => JSON.stringify(r.label));
  const told = rows.length ? `\n  react(null, ${rows.join(", ")});` : "";
  return `return function unmount() {${told}\n  listening.abort();\n  cancel(() => true);\n  over = true;\n};`;
}
