/** Nobody is let in: bad files are refused, and what is pasted runs and reaches nothing. */
import { once } from "node:events";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { demoComponents } from "../../src/demo";
import { clickLive, give, livePage, press, Stage, untilText } from "../stage";

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage?.close());

describe("bad input", () => {
  it.each<[string, string, RegExp]>([
    ["broken.json", '{\n  "format": oops', /broken\.json was not opened.*line 2, column 13 not JSON/],
    ["other.json", '{"format": "something-else"}', /format must be "lively-state\/component"/],
    ["newer.json", '{"format": "lively-state/component", "version": 9}', /version is 9.*newer Lively State/],
    ["huge.json", " ".repeat(50_000_000), /50\.0 MB/],
  ])("%s is refused with the place, and the shelf stays as it is", async (name, words, message) => {
    const page = await stage.page();
    await page.waitForSelector(".shelf-link");
    await give(page, name, words);
    await untilText(page, ".ant-notification", message);
    expect(await page.$$eval(".shelf-item", (l) => l.length)).toBe(demoComponents.length);
    expect(page.url()).toBe(stage.address);
    await page.browserContext().close();
  });
});

describe("a file that takes long to read", () => {
  it("is said to be read, and can be stopped: nothing of it comes in", async () => {
    const page = await stage.page();
    await page.waitForSelector(".shelf-link");
    const doc = demoComponents[0].load();
    const scenarios = Array.from({ length: 20_000 }, (_, i) => ({ ...doc.scenarios[0], name: `the ${i}th` }));
    await give(page, "long.json", JSON.stringify({ ...doc, scenarios }));
    await untilText(page, ".ant-message", /Reading long\.json/);
    await page.locator(".ant-message button").click();
    await page.waitForSelector(".ant-message-notice", { hidden: true });
    // What is opened next comes in as ever.
    await give(page, "next.json", '{"format": "something-else"}');
    await untilText(page, ".ant-notification", /next\.json was not opened/);
    expect(await page.$$eval(".shelf-item", (l) => l.length)).toBe(demoComponents.length);
    await page.browserContext().close();
  });
});

/** A server that pasted markup has no business with; what it is asked for. */
async function elsewhere(): Promise<{ there: string; asked: readonly string[]; close(): void }> {
  const asked: string[] = [];
  const server = createServer((request, response) => {
    asked.push(request.url ?? "");
    response.end();
  }).listen(0, "127.0.0.1");
  await once(server, "listening");
  const there = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return { there, asked, close: () => void server.close() };
}

describe("pasted markup", () => {
  it("runs nothing, reaches nothing and loads nothing", async () => {
    const page = await stage.page();
    const { there, asked, close } = await elsewhere();
    const evil = `<button id="b" onclick="parent.hacked = 1">b</button><img id="i" src="${there}/x.png" onerror="parent.hacked = 1">
      <a id="a" href="javascript:parent.hacked=1">a</a><svg><script>parent.hacked = 1</script></svg><script>parent.hacked = 1</script>
      <style>@import url(${there}/x.css); #b { background: url(${there}/y.png) }</style>`;
    await give(page, "evil.html", evil);
    await untilText(page, ".part-tree", "b");
    await press(page, "Make the component");
    await page.waitForSelector(".grid");
    const frame = await livePage(page);
    await clickLive(page, "b");
    expect(await page.evaluate(() => "hacked" in window)).toBe(false);
    expect(await frame.evaluate(() => origin)).toBe("null");
    expect(
      await frame.evaluate(() => {
        try {
          return String(parent.document);
        } catch {
          return "refused";
        }
      }),
    ).toBe("refused");
    expect(
      await frame.evaluate(() =>
        fetch("/").then(
          () => "loaded",
          () => "refused",
        ),
      ),
    ).toBe("refused");
    await new Promise((r) => setTimeout(r, 300));
    expect(asked).toEqual([]);
    close();
    await page.browserContext().close();
  });
  it("opens no tab by any button, and a form whose fields are named like the DOM's own stays alive", async () => {
    const page = await stage.page();
    const { there, asked, close } = await elsewhere();
    const names = ["style", "attributes", "childNodes", "setAttribute", "getAttribute", "insertBefore", "closest"];
    await give(
      page,
      "form.html",
      `<form id="f" style="color: red"><a id="out" href="${there}/out">out</a>${names.map((n) => `<input name="${n}">`).join("")}
        <button id="send" type="button">send</button></form><img name="body" alt=""><img name="activeElement" alt="">`,
    );
    await untilText(page, ".part-tree", "send");
    await press(page, "Make the component");
    await page.waitForSelector(".grid");
    const frame = await livePage(page);
    await clickLive(page, "send");
    expect(await frame.evaluate(() => document.querySelectorAll("[data-part]").length)).toBe(names.length + 5);
    const link = (await frame.$('[data-part="out"]'))!;
    const tabs = async (): Promise<number> => (await page.browserContext().pages()).length;
    const before = await tabs();
    await link.click({ button: "middle" });
    for (const key of ["Control", "Shift", "Meta"] as const) {
      await page.keyboard.down(key);
      await link.click();
      await page.keyboard.up(key);
    }
    await new Promise((r) => setTimeout(r, 300));
    expect(await tabs()).toBe(before);
    expect(asked).toEqual([]);
    close();
    await page.browserContext().close();
  });
});
