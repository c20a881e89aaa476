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

// Reactions

function actionsOf(effects: readonly Effect[], timers: Explored["timers"], stops: boolean): string[] {
  const out = effects.flatMap((e): string[] => {
    switch (e.do) {
      case "focus":
        return [`focus ${e.part}`];
      case "focus back":
        return ["focus back"];
      case "start":
        return [`start ${e.timer} after ${timers.get(e.timer)?.ms ?? 0}ms`];
      case "cancel":
        return [`cancel ${e.timer}`];
      case "scroll":
        return [`scroll to ${e.part}${e.smooth ? " smoothly" : ""}`];
      case "scroll to":
        return [`scroll to ${e.distance}px${e.smooth ? " smoothly" : ""}`];
      case "request":
        return [`request ${e.request}`];
      case "prevent":
        return ["prevent"];
      default:
        return [];
    }
  });
  const last = out.filter((a, i) => !a.startsWith("focus ") || out.findLastIndex((b) => b.startsWith("focus ")) === i);
  return [...new Set(last), ...(stops ? ["stop"] : [])];
}

const loadedRow = (effects: readonly Effect[], timers: Explored["timers"]): string | null => {
  const list = actionsOf(effects, timers, false);
  return list.length ? `/ ${list.join(", ")}` : null;
};

const cellText = (target: string | null, actions: readonly string[], when = ""): string =>
  `${when ? `[${when}] ` : ""}${target ?? ""}${actions.length ? ` / ${actions.join(", ")}` : ""}`.trim();

/** All branches of a cell; those that do nothing are left out, since each says when it is meant. */
const ways = (
  o: Outcome,
  target: (to: number) => string | null,
  actions: (of: { effects: readonly Effect[]; assign?: string }) => string[],
): string =>
  (o.branches ?? [{ ...o, when: "" }])
    .flatMap((b) => {
      const text = cellText(target(b.to), actions(b));
      return text ? [cellText(target(b.to), actions(b), b.when)] : [];
    })
    .join("; ");

/** Cells by state; null where they cannot be said. */
function cellsFor(
  row: Row,
  regions: readonly Region[],
  names: readonly string[][],
  timers: Explored["timers"],
): Record<string, string> | null {
  const known = row.outcomes.flatMap((o, at) => (o ? [{ o, at }] : []));
  const actions = (of: { effects: readonly Effect[]; assign?: string }): string[] => [
    ...(of.assign ? [of.assign] : []),
    ...actionsOf(of.effects, timers, row.stops),
  ];
  const doing = (o: Outcome): string =>
    (o.branches ?? [o])
      .map((b) => actions(b).join(", "))
      .join(";")
      .replace(/^;+$/, "");
  const cells: Record<string, string> = {};
  if (!regions.length) {
    const text = ways(known[0].o, () => null, actions);
    return text ? { ready: text } : {};
  }
  // What is done besides is said in one region: in one of those that decide about it.
  const says = known.some(({ o }) => doing(o) !== "") ? sayer(known, regions, doing) : -1;
  for (const [g, region] of regions.entries()) {
    for (const [s, name] of names[g].entries()) {
      const mine = known.filter(({ at }) => region.of[at] === s);
      if (!mine.length) continue;
      const wanted = (k: (typeof mine)[number]): string => {
        const target = (to: number): string | null => (region.of[to] === s ? null : names[g][region.of[to]]);
        return ways(k.o, target, g === says ? actions : () => []);
      };
      const text = said(mine, wanted, g, regions, names);
      if (text === null) return null;
      if (text) cells[name] = text;
      // The script was asked, and does nothing then: that is decided.
      else if (regions.length === 1 && mine.every((k) => k.o.whole)) cells[name] = "ignored";
    }
  }
  return cells;
}

type Known = { o: Outcome; at: number };

/** The region that what is done besides is said in: best one whose state alone tells it, and that goes on to another with it. */
function sayer(known: readonly Known[], regions: readonly Region[], doing: (o: Outcome) => string): number {
  const decides = (r: Region): boolean =>
    r.states.every((_v, s) => new Set(known.filter((k) => r.of[k.at] === s).map((k) => doing(k.o))).size < 2);
  const moves = (r: Region): boolean =>
    known.some((k) => (k.o.branches ?? [k.o]).some((b) => r.of[k.at] !== r.of[b.to]));
  const best = [(r: Region) => decides(r) && moves(r), decides, moves].map((is) => regions.findIndex(is));
  return best.find((at) => at >= 0) ?? 0;
}

/** So many ways one cell may go; more nobody reads. */
const MOST_WAYS = 12;

/** One cell: the same for all, or told by the states of other regions. @returns null where that takes too many */
function said(
  mine: readonly Known[],
  wanted: (k: Known) => string,
  g: number,
  regions: readonly Region[],
  names: readonly string[][],
): string | null {
  const ways = waysBy(mine, wanted, regions, new Set([g]));
  if (!ways || ways.length > MOST_WAYS) return null;
  return ways
    .filter((w) => w.text)
    .map(({ text, states }) => {
      const where = states.map(([h, s]) => `in("${names[h][s]}")`).join(" && ");
      if (!where) return text;
      // A condition of its own already: both have to hold.
      return text
        .split("; ")
        .map((t) => (t.startsWith("[") ? t.replace(/^\[/, `[${where} && `) : `[${where}] ${t}`))
        .join("; ");
    })
    .join("; ");
}

interface Way {
  text: string;
  /** Regions and their states that it is told by. */
  states: [region: number, state: number][];
}
/** By the region that tells most, and within each of its states by another. */
function waysBy(
  mine: readonly Known[],
  wanted: (k: Known) => string,
  regions: readonly Region[],
  asked: ReadonlySet<number>,
): Way[] | null {
  const texts = new Set(mine.map(wanted));
  if (texts.size < 2) return [...texts].map((text) => ({ text, states: [] }));
  const split = (h: number): Known[][] =>
    regions[h].states.map((_v, s) => mine.filter((k) => regions[h].of[k.at] === s));
  const untold = (h: number): number =>
    split(h).reduce((n, group) => n + Math.max(0, new Set(group.map(wanted)).size - 1), 0);
  const others = regions.map((_r, h) => h).filter((h) => !asked.has(h));
  const [by] = others.sort((a, b) => untold(a) - untold(b));
  if (by === undefined) return null;
  const out: Way[] = [];
  for (const [s, group] of split(by).entries()) {
    const inner = waysBy(group, wanted, regions, new Set([...asked, by]));
    if (!inner) return null;
    out.push(...inner.map((w): Way => ({ ...w, states: [[by, s], ...w.states] })));
  }
  return out;
}
