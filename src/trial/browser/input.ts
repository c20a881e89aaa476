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
import { keysOf } from "../../kernel";
import type { Place } from "../in-page/observe";
import type {} from "../in-page/trial-page";
import type { Engine } from "./find";

export const NOT_CALMED = "this browser cannot be asked to prefer reduced motion";
const otherwise: Readonly<Record<string, KeyInput>> = { Space: " ", Ctrl: "Control" };
/** A key of the notation as browsers name it. */
export const keyName = (key: string): KeyInput => otherwise[key] ?? (key as KeyInput);
/** As the protocol of Chromium counts those that are held. */
const bits: Readonly<Record<string, number>> = { Alt: 1, Ctrl: 2, Meta: 4, Shift: 8 };

/** What flees from the pointer is not followed for ever. */
const MOST_AIMS = 3;

export class Input {
  private calmed = false;
  private client: CDPSession | null = null;
  private pressed = false;
  /** Keys that are down, as they were named. */
  private readonly held = new Set<string>();

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
    for (const name of this.held) await this.key(name, "up");
    await this.tab.mouse.reset();
    if (this.calmed) await this.tab.emulateMediaFeatures([]);
    await this.client?.detach();
  }

  async act(s: Stimulus): Promise<Done> {
    const { tab } = this;
    const done: Done = { done: true };
    const isDown = ("down" in s || "click" in s) && this.pressed;
    if (isDown) return never("the pointer is down already");
    if ("keyDown" in s && this.held.has(s.keyDown)) return never(`${s.keyDown} is down already`);
    if ("press" in s) {
      await this.key(s.press, "down", "up");
      return done;
    }
    if ("keyDown" in s) {
      this.held.add(s.keyDown);
      await this.key(s.keyDown, "down");
      return done;
    }
    if ("keyUp" in s) {
      this.held.delete(s.keyUp);
      await this.key(s.keyUp, "up");
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

  /** Modifiers are held just as long: who clicks while a key is down clicks without them. */
  private async key(name: string, ...goes: readonly ("down" | "up")[]): Promise<void> {
    const modifiers = keysOf(name);
    const key = modifiers.pop()!;
    for (const m of modifiers) await this.tab.keyboard.down(keyName(m));
    for (const way of goes) await this.alone(way, key, modifiers);
    for (const m of modifiers.reverse()) await this.tab.keyboard.up(keyName(m));
  }

  private async alone(goes: "down" | "up", key: string, held: readonly string[]): Promise<void> {
    try {
      await this.tab.keyboard[goes](keyName(key));
    } catch (e) {
      // Puppeteer's keyboard of Chromium is an American one: on others there are keys of their own.
      if (this.engine !== "chromium" || [...key].length !== 1) throw e;
      this.client ??= await this.tab.createCDPSession();
      const modifiers = held.reduce((sum, m) => sum + bits[m], 0);
      const text = goes === "down" && !(modifiers & ~bits.Shift) ? { text: key } : {};
      await this.client.send("Input.dispatchKeyEvent", {
        type: goes === "down" ? "keyDown" : "keyUp",
        key,
        modifiers,
        ...text,
      });
    }
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
