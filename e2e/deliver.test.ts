/** The Deliver view: files come from a thread of their own, which can be stopped; choosing another form ends it. */
import { afterAll, beforeAll, expect, it } from "vitest";
import { openDemo, press, Stage, text, until, untilText } from "./stage";

let stage: Stage;
beforeAll(async () => {
  stage = await Stage.open();
});
afterAll(() => stage?.close());

it("tests of a large component are being made while the app answers, are stopped, and made again", async () => {
  const page = await stage.page();
  await openDemo(page, "Fare rules");
  await press(page, "Deliver", ".views");
  await page.waitForSelector(".deliver-file");
  const choose = (label: string) =>
    page.evaluate((wanted) => {
      const tabs = [...document.querySelectorAll<HTMLElement>(".deliver-kind")];
      tabs.find((t) => t.querySelector("b")?.textContent === wanted)?.click();
    }, label);
  await choose("Tests");
  await untilText(page, ".deliver-wait", "being made");
  await press(page, "Stop", ".deliver-wait");
  await untilText(page, ".deliver-wait", "Stopped");
  // What was stopped holds nobody up.
  await choose("React");
  await until(
    () => text(page, ".deliver-files"),
    (t) => t.includes("FareRules.tsx"),
  );
  await choose("Tests");
  await until(
    () => text(page, ".deliver-files"),
    (t) => t.includes("fare-rules.test.mjs"),
  );
  expect(stage.errors).toEqual([]);
  await page.browserContext().close();
});
