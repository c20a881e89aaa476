/**
 * The live page of the app as a target of agreement: real mouse and keys go into it, and the facts of the drawn page are
 * compared with those of the core after every act.
 */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Frame, KeyInput, Page } from "puppeteer-core";
import { hearsOf } from "../../src/app/live-page/hearing/hears";
import { type Component, keyParts, writeComponent } from "../../src/core/model";
import { compile, type Program } from "../../src/core/program";
import { advance, type RunState, type Stimulus, start, stimulate } from "../../src/core/run";
import { activeNames } from "../../src/core/surface";
import type { Deed } from "../../src/core/testing/specifications";
import { stimulusOf } from "../agree/deeds";
import { probe, roomy, withNames } from "../agree/engine";
import { attributesOf, type Difference, isHeldAlready, pairs } from "../agree/hold";
import { type Stage, text, there } from "../stage";

/** Before the app's scripts: a clock that a test moves. Frames go on, so that the app draws. */
function holdClock(): void {
  if (window !== window.top) return;
  let now = 1000;
  performance.now = () => now;
  const frame = window.requestAnimationFrame.bind(window);
  window.requestAnimationFrame = (callback) => frame(() => callback(now));
  Object.assign(window, { passLive: (ms: number) => (now += ms) });
}

/** ms that the app's clock takes at most in one frame. */
const STEP = 100;

/** px of the page within which its corners are round. */
const ROUND = 24;

/** Acts of a person: the rest is done to the page in the app by other means. */
const byHand = /^(click|down|up|move|press|keyDown|keyUp)$/;

const puppeteerKeys: Readonly<Record<string, string>> = { Space: " ", Ctrl: "Control" };

export class LiveTarget {
  private constructor(
    private readonly page: Page,
    private readonly frame: Frame,
    readonly program: Program,
  ) {}

  /** Brings the component in, and opens it. */
  static async open(stage: Stage, page: Page, doc: Component): Promise<LiveTarget> {
    const css = doc.page.blocks ? doc.page.css : `${doc.page.css ?? ""}\n${roomy}`;
    const whole = { ...doc, page: { ...doc.page, ...(css ? { css } : {}) }, parts: withNames(doc.parts) };
    const file = join(mkdtempSync(join(tmpdir(), "lively-live-")), "one.lively.json");
    writeFileSync(file, writeComponent({ ...whole, name: "Live" }));
    await page.goto(stage.address);
    const input = (await page.waitForSelector("input[type=file]")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await there(page, ".live-page iframe");
    const element = (await page.$(".live-page iframe"))!;
    const frame = (await element.contentFrame())!;
    await there(frame, "[data-part], body:empty");
    await element.evaluate((e) => (e as HTMLElement).focus());
    await frame.evaluate(`globalThis.__name = (f) => f; ${probe}`);
    return new LiveTarget(page, frame, compile(doc));
  }

  static async newPage(stage: Stage): Promise<Page> {
    const page = await stage.page();
    // The loader of TypeScript names functions by a helper.
    await page.evaluateOnNewDocument("globalThis.__name = (f) => f");
    await page.evaluateOnNewDocument(holdClock);
    return page;
  }

  /** @returns false where the page has no place for the act */
  async act(stimulus: Stimulus): Promise<boolean> {
    const [kind, aimed] = Object.entries(stimulus)[0] as [string, string | null];
    if (/^(press|keyDown|keyUp)$/.test(kind)) await this.key(kind, aimed!);
    else {
      const at = await this.point(aimed);
      if (!at) return false;
      const { mouse } = this.page;
      await mouse.move(at.x, at.y);
      if (kind === "click" || kind === "down") await mouse.down();
      if (kind === "click" || kind === "up") await mouse.up();
    }
    return true;
  }

  private async key(kind: string, name: string): Promise<void> {
    const { keyboard } = this.page;
    const { key, modifiers } = modified(name);
    for (const m of modifiers) await keyboard.down(m);
    if (kind !== "keyUp") await keyboard.down(key);
    if (kind !== "keyDown") await keyboard.up(key);
    for (const m of modifiers.toReversed()) await keyboard.up(m);
  }

  /** Where the browser hits the part itself, in px of the app's window. */
  private async point(part: string | null): Promise<{ x: number; y: number } | null> {
    const inside = await this.frame.evaluate(
      (name, ROUND) => {
        // The app draws the page with round corners, at which a click goes past it.
        const isInCorner = (x: number, y: number): boolean =>
          Math.min(x, innerWidth - x) < ROUND && Math.min(y, innerHeight - y) < ROUND;
        if (name === null) {
          const at = { x: innerWidth - 2, y: innerHeight - 2 * ROUND };
          return document.elementFromPoint(at.x, at.y)?.closest("[data-part]") ? null : at;
        }
        const element = document.querySelector(`[data-part="${name}"]`);
        if (!element) return null;
        const box = element.getBoundingClientRect();
        const along = (from: number, size: number): number[] =>
          [size / 2, size / 4, size * 0.75, 2, size - 2].map((d) => from + d);
        for (const y of along(box.top, box.height))
          for (const x of along(box.left, box.width))
            if (!isInCorner(x, y) && document.elementFromPoint(x, y) === element) return { x, y };
        return null;
      },
      part,
      ROUND,
    );
    if (!inside) return null;
    const outer = await this.room();
    return { x: outer.x + inside.x * outer.scale, y: outer.y + inside.y * outer.scale };
  }

  /** Where the frame lies in the app's window, once the panes around it have found their places. */
  private room(): Promise<{ x: number; y: number; scale: number }> {
    return this.page.$eval(".live-page iframe", async (e) => {
      const drawn = () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
      const still = 5;
      let box = e.getBoundingClientRect();
      for (let same = 0; same < still; ) {
        await drawn();
        const next = e.getBoundingClientRect();
        same = next.x === box.x && next.y === box.y && next.width === box.width ? same + 1 : 0;
        box = next;
      }
      return { x: box.x, y: box.y, scale: box.width / (e as HTMLElement).offsetWidth };
    });
  }

  async pass(ms: number): Promise<void> {
    await this.page.evaluate(
      async (ms, STEP) => {
        const drawn = () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
        for (let left = ms; left > 0; left -= STEP) {
          (window as unknown as { passLive(ms: number): void }).passLive(Math.min(left, STEP));
          await drawn();
        }
      },
      ms,
      STEP,
    );
  }

  /** Waits until the page is drawn as the core has it. @returns facts that differ even so */
  async differing(state: RunState): Promise<string[]> {
    const { page, frame, program } = this;
    const names = program.parts.map((p) => p.name);
    const attributes = attributesOf(program);
    const read = async (): Promise<string[]> => {
      const facts = await frame.evaluate((n) => window.livelyProbe(n, "data-part", ["role", "name"]), names);
      const [core, live] = pairs(program, state, facts, attributes, ["role", "name"], "chromium");
      // The app shows state and announcements beside the page.
      for (const beside of ["state", "announced", "scroll"]) delete core[beside];
      const shown = await text(page, ".facts");
      const active = activeNames(program, state).join(" + ");
      return [
        ...Object.keys(core)
          .filter((k) => core[k] !== live[k])
          .map((k) => `${k}: the core says “${core[k]}”, the live page “${live[k]}”`),
        ...(shown.includes(active) ? [] : [`the state is ${active}, and the app shows ${shown}`]),
      ];
    };
    const end = Date.now() + PATIENCE;
    let found = await read();
    while (found.length && Date.now() < end) found = await read();
    return found;
  }
}

/** ms of real time for drawing. */
const PATIENCE = 4000;

function modified(name: string): { key: KeyInput; modifiers: KeyInput[] } {
  const { key, modifiers: before } = keyParts(name);
  const modifiers = before.split("+").filter(Boolean);
  return {
    key: (puppeteerKeys[key] ?? key) as KeyInput,
    modifiers: modifiers.map((m) => (puppeteerKeys[m] ?? m) as KeyInput),
  };
}

/** Acts the deeds out on the live page and by the core. @returns the first difference, or null */
export async function liveDifference(
  stage: Stage,
  page: Page,
  doc: Component,
  deeds: readonly Deed[],
): Promise<Difference | null> {
  if (start(compile(doc)).step.loop) return null;
  const live = await LiveTarget.open(stage, page, doc);
  const { program } = live;
  let { state, step }: { state: RunState; step: { loop: boolean } } = start(program);
  state = advance(program, state, state.now);
  const done: string[] = [];
  const held = new Set<string>();
  let pressed = false;
  // A press that the component does not listen for reaches the app as the click that it ends in.
  const { presses } = hearsOf(program);
  let differs = await live.differing(state);
  try {
    for (const deed of deeds) {
      if (differs.length) break;
      const stimulus = stimulusOf(program, state, deed, "chromium");
      if (!stimulus) continue;
      if ("wait" in stimulus) {
        await live.pass(stimulus.wait);
        state = advance(program, state, state.now + stimulus.wait, (e) => {
          step = e.step.loop ? e.step : step;
        });
      } else {
        if (!byHand.test(Object.keys(stimulus)[0]) || isHeldAlready(stimulus, pressed, held)) continue;
        if (!presses && ("down" in stimulus || "up" in stimulus)) continue;
        if (!(await live.act(stimulus))) continue;
        if ("down" in stimulus || "up" in stimulus) pressed = "down" in stimulus;
        if ("keyDown" in stimulus) held.add(stimulus.keyDown);
        if ("keyUp" in stimulus) held.delete(stimulus.keyUp);
        ({ state, step } = stimulate(program, state, stimulus));
      }
      done.push(JSON.stringify(stimulus));
      if (step.loop) break;
      differs = await live.differing(state);
    }
  } finally {
    for (const key of held) await live.act({ keyUp: key });
    if (pressed) await page.mouse.up();
  }
  return differs.length ? { done, differs } : null;
}
