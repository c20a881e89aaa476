/** Every view, in both themes and at both widths: names, roles, contrast, and nothing that sticks out. */
import axe from "axe-core";
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { click, clickLive, press, Stage, untilText } from "./stage";

let stage: Stage;
let page: Page;
beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
});
afterAll(() => stage?.close());

async function violations(): Promise<string[]> {
  await page.evaluate(axe.source);
  const result = await page.evaluate(async () => {
    const { axe } = window as unknown as { axe: typeof import("axe-core") };
    // The page under work is the author's own affair; its rules are in the proof.
    return axe.run({ exclude: [["iframe"]] }, { runOnly: ["wcag2a", "wcag2aa", "wcag21aa"], iframes: false });
  });
  return result.violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.html.slice(0, 140))
        .slice(0, 3)
        .join(" | ")}`,
  );
}

/** Nothing is wider than the window, and no text is cut off sideways without an ellipsis. */
const overflow = (): Promise<string[]> =>
  page.evaluate(() => {
    const out: string[] = [];
    if (document.documentElement.scrollWidth > innerWidth)
      out.push(`the page is ${document.documentElement.scrollWidth} px wide`);
    for (const e of document.querySelectorAll<HTMLElement>(
      ".live-pane, .view, .ribbon, .header, .standing, .clock, .views a, .views button, .clock button",
    )) {
      const box = e.getBoundingClientRect();
      if (box.right > innerWidth + 1) out.push(`${e.className} reaches ${Math.round(box.right)} px`);
    }
    return out;
  });

const views = ["Sheet", "Parts", "Motion", "Compare", "Proof", "Deliver", "Trial"] as const;

describe.each(["light", "dark"])("in the %s theme", (theme) => {
  it("the shelf", async () => {
    await page.evaluate((t) => {
      if (document.documentElement.dataset.theme !== t) document.querySelector<HTMLElement>(".theme")?.click();
    }, theme);
    await page.waitForSelector(`html[data-theme=${theme}]`);
    await press(page, "Shelf", ".views");
    await untilText(page, ".shelf-list", "no findings");
    expect(await violations()).toEqual([]);
  });

  it.each(views)("%s", async (view) => {
    if (page.url() === stage.address) {
      await click(page, ".shelf-link");
      await page.waitForSelector(".grid");
      await untilText(page, ".standing", "hold");
      await clickLive(page, "trigger");
      await untilText(page, ".facts", "open for");
      await press(page, "Pin");
      await click(page, '[aria-label="To the change before"]');
      await press(page, "Pin");
    }
    await press(page, view, ".views");
    await untilText(page, ".views .active", view);
    await new Promise((r) => setTimeout(r, 400));
    expect(await violations()).toEqual([]);
    for (const width of [1024, 1280]) {
      await page.setViewport({ width, height: 800 });
      await new Promise((r) => setTimeout(r, 150));
      expect(await overflow()).toEqual([]);
    }
  });
});
