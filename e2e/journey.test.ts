/** From pasted markup to verified code: the whole way, in the real interface, with mouse and keyboard. */
import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Component, readComponent } from "../src/core/model";
import { actOut } from "./delivered";
import {
  cell,
  click,
  clickLive,
  fill,
  livePage,
  pasteHtml,
  press,
  Stage,
  text,
  toCell,
  until,
  untilText,
} from "./stage";

const markup = `<button id="rules" type="button">Fare rules</button>
<p id="note">Bicycles travel on the lower deck.</p>
<div class="veil"><div class="card" role="dialog" aria-modal="true" aria-labelledby="card-title">
  <h2 id="card-title">Fare rules</h2>
  <p id="words" onclick="alert(1)">Change until one hour before sailing.</p>
  <button id="done" type="button">Done</button>
</div></div>
<script>document.title = "taken over"; open("other.html")</script>
<style>
  body { font: 15px sans-serif; margin: 16px }
  .veil { position: fixed; inset: 0; background: rgba(20, 30, 40, .5); display: grid; place-items: center }
  .card { background: white; padding: 20px; width: 260px }
</style>`;

let stage: Stage;
let page: Page;
const downloads = mkdtempSync(join(tmpdir(), "lively-out-"));

beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
  const session = await page.createCDPSession();
  await session.send("Browser.setDownloadBehavior", {
    behavior: "allow",
    downloadPath: downloads,
    browserContextId: page.browserContext().id,
  });
});
afterAll(() => stage?.close());

const download = async (button: string, ending: string): Promise<string> => {
  await press(page, button);
  const name = await until(
    async () => readdirSync(downloads).find((f) => f.endsWith(ending)),
    (f) => f !== undefined,
  );
  return readFileSync(join(downloads, name!), "utf8");
};

describe("a dialog whose backdrop contains its content", () => {
  it("is pasted, and shown as parts with what was left out", async () => {
    await press(page, "From HTML");
    await page.waitForSelector("#html-text");
    await page.$eval("#html-name", (e) => (e as HTMLInputElement).select());
    await page.type("#html-name", "Fare rules");
    await page.focus("#html-text");
    await pasteHtml(page, markup);
    await untilText(page, ".part-tree", /rules.*veil.*card.*done/);
    expect(await text(page, ".from-script")).toMatch(/Not understood.*line 5 alert.*line 8 open/);
    expect(await text(page, ".part-tree")).toContain("covers the viewport");
    await press(page, "Make the component");
    await page.waitForSelector(".grid");
    expect(await page.title()).toBe("Lively State");
  });

  it("is specified in the sheet by keyboard alone", async () => {
    await toCell(page, "state", "idle");
    await fill(page, "state", "idle", "closed");
    await fill(page, "state", "+ state", "open");
    await fill(page, "veil", "closed", "not displayed");
    await fill(page, "veil", "open", "shown");
    await fill(page, "rules", "open", "inert");
    await fill(page, "focus", "open", "-> done; held in card");
    await fill(page, "focus", "closed", "-> back");
    for (const event of ["click rules", "click done", "press Escape", "click veil"])
      await fill(page, "+ event", "", event);
    await fill(page, "click rules", "closed", "open");
    await fill(page, "click done", "open", "closed");
    await fill(page, "press Escape", "open", "closed");
    await fill(page, "press Escape", "closed", "ignored");
    await fill(page, "click veil", "open", "closed");
    expect(await cell(page, "click veil", "open")).toContain("closed");
    await until(
      () => cell(page, "click done", "closed"),
      (t) => t === "cannot reach",
    );
    // Said wrongly, a cell keeps what it had and names the place.
    await toCell(page, "click done", "open");
    await page.keyboard.press("Enter");
    await page.waitForSelector(".cell-editor .cm-content");
    await page.keyboard.type("x");
    await page.keyboard.press("Enter");
    expect(await untilText(page, ".cell-error", "is not a state")).toContain("closed, open");
    await page.keyboard.press("Escape");
    expect(await cell(page, "click done", "open")).toBe("closed");
  });

  it("runs on the live page, and an inside click closes it, which the proof finds", async () => {
    await clickLive(page, "rules");
    await untilText(page, ".facts", "open for");
    expect(await text(page, ".focus-fact")).toBe("done · held in card");
    const live = await livePage(page);
    expect(await live.$eval('[data-part="veil"]', (e) => getComputedStyle(e).display)).toBe("grid");
    await clickLive(page, "words");
    await untilText(page, ".explanation", "click veil led from open to closed");
    await until(
      () => cell(page, "click veil", "open"),
      (t) => t.includes("F3"),
    );
    await untilText(page, ".standing", "finding");
  });

  it("the finding plays its run and is mended at a click, undone and redone", async () => {
    await press(page, "Proof", ".views");
    await untilText(page, ".proof-list", "A click inside card reaches veil and dismisses it");
    expect(await text(page, ".run-steps")).toMatch(/^click rules → click/);
    await press(page, "Show the moment", ".finding");
    await untilText(page, ".explanation", "click veil led from open to closed");
    await press(page, "Listen for clicks exactly on veil");
    await until(
      () => text(page, ".proof-list"),
      (t) => !t.includes("reaches veil"),
    );
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await untilText(page, ".proof-list", "reaches veil");
    await page.keyboard.press("y");
    await page.keyboard.up("Control");
    await until(
      () => text(page, ".proof-list"),
      (t) => !t.includes("reaches veil"),
    );
  });

  it("a run is kept as a scenario, with expectations offered from what changed", async () => {
    await press(page, "Start again");
    await clickLive(page, "rules");
    await untilText(page, ".facts", "open for");
    await clickLive(page, "words");
    await untilText(page, ".explanation", "Nothing happened");
    await page.keyboard.press("Escape");
    await untilText(page, ".facts", "closed for");
    await press(page, "Keep as scenario");
    await page.waitForSelector(".scenario-detail");
    const offers = (): Promise<string[]> => page.$$eval(".offer", (list) => list.map((o) => o.textContent ?? ""));
    expect((await offers()).join()).toContain("state is open");
    for (const wanted of [
      "+ state is open",
      "+ done is focused",
      "+ veil is visible",
      "+ state is closed",
      "+ veil is not visible",
      "+ rules is focused",
    ]) {
      await page.evaluate(
        (w) =>
          (
            [...document.querySelectorAll(".offer")].find((o) => o.textContent === w) as HTMLElement | undefined
          )?.click(),
        wanted,
      );
      await until(
        () => text(page, ".steps"),
        (t) => t.includes(wanted.slice(2)),
      );
    }
    await untilText(page, ".standing", "1 scenario holds");
    await until(
      () => page.$$eval(".expects .ok", (l) => l.length),
      (n) => n >= 6,
    );
  });

  it("is delivered as one page, on which the same scenario holds with real input", async () => {
    await press(page, "Deliver", ".views");
    await untilText(page, ".verified", "1 of 1 scenarios hold");
    const html = await download("Save the page", ".html");
    await click(page, ".deliver-kind:last-child");
    await untilText(page, ".code", "lively-state/component");
    const read = readComponent(await download("Save the component file", ".json"));
    if (!read.ok) throw new Error(read.problems[0].message);
    const doc: Component = read.doc;
    expect(doc.name).toBe("Fare rules");
    const asked: string[] = [];
    const open = async (): Promise<Page> => {
      const out = await stage.browser.newPage();
      out.on("request", (r) => asked.push(r.url()));
      await out.setViewport({ width: 390, height: 480 });
      await out.setContent(html);
      return out;
    };
    expect(await actOut(open, doc, doc.scenarios[0])).toEqual([]);
    expect(asked.filter((u) => !u.startsWith("about:") && !u.startsWith("data:"))).toEqual([]);
  });

  it("left no error behind on the way", () => expect(stage.errors).toEqual([]));
});
