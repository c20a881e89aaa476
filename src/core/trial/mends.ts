/**
 * The page is right: single edits of the specification after which it does what the page was found to do. Each is tried on
 * the run that differs: what differed must be as it was found, and nothing else may have changed.
 */
import { printEvent, printFocusRule, printLook, printReaction } from "../expression";
import {
  type Action,
  ALWAYS,
  addEventRow,
  addLookRow,
  allParts,
  allStates,
  type Branch,
  type Component,
  checkNames,
  type EventSpec,
  escapeTemplate,
  type FocusRule,
  type Look,
  own,
  type Reaction,
  type Scenario,
  setFocusRule,
  setLook,
  setPart,
  setReaction,
} from "../model";
import { compile, type Program } from "../program";
import type { RunState } from "../run";
import { activeNames, scrollAt } from "../surface";
import { CoreSystem, type Differing, differingPart, openingOf, seenPart } from "./acting";

export interface Mend {
  /** Which cell, in words: `dialog in open`. */
  where: string;
  /** What it says now and then; empty for nothing. */
  before: string;
  after: string;
  doc: Component;
}

/** What a run showed to be otherwise. */
export interface Shown {
  scenario: Scenario;
  /** Of the step after which it was seen; -1 as the page opens. */
  step: number;
  /** ms */
  at: number;
  facts: readonly Differing[];
  cell: { row: number; state: string } | null;
  /** ms by which the page came later to what was expected. */
  late?: number;
}

/** So many are shown; so many are tried. */
const MOST = 4;
const TRIED = 400;

/** @returns edits that explain all that differs, those that say least first */
export function mends(doc: Component, shown: Shown): Mend[] {
  const program = compile(doc);
  const now = led(program, shown);
  const active = [...activeNames(program, now.state), ALWAYS];
  const tried = [...candidates(doc, shown, active)].slice(0, TRIED);
  const out: Mend[] = [];
  const seen = new Set<string>();
  for (const mend of tried) {
    const id = `${mend.where} ${mend.after}`;
    if (seen.has(id) || mend.doc === doc || !explains(program, now, mend.doc, shown)) continue;
    seen.add(id);
    out.push(mend);
    if (out.length === MOST) break;
  }
  return out;
}

/** The specification in the instant in which a page was found otherwise. */
export const expectedAt = (program: Program, shown: Shown): RunState => led(program, shown).state;

/** The specification led to the instant at which the page was looked at. */
function led(program: Program, { scenario, step, at }: Shown): CoreSystem {
  const core = new CoreSystem(program);
  core.openNow(openingOf(program.doc, scenario));
  for (const [i, { do: what }] of scenario.steps.slice(0, step + 1).entries()) {
    // Only what is announced from the last step on counts.
    if (i === step) core.heard();
    if ("wait" in what) core.passNow(Math.max(0, Math.min(what.wait, at - core.state.now)));
    else core.actNow(what);
  }
  if (at > core.state.now) core.passNow(at - core.state.now);
  return core;
}

function explains(before: Program, was: CoreSystem, doc: Component, shown: Shown): boolean {
  if (checkNames(doc).length) return false;
  const program = compile(doc);
  if (program.problems.length > before.problems.length) return false;
  const now = led(program, shown);
  const focus = now.state.focus < 0 ? "nothing" : program.parts[now.state.focus].name;
  const focusFound = shown.facts.find((f) => f.part === null && f.fact === "focus");
  if (focusFound ? focusFound.found !== focus : now.state.focus !== was.state.focus) return false;
  if (!shown.facts.every((f) => f.part !== null || isPageAsFound(f, now))) return false;
  // Where the difference lay in what a part shows, each part must now be as found, or as it was.
  return program.parts.every(({ index, name, path }) => {
    const mine = shown.facts.filter((f) => f.part === name);
    const changed = differingPart(
      program,
      index,
      seenPart(before, was.state, index),
      seenPart(program, now.state, index),
    );
    const around = path.slice(1).map((p) => program.parts[p].name);
    const isMeant = ([fact, , found]: (typeof changed)[number]): boolean =>
      shown.facts.some(
        (f) => f.fact === fact && f.found === found && (f.part === name || around.includes(f.part ?? "")),
      );
    return (
      changed.every(isMeant) &&
      mine.every((f) => changed.some(([fact, , found]) => fact === f.fact && found === f.found))
    );
  });
}

/** What is told of the page as a whole, besides its focus. */
function isPageAsFound({ fact, expected, found }: Differing, core: CoreSystem): boolean {
  if (fact === "focus") return true;
  if (fact === "announced") return !core.heard().some((text) => `“${text}”` === expected);
  return fact === "scroll" && found === `${Math.round(scrollAt(core.state.page, core.state.now))} px`;
}

function* candidates(doc: Component, shown: Shown, active: readonly string[]): Generator<Mend> {
  if (shown.late) yield* later(doc, shown);
  for (const f of shown.facts) if (f.part !== null) yield* looks(doc, f, active);
  yield* focuses(doc, shown, active);
  yield* reactions(doc, shown, active);
}

/** What comes too late for the specification may be meant to. */
function* later(doc: Component, { cell, late = 0 }: Shown): Generator<Mend> {
  const more = (time: string): string | null => {
    const n = /^(\d+(?:\.\d+)?)(ms|s)$/.exec(time);
    return n ? `${Number(n[1]) * (n[2] === "s" ? 1000 : 1) + late}ms` : null;
  };
  const own = cell && doc.reactions[cell.row];
  const event = own?.event;
  if (!cell || !own || !event) return;
  if (event.on === "after" || event.on === "every") {
    const said = own.in[cell.state];
    const time = said !== "ignored" && said?.after ? more(said.after) : null;
    if (said !== "ignored" && time) yield reactionMend(doc, cell.row, cell.state, { ...said, after: time });
  }
  if (event.on !== "timer") return;
  for (const [row, { in: cells }] of doc.reactions.entries())
    for (const [state, said] of Object.entries(cells)) {
      if (said === "ignored") continue;
      const longer = mapActions(said, (a) => {
        const time = a.do === "start" && a.timer === event.timer ? more(a.after) : null;
        return time && a.do === "start" ? { ...a, after: time } : a;
      });
      if (JSON.stringify(longer) !== JSON.stringify(said)) yield reactionMend(doc, row, state, longer);
    }
}

type Said = Exclude<Reaction, "ignored">;
/** @param change null leaves the action out */
const mapActions = (said: Said, change: (a: Action) => Action | null): Said => ({
  ...said,
  branches: said.branches.map(({ actions, ...b }) => {
    const list = actions?.flatMap((a) => change(a) ?? []);
    return list?.length ? { ...b, actions: list } : b;
  }),
});

/** What a look can say so that a fact is as it was found. */
function saying({ fact, found }: Differing): ((look: Look) => Look)[] {
  const yes = found === "yes";
  const attribute = /^attribute (.+)$/.exec(fact)?.[1];
  if (attribute)
    return [
      (l) => ({ ...l, attributes: { ...l.attributes, [attribute]: found === "none" ? null : escapeTemplate(found) } }),
      ({ attributes: { [attribute]: _gone, ...rest } = {}, ...l }) => ({ ...l, attributes: rest }),
    ];
  switch (fact) {
    case "text":
      return [(l) => ({ ...l, text: escapeTemplate(found) })];
    case "visible":
      return yes
        ? [({ as: _as, ...l }) => l, (l) => ({ ...l, as: "shown" })]
        : (["not displayed", "hidden", "transparent"] as const).map((as) => (l: Look) => ({ ...l, as }));
    case "opacity":
      return [(l) => ({ ...l, css: { ...l.css, opacity: found } })];
    case "disabled":
      return [({ disabled: _d, ...l }) => (yes ? { ...l, disabled: true } : l), (l) => ({ ...l, disabled: yes })];
    case "focusable":
      return yes
        ? [(l) => ({ ...l, disabled: false }), (l) => ({ ...l, inert: false })]
        : [(l) => ({ ...l, disabled: true }), (l) => ({ ...l, inert: true })];
    case "exposed":
      return [(l) => ({ ...l, exposed: yes })];
    case "takes pointer":
      return [(l) => ({ ...l, pointer: yes })];
    case "name":
      return [(l) => ({ ...l, attributes: { ...l.attributes, "aria-label": escapeTemplate(found) } })];
    case "role":
      return [(l) => ({ ...l, attributes: { ...l.attributes, role: found || null } })];
  }
  return [];
}

function* looks(doc: Component, fact: Differing, active: readonly string[]): Generator<Mend> {
  const part = fact.part!;
  const row = doc.looks.find((l) => l.part === part);
  // What its markup says, where no look says otherwise.
  const base = allParts(doc).find(({ part: p }) => p.name === part)?.part;
  if (fact.fact === "text" && base && (base.content ?? []).every((c) => typeof c === "string")) {
    const { name: _n, ...rest } = base;
    const before = (base.content ?? []).join("");
    yield {
      where: `${part} itself`,
      before: JSON.stringify(before),
      after: JSON.stringify(fact.found),
      doc: setPart(doc, part, { ...rest, content: fact.found === "" ? [] : [escapeTemplate(fact.found)] }),
    };
  }
  for (const state of active)
    for (const say of saying(fact)) {
      const old = own(row?.in ?? {}, state) ?? {};
      const next = say(old);
      const before = printLook(old);
      const after = printLook(next);
      if (before === after) continue;
      const where = state === ALWAYS ? `${part}, always` : `${part} in ${state}`;
      yield { where, before, after, doc: setLook(addLookRow(doc, part), part, state, after ? next : undefined) };
    }
}

const reactionMend = (doc: Component, row: number, state: string, next: Reaction | undefined): Mend => {
  const before = own(doc.reactions[row].in, state);
  return {
    where: `${printEvent(doc.reactions[row].event)} in ${state}`,
    before: before === undefined ? "" : printReaction(before),
    after: next === undefined ? "" : printReaction(next),
    doc: setReaction(doc, row, state, next),
  };
};

function* focuses(doc: Component, { facts, cell }: Shown, active: readonly string[]): Generator<Mend> {
  const found = facts.find((f) => f.part === null && f.fact === "focus")?.found;
  if (found === undefined) return;
  const part = allParts(doc).some(({ part: p }) => p.name === found) ? found : null;
  const said = cell && own(doc.reactions[cell.row].in, cell.state);
  if (cell && said && said !== "ignored") {
    const without = (b: Branch): Action[] => (b.actions ?? []).filter((a) => a.do !== "focus");
    const put = (actions: (b: Branch) => Action[]): Reaction => ({
      ...said,
      branches: said.branches.map(({ actions: _a, ...b }) => {
        const list = actions({ ...b, actions: _a });
        return list.length ? { ...b, actions: list } : b;
      }),
    });
    if (part)
      yield reactionMend(
        doc,
        cell.row,
        cell.state,
        put((b) => [...without(b), { do: "focus", target: { part } }]),
      );
    yield reactionMend(doc, cell.row, cell.state, put(without));
    yield reactionMend(
      doc,
      cell.row,
      cell.state,
      put((b) => [...without(b), { do: "focus", target: { back: true } }]),
    );
  }
  for (const state of active) {
    if (state === ALWAYS) continue;
    const rule = own(doc.focus, state);
    const { to: _to, ...rest } = rule ?? {};
    const next: FocusRule = part ? { ...rest, to: { part } } : rest;
    const empty = !next.to && !next.within;
    yield {
      where: `focus in ${state}`,
      before: rule ? printFocusRule(rule) : "",
      after: empty ? "" : printFocusRule(next),
      doc: setFocusRule(doc, state, empty ? undefined : next),
    };
  }
}

/** The cell that was asked leads elsewhere, or nowhere; or one that says nothing yet leads somewhere. */
function* reactions(
  doc: Component,
  { scenario, step, cell, facts }: Shown,
  active: readonly string[],
): Generator<Mend> {
  const states = allStates(doc)
    .filter(({ state }) => !state.states?.length)
    .map(({ state }) => state.name);
  const heard = facts.find((f) => f.fact === "announced" && /^“[^”]*”$/.test(f.found));
  if (cell) {
    // What happens may be said in several regions at once: any of them may be meant.
    for (const [state, said] of Object.entries(doc.reactions[cell.row].in)) {
      if (said === "ignored") continue;
      if (heard) {
        const text = escapeTemplate(heard.found.slice(1, -1));
        const spoken = mapActions(said, (a) => (a.do === "announce" ? { ...a, text } : a));
        if (JSON.stringify(spoken) !== JSON.stringify(said)) yield reactionMend(doc, cell.row, state, spoken);
      }
      yield reactionMend(doc, cell.row, state, "ignored");
      const silent = mapActions(said, (a) => (a.do === "announce" ? null : a));
      if (JSON.stringify(silent) !== JSON.stringify(said)) yield reactionMend(doc, cell.row, state, silent);
      for (const [i, branch] of said.branches.entries()) {
        const { to: _to, ...rest } = branch;
        for (const next of [rest, ...states.map((to) => ({ ...rest, to }))])
          if (Object.keys(next).length)
            yield reactionMend(doc, cell.row, state, { ...said, branches: said.branches.with(i, next) });
      }
    }
    // Another row may have heard of the same, or of what came of it.
    for (const [row, { in: cells }] of doc.reactions.entries())
      if (row !== cell.row)
        for (const [state, said] of Object.entries(cells))
          if (said !== "ignored") yield reactionMend(doc, row, state, "ignored");
    return;
  }
  const did = step < 0 ? null : scenario.steps[step].do;
  const event = did && eventOf(did);
  if (!event) return;
  const known = doc.reactions.findIndex((r) => JSON.stringify(r.event) === JSON.stringify(event));
  const with_ = known < 0 ? addEventRow(doc, event) : doc;
  const row = known < 0 ? doc.reactions.length : known;
  for (const state of active)
    if (state !== ALWAYS) for (const to of states) yield reactionMend(with_, row, state, { branches: [{ to }] });
}

const eventOf = (did: Scenario["steps"][number]["do"]): EventSpec | null => {
  if ("click" in did && did.click !== null) return { on: "click", part: did.click, scope: "inside" };
  if ("press" in did) return { on: "key", key: did.press };
  return null;
};
