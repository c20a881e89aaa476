/** What brought a step about, in sentences. */
import { DOCUMENT, type Program, partName } from "../../program";
import type { Step } from "../state/state";
import { type Phrase, plain, say, wordsOf } from "./phrase";

type Cause = Step["cause"];
type Of<K extends Cause["kind"]> = Extract<Cause, { kind: K }>;

export function tellCause(program: Program, { cause, missed }: Step): Phrase[][] {
  const { part, state } = wordsOf(program);
  switch (cause.kind) {
    case "start":
      return [say`The component was mounted.`];
    case "click":
      return [tellClick(program, cause, missed)];
    case "press":
    case "keyDown":
    case "keyUp": {
      const did = cause.kind === "keyUp" ? "released" : cause.kind === "keyDown" ? "pressed and held" : "pressed";
      return [say`${plain(cause.key)} was ${plain(did)} with the focus on ${part(cause.focus)}.`];
    }
    case "down":
    case "up":
    case "move": {
      const did = { down: "went down on", up: "came up over", move: "moved onto" }[cause.kind];
      if (missed === "not there") return [say`${part(cause.aimed)} is not displayed, so the pointer cannot be there.`];
      if (missed === "disabled") return [say`${part(cause.landed)} is disabled, so it reached nobody.`];
      return [say`The pointer ${plain(did)} ${part(cause.landed)}.`];
    }
    case "scroll":
      return [say`The page was scrolled to ${plain(`${Math.round(cause.to)} px`)}.`];
    case "resize":
      return [say`The page was resized.`];
    case "blur":
      return [say`The window lost the focus.`];
    case "reducedMotion":
      return [say`The preference for reduced motion changed.`];
    case "unmount":
      return [say`The component was unmounted.`];
    case "set":
      return [say`${plain(program.data[cause.data]?.name ?? "It")} was set by hand.`];
    case "event":
      return [tellEvent(program, cause, missed)];
    case "timer": {
      const every = program.rows[cause.row].event.on === "every";
      return [every ? say`The interval of ${state(cause.state)} was over.` : say`${state(cause.state)} was over.`];
    }
    case "motion":
      return [say`Motion of ${plain(cause.parts.map((p) => partName(program, p)).join(", "))} ended.`];
    default:
      return [];
  }
}

function tellClick(program: Program, { aimed, landed }: Of<"click">, missed: Step["missed"]): Phrase[] {
  const { part } = wordsOf(program);
  if (missed === "not there") return say`${part(aimed)} is not displayed, so it cannot be clicked.`;
  if (missed === "disabled") return say`${part(landed)} is disabled, so the click reached nobody.`;
  if (landed === aimed) return say`Click landed on ${part(landed)}.`;
  if (landed === DOCUMENT) return say`${part(aimed)} takes no clicks; it went to the page.`;
  return say`Click aimed at ${part(aimed)} landed on ${part(landed)}, which ${plain(why(program, aimed, landed))}.`;
}

function why(program: Program, aimed: number, landed: number): string {
  const info = program.parts[landed];
  if (aimed !== DOCUMENT && program.parts[aimed].path.includes(landed))
    return "is around it and takes the click instead";
  return info.part.covers === "viewport" ? "covers the viewport" : "covers it";
}

function tellEvent(program: Program, { event, request }: Of<"event">, missed: Step["missed"]): Phrase[] {
  if (missed === "no request") return say`No such request is under way.`;
  if (request >= 0) {
    const ok = event.endsWith(".ok");
    return say`The request ${plain(program.requests[request].name)} ${plain(ok ? "was answered" : "failed")}.`;
  }
  return event.startsWith("timer.") ? say`The timer ${plain(event.slice(6))} was over.` : say`${plain(event)} arrived.`;
}
