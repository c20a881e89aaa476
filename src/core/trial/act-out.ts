/** One run, acted out by the specification and by a page at once; both are looked at wherever something can show. */
import type { Component, Scenario } from "../model";
import { DOCUMENT, type Program } from "../program";
import {
  advance,
  explain,
  nextDue,
  phraseText,
  type RunState,
  type Step,
  type Stimulus,
  stimulate,
  stimulusText,
} from "../run";
import { isPlace, trackEnd } from "../surface";
import { CoreSystem } from "./core-system";
import { type Differing, differing, type LetBe } from "./differing";
import type { Observation, Opening, SeenPart, System } from "./system";

export interface Differs {
  /** Index of the step after which it was seen; -1 as the page opens. */
  step: number;
  /** ms of the clock that both run on */
  at: number;
  facts: Differing[];
  /** What the specification says happened last, told; and the cell that says so. */
  because: string;
  cell: { row: number; state: string } | null;
  /** How the parts that differ, and the focus, were found on the page at each look, and after it while it was given time. */
  found: FoundLook[];
  /** ms by which the page came later to what was expected; none where it did not within some seconds, or was not asked. */
  late?: number;
}

/** What was found of a page at an instant, ms. */
export interface FoundLook {
  at: number;
  /** The part that has the focus; what it is where it is no part, null for nothing. */
  focus: string | null;
  parts: Readonly<Record<string, Pick<SeenPart, "present" | "displayed" | "visible" | "opacity" | "text">>>;
}

export interface Judged {
  differs: Differs | null;
  /** A step that cannot be done with such a page, and why. */
  impossible: { step: number; why: string } | null;
  /** How often both were looked at. */
  looks: number;
}

export interface Watching {
  parts: readonly string[];
  letBe: readonly LetBe[];
  /** Ends it before the next look; an AbortSignal, for one. */
  signal?: { readonly aborted: boolean };
  /** Where they differ, this is done; then the page is given time, since it may only be late. */
  wait?(): Promise<void>;
  /** Is told the specification, right before both are looked at. */
  before?(core: CoreSystem): Promise<void>;
}

/** ms right before something is due: pages count timers in whole ones, from where they are. */
const JUST = 2;
/** Within one wait so many instants are looked at, from its beginning; and so many at its end. */
const FIRST = 10;
const LAST = 3;
/** The specification a frame ago, and two. */
const FRAME = 1000 / 60;

/** Somebody ended the trial. */
export class Stopped extends Error {
  constructor() {
    super("stopped");
  }
}

/** How a run begins: as its scenario says, else as the component's page is. */
export const openingOf = (doc: Component, { page }: Pick<Scenario, "page">): Opening => ({
  width: page?.width ?? doc.page.width,
  height: page?.height ?? doc.page.height,
  scroll: page?.scroll ?? 0,
  reducedMotion: page?.reducedMotion ?? false,
});

/** @throws what the system throws; and where the run was ended */
export async function actOut(program: Program, scenario: Scenario, page: System, watching: Watching): Promise<Judged> {
  const core = new CoreSystem(program);
  const { doc } = program;
  const opening = openingOf(doc, scenario);
  const given = givenFromWithin(doc, scenario);
  if (given) return { differs: null, impossible: { step: -1, why: `the run ${given}` }, looks: 0 };
  await core.open(opening);
  const opened = await page.open(opening);
  if (!opened.done) return { differs: null, impossible: { step: -1, why: opened.why }, looks: 0 };
  const past = [core.state];
  let acted: Acted | null = null;
  const seen: Seen[] = [];
  /** How long the page needs until it surely has done what it was told. */
  let lagged = 0;
  /** ms that the run itself has said to wait; both clocks may be before that. */
  let said = 0;
  const look = async (step: number): Promise<Noticed | null> => {
    if (watching.signal?.aborted) throw new Stopped();
    await watching.before?.(core);
    const found = await page.observe(watching.parts);
    await follow(found.now);
    const expected = await core.observe(watching.parts);
    seen.push({ at: core.state.now, found });
    const draws = lagged > 0 || found.lag > 0;
    lagged = found.lag && found.lag + 3 * FRAME;
    const earlier = earlierOf(program, past, core.state, found);
    earlier.push(...atTheEdge(program, past, core.state));
    if (acted) earlier.push(...later(program, acted, core.state.now, found.lag));
    // What counts by frames begins at the next one, however soon that comes: it may be done a frame before its time.
    if (draws) earlier.push(advance(program, core.state, core.state.now + FRAME));
    // On the way the focus may have been where the page still has it.
    if (found.lag) for (const move of core.last.focus) earlier.push({ ...core.state, focus: move.to });
    const facts = differing(program, core.state, expected, found, watching.letBe, earlier);
    return facts.length ? { step, at: core.state.now, facts, ...lastOf(program, core.last) } : null;
  };
  /** A clock that nobody holds has gone on by itself. */
  const follow = async (now = 0): Promise<void> => {
    if (now <= core.state.now) return;
    await core.pass(now - core.state.now);
    past.push(core.state);
  };
  const passAndLook = async (wished: number, step: number): Promise<Noticed | null> => {
    const ms = Math.max(0, wished);
    await core.pass(ms);
    await page.pass(ms);
    past.push(core.state);
    return look(step);
  };
  let differs = await look(-1);
  for (const [index, step] of scenario.steps.entries()) {
    if (differs) break;
    if (watching.signal?.aborted) throw new Stopped();
    if ("wait" in step.do) {
      said += step.do.wait;
      const until = Math.max(core.state.now, said);
      for (const instant of instantsOf(program, core.state, until)) {
        differs = await passAndLook(instant - core.state.now, index);
        if (differs) break;
      }
      continue;
    }
    if (lagged) {
      // Nobody acts on what is not there yet; the time it takes is taken from the next wait.
      differs = await passAndLook(lagged, index - 1);
      if (differs) break;
    }
    // Back from a bare page that was clicked one leaves it in Chromium, and comes to the last stop in Firefox.
    if (goesBack(step.do) && core.state.focus === DOCUMENT && scenario.steps.slice(0, index).some((s) => isBare(s.do)))
      break;
    acted = { before: core.state, act: step.do };
    const mine = await core.act(step.do);
    // Out of the page: where the focus goes then, and comes back from, is the browser's own affair.
    if ("press" in step.do && step.do.press.endsWith("Tab") && core.state.focus === DOCUMENT) break;
    const done = await page.act(step.do);
    past.push(core.state);
    if (!done.done && done.impossible)
      return { differs: null, impossible: { step: index, why: done.why }, looks: seen.length };
    if (!done.done && mine.done) {
      const facts: Differing[] = [
        { part: targetOf(step.do), fact: "act", expected: stimulusText(step.do), found: done.why },
      ];
      differs = { step: index, at: core.state.now, facts, ...lastOf(program, core.last) };
    } else differs = await look(index);
  }
  if (differs && watching.wait && differs.facts.every((f) => !/^(act|error|announced)$/.test(f.fact))) {
    await watching.wait();
    const late = await lateness(program, core, page, watching, differs.facts, seen);
    if (late) differs = { ...differs, late };
  }
  // What was let pass because the page lags has to have come about in the end.
  if (!differs && lagged) differs = await passAndLook(lagged, scenario.steps.length - 1);
  const looks = seen.length;
  return { differs: differs && { ...differs, found: foundOf(differs.facts, seen) }, impossible: null, looks };
}

/** A difference, before all that was found is put to it. */
type Noticed = Omit<Differs, "found">;

interface Seen {
  at: number;
  found: Observation;
}

/** Of all that was seen what is about the parts that differ. */
const foundOf = (facts: readonly Differing[], seen: readonly Seen[]): FoundLook[] => {
  const names = new Set(facts.flatMap((f) => f.part ?? []));
  return seen.map(({ at, found }) => ({
    at,
    focus: found.focus.part ?? found.focus.other,
    parts: Object.fromEntries(
      Object.entries(found.parts).flatMap(([name, { present, displayed, visible, opacity, text }]) =>
        names.has(name) ? [[name, { present, displayed, visible, opacity, text }]] : [],
      ),
    ),
  }));
};

/** So long, ms, is waited for what may only be late; so often it is looked at. */
const LATEST = 2000;
const EVERY = 50;

/** How much later the page is as the specification is now; the specification waits meanwhile. */
async function lateness(
  program: Program,
  core: CoreSystem,
  page: System,
  { parts, letBe, signal }: Watching,
  facts: readonly Differing[],
  seen: Seen[],
): Promise<number | null> {
  const expected = await core.observe(parts);
  const from = core.state.now;
  for (let ms = EVERY; ms <= LATEST; ms += EVERY) {
    if (signal?.aborted) throw new Stopped();
    await page.pass(EVERY);
    const found = await page.observe(parts);
    seen.push({ at: from + ms, found });
    const left = differing(program, core.state, expected, found, letBe);
    if (!left.some((d) => facts.some((f) => f.part === d.part && f.fact === d.fact))) return ms;
  }
  return null;
}

/** Why a run cannot be begun from outside of a page; null where it can. */
export function givenFromWithin(doc: Component, scenario: Scenario): string | null {
  const given = Object.entries(scenario.data ?? {}).filter(
    ([name, value]) => doc.data.find((d) => d.name === name)?.initial !== value,
  );
  if (!given.length) return null;
  return `begins with ${given.map(([n, v]) => `${n} = ${v}`).join(", ")}, which only the page itself can set`;
}

const goesBack = (act: object): boolean => "press" in act && act.press === "Shift+Tab";
const isBare = (act: object): boolean => ("click" in act && act.click === null) || ("down" in act && act.down === null);

const targetOf = (stimulus: object): string | null => {
  const [[kind, value]] = Object.entries(stimulus);
  return ["click", "down", "up", "move"].includes(kind) && typeof value === "string" ? value : null;
};

function lastOf(program: Program, step: Step): Pick<Differs, "because" | "cell"> {
  const { sentences, cell } = explain(program, step);
  return { because: sentences.map(phraseText).join(" "), cell };
}

/** The last state that was reached at or before an instant, with the clock moved on to it. */
function before(past: readonly RunState[], t: number): RunState {
  const last = past.filter((s) => s.now <= t).at(-1) ?? past[0];
  return t > last.now ? { ...last, now: t } : last;
}

/** What the specification was like a moment ago, as far as the page may lag. */
function earlierOf(program: Program, past: readonly RunState[], now: RunState, { lag }: Observation): RunState[] {
  // Timers of pages count whole ms: between two of them either may be the case.
  const due = nextDue(program, now);
  const isBetween = !Number.isInteger(now.now) || (due !== null && due - now.now < 1);
  const near = isBetween ? [advance(program, now, now.now + 1), before(past, now.now - 1)] : [];
  if (!lag) return near;
  const out = near;
  for (let ms = FRAME; ms <= lag + FRAME; ms += FRAME) {
    const t = now.now - ms;
    const then = before(past, t);
    if (then.now < now.now) out.push(then);
  }
  // What an act has changed is not there yet, where it was done a moment ago.
  const last = past.at(-2);
  if (last && now.now - last.now <= lag + FRAME) out.push({ ...last, now: Math.max(last.now, now.now - FRAME) });
  return out;
}

/** What has just begun to come, or is about to be gone, is less than browsers draw: they may have it as it was, or will be. */
function atTheEdge(program: Program, past: readonly RunState[], now: RunState): RunState[] {
  return now.tracks
    .filter((t) => isPlace(t.property))
    .flatMap((t) => {
      const begins = t.start + Math.max(0, t.delay);
      const ends = trackEnd(t);
      return [
        ...(now.now - begins < FRAME && now.now > begins ? [before(past, begins)] : []),
        ...(ends - now.now < FRAME ? [advance(program, now, ends)] : []),
      ];
    });
}

/** What was done last, and to what. */
interface Acted {
  before: RunState;
  act: Stimulus;
}

/**
 * The specification as it would be had the last act come a frame later, or two: what turns back in mid-motion does so from
 * elsewhere then.
 */
function later(program: Program, { before, act }: Acted, now: number, lag: number): RunState[] {
  const out: RunState[] = [];
  if (!before.tracks.length) return out;
  for (let ms = FRAME; ms <= Math.min(lag && lag + FRAME, now - before.now); ms += FRAME) {
    const then = advance(program, before, before.now + ms);
    out.push(advance(program, stimulate(program, then, act).state, now));
  }
  return out;
}

/**
 * The instants of a wait at which both are looked at: right before what is due and when it has happened, in the middle of
 * motion, and at the end.
 */
function instantsOf(program: Program, from: RunState, until: number): number[] {
  const all: number[] = [];
  let state = from;
  for (let due = nextDue(program, state); due !== null && due <= until; due = nextDue(program, state)) {
    if (all.length > 2000) break;
    const now = state.now;
    if (state.tracks.length && due - now > 20) all.push(now + (due - now) / 2);
    if (due - now > 2 * JUST) all.push(due - JUST);
    all.push(due);
    state = advance(program, state, due);
  }
  if (state.tracks.length && until - state.now > 20) all.push(state.now + (until - state.now) / 2);
  all.push(until);
  const instants = [...new Set(all)];
  if (instants.length <= FIRST + LAST) return instants;
  return [...instants.slice(0, FIRST), ...instants.slice(-LAST)];
}
