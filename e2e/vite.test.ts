/** The plugin for Vite, from the packed package: components built into an app of each framework, and used there. */
import { execFileSync } from "node:child_process";
import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { pathToFileURL } from "node:url";
import { svelte } from "@sveltejs/vite-plugin-svelte";
import react from "@vitejs/plugin-react";
import vue from "@vitejs/plugin-vue";
import type { Browser } from "puppeteer-core";
import { build, createServer, type PluginOption } from "vite";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { click, launch, until } from "./stage";

let browser: Browser;
let folder: string;
let lively: () => PluginOption;
beforeAll(async () => {
  browser = await launch();
  execFileSync("node", ["scripts/pack.mjs", "--command-line"]);
  ({ default: lively } = await import(pathToFileURL(resolve("dist/cli/vite.js")).href));
  folder = mkdtempSync(join(tmpdir(), "lively-vite-"));
  symlinkSync(resolve("node_modules"), join(folder, "node_modules"));
  mkdirSync(join(folder, "parts"));
  copyFileSync("src/demo/passenger-stepper.lively.json", join(folder, "parts", "stepper.lively.json"));
});
afterAll(async () => {
  await browser?.close();
  rmSync(folder, { recursive: true, force: true });
});

const apps: Record<string, { main: string; plugins(): PluginOption[] }> = {
  react: {
    main: `import { createElement } from "react"; import { createRoot } from "react-dom/client";
      import Stepper from "./parts/stepper.lively.json?react";
      createRoot(document.getElementById("app")).render(createElement(Stepper, { initialAdults: 2, onAdults: (n) => { document.title = "adults " + n; } }));`,
    plugins: () => [],
  },
  vue: {
    main: `import { createApp, h } from "vue"; import Stepper from "./parts/stepper.lively.json?vue";
      createApp({ render: () => h(Stepper, { adults: 2, "onUpdate:adults": (n) => { document.title = "adults " + n; } }) }).mount("#app");`,
    plugins: () => [vue()],
  },
  svelte: {
    main: `import { mount } from "svelte"; import Stepper from "./parts/stepper.lively.json?svelte";
      const props = { get adults() { return 2; }, set adults(n) { document.title = "adults " + n; } };
      mount(Stepper, { target: document.getElementById("app"), props });`,
    plugins: () => [svelte({ configFile: false })],
  },
  module: {
    main: `import { mount } from "./parts/stepper.lively.json?module";
      mount(document.getElementById("app"), { data: { adults: 2 }, onData: (d) => { document.title = "adults " + d.adults; } });`,
    plugins: () => [],
  },
  element: {
    main: `import "./parts/stepper.lively.json?element";
      const e = document.createElement("passenger-stepper"); e.setAttribute("adults", "2");
      e.addEventListener("data", ({ detail }) => { document.title = "adults " + detail.adults; });
      document.getElementById("app").append(e);`,
    plugins: () => [],
  },
};

const made = async (plugins: PluginOption[]): Promise<string> => {
  await build({
    root: folder,
    configFile: false,
    logLevel: "silent",
    plugins: [lively(), ...plugins],
    build: { outDir: "out", emptyOutDir: true, modulePreload: false, assetsInlineLimit: 1e6, cssCodeSplit: false },
  });
  const html = readFileSync(join(folder, "out", "index.html"), "utf8");
  const [, script] = /src="\/(assets\/[^"]+\.js)"/.exec(html) ?? [];
  return readFileSync(join(folder, "out", script), "utf8");
};

describe.each(Object.keys(apps))("an app with %s", (form) => {
  it("has the component, with its data and what it tells", async () => {
    writeFileSync(join(folder, "index.html"), `<div id="app"></div><script type="module" src="./main.js"></script>`);
    writeFileSync(join(folder, "main.js"), apps[form].main);
    const script = await made(apps[form].plugins());
    const page = await browser.newPage();
    const errors: string[] = [];
    page.on("pageerror", (e) => errors.push(String(e)));
    await page.setContent('<!doctype html><div id="app"></div>');
    await page.addScriptTag({ content: script, type: "module" });
    await page.waitForSelector('[data-part="count"]');
    await page.waitForFunction(() => document.querySelector('[data-part="count"]')!.textContent === "2");
    await click(page, '[data-part="more"]');
    await page.waitForFunction(() => document.title === "adults 3");
    expect(await page.$eval('[data-part="count"]', (e) => e.textContent)).toBe("3");
    expect(errors).toEqual([]);
    await page.close();
  });
});

it("a form that no import can have is told with the way to it", async () => {
  writeFileSync(join(folder, "index.html"), `<div id="app"></div><script type="module" src="./main.js"></script>`);
  const asking = (form: string): Promise<string> => {
    writeFileSync(join(folder, "main.js"), `import "./parts/stepper.lively.json?${form}";`);
    return made([]).catch((error: Error) => error.message);
  };
  expect(await asking("angular")).toContain("lively deliver FILE --to angular");
  expect(await asking("preact")).toContain("?module, ?element, ?react, ?vue, ?svelte");
  expect(await asking("raw")).not.toContain("there is no form");
});

describe.each(Object.keys(apps))("a server for developing with %s", (form) => {
  it("shows the component as its file is now, and again when it is broken and mended", async () => {
    writeFileSync(join(folder, "index.html"), `<div id="app"></div><script type="module" src="./main.js"></script>`);
    writeFileSync(join(folder, "main.js"), apps[form].main);
    const file = join(folder, "parts", "stepper.lively.json");
    const text = readFileSync(file, "utf8");
    const server = await createServer({
      root: folder,
      configFile: false,
      logLevel: "silent",
      cacheDir: join(folder, ".vite", form),
      plugins: [lively(), ...(form === "react" ? [react()] : []), ...apps[form].plugins()],
      server: { host: "127.0.0.1", port: 0, fs: { strict: false } },
    });
    const page = await browser.newPage();
    try {
      await server.listen();
      await page.goto(server.resolvedUrls!.local[0]);
      // A page that begins anew answers nothing for a moment.
      const inPage = <T>(find: () => T, ok: (found: T | undefined) => boolean) =>
        until(() => (page.evaluate(find) as Promise<T>).catch(() => undefined), ok);
      // A watcher takes what is written within a tenth of a second for one change.
      const write = async (words: string): Promise<void> => {
        await new Promise((r) => setTimeout(r, 300));
        writeFileSync(file, words);
      };
      const count = () => document.querySelector('[data-part="count"]')?.textContent;
      await inPage(count, (n) => n === "2");
      await page.evaluate(() => Object.assign(window, { same: true }));
      const shows = (words: string) =>
        inPage(
          () => document.querySelector("#app")?.textContent ?? "",
          (t) => t?.includes(words) ?? false,
        );
      const overlays = () => document.querySelectorAll("vite-error-overlay").length;
      await write(text.replaceAll("Who sails?", "Travellers"));
      await shows("Travellers");
      // A framework's component is exchanged where it stands; the others begin the page anew.
      const kept = await page.evaluate(() => "same" in window);
      expect(kept).toBe(["react", "vue", "svelte"].includes(form));
      await write(text.slice(0, -40));
      await inPage(overlays, (n) => n === 1);
      await shows("Travellers");
      await write(text.replaceAll("Who sails?", "Travellers"));
      await inPage(overlays, (n) => n === 0);
      await write(text.replaceAll("Who sails?", "People on board"));
      await shows("People on board");
      await click(page, '[data-part="more"]');
      await inPage(count, (n) => n === "3");
    } finally {
      await page.close();
      await server.close();
      writeFileSync(file, text);
    }
  });
});

describe("a component that cannot be delivered", () => {
  it("is an error of the build, with its place", async () => {
    writeFileSync(join(folder, "parts", "bad.lively.json"), '{ "format": "lively-state/component", "version": 1 ');
    writeFileSync(join(folder, "main.js"), `import "./parts/bad.lively.json?module";`);
    await expect(made([])).rejects.toThrow(/bad\.lively\.json: line 1/);
  });
});
