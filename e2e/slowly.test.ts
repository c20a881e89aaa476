/** A delivered page that comes slowly: the browser draws its markup long before its script has begun. */
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, expect, it } from "vitest";
import { box, button, component } from "../src/core/testing";
import { deliveredPage } from "../src/core/testing/delivered";
import { type Started, startBrowser } from "../src/trial";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium", drawsByItself: true });
});
afterAll(() => browser?.end());

it("does not move from what was drawn before it began", async () => {
  const html = deliveredPage(
    component({
      parts: [button("first"), box("after", [button("inside")])],
      states: ["s"],
      focus: { s: "→ first" },
      looks: { inside: { s: "opacity: 0.5" } },
      page: {
        width: 800,
        height: 600,
        css: "button:focus ~ * { background: red; visibility: hidden }\n[data-part] { transition: all 100s }",
      },
    }),
  );
  const at = html.indexOf("<script>");
  const drawn: (() => void)[] = [];
  const server = createServer((_request, answer) => {
    answer.writeHead(200, { "content-type": "text/html; charset=utf-8" });
    answer.write(html.slice(0, at));
    drawn.push(() => answer.end(html.slice(at)));
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
  const page = await browser.browser.newPage();
  const going = page.goto(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
  await page.waitForSelector("[data-part=inside]", { visible: true });
  for (const goOn of drawn) goOn();
  await going;
  const moving = await page.evaluate(() => document.getAnimations().length);
  expect(moving).toBe(0);
  expect(await page.$eval("[data-part=inside]", (e) => getComputedStyle(e).visibility)).toBe("hidden");
  await page.close();
  server.close();
});
