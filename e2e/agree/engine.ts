/** The browsers that the core is held against, and the tabs in which that is done. */
import { buildSync } from "esbuild";
import type { Browser, Page } from "puppeteer-core";
import type { Component } from "../../src/core/model";
import { deliveredPage } from "../../src/core/testing/delivered";
import { startBrowser } from "../../src/trial";
import { withNames } from "../agreement";
import { type BuiltTarget, builtPage } from "./built";
import { ownClock } from "./clock";

export type EngineName = "chromium" | "firefox";

export const open = async (engine: EngineName): Promise<Browser> => (await startBrowser({ browser: engine })).browser;

const probe = buildSync({
  entryPoints: ["src/probe/page.ts"],
  bundle: true,
  format: "iife",
  write: false,
  target: "es2022",
}).outputFiles[0].text;

/** Every element has some room of its own, at which it can be hit; a page without blocks is not scrolled by keys. */
const roomy = "html { overflow: hidden } [data-name] { padding: 3px; margin: 1px; }";

export interface Shown {
  page: Page;
  errors: string[];
  /** Gives the tab back: it is as good as new for the next page, and a good deal faster to have. */
  done(): Promise<void>;
}

/** Tabs that nobody uses. */
const free = new WeakMap<Browser, Page[]>();

/** A tab with the delivered page of a component in it, on a clock of its own. */
export async function show(browser: Browser, doc: Component, target: "page" | BuiltTarget = "page"): Promise<Shown> {
  const tabs = free.get(browser) ?? [];
  free.set(browser, tabs);
  const page = tabs.pop() ?? (await (await browser.createBrowserContext()).newPage());
  const errors: string[] = [];
  const threw = (e: unknown): void => void errors.push((e as Error).message);
  page.on("pageerror", threw);
  await page.setViewport({ width: doc.page.width, height: doc.page.height });
  // The loader of TypeScript names functions by a helper that the page does not have.
  await page.evaluate("globalThis.__name = (f) => f");
  await page.evaluate(ownClock);
  const css = doc.page.blocks ? doc.page.css : `${doc.page.css ?? ""}\n${roomy}`;
  const whole = { ...doc, page: { ...doc.page, ...(css ? { css } : {}) }, parts: withNames(doc.parts) };
  // What a component's style says of the page around it is the business of the page that has it.
  const around = doc.page.blocks ? "body { margin: 0 }" : "html { overflow: hidden }";
  await page.setContent(target === "page" ? deliveredPage(whole) : await builtPage(target, whole, around));
  await page.evaluate(probe);
  // A pressed pointer that moves would drag a link away, which no page is told of and headless browsers may not survive.
  // And motions stop as soon as they begin, however long the machine takes until somebody asks.
  await page.evaluate(() => {
    addEventListener("dragstart", (e) => e.preventDefault());
    // What a person writes into a part that can be edited is theirs, and nothing that a component says.
    addEventListener("beforeinput", (e) => (e.target as HTMLElement).isContentEditable && e.preventDefault());
    for (const begins of ["transitionrun", "animationstart"])
      addEventListener(begins, () => (window as unknown as { holdMotions(): void }).holdMotions());
  });
  const done = async (): Promise<void> => {
    page.off("pageerror", threw);
    await page.goto("about:blank");
    await page.mouse.reset();
    // Out of the page, where the browser lets it go there; else where nothing will be.
    await page.mouse.move(-10, -10).catch(() => page.mouse.move(639, 599));
    tabs.push(page);
  };
  return { page, errors, done };
}
