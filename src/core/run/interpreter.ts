/** The interpreter: from a state and a stimulus, or a stretch of time, to the next state. Pure; no clock but its own. */
import { DOCUMENT, isInside, type PartIndex, type Program, type RowInfo } from "../program";
import { labelledControl, layoutOf, roleOf, trackEnd } from "../surface";
import { Machine } from "./machine";
import { type Cause, MAX_STEPS, type RunState, type Step, type Stimulus } from "./state";

export interface Result {
  state: RunState;
  step: Step;
}

const newStep = (at: number, cause: Cause): Step => ({
  at,
  cause,
  dispatches: [],
  focus: [],
  refused: [],
  missed: null,
  clamped: [],
  loop: false,
});

/**
 * A fresh run at 0 ms: initial states entered, `mounted` dispatched.
 * @param data values that replace initial ones, by name
 */
export function start(program: Program, data: Record<string, boolean | number | string> = {}): Result {
  const step = newStep(0, { kind: "start" });
  const state = beforeMount(program, data);
  const machine = new Machine(program, state, step);
  machine.start();
  machine.dispatch(DOCUMENT, "mounted", program.mountedRows);
  return { state: machine.result(), step };
}

/** The very first instant, before anything has happened. */
export function beforeMount(program: Program, data: Record<string, boolean | number | string> = {}): RunState {
  return {
    now: 0,
    leaf: program.states[0].leaf,
    data: program.initialData.map((v, i) => data[program.data[i].name] ?? v),
    focus: DOCUMENT,
    tracks: [],
    lingering: [],
    timers: [],
    back: null,
    tabFrom: DOCUMENT,
    since: 0,
  };
}

/** When something happens next by itself, ms; null when nothing will. */
export function nextDue(state: RunState): number | null {
  let due = Number.POSITIVE_INFINITY;
  for (const timer of state.timers) if (timer.due < due) due = timer.due;
  for (const track of state.tracks) {
    const end = trackEnd(track);
    if (end < due) due = end;
  }
  return due === Number.POSITIVE_INFINITY ? null : due;
}

/**
 * Lets the clock run to `until` (ms), doing what is due on the way, in time order. At one instant motions end first,
 * then timers go in the order in which they were started.
 * @param seen is given each thing that happened, with the state after it
 */
export function advance(
  program: Program,
  state: RunState,
  until: number,
  seen: (result: Result) => void = () => {},
): RunState {
  let current = state;
  let sameInstant = 0;
  for (let due = nextDue(current); due !== null && due <= until; due = nextDue(current)) {
    sameInstant = due === current.now ? sameInstant + 1 : 0;
    const next = oneDue(program, current, due);
    const cut = sameInstant > MAX_STEPS;
    if (cut) next.step.loop = true;
    current = cut ? { ...next.state, timers: [] } : next.state;
    seen({ state: current, step: next.step });
  }
  return until > current.now ? { ...current, now: until } : current;
}

function oneDue(program: Program, state: RunState, due: number): Result {
  if (state.tracks.some((t) => trackEnd(t) <= due)) {
    const step = newStep(due, { kind: "motion", parts: [] });
    const machine = new Machine(program, { ...state, now: due }, step);
    step.cause = { kind: "motion", parts: machine.endMotions() };
    return { state: machine.result(), step };
  }
  const timer = state.timers.reduce((first, t) => (t.due < first.due ? t : first));
  const step = newStep(due, { kind: "timer", row: timer.row, state: timer.state });
  const machine = new Machine(program, { ...state, now: due }, step);
  machine.timers = state.timers.filter((t) => t !== timer);
  machine.dispatch(DOCUMENT, "after", [program.rows[timer.row]], timer.state);
  return { state: machine.result(), step };
}

/** Does what a person does, at the state's own instant. */
export function stimulate(program: Program, state: RunState, stimulus: Stimulus): Result {
  return "press" in stimulus
    ? press(program, state, stimulus.press)
    : pointerClick(
        program,
        state,
        stimulus.click === null ? DOCUMENT : (program.partIndex.get(stimulus.click) ?? DOCUMENT),
      );
}

/** Where a click aimed at a part lands; `aimed` DOCUMENT is a place where no part lies, unless one covers the viewport. */
export function landingOf(program: Program, state: RunState, aimed: PartIndex): PartIndex {
  const layout = layoutOf(program, state);
  if (aimed !== DOCUMENT) return layout.landing[aimed];
  let top: PartIndex = DOCUMENT;
  program.parts.forEach((p, i) => {
    if (p.part.covers !== "viewport" || !layout.catches[i]) return;
    if (top === DOCUMENT || p.layer >= program.parts[top].layer) top = i;
  });
  return top;
}

/** A person's click: pointer down, focus moves, pointer up, click (UI Events §3.4). */
export function pointerClick(program: Program, state: RunState, aimed: PartIndex): Result {
  const cause: Cause = { kind: "click", aimed, landed: DOCUMENT, by: "pointer" };
  const step = newStep(state.now, cause);
  const machine = new Machine(program, state, step);
  if (aimed !== DOCUMENT && !machine.layout.displayed[aimed]) {
    step.missed = "not there";
    return { state, step };
  }
  const target = landingOf(program, state, aimed);
  cause.landed = target;
  if (target !== DOCUMENT && program.parts[target].path.some((p) => machine.layout.disabled[p])) {
    // A disabled control swallows the click, focus stays (HTML §4.10.18.5).
    step.missed = "disabled";
    return { state, step };
  }
  machine.focusByPointer(target);
  click(program, machine, target);
  if (target !== DOCUMENT) {
    const control = labelledControl(program, machine, target);
    const inside = control !== DOCUMENT && program.parts[target].path.includes(control);
    if (control !== DOCUMENT && !inside && machine.layout.displayed[control] && !machine.layout.disabled[control]) {
      if (machine.layout.focusable[control]) machine.moveFocus(control, "pointer");
      click(program, machine, control);
    }
  }
  return { state: machine.result(), step };
}

/** Dispatch from the target to the root, then to those who listen for clicks outside (DOM §2.9). */
function click(program: Program, machine: Machine, target: PartIndex): void {
  const path = target === DOCUMENT ? [] : program.parts[target].path;
  for (const at of path) {
    const listening = program.clickRows[at];
    if (!listening.length) continue;
    const rows = listening.filter((l) => l.scope === "inside" || at === target).map((l) => l.row);
    if (machine.dispatch(at, "click", rows)) return;
  }
  const rows: RowInfo[] = [];
  for (const { row, part } of program.outsideRows) {
    if (target === DOCUMENT || !isInside(program, target, part)) rows.push(row);
  }
  for (const row of rows) machine.dispatch(DOCUMENT, "outside", [row]);
}

const activatedBy: Record<string, readonly string[]> = {
  button: ["Enter", "Space"],
  summary: ["Enter", "Space"],
  a: ["Enter"],
};

/** A key press: down, its default action, up. */
function press(program: Program, state: RunState, key: string): Result {
  const step = newStep(state.now, { kind: "press", key, focus: state.focus });
  const machine = new Machine(program, state, step);
  const { focus } = state;
  const path = focus === DOCUMENT ? [] : program.parts[focus].path;
  const listening = program.keyRows.filter((k) => k.key === key);
  let stopped = false;
  for (const at of path) {
    const rows = listening.filter((k) => k.within === at).map((k) => k.row);
    if (rows.length && machine.dispatch(at, "key", rows)) {
      stopped = true;
      break;
    }
  }
  if (!stopped) {
    const rows = listening.filter((k) => k.within === null).map((k) => k.row);
    machine.dispatch(DOCUMENT, "key", rows);
  }
  if (key === "Tab" || key === "Shift+Tab") machine.focusByTab(key !== "Tab");
  // Enter goes to what is focused by now; Space only where it was pressed and released on the same element.
  const target = machine.focus;
  if (target !== DOCUMENT && (key === "Enter" || (key === "Space" && target === focus))) {
    if (activates(program, machine, target, key)) click(program, machine, target);
  }
  return { state: machine.result(), step };
}

function activates(program: Program, machine: Machine, target: PartIndex, key: string): boolean {
  const { part } = program.parts[target];
  if (part.tag === "input") {
    const role = roleOf(program, machine, target);
    return role === "button" || (key === "Space" && (role === "checkbox" || role === "radio"));
  }
  return activatedBy[part.tag]?.includes(key) ?? false;
}
