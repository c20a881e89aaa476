/** Nothing is lost and nobody is let in: reloads, killed tabs, two tabs, a refused store, bad files. */
import { once } from "node:events";
import { mkdtempSync, writeFileSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { demoComponents } from "../src/demo";
import { cell, clickLive, fill, livePage, openDemo, press, Stage, text, toCell, until, untilText } from "./stage";

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage?.close());

const openNamed = async (page: Page, name: string): Promise<void> => {
  await page.evaluate(
    (n) =>
      [...document.querySelectorAll<HTMLElement>(".shelf-link")].find((l) => l.textContent?.startsWith(n))?.click(),
    name,
  );
  await page.waitForSelector(".grid");
};
/** In the menu that is open. */
const choose = async (page: Page, label: string): Promise<void> => {
  await untilText(page, ".ant-dropdown-menu", label);
  await page.evaluate(
    (l) =>
      [...document.querySelectorAll<HTMLElement>(".ant-dropdown-menu-item")].find((i) => i.textContent === l)?.click(),
    label,
  );
};
const folder = mkdtempSync(join(tmpdir(), "lively-in-"));
const give = async (page: Page, name: string, words: string): Promise<void> => {
  const path = join(folder, name);
  writeFileSync(path, words);
  const input = (await page.$("input[type=file]")) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
};

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
    await openNamed(page, "Change-crossing dialog");
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
      () => text(page, ".notice"),
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
      await openNamed(page, "Change-crossing dialog");
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
    await openNamed(page, "Change-crossing dialog");
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
    await openNamed(page, "Change-crossing dialog");
    await page.waitForSelector(".grid");
    await untilText(page, ".notice", "Save to a file");
    await fill(page, "press Escape", "closed", "opening");
    await press(page, "Shelf", ".views");
    await page.waitForSelector(".shelf-link");
    await openNamed(page, "Change-crossing dialog");
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

describe("bad input", () => {
  it.each<[string, string, RegExp]>([
    ["broken.json", '{\n  "format": oops', /broken\.json was not opened.*line 2, column 13 not JSON/],
    ["other.json", '{"format": "something-else"}', /format must be "lively-state\/component"/],
    ["newer.json", '{"format": "lively-state/component", "version": 9}', /version is 9.*newer Lively State/],
    ["huge.json", " ".repeat(50_000_000), /50\.0 MB/],
  ])("%s is refused with the place, and the shelf stays as it is", async (name, words, message) => {
    const page = await stage.page();
    await page.waitForSelector(".shelf-link");
    await give(page, name, words);
    await untilText(page, ".ant-notification", message);
    expect(await page.$$eval(".shelf-item", (l) => l.length)).toBe(demoComponents.length);
    expect(page.url()).toBe(stage.address);
    await page.browserContext().close();
  });
});

/** A server that pasted markup has no business with; what it is asked for. */
async function elsewhere(): Promise<{ there: string; asked: readonly string[]; close(): void }> {
  const asked: string[] = [];
  const server = createServer((request, response) => {
    asked.push(request.url ?? "");
    response.end();
  }).listen(0, "127.0.0.1");
  await once(server, "listening");
  const there = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return { there, asked, close: () => void server.close() };
}

describe("pasted markup", () => {
  it("runs nothing, reaches nothing and loads nothing", async () => {
    const page = await stage.page();
    const { there, asked, close } = await elsewhere();
    const evil = `<button id="b" onclick="parent.hacked = 1">b</button><img id="i" src="${there}/x.png" onerror="parent.hacked = 1">
      <a id="a" href="javascript:parent.hacked=1">a</a><svg><script>parent.hacked = 1</script></svg><script>parent.hacked = 1</script>
      <style>@import url(${there}/x.css); #b { background: url(${there}/y.png) }</style>`;
    await give(page, "evil.html", evil);
    await untilText(page, ".part-tree", "b");
    await press(page, "Make the component");
    await page.waitForSelector(".grid");
    const frame = await livePage(page);
    await clickLive(page, "b");
    expect(await page.evaluate(() => "hacked" in window)).toBe(false);
    expect(await frame.evaluate(() => origin)).toBe("null");
    expect(
      await frame.evaluate(() => {
        try {
          return String(parent.document);
        } catch {
          return "refused";
        }
      }),
    ).toBe("refused");
    expect(
      await frame.evaluate(() =>
        fetch("/").then(
          () => "loaded",
          () => "refused",
        ),
      ),
    ).toBe("refused");
    await new Promise((r) => setTimeout(r, 300));
    expect(asked).toEqual([]);
    close();
    await page.browserContext().close();
  });
  it("opens no tab by any button, and a form whose fields are named like the DOM's own stays alive", async () => {
    const page = await stage.page();
    const { there, asked, close } = await elsewhere();
    const names = ["style", "attributes", "childNodes", "setAttribute", "getAttribute", "insertBefore", "closest"];
    await give(
      page,
      "form.html",
      `<form id="f" style="color: red"><a id="out" href="${there}/out">out</a>${names.map((n) => `<input name="${n}">`).join("")}
        <button id="send" type="button">send</button></form><img name="body" alt=""><img name="activeElement" alt="">`,
    );
    await untilText(page, ".part-tree", "send");
    await press(page, "Make the component");
    await page.waitForSelector(".grid");
    const frame = await livePage(page);
    await clickLive(page, "send");
    expect(await frame.evaluate(() => document.querySelectorAll("[data-part]").length)).toBe(names.length + 5);
    const link = (await frame.$('[data-part="out"]'))!;
    const tabs = async (): Promise<number> => (await page.browserContext().pages()).length;
    const before = await tabs();
    await link.click({ button: "middle" });
    for (const key of ["Control", "Shift", "Meta"] as const) {
      await page.keyboard.down(key);
      await link.click();
      await page.keyboard.up(key);
    }
    await new Promise((r) => setTimeout(r, 300));
    expect(await tabs()).toBe(before);
    expect(asked).toEqual([]);
    close();
    await page.browserContext().close();
  });
});
