/**
 * The live page of the app as a target of agreement: real mouse and keys go into it, and the facts of the drawn page are
 * compared with those of the core after every act.
 */
import type { Frame, Page } from "puppeteer-core";
import { hearsOf } from "../../src/app/live-page/hearing/hears";
import { type Component, type FactName, writeComponent } from "../../src/core/model";
import { compile, type Program } from "../../src/core/program";
import { advance, type RunState, type Stimulus, start, stimulate } from "../../src/core/run";
import { activeNames } from "../../src/core/surface";
import type { Deed } from "../../src/core/testing/specifications";
import { keysOf } from "../../src/kernel";
import { keyName } from "../../src/trial";
import { stimulusOf } from "../agree/deeds";
import { asShown, probe } from "../agree/engine";
import { attributesOf, type Difference, HeldDown, pairs } from "../agree/hold";
import { leaveOut } from "../agree/left-out";
import { placeOf } from "../place";
import { give, inWindow, livePage, type Stage, text } from "../stage";

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

/** Acts with the mouse and the keyboard; the app has buttons for all others. */
const byHand = /^(click|down|up|move|press|keyDown|keyUp)$/;

/** ms of real time for drawing. */
const PATIENCE = 4000;

/** Facts that are not probed: the tree of the browser decides them, and it is compared on the delivered page. */
const skipped: readonly FactName[] = ["role", "name"];

export class LiveTarget {
  private constructor(
    private readonly page: Page,
    private readonly frame: Frame,
    private readonly program: Program,
  ) {}

  /** Brings the component in, and opens it. */
  static async open(stage: Stage, page: Page, program: Program): Promise<LiveTarget> {
    await page.goto(stage.address);
    await give(page, "live.lively.json", writeComponent({ ...asShown(program.doc), name: "Live" }));
    const frame = await livePage(page);
    await page.focus(".live-page iframe");
    await frame.evaluate(`globalThis.__name = (f) => f; ${probe}`);
    return new LiveTarget(page, frame, program);
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
    const modifiers = keysOf(name).map(keyName);
    const key = modifiers.pop()!;
    for (const m of modifiers) await keyboard.down(m);
    if (kind !== "keyUp") await keyboard.down(key);
    if (kind !== "keyDown") await keyboard.up(key);
    for (const m of modifiers.toReversed()) await keyboard.up(m);
  }

  /** Where the browser hits the part itself, in px of the app's window. */
  private async point(part: string | null): Promise<{ x: number; y: number } | null> {
    const inside = await this.frame.evaluate(placeOf, part, "data-part", ROUND);
    return inside && inWindow(this.page, inside);
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
      const facts = await frame.evaluate((n, s) => window.livelyProbe(n, "data-part", s), names, skipped);
      const [core, live] = pairs(program, state, facts, attributes, skipped, "chromium");
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

/** Acts the deeds out on the live page and by the core. @returns the first difference, or null */
export async function liveDifference(
  stage: Stage,
  page: Page,
  doc: Component,
  deeds: readonly Deed[],
): Promise<Difference | null> {
  const program = compile(doc);
  const first = start(program);
  if (first.step.loop) return leaveOut("endless");
  let state = advance(program, first.state, first.state.now);
  const live = await LiveTarget.open(stage, page, program);
  const done: string[] = [];
  const held = new HeldDown();
  // A press that the component does not listen for reaches the app as the click that it ends in.
  const { presses } = hearsOf(program);
  let endless = false;
  let differs = await live.differing(state);
  try {
    for (const deed of deeds) {
      if (differs.length) break;
      const stimulus = stimulusOf(program, state, deed, "chromium");
      if (!stimulus) continue;
      if ("wait" in stimulus) {
        await live.pass(stimulus.wait);
        state = advance(program, state, state.now + stimulus.wait, ({ step }) => {
          endless ||= step.loop;
        });
      } else {
        if (!byHand.test(Object.keys(stimulus)[0]) || !held.allows(stimulus)) continue;
        if (!presses && ("down" in stimulus || "up" in stimulus)) continue;
        if (!(await live.act(stimulus))) continue;
        held.note(stimulus);
        const result = stimulate(program, state, stimulus);
        state = result.state;
        endless ||= result.step.loop;
      }
      done.push(JSON.stringify(stimulus));
      if (endless) return leaveOut("endless");
      differs = await live.differing(state);
    }
  } finally {
    for (const key of held.keys) await live.act({ keyUp: key });
    if (held.pressed) await page.mouse.up();
  }
  return differs.length ? { done, differs } : null;
}
