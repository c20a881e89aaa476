/** What scripts make with `new` of what the browser has. */
import type * as acorn from "acorn";
import { errorOf, intlBy, pairsOf, promiseBy } from "../builtins";
import type { Context } from "../context";
import {
  elementOf,
  isA,
  type Js,
  type JsList,
  type JsObject,
  list,
  methodsOf,
  NotUnderstood,
  native,
  object,
  same,
  Thrown,
  textOf,
} from "../values";
import { entered } from "./fields";

export function builtBy(r: Context, name: string, args: readonly Js[], node: acorn.Node, prototype?: JsObject): Js {
  const [first, second] = args;
  if (/Error$/.test(name)) {
    const made = errorOf(first === undefined ? "" : textOf(first), name) as JsObject;
    made.proto = prototype ?? null;
    return made;
  }
  switch (name) {
    case "Map":
    case "Set":
    case "WeakMap":
    case "WeakSet": {
      const kind = /Map$/.test(name) ? "Map" : "Set";
      return pairsOf(r, kind, first === undefined || first === null ? [] : r.items(first));
    }
    case "Array":
      return list(
        args.length === 1 && typeof first === "number" ? new Array(Math.min(first, 1000)).fill(undefined) : [...args],
      );
    case "Promise":
      return promiseBy(r, first);
    case "Event":
    case "CustomEvent": {
      const said = (option: string): Js => (isA(second, "object") ? second.of.get(option) : undefined);
      return object({ type: textOf(first), detail: said("detail"), bubbles: said("bubbles") === true });
    }
    case "Date":
      if (first === undefined) return r.heap.now();
      if (isA(first, "time")) return first;
      throw new NotUnderstood(r.line(node), "a day");
    case "Object":
      return object();
    case "EventTarget":
      return target(r, prototype ?? null);
    case "FormData":
    case "URLSearchParams":
    case "Headers":
      return entered(r, first);
    case "AbortController":
      return controller(r);
    case "Proxy":
      if (!isA(second, "object")) throw new NotUnderstood(r.line(node), "what stands before this");
      return { is: "proxy", target: first, handler: second };
    case "IntersectionObserver":
      return observer(r, first, second, node);
  }
  const words = /^Intl\./.test(name) ? intlBy(r, name, args) : null;
  if (words) return words;
  // A custom element: what is made is the element that stands in the page.
  if (/^HTML(\w*)Element$/.test(name) && r.upgrading) {
    const own = r.extra(r.upgrading, true)!;
    r.heap.touch(own);
    own.proto = prototype ?? null;
    return elementOf(r.upgrading);
  }
  throw new NotUnderstood(r.line(node), r.source.slice(node.start, node.end).replace(/\s+/g, " ").slice(0, 80));
}

/** Of listeners that are written the same and keep the same one is as good as many: each wait of a loop leaves one behind. */
function withoutLike(r: Context, listeners: JsList): Js[] {
  const { items } = listeners;
  // What they listen to has them all, and so tells each from the others.
  listeners.items = [];
  const signs = items.map((l) => r.heap.signOf(l));
  return items.filter((_l, i) => !signs.includes(signs[i], i + 1));
}

/** What events can be raised at without being an element (DOM §2.7). */
function target(r: Context, prototype: JsObject | null): JsObject {
  const listeners = list([]);
  const at = (type: Js, fn: Js): number =>
    listeners.items.findIndex((l) => isA(l, "list") && same(l.items[0], type) && same(l.items[1], fn));
  const holds = [listeners];
  const call = (name: string, does: (args: Js[], self: Js) => Js): [string, Js] => [name, native(name, does, holds)];
  return object(
    new Map<string, Js>([
      call("addEventListener", ([type, fn, options]) => {
        const once = isA(options, "object") && options.of.get("once") === true;
        r.heap.touch(listeners);
        if (at(type, fn) < 0)
          listeners.items = [...(once ? withoutLike(r, listeners) : listeners.items), list([type, fn, once])];
        return undefined;
      }),
      call("removeEventListener", ([type, fn]) => {
        r.heap.touch(listeners);
        const found = at(type, fn);
        listeners.items = listeners.items.filter((_l, i) => i !== found);
        return undefined;
      }),
      call("dispatchEvent", ([event], self) => {
        const type = isA(event, "object") ? event.of.get("type") : undefined;
        if (!isA(event, "object")) throw new NotUnderstood(null, "what is raised");
        event.of.set("target", self);
        for (const l of [...listeners.items]) {
          if (!isA(l, "list") || !same(l.items[0], type)) continue;
          if (l.items[2] === true) {
            r.heap.touch(listeners);
            listeners.items = listeners.items.filter((o) => o !== l);
          }
          r.call(l.items[1], [event], self);
        }
        return true;
      }),
    ]),
    prototype,
  );
}

/** What takes listeners away together, and is heard by whoever else goes on until then (DOM §3). */
function controller(r: Context): JsObject {
  const signal = target(r, null);
  const isOver = (): boolean => signal.of.get("aborted") === true;
  signal.of.set("aborted", false);
  signal.of.set(
    "throwIfAborted",
    native("throwIfAborted", () => {
      if (isOver()) throw new Thrown(signal.of.get("reason"));
      return undefined;
    }, [signal]),
  );
  const abort = ([reason]: Js[]): undefined => {
    if (isOver()) return undefined;
    r.heap.touch(signal);
    signal.of.set("aborted", true);
    signal.of.set("reason", reason ?? errorOf("the operation was aborted", "AbortError"));
    r.aborted(signal);
    const event = object({ type: "abort", target: signal });
    const own = signal.of.get("onabort");
    if (own !== undefined && own !== null) r.call(own, [event], signal);
    r.call(signal.of.get("dispatchEvent"), [event], signal);
    return undefined;
  };
  return object({ signal, abort: native("abort", abort, [signal]) });
}

/** What watches whether elements are in view. */
function observer(r: Context, fn: Js, options: Js, node: acorn.Node): Js {
  const said = isA(options, "object") ? options.of.get("threshold") : undefined;
  const first = isA(said, "list") ? said.items[0] : said;
  const ratio = typeof first === "number" ? first : 0;
  const margin = isA(options, "object") ? options.of.get("rootMargin") : undefined;
  if (margin !== undefined && /[1-9]/.test(textOf(margin))) {
    const text = `what is in view within “${textOf(margin)}” (rootMargin): here by the edges of the window`;
    r.note(new NotUnderstood(r.line(node), text, true), node);
  }
  return methodsOf({
    observe: ([e]) => {
      if (!isA(e, "element")) throw new NotUnderstood(r.line(node), "what is observed");
      return r.listen(e.element, "in view", fn, object({ ratio }));
    },
    // What is seen once and then let be is seen again without a difference.
    unobserve: () => undefined,
    disconnect: () => undefined,
  });
}
