/**
 * A person's hand inside a frame: input that is made up, event by event as browsers have it, and what browsers do at it by
 * themselves.
 */
import userEvent, { type UserEvent } from "@testing-library/user-event";
import { tabbable } from "tabbable";
import type { Stimulus } from "../../core/model";
import { answeredTo, cannotPoint, type Done, fromWithin, never, type Pointing } from "../../core/trial/system";
import { keysOf } from "../../kernel";
import { focusedElement } from "../in-page/elements";
import { hit } from "../in-page/observe";
import type { TrialPage } from "../in-page/trial-page";
import { captorOf, keepCapture, letGo } from "./capture";
import { clickedAt, closeTopmost, topmostModal } from "./closing";
import { keyboardOf } from "./keyboard";
import { pointAt, pressOn, rewriteRules, showFocus } from "./marks";
import { prefer } from "./preference";

type Map = Readonly<Record<string, string>>;

const typesText =
  "input:not([type=button], [type=checkbox], [type=radio], [type=submit], [type=reset]), textarea, select";

const lyingAt = (x: number, y: number): Element => hit(x, y) ?? document.documentElement;

export class Hand {
  private readonly user: UserEvent = userEvent.setup({ document, delay: null, pointerEventsCheck: 0 });
  private readonly keyboard = keyboardOf(this.user);
  private readonly held = new Set<string>();
  private pressed: Element | null = null;
  private at = { x: -1, y: -1 };
  /** Where one clicked last: Tab goes on from there. */
  private start: Element | null = null;
  private stopped: Event | null = null;
  private byKey = true;

  constructor(private readonly page: TrialPage) {
    for (const kind of ["keydown", "keypress", "keyup"])
      addEventListener(
        kind,
        (e) => {
          this.stopped = e;
        },
        true,
      );
    keepCapture(() => this.pressed !== null);
    addEventListener("focusin", () => this.mark(), true);
    addEventListener("focusout", () => this.mark(), true);
  }

  async act(s: Stimulus, map: Map): Promise<Done> {
    rewriteRules();
    let done: Done = { done: true };
    if ("press" in s) {
      await this.key(s.press, "down", "up");
    } else if ("keyDown" in s) {
      if (this.held.has(s.keyDown)) return never(`${s.keyDown} is down already`);
      this.held.add(s.keyDown);
      await this.key(s.keyDown, "down");
    } else if ("keyUp" in s) {
      this.held.delete(s.keyUp);
      await this.key(s.keyUp, "up");
    } else if ("scroll" in s) scrollTo({ top: s.scroll, behavior: "instant" });
    else if ("blur" in s) this.page.blur();
    else if ("answer" in s) done = answeredTo(s.answer, this.page.answer(s.answer, s.ok));
    else if ("reducedMotion" in s) prefer(s.reducedMotion);
    else if (!("resize" in s)) return fromWithin(s) ?? this.point(s as Pointing, map);
    this.settle();
    return done;
  }

  /** Modifiers are held just as long: who clicks while a key is down clicks without them. */
  private async key(name: string, ...goes: readonly ("down" | "up")[]): Promise<void> {
    const modifiers = keysOf(name);
    const key = modifiers.pop()!;
    for (const m of modifiers) await this.keyboard("down", m);
    for (const way of goes) await this[way](key, modifiers.includes("Shift"));
    for (const m of modifiers.reverse()) await this.keyboard("up", m);
  }

  private async down(key: string, shift: boolean): Promise<void> {
    this.byKey = true;
    const target = focusedElement() ?? document.body;
    if (key === "Tab") {
      const event = new KeyboardEvent("keydown", {
        key,
        code: key,
        shiftKey: shift,
        bubbles: true,
        cancelable: true,
        composed: true,
      });
      if (target.dispatchEvent(event)) this.tab(shift);
      return;
    }
    await this.keyboard("down", key);
    if (this.stopped?.defaultPrevented) return;
    if (key === "Escape") closeTopmost();
    if (key === "Enter" && target.matches("summary")) (target as HTMLElement).click();
  }

  private async up(key: string, shift: boolean): Promise<void> {
    const target = focusedElement() ?? document.body;
    if (key === "Tab") {
      target.dispatchEvent(
        new KeyboardEvent("keyup", { key, code: key, shiftKey: shift, bubbles: true, composed: true }),
      );
      return;
    }
    await this.keyboard("up", key);
    if (key === "Space" && !this.stopped?.defaultPrevented && target.matches("summary"))
      (target as HTMLElement).click();
  }

  /** Where the next Tab stop is; out of the page after the last. */
  private tab(back: boolean): void {
    const within = topmostModal() ?? document.documentElement;
    const stops = tabbable(within, { getShadowRoot: true });
    const focused = focusedElement();
    const from = focused ?? this.start;
    const standing = from?.isConnected ? from : null;
    const index = standing ? stops.indexOf(standing as HTMLElement) : -1;
    let next: Element | undefined;
    if (index >= 0) next = stops[index + (back ? -1 : 1)];
    else if (!standing) next = back ? stops.at(-1) : stops[0];
    else {
      const after = (e: Element): boolean =>
        (standing.compareDocumentPosition(e) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0;
      next = back ? stops.filter((e) => !after(e)).at(-1) : stops.find(after);
    }
    if (next) (next as HTMLElement).focus();
    else (focused as HTMLElement | null)?.blur();
  }

  private async point(s: Pointing, map: Map): Promise<Done> {
    const [kind, part] = Object.entries(s)[0] as ["click" | "down" | "up" | "move", string | null];
    if ((kind === "down" || kind === "click") && this.pressed) return never("the pointer is down already");
    let at: { x: number; y: number; on?: string } | null;
    if (part === null) at = this.page.bare(map);
    else {
      const place = this.page.place(map, part);
      if (typeof place === "string") return cannotPoint(part, map[part], place);
      at = place;
    }
    if (!at) return never("parts lie all over the page");
    this.at = { x: at.x, y: at.y };
    await this.move();
    if (kind === "click" || kind === "down") await this.press();
    if (kind === "click" || (kind === "up" && this.pressed)) await this.release();
    this.settle();
    return { done: true, ...(at.on === undefined ? {} : { on: at.on }) };
  }

  private pointer(keys?: string): Promise<unknown> {
    const { x, y } = this.at;
    const coords = { clientX: x, clientY: y, x, y, pageX: x + scrollX, pageY: y + scrollY };
    return this.user.pointer({ target: captorOf() ?? lyingAt(x, y), coords, ...(keys ? { keys } : {}) });
  }
  private async move(): Promise<void> {
    pointAt(lyingAt(this.at.x, this.at.y));
    await this.pointer();
  }
  private async press(): Promise<void> {
    this.byKey = false;
    const target = lyingAt(this.at.x, this.at.y);
    this.pressed = target;
    this.start = target;
    pressOn(target);
    await this.pointer("[MouseLeft>]");
  }
  private async release(): Promise<void> {
    const { x, y } = this.at;
    const target = lyingAt(x, y);
    const { pressed } = this;
    pressOn(null);
    await this.pointer("[/MouseLeft]");
    this.pressed = null;
    letGo();
    if (pressed === target) clickedAt(target, x, y);
  }

  /** What lies under the pointer has changed with what was done. */
  private settle(): void {
    rewriteRules();
    if (this.at.x >= 0) pointAt(lyingAt(this.at.x, this.at.y));
  }
  private mark(): void {
    const on = focusedElement();
    showFocus(on && (this.byKey || on.matches(typesText)) ? on : null);
  }
}
