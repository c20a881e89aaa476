/** The browsers that the core is held against, and pages in them that stand behind the port of trials. */
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { buildSync } from "esbuild";
import type { Page } from "puppeteer-core";
import type { Component, Part } from "../../src/core/model";
import { compile } from "../../src/core/program";
import { deliveredPage } from "../../src/core/testing/delivered";
import { requestsOf } from "../../src/core/trial";
import { type OpenedPage, openPage, type Started, startBrowser } from "../../src/trial";
import { type BuiltTarget, builtPage } from "./built";

export type EngineName = "chromium" | "firefox";

export interface Held extends Started {
  /** @returns the address at which a page is served */
  serve(html: string): string;
}

/**
 * A browser, and a server of its own for what is shown in it.
 * @param drawsByItself as tabs need that are opened past the port of trials
 */
export async function open(engine: EngineName, drawsByItself = false): Promise<Held> {
  const pages = new Map<string, string>();
  const server = createServer(({ url = "/" }, answer) => {
    const html = pages.get(url);
    answer.writeHead(html === undefined ? 404 : 200, { "content-type": "text/html; charset=utf-8" });
    answer.end(html);
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const started = await startBrowser({ browser: engine, drawsByItself });
  let last = 0;
  return {
    ...started,
    serve(html) {
      const path = `/${++last}`;
      pages.delete(`/${last - 50}`);
      pages.set(path, html);
      return origin + path;
    },
    async end() {
      await started.end();
      server.close();
    },
  };
}

/** The probe as a script for a page. */
export const probe = buildSync({
  entryPoints: ["src/probe/page.ts"],
  bundle: true,
  format: "iife",
  write: false,
  target: "es2022",
}).outputFiles[0].text;

/** Every element has some room of its own, at which it can be hit; a page without blocks is not scrolled by keys. */
const roomy =
  'html { overflow: hidden } [data-name] { padding: 3px; margin: 1px; } [data-name="cover"], [data-name="scrim"] { margin: 0 }';

/** Names on every element, whatever the delivered page itself marks, so that all can be looked at. */
const withNames = (parts: readonly Part[]): Part[] =>
  parts.map((part) => ({
    ...part,
    attributes: { ...part.attributes, "data-name": part.name },
    ...(part.content ? { content: part.content.map((c) => (typeof c === "string" ? c : withNames([c])[0])) } : {}),
  }));

/** The component with a name and room for every element. */
export function asShown(doc: Component): Component {
  const css = doc.page.blocks ? doc.page.css : `${doc.page.css ?? ""}\n${roomy}`;
  return { ...doc, page: { ...doc.page, ...(css ? { css } : {}) }, parts: withNames(doc.parts) };
}

/** Before the page's own scripts: the probe, and a helper by which the loader of TypeScript names functions. */
const forTests = `globalThis.__name = (f) => f;
${probe}
// Text that a person types into an editable part is not the component's.
addEventListener("beforeinput", (e) => { if (e.target.isContentEditable) e.preventDefault(); });`;
const prepared = new WeakSet<Page>();

export interface Shown {
  system: OpenedPage;
  page: Page;
  errors: string[];
  /** Gives the tab back: it is as good as new for the next page, and a good deal faster to have. */
  done(): Promise<void>;
}

/** The delivered page of a component, opened, on the clock of trials. */
export async function show(held: Held, doc: Component, target: "page" | BuiltTarget = "page"): Promise<Shown> {
  const whole = asShown(doc);
  // What a component's style says of the page around it is the business of the page that has it.
  const around = doc.page.blocks ? "body { margin: 0 }" : "html { overflow: hidden }";
  const program = compile(doc);
  const system = await openPage(held, {
    address: held.serve(target === "page" ? deliveredPage(whole) : await builtPage(target, whole, around)),
    map: Object.fromEntries(program.parts.map(({ name }) => [name, `[data-name="${name}"]`])),
    requests: requestsOf(program),
    allowed: [],
    patience: 120_000,
  });
  const { tab } = system;
  const errors: string[] = [];
  const threw = (e: unknown): void => void errors.push((e as Error).message);
  tab.on("pageerror", threw);
  // A tab that is given back is used again.
  if (!prepared.has(tab)) await tab.evaluateOnNewDocument(forTests);
  prepared.add(tab);
  const { width, height } = doc.page;
  await system.open({ width, height, scroll: 0, reducedMotion: false });
  const done = async (): Promise<void> => {
    tab.off("pageerror", threw);
    await system.close();
  };
  return { system, page: tab, errors, done };
}
