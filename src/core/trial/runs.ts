/** What a page is put through: the component's scenarios, or runs made from the specification itself. */
import type { Component, Scenario, Step } from "../model";
import { compile, DOCUMENT, type Program } from "../program";
import {
  casesOf,
  caseText,
  Explorer,
  endOf,
  everyReaction,
  isSkipped,
  judgeScenario,
  pairsOf,
  playScenario,
  type Situation,
  stepText,
  toTheEnd,
} from "../proof";
import { advance, nextDue, type RunState, type Stimulus, stimulate } from "../run";
import { stateText } from "../surface";
import { arrivesAt } from "./acting";
import type { TrialSet } from "./asked";

export interface TrialRun {
  name: string;
  scenario: Scenario;
}

export interface Runs {
  runs: TrialRun[];
  /** What was left out, in words; empty where nothing was. */
  left: string[];
}

const SITUATIONS = 20_000;
/** So long a run looks for what still comes by itself, and whether nothing comes where nothing should, ms. */
const AFTERWARDS = 3000;
const IDLE = 1500;
/** Shares of the time until something is due after which an act comes, where acts come late. */
const SOON = 0.4;
const LATE = 0.8;
/** More runs from situations nobody waits for. */
const MOST = 400;

/**
 * @param tag only scenarios with that word
 * @param situations so many are looked at before what is left is told as such
 */
export function runsOf(doc: Component, set: TrialSet, tag?: string, situations = SITUATIONS): Runs {
  if (set === "scenarios") return { runs: fromScenarios(doc, tag), left: [] };
  const bare: Component = { ...doc, scenarios: [], claims: [], waivers: [] };
  const made = [fromReactions(bare, situations)];
  if (set !== "reactions") made.push(fromPairs(bare));
  if (set === "situations") made.push(fromSituations(bare));
  const known = new Set<string>();
  const runs = made
    .flatMap((m) => m.runs)
    .filter(({ scenario }) => {
      const key = JSON.stringify(scenario.steps.map((s) => s.do));
      return !known.has(key) && known.add(key);
    });
  return { runs, left: [...new Set(made.flatMap((m) => m.left))] };
}

function fromReactions(doc: Component, situations: number): Runs {
  const { offered, complete, situations: seen } = toTheEnd(everyReaction(doc, { situations }));
  return { runs: fromSteps(doc, offered, [SOON]), left: complete ? [] : [cutAt(seen)] };
}

function fromPairs(doc: Component): Runs {
  const { offered, complete } = toTheEnd(pairsOf(doc, { situations: SITUATIONS }));
  return { runs: fromSteps(doc, offered, [SOON, LATE]), left: complete ? [] : [cutAt(SITUATIONS)] };
}

const cutAt = (situations: number): string =>
  `the specification has more than ${situations} situations; what lies beyond is not tried`;

function fromScenarios(doc: Component, tag?: string): TrialRun[] {
  const chosen = doc.scenarios.filter((s) => !isSkipped(doc, s) && (tag === undefined || s.tags?.includes(tag)));
  return chosen.flatMap((s) =>
    casesOf(doc, s).map(({ values, scenario }) => ({
      name: values ? `${s.name} (${caseText(values)})` : s.name,
      scenario,
    })),
  );
}

function fromSteps(doc: Component, scenarios: readonly Scenario[], shares: readonly number[]): TrialRun[] {
  const program = compile(doc);
  return scenarios.flatMap((offered): TrialRun[] => {
    const s = onArrival(program, inWholeMs(program, offered));
    const paused = shares.flatMap((share) => {
      const scenario = withPauses(program, s, share);
      const name = `${s.name}, each act ${share === SOON ? "later" : "late"}`;
      return scenario ? [{ name, scenario: withEnd(program, scenario) }] : [];
    });
    return [{ name: s.name, scenario: withEnd(program, s) }, ...paused];
  });
}

/**
 * The same acts at whole ms, at which the clocks of pages stand: the explorer finds instants between two of them. As it is
 * where it would lead elsewhere.
 */
function inWholeMs(program: Program, scenario: Scenario): Scenario {
  if (scenario.steps.every(({ do: what }) => !("wait" in what) || Number.isInteger(what.wait))) return scenario;
  let [at, whole] = [0, 0];
  const steps = scenario.steps.map((step): Step => {
    if (!("wait" in step.do)) return step;
    at += step.do.wait;
    const before = whole;
    // Sums of waits are not exact.
    whole = Math.max(whole, Math.ceil(Number(at.toFixed(6))));
    return { ...step, do: { wait: whole - before } };
  });
  const rounded = { ...scenario, steps };
  const [was, is] = [scenario, rounded].map((s) => playScenario(program, s));
  const [end, other] = [endOf(was), endOf(is)];
  const isSame = end.config === other.config && end.focus === other.focus;
  return isSame && !is.stuck && judgeScenario(program, rounded, is).ok ? rounded : scenario;
}

/** The same acts, each on a part once that has come to its place: nobody can hit it before. */
function onArrival(program: Program, scenario: Scenario): Scenario {
  const steps: Step[] = [];
  for (const step of scenario.steps) {
    const [kind, name] = Object.entries(step.do)[0];
    const part = /^(click|down|up|move)$/.test(kind) ? program.partIndex.get(String(name)) : undefined;
    const end = part === undefined ? null : endOf(playScenario(program, { ...scenario, steps }));
    const arrives = end && arrivesAt(program, end, part!);
    if (end && arrives) steps.push({ do: { wait: Math.max(1, Math.ceil(arrives - end.now)) } });
    steps.push(step);
  }
  const late = { ...scenario, steps };
  return steps.length > scenario.steps.length && judgeScenario(program, late, playScenario(program, late)).ok
    ? late
    : scenario;
}

/** With a wait until what is under way at its end has happened; or a while in which nothing should. */
function withEnd(program: Program, scenario: Scenario): Scenario {
  const end = endOf(playScenario(program, scenario));
  const due = nextDue(program, end);
  const wait = due === null || due - end.now > AFTERWARDS ? IDLE : Math.ceil(due - end.now) + 1;
  return { ...scenario, steps: [...scenario.steps, { do: { wait } }] };
}

/** The same acts, each some way into the time until something is due; null where nothing ever is, or one cannot be done. */
function withPauses(program: Program, { expect: _e, ...scenario }: Scenario, share: number): Scenario | null {
  const steps: Step[] = [];
  let paused = false;
  for (const { do: what } of scenario.steps) {
    const end = endOf(playScenario(program, { ...scenario, steps }));
    const due = "wait" in what ? null : nextDue(program, end);
    const wait = due === null ? 0 : Math.round((due - end.now) * share);
    if (wait > 0) {
      paused = true;
      steps.push({ do: { wait } });
    }
    steps.push({ do: what });
  }
  const late = { ...scenario, steps };
  return paused && !playScenario(program, late).stuck ? late : null;
}

/**
 * A run to every situation of the explorer and on to what happens there by itself, but for those that lie on the way to
 * others.
 */
function fromSituations(doc: Component): Runs {
  const program = compile(doc);
  const explorer = new Explorer(program, [], { situations: SITUATIONS });
  toTheEnd(explorer.run());
  const isOnTheWay = new Set<number>(explorer.situations.map((s: Situation) => s.parent));
  const ends = explorer.situations.filter((s) => !isOnTheWay.has(s.index));
  const runs: TrialRun[] = [];
  const known = new Set<string>();
  let unreached = 0;
  for (const situation of ends) {
    if (runs.length >= MOST) break;
    const steps = explorer.pathTo(situation);
    if (!steps) {
      unreached++;
      continue;
    }
    const scenario = withEnd(program, inWholeMs(program, { name: "", steps }));
    const text = scenario.steps.map(stepText).join(", ");
    if (known.has(text)) continue;
    known.add(text);
    runs.push({ name: text.length > 120 ? `${text.slice(0, 119)}…` : text || "as it opens", scenario });
  }
  for (const run of idleRuns(program, explorer)) if (runs.length < MOST) runs.push(run);
  const left = explorer.complete ? [] : [cutAt(SITUATIONS)];
  if (ends.length > runs.length + unreached && runs.length >= MOST)
    left.push(`of ${ends.length} runs the first ${MOST} are tried`);
  if (unreached) left.push(`for ${unreached} situations no instants were found at which they come about`);
  return { runs, left };
}

/** Acts that a run does one after another where none of them changes anything. */
const ACTS = 16;

/**
 * For each configuration and place of the focus a run that does everything there that should change nothing: keys that
 * nobody hears, clicks that are ignored, Tab where it goes round; where something is under way, when that is nearly over.
 */
function idleRuns(program: Program, explorer: Explorer): TrialRun[] {
  const seen = new Set<string>();
  const out: TrialRun[] = [];
  for (const situation of explorer.situations) {
    const place = `${situation.state.config} ${situation.state.focus}`;
    if (seen.has(place)) continue;
    seen.add(place);
    const way = explorer.pathTo(situation);
    if (!way) continue;
    const there = endOf(playScenario(program, { name: "", steps: way }));
    const due = nextDue(program, there);
    const wait = due === null ? 0 : Math.floor((due - there.now) * LATE);
    const state = advance(program, there, there.now + wait);
    const idle = idleActs(program, explorer, state).slice(0, ACTS);
    if (!idle.length) continue;
    const pause = wait > 0 ? [{ do: { wait } }] : [];
    const name = `${idle.length} acts that change nothing in ${stateText(program, state)}`;
    const steps = [...way, ...pause, ...idle.map((stimulus) => ({ do: stimulus }))];
    out.push({ name, scenario: { name, steps } });
  }
  return out;
}

function idleActs(program: Program, { acts }: Explorer, state: RunState): Stimulus[] {
  const key = acts.key(state);
  return acts
    .in(state)
    .map(({ stimulus }) => stimulus)
    .filter((stimulus) => {
      const { state: then, step } = stimulate(program, state, stimulus);
      const same = then === state || (acts.key(then) === key && then.focus === state.focus);
      // Where Tab goes from where nothing has the focus depends on where one clicked last.
      const isTab = "press" in stimulus && stimulus.press.endsWith("Tab");
      // What goes down stays down: the acts after it would be others.
      const stays = "down" in stimulus || "up" in stimulus || "keyDown" in stimulus || "keyUp" in stimulus;
      return !step.missed && same && !stays && !(isTab && state.focus === DOCUMENT);
    });
}
