/** Rendered on the server in its first state, and taken over in the page as it stands: React and Vue, each by its own means. */
import { spawnSync } from "node:child_process";
import { build } from "esbuild";
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, expect, it } from "vitest";
import { formatted, KERNEL_FILE, namesOf } from "../../src/core/deliver";
import { demoComponents } from "../../src/demo";
import { deliveredFiles, filesOf } from "./built";
import { type Held, open } from "./engine";

let browser: Held;
beforeAll(async () => {
  browser = await open("chromium", true);
});
afterAll(() => browser?.end());

const doc = demoComponents.map((d) => d.load()).find((d) => d.name.startsWith("Change"))!;
const { pascal } = namesOf(doc);

async function bundled(target: "react" | "vue", onServer: boolean, contents: string): Promise<string> {
  const files = new Map((await formatted(filesOf(target, doc).files, [KERNEL_FILE])).map((f) => [f.path, f.text]));
  const made = await build({
    stdin: { contents, resolveDir: process.cwd(), loader: "tsx" },
    bundle: true,
    write: false,
    outdir: "out",
    format: onServer ? "cjs" : "iife",
    platform: onServer ? "node" : "browser",
    jsx: "automatic",
    define: {
      __VUE_OPTIONS_API__: "false",
      __VUE_PROD_DEVTOOLS__: "false",
      // Whoever hydrates hears of what does not match.
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: "true",
    },
    plugins: [deliveredFiles(files, onServer)],
    logLevel: "silent",
  });
  return made.outputFiles.find((f) => f.path.endsWith(".js"))!.text;
}

const server = {
  react: `import { createElement } from "react"; import { renderToString } from "react-dom/server"; import { ${pascal} } from "./${pascal}.tsx";
    console.log(renderToString(createElement(${pascal})));`,
  vue: `import { createSSRApp } from "vue"; import { renderToString } from "vue/server-renderer"; import It from "./${pascal}.vue";
    renderToString(createSSRApp(It)).then((html) => console.log(html));`,
};
const client = {
  react: `import { createElement } from "react"; import { hydrateRoot } from "react-dom/client"; import { ${pascal} } from "./${pascal}.tsx";
    hydrateRoot(root, createElement(${pascal}), { onRecoverableError: (e) => said.push(String(e)) });`,
  vue: `import { createSSRApp } from "vue"; import It from "./${pascal}.vue"; createSSRApp(It).mount(root);`,
};

async function takenOver(page: Page, target: "react" | "vue", html: string): Promise<void> {
  await page.setContent(`<!doctype html><body><div id="root">${html}</div></body>`);
  await page.evaluate(`
    window.root = document.getElementById("root"); window.first = root.querySelector("button"); window.said = [];
    for (const how of ["warn", "error"]) console[how] = (...a) => said.push(a.map(String).join(" "));`);
  await page.addScriptTag({ content: await bundled(target, false, client[target]) });
  await page.waitForFunction(() => document.querySelector("[data-states]"));
  await new Promise((r) => setTimeout(r, 100));
  await page.click('[data-part="trigger"]');
  await page.waitForFunction(() => document.querySelector("[data-states=open]"));
}

it.each(["react", "vue"] as const)("as %s, without a word and with the elements that were there", async (target) => {
  const rendered = spawnSync("node", ["-"], { input: await bundled(target, true, server[target]), encoding: "utf8" });
  const html = rendered.stdout.trim();
  expect(html, rendered.stderr).toContain('data-states="closed"');
  expect(html).toMatch(/data-part="backdrop"[^>]*hidden/);
  const page = await browser.browser.newPage();
  await takenOver(page, target, html);
  expect(await page.evaluate("[said, first === document.querySelector('#root button')]")).toEqual([[], true]);
  await page.close();
});
