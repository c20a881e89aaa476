import type { Program } from "../../core/program";

/** States that a picture shows: those without others inside, in their order. */
export const picturedStates = (program: Program): string[] =>
  program.states.filter((s) => s.atomic && s.index > 0).map((s) => s.name);
