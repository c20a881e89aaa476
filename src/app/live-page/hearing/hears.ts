/** What the live page has to report for a component. Pure. */
import { doingAsked, type Program } from "../../../core/program";
import { tracksPointer } from "../../../core/run";
import { scrollRange } from "../../../core/surface";
import type { Hears } from "../protocol";

export function hearsOf(program: Program): Hears {
  const { pointer } = program;
  const listens = (...on: (keyof typeof pointer)[]): boolean => on.some((o) => pointer[o].any);
  return {
    presses: listens("pointer down", "pointer up") || doingAsked(program).has("active"),
    hovers: tracksPointer(program),
    heldKeys: [...new Set(program.keyRows.filter((k) => k.up).map((k) => k.key))],
    scrolls: scrollRange(program, program.doc.page) > 0,
  };
}
