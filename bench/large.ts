/** What a specification of 1,000 states and 5,000 reactions costs: read, compiled, edited, run, and opened in the app. */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Stage } from "../e2e/stage";
import { readComponent, setReaction, writeComponent } from "../src/core/model";
import { compile } from "../src/core/program";
import { start, stimulate } from "../src/core/run";
import { largeComponent } from "../src/core/testing/large";

export type Row = [what: string, number: string, aim: string];
const STATES = 1000;
const REACTIONS = 5000;

const timed = <T>(work: () => T): { ms: number; value: T } => {
  const from = performance.now();
  const value = work();
  return { ms: performance.now() - from, value };
};

export function largeInCore(): Row[] {
  const text = writeComponent(largeComponent(STATES, REACTIONS));
  const before = process.memoryUsage().heapUsed;
  const read = timed(() => readComponent(text));
  if (!read.value.ok) throw new Error("the large specification does not load");
  const { doc } = read.value;
  const first = timed(() => compile(doc));
  const edited = timed(() => compile(setReaction(doc, 3, "s500", { branches: [{ to: "s1" }] })));
  const program = first.value;
  let { state } = start(program);
  const buttons = program.parts.slice(1).map((p) => p.name);
  const run = timed(() => {
    for (let i = 0; i < 2000; i++) state = stimulate(program, state, { click: buttons[i % buttons.length] }).state;
  });
  const memory = (process.memoryUsage().heapUsed - before) / 1e6;
  return [
    ["1,000 states, 5,000 reactions: read and checked", `${read.ms.toFixed(0)} ms`, "1 s"],
    ["the same: compiled, and again after an edit", `${first.ms.toFixed(0)} ms, ${edited.ms.toFixed(0)} ms`, "1 s"],
    ["the same: one click, mean of 2,000", `${(run.ms / 2).toFixed(0)} µs`, ""],
    ["the same: memory, two programs and 2,000 clicks", `${memory.toFixed(0)} MB`, ""],
  ];
}

export async function largeInApp(stage: Stage): Promise<Row[]> {
  const file = join(mkdtempSync(join(tmpdir(), "lively-bench-")), "large.lively.json");
  writeFileSync(file, writeComponent(largeComponent(STATES, REACTIONS)));
  const page = await stage.page();
  await page.waitForSelector(".shelf-item");
  // The longest time for which the page answers to nothing.
  await page.evaluate(() => {
    Object.assign(window, { longest: 0 });
    new PerformanceObserver((list) => {
      const w = window as unknown as { longest: number };
      for (const e of list.getEntries()) w.longest = Math.max(w.longest, e.duration);
    }).observe({ entryTypes: ["longtask"] });
  });
  const longest = (): Promise<number> =>
    page.evaluate(() => {
      const w = window as unknown as { longest: number };
      const found = w.longest;
      w.longest = 0;
      return found;
    });
  const input = await page.$("input[type=file]");
  const from = performance.now();
  await (input as unknown as { uploadFile(f: string): Promise<void> }).uploadFile(file);
  await page.waitForSelector(".grid .cell.selected", { timeout: 60_000 });
  const opened = performance.now() - from;
  const whileOpening = await longest();
  await page.focus(".grid");
  for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowDown");
  await page.keyboard.type("s3");
  await page.keyboard.press("Enter");
  await new Promise((r) => setTimeout(r, 1500));
  const whileEditing = await longest();
  await page.browserContext().close();
  const seconds = (ms: number): string => `${(ms / 1000).toFixed(2)} s`;
  return [
    ["the same in the app: from the file to the sheet", seconds(opened), ""],
    ["the same in the app: longest time without an answer, opening", seconds(whileOpening), "1 s"],
    ["the same in the app: longest time without an answer, editing a cell", seconds(whileEditing), "1 s"],
  ];
}
