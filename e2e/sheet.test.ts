/** The sheet as a spreadsheet: ordering, renaming, ranges, completion, controls; and the ways in and out of the shelf. */
import type { Page } from "puppeteer-core";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { demoComponents } from "../src/demo";
import { cell, click, clickLive, fill, press, Stage, text, toCell, type as typeInto, until, untilText } from "./stage";

const demos = demoComponents.length;
let stage: Stage;
let page: Page;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage?.close());
beforeEach(async () => {
  page = await stage.page();
  await click(page, ".shelf-link");
  await page.waitForSelector(".grid");
  await untilText(page, ".standing", "hold");
});
afterEach(() => page.browserContext().close());

const states = (): Promise<string[]> => page.$$eval(".state-name", (l) => l.map((e) => e.textContent?.trim() ?? ""));
const heads = (): Promise<string[]> => page.$$eval(".cell.names", (l) => l.map((e) => e.textContent?.trim() ?? ""));
const keys = async (...list: string[]): Promise<void> => {
  for (const k of list) {
    const [last, ...held] = k.split("+").reverse();
    for (const h of held) await page.keyboard.down(h as "Shift");
    await page.keyboard.press(last as "Enter");
    for (const h of held) await page.keyboard.up(h as "Shift");
  }
};

describe("columns and rows", () => {
  it("are moved with Alt and the arrows; where it starts stays", async () => {
    await toCell(page, "state", "closed");
    await keys("Alt+ArrowRight");
    await until(states, (s) => s.join() === "opening,closed,open,closing");
    expect(await text(page, ".facts")).toContain("closed");
    await toCell(page, "press Escape", "");
    await keys("Alt+ArrowUp");
    await until(heads, (h) => h.indexOf("press Escape") < h.indexOf("click exactly backdrop"));
    await toCell(page, "dialog", "");
    await keys("Alt+ArrowUp");
    await until(heads, (h) => h.indexOf("dialog") < h.indexOf("backdrop"));
    await untilText(page, ".standing", /\d scenarios hold/);
  });

  it("are renamed everywhere at once", async () => {
    await fill(page, "state", "closing", "leaving");
    await fill(page, "backdrop", "", "veil");
    expect(await cell(page, "click close", "open")).toBe("leaving");
    expect(await heads()).toContain("click exactly veil");
    await untilText(page, ".standing", /\d scenarios hold/);
  });

  it("are added, also inside another state, and taken away with a word on the way back", async () => {
    await fill(page, "state", "+ state", "calm in open");
    await until(states, (s) => s.some((n) => n.endsWith("calm")));
    await toCell(page, "click close", "");
    await keys("Delete");
    await untilText(page, ".ant-message", "Ctrl+Z brings it back");
    expect(await heads()).not.toContain("click close");
    await press(page, "Undo");
    await until(heads, (h) => h.includes("click close"));
  });

  it("a name that is taken is refused at its place", async () => {
    await toCell(page, "state", "open");
    await keys("Enter");
    await page.waitForSelector(".cell-editor .cm-content");
    await keys("Control+a");
    await page.keyboard.type("closed");
    await keys("Enter");
    await untilText(page, ".cell-error", "there is a state named closed already");
    await keys("Escape");
    expect(await states()).toContain("open");
  });
});

describe("cells", () => {
  it("are typed into where they are, in sight, however far down the sheet they stand", async () => {
    await toCell(page, "+ event", "");
    await page.keyboard.type("press Shift+1");
    await keys("Enter");
    await untilText(page, ".cell-editor .cell-error", "write the one that comes");
    const boxes = (): Promise<DOMRect[]> =>
      page.$$eval(".sheet, .cell.selected, .cell-editor", (all) =>
        [...all].map((e) => e.getBoundingClientRect().toJSON() as DOMRect),
      );
    await until(boxes, ([sheet, at, editor]) => {
      const meets =
        editor.left <= at.right && editor.right >= at.left && editor.top <= at.bottom && editor.bottom >= at.top;
      return meets && editor.bottom <= sheet.bottom && editor.top >= sheet.top;
    });
    await keys("Escape");
  });
  it("complete what is being typed with Tab", async () => {
    await toCell(page, "press Escape", "closed");
    await page.keyboard.type("op");
    await page.waitForSelector(".cm-tooltip-autocomplete");
    await keys("Tab");
    await until(
      () => text(page, ".cm-content"),
      (t) => t.startsWith("open"),
    );
    await keys("Enter");
    await until(
      () => cell(page, "press Escape", "closed"),
      (t) => /^open(ing)?$/.test(t),
    );
  });

  it("are copied, cut and pasted as ranges", async () => {
    await toCell(page, "click close", "opening");
    await page.evaluate(() => {
      const data = new DataTransfer();
      document
        .querySelector(".grid")!
        .dispatchEvent(new ClipboardEvent("copy", { clipboardData: data, bubbles: true, cancelable: true }));
      Object.assign(window, { copied: data.getData("text/plain") });
    });
    expect(await page.evaluate(() => (window as unknown as { copied: string }).copied)).toBe("closing");
    await toCell(page, "click trigger", "opening");
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.setData("text/plain", "ignored\tignored\nclosed\tnowhere");
      document
        .querySelector(".grid")!
        .dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
    });
    // What cannot be taken stays beside what is in force, and is said.
    await untilText(page, ".ant-message", "One cell could not be taken");
    await until(
      () => cell(page, "click trigger", "open"),
      (t) => t === "ignored",
    );
    expect(await cell(page, "click close", "opening")).toBe("closed");
    expect(await page.$eval(".cell.draft", (e) => e.textContent)).toContain("nowhere");
  });

  it("are set with controls, which say the same as the notation", async () => {
    await toCell(page, "trigger", "closed");
    await keys("Alt+ArrowDown");
    await page.waitForSelector(".cell-popover");
    await click(page, ".cell-popover .ant-select");
    await page.waitForSelector(".ant-select-item-option");
    await page.evaluate(() =>
      (
        [...document.querySelectorAll(".ant-select-item-option")].find(
          (o) => o.textContent === "transparent",
        ) as HTMLElement
      ).click(),
    );
    await until(
      () => cell(page, "trigger", "closed"),
      (t) => t.startsWith("transparent"),
    );
    await untilText(page, ".standing", "finding");
    await press(page, "Done", ".cell-popover");
    await until(
      () => page.$(".cell-popover"),
      (e) => e === null,
    );
  });

  it("show a look on the live page as soon as it is said", async () => {
    await fill(page, "trigger", "closed", '"Change it"; aria-expanded="false"');
    const frame = (await (await page.$(".live-page iframe"))!.contentFrame())!;
    await until(
      () => frame.$eval('[data-part="trigger"]', (e) => `${e.textContent} ${e.getAttribute("aria-expanded")}`),
      (t) => t === "Change it false",
    );
  });

  it("lead from the explanation to the cell that decides", async () => {
    await clickLive(page, "trigger");
    await untilText(page, ".facts", "open for");
    await press(page, "Show the cell");
    await until(
      () => page.$eval(".cell.selected", (e) => e.getAttribute("aria-colindex")),
      (c) => c === "3",
    );
    expect(await page.$eval(".cell.selected", (e) => e.textContent)).toContain("opening");
  });
});

describe("the shelf", () => {
  it("copies, removes and puts back", async () => {
    await press(page, "Shelf", ".views");
    await page.waitForSelector(".shelf-item button");
    const names = (): Promise<string[]> => page.$$eval(".shelf-name", (l) => l.map((e) => e.textContent ?? ""));
    await click(page, ".shelf-item button");
    await page.waitForSelector(".ant-dropdown-menu-item");
    await page.evaluate(() => (document.querySelector(".ant-dropdown-menu-item") as HTMLElement).click());
    await page.waitForSelector(".grid");
    await press(page, "Shelf", ".views");
    await until(names, (n) => n.length === demos + 1 && n[0].endsWith(", copy"));
    await click(page, ".shelf-item button");
    await until(
      () => page.$$eval(".ant-dropdown-menu-item", (l) => l.length),
      (n) => n >= 3,
    );
    await page.evaluate(() =>
      (
        [...document.querySelectorAll(".ant-dropdown:not(.ant-dropdown-hidden) .ant-dropdown-menu-item")].at(
          -1,
        ) as HTMLElement
      ).click(),
    );
    await until(names, (n) => n.length === demos);
    await press(page, "Put it back");
    await until(names, (n) => n.length === demos + 1);
  });

  it("takes a dropped page, and starts an empty component with parts of its own", async () => {
    await press(page, "Shelf", ".views");
    await page.waitForSelector(".shelf-page");
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.items.add(new File(['<button id="go">Go</button>'], "drop.html", { type: "text/html" }));
      document
        .querySelector(".shelf-page")!
        .dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true }));
    });
    await untilText(page, ".part-tree", "go");
    await press(page, "Cancel");
    await press(page, "Empty component");
    await untilText(page, ".sheet-empty", "Nothing to show yet");
    await press(page, "Add parts");
    await press(page, "Add a part");
    await until(
      () => page.$$eval("[role=treeitem]", (l) => l.length),
      (n) => n === 1,
    );
    await press(page, "Sheet", ".views");
    await page.waitForSelector(".grid");
    await toCell(page, "+ event", "");
    await typeInto(page, "click part");
    expect(await heads()).toContain("click part");
    await untilText(page, ".standing", "1 undecided");
  });
});
