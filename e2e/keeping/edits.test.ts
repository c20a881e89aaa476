/** What is specified is there again: after reloads, killed tabs, in two tabs; undo and redo. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { cell, fill, openDemo, press, Stage, text, toCell, until, untilText } from "../stage";

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage?.close());

describe("what is specified", () => {
  it("is there again after a reload: cells, the selection, a frozen column, a half-typed cell", async () => {
    const page = await stage.page();
    await openDemo(page);
    await fill(page, "press Escape", "closed", "opening");
    await toCell(page, "click close", "closed");
    await page.evaluate(() => [...document.querySelectorAll<HTMLElement>(".freeze-toggle")][2].click());
    await untilText(page, ".live-head", "Unfreeze open");
    await page.focus(".grid");
    await page.keyboard.type("ope");
    await page.waitForSelector(".cell-editor");
    await until(
      () => text(page, ".cell-editor .cm-content"),
      (t) => t.includes("ope"),
    );
    await new Promise((r) => setTimeout(r, 250));
    // The tab is killed: no goodbye, no pagehide.
    const address = page.url();
    const context = page.browserContext();
    const again = await context.newPage();
    await again.setViewport({ width: 1280, height: 800 });
    const session = await page.createCDPSession();
    session.send("Page.crash").catch(() => {});
    await new Promise((r) => setTimeout(r, 300));
    await again.goto(address);
    await again.waitForSelector(".grid");
    expect(await cell(again, "press Escape", "closed")).toBe("opening");
    await untilText(again, ".live-head", "Unfreeze open");
    expect(await again.$eval(".cell.draft", (e) => e.textContent)).toContain("ope");
    expect(await again.$eval(".cell.selected", (e) => e.textContent)).toContain("ope");
    await context.close();
  });

  it("is changed in one tab at a time; another is told and can take over", async () => {
    const first = await stage.page();
    await openDemo(first);
    const second = await first.browserContext().newPage();
    await second.setViewport({ width: 1280, height: 800 });
    await second.bringToFront();
    await second.goto(first.url());
    await untilText(second, ".notice", "being edited in another tab");
    await second.focus(".grid");
    await second.keyboard.type("zzz");
    expect(await second.$(".cell-editor")).toBeNull();
    await press(second, "Take over here");
    await until(
      () => text(second, ".notice"),
      (t) => t === "",
    );
    await untilText(first, ".notice", "being edited in another tab");
    await second.waitForSelector(".grid");
    await fill(second, "press Escape", "closed", "opening");
    await first.bringToFront();
    await press(first, "Take over here");
    await until(
      () => cell(first, "press Escape", "closed"),
      (t) => t === "opening",
    );
    await first.browserContext().close();
  });

  it("comes over with the last edit when another tab takes it at once", async () => {
    const first = await stage.page();
    await openDemo(first);
    const second = await first.browserContext().newPage();
    await second.setViewport({ width: 1280, height: 800 });
    await second.goto(first.url());
    await untilText(second, ".notice", "being edited in another tab");
    for (const [i, to] of ["opening", "open", "closing"].entries()) {
      const [from, taker] = i % 2 ? [second, first] : [first, second];
      await from.bringToFront();
      await fill(from, "press Escape", "closed", to);
      await taker.bringToFront();
      await press(taker, "Take over here");
      await until(
        () => cell(taker, "press Escape", "closed"),
        (t) => t === to,
      );
      await untilText(from, ".notice", "being edited in another tab");
    }
    await first.browserContext().close();
  });

  it("undo and redo go through everything", async () => {
    const page = await stage.page();
    await openDemo(page);
    const before = await text(page, ".grid");
    await toCell(page, "state", "opening");
    await page.keyboard.press("Delete");
    await until(
      () => page.$$eval(".state-name", (l) => l.length),
      (n) => n === 3,
    );
    await fill(page, "state", "open", "shown");
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.press("z");
    await until(
      () => text(page, ".grid"),
      (t) => t.replaceAll("⋯", "") === before.replaceAll("⋯", ""),
    );
    await page.keyboard.press("y");
    await until(
      () => page.$$eval(".state-name", (l) => l.length),
      (n) => n === 3,
    );
    await page.keyboard.up("Control");
    await page.browserContext().close();
  });

  it("ranges are copied, pasted and cleared like in a spreadsheet", async () => {
    const page = await stage.page();
    await openDemo(page);
    await toCell(page, "click close", "opening");
    await page.keyboard.down("Shift");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("ArrowDown");
    await page.keyboard.up("Shift");
    await page.keyboard.press("Delete");
    await until(
      () => cell(page, "click cancel", "open"),
      (t) => t === "undecided",
    );
    expect(await cell(page, "click close", "opening")).toBe("undecided");
    await untilText(page, ".standing", "4 undecided");
    await page.browserContext().close();
  });
});
