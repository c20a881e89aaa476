/** The demo: what the parts say against what the page measures, and the delivered page against its scenarios. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Scenario } from "../src/core/model";
import { proveNow } from "../src/core/proof";
import { deliveredPage, marked } from "../src/core/testing/delivered";
import { oneIn } from "../src/core/testing/depth";
import { demoComponents } from "../src/demo";
import { actOut } from "./delivered";
import { click, clickLive, livePage, press, Stage, text, toCell, until, untilText } from "./stage";

const demos = demoComponents.map((d) => d.load());

/** Virtual ms; long ones are left to the virtual clock. */
const lengthOf = (s: Scenario): number => s.steps.reduce((t, step) => t + ("wait" in step.do ? step.do.wait : 0), 0);

/**
 * Scenarios that a person could act out with the page as it comes, in real time. The others, and every component in its
 * time, are held against the browser in agree/demo.test.ts, on the clock of trials.
 */
const canBeActedOut = (s: Scenario): boolean =>
  !s.data &&
  !s.page &&
  lengthOf(s) < 3000 &&
  s.steps.every(({ do: d }) => "click" in d || "press" in d || "wait" in d) &&
  !JSON.stringify(s).includes('"answer"');
const inRealTime = new Set([
  "Change-crossing dialog",
  "Remove a passenger",
  "Passenger stepper",
  "Outbound / return",
  "Harbour lamp",
  "Fare rules",
]);

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage?.close());

describe.each(demos.map((d) => [d.name, d] as const))("%s", (_name, demo) => {
  it("is complete: nothing undecided, no rule broken, four scenarios or more that hold", () => {
    const proof = proveNow(demo);
    expect(proof.findings).toEqual([]);
    expect(proof.scenarios.filter((s) => !s.ok)).toEqual([]);
    expect(demo.scenarios.length).toBeGreaterThanOrEqual(4);
  });

  it.each(
    oneIn(
      2,
      demo.scenarios.filter((s) => inRealTime.has(demo.name) && canBeActedOut(s)),
    ).map((s) => [s.name, s] as const),
  )("delivered: %s", async (_scenario, scenario) => {
    const errors: string[] = [];
    const open = async (): Promise<Page> => {
      const page = await (await stage.browser.createBrowserContext()).newPage();
      page.on("pageerror", (e) => errors.push((e as Error).message));
      await page.setViewport({ width: 390, height: 480 });
      await page.setContent(deliveredPage(marked(demo), null));
      return page;
    };
    expect(await actOut(open, demo, scenario)).toEqual([]);
    expect(errors).toEqual([]);
  });
});

describe("the demo on the live page", () => {
  it("overlaps as its parts say, in every state", async () => {
    const page = await stage.page();
    await click(page, ".shelf-link");
    await page.waitForSelector(".live-page iframe");
    for (const state of ["closed", "opening", "open", "closing"]) {
      await page.evaluate((s) => {
        const head = [...document.querySelectorAll(".row.state .cell")].find(
          (c) => c.querySelector(".state-name")?.textContent === s,
        )!;
        head.querySelector<HTMLElement>(".freeze-toggle")!.click();
      }, state);
      await untilText(page, ".live-head", `Unfreeze ${state}`);
      await new Promise((r) => setTimeout(r, 400));
      expect(await text(page, ".disagreement")).toBe("");
    }
    await page.browserContext().close();
  });

  it("and where they do not, it is said", async () => {
    const page = await stage.page();
    await click(page, ".shelf-link");
    await page.waitForSelector(".grid");
    await press(page, "Parts", ".views");
    await page.waitForSelector("[role=treeitem]");
    await page.evaluate(() =>
      (
        [...document.querySelectorAll<HTMLElement>("[role=treeitem]")].find((e) =>
          e.textContent?.startsWith("backdrop"),
        ) as HTMLElement
      ).click(),
    );
    await page.waitForSelector(".ant-select-selection-item-remove");
    await click(page, ".ant-select-selection-item-remove");
    await clickLive(page, "trigger");
    await untilText(page, ".facts", "open for");
    await untilText(page, ".disagreement", "belongs to backdrop");
    await page.browserContext().close();
  });

  it("can be turned back to the middle of a motion, and goes on from there", async () => {
    const page = await stage.page();
    await click(page, ".shelf-link");
    await page.waitForSelector(".grid");
    await clickLive(page, "trigger");
    await untilText(page, ".facts", "open for");
    await page.focus(".lanes");
    await page.keyboard.press("Home");
    await untilText(page, ".clock-time", "0.000 s");
    await press(page, "›");
    await press(page, "›");
    await until(
      () => text(page, ".facts"),
      (t) => t.includes("open"),
    );
    await page.focus(".lanes");
    for (let i = 0; i < 12; i++) await page.keyboard.press("ArrowLeft");
    await untilText(page, ".facts", "opening");
    const live = await livePage(page);
    const opacity = await until(
      () => live.$eval('[data-part="backdrop"]', (e) => Number(getComputedStyle(e).opacity)),
      (o) => o > 0 && o < 1,
    );
    expect(opacity).toBeGreaterThan(0.3);
    await page.keyboard.press("Escape");
    await page.browserContext().close();
  });

  it("is edited by the cell's controls as well", async () => {
    const page = await stage.page();
    await click(page, ".shelf-link");
    await page.waitForSelector(".grid");
    await toCell(page, "press Escape", "closed");
    await page.keyboard.down("Alt");
    await page.keyboard.press("ArrowDown");
    await page.keyboard.up("Alt");
    await page.waitForSelector(".cell-popover");
    await press(page, "Make undecided", ".cell-popover");
    await untilText(page, ".standing", "1 undecided");
    await page.browserContext().close();
  });
});
