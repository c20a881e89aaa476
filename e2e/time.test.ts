/** Time in the real interface: stepping into a fade, other ways from there, comparing, shaping motion, keeping a stretch. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { demoComponents } from "../src/demo";
import { click, clickLive, liveHit, livePage, openDemo, press, Stage, text, there, until, untilText } from "./stage";

let stage: Stage;
let page: Page;

beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
  await openDemo(page);
});
afterAll(() => stage?.close());

const opacity = async (): Promise<number> => {
  const live = await livePage(page);
  return Number(await live.$eval('[data-part="backdrop"]', (e) => getComputedStyle(e).opacity));
};
const time = async (): Promise<number> => Number.parseFloat(await text(page, ".clock-time")) * 1000;
/** Drags the needle to `ms`, as far as the pixels allow, once what is above has found its place; it is there then. */
async function dragTo(ms: number, from?: number): Promise<void> {
  const place = () =>
    page.$eval(".lanes", (e) => {
      const box = e.getBoundingClientRect();
      const axis = document.querySelector(".axis")!.getBoundingClientRect();
      const end = Number(e.getAttribute("aria-valuemax"));
      return { x: box.x, y: Math.max(box.y, axis.bottom) + 8, end, width: box.width };
    });
  let at = await place();
  await until(
    async () => {
      const before = at;
      await new Promise((r) => setTimeout(r, 60));
      at = await place();
      return before.x === at.x && before.y === at.y && before.width === at.width;
    },
    (still) => still,
  );
  const perPixel = Math.max(2000, at.end * 1.04) / at.width;
  const px = (t: number): number => at.x + t / perPixel;
  await page.mouse.move(px(from ?? ms + 40), at.y);
  await page.mouse.down();
  await page.mouse.move(px(ms), at.y, { steps: 4 });
  await page.mouse.up();
  // The clock is told in hundredths of a second.
  await until(time, (t) => Math.abs(t - ms) <= 2 * perPixel + 10);
}

describe("a run that can be stopped and turned back", () => {
  it("is caught in the middle of a fade, and stepped to its end and back", async () => {
    await press(page, "Pause");
    await clickLive(page, "trigger");
    await untilText(page, ".facts", "opening for");
    // Stopped, it stays stopped: the click did its work and nothing else goes on.
    const clicked = await time();
    await until(opacity, (o) => o === 0);
    await page.focus(".lanes");
    await press(page, "Run");
    await until(time, (t) => t > clicked + 60);
    await press(page, "Pause");
    await click(page, '[aria-label="To the next change"]');
    await click(page, '[aria-label="To the change before"]');
    await dragTo(clicked + 120);
    const middle = await until(opacity, (o) => o > 0.2 && o < 0.95);
    const shown = await time();
    expect(shown).toBeGreaterThan(clicked + 60);
    expect(shown).toBeLessThan(clicked + 200);
    await page.keyboard.press(".");
    await untilText(page, ".facts", /open for/);
    await page.keyboard.press(",");
    await untilText(page, ".facts", "opening for 0 ms");
    await dragTo(shown);
    const again = await until(opacity, (o) => o > 0.2 && o < 0.95);
    expect(Math.abs(again - middle)).toBeLessThan(0.06);
  });

  it("branches where something else is done, and keeps the other run until it is closed", async () => {
    await press(page, "Run");
    await untilText(page, ".facts", "open for");
    const length = await until(
      async () => Number(await page.$eval(".lanes", (e) => e.getAttribute("aria-valuemax"))),
      (n) => n > 600,
    );
    await dragTo(length * 0.2);
    await untilText(page, ".facts", "closed for");
    await clickLive(page, "trigger");
    await untilText(page, ".runs", "run 1");
    expect(await text(page, ".run-name.now")).toContain("run 2");
    await press(page, "run 1", ".runs");
    await until(
      async () => Number(await page.$eval(".lanes", (e) => e.getAttribute("aria-valuemax"))),
      (n) => Math.abs(n - length) < 400,
    );
    await click(page, '[aria-label="Close run 2"]');
    await until(
      () => text(page, ".runs"),
      (t) => t === "",
    );
  });

  it("compares two pinned instants, fact by fact and blended", async () => {
    await press(page, "Start again");
    await clickLive(page, "trigger");
    await untilText(page, ".facts", "open for");
    await press(page, "Pin");
    await page.focus(".lanes");
    await page.keyboard.press("Home");
    await page.keyboard.press("p");
    await press(page, "Compare A and B");
    const table = await untilText(page, ".differing", "backdrop");
    expect(table).toMatch(/backdrop ?displayed ?yes ?no/);
    expect(table).toContain("state");
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>(".ant-segmented-item")]
        .find((i) => i.textContent === "blended")
        ?.click(),
    );
    await page.waitForSelector(".blend iframe");
    expect(await page.$$eval(".blend iframe", (f) => f.length)).toBe(2);
    await click(page, '[aria-label="Take pin A away"]');
    await untilText(page, ".compare-empty", "pin that too");
  });

  it("tells the whole way of a click, and why a part is like it is", async () => {
    await press(page, "Sheet", ".views");
    await press(page, "Start again");
    await clickLive(page, "trigger");
    await untilText(page, ".facts", "open for");
    await clickLive(page, "take");
    await untilText(page, ".facts", "closed for");
    await press(page, "The whole way");
    const way = await untilText(page, ".way", "entered");
    expect(way).toContain("1 take → 2 dialog → 3 backdrop");
    expect(way).toMatch(/asked ?click take in open: taken: closing/);
    const live = await livePage(page);
    await until(
      () => live.evaluate(() => document.documentElement.lastElementChild?.textContent ?? ""),
      (t) => t.includes("1 take"),
    );
    await press(page, "Only this");
    await page.type("#why-part", "backdrop");
    await page.keyboard.press("Enter");
    await untilText(page, ".reasons", /opacity ?1 ?closing says so; on its way from 1 to 0/);
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>(".reasons button")]
        .find((b) => b.textContent?.includes("on its way"))
        ?.click(),
    );
    await until(
      () =>
        page.$eval(
          ".grid",
          (g) => document.getElementById(g.getAttribute("aria-activedescendant")!)?.textContent ?? "",
        ),
      (t) => t.includes("no pointer"),
    );
  });

  it("where nothing happened, leads to what would change that", async () => {
    await clickLive(page, "summary");
    await untilText(page, ".explanation.nothing", "no row listens for this");
    await press(page, "Add a row for click summary");
    await untilText(page, ".cell.selected", "undecided");
    await untilText(page, ".standing", /[1-9]\d* undecided/);
    await press(page, "Undo");
    await untilText(page, ".standing", "all decided");
    await clickLive(page, "trigger");
    await untilText(page, ".facts", "open for");
    // The trigger is inert now: not even a click aimed at it is its own.
    expect(await liveHit(page, "trigger")).toBeNull();
    await clickLive(page, "close");
    await untilText(page, ".facts", "closed for");
    await page.keyboard.press("Escape");
    // It is decided: ignored. Nobody is asked to decide it once more.
    await press(page, "Show the cell");
    await untilText(page, ".cell.selected", "ignored");
  });

  it("keeps a stretch as a scenario, without what did not matter before it", async () => {
    await press(page, "Start again");
    for (const part of ["trigger", "close", "trigger"]) {
      await clickLive(page, part);
      await untilText(page, ".facts", part === "trigger" ? "open for" : "closed for");
    }
    const from = await time();
    await clickLive(page, "take");
    await untilText(page, ".facts", "closed for");
    await press(page, "Pause");
    await dragTo(from - 30);
    await press(page, "Pin");
    await press(page, "To the end");
    await press(page, "Pause");
    await press(page, "Pin");
    await press(page, "Keep A to B as scenario");
    const steps = await untilText(page, ".steps", "click take");
    expect(steps.match(/click trigger/g)).toHaveLength(1);
    expect(steps).not.toContain("click close");
    const { scenarios } = demoComponents.find((d) => d.name === "Change-crossing dialog")!.load();
    // It can be done, and says no more until something is expected in it.
    await untilText(page, ".scenario.chosen", "silent");
    await untilText(page, ".standing", `${scenarios.length} scenarios hold`);
  });
});

describe("motion that is shaped", () => {
  const widths = (): Promise<number[]> =>
    page.$$eval(".motion-half:first-child .bar", (bars) => bars.map((b) => Number(b.getAttribute("aria-valuenow"))));

  it("a dragged bar takes the timer along that is tied to it, as one step of undo", async () => {
    await press(page, "Motion", ".views");
    await untilText(page, ".motion-half", "closed → opening");
    const before = await until(widths, (w) => w.length === 3);
    expect(new Set(before)).toEqual(new Set([240]));
    const bar = await page.$eval(".motion-half:first-child .bar", (e) => {
      const box = e.getBoundingClientRect();
      return { x: box.right - 3, y: box.y + box.height / 2, width: box.width };
    });
    await page.mouse.move(bar.x, bar.y);
    await page.mouse.down();
    await page.mouse.move(bar.x + bar.width / 4, bar.y, { steps: 5 });
    await page.mouse.up();
    const after = await until(widths, (w) => w[0] !== 240);
    expect(new Set(after).size).toBe(1);
    expect(after[0]).toBeGreaterThanOrEqual(290);
    await untilText(page, ".standing", "no findings");
    await press(page, "Undo");
    await until(widths, (w) => w.every((n) => n === 240));
  });

  it("an easing is typed, its curve and the loop follow; a wrong one says what it should be", async () => {
    const field = '.row-editor [aria-label="curve"]';
    const curve = (): Promise<string> => page.$eval(".recharts-line-curve", (e) => e.getAttribute("d") ?? "");
    const before = await until(curve, (d) => d.length > 50);
    await click(page, field, 3);
    await page.type(field, "wobbly");
    await untilText(page, ".row-editor", "an easing, such as");
    await click(page, field, 3);
    await page.type(field, "linear");
    await page.keyboard.press("Enter");
    await until(curve, (d) => d !== before);
    expect(await text(page, ".row-editor")).not.toContain("such as");
    await press(page, "Undo");
    await until(curve, (d) => d === before);
  });

  it("untied, a time that no longer agrees with its timer is marked, and mended at a click", async () => {
    await press(page, "Untie", ".row-editor");
    await page.focus(".motion-half:first-child .bar");
    for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowRight");
    await until(widths, (w) => w[0] === 280 && w[2] === 240);
    await untilText(page, ".motion-fault", /F11 opening lasts 240 ms, but its motion lasts 280 ms/);
    await click(page, ".motion-fault button");
    await until(
      () => text(page, ".motion-fault"),
      (t) => t === "",
    );
    for (let i = 0; i < 6; i++) await press(page, "Undo");
  });

  it("turned back, it is home sooner", async () => {
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>(".motion-name")]
        .find((n) => n.textContent?.startsWith("opening → closing"))
        ?.click(),
    );
    await untilText(page, ".motion-half", /^opening → closing/);
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>(".motion-options label")]
        .find((l) => l.textContent === "interrupt it")
        ?.click(),
    );
    const told = await untilText(page, ".motion-options", "later");
    expect(told).toMatch(/to ?opening/);
    const [at, home] = [...told.matchAll(/(\d+) ms/g)].map((m) => Number(m[1]));
    expect(at).toBe(90);
    // The way back is as much shorter as the way there was cut short (CSS Transitions, reversing).
    expect(home).toBeLessThan(240);
    expect(home).toBeGreaterThan(60);
  });

  it("leaves for another view, although the address of the instant comes before the view is drawn", async () => {
    const other = await stage.page();
    await openDemo(other);
    await clickLive(other, "trigger");
    await untilText(other, ".facts", "open for");
    await other.evaluate(() => {
      const compare = [...document.querySelectorAll<HTMLElement>(".views a")].find((a) => a.textContent === "Compare")!;
      // Due just before the address of the instant: both come one after the other, since the page is busy until then.
      setTimeout(() => compare.click(), 150);
      document.querySelector(".lanes")!.dispatchEvent(new KeyboardEvent("keydown", { key: "Home", bubbles: true }));
      for (const end = performance.now() + 400; performance.now() < end; );
    });
    await until(
      async () => other.url(),
      (url) => url.includes("at=0"),
    );
    await there(other, ".grid, .compare");
    expect(new URL(other.url()).pathname).toMatch(/\/compare$/);
  });

  it("leaves no error behind", () => {
    expect(stage.errors).toEqual([]);
  });
});
