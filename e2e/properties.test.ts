/** Which properties elements and the window have in a browser: what is read of scripts goes by the same list. */
import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, expect, it } from "vitest";
import { isOfBrowser, knownProperties } from "../src/core/exchange/script-in/reading/host/properties";
import { namesOfWindow } from "../src/core/exchange/script-in/reading/host/window/named";
import { launch } from "./stage";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser?.close());

const tags =
  `a abbr address area article aside audio b base bdi bdo blockquote body br button canvas caption cite code col
  colgroup data datalist dd del details dfn dialog div dl dt em embed fieldset figcaption figure footer form h1 h2 head
  header hgroup hr html i iframe img input ins kbd label legend li link main map mark menu meta meter nav noscript object
  ol optgroup option output p picture pre progress q rp rt ruby s samp script search section select slot small source
  span strong style sub summary sup table tbody td template textarea tfoot th thead time title tr track u ul var video
  wbr pine-cone`.split(/\s+/);
/** Properties that scripts give to elements themselves. */
const others = ["flavour", "onChange", "onboard", "isOpen", "items", "state", "toggle", "active"];

it("an element has in Chromium what it is told to have, and nothing of another", async () => {
  const page = await browser.newPage();
  const names = [...knownProperties, ...others];
  const found: string[] = await page.evaluate(
    (tags, names) => tags.flatMap((t) => names.flatMap((n) => (n in document.createElement(t) ? [`${t}.${n}`] : []))),
    tags,
    names,
  );
  const told = tags.flatMap((t) => names.flatMap((n) => (isOfBrowser(t, n) ? [`${t}.${n}`] : [])));
  expect(told.filter((n) => !found.includes(n))).toEqual([]);
  expect(found.filter((n) => !told.includes(n))).toEqual([]);
  expect(found.length).toBeGreaterThan(10_000);
});

it("a window has names of its own that no element takes from it", async () => {
  const page = await browser.newPage();
  const names = [...namesOfWindow];
  await page.setContent(names.map((name) => `<p id="${name}"></p>`).join(""));
  const taken = await page.evaluate(
    (names) =>
      names.filter((name) => {
        try {
          return (window as unknown as Record<string, unknown>)[name] instanceof Element;
        } catch {
          // What the browser keeps for a page is refused to one without an address; it is the window's all the same.
          return false;
        }
      }),
    names,
  );
  expect(taken).toEqual([]);
});
