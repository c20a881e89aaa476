/** The run on the live page: its clock, the instant that is shown, a frozen state. */
import { create } from "zustand";
import type { Scenario } from "../../core/model";
import { playScenario } from "../../core/proof";
import {
  act,
  atRest,
  changesAround,
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
import type { FoundLook } from "../../core/trial";
import { useDocument } from "./document";
import { openProgram } from "./program";

/** How long the clock goes on when nothing is due, ms; then it rests until something is done. */
const REST_AFTER = 700;

/** A replay goes on for this long after its last step, ms, so that one sees what came of it. */
const AFTERMATH = 500;

/** A run that was left when something else was done from one of its instants. */
export interface KeptRun {
  id: number;
  session: Session;
  showing: string | null;
}
/** An instant that is kept to be compared. */
export interface Pin {
  run: number;
  /** ms */
  at: number;
}

export interface RunStore {
  session: Session | null;
  /** Number of the run that is shown, and the others, oldest first. */
  run: number;
  kept: readonly KeptRun[];
  pins: { a: Pin | null; b: Pin | null };
  /** The instant that is shown, ms; null is the end of the run, live. */
  instant: number | null;
  playing: boolean;
  /** The clock was stopped by hand: it stays so when something is done. */
  held: boolean;
  /** Virtual ms for each real one. */
  speed: number;
  /** State whose settled look stays on the page. */
  frozen: string | null;
  /** When something was last done, ms. */
  touched: number;
  /** What the run shows, when it is not the person's own: a scenario's or finding's name. */
  showing: string | null;
  /** How a page on trial was found in the run that is shown. */
  found: readonly FoundLook[] | null;
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
  show(scenario: Scenario, at: number | null, found?: readonly FoundLook[]): void;
  toRun(id: number): void;
  closeRun(id: number): void;
  /** Pins the instant that is shown, or the given ones: the first free pin, then the second anew. */
  pin(at?: number): void;
  pinSpan(from: number, to: number): void;
  unpin(which: "a" | "b"): void;
}

/** The part of a ms that the clock owes. It stands at whole ms, so that a kept run is the run that was seen. */
let fraction = 0;

const noPins = { a: null, b: null };
const fresh = { run: 1, kept: [], pins: noPins, instant: null, frozen: null, touched: 0, held: false, found: null };

export const useRun = create<RunStore>()((set, get) => ({
  session: null,
  ...fresh,
  playing: true,
  speed: 1,
  showing: null,
  restart() {
    const program = openProgram();
    if (program) set({ ...fresh, session: openSession(program), playing: true, showing: null });
  },
  act(stimulus) {
    const { session, instant, frozen, held, run, kept, showing } = get();
    if (!session || frozen) return;
    const at = instant === null ? session : cutAt(session, instant);
    const next = act(at, stimulus);
    // What came after is another way things went: it is kept until it is closed.
    const left = at.frames.length < session.frames.length;
    const branch = left ? { kept: [...kept, { id: run, session, showing }], run: freeId(run, kept) } : {};
    const resting = held ? { instant: next.end, playing: false } : { instant: null, playing: true };
    set({ session: next, touched: next.end, showing: null, found: null, ...resting, ...branch });
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
    const due = nextDue(session.program, session.frames.last.state);
    if (due === null && session.end - Math.max(touched, session.frames.last.step.at) >= REST_AFTER) return false;
    set({ session: runTo(session, session.end + by) });
    return true;
  },
  seek: (t) => set({ instant: t, playing: t === null, frozen: null, held: false }),
  setPlaying(playing) {
    const { instant, session } = get();
    const held = !playing;
    if (playing && session && instant !== null && instant >= session.end) set({ instant: null, playing, held });
    else set(playing ? { playing, held } : { playing, held, instant: instant ?? session?.end ?? null });
  },
  setSpeed: (speed) => set({ speed }),
  freeze: (frozen) => set({ frozen }),
  toChange(direction) {
    const { session, instant } = get();
    if (!session) return;
    const now = instant ?? session.end;
    const { before, after } = changesAround(session, now);
    const past = direction < 0 ? before : (after ?? (now < session.end ? session.end : null));
    const still = { playing: false, held: true, frozen: null };
    if (past !== null) return set({ instant: past, ...still });
    if (direction < 0) return;
    const due = nextDue(session.program, session.frames.last.state);
    if (due === null) return;
    const next = runTo(session, due);
    set({ session: next, instant: next.end, ...still });
  },
  show(scenario, at, found) {
    const program = openProgram();
    if (!program) return;
    const { session } = playScenario(program, scenario);
    const rested = runTo(session, session.end + AFTERMATH);
    set({
      ...fresh,
      session: rested,
      instant: at ?? 0,
      playing: at === null,
      showing: scenario.name,
      found: found ?? null,
    });
  },
  toRun(id) {
    const { session, run, kept, showing } = get();
    const found = kept.find((k) => k.id === id);
    if (!found || !session) return;
    const others = [...kept.filter((k) => k !== found), { id: run, session, showing }].sort((a, b) => a.id - b.id);
    const next = current(found.session);
    set({
      session: next,
      run: id,
      found: null,
      showing: found.showing,
      kept: others,
      instant: next.end,
      playing: false,
      held: false,
    });
  },
  closeRun(id) {
    const { kept, pins, run } = get();
    if (id === run && kept.length) get().toRun(kept[kept.length - 1].id);
    const gone = (pin: Pin | null): Pin | null => (pin?.run === id ? null : pin);
    set({ kept: get().kept.filter((k) => k.id !== id), pins: { a: gone(pins.a), b: gone(pins.b) } });
  },
  pin(at) {
    const { session, instant, run, pins } = get();
    if (!session) return;
    const pin = { run, at: at ?? instant ?? session.end };
    set({ pins: pins.a ? { ...pins, b: pin } : { a: pin, b: null } });
  },
  pinSpan(from, to) {
    const { run } = get();
    set({ pins: { a: { run, at: Math.min(from, to) }, b: { run, at: Math.max(from, to) } } });
  },
  unpin: (which) => set(({ pins }) => ({ pins: which === "a" ? { a: pins.b, b: null } : { ...pins, b: null } })),
}));

const freeId = (run: number, kept: readonly KeptRun[]): number => Math.max(run, ...kept.map((k) => k.id)) + 1;

/** A run under the specification as it is now. */
function current(session: Session): Session {
  const program = openProgram();
  return program && program !== session.program ? replay(session, program) : session;
}

/** The run of that number, under the specification as it is now; null when it was closed. */
export function sessionOf(store: Pick<RunStore, "session" | "run" | "kept">, id: number): Session | null {
  if (id === store.run) return store.session;
  const found = store.kept.find((k) => k.id === id);
  return found ? current(found.session) : null;
}

/** Keeps the run in step with the specification: the same stimuli under the new one. */
useDocument.subscribe((now, before) => {
  if (now.doc === before.doc) return;
  const { session, instant, frozen } = useRun.getState();
  const program = openProgram();
  if (!program) return useRun.setState({ ...fresh, session: null, showing: null });
  if (!session || now.id !== before.id) return useRun.getState().restart();
  const next = replay(session, program);
  const kept = frozen && program.stateIndex.has(frozen) ? frozen : null;
  useRun.setState({ session: next, instant: instant === null ? null : Math.min(instant, next.end), frozen: kept });
});

type Shown = Pick<RunStore, "session" | "instant" | "frozen">;
let lastShown: { of: Shown; moment: RunState | null } | null = null;

/** What is on the page at the moment that is shown. Many ask for the same one. */
export function momentOf(run: Shown): RunState | null {
  const { session, instant, frozen } = run;
  const of = lastShown?.of;
  if (!lastShown || of?.session !== session || of?.instant !== instant || of?.frozen !== frozen) {
    const state = session && stateAt(session, instant ?? session.end);
    const moment = session && state && frozen !== null ? atRest(session.program, frozen, state) : state;
    lastShown = { of: { session, instant, frozen }, moment };
  }
  return lastShown.moment;
}

/** The last thing that happened at the instant that is shown. */
export function frameOf(run: Pick<RunStore, "session" | "instant">) {
  const { session, instant } = run;
  return session ? frameAt(session, instant ?? session.end) : null;
}
