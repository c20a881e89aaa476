/** The room of the workbench is shared out by hand. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { click, clickLive, press, Stage, text, until } from "./stage";

let stage: Stage;
let page: Page;
beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
  await click(page, ".shelf-link");
  await page.waitForSelector(".grid");
});
afterAll(() => stage.close());

const widthOf = (selector: string): Promise<number> =>
  page.$eval(selector, (e) => Math.round(e.getBoundingClientRect().width));
const drag = async (label: string, x: number, y: number): Promise<void> => {
  const at = await page.$eval(`[aria-label="${label}"]`, (e) => {
    const box = e.getBoundingClientRect();
    return { x: box.x + 3, y: box.y + 3 };
  });
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(x || at.x, y || at.y, { steps: 3 });
  await page.mouse.up();
};

test("an edge is dragged and moved by keys, and the choice is kept", async () => {
  await drag("Width of the live page", 500, 0);
  expect(await widthOf(".live-pane")).toBe(500);
  await page.focus('[aria-label="Width of the live page"]');
  await page.keyboard.press("ArrowLeft");
  expect(await widthOf(".live-pane")).toBe(484);
  await page.reload();
  await page.waitForSelector(".live-pane");
  expect(await widthOf(".live-pane")).toBe(484);
});

test("each pane is put away and comes back", async () => {
  await drag("Width of the live page", 40, 0);
  expect(await page.$(".live-pane")).toBe(null);
  await press(page, "Live page");
  await page.waitForSelector(".live-pane");
  await drag("Width of the live page", 1180, 0);
  expect(await page.$(".grid")).toBe(null);
  await press(page, "The view");
  await page.waitForSelector(".grid");
  await page.focus('[aria-label="Height of the ribbon"]');
  await page.keyboard.press("Enter");
  expect(await page.$(".ribbon")).toBe(null);
  await press(page, "Time ribbon");
  await page.waitForSelector(".ribbon .lanes");
});

test("the live page stands in a window of its own, is the same run, and goes back", async () => {
  const opened = new Promise<Page>((resolve) => page.once("popup", (own) => resolve(own!)));
  await press(page, "Own window");
  const own = await opened;
  await own.setViewport({ width: 640, height: 720 });
  await clickLive(own, "trigger");
  await until(
    () => text(own, ".facts"),
    (t) => t.includes("open"),
  );
  await until(
    () => page.$$eval(".ribbon", (e) => e.length),
    (n) => n === 1,
  );
  await own.close();
  await page.waitForSelector(".bench > .live-pane iframe");
  expect(await text(page, ".facts")).toContain("open");
  expect(stage.errors).toEqual([]);
});
