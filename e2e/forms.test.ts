/** Which forms a browser sends: what is read of scripts is held to the same list. */

import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, expect, it } from "vitest";
import { fields } from "../src/core/testing/fields";
import { launch } from "./stage";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser?.close());

it("Chromium sends what is told to be sent, and nothing else", async () => {
  const page = await browser.newPage();
  const found: [string, boolean][] = [];
  for (const [markup] of fields) {
    await page.setContent(`<form>${markup}<button>Go</button></form>`);
    found.push([markup, await page.$eval("form", (f) => (f as HTMLFormElement).checkValidity())]);
  }
  expect(found).toEqual(fields);
});
