/**
 * The browser killed in the middle of edits: the whole of it, at a random instant, without a goodbye. What was in force for
 * a moment is there when it is started again, and nothing stands there that was never said.
 */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer, { type Browser, type Page } from "puppeteer-core";
import { chromiumFlags, findBrowser } from "../../src/trial";
import { cell, openDemo, press, Stage, toCell, type } from "../stage";
import type { Length, Tried } from "./family";

/** What has been in force for this long, ms, is kept, whatever happens then. */
const A_MOMENT = 400;
/** A component, and a cell of it that takes a text. */
const places = [
  ["Change-crossing dialog", "trigger", "open"],
  ["Harbour lamp", "lamp", "night"],
  ["Send my pass", "result", "sent"],
] as const;

/** Numbers from a seed: the same ones again (a linear congruence, modulo 2³²). */
function numbers(seed: number): (below: number) => number {
  let n = seed >>> 0;
  return (below) => {
    n = (Math.imul(n, 1664525) + 1013904223) >>> 0;
    return (n >>> 8) % below;
  };
}

interface Said {
  text: string;
  at: number;
}

const shot = async (browser: Browser): Promise<void> => {
  const child = browser.process()!;
  const gone = new Promise((r) => child.once("exit", r));
  child.kill("SIGKILL");
  await gone;
};

async function appIn(browser: Browser, address: string): Promise<Page> {
  const page = await browser.newPage();
  await page.setViewport({ width: 1280, height: 800 });
  await page.goto(address);
  await page.waitForSelector(".shelf-item");
  return page;
}

/** One life of the browser: edits, undoing and doing again in one component or several, until it is killed. */
class Life {
  private open = -1;
  constructor(
    private readonly page: Page,
    private readonly said: Map<string, Said[]>,
    private readonly luck: (below: number) => number,
  ) {}

  private async note(): Promise<void> {
    const [name, row, column] = places[this.open];
    const list = this.said.get(name)!;
    const text = await cell(this.page, row, column);
    const last = list[list.length - 1];
    if (last.text !== text) list.push({ text, at: performance.now() });
    else last.at = Math.min(last.at, performance.now());
  }
  private async goTo(place: number): Promise<void> {
    const [name, row, column] = places[place];
    if (this.open >= 0) await press(this.page, "Shelf", ".views");
    await openDemo(this.page, name);
    await toCell(this.page, row, column);
    this.open = place;
  }
  /** @throws where the browser has gone in the middle of it */
  async act(n: number): Promise<void> {
    const what = this.luck(8);
    if (this.open < 0 || what === 0) return this.goTo(this.luck(places.length));
    const [, row, column] = places[this.open];
    if (what === 1) await press(this.page, "Undo").catch(() => {});
    else {
      await toCell(this.page, row, column);
      // Said before it is known to have been taken: the kill may come in between.
      const words = `text "kept ${n}"`;
      this.said.get(places[this.open][0])!.push({ text: words, at: Number.POSITIVE_INFINITY });
      await type(this.page, words);
    }
    await this.note();
  }
}

/** Kills the browser again and again, each time in the middle of what is said by then. */
export async function kills(length: Length): Promise<Tried & { edits: number }> {
  const stage = await Stage.open();
  try {
    return await killed(stage.address, length);
  } finally {
    await stage.close();
  }
}

/** @param address of the app, @returns with the number of edits that had been in force for a moment */
export async function killed(address: string, { seed, most, until }: Length): Promise<Tried & { edits: number }> {
  const userDataDir = mkdtempSync(join(tmpdir(), "lively-kills-"));
  const start = (): Promise<Browser> =>
    puppeteer.launch({ executablePath: findBrowser("chromium").path, args: [...chromiumFlags], userDataDir });
  const luck = numbers(seed);
  const found = { tried: 0, edits: 0, broken: [] as string[] };
  let browser = await start();
  try {
    let page = await appIn(browser, address);
    const said = new Map<string, Said[]>();
    for (const [name, row, column] of places) {
      await openDemo(page, name);
      said.set(name, [{ text: await cell(page, row, column), at: 0 }]);
      await press(page, "Shelf", ".views");
      await page.waitForSelector(".shelf-item");
    }
    for (let n = 0; found.tried < most && Date.now() < until; found.tried++) {
      const life = new Life(page, said, luck);
      await life.act(n++);
      const acts = (async () => {
        for (;;) await life.act(n++);
      })().catch(() => {});
      await new Promise((r) => setTimeout(r, luck(4000)));
      const at = performance.now();
      await shot(browser);
      await acts;
      browser = await start();
      page = await appIn(browser, address);
      for (const [name, row, column] of places) {
        await openDemo(page, name);
        const is = await cell(page, row, column);
        const list = said.get(name)!;
        const sure = list.findLastIndex((s) => s.at < at - A_MOMENT);
        const may = list.slice(Math.max(0, sure)).map((s) => s.text);
        found.edits += Math.max(0, sure);
        // What was being typed stands there as it was: half of it.
        if (!may.some((m) => m === is || (is !== "" && m.startsWith(is))))
          found.broken.push(`kill ${found.tried + 1}, seed ${seed}: ${name} has ${is}, and not ${may.join(" or ")}`);
        said.set(name, [{ text: is, at: 0 }]);
        await press(page, "Shelf", ".views");
        await page.waitForSelector(".shelf-item");
      }
    }
  } finally {
    await browser.close().catch(() => {});
    rmSync(userDataDir, { recursive: true, force: true });
  }
  return found;
}
