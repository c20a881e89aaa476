/** The proof in the real interface: what the scenarios do not exercise, and scenarios for that. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { cell, openDemo, press, Stage, text, until, untilText } from "./stage";

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
});

describe("what the scenarios notice", () => {
  it("is asked in small faults; a question is answered by an expectation", async () => {
    await press(page, "Ask what the scenarios notice");
    await until(
      () => text(page, ".question"),
      (t) => t.includes("What if"),
      30_000,
    );
    expect(await text(page, ".proof-list")).toContain("27 of 52 faults are noticed, 51 %");
    await press(page, "Play", ".question");
    await untilText(page, ".live-head", "then");
    await press(page, "Expect it", ".question");
    await untilText(page, ".standing", "6 scenarios hold");
    await untilText(page, ".proof-list", "Before the last change");
    await press(page, "Ask again");
    await until(
      () => text(page, ".proof-list"),
      (t) => /(2[89]|3\d) of 52 faults are noticed/.test(t),
      30_000,
    );
  });

  it("leaves no error behind", () => {
    expect(stage.errors).toEqual([]);
  });
});
