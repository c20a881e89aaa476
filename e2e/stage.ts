/** The real server, a real browser, and what a person can do in the app. */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Browser, BrowserContext, ElementHandle, Frame, Page } from "puppeteer-core";
import { placeOf } from "./place";
import { type App, app, launch } from "./shared";

export { launch } from "./shared";

export class Stage {
  errors: string[] = [];
  private constructor(
    readonly browser: Browser,
    private readonly app: App,
  ) {}

  get address(): string {
    return this.app.address;
  }

  static async open(): Promise<Stage> {
    const [own, browser] = await Promise.all([app(), launch()]);
    return new Stage(browser, own);
  }
  async close(): Promise<void> {
    await this.browser.close();
    this.app.end();
  }

  /** A page of a person who has never been here, unless a context is given. */
  async page(context?: BrowserContext): Promise<Page> {
    const page = await (context ?? (await this.browser.createBrowserContext())).newPage();
    page.setDefaultTimeout(HANGS);
    // Several pages are in use at once, and each has the focus.
    await page.emulateFocusedPage(true);
    await page.setViewport({ width: 1280, height: 800 });
    page.on("pageerror", (e) => this.errors.push((e as Error).message));
    page.on("console", (m) => m.type() === "error" && this.errors.push(m.text()));
    await page.goto(this.address);
    await there(page, ".shelf-link, .shelf-empty");
    return page;
  }
}

/** ms: a busy machine takes its time; this is for what never comes. */
const HANGS = 200_000;

/** Waits until something is so; the error says what was found instead. */
export async function until<T>(find: () => Promise<T>, ok: (found: T) => boolean, ms = HANGS): Promise<T> {
  const end = Date.now() + ms;
  let last: T = await find();
  while (!ok(last)) {
    if (Date.now() > end) throw new Error(`still ${JSON.stringify(last)} after ${ms} ms`);
    await new Promise((r) => setTimeout(r, 40));
    last = await find();
  }
  return last;
}

/** Waits for an element, and lets go of it: what a test holds on to is not given up by the browser either. */
export async function there(page: Page | Frame, selector: string): Promise<void> {
  await (await page.waitForSelector(selector))?.dispose();
}

export const text = (page: Page | Frame, selector: string): Promise<string> =>
  page.$eval(selector, (e) => (e.textContent ?? "").replace(/\s+/g, " ").trim()).catch(() => "");
export const untilText = (page: Page, selector: string, wanted: string | RegExp): Promise<string> =>
  until(
    () => text(page, selector),
    (t) => (typeof wanted === "string" ? t.includes(wanted) : wanted.test(t)),
  ).catch(async (error: Error) => {
    const shown = await page.evaluate(() => `${location.href}\n${document.body.innerText.slice(0, 3000)}`);
    throw new Error(`${selector} does not have ${wanted}: ${error.message}. The page shows ${shown}`);
  });

export async function press(page: Page, label: string, within = "body"): Promise<void> {
  const find = () =>
    page.evaluateHandle(
      (label, within) =>
        [...document.querySelectorAll(`${within} button, ${within} a`)].find(
          (b) => b.textContent?.trim() === label && b.checkVisibility(),
        ) ?? null,
      label,
      within,
    );
  await until(
    async () => {
      const found = await find();
      const button = found.asElement() as ElementHandle<HTMLElement> | null;
      const done = button ? await hit(button) : `no button ${label}`;
      await found.dispose();
      return done;
    },
    (done) => done === "pressed",
  );
}

/** Presses what a selector finds first. */
export async function click(page: Page, selector: string, count = 1): Promise<void> {
  await until(
    async () => {
      const found = await page.$(selector);
      const done = found ? await hit(found, count) : `nothing is ${selector}`;
      await found?.dispose();
      return done;
    },
    (done) => done === "pressed",
  );
}

/** px in two frames: what goes no faster, such as a pin on a clock that runs, can be hit all the same. */
const SLOW = 3;

/**
 * Presses as a person does: what has come to rest and lies open. A view that is drawn anew, a row that moves down or a
 * window that still fades may come between; who missed aims again.
 * @returns "pressed", or what was in the way
 */
async function hit(target: ElementHandle<Element>, count = 1): Promise<string> {
  try {
    const inTheWay = await target.evaluate(async (e, SLOW) => {
      e.scrollIntoView({ block: "nearest", inline: "nearest", behavior: "instant" });
      const before = e.getBoundingClientRect();
      await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)));
      const { x, y, width, height } = e.getBoundingClientRect();
      const by = Math.max(Math.abs(x - before.x), Math.abs(y - before.y), Math.abs(width - before.width));
      if (by > SLOW) return `it moves by ${by} px`;
      const top = document.elementFromPoint(x + width / 2, y + height / 2);
      if (!top || !(e.contains(top) || top.contains(e))) return `${top?.outerHTML.slice(0, 120)} lies over it`;
      e.toggleAttribute("data-missed", true);
      // What moves between the button's going down and coming up is pressed, and not clicked.
      e.addEventListener("click", () => e.removeAttribute("data-missed"), { capture: true, once: true });
      return "";
    }, SLOW);
    if (inTheWay) return inTheWay;
    await target.click({ count });
  } catch (error) {
    return (error as Error).message;
  }
  // What it led to may have taken the page away.
  const missed = await target.evaluate((e) => e.isConnected && e.hasAttribute("data-missed")).catch(() => false);
  return missed ? "it was missed" : "pressed";
}

// The live page

export async function livePage(page: Page): Promise<Frame> {
  const frame = await until(
    async () => {
      const element = await page.$(".live-page iframe");
      const inside = (await element?.contentFrame()) ?? null;
      await element?.dispose();
      return inside;
    },
    (f) => f !== null,
  );
  await there(frame!, "[data-part]");
  return frame!;
}

/** Where a part of the live page can be hit, in its own px; null where it cannot. */
export const liveHit = async (page: Page, part: string): Promise<{ x: number; y: number } | null> =>
  (await livePage(page)).evaluate(placeOf, part, "data-part");

/** Converts a point of the live page to px of the app's window. */
export async function inWindow(page: Page, inside: { x: number; y: number }): Promise<{ x: number; y: number }> {
  const outer = await page.$eval(".live-page iframe", (e) => {
    const box = e.getBoundingClientRect();
    return { x: box.x, y: box.y, scale: box.width / (e as HTMLElement).offsetWidth };
  });
  return { x: outer.x + inside.x * outer.scale, y: outer.y + inside.y * outer.scale };
}

/** Clicks a part where the browser itself would hit it, by real mouse movement, as soon as it can be hit. */
export async function clickLive(page: Page, part: string): Promise<void> {
  const inside = (await until(
    () => liveHit(page, part),
    (at) => at !== null,
  ).catch((error: Error) => {
    throw new Error(`${part} cannot be hit on the live page: ${error.message}`);
  }))!;
  const { x, y } = await inWindow(page, inside);
  await page.mouse.click(x, y);
}

const uploads = mkdtempSync(join(tmpdir(), "lively-uploads-"));
/** Gives the shelf a file. */
export async function give(page: Page, name: string, words: string): Promise<void> {
  const path = join(uploads, name);
  writeFileSync(path, words);
  const input = (await page.waitForSelector("input[type=file]")) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
}

/** Opens a component from the shelf. */
export async function openDemo(page: Page, name = "Change-crossing dialog"): Promise<void> {
  await there(page, ".shelf-item");
  await page.evaluate((wanted) => {
    const item = [...document.querySelectorAll(".shelf-item")].find(
      (i) => i.querySelector(".shelf-name")?.textContent === wanted,
    );
    item?.querySelector<HTMLElement>(".shelf-link")?.click();
  }, name);
  await there(page, ".grid");
}

// The sheet

/** Moves the selection with the arrow keys to the cell of a row (by its header) and a column (by its state). */
export async function toCell(page: Page, row: string, column: string): Promise<void> {
  await page.focus(".grid");
  for (let n = 0; n < 60; n++) {
    const way = await page.evaluate(
      (row, column) => {
        const grid = document.querySelector(".grid")!;
        const current = document.getElementById(grid.getAttribute("aria-activedescendant")!)!;
        const at = current.id.split("-").slice(1).map(Number);
        const heads = [...grid.querySelectorAll(".cell.names")];
        const wantedRow = heads.findIndex((h) => h.textContent?.trim() === row);
        const tops = [...grid.querySelectorAll(".row.state .cell")];
        const wantedColumn =
          column === ""
            ? 0
            : tops.findIndex((t) => (t.querySelector(".state-name")?.textContent ?? t.textContent)?.trim() === column);
        if (wantedRow < 0 || wantedColumn < 0) throw new Error(`no cell ${row} / ${column}`);
        return [wantedRow - at[0], wantedColumn - at[1]];
      },
      row,
      column,
    );
    if (!way[0] && !way[1]) return;
    // Sideways first: the header row and the adding rows have no cell in every column.
    const key = way[0] ? (way[0] > 0 ? "ArrowDown" : "ArrowUp") : way[1] > 0 ? "ArrowRight" : "ArrowLeft";
    const stuck = await active(page);
    await page.keyboard.press(key);
    if ((await active(page)) === stuck) await page.keyboard.press(way[1] > 0 ? "ArrowRight" : "ArrowLeft");
  }
  throw new Error(`the arrow keys do not lead to ${row} / ${column}`);
}
const active = (page: Page): Promise<string | null> =>
  page.$eval(".grid", (g) => g.getAttribute("aria-activedescendant"));

/** Types into the selected cell and takes it with Enter. */
export async function type(page: Page, words: string): Promise<void> {
  await page.keyboard.type(words[0]);
  await there(page, ".cell-editor .cm-content");
  await page.keyboard.type(words.slice(1), { delay: 4 });
  await page.keyboard.press("Enter");
  await until(
    () => text(page, ".cell-editor"),
    (t) => t === "",
    2000,
  );
}

export async function fill(page: Page, row: string, column: string, words: string): Promise<void> {
  await toCell(page, row, column);
  await type(page, words);
}

export const cell = (page: Page, row: string, column: string): Promise<string> =>
  page.evaluate(
    (row, column) => {
      const heads = [...document.querySelectorAll(".cell.names")];
      const r = heads.findIndex((h) => h.textContent?.trim() === row);
      const c = [...document.querySelectorAll(".row.state .cell")].findIndex(
        (t) => t.querySelector(".state-name")?.textContent?.trim() === column,
      );
      return (
        document.getElementById(`cell-${r}-${c}`)?.textContent?.replace("⋯", "").trim() ?? `no cell ${row} / ${column}`
      );
    },
    row,
    column,
  );

/** Puts a whole text into the place for markup, at once: typed, it would be read a hundred times. */
export async function pasteHtml(page: Page, html: string): Promise<void> {
  await there(page, "#html-text");
  await page.$eval(
    "#html-text",
    (area, words) => {
      Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value")!.set!.call(area, words);
      area.dispatchEvent(new Event("input", { bubbles: true }));
    },
    html,
  );
}
