/** Acts out a scenario on a delivered page with real mouse and keyboard, and finds out what its expectations ask. */
import type { KeyInput, Page } from "puppeteer-core";
import type { Component, Expectation, Expected, Scenario } from "../src/core/model";
import { compile } from "../src/core/program";
import { expectationText, runScenario, stepText } from "../src/core/proof";
import type { Stimulus } from "../src/core/run";
import { keysOf } from "../src/kernel";
import { placeOf } from "./place";
import { until } from "./stage";

/**
 * A real click or key press.
 * @param by the attribute that names parts
 * @returns false where the browser shows no place at which the part itself would be hit
 */
export async function act(page: Page, stimulus: Stimulus, by = "data-part"): Promise<boolean> {
  if ("press" in stimulus) {
    const keys = keysOf(stimulus.press).map((k) => (k === "Ctrl" ? "Control" : k) as KeyInput);
    for (const k of keys) await page.keyboard.down(k);
    for (const k of keys.reverse()) await page.keyboard.up(k);
    return true;
  }
  if ("keyDown" in stimulus || "keyUp" in stimulus) {
    if ("keyDown" in stimulus) await page.keyboard.down(stimulus.keyDown as KeyInput);
    else await page.keyboard.up(stimulus.keyUp as KeyInput);
    return true;
  }
  if ("scroll" in stimulus) {
    await page.evaluate((top) => scrollTo({ top, behavior: "instant" }), stimulus.scroll);
    return true;
  }
  if ("resize" in stimulus) {
    await page.setViewport(stimulus.resize);
    return true;
  }
  if ("blur" in stimulus) {
    await page.evaluate(() => dispatchEvent(new FocusEvent("blur")));
    return true;
  }
  const aimed =
    "click" in stimulus
      ? stimulus.click
      : "down" in stimulus
        ? stimulus.down
        : "up" in stimulus
          ? stimulus.up
          : "move" in stimulus
            ? stimulus.move
            : undefined;
  if (aimed === undefined) throw new Error(`a browser cannot be made to ${JSON.stringify(stimulus)}`);
  const point = await page.evaluate(placeOf, aimed, by);
  if (!point) return false;
  await page.mouse.move(point.x, point.y);
  if (!("move" in stimulus) && !("up" in stimulus)) await page.mouse.down();
  if ("click" in stimulus || "up" in stimulus) await page.mouse.up();
  return true;
}

/** What the browser itself says about a part. */
export function fact(page: Page, e: Expectation): Promise<boolean | number | string | null> {
  return page.evaluate((e) => {
    if (e.fact === "state")
      return (document.body.dataset.states ?? "").split(" ").includes(e.is)
        ? e.is
        : (document.body.dataset.states ?? "");
    if (e.fact === "scroll") return Math.abs(scrollY - e.is) <= (e.within ?? 0.5) ? e.is : scrollY;
    if (e.fact === "announced") return document.querySelector("[data-announcements]")?.textContent ?? "";
    const element = document.querySelector<HTMLElement>(`[data-part="${e.part}"]`) ?? document.getElementById(e.part);
    if (!element) return e.fact === "text" ? "" : e.fact === "attribute" ? null : false;
    const box = element.getBoundingClientRect();
    const displayed = element.getClientRects().length > 0;
    let opacity = 1;
    for (let up: Element | null = element; up; up = up.parentElement) opacity *= Number(getComputedStyle(up).opacity);
    const seen = displayed && getComputedStyle(element).visibility === "visible" && opacity > 0.01 && box.width > 1;
    const hit = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
    switch (e.fact) {
      case "visible":
        return seen;
      case "displayed":
        return displayed;
      case "in view":
        return displayed && box.bottom > 0 && box.top < innerHeight;
      case "present":
        return element.isConnected;
      case "focused":
        return document.activeElement === element;
      case "takes pointer":
        return hit !== null && element.contains(hit);
      case "in tab order":
        return displayed && element.tabIndex >= 0 && !element.closest("[inert]") && !element.matches(":disabled");
      case "opacity":
        return Math.abs((seen ? opacity : 0) - e.is) <= (e.within ?? 0.001) ? e.is : opacity;
      case "style":
        return getComputedStyle(element).getPropertyValue(e.property);
      case "attribute":
        return element.getAttribute(e.attribute);
      default:
        return (element.textContent ?? "").replace(/\s+/g, " ").trim();
    }
  }, e);
}

/** On a real clock what lies over a part may be there some frames longer than it says. */
async function actSoon(page: Page, stimulus: Stimulus): Promise<boolean> {
  for (let tries = 0; tries < 20; tries++) {
    if (await act(page, stimulus)) return true;
    await new Promise((r) => setTimeout(r, 25));
  }
  return false;
}

/** A real clock that is later than this, ms, has not done what the scenario says. */
const LATE = 60;

declare global {
  interface Window {
    reached?: EventTarget | null;
  }
}
const noteClicks = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const note = (e: Event): void => {
      window.reached = e.target;
    };
    addEventListener("click", note, true);
  });
/** Whether a click reached something else: what was aimed at had moved on by the time the button went down. */
const isMissed = async (page: Page, stimulus: Stimulus): Promise<boolean> =>
  "click" in stimulus &&
  stimulus.click !== null &&
  (await page.evaluate(
    (part) => window.reached !== (document.querySelector(`[data-part="${part}"]`) ?? document.getElementById(part)),
    stimulus.click,
  ));

/**
 * @returns what did not hold, in words, and how late the machine was at worst when it looked, ms; a real clock is given a
 * little time that the virtual one does not need
 */
async function actOnce(page: Page, scenario: Scenario): Promise<{ wrong: string[]; late: number }> {
  const wrong: string[] = [];
  let late = 0;
  let since = performance.now();
  let planned = 0;
  const look = (): void => {
    late = Math.max(late, performance.now() - since - planned);
  };
  const judge = async (expect: readonly Expected[] | undefined, where: string): Promise<void> => {
    for (const e of expect ?? []) {
      // Spans are judged on the virtual clock.
      if ("over" in e) continue;
      look();
      await until(
        () => fact(page, e),
        (found) => found === e.is,
        2000,
      ).catch((error: Error) =>
        wrong.push(`${scenario.name}, ${where}: expected ${expectationText(e)}; ${error.message}`),
      );
    }
  };
  await noteClicks(page);
  await judge(scenario.expect, "at the start");
  for (const step of scenario.steps) {
    if ("wait" in step.do) {
      const { wait } = step.do;
      planned += wait;
      await new Promise((r) => setTimeout(r, wait));
    } else {
      // Too late is also what is done too late after the act before.
      if (planned) look();
      since = performance.now();
      planned = 0;
      if (!(await actSoon(page, step.do))) throw new Error(`${stepText(step)}: it cannot be hit on the delivered page`);
      if (await isMissed(page, step.do)) late = Number.POSITIVE_INFINITY;
    }
    await judge(step.expect, stepText(step));
  }
  return { wrong, late };
}

/** A fact that lasts shorter than this, ms, may be over before anybody has looked on a real clock. */
const LASTING = 500;

/** The scenario with those expectations that last; what is so for some frames only is asked on the clock of trials. */
function lasting(doc: Component, scenario: Scenario): Scenario {
  const program = compile(doc);
  const lasts = (done: Scenario["steps"], e: Expected): boolean => {
    const asked = { ...scenario, expect: [], steps: [...done, { do: { wait: LASTING }, expect: [e] }] };
    return runScenario(program, asked).ok;
  };
  const plain = scenario.steps.map(({ do: done }) => ({ do: done }));
  const kept = (expect: readonly Expected[] | undefined, steps: number): Expected[] =>
    (expect ?? []).filter((e) => lasts(plain.slice(0, steps), e));
  return {
    ...scenario,
    expect: kept(scenario.expect, 0),
    steps: scenario.steps.map((s, i) => ({ ...s, expect: kept(s.expect, i + 1) })),
  };
}

/**
 * Acts a scenario out on a page that is opened for it; again where the machine was too busy to keep to its instants, or
 * to hit what moves.
 * @returns what did not hold, in words
 */
export async function actOut(open: () => Promise<Page>, doc: Component, said: Scenario): Promise<string[]> {
  const scenario = lasting(doc, said);
  for (let again = 7; ; again--) {
    const page = await open();
    const { wrong, late } = await actOnce(page, scenario);
    await page.close();
    if (!wrong.length || late < LATE || again === 0) return wrong;
  }
}
