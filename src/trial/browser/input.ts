/** What a person and the surroundings do to a page: by the browser's own mouse and keyboard. */
import type { CDPSession, KeyInput, Page as Tab } from "puppeteer-core";
import type { Stimulus } from "../../core/model";
import {
  answeredTo,
  cannotPoint,
  type Done,
  fromWithin,
  type NoPlace,
  never,
  type Pointing,
} from "../../core/trial/system";
import type { Place } from "../in-page/observe";
import type {} from "../in-page/trial-page";
import type { Engine } from "./find";

export const NOT_CALMED = "this browser cannot be asked to prefer reduced motion";
/** As browsers name them; ours are those of the notation. */
const otherwise: Readonly<Record<string, KeyInput>> = { Space: " ", Ctrl: "Control" };
const keyName = (key: string): KeyInput => otherwise[key] ?? (key as KeyInput);

/** What flees from the pointer is not followed for ever. */
const MOST_AIMS = 3;

export class Input {
  private calmed = false;
  private client: CDPSession | null = null;
  private pressed = false;
  private readonly held = new Set<KeyInput>();

  /** @param map selectors by part; more may come into it */
  constructor(
    private readonly tab: Tab,
    private readonly engine: Engine,
    private readonly map: Readonly<Record<string, string>>,
  ) {}

  /** A page opens with no pointer over it; Chromium without windows puts one into its corner. */
  async letBe(ignore: boolean): Promise<void> {
    if (this.engine !== "chromium") return;
    this.client ??= await this.tab.createCDPSession();
    await this.client.send("Input.setIgnoreInputEvents", { ignore });
  }

  /** Lets go of keys and buttons, and of what the browser was asked to prefer. */
  async release(): Promise<void> {
    for (const key of this.held) await this.tab.keyboard.up(key);
    await this.tab.mouse.reset();
    if (this.calmed) await this.tab.emulateMediaFeatures([]);
    await this.client?.detach();
  }

  async act(s: Stimulus): Promise<Done> {
    const { tab } = this;
    const done: Done = { done: true };
    const isDown = ("down" in s || "click" in s) && this.pressed;
    if (isDown) return never("the pointer is down already");
    if ("keyDown" in s && this.held.has(keyName(s.keyDown))) return never(`${s.keyDown} is down already`);
    if ("press" in s) {
      const keys = s.press.split("+").map(keyName);
      for (const k of keys.slice(0, -1)) await tab.keyboard.down(k);
      await tab.keyboard.press(keys.at(-1)!);
      for (const k of keys.slice(0, -1).reverse()) await tab.keyboard.up(k);
      return done;
    }
    if ("keyDown" in s) {
      this.held.add(keyName(s.keyDown));
      await tab.keyboard.down(keyName(s.keyDown));
      return done;
    }
    if ("keyUp" in s) {
      this.held.delete(keyName(s.keyUp));
      await tab.keyboard.up(keyName(s.keyUp));
      return done;
    }
    if ("scroll" in s) {
      await tab.evaluate((top) => scrollTo({ top, behavior: "instant" }), s.scroll);
      return done;
    }
    if ("resize" in s) {
      await tab.setViewport(s.resize);
      return done;
    }
    if ("blur" in s) {
      await tab.evaluate(() => void window.trialPage.blur());
      return done;
    }
    if ("reducedMotion" in s) return (await this.calm(s.reducedMotion)) ? done : never(NOT_CALMED);
    if ("answer" in s) {
      const answered = await tab.evaluate((name, ok) => window.trialPage.answer(name, ok), s.answer, s.ok);
      return answeredTo(s.answer, answered);
    }
    return fromWithin(s) ?? this.point(s as Pointing);
  }

  private async point(s: Pointing): Promise<Done> {
    const { tab } = this;
    const [kind, part] = Object.entries(s)[0] as ["click" | "down" | "up" | "move", string | null];
    let on: string | undefined;
    if (part === null) {
      const at = await tab.evaluate((map) => window.trialPage.bare(map), this.map);
      if (!at) return { done: false, impossible: true, why: "parts lie all over the page" };
      await tab.mouse.move(at.x, at.y);
    } else {
      const place = await this.placeOf(part);
      if (typeof place === "string") return cannotPoint(part, this.map[part], place);
      await tab.mouse.move(place.x, place.y);
      on = (kind === "move" ? place : await this.aimAgain(part, place)).on;
    }
    if (kind === "click" || kind === "down") await tab.mouse.down();
    if (kind === "click" || (kind === "up" && this.pressed)) await tab.mouse.up();
    if (kind !== "move") this.pressed = kind === "down";
    return { done: true, ...(on === undefined ? {} : { on }) };
  }

  private placeOf(part: string): Promise<Place | NoPlace> {
    return this.tab.evaluate((map, name) => window.trialPage.place(map, name), this.map, part);
  }

  /** What the pointer brings about on its way may move the page under it: who means the part follows it. */
  private async aimAgain(part: string, from: Place): Promise<Place> {
    let at = from;
    for (let times = 0; times < MOST_AIMS; times++) {
      const place = await this.placeOf(part);
      if (typeof place === "string" || place.under !== null || (place.x === at.x && place.y === at.y)) break;
      at = place;
      await this.tab.mouse.move(at.x, at.y);
    }
    return at;
  }

  /** @returns false where the browser cannot be asked */
  async calm(reduce: boolean): Promise<boolean> {
    if (this.engine === "firefox") return false;
    const value = reduce ? "reduce" : "no-preference";
    this.calmed = true;
    await this.tab.emulateMediaFeatures([{ name: "prefers-reduced-motion", value }]);
    return true;
  }
}
