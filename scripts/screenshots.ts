/** Takes the pictures of docs/screenshots/ from the demo. Needs a build: npm run build. */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { clickLive, fill, openDemo, pasteHtml, press, Stage, text, until, untilText } from "../e2e/stage";
import { deliverTo } from "../src/core/deliver";
import { proveNow } from "../src/core/proof";
import { deliveredPage } from "../src/core/testing/delivered";
import { everyday } from "../src/core/testing/everyday";
import { demoComponents } from "../src/demo";

const stage = await Stage.open();
const page = await stage.page();
const shot = async (name: string): Promise<void> => {
  await new Promise((r) => setTimeout(r, 500));
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
await until(
  () => text(page, ".project"),
  (t) => t.includes("16 of 16"),
  60_000,
);
// Its pictures come one row after the other.
await new Promise((r) => setTimeout(r, 5000));
await shot("shelf");
await press(page, "Not now");
await press(page, "From HTML");
await pasteHtml(page, everyday["a menu that closes outside"]);
await untilText(page, ".from-html-out", "What it does");
await shot("from-html");
await press(page, "Cancel");
await page.click(".shelf-link");
await page.waitForSelector(".grid");
await new Promise((r) => setTimeout(r, 800));
await clickLive(page, "trigger");
await untilText(page, ".facts", "open for");
await new Promise((r) => setTimeout(r, 500));
await clickLive(page, "help");
await untilText(page, ".explanation", "Nothing happened");
await shot("sheet");

await press(page, "Coverage");
await untilText(page, ".sheet-tools", "reactions");
await shot("coverage");
await press(page, "Hide coverage");

// Two instants of two runs, then motion and the states beside one another
const dragTo = async (ms: number): Promise<void> => {
  const lanes = await page.$eval(".lanes", (e) => {
    const { x, width } = e.getBoundingClientRect();
    const { bottom } = document.querySelector(".axis")!.getBoundingClientRect();
    return { x, y: bottom + 60, width, end: Number(e.getAttribute("aria-valuemax")) };
  });
  const px = (t: number): number => lanes.x + (t * lanes.width) / Math.max(2000, lanes.end * 1.04);
  await page.mouse.move(px(ms + 30), lanes.y);
  await page.mouse.down();
  await page.mouse.move(px(ms), lanes.y, { steps: 3 });
  await page.mouse.up();
};
const time = async (): Promise<number> =>
  1000 * (await page.$eval(".clock-time", (e) => Number.parseFloat(e.textContent ?? "0")));
const helped = (await time()) - 120;
await clickLive(page, "take");
await untilText(page, ".facts", "closed for");
await dragTo(helped);
await untilText(page, ".facts", "open for");
await new Promise((r) => setTimeout(r, 200));
await clickLive(page, "close");
await untilText(page, ".facts", "closed for");
await press(page, "Pause");
await page.click('[aria-label="To the change before"]');
await page.click('[aria-label="To the change before"]');
const closing = await time();
await dragTo(closing + 90);
await press(page, "Pin");
await press(page, "run 1", ".runs");
await dragTo(helped + 220);
await press(page, "Pin");
await press(page, "Compare A and B");
await page.waitForSelector(".differing");
await shot("instants");
await press(page, "Motion", ".views");
await page.waitForSelector(".recharts-line-curve");
await press(page, "Stop the loop");
await page.evaluate(() => document.querySelector<HTMLElement>(".motion-options input")?.click());
await shot("motion");
await press(page, "Compare", ".views");
await page.evaluate(() =>
  [...document.querySelectorAll<HTMLElement>(".ant-segmented-item")].find((i) => i.textContent === "States")?.click(),
);
await page.waitForSelector(".pictures");
await shot("compare");
await press(page, "Sheet", ".views");
await press(page, "Start again");
await page.waitForSelector(".grid");
await page.evaluate(() =>
  [...document.querySelectorAll<HTMLElement>(".cell.names")]
    .find((c) => c.textContent?.startsWith("click exactly"))
    ?.click(),
);
await page.focus(".grid");
await page.keyboard.press("Enter");
await page.waitForSelector(".cell-editor .cm-content");
await page.keyboard.down("Control");
await page.keyboard.press("a");
await page.keyboard.up("Control");
await page.keyboard.type("click backdrop");
await page.keyboard.press("Enter");
await untilText(page, ".standing", "finding");
await press(page, "Proof", ".views");
await untilText(page, ".proof-list", "A click inside");
await page.evaluate(() => [...document.querySelectorAll<HTMLElement>(".scenario-name")][2].click());
await untilText(page, ".claim", "holds");
await page.evaluate(() => document.querySelector(".proof-list")?.scrollTo(0, 0));
await press(page, "Show the moment", ".finding");
await page.evaluate(() => document.querySelector(".proof-list")?.scrollTo(0, 0));
await shot("proof");
await press(page, "Play", ".finding");
await page.evaluate(() => document.querySelector("#claims")?.scrollIntoView());
// It is closing for a moment only, which a busy machine may miss.
await untilText(page, ".facts", "closing").catch(() => {});
await press(page, "Pause").catch(() => {});
await shot("finding");
await press(page, "Listen for clicks exactly on backdrop");
await untilText(page, ".standing", "no findings");
// Without most of its scenarios, so that there is something left to ask.
for (let n = 0; n < 9; n++) {
  await page.evaluate(() => [...document.querySelectorAll<HTMLElement>(".scenario-name")].at(-1)?.click());
  await press(page, "Remove", ".scenario-detail");
}
await press(page, "Ask what the scenarios notice");
await page.waitForSelector(".question", { timeout: 30_000 });
await page.evaluate(() => document.querySelector(".question")?.scrollIntoView({ block: "center" }));
await shot("what-if");
await press(page, "Deliver", ".views");
await untilText(page, ".verified", "all that can be reached");
await page.evaluate(() => (document.querySelectorAll(".deliver-kind")[3] as HTMLElement).click());
await untilText(page, ".code", "export interface");
await shot("deliver");
// A page that has the dialog with a fault in it.
const faulty = join(mkdtempSync(join(tmpdir(), "lively-shots-")), "crossing.html");
const crossing = demoComponents.map((d) => d.load()).find((d) => d.name === "Change-crossing dialog")!;
writeFileSync(faulty, deliveredPage(crossing).replaceAll("240ms", "300ms").replaceAll("Escape", "Esc"));
await press(page, "Trial", ".views");
await page.waitForSelector(".trial-field input");
await page.type(".trial-field input", faulty);
await press(page, "Put it on trial");
await page.waitForFunction(() => /Try again/.test(document.querySelector(".trial-set")!.textContent!), {
  timeout: 60_000,
});
await page.$eval(".trial-field input", (i) => {
  (i as HTMLInputElement).value = "crossing.html";
});
await shot("trial");

// Another component: regions, tokens
const second = await stage.page();
await openDemo(second, "Fare rules");
await untilText(second, ".standing", "no findings");
await clickLive(second, "change-button");
await untilText(second, ".facts", "change-open");
await new Promise((r) => setTimeout(r, 900));
await second.screenshot({ path: "docs/screenshots/regions.png" });
await second.goto(new URL("/", second.url()).href);
await openDemo(second, "Deck menu button");
await press(second, "Parts", ".views");
await second.waitForSelector("[role=treeitem]");
await second.evaluate(() =>
  [...document.querySelectorAll<HTMLElement>("[role=treeitem]")]
    .find((e) => e.textContent?.startsWith("toggle"))
    ?.click(),
);
await clickLive(second, "toggle");
await second.evaluate(() => document.querySelector(".token-list")?.scrollIntoView());
await new Promise((r) => setTimeout(r, 900));
await second.screenshot({ path: "docs/screenshots/parts.png" });

// A version, and what came of it
const third = await stage.page();
await openDemo(third, "Remove a passenger");
const versions = async (): Promise<void> => {
  await press(third, "Compare", ".views");
  await third.waitForSelector(".compare .ant-segmented-item");
  await third.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>(".ant-segmented-item")]
      .find((e) => e.textContent === "Versions")
      ?.click(),
  );
};
await versions();
await third.waitForSelector("[aria-label='Name of the version to keep']");
await third.type("[aria-label='Name of the version to keep']", "As handed over");
await third.keyboard.press("Enter");
await third.waitForSelector(".version-name");
await third.click(".version-name");
await press(third, "Sheet", ".views");
await third.waitForSelector(".grid");
await fill(third, "after", "asking", "2s calm");
await press(third, "Compare", ".views");
await third.waitForSelector(".told-apart .picture");
await new Promise((r) => setTimeout(r, 900));
await third.screenshot({ path: "docs/screenshots/difference.png" });

// The document, as somebody reads it who does not have the app.
const told = deliverTo("document", crossing, proveNow(crossing));
if (!told.ok) throw new Error(told.problems[0].message);
const file = join(mkdtempSync(join(tmpdir(), "lively-shots-")), "crossing-specification.html");
writeFileSync(file, told.files[0].text);
const reader = await stage.browser.newPage();
await reader.setViewport({ width: 1280, height: 800 });
await reader.goto(pathToFileURL(file).href);
await new Promise((r) => setTimeout(r, 500));
await reader.frames()[1].click("[data-part=trigger]");
await new Promise((r) => setTimeout(r, 900));
await reader.evaluate(() => scrollTo(0, 560));
await new Promise((r) => setTimeout(r, 300));
await reader.screenshot({ path: "docs/screenshots/document.png" });
await stage.close();
