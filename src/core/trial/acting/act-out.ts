/** One run, acted out by the specification and by a page at once; both are looked at wherever something can show. */
import type { Component, Scenario } from "../../model";
import { DOCUMENT, type Program } from "../../program";
import { advance, explain, nextDue, phraseText, type RunState, type Stimulus, stimulusText } from "../../run";
import type { Done, Observation, Opening, SeenPart, System } from "../system";
import { CoreSystem } from "./core-system";
import { type Differing, differing, type LetBe } from "./differing";
import { FRAME, MOST_POSSIBLE, Possible } from "./possible";

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
  /** Is told it where the page no longer knows which element is which part; then it is looked at once more. */
  again?(core: CoreSystem): Promise<void>;
}

/** ms right before something is due: pages count timers in whole ones, from where they are. */
const JUST = 2;
/** Within one wait so many instants are looked at, from its beginning; and so many at its end. */
const FIRST = 10;
const LAST = 3;

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
  const opening = openingOf(program.doc, scenario);
  const given = givenFromWithin(program.doc, scenario);
  if (given) return { differs: null, impossible: { step: -1, why: `the run ${given}` }, looks: 0 };
  const core = new CoreSystem(program);
  await core.open(opening);
  const opened = await page.open(opening);
  if (!opened.done) return { differs: null, impossible: { step: -1, why: opened.why }, looks: 0 };
  return new Acting(core, page, watching).all(scenario.steps);
}

class Acting {
  /** What may have happened, as far as the page shows; the first is what is told of. */
  private possible: Possible[];
  private readonly seen: Seen[] = [];
  /** ms that the page lagged behind when it was looked at last. */
  private lag = 0;
  /** How long the page needs until it surely has done what it was told. */
  private lagged = 0;
  /** ms that the run itself has said to wait; both clocks may be before that. */
  private said = 0;

  constructor(
    core: CoreSystem,
    private readonly page: System,
    private readonly watching: Watching,
  ) {
    this.possible = [new Possible(core)];
  }

  private get core(): CoreSystem {
    return this.possible[0].core;
  }

  async all(steps: Scenario["steps"]): Promise<Judged> {
    let differs = await this.look(-1);
    for (const [index, step] of steps.entries()) {
      if (differs) break;
      if (this.watching.signal?.aborted) throw new Stopped();
      if ("wait" in step.do) {
        differs = await this.wait(step.do.wait, index);
        continue;
      }
      if (this.lagged) {
        // Nobody acts on what is not there yet; the time it takes is taken from the next wait.
        differs = await this.passAndLook(this.lagged, index - 1);
        if (differs) break;
      }
      const isOut = this.core.state.focus === DOCUMENT;
      // Back from a bare page that was clicked one leaves it in Chromium, and comes to the last stop in Firefox.
      if (goesBack(step.do) && isOut && steps.slice(0, index).some((s) => isBare(s.do))) break;
      // Out of the page: where the focus goes then, and comes back from, is the browser's own affair.
      if ("press" in step.do && step.do.press.endsWith("Tab") && this.core.wouldLeave(step.do)) break;
      if (this.core.isEnginesOwn(step.do)) break;
      const done = await this.page.act(step.do);
      if (!done.done && done.impossible)
        return { differs: null, impossible: { step: index, why: done.why }, looks: this.seen.length };
      differs = await this.acted(step.do, done, index);
      // Beyond the last stop of a modal dialog some browsers come to their own controls first, and then round.
      if (differs && this.seen.at(-1)!.found.focus.beyond && "press" in step.do && step.do.press.endsWith("Tab"))
        return { differs: null, impossible: null, looks: this.seen.length };
    }
    return this.judged(differs, steps.length - 1);
  }

  /** Does the same with the specification as was done with the page, and looks. */
  private async acted(act: Stimulus, done: Done, step: number): Promise<Noticed | null> {
    if (done.done && done.at !== undefined) {
      const { at, took = 0 } = done;
      // What it did, it did as it was told of the first, or of the last.
      const instants = took ? [at, at + took] : [at];
      const all = instants.flatMap((t) => this.possible.flatMap((p) => p.couldHaveBeen(t, this.lag + took)));
      this.possible = all.slice(0, MOST_POSSIBLE);
    }
    const refusing = new Set<Possible>();
    const inside = done.done && done.on !== undefined ? ({ [Object.keys(act)[0]]: done.on } as Stimulus) : null;
    for (const p of this.possible) {
      const where = inside && p.core.canDo(inside) ? inside : act;
      if (!(await p.act(where)).done) refusing.add(p);
    }
    if (!done.done) {
      if (refusing.size) this.possible = [...refusing];
      else {
        const facts: Differing[] = [{ part: targetOf(act), fact: "act", expected: stimulusText(act), found: done.why }];
        return { step, at: this.core.state.now, facts, ...lastOf(this.core) };
      }
    }
    return this.look(step);
  }

  private async look(step: number): Promise<Noticed | null> {
    const { watching, page } = this;
    if (watching.signal?.aborted) throw new Stopped();
    await watching.before?.(this.core);
    let found = await page.observe(watching.parts);
    if (found.astray && watching.again) {
      await watching.again(this.core);
      const { announced, errors } = found;
      const anew = await page.observe(watching.parts);
      found = { ...anew, announced: [...announced, ...anew.announced], errors: [...errors, ...anew.errors] };
    }
    const { lag, now } = found;
    // A clock that nobody holds has gone on by itself.
    if (now !== undefined) for (const p of this.possible) await p.follow(now);
    this.seen.push({ at: this.core.state.now, found });
    const draws = this.lagged > 0 || lag > 0;
    this.lag = lag;
    this.lagged = lag && lag + 3 * FRAME;
    const judged: Differing[][] = [];
    for (const p of this.possible) judged.push(await p.differing(found, watching.parts, watching.letBe, draws));
    const left = this.possible.filter((_p, k) => judged[k].length === 0);
    const told = { step, at: this.core.state.now, facts: judged[0], ...lastOf(this.core) };
    if (!left.length) return told;
    this.possible = left;
    return null;
  }

  private async passAndLook(wished: number, step: number): Promise<Noticed | null> {
    const ms = Math.max(0, wished);
    for (const p of this.possible) await p.pass(ms);
    await this.page.pass(ms);
    return this.look(step);
  }

  private async wait(ms: number, step: number): Promise<Noticed | null> {
    this.said += ms;
    const { program, state } = this.core;
    for (const instant of instantsOf(program, state, Math.max(state.now, this.said))) {
      const differs = await this.passAndLook(instant - this.core.state.now, step);
      if (differs) return differs;
    }
    return null;
  }

  private async judged(noticed: Noticed | null, last: number): Promise<Judged> {
    const { watching, core } = this;
    let differs: (Noticed & Pick<Differs, "late">) | null = noticed;
    if (differs && watching.wait && differs.facts.every((f) => !/^(act|error|announced)$/.test(f.fact))) {
      await watching.wait();
      const late = await lateness(core.program, core, this.page, watching, differs.facts, this.seen);
      if (late) differs = { ...differs, late };
    }
    // What was let pass because the page lags has to have come about in the end.
    if (!differs && this.lagged) differs = await this.passAndLook(this.lagged, last);
    const looks = this.seen.length;
    return { differs: differs && { ...differs, found: foundOf(differs.facts, this.seen) }, impossible: null, looks };
  }
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

function lastOf({ program, last }: CoreSystem): Pick<Differs, "because" | "cell"> {
  const { sentences, cell } = explain(program, last);
  return { because: sentences.map(phraseText).join(" "), cell };
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
