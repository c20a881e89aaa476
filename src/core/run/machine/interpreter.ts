/** The interpreter: from a state and a stimulus, or a stretch of time, to the next state. Pure; no clock but its own. */
import { micros } from "../../measure";
import type { Value } from "../../model";
import { normalKey, own } from "../../model";
import { answerEvent, DOCUMENT, NOBODY, type PartIndex, type Program, poseOf, rowsFor } from "../../program";
import { envOf, type PageState, scrolledWithin, scrollRange, trackEnd } from "../../surface";
import { press, pressKey, releaseKey } from "../person/keys";
import {
  click,
  common,
  followLayout,
  landing,
  moveOnto,
  noticeDisabled,
  outwards,
  press as pointerDown,
  release,
} from "../person/pointer";
import { endGlide, firstNotice, glideDue, noticePage, watchesPage } from "../person/scrolling";
import { type Cause, MAX_STEPS, newStep, type RunState, type Step, type Stimulus, type Timer } from "../state/state";
import { scrollTo } from "./actions";
import { configurationOn, initialPlan } from "./entering";
import { Machine } from "./machine";

export { landingOf } from "../person/pointer";

export interface Result {
  state: RunState;
  step: Step;
}

/** How a run begins where it does not begin as the document says. */
export interface Opening {
  /** Values that replace initial ones, by name. */
  data?: Readonly<Record<string, Value>>;
  /** px */
  page?: Partial<Pick<PageState, "width" | "height" | "scroll" | "reducedMotion">>;
}

/** A fresh run at 0 ms: initial states entered, `mounted` dispatched, then what the page shows from the start. */
export function start(program: Program, opening: Opening = {}): Result {
  const step = newStep(0, { kind: "start" });
  const machine = new Machine(program, beforeMount(program, opening), step);
  machine.drawn = false;
  machine.start();
  machine.dispatch(DOCUMENT, "page", program.plainRows.get("mounted") ?? []);
  if (machine.pageState.reducedMotion)
    machine.dispatch(DOCUMENT, "page", program.plainRows.get("reduced motion on") ?? []);
  const answers = firstNotice(machine);
  // What was sent arrives when the page is there already, and so does what scrolled it.
  machine.draw();
  noticePage(machine, answers);
  finish(machine, null);
  return { state: machine.result(), step };
}

/** The very first instant, before anything has happened; as the document has it, computed once a program. */
export function beforeMount(program: Program, opening?: Opening): RunState {
  if (opening?.data || opening?.page) return opened(program, opening);
  let state = program.cache.get("before mount") as RunState | undefined;
  if (!state) {
    state = opened(program, {});
    program.cache.set("before mount", state);
  }
  return state;
}

function opened(program: Program, opening: Opening): RunState {
  const { width, height } = program.doc.page;
  const size = { width, height, reducedMotion: false, ...opening.page, glide: null };
  const page: PageState = { ...size, scroll: Math.min(opening.page?.scroll ?? 0, scrollRange(program, size)) };
  const config = (initialPlan(program) ?? { to: configurationOn(program, 0).index }).to;
  const data = program.initialData.map((v, i) => own(opening.data, program.data[i].name) ?? v);
  return {
    now: 0,
    config,
    pose: poseOf(program, config, envOf(program, { data, config, page, now: 0 })),
    data,
    ...NOBODY,
    tracks: [],
    lingering: [],
    timers: [],
    history: new Map(),
    back: null,
    tabFrom: DOCUMENT,
    since: 0,
    page,
    checked: program.checkable.first,
    holds: [],
    said: null,
    done: false,
  };
}

/** When something happens next by itself, ms; null when nothing will. */
export function nextDue(program: Program, state: RunState): number | null {
  let due = glideDue(program, state) ?? Number.POSITIVE_INFINITY;
  for (const timer of state.timers) if (timer.due < due) due = timer.due;
  for (const track of state.tracks) {
    const end = trackEnd(track);
    if (end < due) due = end;
  }
  return due === Number.POSITIVE_INFINITY ? null : due;
}

/** So many things that never came to rest, a thousand steps each, are enough: what still waits then is dropped. */
const MOST_RESTLESS = 25;

/**
 * Lets the clock run to `until` (ms), doing what is due on the way, in time order. At one instant motions end first,
 * then the page has scrolled, then timers go in the order in which they were started.
 * @param seen is given each thing that happened, with the state after it
 * @param most after so many things it stops where it is, before `until`
 */
export function advance(
  program: Program,
  state: RunState,
  until: number,
  seen: (result: Result) => void = () => {},
  most = Number.POSITIVE_INFINITY,
): RunState {
  let current = state;
  let sameInstant = 0;
  let restless = 0;
  let count = 0;
  for (let due = nextDue(program, current); due !== null && due <= until; due = nextDue(program, current)) {
    if (++count > most) return current;
    sameInstant = due === current.now ? sameInstant + 1 : 0;
    const next = oneDue(program, current, due);
    if (next.step.loop) restless++;
    const cut = sameInstant > MAX_STEPS || restless > MOST_RESTLESS;
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
    finish(machine, state);
    return { state: machine.result(), step };
  }
  const timer = state.timers.reduce<Timer | null>((first, t) => (first && first.due <= t.due ? first : t), null);
  if (!timer || timer.due > due) {
    const step = newStep(due, { kind: "scroll", from: state.page.glide?.from ?? 0, to: state.page.glide?.to ?? 0 });
    const machine = new Machine(program, { ...state, now: due }, step);
    machine.pageState = endGlide(state.page, due);
    finish(machine, state);
    return { state: machine.result(), step };
  }
  return fire(program, { ...state, now: due }, timer, state);
}

/** A timer's turn. */
function fire(program: Program, state: RunState, timer: Timer, before: RunState): Result {
  const cause: Cause =
    timer.kind === "state"
      ? { kind: "timer", row: timer.row, state: timer.state }
      : { kind: "event", event: timer.event, request: timer.request };
  const step = newStep(state.now, cause);
  const machine = new Machine(program, state, step);
  machine.timers = state.timers.filter((t) => t !== timer);
  if (timer.kind === "state") {
    const row = program.rows[timer.row];
    // An interval goes on while its state lasts.
    if (row.event.on === "every")
      machine.timers = [...machine.timers, { ...timer, due: micros(timer.due + row.cells[timer.state]!.after) }];
    machine.dispatch(DOCUMENT, "timed", [row], timer.state);
  } else machine.dispatch(DOCUMENT, "event", rowsFor(program, timer.event), undefined, timer.event);
  finish(machine, before);
  return { state: machine.result(), step };
}

/** What follows from any step: events that were sent, distances that were passed, what the pointer is over by now. */
function finish(machine: Machine, before: RunState | null): void {
  machine.drainExternal();
  machine.restyle();
  if (before && !machine.done && watchesPage(machine.program)) {
    noticePage(machine, before);
  }
  followLayout(machine);
  machine.restyle();
  machine.drainExternal();
}

/** Does what a person or the surroundings do, at the state's own instant. */
export function stimulate(program: Program, state: RunState, stimulus: Stimulus): Result {
  const part = (name: string | null): PartIndex =>
    name === null ? DOCUMENT : (program.partIndex.get(name) ?? DOCUMENT);
  if ("click" in stimulus) return pointerClick(program, state, part(stimulus.click));
  const step = newStep(state.now, { kind: "blur" });
  if (state.done) {
    step.missed = "over";
    return { state, step };
  }
  const machine = new Machine(program, state, step);
  if ("press" in stimulus) press(machine, keyed(machine, "press", stimulus.press));
  else if ("keyDown" in stimulus) pressKey(machine, keyed(machine, "keyDown", stimulus.keyDown));
  else if ("keyUp" in stimulus) releaseKey(machine, keyed(machine, "keyUp", stimulus.keyUp));
  else if ("down" in stimulus || "up" in stimulus || "move" in stimulus) {
    const [kind, name] = Object.entries(stimulus)[0] as ["down" | "up" | "move", string | null];
    pointerAct(machine, kind, part(name));
  } else surroundings(machine, stimulus);
  finish(machine, state);
  return { state: machine.result(), step };
}

/** @returns the key as rows name it */
function keyed(machine: Machine, kind: "press" | "keyDown" | "keyUp", said: string): string {
  // Only a letter with modifiers can be written in several ways.
  const key = said.at(-2) === "+" ? (normalKey(said) ?? said) : said;
  machine.step.cause = { kind, key, focus: machine.focus };
  return key;
}

function pointerAct(machine: Machine, kind: "down" | "up" | "move", aimed: PartIndex): void {
  const { step } = machine;
  step.cause = { kind, aimed, landed: DOCUMENT };
  if (aimed !== DOCUMENT && !machine.layout.displayed[aimed]) {
    step.missed = "not there";
    return;
  }
  const target = landing(machine, aimed);
  step.cause.landed = target;
  moveOnto(machine, target);
  if (kind === "move") return;
  if (kind === "down") {
    machine.hold(target);
    pointerDown(machine, target);
    noticeDisabled(machine, target);
    return;
  }
  letGo(machine, target, true);
}

/**
 * The button comes up, and a click follows where it went down before. Where those who hear of it take out what it comes up
 * on, what is around that stands for it; what was pressed and taken out is not clicked (so Chromium; in Firefox what was
 * around it is; UI Events §3.4.5 leaves it open).
 * @param moved whether the pointer went elsewhere in between
 */
function letGo(machine: Machine, target: PartIndex, moved: boolean): void {
  release(machine, target);
  const { pressed, layout } = machine;
  machine.hold(null);
  if (pressed === null || (pressed !== DOCUMENT && !layout.present[pressed])) return;
  const there = outwards(machine.program, target).find((p) => layout.present[p]) ?? DOCUMENT;
  const at = common(machine.program, pressed, there);
  click(machine, at, { dragged: moved && pressed !== target ? pressed : null });
}

function surroundings(machine: Machine, s: Exclude<Stimulus, { click: string | null } | { press: string }>): void {
  const { step, program, pageState } = machine;
  const plain = (key: string): void => void machine.dispatch(DOCUMENT, "page", program.plainRows.get(key) ?? []);
  const repage = (next: PageState): void => {
    machine.pageState = next;
    machine.reconsider("page");
  };
  if ("scroll" in s) {
    const from = machine.page.scroll;
    scrollTo(machine, Math.min(s.scroll, scrollRange(program, pageState)), false);
    step.cause = { kind: "scroll", from, to: machine.page.scroll };
    machine.reconsider("page");
  } else if ("resize" in s) {
    step.cause = { kind: "resize" };
    // To the size that it has: no page hears of that.
    if ((["width", "height"] as const).every((side) => (s.resize[side] ?? pageState[side]) === pageState[side])) return;
    const size = { ...pageState, ...s.resize };
    repage(scrolledWithin(size, scrollRange(program, size), machine.now));
  } else if ("blur" in s) {
    step.cause = { kind: "blur" };
    machine.hold(null);
    machine.spaceAt = null;
    plain("window blur");
  } else if ("reducedMotion" in s) {
    step.cause = { kind: "reducedMotion" };
    if (pageState.reducedMotion === s.reducedMotion) return;
    repage({ ...pageState, reducedMotion: s.reducedMotion });
    plain(`reduced motion ${s.reducedMotion ? "on" : "off"}`);
  } else if ("answer" in s) {
    const request = program.requests.findIndex((r) => r.name === s.answer);
    const timer = machine.timers.find((t) => t.kind === "event" && t.request === request && request >= 0);
    step.cause = { kind: "event", event: answerEvent(s.answer, s.ok), request };
    if (!timer) step.missed = "no request";
    else {
      machine.timers = machine.timers.filter((t) => t !== timer);
      machine.dispatch(DOCUMENT, "event", rowsFor(program, step.cause.event), undefined, step.cause.event);
    }
  } else if ("send" in s) {
    step.cause = { kind: "event", event: s.send, request: -1 };
    machine.dispatch(DOCUMENT, "event", rowsFor(program, s.send), undefined, s.send);
  } else if ("set" in s) {
    const data = program.data.findIndex((d) => d.name === s.set);
    step.cause = { kind: "set", data };
    machine.assign(data, s.to);
  } else if ("unmount" in s) {
    step.cause = { kind: "unmount" };
    machine.unmount();
  }
}

/** A person's click: the pointer comes, goes down, focus moves, it comes up, click (UI Events §3.4). */
export function pointerClick(program: Program, state: RunState, aimed: PartIndex): Result {
  const cause: Cause = { kind: "click", aimed, landed: DOCUMENT, by: "pointer" };
  const step = newStep(state.now, cause);
  if (state.done) {
    step.missed = "over";
    return { state, step };
  }
  const machine = new Machine(program, state, step);
  if (aimed !== DOCUMENT && !machine.layout.displayed[aimed]) {
    step.missed = "not there";
    return { state, step };
  }
  moveOnto(machine, landing(machine, aimed));
  const target = landing(machine, aimed);
  cause.landed = target;
  machine.hold(target);
  pointerDown(machine, target);
  // What the press changed may lie over the place by now.
  const there = aimed === DOCUMENT || machine.layout.displayed[aimed] ? landing(machine, aimed) : DOCUMENT;
  letGo(machine, there, false);
  noticeDisabled(machine, target);
  finish(machine, state);
  return { state: machine.result(), step };
}
