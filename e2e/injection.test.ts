/** Hostile texts in every place of a component, and hostile markup, opened in a browser as what was delivered. */
import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { deliverHtml } from "../src/core/deliver";
import { readHtml } from "../src/core/exchange/html-in/read";
import { readComponentValue } from "../src/core/model";
import { hostileMarkup, payloads, places, plainComponent } from "../src/core/testing/hostile";
import { launch } from "./stage";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser.close());

/** In the page: what ran, what could, and what the parser made of the file. */
async function look() {
  document.querySelector<HTMLElement>("[data-part], button, a, form")?.focus();
  for (const button of document.querySelectorAll("button")) if (!button.form) button.click();
  await new Promise((done) => setTimeout(done));
  const all = [...document.querySelectorAll("*")];
  const names = all.flatMap((e) => e.getAttributeNames());
  // Where links and forms lead, as the browser's own parser of addresses reads it.
  const leads = all.flatMap((e) => {
    const a = e as { href?: string | SVGAnimatedString };
    const own = typeof a.href === "object" ? [a.href.baseVal, a.href.animVal] : [];
    return [...own, ...["href", "action", "formaction", "src"].map((n) => e.getAttribute(n) ?? "")].filter(Boolean);
  });
  const schemes = leads.flatMap((to) =>
    URL.canParse(to, "http://page.test/") ? [new URL(to, "http://page.test/").protocol] : [],
  );
  return {
    ran: (window as unknown as { ran?: number }).ran !== undefined,
    handlers: names.some((n) => /^on/i.test(n)),
    schemes: schemes.filter((s) => !/^(https?|mailto|tel|sms):$/.test(s)),
    scripts: document.scripts.length,
    styles: document.querySelectorAll("style").length,
    living: document.querySelectorAll("[data-states]").length,
  };
}
const plain = JSON.stringify({ ran: false, handlers: false, schemes: [], scripts: 1, styles: 1, living: 1 });

async function open(pages: readonly { of: string; html: string }[]): Promise<string[]> {
  const page = await browser.newPage();
  const wrong: string[] = [];
  let of = "";
  page.on("pageerror", (e) => {
    // An action that fails says so, with its own words.
    if ((e as Error).message !== of) wrong.push(`${of}: ${(e as Error).message}`);
  });
  page.on("dialog", (d) => void d.dismiss().then(() => wrong.push(`${of}: a dialog`)));
  for (const { of: name, html } of pages) {
    of = name;
    await page.setContent(html, { waitUntil: "domcontentloaded" });
    const found = JSON.stringify(await page.evaluate(look));
    if (found !== plain) wrong.push(`${name}: ${found}`);
  }
  await page.close();
  return wrong;
}

describe("a delivered page", () => {
  it.each(Object.keys(places))("runs nothing of its own from a hostile %s", async (place) => {
    const pages = payloads.flatMap((payload) => {
      const read = readComponentValue(places[place](plainComponent(), payload));
      const out = read.ok ? deliverHtml(read.doc, null) : null;
      return out?.ok ? [{ of: payload, html: out.html }] : [];
    });
    expect(await open(pages)).toEqual([]);
  });
  it("runs nothing of hostile markup that was brought in", async () => {
    const pages = hostileMarkup.flatMap((markup) => {
      const read = readHtml(markup, "x");
      const out = read.ok ? deliverHtml(read.doc, null) : null;
      return out?.ok ? [{ of: markup, html: out.html }] : [];
    });
    expect(pages.length).toBeGreaterThan(20);
    expect(await open(pages)).toEqual([]);
  });
});
