/** The wider vocabulary through the interface: charts in and out, regions, holding, scrolling, tokens, data by hand. */
import type { Page } from "puppeteer-core";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { placeOf } from "./place";
import {
  cell,
  click,
  clickLive,
  fill,
  give,
  inWindow,
  livePage,
  press,
  Stage,
  text,
  toCell,
  until,
  untilText,
} from "./stage";

let stage: Stage;
let page: Page;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage?.close());
beforeEach(async () => {
  page = await stage.page();
  await page.waitForSelector(".shelf-item");
});
afterEach(() => page.browserContext().close());

const open = async (name: string): Promise<void> => {
  await until(
    () =>
      page.evaluate((wanted) => {
        const item = [...document.querySelectorAll(".shelf-item")].find(
          (i) => i.querySelector(".shelf-name")?.textContent === wanted,
        );
        item?.querySelector<HTMLElement>(".shelf-link")?.click();
        return item !== undefined;
      }, name),
    (found) => found,
  );
  await page.waitForSelector(".grid");
};

/** A point of the live page, in the window's own measures. */
const pointOf = async (part: string): Promise<{ x: number; y: number }> => {
  const frame = await livePage(page);
  const inside = await frame.evaluate(placeOf, part, "data-part");
  return inWindow(page, inside!);
};
const seconds = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));

describe("charts", () => {
  it("are opened from SCXML, run, and given back as SCXML", async () => {
    await give(
      page,
      "engine.scxml",
      `<scxml xmlns="http://www.w3.org/2005/07/scxml" version="1.0" name="Engine">
        <parallel id="engine">
          <state id="motor"><state id="idle"><transition event="go" target="running"/></state><state id="running"/></state>
          <state id="radar"><state id="dark"><transition event="look" cond="In('running')" target="bright"/></state><state id="bright"/></state>
        </parallel></scxml>`,
    );
    await untilText(page, ".bands", "all regions at once");
    await untilText(page, ".facts", "idle + dark");
    await press(page, "look", ".own-events");
    await untilText(page, ".explanation", "no condition of on look held in dark");
    await press(page, "go", ".own-events");
    await press(page, "look", ".own-events");
    await untilText(page, ".facts", "running + bright");
    await press(page, "Deliver", ".views");
    await page.waitForSelector(".deliver-kind");
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>(".deliver-kind")]
        .find((k) => k.textContent?.includes("Chart"))!
        .click(),
    );
    await untilText(page, ".code", "http://www.w3.org/2005/07/scxml");
  });
  it("that cannot be read are refused with the line, and nothing is opened", async () => {
    await give(
      page,
      "broken.scxml",
      `<scxml xmlns="http://www.w3.org/2005/07/scxml">\n<state id="a"><invoke/></state></scxml>`,
    );
    await untilText(page, ".problems", "line 2");
    expect(await text(page, ".problems")).toContain("<invoke>");
    expect(await page.$(".grid")).toBeNull();
  });
});

describe("on the sheet, by the keyboard", () => {
  beforeEach(() => open("Harbour lamp"));

  it("states become regions, and what is said for all of them is shown in their columns", async () => {
    for (const words of [
      "ship",
      "sails in ship",
      "flag in ship",
      "down in sails",
      "up in sails",
      "none in flag",
      "red in flag",
    ]) {
      await fill(page, "state", "+ state", words);
    }
    await toCell(page, "state", "down");
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.type("parallel ship");
    await page.keyboard.press("Enter");
    await untilText(page, ".bands", "ship" + "all regions at once");
    const regions = await page.$$eval(".band.region b", (l) => l.map((e) => e.textContent));
    expect(regions).toEqual(["sails", "flag"]);
    await toCell(page, "click lamp", "down");
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.type("day");
    await page.keyboard.press("Enter");
    // Every column inside shows it, in its own place, where something else can be said.
    const inside = await until(
      () => page.$$eval(".row.event .cell.inherited", (list) => list.map((c) => c.textContent?.trim())),
      (texts) => texts.filter((t) => t === "day").length >= 4,
    );
    expect(inside.filter((t) => t === "day")).toHaveLength(4);
  });

  it("entering a state does something, a condition changes a look, and both are seen at once", async () => {
    await press(page, "Entering and leaving", ".sheet-tools");
    await fill(page, "entering", "night", 'announce "The lamp is lit"');
    await fill(page, "words", "night", '"By night it turns."; [page.reducedMotion] "By night it is lit."');
    await clickLive(page, "lamp");
    await untilText(page, ".facts", "“The lamp is lit”");
    expect(await (await livePage(page)).$eval('[data-part="words"]', (e) => e.textContent)).toBe("By night it turns.");
    await click(page, ".page-size-now");
    await page.waitForSelector(".page-calm .ant-switch");
    await click(page, ".page-calm .ant-switch");
    const frame = await livePage(page);
    await until(
      () => frame.$eval('[data-part="words"]', (e) => e.textContent),
      (t) => t === "By night it is lit.",
    );
  });

  it("rows are found again by what stands in them", async () => {
    await page.type(".sheet-tools input", "dusk");
    const heads = (): Promise<string[]> =>
      page.$$eval(".row.look .cell.names", (l) => l.map((e) => e.textContent?.trim() ?? ""));
    await until(heads, (h) => h.join() === "harbour,sky,light");
    await page.keyboard.press("Escape");
    await until(heads, (h) => h.length === 5);
  });
});

describe("the live page", () => {
  it("is scrolled, and scrolls back smoothly", async () => {
    await open("Back to timetable top");
    const frame = await livePage(page);
    await frame.evaluate(() => scrollTo(0, 600));
    await untilText(page, ".facts", "far");
    await until(
      () => frame.$eval('[data-part="up"]', (e) => getComputedStyle(e).opacity),
      (o) => o === "1",
    );
    await clickLive(page, "up");
    await until(
      () => frame.evaluate(() => Math.round(scrollY)),
      (y) => y === 0,
    );
    await untilText(page, ".facts", "near");
  });

  it("is held: long enough, and too short", async () => {
    await open("Hold to give up a seat");
    const { x, y } = await pointOf("hold");
    await page.mouse.move(x, y);
    await page.mouse.down();
    await untilText(page, ".facts", "holding");
    await page.mouse.up();
    await untilText(page, ".facts", "kept");
    await page.mouse.down();
    await untilText(page, ".facts", "given");
    await page.mouse.up();
    await seconds(100);
    expect(await text(page, ".facts")).toContain("keep");
  });

  it("takes data set by hand", async () => {
    await open("Boarding countdown");
    await page.waitForSelector('.facts input[role="spinbutton"]');
    await click(page, '.facts input[role="spinbutton"]', 3);
    await page.keyboard.type("2");
    await page.keyboard.press("Enter");
    await untilText(page, ".facts", "open");
  });
});

describe("tokens", () => {
  it("say what they compute to, and what is wrong with them where it is", async () => {
    await open("Hold to give up a seat");
    await press(page, "Parts", ".views");
    const set = async (value: string): Promise<void> => {
      const input = await page.waitForSelector('input[aria-label="Value of --hold"]');
      await input!.click({ clickCount: 3 });
      await page.keyboard.type(value);
      await page.keyboard.press("Enter");
    };
    await set("calc(1px + 1s)");
    await untilText(page, ".token .cell-error", "a length and a time cannot be added: 1s");
    await set("calc(0.2s * 2)");
    await untilText(page, ".token-list", "400ms");
    await press(page, "Sheet", ".views");
    await page.waitForSelector(".grid");
    expect(await cell(page, "after", "holding")).toContain("var(--hold)");
    const { x, y } = await pointOf("hold");
    await page.mouse.move(x, y);
    await page.mouse.down();
    await seconds(700);
    await untilText(page, ".facts", "given");
    await page.mouse.up();
  });
});
