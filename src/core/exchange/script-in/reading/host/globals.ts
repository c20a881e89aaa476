/** The browser's own objects, as far as scripts of components use them. */

import { fetched, languageGet, promised, promiseStatic } from "../builtins";
import type { Context } from "../context";
import {
  elementOf,
  isA,
  isTrue,
  type Js,
  type JsElement,
  type JsNative,
  list,
  NotUnderstood,
  native,
  numberOf,
  object,
  textOf,
} from "../values";
import { defined } from "./custom";
import { elementMethods } from "./element-methods";
import { isOfBrowser } from "./elements";
import { raised } from "./event";
import { named } from "./lists";
import { hashOf } from "./native";
import { kebab, styleGet } from "./said";
import { cloned, created, fragment, template } from "./tree";
import { computedStyle, media, scrollPage, transition } from "./view";

/** ms from one frame to the next, as far as scripts count. */
const FRAME = 16;
/** Stands for the instant of a frame until it comes. */
export const FRAME_TIME = native("the instant of the frame");

/** What has the focus: kept only to give the focus back. */
export const ACTIVE = "what has the focus";

const hosts = new Set(
  `document window console Math Array Object Promise Map Set WeakMap WeakSet JSON Event CustomEvent EventTarget
   AbortController FormData URLSearchParams Headers Proxy Reflect IntersectionObserver customElements Element Node NodeList HTMLCollection localStorage sessionStorage Error TypeError RangeError SyntaxError
   location history navigator performance Date`.split(/\s+/),
);

/** Globals that a script finds. */
export function globalOf(r: Context, name: string): Js {
  if (r.global.of.has(name)) return r.global.of.get(name);
  const known = ofWindow(r, name);
  if (known) return known.is;
  if (hosts.has(name) || /^HTML\w*Element$/.test(name)) return native(name);
  // An element with an id is a global of that name (HTML §7.2.2.3).
  const byId = r.page.isYetToCome ? undefined : r.page.elements.find((e) => e.attributes.id === name);
  if (byId) return elementOf(byId);
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
        r.timer(call, args, ms === undefined ? 0 : numberOf(ms), name === "setInterval", r.calling!),
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
      return { is: native(name, ([v]) => numberOf(isA(v, "list") ? textOf(v) : v)) };
    case "parseInt":
    case "parseFloat":
      return fn(([v]) => (name === "parseInt" ? Number.parseInt(textOf(v), 10) : Number.parseFloat(textOf(v))));
    case "isNaN":
      return fn(([v]) => Number.isNaN(numberOf(v)));
    case "String":
      return fn(([v]) => textOf(v));
    case "Boolean":
      return fn(([v]) => isTrue(v));
    case "Symbol":
      return null;
    case "getComputedStyle":
      return fn(([e]) => computedStyle(r, e));
    case "matchMedia":
      return fn(([query]) => media(r, textOf(query)));
    case "addEventListener":
      return fn(([type, call, options]) => r.listen("window", textOf(type), call, options));
    case "removeEventListener":
      return fn(([type, call, options]) => r.unlisten("window", textOf(type), call, options));
    case "dispatchEvent":
      return fn(([event]) => raised(r, "window", event));
  }
  return null;
}

/** What no browser of today has that a mouse and a keyboard are at. */
const ofOthers = /^(ontouch\w+|webkit\w*|moz\w*|ms[A-Z]\w*|attachEvent|ActiveXObject|documentMode)$/;

/** Whether there is such a thing in the browser, as scripts ask before they use it. */
export function knows(r: Context, of: JsNative | JsElement, name: string): boolean {
  if (ofOthers.test(name)) return false;
  if (isA(of, "element")) return r.extra(of.element, false)?.of.has(name) || isOfBrowser(name);
  if (of.name === "document" && ofDocument(r, name)) return true;
  if (of.name === "window" && (hosts.has(name) || ofWindow(r, name) || r.global.of.has(name))) return true;
  if (/^(HTML\w*Element|Element)\.prototype$/.test(of.name) && isOfBrowser(name)) return true;
  throw new NotUnderstood(null, `whether there is ${name}`);
}

/** A property of one of the browser's objects. */
export function hostGet(r: Context, host: string, property: string): Js {
  const whole = `${host}.${property}`;
  if (host.startsWith("style ")) return styleGet(r, r.page.named(host.slice(6))!, property);
  if (host.startsWith("dataset "))
    return r.page.attribute(r.page.named(host.slice(8))!, `data-${kebab(property)}`, r.store) ?? undefined;
  if (host === ACTIVE) {
    if (property === "focus") return native(whole, () => r.effect({ do: "focus back" }) as undefined);
    if (r.active) return r.member(elementOf(r.active), property);
    throw new NotUnderstood(null, `what has the focus, ${property}`);
  }
  if (host === "document") {
    const known = ofDocument(r, property);
    if (known) return known.is;
  }
  if (host === "Promise") return promiseStatic(r, property);
  if (host === "console") return native(whole, () => undefined);
  if (/^(local|session)Storage$/.test(host)) return stored(r, host, property);
  if (host === "window") return property === "document" ? native("document") : globalOf(r, property);
  if (host === "clipboard") return native(whole, () => promised("kept"));
  switch (whole) {
    case "navigator.clipboard":
      return native("clipboard");
    case "history.pushState":
    case "history.replaceState":
    case "navigator.vibrate":
      return native(whole, () => undefined);
    case "customElements.define":
      return native(whole, ([name, by]) => defined(r, textOf(name), by, r.calling!));
    case "customElements.get":
      return native(whole, () => undefined);
    case "location.hash":
      return hashOf(r);
    case "Date.now":
    case "performance.now":
      return native(whole, () => ({ is: "time", ms: r.heap.clock }));
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

function ofDocument(r: Context, property: string): { is: Js } | null {
  const fn = (call: (args: Js[]) => Js): { is: Js } => ({ is: native(`document.${property}`, call) });
  switch (property) {
    case "activeElement":
      return { is: r.active ? elementOf(r.active) : native(ACTIVE) };
    case "body":
      return { is: r.page.isYetToCome ? null : elementOf(r.page.body) };
    case "scrollingElement":
    case "documentElement":
      return { is: elementOf(r.page.html) };
    case "getElementById":
      return fn(([id]) => {
        const found = r.page.elements.find(
          (e) => r.page.attribute(e, "id", r.store) === textOf(id) && r.page.isInPage(e, r.store),
        );
        return found ? elementOf(found) : templateBy(r, `#${textOf(id)}`);
      });
    case "querySelector":
      return fn(([s]) => {
        const found = r.page.all(textOf(s), r.page.html, r.store)[0];
        return found ? elementOf(found) : templateBy(r, textOf(s));
      });
    case "querySelectorAll":
    case "getElementsByClassName":
    case "getElementsByTagName":
    case "contains":
      return fn((args) => elementMethods[property](r, r.page.html, args));
    case "getElementsByName":
      return fn(([name]) =>
        list(r.page.elements.filter((e) => r.page.attribute(e, "name", r.store) === textOf(name)).map(elementOf)),
      );
    case "createElement":
      return fn(([tag]) => (/^template$/i.test(textOf(tag)) ? template(r, "") : created(r, textOf(tag))));
    case "createDocumentFragment":
      return fn(() => fragment(r, []));
    case "importNode":
      return fn(([node, deep]) =>
        isA(node, "element")
          ? elementOf(cloned(r, node.element, deep === true))
          : r.call(r.member(node, "cloneNode"), [deep]),
      );
    case "createTextNode":
      return fn(([text]) => textOf(text));
    case "forms":
      return {
        is: named(
          r,
          r.page.elements.filter((e) => e.tag === "form"),
        ),
      };
    case "addEventListener":
      return fn(([type, call, options]) => r.listen("document", textOf(type), call, options));
    case "removeEventListener":
      return fn(([type, call, options]) => r.unlisten("document", textOf(type), call, options));
    case "dispatchEvent":
      return fn(([event]) => raised(r, "document", event));
    case "startViewTransition":
      return fn(([call]) => transition(r, call));
    case "readyState":
      return { is: "complete" };
    case "defaultView":
      return { is: native("window") };
    case "hidden":
      return { is: false };
    case "visibilityState":
      return { is: "visible" };
  }
  return null;
}

/** A `template` by its id, or by being the only one; a script that is data by its id. */
function templateBy(r: Context, selector: string): Js {
  const [, id] = /^(?:template)?#([\w-]+)$/.exec(selector.trim()) ?? [];
  const isOnly = selector.trim() === "template";
  const found = r.page.templates.find((t) => (id === undefined ? isOnly && !t.isData : t.attributes.id === id));
  if (!found) return null;
  if (!found.isData) return template(r, found.markup);
  return object(Object.fromEntries(["textContent", "innerHTML", "innerText", "text"].map((n) => [n, found.markup])));
}

/** What the browser keeps for the page; nothing yet, on the first visit. */
function stored(r: Context, host: string, property: string): Js {
  const key = (name: Js): string => `${host} ${textOf(name)}`;
  const calls: Record<string, (args: Js[]) => Js> = {
    getItem: ([name]) => r.global.of.get(key(name)) ?? null,
    setItem: ([name, value]) => {
      r.heap.touch(r.global);
      r.global.of.set(key(name), textOf(value));
      return undefined;
    },
    removeItem: ([name]) => {
      r.heap.touch(r.global);
      r.global.of.delete(key(name));
      return undefined;
    },
  };
  if (!Object.hasOwn(calls, property)) throw new NotUnderstood(null, `${host}.${property}`);
  return native(property, calls[property]);
}
