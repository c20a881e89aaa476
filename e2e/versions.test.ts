/** Versions in the real interface: kept, compared with what came of them, seen on the sheet, restored. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { cell, click, fill, openDemo, press, Stage, text, untilText } from "./stage";

let stage: Stage;
let page: Page;
/** The kind of comparison, once the view is there. */
const choose = async (): Promise<void> => {
  await page.waitForSelector(".compare .ant-segmented-item");
  await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>(".ant-segmented-item")]
      .find((e) => e.textContent === "Versions")
      ?.click(),
  );
};

beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
  await openDemo(page, "Remove a passenger");
});
afterAll(() => stage?.close());

describe("versions", () => {
  it("are kept under a name, and the same as long as nothing changes", async () => {
    await press(page, "Compare", ".views");
    await choose();
    await page.waitForSelector("[aria-label='Name of the version to keep']");
    await page.type("[aria-label='Name of the version to keep']", "As handed over");
    await page.keyboard.press("Enter");
    await click(page, ".version-name");
    await untilText(page, ".versions-found", "No run tells them apart");
    expect(await text(page, ".versions-found")).toContain("Every cell says the same.");
  });

  it("show the shortest run on which they differ, and the cells, on the sheet too", async () => {
    await press(page, "Sheet", ".views");
    await page.waitForSelector(".grid");
    await fill(page, "after", "asking", "2s calm");
    await press(page, "Compare", ".views");
    await untilText(page, ".told-apart", "click remove → wait 2000 ms");
    expect(await text(page, ".told-apart")).toContain("remove has text Really remove? in As handed over, Remove now.");
    expect(await page.$$eval(".told-apart .picture", (l) => l.length)).toBe(2);
    expect(await text(page, ".versions .differing")).toContain("var(--patience)");
    await press(page, "Play", ".told-apart");
    await untilText(page, ".live-head", "remove: text is");
    await press(page, "See them on the sheet");
    await untilText(page, ".sheet-tools", "1 cell differs from As handed over");
    expect(await cell(page, "after", "asking")).toContain("var(--patience) → calm");
    await press(page, "Hide what differs");
    expect(await cell(page, "after", "asking")).not.toContain("var(--patience)");
  });

  it("are restored, which can be undone, and are there after a reload", async () => {
    await press(page, "Compare", ".views");
    await press(page, "Restore", ".version");
    await untilText(page, ".versions-found", "No run tells them apart");
    await press(page, "Undo");
    await untilText(page, ".told-apart", "click remove → wait 2000 ms");
    await page.reload();
    await page.waitForSelector(".compare");
    await choose();
    await untilText(page, ".version", "As handed over");
    expect(stage.errors).toEqual([]);
  });
});
