/** Hostile texts in every place of a component, and hostile markup, opened in a browser as what was delivered. */
import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { deliverHtml } from "../src/core/exchange";
import { readHtml } from "../src/core/exchange/html-in/read";
import { readComponentValue } from "../src/core/model";
import { hostileMarkup, payloads, places, plainComponent } from "../src/core/testing/hostile";
import { launch } from "./stage";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

/** What ran, what broke, where the page asked to go. */
async function open(pages: readonly { of: string; html: string }[]): Promise<string[]> {
  const page = await browser.newPage();
  const wrong: string[] = [];
  let of = "";
  let shown: string | null = null;
  page.on("pageerror", (e) => {
    // An action that fails says so, with its own words.
    if ((e as Error).message !== of) wrong.push(`${of}: ${(e as Error).message}`);
  });
  page.on("dialog", (d) => void d.dismiss().then(() => wrong.push(`${of}: a dialog`)));
  await page.setRequestInterception(true);
  page.on("request", (r) => {
    const wanted = r.isNavigationRequest() ? shown : null;
    if (wanted !== null) shown = null;
    if (wanted !== null) return void r.respond({ contentType: "text/html; charset=utf-8", body: wanted });
    // A link may well lead on; an answer without content leaves the page where it is (HTML §7.4.5).
    if (r.isNavigationRequest() && !/^https?:/.test(r.url())) wrong.push(`${of}: goes to ${r.url()}`);
    return void r.respond({ status: 204 });
  });
  for (const { of: name, html } of pages) {
    of = name;
    shown = html;
    await page.goto("http://page.test/", { waitUntil: "domcontentloaded" });
    const found = await page.evaluate(async () => {
      const focused = document.querySelector<HTMLElement>("[data-part], button, a, form");
      focused?.focus();
      for (const link of document.querySelectorAll<HTMLElement>("a, button")) link.click();
      await new Promise((done) => setTimeout(done));
      const ran = (window as unknown as { ran?: number }).ran !== undefined;
      const handlers = [...document.querySelectorAll("*")].some((e) =>
        e.getAttributeNames().some((n) => /^on/i.test(n)),
      );
      const count = (tag: string) => document.querySelectorAll(tag).length;
      return { ran, handlers, scripts: count("script"), styles: count("style"), living: count("[data-state]") };
    });
    const expected = { ran: false, handlers: false, scripts: 1, styles: 1, living: 1 };
    if (JSON.stringify(found) !== JSON.stringify(expected)) wrong.push(`${name}: ${JSON.stringify(found)}`);
  }
  await page.close();
  return wrong;
}

describe("a delivered page", () => {
  it.each(Object.keys(places))(
    "runs nothing of its own from a hostile %s",
    async (place) => {
      const pages = payloads.flatMap((payload) => {
        const read = readComponentValue(places[place](plainComponent(), payload));
        const out = read.ok ? deliverHtml(read.doc, null) : null;
        return out?.ok ? [{ of: payload, html: out.html }] : [];
      });
      expect(await open(pages)).toEqual([]);
    },
    120_000,
  );
  it("runs nothing of hostile markup that was brought in", async () => {
    const pages = hostileMarkup.flatMap((markup) => {
      const read = readHtml(markup, "x");
      const out = read.ok ? deliverHtml(read.doc, null) : null;
      return out?.ok ? [{ of: markup, html: out.html }] : [];
    });
    expect(pages.length).toBeGreaterThan(20);
    expect(await open(pages)).toEqual([]);
  }, 120_000);
});
