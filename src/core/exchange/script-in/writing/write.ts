/** From what a script makes of a page to states, looks and reactions. */
import { parseEvent, parseReaction } from "../../../expression";
import {
  ALWAYS,
  allParts,
  type Component,
  classesOf,
  type Datum,
  type EventRow,
  isStateName,
  type RequestSpec,
  type StateNode,
} from "../../../model";
import type { Counter } from "../counters";
import type { Explored, Outcome } from "../exploring";
import type { Effect } from "../reading";
import { cellsFor, loadedRow } from "./cells";
import { beside, looksOf, withWords } from "./looks";
import { mainKey, namesFor } from "./names";
import { type Region, regionsOf } from "./regions";
import type { Row } from "./rows";

export interface Written {
  doc: Component;
  /** By store: the states that are active then. */
  states: readonly (readonly string[])[];
  /** Rows that could not be said. */
  left: readonly string[];
}

/** @param counter what counts in it, by which its branches are told */
export function writeBehaviour(
  doc: Component,
  found: Explored,
  rows: readonly Row[],
  counter: Counter | null = null,
): Written {
  const data: Datum[] = counter ? [...doc.data, { ...counter, type: "integer" }] : doc.data;
  const regions = regionsOf(found.stores);
  const taken = new Set<string>();
  const several = regions.length > 1;
  if (several) taken.add("page");
  const classes = new Map(allParts(doc).map(({ part }) => [part.name, classesOf(part)]));
  const names = regions.map((r) => {
    return namesFor(r, several, taken, (part, name) => classes.get(part)?.includes(name) ?? false);
  });
  if (!regions.length) names.push(["ready"]);
  const states = statesOf(doc, regions, names, taken);
  const all = regions.length ? names.flat() : ["ready"];
  const timers = new Map(found.timers);
  const context = {
    data,
    states: all,
    parts: allParts(doc).map((p) => p.part.name),
    requests: [...found.requests.keys()],
  };
  const reactions: EventRow[] = [];
  const left: string[] = [];
  for (const row of rows) {
    const event = parseEvent(row.event, context);
    const own = /^timer (.+)$/.exec(row.event)?.[1];
    // A timer that has come is over: to cancel it in its own row says nothing.
    const plain =
      own === undefined
        ? row
        : {
            ...row,
            outcomes: row.outcomes.map((o) => o && withEffects(o, (list) => ownTimer(list, own))),
          };
    const cells = cellsFor(plain, regions, names, timers);
    const read = Object.fromEntries(
      Object.entries(cells ?? {}).flatMap(([state, text]) => {
        const cell = parseReaction(text, context);
        return cell.ok && cell.value !== undefined ? [[state, cell.value]] : [];
      }),
    );
    if (event.ok && cells && Object.keys(read).length === Object.keys(cells).length)
      reactions.push({ event: event.value, in: read });
    else left.push(row.event);
  }
  const initial = loadedRow(found.loaded, timers);
  const mounted = initial ? parseReaction(initial, context) : null;
  if (mounted?.ok && mounted.value !== undefined)
    reactions.unshift({ event: { on: "mounted" }, in: { [ALWAYS]: mounted.value } });
  return {
    doc: withWords({
      ...beside(doc, regions, names),
      data,
      ...requestsOf(doc, found),
      states,
      focus: held(doc, regions, names),
      looks: looksOf(doc, regions, names, found),
      reactions,
    }),
    states: found.stores.map((_s, i) => (regions.length ? regions.map((r, g) => names[g][r.of[i]]) : ["ready"])),
    left,
  };
}

/** In a timer's own row it is over: to cancel it says nothing, but where it would be started again by itself. */
function ownTimer(effects: readonly Effect[], timer: string): Effect[] {
  const of = (e: Effect): boolean => (e.do === "start" || e.do === "cancel") && e.timer === timer;
  const last = effects.findLast(of);
  return effects.filter((e) => !of(e) || (last?.do === "start" && e.do === "start"));
}

const withEffects = (o: Outcome, change: (list: readonly Effect[]) => Effect[]): Outcome => ({
  ...o,
  effects: change(o.effects),
  ...(o.branches ? { branches: o.branches.map((b) => ({ ...b, effects: change(b.effects) })) } : {}),
});

/** In the order of the parts that they are named for; the first stays the first. */
function inOrder(names: readonly string[], order: readonly string[]): StateNode[] {
  const [first, ...rest] = names;
  return [first, ...rest.sort((a, b) => order.indexOf(a) - order.indexOf(b))].map((name) => ({ name }));
}

function statesOf(
  doc: Component,
  regions: readonly Region[],
  names: readonly string[][],
  taken: Set<string>,
): StateNode[] {
  const order = allParts(doc).map((p) => p.part.name);
  if (regions.length < 2) return inOrder(names[0], order);
  const states = regions.map((r, g): StateNode => {
    const main = mainKey(r.keys);
    // What only the script keeps has the variable's own name.
    let name = main.startsWith("variable ") ? main.split(/[ |.]/).at(-1)!.replace(/^#/, "") : main.split(" ")[1];
    if (!isStateName(name)) name = name.replace(/[^\w-]+/g, "").replace(/^[^A-Za-z_]+/, "") || "kept";
    while (taken.has(name)) name += "-part";
    taken.add(name);
    return { name, states: inOrder(names[g], order) };
  });
  return [{ name: "page", kind: "parallel", states }];
}

const methods = ["GET", "POST", "PUT", "PATCH", "DELETE"] as const;
/** The stand-in answers as services usually do; how they do, the person says. */
function requestsOf(doc: Component, { requests }: Explored): Pick<Component, "requests"> {
  const more = [...requests.values()].map(
    ({ name, method, path }): RequestSpec => ({
      name,
      method: methods.find((m) => m === method) ?? "POST",
      path,
      latency: "400ms",
      outcome: "ok",
    }),
  );
  return more.length || doc.requests ? { requests: [...(doc.requests ?? []), ...more] } : {};
}

/** A modal dialog holds the focus as long as it is open. */
function held(doc: Component, regions: readonly Region[], names: readonly string[][]): Component["focus"] {
  const out = { ...doc.focus };
  regions.forEach((r, g) => {
    r.keys.forEach((key, k) => {
      const [kind, within] = key.split(" ");
      if (kind !== "modal") return;
      r.states.forEach((values, s) => {
        if (values[k] === true) out[names[g][s]] = { within };
      });
    });
  });
  return out;
}
