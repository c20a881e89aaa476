/** What can be reached from values by what they keep, and for whom functions are made. */
import { contentsOf, type Entity, namedBy, variablesOf } from "./cells";
import type { PageElement } from "./page";
import { isA, type Js, type JsFunction, type JsObject, type Scope } from "./values";

/** @param named of what is around a function, only what is named in it */
export function reached(
  values: readonly Js[],
  scopes: readonly Scope[],
  { named = false, elements = new Set<PageElement>(), functions = new Set<JsFunction>() } = {},
): Set<Entity> {
  const out = new Set<Entity>();
  const queue: (Js | Scope)[] = [...values, ...scopes];
  for (let v = queue.pop(); queue.length || v !== undefined; v = queue.pop()) {
    if (typeof v !== "object" || v === null) continue;
    if (v.is === "function") {
      if (functions.has(v)) continue;
      functions.add(v);
      queue.push(...(named ? namedBy(v) : [v.scope]), v.self, v.own, v.made?.parent, v.home);
    } else if (v.is === "accessor") queue.push(v.get, v.set);
    else if (v.is === "proxy") queue.push(v.target, v.handler);
    else if (v.is === "native") queue.push(...(v.holds ?? []));
    else if (v.is === "element") elements.add(v.element);
    else if (v.is === "timer" || v.is === "pattern" || v.is === "time") continue;
    else if (!out.has(v)) {
      out.add(v);
      queue.push(...contentsOf(v).fields.values());
      if (v.is === "scope" && v.parent) queue.push(v.parent);
      if (v.is === "object") queue.push(v.proto);
      if (v.is === "promise") for (const w of v.waiting) queue.push(...w.holds, ...(w.scope ? [w.scope] : []));
    }
  }
  return out;
}

/**
 * For whom functions are, where they are made for several: elements and objects that last, by which they go themselves.
 * @param lasting the id of what was there as the page was loaded; null for what came later
 * @returns those in signs; and the call that made them while the page was loaded, empty for none
 */
export function ownersIn(
  values: readonly Js[],
  lasting: (e: JsObject | Scope) => number | null,
): { things: string; call: string } {
  const things: string[] = [];
  const note = (v: Js): void => {
    if (isA(v, "element")) things.push(v.element.name);
    else if (isA(v, "object") && lasting(v) !== null) things.push(`#${v.id}`);
  };
  let call = "";
  for (const v of values) {
    if (!isA(v, "function")) {
      note(v);
      continue;
    }
    for (const [s, name, kept] of variablesOf(v)) if (s.id === null || (s.parent && name === "this")) note(kept);
    let s = v.scope;
    while (s.id === null && s.parent) s = s.parent;
    if (s.parent && lasting(s) !== null) call = String(s.id);
  }
  return { things: things.join("-"), call };
}
