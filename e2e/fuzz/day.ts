/** A long day in one tab: thousands of stimuli, a thousand edits that are all undone, many components opened in turn. */
import type { Page } from "puppeteer-core";
import { cell, clickLive, livePage, openDemo, press, Stage, text, there, toCell, type, until } from "../stage";
import type { Length, Tried } from "./family";

export interface Size {
  stimuli: number;
  edits: number;
  opened: number;
}
export const WHOLE: Size = { stimuli: 5000, edits: 1000, opened: 50 };

export interface Day {
  /** ms each, of the first tenth and of the last. */
  stimulus: [number, number];
  edit: [number, number];
  undo: [number, number];
  open: [number, number];
  /** MB that are kept on the shelf, before and after; and nodes of documents. */
  memory: [number, number];
  nodes: [number, number];
  broken: string[];
}

/** Does something many times, and tells how far it is. @returns ms each, of the first tenth and of the last */
async function paced(what: string, times: number, once: (n: number) => Promise<void>): Promise<[number, number]> {
  const spans: number[] = [];
  const tenth = Math.max(1, Math.floor(times / 10));
  // The median: what else the machine does now and then is no part of it.
  const median = (list: number[]): number => list.toSorted((a, b) => a - b)[list.length >> 1];
  for (let n = 0; n < times; n++) {
    const from = performance.now();
    await once(n);
    spans.push(performance.now() - from);
    if ((n + 1) % tenth === 0)
      process.stderr.write(`${what}: ${n + 1} of ${times}, ${median(spans.slice(-tenth)).toFixed(1)} ms each\n`);
  }
  return [median(spans.slice(0, tenth)), median(spans.slice(-tenth))];
}

async function kept(page: Page): Promise<{ memory: number; nodes: number }> {
  const cdp = await page.createCDPSession();
  // What a frame that was closed held goes with the second.
  for (let i = 0; i < 3; i++) {
    await cdp.send("HeapProfiler.collectGarbage");
    await new Promise((r) => setTimeout(r, 200));
  }
  const { usedSize } = await cdp.send("Runtime.getHeapUsage");
  const { nodes } = await cdp.send("Memory.getDOMCounters");
  await cdp.detach();
  return { memory: usedSize / 1e6, nodes };
}
const toShelf = async (page: Page): Promise<void> => {
  await press(page, "Shelf", ".views");
  await there(page, ".shelf-item");
};

/** The lamp switched on and off, each time until it is seen that it was. */
async function stimuli(page: Page, many: number): Promise<[number, number]> {
  await openDemo(page, "Harbour lamp");
  const live = await livePage(page);
  const shown = (): Promise<string | null> => live.$eval('[data-part="lamp"]', (e) => e.getAttribute("aria-checked"));
  // A click as a person's gives it the focus, too.
  await clickLive(page, "lamp");
  await until(shown, (now) => now === "true");
  const pace = await paced("stimuli", many, async () => {
    const before = await shown();
    await page.keyboard.press("Space");
    await until(shown, (now) => now !== before);
  });
  await toShelf(page);
  return pace;
}

async function edits(page: Page, many: number, broken: string[]): Promise<{ edit: Day["edit"]; undo: Day["undo"] }> {
  const [row, column] = ["press Escape", "closed"];
  const before = await cell(page, row, column);
  const words = ["opening", "open", "closing"];
  const at = (wanted: string): Promise<string> =>
    until(
      () => cell(page, row, column),
      (is) => is === wanted,
    );
  await toCell(page, row, column);
  const edit = await paced("edits", many, async (n) => {
    const word = words[n % words.length];
    await type(page, word);
    await at(word);
    await toCell(page, row, column);
  });
  await page.focus(".grid");
  const undo = await paced("undone", many, async () => {
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.up("Control");
  });
  await at(before).catch((e: Error) => broken.push(`all edits undone: ${e.message}`));
  const more = await page.$$eval("header button", (all) =>
    all.some((b) => b.textContent?.trim() === "Undo" && !(b as HTMLButtonElement).disabled),
  );
  if (more) broken.push("there is more to undo than was edited");
  return { edit, undo };
}

/** @param size of the day, the whole one if nothing is said */
export async function dayIn(stage: Stage, size: Size = WHOLE): Promise<Day> {
  const page = await stage.page();
  const broken: string[] = [];
  const names = await page.$$eval(".shelf-item .shelf-name", (all) => all.map((e) => e.textContent ?? ""));
  const opened = async (n: number): Promise<void> => {
    await openDemo(page, names[n % names.length]);
    await livePage(page);
    await toShelf(page);
  };
  // What is loaded and compiled once is there from then on.
  for (let n = 0; n < names.length; n++) await opened(n);
  const before = await kept(page);
  const open = await paced("opened", size.opened, opened);
  const stimulus = await stimuli(page, size.stimuli);
  await openDemo(page);
  const { edit, undo } = await edits(page, size.edits, broken);
  if (!(await text(page, ".standing")).includes("all decided")) broken.push("the sheet is not as it was");
  await toShelf(page);
  // The history of a closed component is kept in this tab; the next one's takes its place in sight, not in memory.
  const after = await kept(page);
  if (stage.errors.length) broken.push(...stage.errors);
  await page.browserContext().close();
  return {
    stimulus,
    edit,
    undo,
    open,
    memory: [before.memory, after.memory],
    nodes: [before.nodes, after.nodes],
    broken,
  };
}

/** MB that a day may leave behind: what 1,000 edits keep for doing them again. */
const LEFT = 30;

/** Whole days, as long as there is time for one; told is what does not come back, not what is slow. */
export async function days({ most, until: end }: Length): Promise<Tried> {
  const broken: string[] = [];
  let tried = 0;
  while (tried < most && (tried === 0 || Date.now() < end)) {
    const stage = await Stage.open();
    const day = await dayIn(stage);
    await stage.close();
    broken.push(...day.broken);
    if (day.memory[1] > day.memory[0] + LEFT)
      broken.push(`${day.memory[0].toFixed(0)} MB before a day, ${day.memory[1].toFixed(0)} MB after it`);
    tried++;
  }
  return { tried, broken };
}
