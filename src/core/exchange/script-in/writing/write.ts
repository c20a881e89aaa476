/** From what a script makes of a page to states, looks and reactions. */
import { parseEvent, parseReaction } from "../../../expression";
import {
  ALWAYS,
  allParts,
  type Component,
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
import { mainKey, namesFor, type OwnAttribute, rivalsIn } from "./names";
import { looseRegionsOf, type Region, regionsOf } from "./regions";
import type { Row } from "./rows";

export interface Written {
  doc: Component;
  /** By what goes its own way, then by store: the states that are active then. */
  states: readonly (readonly (readonly string[])[])[];
  /** Rows that could not be said. */
  left: readonly string[];
}

/** What goes its own way on a page, whatever the rest of it does; mostly it is all. */
export interface Whole {
  found: Explored;
  rows: readonly Row[];
  /** What counts in it, by which its branches are told. */
  counter: Counter | null;
  /** It has regions that ask about each other. */
  loose?: boolean;
}

export function writeBehaviour(doc: Component, wholes: readonly Whole[]): Written {
  const data: Datum[] = [
    ...doc.data,
    ...wholes.flatMap(({ counter }): Datum[] => (counter ? [{ ...counter, type: "integer" }] : [])),
  ];
  const sets = wholes.map(({ found, loose }) => (loose ? looseRegionsOf : regionsOf)(found.stores));
  const regions = sets.flat();
  const taken = new Set<string>();
  const several = regions.length > 1;
  if (several) taken.add("page");
  const attributes = new Map(allParts(doc).map(({ part }) => [part.name, part.attributes]));
  const own: OwnAttribute = (part, name) => attributes.get(part)?.[name];
  const namesOf = (r: Region): string[] => namesFor(r, several, taken, own);
  const names = sets.map((set) => set.map(namesOf));
  const flat = regions.length ? names.flat() : [["ready"]];
  const states = statesOf(doc, regions, flat, taken, own);
  const context: Context = {
    data,
    states: flat.flat(),
    parts: allParts(doc).map((p) => p.part.name),
    requests: wholes.flatMap(({ found }) => [...found.requests.keys()]),
  };
  const left = new Set<string>();
  const reactions = wholes.map((whole, w) => {
    const said = reactionsOf(whole, sets[w], names[w], { several, alone: wholes.length === 1 }, context);
    for (const row of said.left) left.add(row);
    return said.rows;
  });
  // What is otherwise in a region is none of what is so always, whatever the others keep of it.
  const told = new Set(regions.flatMap((r) => r.keys));
  const said = wholes.reduce(
    (all, { found }, w): Component => ({
      ...beside(all, sets[w], names[w]),
      focus: held(all, sets[w], names[w]),
      looks: looksOf(all, sets[w], names[w], found, told),
    }),
    doc,
  );
  return {
    doc: withWords({
      ...said,
      data,
      ...requestsOf(doc, wholes),
      states,
      reactions: together(reactions),
    }),
    states: wholes.map(({ found }, w) =>
      found.stores.map((_s, i) => (regions.length ? sets[w].map((r, g) => names[w][g][r.of[i]]) : ["ready"])),
    ),
    left: [...left],
  };
}

type Context = Parameters<typeof parseEvent>[1];

/** @param where whether there are other regions, and whether they all are of this whole */
function reactionsOf(
  { found, rows }: Whole,
  regions: readonly Region[],
  names: readonly string[][],
  where: { several: boolean; alone: boolean },
  context: Context,
): { rows: EventRow[]; left: string[] } {
  // One that does nothing when it comes need not be set.
  const timers = new Map([...found.timers].filter(([name]) => rows.some((row) => row.event === `timer ${name}`)));
  const out: EventRow[] = [];
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
    const cells = cellsFor(plain, regions, names, timers, where.several, where.alone);
    const read = Object.fromEntries(
      Object.entries(cells ?? {}).flatMap(([state, text]) => {
        const cell = parseReaction(text, context);
        return cell.ok && cell.value !== undefined ? [[state, cell.value]] : [];
      }),
    );
    if (event.ok && cells && Object.keys(read).length === Object.keys(cells).length)
      out.push({ event: event.value, in: read });
    else left.push(row.event);
  }
  const initial = loadedRow(found.loaded, timers);
  const mounted = initial ? parseReaction(initial, context) : null;
  if (mounted?.ok && mounted.value !== undefined)
    out.unshift({ event: { on: "mounted" }, in: { [ALWAYS]: mounted.value } });
  return { rows: out, left };
}

/** The rows of all that goes its own way: those of one event are one, and each stands after what stands before it. */
function together(lists: readonly (readonly EventRow[])[]): EventRow[] {
  const out: EventRow[] = [];
  for (const list of lists) {
    let after = 0;
    for (const row of list) {
      const id = JSON.stringify(row.event);
      const at = out.findIndex((r) => JSON.stringify(r.event) === id);
      if (at < 0) out.splice(after, 0, row);
      else out[at] = { ...row, in: { ...out[at].in, ...row.in } };
      after = Math.max(after, (at < 0 ? after : at) + 1);
    }
  }
  return out;
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
  own: OwnAttribute,
): StateNode[] {
  const order = allParts(doc).map((p) => p.part.name);
  if (regions.length < 2) return inOrder(names[0], order);
  const states = regions.map((r, g): StateNode => {
    const main = mainKey(r.keys);
    // What only the script keeps has the variable's own name.
    const part = around(doc, rivalsIn(r, own)) ?? main.split(" ")[1];
    let name = main.startsWith("variable ") ? main.split(/[ |.]/).at(-1)!.replace(/^#/, "") : part;
    if (!isStateName(name)) name = name.replace(/[^\w-]+/g, "").replace(/^[^A-Za-z_]+/, "") || "kept";
    while (taken.has(name)) name += "-part";
    taken.add(name);
    return { name, states: inOrder(names[g], order) };
  });
  return [{ name: "page", kind: "parallel", states }];
}

/** The innermost part around several. */
function around(doc: Component, names: readonly string[]): string | undefined {
  const parents = new Map(allParts(doc).map(({ part, parent }) => [part.name, parent?.name]));
  const outward = (name: string): string[] => {
    const up = parents.get(name);
    return up === undefined ? [] : [up, ...outward(up)];
  };
  if (names.length < 2) return undefined;
  const [first, ...others] = names.map(outward);
  return first.find((up) => others.every((list) => list.includes(up)));
}

const methods = ["GET", "POST", "PUT", "PATCH", "DELETE"] as const;
/** The stand-in answers as services usually do; how they do, the person says. */
function requestsOf(doc: Component, wholes: readonly Whole[]): Pick<Component, "requests"> {
  const requests = new Map(wholes.flatMap(({ found }) => [...found.requests]));
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
