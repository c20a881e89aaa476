/** Properties: of the script's own objects, of elements, and of what the browser has (ECMA-262 §10.1). */

import { ITERATOR, iteratorOf, methodOf, namesOf, promiseGet } from "../builtins";
import type { Context } from "../context";
import { elementGet, elementSet, eventGet, goTo, hostGet, isEvent, isHandler, isOfBrowser, keepOf } from "../host";
import type { PageElement } from "../page";
import { inherited, isA, type Js, type JsObject, list, method, NotUnderstood, native, object, textOf } from "../values";

export const got = (r: Context, value: Js, self: Js): Js =>
  isA(value, "accessor") ? (value.get ? r.call(value.get, [], self) : undefined) : value;

export function memberOf(r: Context, value: Js, name: string): Js {
  if (value === null || value === undefined) throw new NotUnderstood(null, name);
  if (typeof value !== "object") return methodOf(r, value, name);
  switch (value.is) {
    case "element": {
      const own = inherited(r.extra(value.element, false), name);
      return own ? got(r, own.value, value) : elementGet(r, value.element, name);
    }
    case "promise":
      return promiseGet(r, value, name);
    case "list":
      if (name === ITERATOR) return native(name, () => iteratorOf(r, value), [value]);
      return /^-?\d+$/.test(name) ? value.items[Number(name)] : methodOf(r, value, name);
    case "proxy": {
      const get = value.handler.of.get("get");
      return get === undefined
        ? memberOf(r, value.target, name)
        : r.call(get, [value.target, name, value], value.handler);
    }
    case "time":
      if (name === "getTime" || name === "valueOf") return native(name, () => value);
      throw new NotUnderstood(null, "the time of day");
    case "pairs":
      if (name === ITERATOR) return native(name, () => iteratorOf(r, value), [value]);
      return methodOf(r, value, name);
    case "pattern":
      return methodOf(r, value, name);
    case "object": {
      const own = inherited(value, name);
      if (own) return got(r, own.value, value);
      if (isEvent(value)) return eventGet(r, name);
      return name === "hasOwnProperty" || name === "toString" || name === "constructor" || name === "__proto__"
        ? ofEvery(value, name)
        : undefined;
    }
    case "function": {
      if (name === "prototype") prototypeOf(value);
      const own = inherited(value.own, name);
      return own ? got(r, own.value, value) : ofFunction(r, value, name);
    }
    case "native":
      if (name === "call" || name === "apply" || name === "bind") return ofFunction(r, value, name);
      if (name === ITERATOR && value.host?.items) return native(name, () => iteratorOf(r, value));
      if (name === "hasOwnProperty" && value.host) return native(name, ([n]) => namesOf(value).includes(textOf(n)));
      return value.host ? value.host.get(name) : hostGet(r, value.name, name);
    default:
      throw new NotUnderstood(null, name);
  }
}

function ofEvery(value: JsObject, name: string): Js {
  if (name === "hasOwnProperty") return method(name, ([n]) => value.of.has(textOf(n)));
  throw new NotUnderstood(null, name);
}

/** `call`, `apply` and `bind` (§20.2.3). */
function ofFunction(r: Context, of: Js, name: string): Js {
  // A method of one value is asked of another (`[].forEach.call(list, …)`).
  const fn =
    isA(of, "native") && of.method
      ? native(name, (args, self) => {
          const asked = isA(self, "native") && self.host?.items ? list(self.host.items()) : self;
          return r.call(r.member(asked, of.method!), args, asked);
        })
      : of;
  switch (name) {
    case "call":
      return native(name, ([self, ...args]) => r.call(fn, args, self));
    case "apply":
      return native(name, ([self, args]) => r.call(fn, args === undefined || args === null ? [] : r.items(args), self));
    case "bind":
      return native(name, ([self, ...first]) =>
        native("bound", (args) => r.call(fn, [...first, ...args], self), [fn, self, ...first]),
      );
    case "name":
      return isA(fn, "function") ? ("id" in fn.node && fn.node.id ? fn.node.id.name : "") : "";
    case "length":
      return isA(fn, "function") ? fn.node.params.length : 0;
  }
  if (isA(fn, "function") && !/^(caller|arguments|constructor|toString|__proto__)$/.test(name)) return undefined;
  throw new NotUnderstood(null, name);
}

/** What is made by a function with `new` has it behind it; there once somebody asks. */
export function prototypeOf(fn: Extract<Js, { is: "function" }>): JsObject {
  const known = fn.own.of.get("prototype");
  if (isA(known, "object")) return known;
  const made = object({ constructor: fn });
  // Of a function that is there as the page is loaded it lasts like the function itself.
  fn.own.of.set("prototype", made);
  return made;
}

export function assignMember(r: Context, target: Js, name: string, value: Js): void {
  if (typeof target !== "object" || target === null) throw new NotUnderstood(null, name);
  switch (target.is) {
    case "element":
      return assignToElement(r, target.element, name, value);
    case "object":
    case "function": {
      const own = target.is === "object" ? target : target.own;
      const known = inherited(own, name);
      if (known && isA(known.value, "accessor")) {
        if (known.value.set) r.call(known.value.set, [value], target);
        return;
      }
      if (name === "__proto__") throw new NotUnderstood(null, name);
      r.heap.touch(own);
      own.of.set(name, value);
      return;
    }
    case "proxy": {
      const set = target.handler.of.get("set");
      if (set === undefined) return assignMember(r, target.target, name, value);
      r.call(set, [target.target, name, value, target], target.handler);
      return;
    }
    case "list":
      return assignToList(r, target, name, value);
    case "native":
      if (!target.host) return assignToHost(r, target.name, name, value);
      return target.host.set?.(name, value);
    default:
      throw new NotUnderstood(null, name);
  }
}

function assignToElement(r: Context, e: PageElement, name: string, value: Js): void {
  const known = inherited(r.extra(e, false), name);
  if (known && isA(known.value, "accessor")) {
    if (known.value.set) r.call(known.value.set, [value], { is: "element", element: e });
    return;
  }
  if (!known && isOfBrowser(e.tag, name)) return elementSet(r, e, name, value);
  const own = r.extra(e, true)!;
  r.heap.touch(own);
  own.of.set(name, value);
}

function assignToList(r: Context, target: Extract<Js, { is: "list" }>, name: string, value: Js): void {
  r.heap.touch(target);
  const at = Number(name);
  if (name === "length") target.items.length = Math.min(target.items.length, Number(value as number));
  else if (Number.isInteger(at) && at >= 0 && at <= target.items.length) target.items[at] = value;
  else throw new NotUnderstood(null, name);
}

function assignToHost(r: Context, host: string, name: string, value: Js): void {
  if (/^(window|document)$/.test(host) && isHandler(name, true))
    r.listen(host as "window", name.slice(2), value, object({ property: true }));
  else if (host === "document" && keepOf(r, name, value)) return;
  else if (host === "location" && name === "hash") goTo(r, textOf(value));
  else if (host === "window" && name === "location" && /^#/.test(textOf(value))) goTo(r, textOf(value));
  else if (host === "window" && name !== "location") {
    r.heap.touch(r.global);
    r.global.of.set(name, value);
  } else throw new NotUnderstood(null, name);
}

/** `delete of.name` (§13.5.1). */
export function removeMember(r: Context, target: Js, name: string): boolean {
  if (isA(target, "native") && target.host?.remove) {
    target.host.remove(name);
    return true;
  }
  if (isA(target, "proxy")) return removeMember(r, target.target, name);
  const own = isA(target, "object") ? target : isA(target, "element") ? r.extra(target.element, false) : null;
  if (!own) throw new NotUnderstood(null, `delete ${name}`);
  r.heap.touch(own);
  own.of.delete(name);
  return true;
}
