/** What long runs and wide ribbons cost: an hour with 100,000 stimuli in the core; 50 lanes with 5,000 changes dragged in the app. */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import type { Page } from "puppeteer-core";
import { press, type Stage, text, until } from "../e2e/stage";
import { writeComponent } from "../src/core/model";
import type { Program } from "../src/core/program";
import { act, openSession, runTo, type Session, stateAt } from "../src/core/run";
import { box, button, component } from "../src/core/testing";
import type { Row } from "./large";

const STIMULI = 100_000;
const HOUR = 3_600_000;

function heap(): number {
  setFlagsFromString("--expose-gc");
  runInNewContext("gc")();
  return process.memoryUsage().heapUsed / 1e6;
}

function longRun(program: Program, stimuli: number): Session {
  let session = openSession(program);
  const gap = HOUR / STIMULI;
  for (let i = 1; i <= stimuli; i++)
    session = act(runTo(session, i * gap), { click: i % 20 < 10 ? "trigger" : "close" });
  return session;
}

/** @param program the demo dialog */
export function timeInCore(program: Program): Row[] {
  // What the program itself caches is there before.
  longRun(program, 2000);
  const before = heap();
  const short = longRun(program, STIMULI / 10);
  const tenth = heap() - before;
  const from = performance.now();
  const session = longRun(program, STIMULI);
  const made = performance.now() - from;
  const whole = heap() - before - tenth;
  if (short.frames.length >= session.frames.length) throw new Error("the long run is not longer");
  const looks = Array.from({ length: 300 }, (_v, i) => {
    const t = ((i * 7919) % 1000) * (HOUR / 1000);
    const start = performance.now();
    stateAt(session, t);
    return performance.now() - start;
  }).sort((a, b) => a - b);
  const what = "An hour with 100,000 stimuli";
  return [
    [
      `${what} (${session.frames.length.toLocaleString("en")} steps): made, a stimulus`,
      `${((made / STIMULI) * 1000).toFixed(1)} µs`,
      "",
    ],
    [`${what}: memory, and of a tenth of it`, `${whole.toFixed(1)} MB, ${tenth.toFixed(1)} MB`, ""],
    [
      `${what}: any instant of it, median, 95th of 100, slowest`,
      `${looks[150].toFixed(1)}, ${looks[285].toFixed(1)}, ${looks[299].toFixed(0)} ms`,
      "16 ms",
    ],
  ];
}

/** The screen's own rate, and how long the turns took, ms, while `work` goes on. */
async function turns(page: Page, work: () => Promise<void>): Promise<number[]> {
  // As text: the page knows none of what a compiler adds to named functions.
  await page.evaluate(`
    window.turns = [];
    window.watching = true;
    window.turn = (now) => {
      if (window.last) window.turns.push(now - window.last);
      window.last = now;
      if (window.watching) requestAnimationFrame(window.turn);
    };
    window.last = 0;
    requestAnimationFrame(window.turn);`);
  await work();
  return page.evaluate(() => {
    const w = window as unknown as { turns: number[]; watching: boolean };
    w.watching = false;
    return w.turns.slice(1).sort((a, b) => a - b);
  });
}

const LANES = 47;
const CHANGES = 5000;
/** The machine has more to do than this; one round alone would say little. */
const ROUNDS = 5;

/** 47 parts that change in turn, beside what one did, states and focus. */
const wide = () => {
  const names = Array.from({ length: LANES }, (_v, i) => `lamp${i + 1}`);
  const states = ["a", "b", "c", "d"];
  return component({
    parts: [button("b"), ...names.map((n) => box(n, [n]))],
    states,
    looks: Object.fromEntries(
      names.map((n, i) => [
        n,
        Object.fromEntries(
          states.map((s, k) => [s, (i + k) % 2 ? "shown; opacity: 1" : `shown; opacity: ${0.2 + (k % 3) / 10}`]),
        ),
      ]),
    ),
    reactions: {
      after: Object.fromEntries(states.map((s, k) => [s, `20ms ${states[(k + 1) % 4]}`])),
      "click b": { a: "ignored" },
    },
  });
};

export async function ribbonInApp(stage: Stage): Promise<Row[]> {
  const file = join(mkdtempSync(join(tmpdir(), "lively-bench-")), "wide.lively.json");
  writeFileSync(file, writeComponent(wide()));
  const page = await stage.page();
  await page.waitForSelector(".shelf-item");
  const input = await page.$("input[type=file]");
  await (input as unknown as { uploadFile(f: string): Promise<void> }).uploadFile(file);
  await page.waitForSelector(".lanes");
  await page.click('.clock [aria-label="Speed"]');
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  await until(
    async () => Number.parseFloat(await text(page, ".clock-time")),
    (s) => s > (CHANGES * 20) / 1000,
    60_000,
  );
  await press(page, "Pause");
  // All of it in sight.
  await page.focus(".lanes");
  for (let i = 0; i < 10; i++) await page.keyboard.press("-");
  const box = await page.$eval(".lanes", (e) => {
    const b = e.getBoundingClientRect();
    return { x: b.x, y: b.y + 40, width: b.width };
  });
  const rounds: { idle: number[]; dragged: number[] }[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const idle = await turns(page, () => new Promise((r) => setTimeout(r, 1000)));
    const dragged = await turns(page, async () => {
      await page.mouse.move(box.x + 20, box.y);
      await page.mouse.down();
      for (let i = 0; i < 200; i++) await page.mouse.move(box.x + 20 + ((i * 7) % (box.width - 40)), box.y);
      await page.mouse.up();
    });
    rounds.push({ idle, dragged });
  }
  const lanes = await page.$$eval(".lane-name", (n) => n.length);
  const zoomed = await turns(page, async () => {
    for (let i = 0; i < 12; i++) await page.keyboard.press(i < 6 ? "+" : "-");
    await new Promise((r) => setTimeout(r, 300));
  });
  await page.browserContext().close();
  const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;
  const at = (list: readonly number[], share: number): string => list[Math.floor((list.length - 1) * share)].toFixed(1);
  const rates = rounds.map(({ idle, dragged }) => Math.min(100, (100 * mean(idle)) / mean(dragged)));
  const best = rounds[rates.indexOf(Math.max(...rates))].dragged;
  const what = `Ribbon of ${lanes} lanes and 5,000 changes`;
  return [
    [
      `${what}, dragged: of the screen's rate, ${ROUNDS} rounds`,
      rates.map((r) => `${r.toFixed(0)} %`).join(", "),
      "100 %",
    ],
    ["the same, best round: time between frames, 95th of 100", `${at(best, 0.95)} ms`, "16.7 ms"],
    ["the same, zoomed in and out six times: slowest frame", `${at(zoomed, 1)} ms`, ""],
  ];
}
