/** The Trial view: a page with a fault, the difference, the way to let it be and back, the page mended. */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, expect, it } from "vitest";
import { deliveredPage } from "../../src/core/testing/delivered";
import { demoComponents } from "../../src/demo";
import { click, openDemo, press, Stage, text, until, untilText } from "../stage";

let stage: Stage;
let page: Page;
const file = join(mkdtempSync(join(tmpdir(), "lively-view-")), "lamp.html");
const right = deliveredPage(demoComponents.map((d) => d.load()).find((d) => d.name === "Harbour lamp")!);
beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
});
afterAll(() => stage?.close());

const ended = (): Promise<string> =>
  until(
    () => text(page, ".trial-sum"),
    (t) => /^\d+ runs?:/.test(t),
  );

it("says where the page differs, lets it be, takes that back, and holds once the page is mended", async () => {
  expect(right).toContain("aria-checked");
  writeFileSync(file, right.replaceAll('"aria-checked"', '"data-checked"'));
  await openDemo(page, "Harbour lamp");
  await press(page, "Trial", ".views");
  await page.waitForSelector(".trial-field input");
  await page.type(".trial-field input", file);
  await press(page, "Put it on trial");
  expect(await ended()).toContain("differ");
  expect(await untilText(page, ".trial-facts", "aria-checked")).toContain("lamp");
  // The picture shows the page in that instant.
  expect(await page.$eval(".trial-picture", (i) => (i as HTMLImageElement).naturalWidth)).toBeGreaterThan(100);
  // The ribbon has both: what was expected, and under it what was found.
  await press(page, "Show both on the ribbon");
  await untilText(page, ".ribbon", "lamp, page");
  // By a reason it is left out of trials, and undo takes that back.
  await press(page, "Leave out", ".trial-facts");
  await page.keyboard.type("another script says it");
  await page.keyboard.press("Enter");
  await untilText(page, ".trial-out", "another script says it");
  await press(page, "Undo");
  await until(
    () => page.$(".trial-out"),
    (e) => e === null,
  );
  // To the cell that says what should have happened, and back: the trial is still there.
  await press(page, "Go to the cell");
  await untilText(page, ".grid", "click lamp");
  await press(page, "Trial", ".views");
  await untilText(page, ".trial-facts", "aria-checked");
  writeFileSync(file, right);
  await press(page, "Try again");
  await until(
    () => text(page, ".trial-sum"),
    (t) => /^4 runs: 4 the same/.test(t),
  );
  expect(stage.errors).toEqual([]);
});

it("takes the page's side with an edit that is shown before, and both do the same", async () => {
  const dialog = demoComponents.map((d) => d.load()).find((d) => d.name === "Change-crossing dialog")!;
  writeFileSync(file, deliveredPage(dialog).replace(/Change crossing\s*<\/button>/, "Alter crossing</button>"));
  const other = await stage.page();
  await openDemo(other, dialog.name);
  await press(other, "Trial", ".views");
  await other.waitForSelector(".trial-field input");
  await other.type(".trial-field input", file);
  await press(other, "Put it on trial");
  await untilText(other, ".trial-facts", "Alter crossing");
  await until(
    () => text(other, ".trial-sum"),
    (t) => /^\d+ runs?:/.test(t),
  );
  await press(other, "The page is right");
  await untilText(other, ".trial-mends", /trigger itself.*Change crossing.*Alter crossing/);
  await press(other, "Say so", ".trial-mends");
  await untilText(other, ".trial-mended", "trigger itself");
  await press(other, "Try again");
  await until(
    () => text(other, ".trial-sum"),
    (t) => /^14 runs: 14 the same/.test(t),
  );
  await press(other, "Undo");
  await untilText(other, ".trial-sum", "The specification has changed since");
  // Pointed at on the picture of the page, an element is a part from then on; Escape leaves it.
  await other.$eval(".trial-map", (d) => ((d as HTMLDetailsElement).open = true));
  const point = '[aria-label="Point at trigger on the page"]';
  await click(other, point);
  await other.waitForSelector(".trial-box.mine");
  await other.keyboard.press("Escape");
  await until(
    () => other.$(".trial-box"),
    (e) => e === null,
  );
  await click(other, point);
  await click(other, '.trial-box[aria-label*="summary"]');
  const selector = await until(
    () => other.$eval('[aria-label="Selector of trigger"]', (i) => (i as HTMLInputElement).value),
    (v) => v !== "",
  );
  expect(selector).toContain("summary");
  expect(stage.errors).toEqual([]);
});

it("is refused to whoever does not know the word of this start", async () => {
  const answer = await fetch(`${stage.address}trial/run`, {
    method: "POST",
    headers: { origin: new URL(stage.address).origin, "x-lively-start": "guess" },
    body: "{}",
  });
  expect(answer.status).toBe(403);
  const elsewhere = await fetch(`${stage.address}trial/start`, { headers: { origin: "http://evil.example" } });
  expect(elsewhere.status).toBe(403);
});
