/** What the core as a host does of the actions: data, timers, requests, announcements, scrolling. */
import { fitted } from "../../../kernel";
import { micros } from "../../measure";
import type { Value } from "../../model";
import { answerEvent, type CompiledAction, DOCUMENT } from "../../program";
import { glideTime, pixels, placeOf, scrollAt, scrollRange } from "../../surface";
import { MAX_STEPS, type Timer } from "../state/state";
import type { Working } from "../state/working";

/** An action that the core as a host does: data, timers, requests, the page. @throws Fault */
export function act(m: Working, action: CompiledAction): void {
  switch (action.do) {
    case "assign":
      assignTo(m, action.data, action.value(m));
      break;
    case "prevent":
      m.prevented = true;
      m.step.prevented = true;
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
      m.scrolling = action;
      break;
    case "announce":
      m.said = { text: action.text.run(m), at: m.now };
      break;
    case "request": {
      const { name, latency, ok } = m.program.requests[action.request];
      const due = micros(m.now + latency);
      onItsWay(m, { kind: "event", event: answerEvent(name, ok), id: null, request: action.request, due });
      break;
    }
    case "log": {
      const value = action.value === null ? null : String(action.value(m));
      m.step.log.push([action.label, value].filter((t) => t !== null).join(": "));
      break;
    }
  }
}

/** Gives a datum a value; one outside its range is held at the end of it, or refused, and that is noted. */
export function assignTo(m: Working, data: number, given: Value): void {
  const datum = m.program.data[data];
  const value = fitted(datum, given);
  const kept = datum.type === "integer" ? value === (Math.trunc(Number(given)) || 0) : value !== undefined;
  if (!kept) m.step.clamped.push(data);
  if (value !== undefined && !Object.is(m.data[data], value)) m.data = m.data.with(data, value);
}

function send(m: Working, { event, delay, id, restart }: Extract<CompiledAction, { do: "send" }>): void {
  if (restart) m.timers = m.timers.filter((t) => t.kind !== "event" || t.id !== id);
  if (delay <= 0 && !restart) m.external.push(event);
  else onItsWay(m, { kind: "event", event, id, request: -1, due: micros(m.now + delay) });
}

/** More and more that is on its way never comes to an end: it is cut. */
function onItsWay(m: Working, timer: Timer): void {
  if (m.timers.length >= MAX_STEPS) m.step.loop = true;
  else m.timers = [...m.timers, timer];
}

/**
 * Scrolls the page as far as it goes (CSSOM View §6); smoothly unless reduced motion is preferred. Of several ways asked
 * for in one step the last is taken, and a part that comes with the step is there by then.
 */
export function settleScroll(m: Working): void {
  if (!m.scrolling) return;
  const { to, distance, smooth } = m.scrolling;
  m.scrolling = null;
  const { program, pageState: page } = m;
  const range = scrollRange(program, page);
  const place = to === DOCUMENT || !m.layout.displayed[to] ? null : placeOf(program, to, m.pose, page, m.now);
  const wanted = distance === null ? (place?.top ?? scrollAt(page, m.now)) : pixels(program, distance, page, range);
  scrollTo(m, Math.max(0, Math.min(range, wanted)), smooth && !page.reducedMotion);
}

export function scrollTo(m: Working, target: number, smooth: boolean): void {
  const from = scrollAt(m.pageState, m.now);
  if (from === target && !m.pageState.glide) return;
  const glide =
    smooth && from !== target ? { from, to: target, start: m.now, duration: glideTime(target - from) } : null;
  m.pageState = { ...m.pageState, scroll: glide ? from : target, glide };
}
