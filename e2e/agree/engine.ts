/** The browsers that the core is held against, and the tabs in which that is done. */
import { buildSync } from "esbuild";
import puppeteer, { type Browser, type Page } from "puppeteer-core";
import type { Component } from "../../src/core/model";
import { deliveredPage } from "../../src/core/testing/delivered";
import { withNames } from "../agreement";
import { launch } from "../stage";
import { ownClock } from "./clock";

export type EngineName = "chromium" | "firefox";

export const open = (engine: EngineName): Promise<Browser> =>
  engine === "chromium"
    ? launch()
    : puppeteer.launch({
        browser: "firefox",
        protocol: "webDriverBiDi",
        executablePath: process.env.LIVELY_FIREFOX || "/usr/bin/firefox-esr",
        headless: true,
      });

const probe = buildSync({
  entryPoints: ["src/probe/page.ts"],
  bundle: true,
  format: "iife",
  write: false,
  target: "es2022",
}).outputFiles[0].text;

/** Every element has some room of its own, at which it can be hit. */
const roomy = "[data-name] { padding: 3px; margin: 1px; }";

/** A tab with the delivered page of a component in it, on a clock of its own. */
export async function show(browser: Browser, doc: Component): Promise<{ page: Page; errors: string[] }> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  const errors: string[] = [];
  page.on("pageerror", (e) => errors.push((e as Error).message));
  await page.setViewport({ width: doc.page.width, height: doc.page.height });
  // The loader of TypeScript names functions by a helper that the page does not have.
  await page.evaluate("globalThis.__name = (f) => f");
  await page.evaluate(ownClock);
  const css = doc.page.blocks ? doc.page.css : `${doc.page.css ?? ""}\n${roomy}`;
  await page.setContent(
    deliveredPage({ ...doc, page: { ...doc.page, ...(css ? { css } : {}) }, parts: withNames(doc.parts) }),
  );
  await page.evaluate(probe);
  return { page, errors };
}
