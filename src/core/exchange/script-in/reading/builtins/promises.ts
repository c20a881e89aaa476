/** Promises (ECMA-262 §27.2), and requests, whose answers they are (Fetch §5.6). */
import type { Context } from "../context";
import {
  isA,
  type Js,
  type JsPromise,
  list,
  methodsOf,
  NotUnderstood,
  native,
  object,
  Thrown,
  textOf,
  type Waiting,
} from "../values";

export const promised = (state: JsPromise["state"] = "waiting", value: Js = undefined): JsPromise => ({
  is: "promise",
  id: null,
  state,
  value,
  waiting: [],
});

/** Once and for all; what is kept by another promise waits for that. */
export function settle(r: Context, p: JsPromise, state: "kept" | "broken", value: Js): void {
  if (p.state !== "waiting") return;
  if (state === "kept" && isA(value, "promise")) {
    if (value === p) throw new NotUnderstood(null, "a promise of itself");
    return waiting(r, value, {
      kept: (v) => settle(r, p, "kept", v),
      broken: (v) => settle(r, p, "broken", v),
      at: 0,
      scope: null,
      holds: [p],
    });
  }
  r.heap.touch(p);
  p.state = state;
  p.value = value;
  const list = p.waiting;
  p.waiting = [];
  for (const w of list) r.soon(() => w[state as "kept"](value));
}

/** Done when it is there; at once, as soon as what runs now has ended, for what is no promise. */
export function waiting(r: Context, value: Js, w: Waiting): void {
  const p = isA(value, "promise") ? value : promised("kept", value);
  if (p.state === "waiting") {
    r.heap.touch(p);
    p.waiting.push(w);
  } else {
    const state = p.state;
    r.soon(() => w[state](p.value));
  }
}

/** What a promise gives on by one of its methods. */
function then(r: Context, p: Js, ok: Js, failed: Js, at: number): JsPromise {
  const next = promised();
  const by =
    (fn: Js, state: "kept" | "broken") =>
    (v: Js): void => {
      if (!isA(fn, "function") && !isA(fn, "native")) return settle(r, next, state, v);
      try {
        settle(r, next, "kept", r.call(fn, [v]));
      } catch (error) {
        if (!(error instanceof Thrown)) throw error;
        settle(r, next, "broken", error.value);
      }
    };
  waiting(r, p, { kept: by(ok, "kept"), broken: by(failed, "broken"), at, scope: null, holds: [next, ok, failed] });
  return next;
}

/** A property of a promise. */
export function promiseGet(r: Context, p: JsPromise, name: string): Js {
  const at = r.calling?.start ?? 0;
  const passing = (fn: Js, thrown: boolean): Js =>
    native(
      "finally",
      ([v]) => {
        const said = r.call(fn, []);
        const on = (): Js => {
          if (thrown) throw new Thrown(v);
          return v;
        };
        return isA(said, "promise") ? then(r, said, native("passed", on, [v]), undefined, at) : on();
      },
      [fn],
    );
  switch (name) {
    case "then":
      return native(name, ([ok, failed]) => then(r, p, ok, failed, at));
    case "catch":
      return native(name, ([failed]) => then(r, p, undefined, failed, at));
    case "finally":
      return native(name, ([fn]) => then(r, p, passing(fn, false), passing(fn, true), at));
  }
  throw new NotUnderstood(null, name);
}

/** A promise with what settles it. */
function settled(r: Context): { promise: JsPromise; resolve: Js; reject: Js } {
  const promise = promised();
  const by = (state: "kept" | "broken"): Js =>
    native(
      state,
      ([v]) => {
        settle(r, promise, state, v);
        return undefined;
      },
      [promise],
    );
  return { promise, resolve: by("kept"), reject: by("broken") };
}

/** `new Promise(…)`. */
export function promiseBy(r: Context, executor: Js): JsPromise {
  const { promise, resolve, reject } = settled(r);
  try {
    r.call(executor, [resolve, reject]);
  } catch (error) {
    if (!(error instanceof Thrown)) throw error;
    settle(r, promise, "broken", error.value);
  }
  return promise;
}

/** `Promise.all` and its like. */
export function promiseStatic(r: Context, name: string): Js {
  const at = r.calling?.start ?? 0;
  switch (name) {
    case "resolve":
      return native(name, ([v]) => (isA(v, "promise") ? v : promised("kept", v)));
    case "reject":
      return native(name, ([v]) => promised("broken", v));
    case "withResolvers":
      return native(name, () => object({ ...settled(r) }));
    case "race":
    case "any":
    case "all":
    case "allSettled":
      return native(name, ([of]) => together(r, name, r.items(of), at));
  }
  throw new NotUnderstood(null, `Promise.${name}`);
}

/** What several promises give together: the first that is there, or all. */
function together(r: Context, name: "race" | "any" | "all" | "allSettled", all: readonly Js[], at: number): JsPromise {
  const result = promised();
  const values = list(all.map(() => undefined));
  const left = object({ n: all.length });
  const end = (state: "kept" | "broken", value: Js): void => {
    settle(r, result, state, value);
    // The others are waited for by nobody any more: what would have gone on after them is forgotten.
    for (const p of all) {
      if (!isA(p, "promise") || !p.waiting.some((w) => w.holds[0] === result)) continue;
      r.heap.touch(p);
      p.waiting = p.waiting.filter((w) => w.holds[0] !== result);
      if (!p.waiting.length) r.forsaken(p);
    }
  };
  const one = (i: number, v: Js): void => {
    r.heap.touch(values);
    values.items[i] = v;
    const n = Number(left.of.get("n")) - 1;
    r.heap.touch(left);
    left.of.set("n", n);
    if (n === 0) end(name === "any" ? "broken" : "kept", values);
  };
  if (!all.length && name !== "race") settle(r, result, name === "any" ? "broken" : "kept", values);
  const isFirst = { kept: name === "race" || name === "any", broken: name === "race" || name === "all" };
  const by = (i: number, state: "kept" | "broken") => (v: Js) => {
    if (isFirst[state]) return end(state, v);
    if (name !== "allSettled") return one(i, v);
    one(i, object(state === "kept" ? { status: "fulfilled", value: v } : { status: "rejected", reason: v }));
  };
  all.forEach((p, i) => {
    waiting(r, p, {
      kept: by(i, "kept"),
      broken: by(i, "broken"),
      at,
      scope: null,
      holds: [result, values, left, i, ...all],
    });
  });
  return result;
}

/** `fetch(address, options)`. */
export function fetched(r: Context, args: readonly Js[]): JsPromise {
  const [address, options] = args;
  const said = isA(options, "object") ? options.of.get("method") : undefined;
  const url = textOf(address);
  // Where it is asked on another machine is for the person to say again.
  const path = url
    .replace(/^[a-z]+:\/\/[^/]*/i, "")
    .replace(/[?#].*$/, "")
    .replace(/[^\w./-]/g, "-");
  const method = said === undefined ? "GET" : textOf(said).toUpperCase();
  const signal = isA(options, "object") ? options.of.get("signal") : undefined;
  return r.request(method, path.startsWith("/") ? path : `/${path}`, r.calling!, signal);
}

/** A response is asked only whether it is one. What is in it, only the service knows. */
const responseOf = (ok: boolean): Js => {
  const inside = (): Js => promised("kept", native("what the service answers"));
  const calls = methodsOf({ json: inside, text: inside, blob: inside, formData: inside });
  return object(new Map<string, Js>([["ok", ok], ["status", ok ? 200 : 500], ["statusText", ""], ...calls.of]));
};

/**
 * The answer comes, or fails. A service that says no still answers, and whoever asks whether it was well finds out; of a
 * script that never asks, it is the network that fails.
 */
export function answered(r: Context, p: JsPromise, ok: boolean): void {
  const asks = /\.(ok|status)\b|\{[^{}]*\b(ok|status)\b[^{}]*\}\s*=/.test(r.source);
  if (ok || asks) settle(r, p, "kept", responseOf(ok));
  else settle(r, p, "broken", errorOf("the network failed"));
}

export const errorOf = (message: string, name = "Error"): Js => object({ message, name });
