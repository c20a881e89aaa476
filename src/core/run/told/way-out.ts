/** Where to go so that something happens that did not: the cell that would change it, or the row that is missing. */
import type { EventSpec } from "../../model";
import { DOCUMENT, type PartIndex, type Program } from "../../program";
import type { RunState, Step } from "../state/state";
import { explain } from "./explain";
import { whyPart } from "./why";

export type WayOut =
  /** What the event does in that state is to be decided, or otherwise than now. */
  | { kind: "reaction"; row: number; state: string }
  /** The look that keeps the part from being reached, its own or of what lies over it. */
  | { kind: "look"; part: string; state: string }
  /** The markup does; a look could say otherwise. */
  | { kind: "part"; part: string }
  /** No row listens for it yet. */
  | { kind: "row"; event: EventSpec; state: string };

/** @param frame of a step that did nothing; null where there is nothing to change, as at the very end of a component */
export function wayOut(program: Program, { state, step }: { state: RunState; step: Step }): WayOut | null {
  const told = explain(program, step);
  if (!told.nothing || step.missed === "over" || step.missed === "no request") return null;
  if (told.cell) return { kind: "reaction", ...told.cell };
  const { cause } = step;
  if ("aimed" in cause && cause.aimed !== DOCUMENT && (step.missed !== null || cause.landed !== cause.aimed))
    return reachable(program, state, cause.aimed, cause.landed);
  const event = eventOf(program, cause);
  const [first] = program.configurations.at(state.config).atomic;
  return event && { kind: "row", event, state: program.states[first].name };
}

function reachable(program: Program, state: RunState, aimed: PartIndex, landed: PartIndex): WayOut {
  const cellOf = (part: PartIndex, ...about: string[]) =>
    about.map((a) => whyPart(program, state, part).find((r) => r.about === a)?.cell).find((c) => c);
  const over = landed !== aimed && landed !== DOCUMENT && !program.parts[aimed].path.includes(landed);
  // What lies over it is there by its own look; else something about the part itself stands in the way.
  const cell = cellOf(aimed, "pointer", "is", "disabled") ?? (over ? cellOf(landed, "is") : undefined);
  return cell ? { kind: "look", ...cell } : { kind: "part", part: program.parts[over ? landed : aimed].name };
}

const pointer = { click: "click", down: "pointer down", up: "pointer up" } as const;

function eventOf(program: Program, cause: Step["cause"]): EventSpec | null {
  switch (cause.kind) {
    case "click":
    case "down":
    case "up": {
      const on = pointer[cause.kind];
      if (cause.landed === DOCUMENT) return { on, scope: "anywhere" };
      return { on, part: program.parts[cause.landed].name, scope: "inside" };
    }
    case "press":
      return /Tab$/.test(cause.key) ? null : { on: "key", key: cause.key };
    case "keyUp":
      return { on: "key", key: cause.key, up: true };
    case "blur":
      return { on: "window blur" };
    default:
      return null;
  }
}
