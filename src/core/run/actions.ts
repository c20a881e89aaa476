/** Executable content: what reactions, entries and exits do (SCXML §4 and §5). */
import type { Evaluate } from "../expression";
import { micros } from "../measure";
import type { Value } from "../model";
import { answerEvent, type CompiledAction, DOCUMENT, EvaluationFault } from "../program";
import { glideTime, pixels, placeOf, scrollAt, scrollRange } from "../surface";
import type { Machine } from "./machine";
import { MAX_STEPS } from "./state";

/** The value; undefined where it cannot be computed, which raises error.execution (SCXML §5.9.1). */
export function attempt(machine: Machine, evaluate: Evaluate): Value | undefined {
  try {
    return evaluate(machine);
  } catch (error) {
    if (!(error instanceof EvaluationFault)) throw error;
    failed(machine, error.message);
    return undefined;
  }
}

function failed(machine: Machine, why: string): void {
  machine.step.failed.push(why);
  machine.internal.push("error.execution");
}

/** Runs a block of actions; when one fails, the rest of the block is left out (SCXML §4). */
export function runActions(machine: Machine, actions: readonly CompiledAction[]): void {
  if (!actions.length) return;
  try {
    for (const action of actions) run(machine, action);
  } catch (error) {
    if (!(error instanceof EvaluationFault)) throw error;
    failed(machine, error.message);
  }
}

/** @throws EvaluationFault */
function run(m: Machine, action: CompiledAction): void {
  switch (action.do) {
    case "assign":
      assignTo(m, action.data, action.value(m));
      break;
    case "stop":
      m.stopping = true;
      break;
    case "prevent":
      m.prevented = true;
      m.step.prevented = true;
      break;
    case "raise":
      m.internal.push(action.event);
      break;
    case "send":
      send(m, action);
      break;
    case "cancel":
      if (m.timers.some((t) => t.kind === "event" && t.id === action.id)) {
        m.timers = m.timers.filter((t) => t.kind !== "event" || t.id !== action.id);
      }
      break;
    case "focus":
      m.requests.push(action.target);
      break;
    case "scroll":
      scroll(m, action);
      break;
    case "announce":
      m.said = { text: action.text.run(m), at: m.now };
      break;
    case "request": {
      const { name, latency, ok } = m.program.requests[action.request];
      const due = micros(m.now + latency);
      m.timers = [...m.timers, { kind: "event", event: answerEvent(name, ok), id: null, request: action.request, due }];
      break;
    }
    case "log": {
      const value = action.value === null ? null : String(action.value(m));
      m.step.log.push([action.label, value].filter((t) => t !== null).join(": "));
      break;
    }
    case "block":
      runActions(m, action.actions);
      break;
    case "if": {
      // A condition that cannot be evaluated is false, and an error; the block goes on (SCXML §5.9.1).
      const branch = action.branches.find((b) => b.when === null || attempt(m, b.when) === true);
      for (const inner of branch?.actions ?? []) run(m, inner);
      break;
    }
    case "fail":
      throw new EvaluationFault(action.why);
  }
}

/** Gives a datum a value; one outside its range is held at the end of it, or refused, and that is noted. */
/** A datum's text has at most so many characters; one that doubles itself would end the program otherwise. */
export const MOST_TEXT = 10_000;

export function assignTo(m: Machine, data: number, given: Value): void {
  const datum = m.program.data[data];
  let value = given;
  if (datum.type === "integer") {
    const whole = Math.trunc(Number(value)) || 0;
    value = Math.min(datum.max, Math.max(datum.min, whole));
    if (value !== whole) m.step.clamped.push(data);
  } else if (datum.type === "text") {
    value = String(value);
    if (value.length > MOST_TEXT) throw new EvaluationFault(`a text of more than ${MOST_TEXT} characters`);
  } else if (datum.type === "one of" && !datum.values.includes(String(value))) {
    m.step.clamped.push(data);
    return;
  }
  if (!Object.is(m.data[data], value)) m.data = m.data.with(data, value);
}

function send(m: Machine, { event, delay, id, restart }: Extract<CompiledAction, { do: "send" }>): void {
  if (restart) m.timers = m.timers.filter((t) => t.kind !== "event" || t.id !== id);
  if (delay <= 0 && !restart) m.external.push(event);
  else if (m.timers.length >= MAX_STEPS) m.step.loop = true;
  else m.timers = [...m.timers, { kind: "event", event, id, request: -1, due: micros(m.now + delay) }];
}

/** Scrolls the page as far as it goes (CSSOM View §6); smoothly unless reduced motion is preferred. */
function scroll(m: Machine, { to, distance, smooth }: Extract<CompiledAction, { do: "scroll" }>): void {
  const { program, pageState: page } = m;
  const range = scrollRange(program, page);
  const place = to === DOCUMENT ? null : placeOf(program, to, m.pose, page, m.now);
  const wanted = distance === null ? (place?.top ?? scrollAt(page, m.now)) : pixels(program, distance, page, range);
  scrollTo(m, Math.max(0, Math.min(range, wanted)), smooth && !page.reducedMotion);
}

export function scrollTo(m: Machine, target: number, smooth: boolean): void {
  const from = scrollAt(m.pageState, m.now);
  if (from === target && !m.pageState.glide) return;
  const glide =
    smooth && from !== target ? { from, to: target, start: m.now, duration: glideTime(target - from) } : null;
  m.pageState = { ...m.pageState, scroll: glide ? from : target, glide };
}
