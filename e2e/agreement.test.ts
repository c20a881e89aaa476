/** The core against a real browser: the same acts on a component run by the core and on the page it delivers. */
import type { Browser, Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { deliverHtml } from "../src/core/exchange";
import { compile, DOCUMENT, type Program, partName } from "../src/core/program";
import { type RunState, type Stimulus, start, stimulate } from "../src/core/run";
import { factsOf, layoutOf } from "../src/core/surface";
import { components } from "../src/core/testing/components";
import { act } from "./delivered";
import { launch } from "./stage";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser?.close());

interface Found {
  state: string;
  focus: string;
  parts: Record<string, { displayed: boolean; visible: boolean; tab: boolean; text: string; attributes: string }>;
}

/** What the core says. */
function said(program: Program, state: RunState): Found {
  const parts: Found["parts"] = {};
  for (const { index, name } of program.parts) {
    const f = factsOf(program, state, index);
    const attributes = f.present ? `${f.disabled} ${f.inert}` : "absent";
    parts[name] = {
      displayed: f.displayed,
      visible: f.visible,
      tab: f.inTabOrder,
      text: f.text.replace(/\s/g, ""),
      attributes,
    };
  }
  const active = program.configurations
    .at(state.config)
    .states.slice(1)
    .map((s) => program.states[s].name);
  return { state: active.join(" "), focus: state.focus === DOCUMENT ? "" : partName(program, state.focus), parts };
}

/** What the browser says. Every part of a delivered page is found by the place it has in the markup. */
function found(page: Page, names: string[]): Promise<Found> {
  return page.evaluate(async (names) => {
    // What can no longer hold the focus loses it with the next frame (HTML, focus fixup).
    for (let i = 0; i < 4; i++) await new Promise((done) => requestAnimationFrame(done));
    const parts: Found["parts"] = {};
    const at = (name: string) => document.querySelector<HTMLElement>(`[data-name="${name}"]`);
    for (const name of names) {
      const e = at(name);
      if (!e?.isConnected) {
        parts[name] = { displayed: false, visible: false, tab: false, text: "", attributes: "absent" };
        continue;
      }
      const displayed = e.getClientRects().length > 0;
      let opacity = 1;
      let clipped = false;
      for (let up: Element | null = e; up; up = up.parentElement) {
        opacity *= Number(getComputedStyle(up).opacity);
        clipped ||= getComputedStyle(up).clipPath !== "none";
      }
      const box = e.getBoundingClientRect();
      const inView = box.bottom > 0 && box.top < innerHeight;
      const seen = displayed && inView && getComputedStyle(e).visibility === "visible" && opacity > 0.01 && !clipped;
      const inert = e.closest("[inert]") !== null;
      const tab =
        displayed &&
        getComputedStyle(e).visibility === "visible" &&
        e.tabIndex >= 0 &&
        !inert &&
        !e.matches(":disabled");
      // White space between elements is the markup's business.
      const text = (e.textContent ?? "").replace(/\s/g, "");
      parts[name] = { displayed, visible: seen, tab, text, attributes: `${e.matches(":disabled")} ${inert}` };
    }
    const focused = document.activeElement?.getAttribute("data-name") ?? "";
    return { state: document.body.dataset.state ?? "", focus: focused, parts };
  }, names);
}

/** A repeatable choice of acts: the same every time, different for each seed. */
function random(seed: number): () => number {
  let s = seed;
  return () => {
    s = (s * 1103515245 + 12345) % 2147483648;
    return s / 2147483648;
  };
}

function choose(program: Program, state: RunState, pick: () => number): Stimulus {
  const layout = layoutOf(program, state);
  const clickable = program.parts.filter((p) => layout.landing[p.index] === p.index && layout.inSight[p.index]);
  // On a page that is longer than the viewport the space bar scrolls, by as much as the browser likes.
  const space = program.doc.page.blocks ? [] : ["Space"];
  const keys = ["Tab", "Tab", "Shift+Tab", "Enter", ...space, ...program.keyRows.map((k) => k.key)];
  const any = (): string => clickable[Math.floor(pick() * clickable.length)].name;
  if (state.pressed !== null && clickable.length) return { up: any() };
  if (program.scrollRows.length && pick() < 0.5) return { scroll: Math.floor(pick() * 800) };
  const { pointer } = program;
  const listens = (on: keyof typeof pointer): boolean => pointer[on].at.some((l) => l.length);
  if (clickable.length && listens("pointer down") && pick() < 0.2) return { down: any() };
  if (clickable.length && listens("pointer enter") && pick() < 0.2) return { move: any() };
  if (clickable.length && pick() < 0.6) return { click: clickable[Math.floor(pick() * clickable.length)].name };
  const press = keys[Math.floor(pick() * keys.length)];
  // Where Tab goes after the last stop is the browser's own affair: its bars, or round to the first.
  const leaves = press.endsWith("Tab") && stimulate(program, state, { press }).state.focus === DOCUMENT;
  return leaves ? choose(program, state, pick) : { press };
}

describe.each(Object.entries(components))("%s", (_name, doc) => {
  it.each([1, 2, 3])("does in the browser what the core says, acts %i", async (seed) => {
    const program = compile(doc);
    const names = program.parts.map((p) => p.name);
    const page = await browser.newPage();
    const errors: string[] = [];
    page.on("pageerror", (e) => errors.push((e as Error).message));
    await page.setViewport({ width: 390, height: 480 });
    // Names on every element, whatever the delivered page itself marks, so that all can be looked at.
    const named = { ...doc, parts: withNames(doc.parts) };
    await page.setContent(deliverHtml(named, null));
    const pick = random(seed * 7919);
    let state = start(program).state;
    const done: string[] = [];
    expect(await found(page, names)).toEqual(said(program, state));
    for (let i = 0; i < 14; i++) {
      const stimulus = choose(program, state, pick);
      done.push(JSON.stringify(stimulus));
      if (!(await act(page, stimulus, "data-name"))) continue;
      state = stimulate(program, state, stimulus).state;
      expect(await found(page, names), done.join(" → ")).toEqual(said(program, state));
    }
    expect(errors).toEqual([]);
    await page.close();
  });
});

function withNames<T>(parts: T[]): T[] {
  return parts.map((p) => {
    if (typeof p === "string") return p;
    const part = p as { name: string; attributes?: Record<string, string>; content?: unknown[] };
    return {
      ...part,
      attributes: { ...part.attributes, "data-name": part.name },
      ...(part.content ? { content: withNames(part.content) } : {}),
    } as T;
  });
}
