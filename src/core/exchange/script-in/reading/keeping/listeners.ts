/** Who listens, and events on their way to them (DOM §2). Acts may put listeners up and take them away: that is part of how the page is. */
import type { Event, Listener, Working } from "../context";
import type { World } from "../heap";
import { eventOf, pressed } from "../host";
import type { PageElement } from "../page";
import {
  elementOf,
  isA,
  type Js,
  type JsObject,
  list,
  MEASURED,
  methodsOf,
  NotUnderstood,
  native,
  object,
} from "../values";

/** Events that only their target hears (and who listens on the way down). */
const staysPut =
  /^(mouseenter|mouseleave|focus|blur|pointerenter|pointerleave|toggle|beforetoggle|close|cancel|command|invalid)$/;

interface OnPath {
  on: Listener["on"];
  /** Who listened as the event set out. */
  first: readonly Listener[];
  isAnother(): boolean;
}

export class Listeners {
  list: Listener[] = [];
  /** The event that is handled, or was handled last. */
  event: Event | null = null;
  /** Lines that did something. */
  readonly readLines = new Set<number>();

  constructor(private readonly r: Working) {}

  listen(on: Listener["on"], type: string, fn: Js, options?: Js): undefined {
    const said = (name: string): Js => (isA(options, "object") ? options.of.get(name) : undefined);
    const property = said("property") === true;
    if (property) for (const l of this.list.filter((l) => l.property && l.on === on && l.type === type)) this.unhear(l);
    if (fn === null || fn === undefined) return undefined;
    const handles = isA(fn, "object") || isA(fn, "element") ? fn : null;
    if (!handles && !isA(fn, "function") && !(isA(fn, "native") && fn.call))
      throw new NotUnderstood(null, `what listens for ${type}`);
    const signal = said("signal");
    if (isA(signal, "object") && signal.of.get("aborted") === true) return undefined;
    if (/^(DOMContentLoaded|load)$/.test(type) && (on === "document" || on === "window")) {
      if (this.r.building) this.r.later(handles ? native("load", () => this.heardBy(fn, undefined)) : fn);
      return undefined;
    }
    const capture = options === true || said("capture") === true;
    const slot = this.settles(fn) ? this.slotOf(on, type, fn) : undefined;
    const known = this.list.find(
      (l) =>
        l.on === on &&
        l.type === type &&
        l.capture === capture &&
        (slot === undefined ? this.isSame(l.fn, fn) : l.slot === slot),
    );
    if (slot !== undefined) this.put(slot, fn);
    if (known) {
      this.hear(known, true);
      this.signalled(known, signal);
      return undefined;
    }
    const ratio = said("ratio");
    const line = isA(fn, "function") ? this.r.line(fn.node) : this.r.calling ? this.r.line(this.r.calling) : 0;
    const made: Listener = {
      on,
      type,
      fn,
      line,
      once: said("once") === true,
      capture,
      property,
      first: this.r.building,
      world: null,
      ...(typeof ratio === "number" ? { ratio } : {}),
      ...(slot === undefined ? {} : { slot }),
    };
    this.list.push(made);
    if (!this.r.building) this.hear(made, true);
    this.signalled(made, signal);
    return undefined;
  }
  /**
   * What settles a promise is made anew each time that somebody waits for one, and goes on with whoever waits then. So it is
   * kept among what the script keeps, by where it was put up.
   */
  private readonly slots = object();
  private slotOf(on: Listener["on"], type: string, fn: Js): string {
    const at = isA(fn, "function") ? fn.node.start : (this.r.calling?.start ?? 0);
    return `${typeof on === "string" ? on : on.name}-${type}-${at}`;
  }
  /** It settles a promise of the act that puts it up, or may do so by what is around it. */
  private settles(fn: Js): boolean {
    if (isA(fn, "native")) return fn.holds !== undefined;
    return (
      !this.r.building && isA(fn, "function") && [...this.r.heap.worldOf([fn]).keys()].some((e) => e.is === "promise")
    );
  }
  private put(slot: string, fn: Js): void {
    this.r.heap.touch(this.slots);
    if (fn === undefined) this.slots.of.delete(slot);
    else this.slots.of.set(slot, fn);
  }
  private fnOf(l: Listener): Js {
    return l.slot === undefined ? l.fn : this.slots.of.get(l.slot);
  }
  /** What the promises keep that are settled by those that are up. */
  waiting(): World {
    return this.r.heap.worldOf([...this.slots.of.values()]);
  }

  /** By the listener's place: the signal with which it ends. */
  private readonly signals = object();
  private signalled(l: Listener, signal: Js): void {
    if (signal === undefined) return;
    this.r.heap.touch(this.signals);
    this.signals.of.set(String(this.list.indexOf(l)), signal);
  }
  aborted(signal: JsObject): void {
    for (const [at, s] of this.signals.of)
      if (s === signal) {
        this.hear(this.list[Number(at)], false);
        this.r.heap.touch(this.signals);
        this.signals.of.delete(at);
      }
  }
  unlisten(on: Listener["on"], type: string, fn: Js, options?: Js): undefined {
    const capture = options === true || (isA(options, "object") && options.of.get("capture") === true);
    const known = this.list.find((l) => l.on === on && l.type === type && l.capture === capture && this.fnOf(l) === fn);
    if (known) this.unhear(known);
    return undefined;
  }
  isHeard(e: PageElement): boolean {
    return this.list.some((l) => l.on === e && this.hears(l));
  }
  deafen(e: PageElement): void {
    for (const l of this.list) if (l.on === e && this.hears(l)) this.unhear(l);
  }
  private unhear(l: Listener): void {
    if (this.r.building) this.list.splice(this.list.indexOf(l), 1);
    else this.hear(l, false);
  }
  /** The same function, or one made anew in another way to the same. */
  private isSame(known: Js, fn: Js): boolean {
    return (
      known === fn || (!this.r.building && isA(fn, "function") && this.r.heap.signOf(known) === this.r.heap.signOf(fn))
    );
  }
  private keyOf(l: Listener): string {
    return `variable listener ${this.list.indexOf(l)}`;
  }
  private hear(l: Listener, on: boolean): void {
    if (!on && l.slot !== undefined) this.put(l.slot, undefined);
    if (on === l.first) this.r.erase(this.keyOf(l));
    else this.r.write(this.keyOf(l), on);
  }
  private hears(l: Listener): boolean {
    if (this.r.building) return true;
    const said = this.r.store.get(this.keyOf(l));
    return said === undefined ? l.first : said === true;
  }

  /** What those that are up keep of the acts that put them up. */
  worlds(): World[] {
    return this.list.flatMap((l) => (l.world && l.slot === undefined && this.hears(l) ? [l.world] : []));
  }
  /**
   * An act is over: what those that it put up keep is known. One that is the same by now as one of an act before, since what it
   * goes by was there only later, is that one.
   */
  settle(): void {
    const isNew = (l: Listener): boolean => !l.first && l.world === null;
    const fresh = this.list.filter(isNew);
    for (const l of fresh) l.world = this.r.heap.worldOf([l.fn]);
    for (let at = this.list.length - 1; fresh.includes(this.list[at]); at--) {
      const l = this.list[at];
      const known = this.sameAs(l, at);
      // Others are known by their places.
      if (!known || this.signals.of.has(String(at))) break;
      const heard = this.hears(l);
      this.r.erase(this.keyOf(l));
      this.list.pop();
      this.signs.delete(l);
      if (heard) this.hear(known, true);
    }
  }
  private readonly signs = new Map<Listener, string>();
  private sameAs(l: Listener, at: number): Listener | undefined {
    if (l.slot !== undefined || !isA(l.fn, "function")) return undefined;
    const sign = this.r.heap.signOf(l.fn);
    this.signs.set(l, sign);
    return this.list
      .slice(0, at)
      .find(
        (k) =>
          this.signs.get(k) === sign &&
          k.on === l.on &&
          k.type === l.type &&
          k.capture === l.capture &&
          k.once === l.once &&
          k.property === l.property,
      );
  }
  /** What the browser keeps of the script's by them. */
  kept(but: ReadonlySet<PageElement>): Js[] {
    const all = this.list.filter((l) => typeof l.on === "string" || !but.has(l.on));
    return [...all.flatMap((l) => (l.slot === undefined ? [l.fn] : [])), this.signals, this.slots];
  }

  /** An event on its way down to its target and up again (DOM §2.9). @returns whether nobody prevented it */
  dispatch(
    type: string,
    target: PageElement | "document" | "window" | null,
    key = "",
    made?: { detail: Js; bubbles: boolean },
    moved = "",
  ): boolean {
    const outer = this.event;
    const event: Event = {
      type,
      target: typeof target === "string" ? null : target,
      ...pressed(key),
      did: new Set(),
      stopped: false,
      stoppedNow: false,
      prevented: false,
      current: "window",
      capturing: false,
      detail: made?.detail,
      moved,
    };
    this.event = event;
    const path: Listener["on"][] = [];
    const bubbles = made ? made.bubbles : !staysPut.test(type);
    for (let e = event.target; e; e = e.parent) path.push(e);
    if (target !== "window") path.push("document");
    path.push("window");
    const { madeNow } = this.r;
    const at = path.map((on, i) => ({
      on,
      goesUp: bubbles || i === 0,
      first: this.list.filter((l) => l.on === on && l.type === type && this.hears(l)),
      /** It is another element to the browser from here on: the event goes to the one that was there, and who listened to it. */
      isAnother: typeof on === "object" && !madeNow.has(on) ? () => madeNow.has(on) : () => false,
    }));
    for (const a of [...at].reverse()) this.heardAt(event, a, true);
    for (const a of at) if (a.goesUp) this.heardAt(event, a, false);
    if (event.prevented && !made) this.r.effect({ do: "prevent" });
    this.event = outer ?? event;
    return !event.prevented;
  }
  /** Who is put up on the same element meanwhile is not called, who is taken away is not either (DOM §2.9, "inner invoke"). */
  private heardAt(event: Event, { on: at, first, isAnother }: OnPath, capture: boolean): void {
    if (event.stopped) return;
    event.current = at;
    event.capturing = capture;
    const now = isAnother() ? first : this.list.filter((l) => l.on === at && l.type === event.type && this.hears(l));
    for (const l of now) {
      if (event.stoppedNow) break;
      if (l.capture !== capture || !(isAnother() || this.hears(l))) continue;
      this.readLines.add(l.line);
      const node = isA(l.fn, "function") ? l.fn.node : null;
      const before = this.r.said();
      const fn = this.fnOf(l);
      if (l.once && !this.r.building) this.hear(l, false);
      this.r.attempt(
        node,
        () => {
          const said = this.heardBy(fn, typeof at === "object" ? elementOf(at) : native(at));
          // A property or an attribute prevents by its answer (HTML §8.1.8.1).
          if (l.property && said === false) event.prevented = true;
        },
        l.line,
      );
      this.r.microtasks(node);
      if (this.r.said() !== before) event.did.add(l.line);
    }
  }
  private heardBy(fn: Js, self: Js): Js {
    const event = this.event ? eventOf(this.event, this.r.heap.clock) : undefined;
    if (isA(fn, "object") || isA(fn, "element")) return this.r.call(this.r.member(fn, "handleEvent"), [event], fn);
    return this.r.call(fn, [event], self);
  }

  /** What was scrolled past lies above; what has not come into view yet would lie below, which nobody says. */
  private rectOf(inView: boolean, line: number): JsObject {
    const at = inView ? MEASURED : -1;
    if (!inView)
      this.r.note(new NotUnderstood(line, "where a part is that is not in view: here it is above", true), line);
    return object({ top: at, bottom: at, y: at, left: 0, x: 0, right: MEASURED, width: MEASURED, height: MEASURED });
  }

  /** An observer is told that its target came into view or went out of it (Intersection Observer §3.2.8). */
  observed(listener: Listener, inView: boolean): void {
    const target = typeof listener.on === "string" ? null : listener.on;
    const entry = object({
      isIntersecting: inView,
      intersectionRatio: inView ? 1 : 0,
      target: elementOf(target),
      boundingClientRect: { is: "accessor", get: native("rect", () => this.rectOf(inView, listener.line)), set: null },
      rootBounds: object({ top: 0, left: 0, bottom: MEASURED, right: MEASURED, width: MEASURED, height: MEASURED }),
    });
    this.readLines.add(listener.line);
    const node = isA(listener.fn, "function") ? listener.fn.node : null;
    this.r.attempt(node, () => this.r.call(listener.fn, [list([entry]), quiet]), listener.line);
  }
}

/** An observer as its own callback has it: to let be what was seen changes nothing. */
const quiet = methodsOf({ unobserve: () => undefined, disconnect: () => undefined });
