/** A page that is longer than its window is pasted, scrolled and proved, and nobody has to say how long it is. */
import { afterAll, beforeAll, expect, test } from "vitest";
import { fill, pasteHtml, press, Stage, type, untilText } from "./stage";

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage.close());

const html = `<style>body { font: 16px sans-serif } .top { position: fixed; right: 20px; bottom: 20px }</style>
<h1>Harbour walks</h1>${Array.from({ length: 40 }, (_, i) => `<p>Walk ${i + 1}, along the quay and back over the hill.</p>`).join("")}
<button class="top">Back to top</button>`;

test("forty paragraphs: scroll past, scrolled on the live page, proved", async () => {
  const page = await stage.page();
  await press(page, "From HTML");
  await pasteHtml(page, html);
  await untilText(page, ".from-html-out", "Back-to-top");
  await press(page, "Make the component");
  await page.waitForSelector(".grid");
  await untilText(page, ".facts", /scroll\s*0 of [1-9]\d{2,3} px/);
  await page.evaluate(() => document.querySelector<HTMLElement>(".row.state .cell.add")!.click());
  await type(page, "far");
  await untilText(page, ".row.state", "far");
  await fill(page, "+ event", "", "scroll past 300px");
  await fill(page, "scroll past 300px", "idle", "far");
  await fill(page, "scroll past 300px", "far", "ignored");
  const frame = await page.$eval(".live-page iframe", (e) => {
    const box = e.getBoundingClientRect();
    return { x: box.x + 100, y: box.y + 100 };
  });
  await page.mouse.move(frame.x, frame.y);
  await page.mouse.wheel({ deltaY: 700 });
  await untilText(page, ".facts", /state\s*far/);
  await untilText(page, ".standing", /1 finding.*all decided/);
  await press(page, "Parts", ".views");
  await untilText(page, ".blocks", /px long at a width of 390/);
  expect(stage.errors).toEqual([]);
});
