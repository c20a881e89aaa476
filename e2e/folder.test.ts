/** Working in a folder: the origin-private file system stands in for one on disk. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, expect, test } from "vitest";
import { jsonText, readComponent, setLook } from "../src/core/model";
import { demoComponents } from "../src/demo";
import { click, press, Stage, text, until, untilText } from "./stage";

let stage: Stage;
let page: Page;
beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
  await page.evaluateOnNewDocument(() => {
    Object.assign(window, {
      showDirectoryPicker: async () =>
        (await navigator.storage.getDirectory()).getDirectoryHandle("harbour", { create: true }),
    });
  });
  await page.reload();
  await page.waitForSelector(".shelf-link");
});
afterAll(() => stage.close());

const onDisk = (name: string): Promise<string | null> =>
  page.evaluate(async (name) => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle("harbour", { create: true });
    const file = await folder.getFileHandle(name).catch(() => null);
    // In the middle of being written there is none for an instant.
    const read = file?.getFile().then((f) => f.text());
    return (await read?.catch(() => null)) ?? null;
  }, name);
const writeDisk = (name: string, words: string | null): Promise<void> =>
  page.evaluate(
    async (name, words) => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle("harbour", { create: true });
      if (words === null) return folder.removeEntry(name);
      const out = await (await folder.getFileHandle(name, { create: true })).createWritable();
      await out.write(words);
      await out.close();
    },
    name,
    words,
  );
const nameOnDisk = async (file: string): Promise<string> => {
  const read = readComponent((await onDisk(file)) ?? "");
  return read.ok ? read.doc.name : "";
};
const FILE = "harbour-lamp.lively.json";
const lamp = demoComponents.find((d) => d.name === "Harbour lamp")!.load();

test("components are put into the folder, and what is edited is written", async () => {
  await press(page, "Work in a folder");
  await untilText(page, ".folder-line", "harbour");
  await click(page, '[aria-label="Choose Harbour lamp"]');
  await press(page, "Put into the folder");
  await until(
    () => nameOnDisk(FILE),
    (n) => n === "Harbour lamp",
  );
  await untilText(page, ".folder-line", "1 file, kept the same");
  expect(await page.$$eval(".shelf-item", (l) => l.length)).toBe(demoComponents.length);
  await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>(".shelf-link")]
      .find((l) => l.textContent?.includes("Harbour lamp"))
      ?.click(),
  );
  await page.waitForSelector(".grid");
  await click(page, "button.component-name");
  await page.keyboard.type("Pier lamp");
  await page.keyboard.press("Enter");
  await until(
    () => nameOnDisk(FILE),
    (n) => n === "Pier lamp",
  );
});

test("what is delivered goes into the folder too, and over nothing that came from elsewhere", async () => {
  const delivered = (words?: string): Promise<string> =>
    page.evaluate(async (words) => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle("harbour");
      const inside = await folder.getDirectoryHandle("delivered");
      const file = await inside.getFileHandle("PierLamp.tsx");
      if (words !== undefined) {
        const out = await file.createWritable();
        await out.write(words);
        await out.close();
      }
      // In the middle of being written it cannot be read for an instant.
      const read = file.getFile().then((f) => f.text());
      return read.catch(() => "");
    }, words);
  await press(page, "Deliver", ".views");
  await page.waitForSelector(".deliver-kind");
  await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>(".deliver-kind")].find((k) => k.textContent?.includes("React"))?.click(),
  );
  await untilText(page, ".code", "export function PierLamp");
  await press(page, "Put into harbour");
  await untilText(page, ".deliver-keys", "Taken last");
  const mine = await delivered();
  expect(mine).toContain("export function PierLamp");
  // What was put there from here may be put there again; what somebody else wrote is asked for.
  await delivered("// by hand");
  await press(page, "Put into harbour");
  await page.waitForSelector(".foreign-files", { visible: true });
  await press(page, "Leave it");
  expect(await delivered()).toBe("// by hand");
  await page.waitForSelector(".foreign-files", { hidden: true });
  await press(page, "Put into harbour");
  await page.waitForSelector(".foreign-files", { visible: true });
  await press(page, "Write over");
  await until(
    () => delivered(),
    (t) => t === mine,
  );
  await press(page, "Sheet", ".views");
  await page.waitForSelector(".grid");
});

test("what changes on disk is taken over, and can be undone", async () => {
  await writeDisk(FILE, jsonText({ ...lamp, name: "Lamp from disk" }));
  await untilText(page, "button.component-name", "Lamp from disk");
  await press(page, "Undo");
  await untilText(page, "button.component-name", "Pier lamp");
  await until(
    () => nameOnDisk(FILE),
    (n) => n === "Pier lamp",
  );
});

test("a cell that both changed waits on the sheet with the other text; the rest is merged", async () => {
  const { part, in: cells } = lamp.looks[0];
  const [state] = Object.keys(cells);
  // The folder is not looked at until both have changed.
  await page.evaluate(
    () =>
      new Promise<void>((held) => {
        navigator.locks.request("folder", () => {
          held();
          return new Promise<void>((done) => addEventListener("let-go", () => done(), { once: true }));
        });
      }),
  );
  await writeDisk(
    FILE,
    jsonText({
      ...setLook({ ...lamp, name: "Pier lamp" }, part, state, { as: "transparent" }),
      initial: lamp.states[1].name,
    }),
  );
  await page.evaluate(
    (part, state) => {
      const row = [...document.querySelectorAll(".row.look")].find((r) => r.textContent?.startsWith(part))!;
      const heads = [...document.querySelectorAll(".row.state .cell")].map((c) => c.textContent ?? "");
      (row.children[heads.findIndex((h) => h.startsWith(state))] as HTMLElement).click();
    },
    part,
    state,
  );
  await page.focus(".grid");
  await page.keyboard.type("hidden");
  await page.keyboard.press("Enter");
  await untilText(page, ".sheet", "hidden");
  await page.evaluate(() => dispatchEvent(new Event("let-go")));
  await untilText(page, ".notices", "1 cell was changed here and in the folder");
  await untilText(page, ".header", "1 cell not in force");
  const read = readComponent((await onDisk(FILE)) ?? "");
  const doc = read.ok ? read.doc : lamp;
  expect(doc.looks[0].in[state]).toMatchObject({ as: "hidden" });
  expect(doc.initial).toBe(lamp.states[1].name);
  await press(page, "Good", ".notices");
});

test("a broken file is told with its place, and what was open stays", async () => {
  await writeDisk(FILE, '{ "format": "lively-state/component", "version": 2, ');
  await untilText(page, ".notices", "cannot be read");
  expect(await text(page, "button.component-name")).toBe("Pier lamp");
  await writeDisk(FILE, jsonText({ ...lamp, name: "Mended" }));
  await untilText(page, "button.component-name", "Mended");
  await until(
    () => text(page, ".notices"),
    (t) => t === "",
  );
});

test("a file that is gone is told, and written again; a new one comes in; after a restart it goes on", async () => {
  await writeDisk(FILE, null);
  await untilText(page, ".notices", "is no longer in the folder");
  await press(page, "Write it again");
  await until(
    () => nameOnDisk(FILE),
    (n) => n === "Mended",
  );
  await writeDisk("notice-2.lively.json", jsonText({ ...lamp, name: "From a colleague" }));
  await press(page, "Shelf", ".views");
  await untilText(page, ".shelf-list", "From a colleague");
  await page.reload();
  await untilText(page, ".folder-line", "2 files");
  await press(page, "Leave it");
  await until(
    () => text(page, ".shelf-folder"),
    (t) => t === "Work in a folder",
  );
  expect(await nameOnDisk(FILE)).toBe("Mended");
  expect(stage.errors).toEqual([]);
});
