/** The browser's own objects, as far as scripts of components use them. */
import type { Context } from "../context";
import { elementOf, isTrue, type Js, list, NotUnderstood, native, textOf } from "../values";
import { elementMethods, kebab, styleGet } from "./elements";
import { scrollPage } from "./scrolling";

const numbered = (v: Js): number => Number(typeof v === "object" ? Number.NaN : v);
/** What has the focus: kept only to give the focus back. */
export const ACTIVE = "what has the focus";

/** Globals that a script finds. */
export function globalOf(r: Context, name: string): Js {
  switch (name) {
    case "undefined":
      return undefined;
    case "NaN":
      return Number.NaN;
    case "Infinity":
      return Number.POSITIVE_INFINITY;
    case "document":
    case "window":
    case "console":
    case "Math":
    case "Array":
    case "Object":
    case "performance":
    case "fetch":
      return native(name);
    case "self":
    case "globalThis":
      return native("window");
    case "setTimeout":
    case "setInterval":
      return native(name, ([fn, ms]) => r.timer(fn, ms === undefined ? 0 : numbered(ms), name === "setInterval"));
    case "clearTimeout":
    case "clearInterval":
      return native(name, ([t]) => {
        if (typeof t === "object" && t?.is === "timer") r.effect({ do: "cancel", timer: t.name });
        return undefined;
      });
    case "requestAnimationFrame":
    case "requestIdleCallback":
    case "queueMicrotask":
      return native(name, ([fn]) => r.later(fn));
    case "scrollY":
    case "pageYOffset":
      return r.scrolled();
    case "innerHeight":
      return r.page.doc.page.height;
    case "innerWidth":
      return r.page.doc.page.width;
    case "scrollTo":
    case "scroll":
      return native(name, (args) => scrollPage(r, args));
    case "Number":
    case "parseInt":
    case "parseFloat":
      return native(name, ([v]) => (name === "Number" ? numbered(v) : Number.parseFloat(textOf(v))));
    case "String":
      return native(name, ([v]) => textOf(v));
    case "Boolean":
      return native(name, ([v]) => isTrue(v));
    case "addEventListener":
      return native(name, ([type, fn, options]) => r.listen("window", textOf(type), fn, options));
  }
  // An element with an id is a global of that name (HTML §7.2.2.3).
  const byId = r.page.elements.find((e) => e.attributes.id === name);
  if (byId) return elementOf(byId);
  throw new NotUnderstood(null, name);
}

/** A property of one of the browser's objects. */
export function hostGet(r: Context, host: string, property: string): Js {
  const whole = `${host}.${property}`;
  if (host.startsWith("style ")) return styleGet(r, r.page.named(host.slice(6))!, property);
  if (host.startsWith("dataset "))
    return r.page.attribute(r.page.named(host.slice(8))!, `data-${kebab(property)}`, r.store) ?? undefined;
  if (host === ACTIVE) {
    if (property === "focus") return native(whole, () => r.effect({ do: "focus back" }) as undefined);
    throw new NotUnderstood(null, `what has the focus, ${property}`);
  }
  switch (whole) {
    case "document.activeElement":
      return native(ACTIVE);
    case "document.body":
      return elementOf(r.page.body);
    case "document.scrollingElement":
    case "document.documentElement":
      return elementOf(r.page.html);
    case "document.getElementById":
      return native(whole, ([id]) =>
        elementOf(r.page.elements.find((e) => r.page.attribute(e, "id", r.store) === textOf(id)) ?? null),
      );
    case "document.querySelector":
    case "document.querySelectorAll":
    case "document.getElementsByClassName":
    case "document.getElementsByTagName":
      return native(whole, (args) => elementMethods[property](r, r.page.html, args));
    case "document.addEventListener":
      return native(whole, ([type, fn, options]) => r.listen("document", textOf(type), fn, options));
    case "document.removeEventListener":
      return native(whole, ([type, fn]) => r.unlisten("document", textOf(type), fn));
    case "document.readyState":
      return "complete";
    case "window.addEventListener":
      return native(whole, ([type, fn, options]) => r.listen("window", textOf(type), fn, options));
    case "window.document":
      return native("document");
    case "Array.from":
      return native(whole, ([v, map]) => {
        const items = r.items(v);
        return list(map === undefined ? items : items.map((x, i) => r.call(map, [x, i])));
      });
    case "Math.max":
    case "Math.min":
      return native(whole, (args) => Math[property as "max"](...args.map(numbered)));
    case "Math.floor":
    case "Math.ceil":
    case "Math.round":
    case "Math.abs":
      return native(whole, ([v]) => Math[property as "floor"](numbered(v)));
  }
  if (host === "console") return native(whole, () => undefined);
  if (host === "window") return globalOf(r, property);
  throw new NotUnderstood(null, whole);
}
