/** The pages of docs/tasks, done as they say: brought in, typed cell by cell, proved. */
import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readHtml } from "../../core/exchange";
import { addDatum, type Component, checkNames } from "../../core/model";
import { applyMend, proveNow } from "../../core/proof";
import { typed } from "./grid/cells";
import { buildGrid } from "./grid/grid";
import { making } from "./grid/making";

const folder = "docs/tasks";
const block = (text: string, kind: string): string =>
  new RegExp(`\`\`\`${kind}\n([\\s\\S]*?)\`\`\``).exec(text)?.[1] ?? "";

function type(doc: Component, row: string, column: string, words: string): Component {
  const grid = buildGrid(doc);
  const r = grid.rows.find((line) =>
    line.section === "look"
      ? row === `look ${line.part}`
      : line.section === "event"
        ? line.label === row
        : line.section === row,
  );
  const c = grid.columns.find((col) => col.id === column || (column === "" && col.kind === "names"));
  if (!r || !c) throw new Error(`no cell ${row} / ${column}`);
  const change = typed(doc, r, c, words);
  if (change.ok) return change.change(doc);
  // What it names and nobody has declared is taken as it is offered.
  const offered = making(doc, r, c, words);
  if (!offered) throw new Error(`${row} / ${column}: ${change.message}`);
  return offered.change(doc);
}

function done(text: string): Component {
  const read = readHtml(block(text, "html"), "Task");
  if (!read.ok) throw new Error(read.message);
  let { doc } = read;
  const [name, kind, initial, min, max] = block(text, "data").trim().split(" ");
  if (name)
    doc = addDatum(
      doc,
      kind === "boolean"
        ? { name, type: kind, initial: initial === "true" }
        : { name, type: "integer", initial: Number(initial), min: Number(min), max: Number(max) },
    );
  const [width, length] = block(text, "measured").trim().split(" ").map(Number);
  if (length) doc = { ...doc, page: { ...doc.page, measured: [{ width, length, parts: {} }] } };
  const rows = [...text.matchAll(/^\|(.+)\|$/gm)].map((m) => m[1].split("|").map((c) => c.trim()));
  const [head, , ...lines] = rows;
  const states = head.slice(1);
  doc = type(doc, "state", doc.states[0].name, states[0]);
  for (const s of states.slice(1)) doc = type(doc, "state", "+", s);
  for (const [row, ...cells] of lines) {
    const there = buildGrid(doc).rows.some((r) =>
      r.section === "look" ? `look ${r.part}` === row : r.section === row,
    );
    if (!there && row.startsWith("look ")) doc = type(doc, "add-look", "", row.slice(5));
    else if (!there) doc = type(doc, "add-event", "", row);
    cells.forEach((words, i) => {
      if (words) doc = type(doc, row, states[i], words);
    });
  }
  return doc;
}

describe.each(readdirSync(folder).filter((f) => f.endsWith(".md")))("%s", (file) => {
  const text = readFileSync(`${folder}/${file}`, "utf8");
  it("is a component without a finding, all decided, once its ends are said to be ends", () => {
    let doc = done(text);
    expect(checkNames(doc)).toEqual([]);
    for (let i = 0; i < 4; i++) {
      const end = proveNow(doc).findings.find((f) => f.rule === "F5" && f.mend?.edit?.kind === "final");
      if (end) doc = applyMend(doc, end.mend!);
    }
    expect(proveNow(doc).findings.map((f) => `${f.rule} ${f.text}`)).toEqual([]);
    expect(proveNow(doc).problems).toEqual([]);
  });
});
