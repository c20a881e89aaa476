/** Outcomes by what was acted upon, as few rows as say the same: what bubbles is said once, at what it bubbles to. */
import { type Act, type Explored, keyWord, type Outcome } from "../exploring";
import { isElement, type PageElement, type ScriptPage } from "../reading";

export interface Row {
  /** In the notation of events. */
  event: string;
  outcomes: readonly (Outcome | undefined)[];
  /** Nobody further out hears of it. */
  stops: boolean;
}

type Outcomes = readonly (Outcome | undefined)[];
const isDone = (o: Outcome, at: number): boolean =>
  o.to !== at ||
  o.effects.length > 0 ||
  (o.branches ?? []).some((b) => b.to !== at || b.effects.length > 0 || b.assign !== "");
const sign = (list: Outcomes): string =>
  // What cannot be done then leaves a hole, or an end that comes sooner.
  JSON.stringify(Array.from(list, (o, at) => (o && isDone(o, at) ? [o.to, o.effects, o.branches] : 0)))
    .replace(/(,0)+\]$|^\[0\]$/, "]")
    .replace(/^\]$/, "[]");
/** The same wherever both can be done: what cannot be done then says nothing against it. */
const alike = (a: Outcomes, b: Outcomes): boolean =>
  Array.from(a).every((o, at) => !o || !b[at] || doneAt(o, at) === doneAt(b[at], at));
/** What can be done in one and not in the other is said by the one. */
const joined = (a: Outcomes, b: Outcomes): Outcomes =>
  Array.from({ length: Math.max(a.length, b.length) }, (_o, at) => a[at] ?? b[at]);
const covers = (a: Outcomes, b: Outcomes): boolean => Array.from(b).every((o, at) => !o || a[at] || !isDone(o, at));
const doneAt = (o: Outcome, at: number): string => (isDone(o, at) ? JSON.stringify([o.to, o.effects, o.branches]) : "");
const none = (list: Outcomes): Outcomes => list.map((_o, at) => ({ to: at, effects: [], whole: true }));

/**
 * By what goes its own way. Where one of them stops an event at a part, the others hear of it there, too: what they would have
 * heard further out does not reach them.
 */
export function rowsOf(page: ScriptPage, wholes: readonly Explored[]): Row[][] {
  const stopped = new Set<string>();
  for (;;) {
    const { size } = stopped;
    const out = wholes.map((w) => rowsIn(page, w, stopped));
    if (wholes.length > 1) for (const row of out.flat()) if (row.stops) stopped.add(row.event);
    if (stopped.size === size) return out;
  }
}

/** @param stopped events that others stop */
function rowsIn(page: ScriptPage, { acts, outcomes }: Explored, stopped: ReadonlySet<string>): Row[] {
  const out: Row[] = [];
  for (const is of ["pointer down", "pointer up", "click"] as const)
    out.push(
      ...tree(
        page,
        group(acts, outcomes, (a) => a.is === is),
        (scope, part) => `${is}${scope && ` ${scope}`} ${part}`.trim(),
        stopped,
      ),
    );
  const keys = acts.flatMap((a) => (a.is === "key" ? [`${a.up ? "u" : "d"}${a.key}`] : []));
  for (const id of new Set(keys)) {
    const mine = group(acts, outcomes, (a) => a.is === "key" && `${a.up ? "u" : "d"}${a.key}` === id);
    const key = keyWord(id.slice(1));
    const verb = id[0] === "u" ? "release" : "press";
    out.push(...pressed(page, mine, `${verb} ${key}`, stopped));
  }
  const words: Partial<Record<Act["is"], string>> = {
    "pointer enter": "pointer enters",
    "pointer leave": "pointer leaves",
    "focus enters": "focus enters",
    "focus leaves": "focus leaves",
    "motion ended": "motion ended",
  };
  acts.forEach((a, i) => {
    const word = words[a.is];
    if (word && "target" in a && isNews(outcomes[i]))
      out.push({ event: `${word} ${a.target}`, outcomes: outcomes[i], stops: false });
    if ((a.is === "in view" || a.is === "out of view") && isNews(outcomes[i])) {
      const part = a.ratio ? ` at ${Math.round(a.ratio * 1e4) / 100}%` : "";
      out.push({ event: `${a.is} ${a.target}${part}`, outcomes: outcomes[i], stops: false });
    }
    if (a.is === "answer" && isNews(outcomes[i]))
      out.push({ event: `request ${a.ok ? "ok" : "failed"} ${a.request}`, outcomes: outcomes[i], stops: false });
    if (a.is === "timer" && isNews(outcomes[i]))
      out.push({ event: `timer ${a.timer}`, outcomes: outcomes[i], stops: false });
  });
  out.push(
    ...distant(acts, outcomes, "scroll past", "scroll back"),
    ...distant(acts, outcomes, "width above", "width below"),
  );
  return out;
}

/** Only distances that tell: over which something is otherwise than before. What any scrolling does is said at the top. */
function distant(
  acts: readonly Act[],
  outcomes: Explored["outcomes"],
  over: "scroll past" | "width above",
  under: "scroll back" | "width below",
): Row[] {
  const at = (is: Act["is"], distance: number): Outcomes =>
    outcomes[acts.findIndex((a) => a.is === is && "distance" in a && a.distance === distance)] ?? [];
  const wherever = (is: Act["is"], distance: number): Outcomes => at(is, distance).map((o) => o?.elsewhere ?? o);
  const distances = acts.flatMap((a) => (a.is === over ? [a.distance] : [])).sort((a, b) => a - b);
  const telling = distances.filter((d) => sign(wherever(over, d)) !== sign(wherever(under, d)));
  if (over === "scroll past" && !telling.length && isNews(at(over, 0))) telling.push(0);
  return telling.flatMap((d) =>
    [over, under].flatMap((is) => {
      const list = at(is, d);
      const event = `${is}${is === "scroll back" ? " above" : ""} ${d}px`;
      return isNews(list) ? [{ event, outcomes: list, stops: false }] : [];
    }),
  );
}

const isNews = (list: Outcomes): boolean => list.some((o, at) => o && isDone(o, at));

const group = (
  acts: readonly Act[],
  outcomes: Explored["outcomes"],
  which: (a: Act) => boolean,
): Map<string, Outcomes> =>
  new Map(acts.flatMap((a, i) => (which(a) && "target" in a ? [[a.target, outcomes[i]] as const] : [])));

/** Clicks: the tree of parts, each with what a click on it does. */
function tree(
  page: ScriptPage,
  by: ReadonlyMap<string, Outcomes>,
  event: (scope: string, part: string) => string,
  stopped: ReadonlySet<string>,
): Row[] {
  const rows: Row[] = [];
  const outside = by.get("body");
  if (!outside) return rows;
  const nothing = none(outside);
  /** What would be heard further out is heard here, where another stops it. */
  const hearBefore = (e: PageElement, own: Outcomes, further: Outcomes): void => {
    const row = event("", e.name);
    if (stopped.has(row) && isNews(further)) rows.push({ event: row, outcomes: joined(own, further), stops: true });
  };
  const emit = (e: PageElement, inherited: Outcomes): void => {
    const own = by.get(e.name) ?? inherited;
    const children = e.children.filter(isElement);
    if (alike(own, inherited) && covers(inherited, own)) {
      hearBefore(e, own, inherited);
      for (const c of children) emit(c, inherited);
      return;
    }
    const stops = isNews(inherited);
    const apart = children.length > 0 && !stops && children.every((c) => !alike(by.get(c.name) ?? own, own));
    rows.push({ event: event(apart ? "exactly" : "", e.name), outcomes: own, stops });
    for (const c of children) emit(c, apart ? inherited : own);
  };
  const top = page.body.children.filter(isElement);
  if (!isNews(outside)) {
    for (const e of top) emit(e, nothing);
    return rows;
  }
  // Parts at which a click does nothing, with all that is in them.
  const quiet: PageElement[] = [];
  const find = (e: PageElement): void => {
    const own = by.get(e.name);
    if (own && !isNews(own)) quiet.push(e);
    else for (const c of e.children.filter(isElement)) find(c);
  };
  for (const e of top) find(e);
  // What can be done at a part only is done there as anywhere: a button that is held is let go on it.
  let all = outside;
  const walk = (e: PageElement): void => {
    const own = by.get(e.name) ?? all;
    if (quiet.length === 1 && e === quiet[0]) for (const c of e.children.filter(isElement)) emit(c, nothing);
    else if (alike(own, all)) {
      hearBefore(e, own, all);
      all = joined(all, own);
      for (const c of e.children.filter(isElement)) walk(c);
    } else emit(e, all);
  };
  for (const e of top) walk(e);
  // Those further in come first: what they stop reaches nobody else.
  rows.push({
    event: quiet.length === 1 ? event("outside", quiet[0].name) : event("anywhere", ""),
    outcomes: all,
    stops: false,
  });
  return rows;
}

/** Keys: at the page, or in the parts that listen. */
function pressed(
  page: ScriptPage,
  by: ReadonlyMap<string, Outcomes>,
  event: string,
  stopped: ReadonlySet<string>,
): Row[] {
  const anywhere = by.get("body");
  if (!anywhere) return [];
  const rows: Row[] = [];
  const covered = new Set<string>();
  for (const [name, own] of by) {
    if (name === "body" || covered.has(name) || (alike(own, anywhere) && covers(anywhere, own))) continue;
    // The outermost part in which every focus does the same, and of those with the same in them the innermost.
    let outer = page.named(name)!;
    const inside = (e: PageElement): string[] =>
      [...by.keys()].filter((n) => n !== "body" && page.contains(e, page.named(n)));
    /** What all of those do; null where two of them differ. */
    const together = (names: readonly string[]): Outcomes | null =>
      names.reduce<Outcomes | null>((all, n) => all && (alike(by.get(n)!, all) ? joined(all, by.get(n)!) : null), own);
    let all = own;
    for (let up = outer.parent; up && up !== page.body; up = up.parent) {
      const whole = together(inside(up));
      if (!whole) break;
      if (inside(up).length > inside(outer).length) outer = up;
      all = whole;
    }
    for (const n of inside(outer)) if (alike(by.get(n)!, all) && covers(all, by.get(n)!)) covered.add(n);
    // What listens around it has heard the same key, and does nothing else with it.
    const around = [...by].some(
      ([n, other]) => n !== "body" && isNews(other) && n !== outer.name && page.contains(page.named(n)!, outer),
    );
    rows.push({ event: `${event} in ${outer.name}`, outcomes: all, stops: around || isNews(anywhere) });
  }
  for (const [name] of by) {
    if (!isNews(anywhere)) break;
    // Further in first: another stops the key in a part around it.
    for (let e = name === "body" ? null : page.named(name); e && e !== page.body; e = e.parent) {
      const row = `${event} in ${e.name}`;
      if (stopped.has(row) && !rows.some((r) => r.event === row))
        rows.push({ event: row, outcomes: anywhere, stops: true });
    }
  }
  if (isNews(anywhere)) rows.push({ event, outcomes: anywhere, stops: false });
  return rows.filter((row) => isNews(row.outcomes) || row.stops);
}
