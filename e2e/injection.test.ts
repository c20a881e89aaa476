/** Hostile texts in every place of a component, and hostile markup, opened in a browser as what was delivered. */
import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { deliverHtml } from "../src/core/deliver";
import { readHtml } from "../src/core/exchange/html-in/read";
import { readComponentValue } from "../src/core/model";
import { oneIn } from "../src/core/testing/depth";
import { hostileMarkup, payloads, places, plainComponent } from "../src/core/testing/hostile";
import { tried } from "../src/core/testing/tried";
import { lookAt } from "./fuzz/looked";
import { launch } from "./stage";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

const plain = JSON.stringify({ ran: false, handlers: false, schemes: [], scripts: 1, styles: 1, living: 1 });

async function open(pages: readonly { of: string; html: string }[]): Promise<string[]> {
  const page = await browser.newPage();
  const wrong = await lookAt(
    page,
    pages,
    (looked) => JSON.stringify(looked) !== plain,
    // An action that fails says so, with its own words.
    (of, message) => message === of,
  );
  await page.close();
  return wrong;
}

describe("a delivered page", () => {
  it.for(Object.keys(places))("runs nothing of its own from a hostile %s", async (place, { task }) => {
    const pages = oneIn(5, payloads).flatMap((payload) => {
      const read = readComponentValue(places[place](plainComponent(), payload));
      const out = read.ok ? deliverHtml(read.doc, null) : null;
      return out?.ok ? [{ of: payload, html: out.html }] : [];
    });
    expect(await open(pages)).toEqual([]);
    tried(task, pages.length);
  });
  it("runs nothing of hostile markup that was brought in", async ({ task }) => {
    const pages = hostileMarkup.flatMap((markup) => {
      const read = readHtml(markup, "x");
      const out = read.ok ? deliverHtml(read.doc, null) : null;
      return out?.ok ? [{ of: markup, html: out.html }] : [];
    });
    expect(pages.length).toBeGreaterThan(20);
    expect(await open(pages)).toEqual([]);
    tried(task, pages.length);
  });
});
