/** Whatever the store does: it is busy, full, refuses, is cleared, of a newer program, or holds what is damaged. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { cell, fill, openDemo, press, Stage, text, until, untilText } from "../stage";

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage?.close());

/** In the menu that is open. */
const choose = async (page: Page, label: string): Promise<void> => {
  await untilText(page, ".ant-dropdown-menu", label);
  await page.evaluate(
    (l) =>
      [...document.querySelectorAll<HTMLElement>(".ant-dropdown-menu-item")].find((i) => i.textContent === l)?.click(),
    label,
  );
};

describe("what is specified", () => {
  it("stays in this tab with its undo while the store refuses, whatever is opened in between", async () => {
    const page = await stage.page();
    await openDemo(page);
    await page.evaluate(() => {
      const put = IDBObjectStore.prototype.put;
      Object.assign(window, { allow: () => Object.assign(IDBObjectStore.prototype, { put }) });
      IDBObjectStore.prototype.put = () => {
        throw new DOMException("full", "QuotaExceededError");
      };
    });
    await fill(page, "press Escape", "closed", "opening");
    await untilText(page, ".notice", "store for this site is full");
    await press(page, "Shelf", ".views");
    await page.waitForSelector(".shelf-link");
    await untilText(page, ".notice", "Nothing is lost while this tab stays open");
    await untilText(page, ".shelf-list", "only in this tab");
    await openDemo(page);
    expect(await cell(page, "press Escape", "closed")).toBe("opening");
    await press(page, "Undo");
    await until(
      () => cell(page, "press Escape", "closed"),
      (t) => t !== "opening",
    );
    await press(page, "Redo");
    await new Promise((r) => setTimeout(r, 300));
    await page.evaluate(() => void (window as unknown as { allow(): void }).allow());
    await press(page, "Try again");
    await until(
      () => text(page, ".workbench .notice"),
      (t) => t === "",
    );
    await page.reload();
    await page.waitForSelector(".grid");
    expect(await cell(page, "press Escape", "closed")).toBe("opening");
    await page.browserContext().close();
  });

  it("is stored as it was last when one undoes, redoes and leaves while the store is busy", async () => {
    const page = await stage.page();
    await openDemo(page);
    for (const to of ["opening", "open", "closing"]) {
      // A long transaction over everything: whatever is saved now has to wait.
      await page.evaluate(() => {
        const open = indexedDB.open("lively-state");
        return new Promise<void>((ready) => {
          open.onsuccess = () => {
            const busy = open.result.transaction("components", "readwrite").objectStore("components");
            const until = performance.now() + 400;
            const again = (): void => {
              if (performance.now() < until) busy.count().onsuccess = again;
              else open.result.close();
            };
            again();
            ready();
          };
        });
      });
      await fill(page, "press Escape", "closed", to);
      await press(page, "Undo");
      await press(page, "Redo");
      await press(page, "Shelf", ".views");
      await page.waitForSelector(".shelf-link");
      await openDemo(page);
      expect(await cell(page, "press Escape", "closed")).toBe(to);
      await new Promise((r) => setTimeout(r, 700));
      await page.reload();
      await page.waitForSelector(".grid");
      expect(await cell(page, "press Escape", "closed")).toBe(to);
    }
    await page.browserContext().close();
  });

  it("that is damaged stands on the shelf as such, can be saved and removed; the others work", async () => {
    const page = await stage.page();
    await page.evaluate(async () => {
      const db = await new Promise<IDBDatabase>((done) => {
        const open = indexedDB.open("lively-state");
        open.onsuccess = () => done(open.result);
      });
      const rows = db.transaction("components", "readwrite").objectStore("components");
      const damaged: unknown[] = [
        null,
        undefined,
        3,
        "x",
        {},
        { name: {} },
        { name: ["a"], format: "lively-state/component", version: 99 },
        [],
      ];
      damaged.forEach((doc, i) => void rows.put({ id: `damaged-${i}`, doc, revision: {}, savedAt: "x", summary: "y" }));
      rows.put({ id: "bare", savedAt: 1 });
      await new Promise((done) => {
        rows.transaction.oncomplete = done;
      });
      db.close();
    });
    await page.reload();
    await page.waitForSelector(".shelf-item");
    await until(
      () => page.evaluate(() => document.querySelectorAll(".unreadable").length),
      (n) => n === 9,
    );
    await page.evaluate(() =>
      document.querySelector<HTMLElement>(".shelf-item:has(.unreadable) button[aria-label^='More']")?.click(),
    );
    await untilText(page, ".ant-dropdown-menu", "as it lies here");
    await choose(page, "Remove");
    await until(
      () => page.evaluate(() => document.querySelectorAll(".unreadable").length),
      (n) => n === 8,
    );
    await openDemo(page);
    await page.waitForSelector(".grid");
    await page.goto(new URL("/component/damaged-0/sheet", stage.address).href);
    await untilText(page, ".loading", "cannot be read");
    expect(stage.errors.filter((e) => !/404/.test(e))).toEqual([]);
    await page.browserContext().close();
  });

  it("comes back with its versions when it was removed and put back, whatever another tab does", async () => {
    const page = await stage.page();
    await openDemo(page);
    await page.goto(page.url().replace(/\/sheet.*/, "/compare?what=versions"));
    await page.waitForSelector(".versions input");
    await page.type(".versions input", "before lunch");
    await page.keyboard.press("Enter");
    await untilText(page, ".versions-list", "before lunch");
    const address = page.url();
    await press(page, "Shelf", ".views");
    await page.waitForSelector(".shelf-link");
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>("button[aria-label^='More']")]
        .find((b) => b.getAttribute("aria-label")?.includes("Change-crossing"))
        ?.click(),
    );
    await choose(page, "Remove");
    await untilText(page, ".ant-message", "was removed");
    const second = await page.browserContext().newPage();
    await second.goto(stage.address);
    await second.waitForSelector(".shelf-link");
    await page.bringToFront();
    await press(page, "Put it back", ".ant-message");
    await until(
      () => text(page, ".shelf-list"),
      (t) => t.includes("Change-crossing dialog"),
    );
    await page.goto(address);
    await untilText(page, ".versions-list", "before lunch");
    await page.browserContext().close();
  });

  it("stays when the browser's store refuses, and can be saved to a file", async () => {
    const page = await stage.page();
    await openDemo(page);
    await page.evaluate(() => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException("full", "QuotaExceededError");
      };
    });
    await fill(page, "press Escape", "closed", "opening");
    expect(await untilText(page, ".notice", "store for this site is full")).toContain("Save to a file");
    expect(await cell(page, "press Escape", "closed")).toBe("opening");
    await page.browserContext().close();
  });

  it("can be worked on where nothing can be stored at all", async () => {
    const context = await stage.browser.createBrowserContext();
    const page = await context.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.evaluateOnNewDocument(() => {
      IDBFactory.prototype.open = () => {
        throw new DOMException("denied", "SecurityError");
      };
    });
    await page.goto(stage.address);
    await untilText(page, ".notice", "refused to store");
    await press(page, "Empty component");
    await press(page, "Shelf", ".views");
    await page.waitForSelector(".shelf-link");
    await openDemo(page);
    await page.waitForSelector(".grid");
    await untilText(page, ".notice", "Save to a file");
    await fill(page, "press Escape", "closed", "opening");
    await press(page, "Shelf", ".views");
    await page.waitForSelector(".shelf-link");
    await openDemo(page);
    expect(await cell(page, "press Escape", "closed")).toBe("opening");
    await context.close();
  });

  it("is stored again when the browser's store is cleared while it is open", async () => {
    const page = await stage.page();
    await openDemo(page);
    await fill(page, "press Escape", "closed", "opening");
    const storedAs = (): Promise<string> =>
      page.evaluate(
        () =>
          new Promise<string>((done) => {
            const open = indexedDB.open("lively-state");
            open.onerror = () => done(String(open.error));
            open.onsuccess = () => {
              const db = open.result;
              if (!db.objectStoreNames.contains("components")) {
                db.close();
                return done("nothing");
              }
              const all = db.transaction("components").objectStore("components").getAll();
              all.onsuccess = () => {
                db.close();
                done(JSON.stringify(all.result));
              };
            };
          }),
      );
    await until(storedAs, (all) => all.includes('"to":"opening"'));
    const cleared = await page.evaluate(
      () =>
        new Promise<string>((done) => {
          const gone = indexedDB.deleteDatabase("lively-state");
          gone.onsuccess = () => done("cleared");
          gone.onblocked = () => done("blocked");
          gone.onerror = () => done(String(gone.error));
        }),
    );
    expect(cleared).toBe("cleared");
    await fill(page, "press Escape", "closed", "closing");
    await until(storedAs, (all) => all.includes('"to":"closing"'));
    await page.reload();
    await page.waitForSelector(".grid");
    expect(await cell(page, "press Escape", "closed")).toBe("closing");
    await page.browserContext().close();
  });

  it("is worked on in a store of a newer program, which keeps what only that one knows", async () => {
    const page = await stage.page();
    await openDemo(page);
    await fill(page, "press Escape", "closed", "opening");
    await until(
      () => page.evaluate(() => document.querySelector(".notice")?.textContent ?? ""),
      (t) => t === "",
    );
    await new Promise((r) => setTimeout(r, 300));
    const context = page.browserContext();
    const address = page.url();
    await page.goto("about:blank");
    const other = await context.newPage();
    await other.setViewport({ width: 1280, height: 800 });
    await other.goto(`${stage.address}/frame.html`);
    await other.evaluate(
      () =>
        new Promise<void>((done, wrong) => {
          const open = indexedDB.open("lively-state", 9000);
          open.onupgradeneeded = () => open.result.createObjectStore("of-tomorrow").put("kept", 1);
          open.onerror = () => wrong(open.error);
          open.onblocked = () => wrong(new Error("blocked"));
          open.onsuccess = () => {
            open.result.close();
            done();
          };
        }),
    );
    await other.goto(address);
    await other.waitForSelector(".grid");
    expect(await cell(other, "press Escape", "closed")).toBe("opening");
    await fill(other, "press Escape", "closed", "closing");
    await new Promise((r) => setTimeout(r, 300));
    await other.reload();
    await other.waitForSelector(".grid");
    expect(await cell(other, "press Escape", "closed")).toBe("closing");
    const tomorrow = await other.evaluate(
      () =>
        new Promise<string>((done) => {
          const open = indexedDB.open("lively-state");
          open.onsuccess = () => {
            const kept = open.result.transaction("of-tomorrow").objectStore("of-tomorrow").get(1);
            kept.onsuccess = () => done(`${open.result.version} ${kept.result}`);
          };
        }),
    );
    expect(tomorrow).toBe("9000 kept");
    await context.close();
  });
});
