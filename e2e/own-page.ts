/** A page in a browser of its own, for the tests of a file. */
import type { Browser, Page, Viewport } from "puppeteer-core";
import { afterAll, beforeAll } from "vitest";
import { launch } from "./stage";

/** @returns the page, once the tests run */
export function ownPage(size?: Viewport): () => Page {
  let browser: Browser | undefined;
  let page: Page;
  beforeAll(async () => {
    browser = await launch();
    page = await browser.newPage();
    if (size) await page.setViewport(size);
  });
  afterAll(() => browser?.close());
  return () => page;
}
