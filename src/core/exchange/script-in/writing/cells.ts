/** What each row does in each state, as cells are written. */
import { ALWAYS } from "../../../model";
import type { Explored, Outcome } from "../exploring";
import type { Effect } from "../reading";
import type { Region } from "./regions";
import type { Row } from "./rows";

function actionsOf(effects: readonly Effect[], timers: Explored["timers"], stops: boolean): string[] {
  const out = effects.flatMap((e): string[] => {
    switch (e.do) {
      case "focus":
        return [`focus ${e.part}`];
      case "focus back":
        return ["focus back"];
      case "start":
        return timers.has(e.timer) ? [`start ${e.timer} after ${timers.get(e.timer)!.ms}ms`] : [];
      case "cancel":
        return timers.has(e.timer) ? [`cancel ${e.timer}`] : [];
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

export const loadedRow = (effects: readonly Effect[], timers: Explored["timers"]): string | null => {
  const list = actionsOf(effects, timers, false);
  return list.length ? `/ ${list.join(", ")}` : null;
};

const cellText = (target: string | null, actions: readonly string[], when = ""): string =>
  `${when ? `[${when}] ` : ""}${target ?? ""}${actions.length ? ` / ${actions.join(", ")}` : ""}`.trim();

/**
 * All branches of a cell; those that do nothing are left out, since each says when it is meant. Where all come to the same,
 * none has to say when.
 */
function ways(
  o: Outcome,
  target: (to: number) => string | null,
  actions: (of: { effects: readonly Effect[]; assign?: string }) => string[],
): string {
  const branches = (o.branches ?? [{ ...o, when: "" }]).map((b) => ({
    when: b.when,
    text: cellText(target(b.to), actions(b)),
    of: b,
  }));
  if (branches.every((b) => b.text === branches[0].text)) return branches[0].text;
  return branches.flatMap((b) => (b.text ? [cellText(target(b.of.to), actions(b.of), b.when)] : [])).join("; ");
}

/**
 * Cells by state; null where they cannot be said.
 * @param several there are regions beside these
 * @param alone nothing else on the page goes its own way: what is the same in every state of a region is said once and for all
 */
export function cellsFor(
  row: Row,
  regions: readonly Region[],
  names: readonly string[][],
  timers: Explored["timers"],
  several: boolean,
  alone: boolean,
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
    return text ? { [several ? "page" : "ready"]: text } : {};
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
      else if (!several && mine.every((k) => k.o.whole)) cells[name] = "ignored";
    }
    // Of one that goes on to another it is not: that other cannot go on to itself.
    const [first, ...rest] = names[g];
    if (!alone || g !== says || !rest.length || rest.some((name) => cells[name] !== cells[first])) continue;
    cells[ALWAYS] = cells[first];
    for (const name of names[g]) delete cells[name];
  }
  return cells;
}

type Known = { o: Outcome; at: number };

/**
 * The region that what is done besides is said in: best one whose state alone tells it, and that goes on to another with it;
 * of those, the one in which it is said in the fewest states.
 */
function sayer(known: readonly Known[], regions: readonly Region[], doing: (o: Outcome) => string): number {
  const decides = (r: Region): boolean =>
    r.states.every((_v, s) => new Set(known.filter((k) => r.of[k.at] === s).map((k) => doing(k.o))).size < 2);
  const moves = (r: Region): boolean =>
    known.some((k) => (k.o.branches ?? [k.o]).some((b) => r.of[k.at] !== r.of[b.to]));
  const cells = (r: Region): number => new Set(known.flatMap((k) => (doing(k.o) ? [r.of[k.at]] : []))).size;
  for (const is of [(r: Region) => decides(r) && moves(r), decides, moves]) {
    const best = regions.filter(is).sort((a, b) => cells(a) - cells(b));
    if (best.length) return regions.indexOf(best[0]);
  }
  return 0;
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
