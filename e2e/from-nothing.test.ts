/** Components from nothing by keyboard: what a cell names and nobody has declared is made where it is named. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { cell, clickLive, fill, pasteHtml, press, Stage, text, toCell, until, untilText } from "./stage";

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage.close());

async function begun(html: string, part: string): Promise<Page> {
  const page = await stage.page();
  await press(page, "From HTML");
  await pasteHtml(page, html);
  await untilText(page, ".from-html-out", part);
  await press(page, "Make the component");
  await page.waitForSelector(".grid");
  return page;
}

/** Types into a cell what names something new, sees that offered, and takes both at once. */
async function make(page: Page, row: string, column: string, words: string, offered: string): Promise<void> {
  await toCell(page, row, column);
  await page.keyboard.type(words[0]);
  await page.waitForSelector(".cell-editor .cm-content");
  await page.keyboard.type(words.slice(1), { delay: 4 });
  await page.keyboard.press("Enter");
  await untilText(page, ".making", offered);
  await page.keyboard.down("Control");
  await page.keyboard.press("Enter");
  await page.keyboard.up("Control");
  await until(
    () => text(page, ".cell-editor"),
    (t) => t === "",
  );
}

describe("from nothing", () => {
  it("a list that is saved, and saved again where it failed: 14 cells, no other view", async () => {
    const page = await begun(
      `<h1>Tea list</h1><button id="save">Save</button><p id="note" role="status"></p><style>button { padding: 8px 14px }</style>`,
      "save",
    );
    await fill(page, "+ event", "", "click save");
    await make(
      page,
      "click save",
      "idle",
      "saving / request save",
      "Make the state saving and the request save Ctrl+Enter",
    );
    await fill(page, "+ event", "", "request ok save");
    await fill(page, "+ event", "", "request failed save");
    await make(page, "request ok save", "saving", "saved", "Make the state saved");
    await make(page, "request failed save", "saving", "failed", "Make the state failed");
    await fill(page, "click save", "saving", "ignored");
    await fill(page, "click save", "saved", "saving / request save");
    await fill(page, "click save", "failed", "saving / request save");
    await fill(page, "save", "saving", 'aria-disabled="true"');
    for (const [state, words] of [
      ["saving", "Saving"],
      ["saved", "Saved"],
      ["failed", "Not saved. Try again."],
    ])
      await fill(page, "note", state, `"${words}"`);
    await untilText(page, ".standing", "all decided");
    expect(await cell(page, "click save", "idle")).toBe("saving / request save");
    await clickLive(page, "save");
    await untilText(page, ".facts", /state\s*saved/);
    // One step back is one cell with what was made for it.
    await page.focus(".grid");
    await page.keyboard.down("Control");
    for (let n = 0; n < 30; n++) await page.keyboard.press("z");
    await page.keyboard.up("Control");
    await until(
      () => page.$$eval(".row.state .state-name", (list) => list.map((e) => e.textContent)),
      (states) => states.join() === "idle",
    );
  });

  it("a countdown, with its number made in the cell, by a press of the button that offers it", async () => {
    const page = await begun(`<h1>Egg</h1><button id="go">Start</button><output id="left">3</output>`, "go");
    await fill(page, "+ event", "", "click go");
    await make(page, "click go", "idle", "running / left = 3", "Make the state running and the datum left, an integer");
    await fill(page, "click go", "running", "ignored");
    await fill(page, "+ event", "", "every");
    await fill(page, "every", "running", "1s -> [left > 1] / left = left - 1; idle");
    await toCell(page, "left", "running");
    await page.keyboard.type('"${rest} s"');
    await page.keyboard.press("Enter");
    // A name that was mistyped is not made: it is mended.
    await untilText(page, ".cell-error", '"rest" is not known; data: left');
    await page.keyboard.press("Escape");
    await fill(page, "left", "running", '"${left} s"');
    await clickLive(page, "go");
    await untilText(page, ".facts", /state\s*running/);
    await untilText(page, ".facts", /state\s*idle/);
    expect(stage.errors).toEqual([]);
  });
});
