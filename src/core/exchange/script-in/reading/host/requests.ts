/** Requests and what waits for them: promises as far as an answer, or its failing, goes on by them (ECMA-262 §27.2). */
import type { Context } from "../context";
import { type Js, type JsPromise, NotUnderstood, native, type PromiseStep, Thrown, textOf } from "../values";

/** `fetch(address, options)` (Fetch §5.6). */
export function fetched(r: Context, args: readonly Js[], node: Parameters<Context["request"]>[2]): JsPromise {
  const [address, options] = args;
  const said = typeof options === "object" && options?.is === "object" ? options.of.get("method") : undefined;
  const url = textOf(address);
  // Where it is asked on another machine is for the person to say again.
  const path = url
    .replace(/^[a-z]+:\/\/[^/]*/i, "")
    .replace(/[?#].*$/, "")
    .replace(/[^\w./-]/g, "-");
  return r.request(
    said === undefined ? "GET" : textOf(said).toUpperCase(),
    path.startsWith("/") ? path : `/${path}`,
    node,
  );
}

/** What a response is asked: only whether it is one. What is in it, only the service knows. */
function responseOf(ok: boolean): Js {
  return {
    is: "object",
    of: new Map<string, Js>([
      ["ok", ok],
      ["status", ok ? 200 : 500],
      ["json", native("json", () => ({ is: "object", of: new Map() }))],
      ["text", native("text", () => "")],
    ]),
  };
}

/** A property of a promise. */
export function promiseGet(r: Context, promise: JsPromise, name: string): Js {
  const step = (on: PromiseStep["on"], fn: Js): void => {
    if (fn !== undefined && fn !== null)
      promise.steps.push({ on, run: (v) => r.call(fn, on === "finally" ? [] : [v]) });
  };
  const call: Record<string, (args: Js[]) => void> = {
    // biome-ignore lint/suspicious/noThenProperty: it is the name of what is looked up
    then: ([ok, failed]) => {
      step("then", ok);
      step("catch", failed);
    },
    catch: ([fn]) => step("catch", fn),
    finally: ([fn]) => step("finally", fn),
  };
  if (!Object.hasOwn(call, name)) throw new NotUnderstood(null, name);
  return native(name, (args) => {
    call[name](args);
    return promise;
  });
}

/**
 * The answer comes, or fails. A service that says no still answers, and whoever asks whether it was well finds out; of a
 * script that never asks, it is the network that fails.
 */
export function answered(r: Context, promise: JsPromise, ok: boolean, failed: (error: unknown) => void): void {
  const asks = /\.(ok|status)\b/.test(r.source);
  let value: Js = ok || asks ? responseOf(ok) : errorOf("the network failed");
  let thrown = !ok && !asks;
  for (const { on, run } of promise.steps) {
    if (on === "then" ? thrown : on === "catch" ? !thrown : false) continue;
    try {
      const next = run(value);
      if (on !== "finally") {
        value = typeof next === "object" && next?.is === "promise" ? undefined : next;
        thrown = false;
      }
    } catch (error) {
      if (!(error instanceof Thrown)) return failed(error);
      value = error.value;
      thrown = true;
    }
  }
}

export const errorOf = (message: string): Js => ({
  is: "object",
  of: new Map<string, Js>([
    ["message", message],
    ["name", "Error"],
  ]),
});

export const isPromise = (v: Js): v is JsPromise => typeof v === "object" && v !== null && v.is === "promise";
