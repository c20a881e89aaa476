/** The proof in the real interface: what the scenarios do not exercise, and scenarios for that. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { cell, openDemo, press, Stage, text, untilText } from "./stage";

let stage: Stage;
let page: Page;
beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
  await openDemo(page);
});
afterAll(() => stage?.close());

describe("coverage", () => {
  it("is shown in the cells, and is none of what they say", async () => {
    await untilText(page, ".standing", "5 scenarios hold");
    await press(page, "Coverage");
    await untilText(page, ".sheet-tools", "The scenarios take 8 of 13 reactions");
    expect(await cell(page, "click cancel", "open")).toContain("never");
    expect(await cell(page, "click close", "open")).toContain("1×");
    expect(await cell(page, "click close", "closed")).not.toMatch(/never|×/);
    await press(page, "Hide coverage");
    expect(await cell(page, "click cancel", "open")).not.toContain("never");
  });

  it("leads to scenarios that take the rest: played, added, undone", async () => {
    await press(page, "Proof", ".views");
    await untilText(page, ".coverage", "8 of 13");
    expect(await page.$$eval(".offered", (l) => l.length)).toBe(5);
    await press(page, "Play", ".offered");
    await untilText(page, ".live-head", "click cancel in open");
    await press(page, "Add", ".offered");
    await untilText(page, ".standing", "6 scenarios hold");
    await untilText(page, ".coverage", "9 of 13");
    await press(page, "Add all 4");
    await untilText(page, ".standing", "10 scenarios hold");
    await untilText(page, ".coverage", "13 of 13");
    expect(await page.$$eval(".offered", (l) => l.length)).toBe(0);
    await press(page, "Undo");
    await press(page, "Undo");
    await untilText(page, ".standing", "5 scenarios hold");
    expect(await text(page, ".standing")).toContain("no findings");
  });

  it("leaves no error behind", () => {
    expect(stage.errors).toEqual([]);
  });
});
