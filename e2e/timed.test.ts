/** Delays, fades and what waits for them, on the page that is delivered: looked at in the middle of each stretch. */
import type { Browser, Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Component, Expectation, PartFact, Scenario, Step } from "../src/core/model";
import { compile } from "../src/core/program";
import { proveNow, runScenario } from "../src/core/proof";
import { box, button, component } from "../src/core/testing";
import { deliveredPage } from "../src/core/testing/delivered";
import { actOut } from "./delivered";
import { launch } from "./stage";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser?.close());

const is = (part: string, fact: PartFact, yes = true): Expectation => ({ fact, part, is: yes });
const state = (name: string): Expectation => ({ fact: "state", is: name });
const click = (part: string, ...expect: Expectation[]): Step => ({ do: { click: part }, expect });
const wait = (ms: number, ...expect: Expectation[]): Step => ({ do: { wait: ms }, expect });
const press = (key: string, ...expect: Expectation[]): Step => ({ do: { press: key }, expect });

/** A notice that fades in and out; what is not displayed goes only when its fade has ended. */
const notice: Component = component({
  parts: [
    button("send"),
    box("notice", ["Your pass was sent. ", button("dismiss")], { attributes: { role: "status" } }),
  ],
  states: ["quiet", "told", "leaving"],
  looks: {
    notice: {
      quiet: "not displayed; opacity: 0; transition: opacity 500ms linear",
      told: "shown; opacity: 1; transition: opacity 400ms linear",
      leaving: "no pointer; opacity: 0; transition: opacity 500ms linear",
    },
    dismiss: { leaving: "inert" },
  },
  focus: { leaving: "→ send" },
  reactions: {
    "click send": { quiet: "told", leaving: "told", told: "ignored" },
    "click dismiss": { told: "leaving" },
    after: { told: "1500ms → quiet", leaving: "900ms → quiet" },
  },
});

/** A second press confirms, for a while. */
const remove: Component = component({
  parts: [
    button("remove", { content: ["Remove"] }),
    box("row", ["Passenger 2"]),
    box("undo", [button("back", { content: ["Put back"] })]),
  ],
  states: ["idle", "asking", "removed"],
  looks: {
    remove: { idle: '"Remove"', asking: '"Really?"; aria-live="polite"', removed: "disabled" },
    row: { removed: "absent" },
    undo: { always: "not displayed", removed: "shown" },
  },
  focus: { removed: "→ back" },
  reactions: {
    "click remove": { idle: "asking", asking: "removed" },
    "press Escape": { idle: "ignored", asking: "idle", removed: "ignored" },
    "click back": { removed: "idle / focus remove" },
    after: { asking: "900ms → idle" },
  },
});

const scenarios: [string, Component, Scenario][] = [
  [
    "what comes is there at once, and what goes stays until it has faded",
    notice,
    {
      name: "dismissed",
      expect: [is("notice", "displayed", false)],
      steps: [
        click("send", is("notice", "displayed"), state("told")),
        wait(700, is("notice", "visible"), is("dismiss", "takes pointer")),
        click("dismiss", state("leaving"), is("send", "focused"), is("dismiss", "in tab order", false)),
        wait(200, is("notice", "visible"), is("notice", "takes pointer", false)),
        wait(500, is("notice", "visible", false), is("notice", "displayed")),
        wait(600, state("quiet"), is("notice", "displayed", false)),
      ],
    },
  ],
  [
    "left by itself, it is displayed until its fade has ended",
    notice,
    {
      name: "by itself",
      steps: [
        click("send"),
        wait(1000, state("told")),
        wait(700, state("quiet"), is("notice", "displayed")),
        wait(700, is("notice", "displayed", false)),
      ],
    },
  ],
  [
    "brought back while it leaves, the old ending does not take it away",
    notice,
    {
      name: "again",
      steps: [
        click("send"),
        wait(700),
        click("dismiss"),
        wait(250),
        click("send", state("told")),
        wait(900, is("notice", "visible"), is("notice", "displayed"), state("told")),
      ],
    },
  ],
  [
    "a second step that nobody takes goes back by itself",
    remove,
    {
      name: "reverts",
      steps: [
        click("remove", { fact: "text", part: "remove", is: "Really?" }),
        wait(450, state("asking")),
        wait(900, state("idle"), { fact: "text", part: "remove", is: "Remove" }),
      ],
    },
  ],
  [
    "a delay that was left does not come after all",
    remove,
    {
      name: "left",
      steps: [
        click("remove"),
        wait(300),
        press("Escape", state("idle")),
        wait(300),
        click("remove", state("asking")),
        wait(500, state("asking")),
        click("remove", state("removed")),
        wait(1000, state("removed")),
      ],
    },
  ],
  [
    "what is absent comes back to its place, and a disabled control cannot be used",
    remove,
    {
      name: "back",
      steps: [
        click("remove"),
        click("remove", is("row", "present", false), is("back", "focused"), {
          fact: "attribute",
          part: "remove",
          attribute: "aria-live",
          is: null,
        }),
        click("back", is("row", "visible"), is("remove", "focused"), is("undo", "displayed", false)),
      ],
    },
  ],
];

describe("on a real clock", () => {
  it.each(scenarios)("%s", async (_what, doc, scenario) => {
    // First on the virtual clock: what the browser is held to is what the core says.
    expect(runScenario(compile(doc), scenario)).toMatchObject({ ok: true, stuck: null });
    const open = async (): Promise<Page> => {
      const page: Page = await (await browser.createBrowserContext()).newPage();
      await page.setViewport({ width: 390, height: 480 });
      await page.setContent(deliveredPage(doc, null));
      return page;
    };
    expect(await actOut(open, doc, scenario)).toEqual([]);
  });

  it("the rules see what a hand-written notice forgets: it fades by itself while it can still be used", () => {
    const found = (doc: Component): string[] => proveNow(doc).findings.map((f) => `${f.rule} ${f.text}`);
    expect(found(remove)).toEqual([]);
    expect(found(notice)).toEqual([
      "F7 The focus was on dismiss and falls to the page when quiet takes it away",
      "F18 click dismiss arrives in quiet, and nobody said what happens",
    ]);
  });
});
