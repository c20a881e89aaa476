/** Claims held against every run: each either holds in all of them, or there is a run in which it does not. */
import { printClaim, printEvent } from "../../expression";
import { micros } from "../../measure";
import type { Claim, Condition, Scenario } from "../../model";
import type { Program } from "../../program";
import type { RunState, Step, Timer } from "../../run";
import { trackEnd } from "../../surface";
import { Explorer, type Observer } from "../exploring/explore";
import type { Move, Situation } from "../exploring/situation";
import { endOf, playScenario } from "../scenarios/scenario";
import { type Asked, asked, NotComputable, timeOf } from "./condition";
import { canAlwaysReach } from "./reach";

export interface ClaimResult {
  /** As it reads. */
  text: string;
  /** Null where it could not be decided: not everything was explored, or it cannot be computed. */
  holds: boolean | null;
  /** Why it is not decided, or what is odd about it though it holds. */
  note: string | null;
  /** Where it does not hold: a run that shows it. */
  run: Scenario | null;
}

const CUT = "not everything could be explored, and up to there it holds";

/**
 * Checks claims, those of one situation each on what is explored already. Yields now and then.
 * @param known what was found of claims about this specification before; what is found now is added
 */
export function* checkClaims(
  program: Program,
  explorer: Explorer,
  most: { situations: number },
  known: Map<string, ClaimResult> = new Map(),
): Generator<number, ClaimResult[]> {
  const results: ClaimResult[] = [];
  for (const claim of program.doc.claims ?? []) {
    const key = JSON.stringify(claim);
    const result = known.get(key) ?? (yield* resultOf(program, explorer, claim, most));
    known.set(key, result);
    results.push(result);
  }
  return results;
}

function* resultOf(
  program: Program,
  explorer: Explorer,
  claim: Claim,
  most: { situations: number },
): Generator<number, ClaimResult> {
  const text = printClaim(claim);
  try {
    const { holds, note, run } = yield* checkClaim(program, explorer, claim, most);
    return { text, holds, note, run: run && { ...run, name: text.slice(0, 200) } };
  } catch (error) {
    if (!(error instanceof NotComputable)) throw error;
    return { text, holds: null, note: error.message, run: null };
  }
}

type Found = Pick<ClaimResult, "holds" | "note" | "run">;
/** What was found to be wrong counts where a run shows it. */
const broken = (run: Scenario | null): Found =>
  run
    ? { holds: false, note: null, run }
    : { holds: null, note: "it may not hold, but no run on the clock was found that shows it", run: null };
const decided = (complete: boolean, note: string | null): Found =>
  complete ? { holds: true, note, run: null } : { holds: null, note: CUT, run: null };

function* checkClaim(
  program: Program,
  explorer: Explorer,
  claim: Claim,
  most: { situations: number },
): Generator<number, Found> {
  const that = asked(program, claim.that);
  switch (claim.claim) {
    case "always":
      return everywhere(explorer, (ask) => ask(claim.that));
    case "never":
      return everywhere(explorer, (ask) => ask({ not: claim.that }));
    case "whenever": {
      const when = asked(program, claim.when);
      const note = explorer.situations.some((s) => when(s.state)) ? null : "what it asks for first never holds";
      if (claim.within === undefined)
        return everywhere(explorer, (ask) => ask({ any: [{ not: claim.when }, claim.that] }), note);
      return yield* watched(program, deadline(when, that, timeOf(program, claim.within)), most, note);
    }
    case "after": {
      const label = printEvent(claim.event);
      if (!program.rows.some((r) => r.label === label))
        throw new NotComputable(`nothing listens for ${label}: add its row to the sheet`);
      return yield* watched(program, stays(program, label, that, timeOf(program, claim.for)), most, null);
    }
    case "until": {
      const until = asked(program, claim.until);
      const wrong = (s: RunState): boolean => !until(s) && !that(s);
      return yield* watched(program, { stop: until, wrong }, most, null);
    }
    case "again": {
      if (!explorer.complete) return decided(false, null);
      const back = canAlwaysReach(explorer, that);
      const stuck = explorer.situations.find((s) => !back[s.index]);
      return stuck ? broken(explorer.scenario("run", stuck)) : decided(true, null);
    }
  }
}

/** Asked of every situation that was explored. */
function everywhere(
  explorer: Explorer,
  claim: (ask: (c: Condition) => Asked) => Asked,
  note: string | null = null,
): Found {
  const { program } = explorer;
  const holds = claim((c) => asked(program, c));
  const wrong = explorer.situations.find((s) => !holds(s.state));
  if (!wrong) return decided(explorer.complete, note);
  const exactly = claim((c) => asked(program, c, true));
  return broken(shown(explorer, wrong, exactly));
}

/** The run to a situation; where a fact is otherwise only in the midst of a motion, up to there. */
function shown(explorer: Explorer, situation: Situation, holds: Asked): Scenario | null {
  const run = explorer.scenario("run", situation);
  if (!run) return null;
  const end = endOf(playScenario(explorer.program, run));
  const next = Math.min(...end.tracks.map(trackEnd));
  if (!holds(end) || !Number.isFinite(next)) return run;
  return { ...run, steps: [...run.steps, { do: { wait: Math.max(1, Math.floor((next - end.now) / 2)) } }] };
}

/** What a claim adds to the exploration: a clock of its own, and where it is broken. */
interface Watch extends Observer {
  /** Wrong in a situation. */
  wrong?(state: RunState): boolean;
  /** Wrong when this step leads there. */
  wrongStep?(step: Step, to: RunState): boolean;
  /** What has to have come once; else the claim says nothing. */
  came?(): boolean;
}

function* watched(
  program: Program,
  watch: Watch,
  most: { situations: number },
  note: string | null,
): Generator<number, Found> {
  let found = null as { situation: Situation; move?: Move } | null;
  const explorer = new Explorer(
    program,
    [
      {
        situation: (s) => {
          if (!found && watch.wrong?.(s.state)) found = { situation: s };
        },
        move: (from, move, step, to) => {
          if (!found && step && watch.wrongStep?.(step, to.state)) found = { situation: from, move };
        },
      },
    ],
    most,
    watch,
  );
  for (const seen of explorer.run(100)) {
    if (found) break;
    yield seen;
  }
  const { situation, move } = found ?? {};
  if (situation) return broken(explorer.scenario("run", situation, move));
  return decided(explorer.complete, watch.came && !watch.came() ? "its event never comes" : note);
}

/** The name under which a claim's own clock runs; no event of a document can have it. */
const CLOCK = "(claim)";
const isClock = (t: Timer): boolean => t.kind === "event" && t.event === CLOCK;
const started = (state: RunState, ms: number): RunState => ({
  ...state,
  timers: [
    ...state.timers.filter((t) => !isClock(t)),
    { kind: "event", event: CLOCK, id: null, request: -1, due: micros(state.now + ms) },
  ],
});
const ended = (state: RunState): RunState => ({ ...state, timers: state.timers.filter((t) => !isClock(t)) });

/** Once `when` holds, `that` has to hold before `ms` are over. */
function deadline(when: Asked, that: Asked, ms: number): Watch {
  return {
    observe(state) {
      const runs = state.timers.some(isClock);
      if (that(state)) return runs ? ended(state) : state;
      return !runs && when(state) ? started(state, ms) : state;
    },
    wrongStep: (step, to) => step.cause.kind === "event" && step.cause.event === CLOCK && !that(to),
  };
}

/** After an event `that` has to hold for `ms`. */
function stays(program: Program, label: string, that: Asked, ms: number): Watch {
  let seen = false;
  const comes = (step: Step): boolean =>
    step.dispatches.some((d) => d.matched.some((row) => program.rows[row].label === label));
  return {
    came: () => seen,
    observe(state, steps) {
      if (!steps.some(comes)) return state;
      seen = true;
      return started(state, ms);
    },
    wrong: (state) => state.timers.some(isClock) && !that(state),
  };
}
