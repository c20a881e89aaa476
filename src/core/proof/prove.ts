/** The proof of a component: its scenarios run, every situation explored, every rule asked. */
import { ALWAYS, type Component, type Problem, type Scenario } from "../model";
import { compile, type Program } from "../program";
import { type ClaimResult, checkClaims } from "./claims";
import { type Coverage, CoverageCounter, scenariosFor } from "./coverage/coverage";
import { type Bounds, Explorer } from "./exploring/explore";
import { Log } from "./exploring/log";
import { toTheEnd } from "./exploring/to-the-end";
import { Collector } from "./findings/collector";
import type { Finding } from "./findings/finding";
import { type Waived, waive } from "./findings/waivers";
import { motionRules } from "./rules/document/motion";
import { referenceRules } from "./rules/document/references";
import { regionRules } from "./rules/document/regions";
import { scrollRules } from "./rules/document/scroll";
import { focusRules } from "./rules/focus";
import { holdRules } from "./rules/holds";
import { keyboardRule } from "./rules/keyboard";
import { nameRules } from "./rules/named";
import { patternRules } from "./rules/patterns";
import { raceRule } from "./rules/races";
import { Counts, neverRules, reactionRules } from "./rules/reactions";
import { saysRules } from "./rules/says";
import { flashRule, seenRules } from "./rules/seen";
import { wayBackRules } from "./rules/way-back";
import { workRules } from "./rules/work";
import { runScenarios } from "./scenarios/run-scenarios";
import type { ScenarioResult } from "./scenarios/scenario";

/** Everything that was found out; plain data, so that it can leave a worker. */
export interface Proof {
  scenarios: ScenarioResult[];
  findings: Finding[];
  /** Cells that could not be compiled. */
  problems: Problem[];
  situations: number;
  moves: number;
  /** False when the bound was reached: what lies beyond was not looked at. */
  complete: boolean;
  /** For each row of `reactions`, the states in which its event can arrive. */
  arrives: string[][];
  /** For each row of `reactions`, the states in which its event arrives and nobody says what happens. */
  undecided: string[][];
  /** States that are reached. */
  reached: string[];
  /** What the scenarios exercise of all that can be. */
  coverage: Coverage;
  /** Scenarios for the reactions that none takes yet. */
  offered: Scenario[];
  /** Faults that were suspected and no run on the clock showed: motions turned back half-way are taken to last any time. */
  unshown: number;
  /** Events of which more and more are on their way; and states with situations from which nothing was tried. */
  uncovered: Explorer["uncovered"];
  /** By claim of the document. */
  claims: ClaimResult[];
  /** Findings that the author accepts. */
  waived: Waived[];
  /** Waivers, by index, that no finding needs any more. */
  idleWaivers: number[];
}

export const defaultBounds: Bounds = { situations: 50_000 };

/** What was explored of a specification; scenarios, claims and what is accepted can change without exploring it again. */
interface Explored {
  explorer: Explorer;
  counts: Counts;
  findings: Finding[];
  unshown: number;
  /** By claim, as JSON. */
  claims: Map<string, ClaimResult>;
}
/** Kept from one proof to the next; it only serves where the specification is the same. */
export interface Memo {
  last: { key: string; explored: Explored } | null;
}
export const newMemo = (): Memo => ({ last: null });

/** All that decides what can happen. */
function keyOf(
  { scenarios: _s, claims: _c, waivers: _w, trial: _t, name: _n, ...specification }: Component,
  bounds: Bounds,
): string {
  return JSON.stringify([specification, bounds]);
}

function* exploreAll(doc: Component, program: Program, bounds: Bounds, log: Log | null): Generator<number, Explored> {
  const collector = new Collector();
  const counts = new Counts(program);
  referenceRules(doc, collector);
  regionRules(doc, collector);
  motionRules(program, collector);
  scrollRules(program, collector);
  const keyboard = keyboardRule(program, collector);
  const visitors = [
    reactionRules(collector, counts),
    seenRules(collector),
    focusRules(program, collector),
    saysRules(program, collector),
    holdRules(program, collector),
    workRules(program, collector),
    raceRule(program, collector),
    patternRules(program, collector),
    nameRules(program, collector),
    keyboard,
  ];
  const explorer = new Explorer(program, visitors, bounds, {}, log);
  flashRule(program, explorer.situations[0].state, collector);
  yield* explorer.run();
  log?.close();
  if (explorer.complete) {
    wayBackRules(explorer, collector);
    neverRules(counts, collector);
    keyboard.finish(explorer);
  }
  const order = { fault: 0, warning: 1, undecided: 2 };
  const findings = collector.findings.sort((a, b) => order[a.severity] - order[b.severity]);
  return { explorer, counts, findings, unshown: collector.unshown.size, claims: new Map() };
}

/** Runs to the end; yields the number of situations seen so far. @param memo spares exploring what was explored before */
export function* prove(
  doc: Component,
  bounds: Bounds = defaultBounds,
  memo: Memo | null = null,
): Generator<number, Proof> {
  const program = compile(doc);
  const key = keyOf(doc, bounds);
  const last = memo?.last?.key === key ? memo.last : null;
  // Before anything runs: it takes over numbers from the program before.
  const log = memo && !last ? new Log(program, memo.last?.explored.explorer.log) : null;
  const { results: scenarios, sessions } = runScenarios(program);
  const explored = last?.explored ?? (yield* exploreAll(doc, program, bounds, log));
  if (memo) memo.last = { key, explored };
  const { explorer, counts, findings, unshown } = explored;
  const reached = program.states.filter((s) => counts.entered[s.index]).map((s) => s.name);
  const branches = [...counts.taken.keys()];
  const counter = new CoverageCounter(program, { states: reached.filter((s) => s !== ALWAYS), branches });
  for (const session of sessions) counter.add(session);
  const coverage = counter.copy();
  const offered = scenariosFor(program, counter, branches, (branch) => {
    const way = counts.first.get(branch);
    return way ? explorer.pathTo(way.from, way.move) : null;
  });
  const claims = yield* checkClaims(program, explorer, bounds, explored.claims);
  const { left, waived, idle } = waive(findings, doc.waivers ?? []);
  return {
    scenarios,
    findings: left,
    problems: [...program.problems],
    situations: explorer.situations.length,
    moves: explorer.edges.length / 3,
    complete: explorer.complete,
    arrives: program.rows.map((row) => program.states.filter((s) => counts.has(row.index, s.index)).map((s) => s.name)),
    undecided: program.rows.map((row) => counts.undecidedIn(row.index)),
    reached,
    coverage,
    offered,
    unshown,
    uncovered: explorer.uncovered,
    claims,
    waived,
    idleWaivers: explorer.complete ? idle : [],
  };
}

/** The same at one go. */
export function proveNow(doc: Component, bounds: Bounds = defaultBounds): Proof {
  return toTheEnd(prove(doc, bounds));
}
