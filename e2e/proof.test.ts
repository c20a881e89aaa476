/** The proof in the real interface: coverage, questions, claims, a fault that appears and is mended, what is accepted. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { writeComponent } from "../src/core/model";
import { demoComponents } from "../src/demo";
import { cell, click, fill, give, press, Stage, text, until, untilText } from "./stage";

let stage: Stage;
let page: Page;
/** The demo's dialog with few scenarios: much is left to be asked. */
const dialog = demoComponents.find((d) => d.name === "Change-crossing dialog")!.load();
const thin = { ...dialog, name: "Crossing with few scenarios", scenarios: dialog.scenarios.slice(1, 3) };

beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
  await give(page, "thin.lively.json", writeComponent(thin));
  await page.waitForSelector(".grid");
});
afterAll(() => stage?.close());

const view = (name: string): Promise<void> => press(page, name, ".views");
/** Types into a line of the proof and says it with Enter. */
async function say(label: string, words: string): Promise<void> {
  const input = await page.waitForSelector(`[aria-label='${label}']`);
  // Not aimed at: what is found out meanwhile may move the line.
  await input!.focus();
  await page.keyboard.type(words, { delay: 2 });
  await page.keyboard.press("Enter");
}
const verdict = (kind: string): Promise<string> => text(page, `.proof-verdict .${kind}`);

describe("coverage", () => {
  it("is shown in the cells, and is none of what they say", async () => {
    await untilText(page, ".standing", "2 scenarios hold");
    await press(page, "Coverage");
    await untilText(page, ".sheet-tools", /The scenarios take \d+ of 13 reactions/);
    expect(await cell(page, "click cancel", "open")).toContain("never");
    expect(await cell(page, "press Escape", "open")).toContain("1×");
    await press(page, "Hide coverage");
    expect(await cell(page, "click cancel", "open")).not.toContain("never");
  });

  it("leads to scenarios that take the rest: played, added, undone", async () => {
    await view("Proof");
    await untilText(page, ".coverage", /[3-9] of 13/);
    const offered = await page.$$eval(".offered", (l) => l.length);
    expect(offered).toBeGreaterThan(3);
    await press(page, "Play", ".offered");
    await untilText(page, ".live-head", " in ");
    await press(page, "Add", ".offered");
    await untilText(page, ".standing", "3 scenarios hold");
    await press(page, `Add all ${offered - 1}`);
    await untilText(page, ".coverage", "13 of 13");
    expect(await page.$$eval(".offered", (l) => l.length)).toBe(0);
    await press(page, "Undo");
    await press(page, "Undo");
    await untilText(page, ".standing", "2 scenarios hold");
    expect(await verdict("unseen")).toMatch(/\d+ reactions no scenario takes/);
  });
});

describe("what the scenarios notice", () => {
  const share = async (): Promise<number> =>
    Number(/(\d+) of \d+ faults are noticed/.exec(await text(page, ".proof-list"))?.[1] ?? -1);
  it("is asked in small faults; a question is answered by an expectation", async () => {
    await press(page, "Ask what the scenarios notice");
    await until(share, (n) => n > 0);
    const before = await share();
    await press(page, "Play", ".question");
    await untilText(page, ".live-head", "then");
    await press(page, "Expect it", ".question");
    await untilText(page, ".proof-list", "Before the last change");
    await press(page, "Ask again");
    await until(share, (n) => n > before);
    await press(page, "Undo");
    await untilText(page, ".standing", "2 scenarios hold");
  });
});

describe("claims", () => {
  it("are typed as they read, and hold in every run or are shown not to", async () => {
    const said = (): Promise<string> => page.$$eval(".claim", (l) => l.map((e) => e.textContent).join(" "));
    await say("New claim", "whenever state is open, close is visible at once");
    await until(said, (t) => t.includes("holdswhenever state is open, close"));
    await say("New claim", "never state is closing");
    await until(said, (t) => t.includes("failsnever state is closing"));
    expect(await verdict("holds")).toContain("4 claims in every run");
    expect(await verdict("fails")).toContain("1 claim");
    await press(page, "Play", ".claim");
    // The replay stays named when it is over; its states pass by.
    await untilText(page, ".live-head", "never state is closing");
    await untilText(page, ".facts", "closed for");
  });
  it("that cannot be read say where, and stay to be mended", async () => {
    await say("New claim", "always dialgo is visible");
    await untilText(page, ".said-input", /"dialgo" is not a part/);
    await page.$eval("[aria-label='New claim']", (e) => (e as HTMLInputElement).select());
    await page.keyboard.type("never state is open and state is closed");
    await page.keyboard.press("Enter");
    await until(
      () => page.$$eval(".claim", (l) => l.length),
      (n) => n === 6,
    );
    for (let i = 0; i < 3; i++) await press(page, "Undo");
    await until(
      () => page.$$eval(".claim", (l) => l.length),
      (n) => n === 3,
    );
  });
});

describe("a fault", () => {
  it("appears while one edits, is played, and mended at a click", async () => {
    await view("Sheet");
    await page.waitForSelector(".grid");
    await fill(page, "click exactly backdrop", "", "click backdrop");
    await untilText(page, ".standing", /\d findings?/);
    await view("Proof");
    await untilText(page, ".finding", "F3 an inside click dismisses");
    await press(page, "Play", ".finding");
    await untilText(page, ".live-head", "A click inside");
    await untilText(page, ".facts", "closed for");
    await press(page, "Listen for clicks exactly on backdrop", ".finding");
    await untilText(page, ".standing", "no findings");
    expect(await verdict("holds")).toContain("every rule");
  });
  it("can be accepted with a reason, which stays in sight", async () => {
    await press(page, "Undo");
    await untilText(page, ".finding", "F3 an inside click dismisses");
    const count = await page.$$eval(".finding", (l) => l.length);
    await press(page, "Accept …", ".finding");
    await page.keyboard.type("Asked for by the harbour office");
    await page.keyboard.press("Enter");
    await untilText(page, "#accepted", "“Asked for by the harbour office”");
    await until(
      () => page.$$eval(".finding", (l) => l.length),
      (n) => n === count - 1,
    );
    expect(await verdict("unseen")).toContain("1 finding accepted");
    await press(page, "Ask again", "#accepted");
    await until(
      () => page.$$eval(".finding", (l) => l.length),
      (n) => n === count,
    );
    for (let i = 0; i < 3; i++) await press(page, "Undo");
    await untilText(page, ".standing", "no findings");
  });
});

describe("a scenario", () => {
  it("is written in words, over a span, and over several values", async () => {
    await press(page, "New scenario");
    await say("Next step", "click trigger");
    // What is offered is taken by key, one after another: the focus goes on to the next.
    for (const n of [1, 2]) {
      await page.$$eval(".step:last-child .offer", (offers) => (offers[0] as HTMLElement).focus());
      await page.keyboard.press("Enter");
      await until(
        () => page.$$eval(".step:last-child .expects li", (l) => l.length),
        (found) => found === n,
      );
      expect(await page.evaluate(() => document.activeElement?.className)).toContain("offer");
    }
    await say("Next step", "press {key}");
    await press(page, "Over several values …", ".scenario-detail");
    const head = await page.waitForSelector(".cases th input");
    await head!.click({ clickCount: 3 });
    await page.keyboard.type("key");
    await page.keyboard.press("Enter");
    const value = await until(
      () => page.$("[aria-label='key in case 1']"),
      (v) => v !== null,
    );
    await value!.click({ clickCount: 3 });
    await page.keyboard.type("Escape");
    await page.keyboard.press("Enter");
    await press(page, "Another case", ".cases");
    const second = await until(
      () => page.$("[aria-label='key in case 2']"),
      (v) => v !== null,
    );
    await second!.click({ clickCount: 3 });
    await page.keyboard.type("Tab");
    await page.keyboard.press("Enter");
    // The last step: words for what is expected after it.
    await page.evaluate(() => {
      const words = [...document.querySelectorAll<HTMLElement>(".offer")].filter((b) => b.textContent === "+ in words");
      words[words.length - 1].click();
    });
    await say("Expect after press {key}", "state is closed within 500 ms");
    await untilText(page, ".scenario.chosen", "1 of 2 cases");
    expect(await text(page, ".cases")).toMatch(/holds.*fails/);
    await untilText(page, ".explanation", /./);
    await click(page, ".scenario-options input[type=checkbox]");
    await untilText(page, ".standing", "1 of 1 scenarios fail");
    expect(await verdict("unseen")).toContain("2 scenarios skipped");
  });

  it("leaves no error behind", () => {
    expect(stage.errors).toEqual([]);
  });
});
