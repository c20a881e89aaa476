/** Rules that wait for what a person does, on the live page: as the browser has them, and as they were when it is turned back. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, expect, it } from "vitest";
import { clickLive, liveHit, livePage, pasteHtml, press, Stage, until, untilText } from "./stage";

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage.close());

const html = `<style>
  .tip { visibility: hidden }
  .info:hover + .tip, .info:focus-visible + .tip { visibility: visible }
  .box { display: none }
  .box:target { display: block }
  .go:active { opacity: 0.5 }
</style>
<button class="info">Tides</button><span class="tip">High water at noon</span>
<a href="#berths">Berths</a><div class="box" id="berths">Nine berths</div>
<button class="go">Sail</button>`;

const styleOf = async (page: Page, part: string, property: "visibility" | "display" | "opacity"): Promise<string> =>
  (await livePage(page)).$eval(`[data-part="${part}"]`, (e, p) => getComputedStyle(e)[p], property);
const becomes = (page: Page, part: string, property: "visibility" | "display" | "opacity", wanted: string) =>
  until(
    () => styleOf(page, part, property),
    (v) => v === wanted,
  );
async function pointAt(page: Page, part: string): Promise<void> {
  const at = (await until(
    () => liveHit(page, part),
    (found) => found !== null,
  ))!;
  const box = await page.$eval(".live-page iframe", (e) => {
    const { x, y, width } = e.getBoundingClientRect();
    return { x, y, scale: width / (e as HTMLElement).offsetWidth };
  });
  await page.mouse.move(box.x + at.x * box.scale, box.y + at.y * box.scale);
}

it("shows a tooltip, a place that a link leads to and what is pressed, and all of it again when turned back", async () => {
  const page = await stage.page();
  await press(page, "From HTML");
  await pasteHtml(page, html);
  await untilText(page, ".from-html-out", "Berths");
  await press(page, "Make the component");
  await page.waitForSelector(".grid");
  await becomes(page, "tip", "visibility", "hidden");

  await pointAt(page, "Tides");
  await becomes(page, "tip", "visibility", "visible");
  await pointAt(page, "Sail");
  await becomes(page, "tip", "visibility", "hidden");
  await page.mouse.down();
  await becomes(page, "Sail", "opacity", "0.5");
  await page.mouse.up();
  await becomes(page, "Sail", "opacity", "1");
  await clickLive(page, "Berths");
  await becomes(page, "berths-2", "display", "block");

  // The pointer is elsewhere by now, and the page shows what was.
  await page.mouse.move(900, 700);
  const seen: string[] = [];
  for (let i = 0; i < 12; i++) {
    await page.click('[aria-label="To the change before"]');
    await new Promise((r) => setTimeout(r, 150));
    const now = ["tip visibility", "Sail opacity", "berths-2 display"] as const;
    seen.push(
      (
        await Promise.all(
          now.map((n) => {
            const at = n.lastIndexOf(" ");
            return styleOf(page, n.slice(0, at), n.slice(at + 1) as "display");
          }),
        )
      ).join(" "),
    );
  }
  expect([...new Set(seen)].sort()).toEqual(["hidden 0.5 none", "hidden 1 block", "hidden 1 none", "visible 1 none"]);
  expect(stage.errors).toEqual([]);
});
