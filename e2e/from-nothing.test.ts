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

/** Taken for the documentation where a folder for it is named (`npm run screenshots`). */
async function picture(page: Page, name: string): Promise<void> {
  const folder = process.env.LIVELY_PICTURES;
  if (!folder) return;
  await new Promise((r) => setTimeout(r, 700));
  await page.screenshot({ path: `${folder}/${name}.png` });
}

/** Nothing is found wrong, and nothing is left open. */
const proved = (page: Page): Promise<string> =>
  until(
    () => text(page, ".standing"),
    (t) => t.includes("all decided") && t.includes("no findings"),
  );

describe("from nothing", () => {
  it("a list that is saved, and saved again where it failed: 15 cells, no other view", async () => {
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
    await fill(page, "+ event", "", "after");
    await fill(page, "after", "saved", "4s -> idle");
    await proved(page);
    expect(await cell(page, "click save", "idle")).toBe("saving / request save");
    await clickLive(page, "save");
    await untilText(page, ".facts", /state\s*saved/);
    await picture(page, "saving");
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

  it("a drawer with a notice: 20 cells", async () => {
    const page = await begun(
      `<style>#scrim { position: fixed; inset: 0; background: #0004 } #drawer { position: fixed; top: 0; left: 0; bottom: 0; width: 220px; background: #fff }</style>
<button id="menu">Menu</button><p id="note" role="status"></p><div id="scrim"></div>
<div id="drawer" role="dialog" aria-modal="true" aria-label="Menu"><p>Quay, crew, fares</p><button id="close">Close</button></div>`,
      "drawer",
    );
    await fill(page, "+ event", "", "click menu");
    await make(page, "click menu", "idle", "open", "Make the state open");
    await fill(page, "+ event", "", "click close");
    await make(page, "click close", "open", "told / focus menu", "Make the state told");
    for (const event of ["press Escape", "click scrim"]) {
      await fill(page, "+ event", "", event);
      await fill(page, event, "open", "told / focus menu");
    }
    await fill(page, "click menu", "told", "open");
    await fill(page, "+ event", "", "after");
    await fill(page, "after", "told", "3s -> idle");
    await fill(page, "drawer", "every state", "not displayed; inert; opacity: 0; transition: opacity 200ms");
    await fill(page, "drawer", "open", "shown; not inert; opacity: 1; transition: opacity 200ms");
    await fill(page, "scrim", "every state", "not displayed");
    await fill(page, "scrim", "open", "shown");
    await fill(page, "menu", "open", "inert");
    await fill(page, "note", "told", '"Menu closed"');
    await fill(page, "focus", "open", "close; held in drawer");
    for (const state of ["idle", "told"]) await fill(page, "press Escape", state, "ignored");
    await proved(page);
    await clickLive(page, "menu");
    await untilText(page, ".facts", /focus\s*close/);
    await picture(page, "drawer");
    await page.keyboard.press("Escape");
    await untilText(page, ".facts", /state\s*told/);
    await untilText(page, ".facts", /focus\s*menu/);
  });

  it("an accordion of which one is open: 16 cells", async () => {
    const page = await begun(
      `<h3><button id="when" aria-controls="hours">When</button></h3><div id="hours">From six to nine</div>
<h3><button id="where" aria-controls="place">Where</button></h3><div id="place">At the quay</div>`,
      "hours",
    );
    await fill(page, "+ event", "", "click when");
    await make(page, "click when", "idle", "first", "Make the state first");
    await fill(page, "+ event", "", "click where");
    await make(page, "click where", "idle", "second", "Make the state second");
    await fill(page, "click when", "first", "idle");
    await fill(page, "click when", "second", "first");
    await fill(page, "click where", "first", "second");
    await fill(page, "click where", "second", "idle");
    for (const [button, panel, state] of [
      ["when", "hours", "first"],
      ["where", "place", "second"],
    ]) {
      await fill(page, button, "every state", 'aria-expanded="false"');
      await fill(page, button, state, 'aria-expanded="true"');
      await fill(page, panel, "every state", "not displayed");
      await fill(page, panel, state, "shown");
    }
    await proved(page);
    await clickLive(page, "where");
    await untilText(page, ".facts", /state\s*second/);
    await picture(page, "accordion");
  });

  it("a button that is held: 29 cells", async () => {
    const page = await begun(
      `<button id="wipe">Hold to wipe</button><p id="note" role="status"></p><button id="again">Again</button>`,
      "wipe",
    );
    await fill(page, "+ event", "", "pointer down wipe");
    await make(page, "pointer down wipe", "idle", "held", "Make the state held");
    await fill(page, "+ event", "", "after");
    await make(page, "after", "held", "1s -> wiped / focus again", "Make the state wiped");
    await fill(page, "pointer down wipe", "every state", "ignored");
    await fill(page, "+ event", "", "press Space in wipe");
    await fill(page, "press Space in wipe", "every state", "ignored");
    await fill(page, "press Space in wipe", "idle", "held / prevent");
    for (const event of [
      "pointer up anywhere",
      "pointer leaves wipe",
      "release Space",
      "focus leaves wipe",
      "window blur",
    ]) {
      await fill(page, "+ event", "", event);
      await fill(page, event, "every state", "ignored");
      await fill(page, event, "held", "idle");
    }
    await fill(page, "+ event", "", "click again");
    await fill(page, "click again", "wiped", "idle / focus wipe");
    await fill(page, "again", "every state", "not displayed");
    await fill(page, "again", "wiped", "shown");
    await fill(page, "wipe", "wiped", "disabled");
    await fill(page, "note", "wiped", '"Wiped"');
    await proved(page);
    // Let go of at once it does nothing; the pointer stays over it.
    await clickLive(page, "wipe");
    await untilText(page, ".facts", /state\s*idle/);
    await page.mouse.down();
    await untilText(page, ".facts", /state\s*wiped/);
    await page.mouse.up();
    await picture(page, "hold");
  });

  it("a way back to the top: 10 cells", async () => {
    const lines = Array.from({ length: 30 }, (_v, i) => `<p>Boat ${i + 1} leaves at ${i} past.</p>`).join("");
    const page = await begun(
      `<style>#up { position: fixed; right: 12px; bottom: 12px }</style><h1 id="head" tabindex="-1">Boats</h1>${lines}<button id="up">To the top</button>`,
      "up",
    );
    await fill(page, "+ event", "", "scroll past 300px");
    await make(page, "scroll past 300px", "idle", "far", "Make the state far");
    await fill(page, "+ event", "", "scroll back above 200px");
    await fill(page, "scroll back above 200px", "far", "[focusWithin(up)] idle / focus head; idle");
    await fill(page, "scroll back above 200px", "idle", "ignored");
    await fill(page, "scroll past 300px", "far", "ignored");
    await fill(page, "+ event", "", "click up");
    await fill(page, "click up", "far", "/ scroll to 0px smoothly, focus head");
    await fill(page, "up", "every state", "not displayed");
    await fill(page, "up", "far", "shown");
    await proved(page);
    await picture(page, "top");
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
    await picture(page, "countdown");
    await untilText(page, ".facts", /state\s*idle/);
    expect(stage.errors).toEqual([]);
  });
});
