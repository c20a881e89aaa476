/** The run on the live page: its clock, the instant that is shown, a frozen state. */
import { create } from "zustand";
import type { Scenario } from "../../core/model";
import { type Program, poseOf } from "../../core/program";
import { playScenario } from "../../core/proof";
import {
  act,
  beforeMount,
  configurationOn,
  cutAt,
  frameAt,
  nextDue,
  openSession,
  type RunState,
  replay,
  runTo,
  type Session,
  type Stimulus,
  stateAt,
} from "../../core/run";
import { envOf } from "../../core/surface";
import { useDocument } from "./document";

/** How long the clock goes on when nothing is due, ms; then it rests until something is done. */
const REST_AFTER = 700;

/** A replay goes on for this long after its last step, ms, so that one sees what came of it. */
const AFTERMATH = 500;

export interface RunStore {
  session: Session | null;
  /** The instant that is shown, ms; null is the end of the run, live. */
  instant: number | null;
  playing: boolean;
  /** Virtual ms for each real one. */
  speed: number;
  /** State whose settled look stays on the page. */
  frozen: string | null;
  /** When something was last done, ms. */
  touched: number;
  /** What the run shows, when it is not the person's own: a scenario's or finding's name. */
  showing: string | null;
  restart(): void;
  act(stimulus: Stimulus): void;
  /** Moves the clock by `ms` of real time. @returns false when it rests */
  tick(ms: number): boolean;
  seek(t: number | null): void;
  setPlaying(playing: boolean): void;
  setSpeed(speed: number): void;
  freeze(state: string | null): void;
  /** To the next or previous thing that happened or is due. */
  toChange(direction: 1 | -1): void;
  show(scenario: Scenario, at: number | null): void;
}

/** The part of a ms that the clock owes. It stands at whole ms, so that a kept run is the run that was seen. */
let fraction = 0;

export const useRun = create<RunStore>()((set, get) => ({
  session: null,
  instant: null,
  playing: true,
  speed: 1,
  frozen: null,
  touched: 0,
  showing: null,
  restart() {
    const { program } = useDocument.getState();
    if (program)
      set({ session: openSession(program), instant: null, playing: true, frozen: null, touched: 0, showing: null });
  },
  act(stimulus) {
    const { session, instant, frozen } = get();
    if (!session || frozen) return;
    const at = instant === null ? session : cutAt(session, instant);
    const next = act(at, stimulus);
    set({ session: next, instant: null, playing: true, touched: next.end, showing: null });
  },
  tick(ms) {
    const { session, instant, playing, speed, touched, frozen } = get();
    if (!session || !playing || frozen) return false;
    const exact = ms * speed + fraction;
    const by = Math.floor(exact);
    fraction = exact - by;
    if (instant !== null) {
      const t = Math.min(instant + by, session.end);
      set({ instant: t, playing: t < session.end });
      return t < session.end;
    }
    const last = session.frames[session.frames.length - 1];
    const due = nextDue(session.program, last.state);
    if (due === null && session.end - Math.max(touched, last.step.at) >= REST_AFTER) return false;
    set({ session: runTo(session, session.end + by) });
    return true;
  },
  seek: (t) => set({ instant: t, playing: t === null, frozen: null }),
  setPlaying(playing) {
    const { instant, session } = get();
    if (playing && session && instant !== null && instant >= session.end) set({ instant: null, playing });
    else set(playing ? { playing } : { playing, instant: instant ?? session?.end ?? null });
  },
  setSpeed: (speed) => set({ speed }),
  freeze: (frozen) => set({ frozen }),
  toChange(direction) {
    const { session, instant } = get();
    if (!session) return;
    const now = instant ?? session.end;
    const instants = [...new Set(session.frames.map((f) => f.step.at)), session.end];
    const past = direction < 0 ? instants.findLast((t) => t < now) : instants.find((t) => t > now);
    if (past !== undefined) return set({ instant: past, playing: false, frozen: null });
    if (direction < 0) return;
    const due = nextDue(session.program, session.frames[session.frames.length - 1].state);
    if (due === null) return;
    const next = runTo(session, due);
    set({ session: next, instant: next.end, playing: false, frozen: null });
  },
  show(scenario, at) {
    const { program } = useDocument.getState();
    if (!program) return;
    const { session } = playScenario(program, scenario);
    const rested = runTo(session, session.end + AFTERMATH);
    set({ session: rested, instant: at ?? 0, playing: at === null, frozen: null, touched: 0, showing: scenario.name });
  },
}));

/** Keeps the run in step with the specification: the same stimuli under the new one. */
useDocument.subscribe((now, before) => {
  if (now.program === before.program) return;
  const { session, instant, frozen } = useRun.getState();
  if (!now.program) return useRun.setState({ session: null, instant: null, frozen: null, showing: null });
  if (!session || now.id !== before.id) return useRun.getState().restart();
  const next = replay(session, now.program);
  const kept = frozen && now.program.stateIndex.has(frozen) ? frozen : null;
  useRun.setState({ session: next, instant: instant === null ? null : Math.min(instant, next.end), frozen: kept });
});

/** What is on the page at the moment that is shown. */
export function momentOf(run: Pick<RunStore, "session" | "instant" | "frozen">): RunState | null {
  const { session, instant, frozen } = run;
  if (!session) return null;
  const state = stateAt(session, instant ?? session.end);
  if (frozen === null) return state;
  return frozenMoment(session.program, frozen, state);
}

/** A state at rest: no motion, no timer. */
export function frozenMoment(program: Program, name: string, from?: RunState): RunState {
  const now = from?.now ?? 0;
  const config = configurationOn(program, program.stateIndex.get(name) ?? 0).index;
  const { scroll, ...page } = from?.page ?? { ...program.doc.page, scroll: 0, reducedMotion: false };
  const opened = beforeMount(program, { page: { ...page, scroll } });
  const moment = { ...opened, now, config, data: from?.data ?? program.initialData, since: now };
  return { ...moment, pose: poseOf(program, config, envOf(program, moment)) };
}

/** The last thing that happened at the instant that is shown. */
export function frameOf(run: Pick<RunStore, "session" | "instant">) {
  const { session, instant } = run;
  return session ? session.frames[frameAt(session, instant ?? session.end)] : null;
}
