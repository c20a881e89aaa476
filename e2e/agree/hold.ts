/** One specification acted out by the core and by its delivered page; what each says after every act. */
import type { Browser, KeyInput, Page } from "puppeteer-core";
import type { Component } from "../../src/core/model";
import { compile, DOCUMENT, type Program, partName } from "../../src/core/program";
import { advance, type RunState, type Stimulus, start, stimulate } from "../../src/core/run";
import { attributeOf, factsOf, isInView, layoutOf, scrollAt } from "../../src/core/surface";
import type { Deed } from "../../src/core/testing/specifications";
import type { PageFacts, probePage } from "../../src/probe/probe";
import { type EngineName, show } from "./engine";

/** In words that can be compared, part by part. */
type Said = Record<string, string>;

/** Attributes that the component itself says something about. */
function attributesOf(program: Program): string[] {
  const out = new Set<string>();
  for (const p of program.parts) for (const [name] of p.attributes) out.add(name);
  for (const row of program.doc.looks)
    for (const look of Object.values(row.in))
      for (const l of [look, ...(look.and ?? [])]) for (const name of Object.keys(l.attributes ?? {})) out.add(name);
  for (const own of ["hidden", "inert", "disabled"]) out.delete(own);
  return [...out];
}

const round = (n: number): string => String(Math.round(n * 1000) / 1000);

/**
 * What lies inside a placed part counts as lying all over it; only the browser knows where exactly. Whether a scrolled
 * page shows it is not compared.
 */
const isInPlaced = (program: Program, part: number): boolean =>
  program.doc.page.blocks !== undefined &&
  program.parts[part].path.slice(1).some((p) => program.parts[p].part.area !== undefined);

type Facts = PageFacts["parts"][string];

/** @param attributes of those that are compared, what the part has */
function wordsOf(f: Omit<Facts, "attributes">, isPlaced: boolean, attributes: readonly string[]): string {
  const words = [
    f.present ? "" : "absent",
    f.displayed ? "displayed" : "",
    f.visible && !isPlaced ? "visible" : "",
    f.focusable ? "focusable" : "",
    f.inTabOrder ? "in Tab order" : "",
    f.present && f.inert ? "inert" : "",
    f.present && f.disabled ? "disabled" : "",
    `opacity ${round(f.opacity)}`,
    `“${f.text.replace(/\s/g, "")}”`,
    ...attributes,
  ];
  return words.filter(Boolean).join(", ");
}

function saidByCore(program: Program, state: RunState, attributes: readonly string[]): Said {
  const out: Said = {
    state: program.configurations
      .at(state.config)
      .states.slice(1)
      .map((s) => program.states[s].name)
      .join(" "),
    focus: state.focus === DOCUMENT ? "" : partName(program, state.focus),
    announced: state.said?.text ?? "",
    scroll: round(scrollAt(state.page, state.now)),
  };
  for (const { index, name } of program.parts) {
    const f = factsOf(program, state, index);
    const has = attributes.flatMap((a) => {
      const value = f.present ? attributeOf(program, state, index, a) : null;
      return value === null ? [] : [`${a}=${value}`];
    });
    out[name] = wordsOf(f, isInPlaced(program, index), has);
  }
  return out;
}

function saidByPage(program: Program, facts: PageFacts, attributes: readonly string[]): Said {
  const out: Said = {
    state: facts.state.join(" "),
    focus: facts.focus ?? "",
    announced: facts.announced,
    scroll: round(facts.scroll),
  };
  for (const { index, name } of program.parts) {
    const f = facts.parts[name];
    const has = attributes.flatMap((a) => (a in f.attributes ? [`${a}=${f.attributes[a]}`] : []));
    out[name] = wordsOf(f, isInPlaced(program, index), has);
  }
  return out;
}

/** In the page: a point at which the browser hits the element itself; null where there is none. */
function ownPoint(name: string): { x: number; y: number } | null {
  const element = document.querySelector(`[data-name="${name}"]`);
  const box = element?.getBoundingClientRect();
  if (!box) return null;
  const at = (from: number, size: number): number[] => [1.5, size - 1.5, size / 2, size / 4].map((d) => from + d);
  for (const y of at(box.top, box.height))
    for (const x of at(box.left, box.width)) if (document.elementFromPoint(x, y) === element) return { x, y };
  return null;
}

const keys = ["Tab", "Enter", "x", "Shift+Tab", "Space", "Escape", "ArrowDown"];

/** What a deed is, given what the core says is there; null where it is not for a page to do. */
function stimulusOf(
  program: Program,
  state: RunState,
  { kind, at }: Deed,
  engine: EngineName,
): Stimulus | { wait: number } | null {
  const layout = layoutOf(program, state);
  const clickable = program.parts.filter(
    (p) => layout.landing[p.index] === p.index && layout.inSight[p.index] && isInView(program, state, p.index),
  );
  const scrolls = program.doc.page.blocks !== undefined;
  const part = clickable[at % Math.max(1, clickable.length)]?.name;
  switch (kind) {
    case "wait":
      return { wait: [50, 100, 150, 200, 400, 1000][at % 6] };
    case "scroll":
      return scrolls ? { scroll: (at * 37) % 1500 } : null;
    case "resize":
      return { resize: at % 2 ? { width: 640, height: 600 } : { width: 800, height: 600 } };
    case "blur":
      return { blur: true };
    case "calm":
      return engine === "chromium" ? { reducedMotion: at % 2 === 0 } : null;
    case "key":
    case "keyDown":
    case "keyUp": {
      const key = keys[at % keys.length];
      // How far a browser scrolls by a key, and where it goes from the last stop, is its own affair.
      if (scrolls && /Space|ArrowDown|Tab/.test(key)) return null;
      if (kind !== "key")
        return key.includes("+") || key === "Tab" ? null : kind === "keyDown" ? { keyDown: key } : { keyUp: key };
      const leaves = key.endsWith("Tab") && stimulate(program, state, { press: key }).state.focus === DOCUMENT;
      return leaves ? null : { press: key };
    }
    default:
      // A label gives the focus to its field, and the browser scrolls to that: where it lies only the browser knows.
      if (scrolls && part === "label" && state.page.scroll > 0) return null;
      return part === undefined
        ? null
        : kind === "click"
          ? { click: part }
          : kind === "down"
            ? { down: part }
            : kind === "up"
              ? { up: part }
              : { move: part };
  }
}

const keyName = (key: string): KeyInput => (key === "Space" ? " " : key) as KeyInput;

/** @returns false where the page shows no place at which the part can be hit */
async function perform(page: Page, s: Stimulus, held: Set<string>): Promise<boolean> {
  if ("press" in s) {
    const parts = s.press.split("+");
    for (const k of parts.slice(0, -1)) await page.keyboard.down(keyName(k));
    await page.keyboard.press(keyName(parts.at(-1)!));
    for (const k of parts.slice(0, -1)) await page.keyboard.up(keyName(k));
  } else if ("keyDown" in s) {
    held.add(s.keyDown);
    await page.keyboard.down(keyName(s.keyDown));
  } else if ("keyUp" in s) {
    held.delete(s.keyUp);
    await page.keyboard.up(keyName(s.keyUp));
  } else if ("scroll" in s) await page.evaluate((top) => scrollTo({ top, behavior: "instant" }), s.scroll);
  else if ("resize" in s) await page.setViewport(s.resize);
  else if ("blur" in s) await page.evaluate(() => dispatchEvent(new FocusEvent("blur")));
  else if ("reducedMotion" in s)
    await page.emulateMediaFeatures([
      { name: "prefers-reduced-motion", value: s.reducedMotion ? "reduce" : "no-preference" },
    ]);
  else {
    const name = "click" in s ? s.click : "down" in s ? s.down : "up" in s ? s.up : "move" in s ? s.move : null;
    const point = name === null ? null : await page.evaluate(ownPoint, name);
    if (!point) return false;
    await page.mouse.move(point.x, point.y);
    if ("click" in s || "down" in s) await page.mouse.down();
    if ("click" in s || "up" in s) await page.mouse.up();
  }
  return true;
}

export interface Difference {
  done: string[];
  differs: string[];
}

/** Acts the deeds out on both. @returns the first difference, or null */
export async function difference(
  browser: Browser,
  doc: Component,
  deeds: readonly Deed[],
  engine: EngineName,
): Promise<Difference | null> {
  const program = compile(doc);
  const names = program.parts.map((p) => p.name);
  const attributes = attributesOf(program);
  if (start(program).step.loop) return null;
  const { page, errors } = await show(browser, doc);
  const done: string[] = [];
  const held = new Set<string>();
  let pressed = false;
  try {
    const first = start(program);
    let { state } = first;
    // What never comes to an end is cut, each host where it likes; the rules find it (F21).
    let endless = first.step.loop;
    if (endless) return null;
    const pass = async (ms: number): Promise<void> => {
      await page.evaluate((by) => (window as unknown as { pass(ms: number): Promise<void> }).pass(by), ms);
      state = advance(program, state, state.now + ms, ({ step }) => {
        endless ||= step.loop;
      });
    };
    const compare = async (): Promise<string[]> => {
      const facts = await page.evaluate(
        (n) => (window as unknown as { livelyProbe: typeof probePage }).livelyProbe(n, "data-name"),
        names,
      );
      const [core, browserSays] = [saidByCore(program, state, attributes), saidByPage(program, facts, attributes)];
      const lines = Object.keys(core)
        .filter((k) => core[k] !== browserSays[k])
        .map((k) => `${k}: the core says “${core[k]}”, the page “${browserSays[k]}”`);
      return [...lines, ...errors.map((e) => `the page threw ${e}`)];
    };
    await pass(0);
    let differs = await compare();
    for (const deed of deeds) {
      if (differs.length) break;
      const stimulus = stimulusOf(program, state, deed, engine);
      if (!stimulus) continue;
      if ("wait" in stimulus) {
        done.push(`wait ${stimulus.wait}`);
        await pass(stimulus.wait);
      } else {
        // A button or a key that is down already, or up, is not pressed or let go again.
        if (("down" in stimulus || "click" in stimulus || "blur" in stimulus) && pressed) continue;
        if ("up" in stimulus && !pressed) continue;
        if ("keyDown" in stimulus && held.has(stimulus.keyDown)) continue;
        if ("press" in stimulus && held.size) continue;
        if ("keyUp" in stimulus && !held.has(stimulus.keyUp)) continue;
        if (!(await perform(page, stimulus, held))) continue;
        if ("down" in stimulus || "up" in stimulus) pressed = "down" in stimulus;
        done.push(JSON.stringify(stimulus));
        const result = stimulate(program, state, stimulus);
        state = result.state;
        endless ||= result.step.loop;
        if (endless) return null;
        await pass(0);
      }
      if (endless) return null;
      differs = await compare();
    }
    return differs.length ? { done, differs } : null;
  } finally {
    await page.browserContext().close();
  }
}
