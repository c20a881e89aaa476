/** Holding a delivered page against the core: what each says about every part, and acts that both can be put through. */
import type { Page } from "puppeteer-core";
import { DOCUMENT, type Program, partName } from "../src/core/program";
import { type RunState, type Stimulus, stimulate } from "../src/core/run";
import { factsOf, isInView, isPainted, layoutOf } from "../src/core/surface";

export interface Found {
  state: string;
  focus: string;
  parts: Record<string, { displayed: boolean; visible: boolean; tab: boolean; text: string; attributes: string }>;
}

/** What the core says. */
export function said(program: Program, state: RunState): Found {
  const parts: Found["parts"] = {};
  for (const { index, name } of program.parts) {
    const f = factsOf(program, state, index);
    const attributes = f.present ? `${f.disabled} ${f.inert}` : "absent";
    parts[name] = {
      displayed: f.displayed,
      // What lies inside a placed part counts as lying all over it; only the browser knows where exactly.
      visible: isInside(program, index) ? f.displayed && isPainted(program, state, index) : f.visible,
      tab: f["in tab order"],
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
/** A part of a block that says no place of its own. */
const isInside = (program: Program, part: number): boolean => {
  const [own, ...around] = program.parts[part].path.map((p) => program.parts[p].part.area);
  return !own && around.some(Boolean);
};

export function found(page: Page, program: Program): Promise<Found> {
  const names = program.parts.map((p) => p.name);
  const inside = program.parts.filter((p) => isInside(program, p.index)).map((p) => p.name);
  return page.evaluate(
    async (names, inside) => {
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
        const inView = inside.includes(name) || (box.bottom > 0 && box.top < innerHeight);
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
      return { state: document.body.dataset.states ?? "", focus: focused, parts };
    },
    names,
    inside,
  );
}

/** A repeatable choice of acts: the same every time, different for each seed. */
export function random(seed: number): () => number {
  let s = seed;
  return () => {
    s = (s * 1103515245 + 12345) % 2147483648;
    return s / 2147483648;
  };
}

export function choose(program: Program, state: RunState, pick: () => number): Stimulus {
  const layout = layoutOf(program, state);
  const clickable = program.parts.filter(
    (p) => layout.landing[p.index] === p.index && layout.inSight[p.index] && isInView(program, state, p.index),
  );
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

/** Names on every element, whatever the delivered page itself marks, so that all can be looked at. */
export function withNames<T>(parts: T[]): T[] {
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
