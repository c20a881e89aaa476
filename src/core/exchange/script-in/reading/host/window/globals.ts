/** The browser's own objects, as far as scripts of components use them. */

import { clone, errorOf, fetched, languageGet, promised, promiseStatic, textFor } from "../../builtins";
import type { Context } from "../../context";
import {
  elementOf,
  inherited,
  isA,
  isTrue,
  type Js,
  type JsElement,
  type JsNative,
  NotUnderstood,
  native,
  numberOf,
  symbol,
  Thrown,
  textOf,
} from "../../values";
import { builtBy } from "../built";
import { defined } from "../custom";
import { eventOf, targetMethods } from "../event";
import { hashOf } from "../native";
import { isOfBrowser } from "../properties";
import { computedStyle, media, scrollPage } from "../view";
import { ACTIVE, isOfDocument, ofDocument } from "./document";
import { storage } from "./kept";
import { namedInDocument, namedInWindow } from "./named";

/** ms from one frame to the next, as far as scripts count. */
const FRAME = 16;
/** Stands for the instant of a frame until it comes. */
export const FRAME_TIME = native("the instant of the frame");

const hosts = new Set(
  `document window console Math Array Object Promise Map Set WeakMap WeakSet JSON Event CustomEvent EventTarget
   AbortController FormData URLSearchParams Headers Proxy Reflect IntersectionObserver customElements Element Node NodeList HTMLCollection Error TypeError RangeError SyntaxError
   location history navigator performance crypto Date Intl`.split(/\s+/),
);

/** Globals that a script finds. */
export function globalOf(r: Context, name: string): Js {
  if (r.global.of.has(name)) return r.global.of.get(name);
  const known = ofWindow(r, name);
  if (known) return known.is;
  if (/^(local|session)Storage$/.test(name)) return storage(r, name);
  if (hosts.has(name) || /^HTML\w*Element$/.test(name)) return native(name);
  const element = namedInWindow(r, name);
  if (element) return element.is;
  throw new NotUnderstood(null, name);
}

/** Wrapped, since what is there may be `undefined`. */
function ofWindow(r: Context, name: string): { is: Js } | null {
  const fn = (call: (args: Js[]) => Js): { is: Js } => ({ is: native(name, call) });
  switch (name) {
    case "undefined":
      return { is: undefined };
    case "NaN":
      return { is: Number.NaN };
    case "Infinity":
      return { is: Number.POSITIVE_INFINITY };
    case "this":
    case "self":
    case "globalThis":
    case "top":
      return { is: native("window") };
    case "setTimeout":
    case "setInterval":
      return fn(([call, ms, ...args]) =>
        r.timer(
          typeof call === "string" ? r.functionIn(call) : call,
          args,
          ms === undefined ? 0 : numberOf(ms),
          name === "setInterval",
          r.calling!,
        ),
      );
    case "clearTimeout":
    case "clearInterval":
    case "cancelAnimationFrame":
      return fn(([t]) => {
        if (isA(t, "timer")) r.cancel(t);
        return undefined;
      });
    case "requestAnimationFrame":
      // A page that draws frame after frame is one on a clock of frames.
      return fn(([call]) => (r.framed ? r.timer(call, [FRAME_TIME], FRAME, false, r.calling!) : r.frame(call)));
    case "requestIdleCallback":
      return fn(([call]) => r.later(call));
    case "queueMicrotask":
      return fn(([call]) => {
        r.soon(() => void r.call(call, []));
        return undefined;
      });
    case "scrollY":
    case "pageYOffset":
      return { is: r.scroll.ask() };
    case "innerHeight":
      return { is: r.page.doc.page.height };
    case "innerWidth":
      return { is: r.width.ask() };
    case "scrollTo":
    case "scroll":
      return fn((args) => scrollPage(r, args));
    case "fetch":
      return fn((args) => fetched(r, args));
    case "Number":
      return fn(([v]) => numberOf(v));
    case "parseInt":
    case "parseFloat":
      return fn(([v, base]) =>
        name === "parseInt"
          ? Number.parseInt(textOf(v), base === undefined ? undefined : numberOf(base))
          : Number.parseFloat(textOf(v)),
      );
    case "isFinite":
      return fn(([v]) => Number.isFinite(numberOf(v)));
    case "Array":
      return fn((args) => builtBy(r, name, args, r.calling!));
    case "encodeURIComponent":
      return fn(([v]) => encodeURIComponent(textOf(v)));
    case "encodeURI":
      return fn(([v]) => encodeURI(textOf(v)));
    case "decodeURIComponent":
    case "decodeURI":
      return fn(([v]) => {
        try {
          return name === "decodeURI" ? decodeURI(textOf(v)) : decodeURIComponent(textOf(v));
        } catch {
          throw new Thrown(errorOf("URI malformed", "URIError"));
        }
      });
    case "isNaN":
      return fn(([v]) => Number.isNaN(numberOf(v)));
    case "String":
      return fn(([v]) => textFor(r, v));
    case "Boolean":
      return fn(([v]) => isTrue(v));
    case "Symbol":
      return fn(([text]) => symbol(`${r.calling?.start ?? 0} ${textOf(text)}`));
    case "structuredClone":
      return fn(([value]) => clone(value));
    case "event":
      return { is: r.event ? eventOf(r.event, r.heap.clock) : undefined };
    case "getComputedStyle":
      return fn(([e]) => computedStyle(r, e));
    case "matchMedia":
      return fn(([query]) => media(r, textOf(query)));
    case "addEventListener":
    case "removeEventListener":
    case "dispatchEvent":
      return fn((args) => targetMethods[name](r, "window", args));
  }
  return null;
}

/** What no browser of today has that a mouse and a keyboard are at. */
const ofOthers = /^(ontouch\w+|webkit\w*|moz\w*|ms[A-Z]\w*|attachEvent|ActiveXObject|documentMode)$/;

/** Whether there is such a thing in the browser, as scripts ask before they use it. */
export function knows(r: Context, of: JsNative | JsElement, name: string): boolean {
  if (ofOthers.test(name)) return false;
  if (isA(of, "element")) return r.extra(of.element, false)?.of.has(name) || isOfBrowser(of.element.tag, name);
  if (of.name === "document" && ofDocument(r, name)) return true;
  if (of.name === "window" && (hosts.has(name) || ofWindow(r, name) || r.global.of.has(name))) return true;
  if (/^(HTML\w*Element|Element)\.prototype$/.test(of.name) && isOfBrowser(null, name)) return true;
  throw new NotUnderstood(null, `whether there is ${name}`);
}

/** Members that handlers in markup do not see by their name alone ([Unscopable], DOM §4.2.6, §4.2.8, §4.9). */
const unscopable = new Set(
  "prepend append replaceChildren moveBefore before after replaceWith remove slot fullscreen".split(" "),
);

/** Whether names stand for what an element or the document has, as around a listener in the markup. */
export function isIn(r: Context, of: Js, name: string): boolean {
  if (unscopable.has(name)) return false;
  if (isA(of, "element"))
    return (
      inherited(r.extra(of.element, false), name) !== null ||
      isOfBrowser(of.element.tag, name) ||
      (of.element.tag === "form" && r.member(of, name) !== undefined)
    );
  return isA(of, "native") && of.name === "document" && (namedInDocument(r, name) !== null || isOfDocument(r, name));
}

/** A property of one of the browser's objects. */
export function hostGet(r: Context, host: string, property: string): Js {
  const whole = `${host}.${property}`;
  if (host === ACTIVE) {
    if (property === "focus") return native(whole, () => r.effect({ do: "focus back" }) as undefined);
    if (r.active) return r.member(elementOf(r.active), property);
    throw new NotUnderstood(null, `what has the focus, ${property}`);
  }
  if (host === "document") {
    const known = namedInDocument(r, property) ?? ofDocument(r, property);
    if (known) return known.is;
  }
  if (host === "Intl") return native(whole);
  if (host === "Symbol")
    return property === "for" ? native(whole, ([v]) => symbol(`for ${textOf(v)}`)) : symbol(property);
  if (host === "Promise") return promiseStatic(r, property);
  if (host === "console") return native(whole, () => undefined);
  if (host === "window") return property === "document" ? native("document") : globalOf(r, property);
  if (host === "clipboard") return native(whole, () => promised("kept"));
  switch (whole) {
    case "navigator.clipboard":
      return native("clipboard");
    case "history.pushState":
    case "history.replaceState":
    case "navigator.vibrate":
      return native(whole, () => undefined);
    case "crypto.randomUUID":
      return native(whole, () => `00000000-0000-4000-8000-${String(r.calling?.start ?? 0).padStart(12, "0")}`);
    case "customElements.define":
      return native(whole, ([name, by]) => defined(r, textOf(name), by, r.calling!));
    case "customElements.get":
      return native(whole, () => undefined);
    case "location.hash":
      return hashOf(r);
    case "Date.now":
    case "performance.now":
      return native(whole, () => r.heap.now());
    case "Date.parse":
      // In whole seconds, as an instant is written (ECMAScript §21.4.4.41.2).
      return native(whole, ([v]) => {
        if (!isA(v, "time")) throw new NotUnderstood(null, "a day");
        return { is: "time", ms: Math.floor(v.ms / 1000) * 1000 };
      });
    case "navigator.maxTouchPoints":
      return 0;
    case "navigator.onLine":
      return true;
    case "CSS.escape":
      return native(whole, ([v]) => textOf(v));
  }
  const known = languageGet(r, host, property);
  if (known !== null) return known;
  throw new NotUnderstood(null, whole);
}
