/** Looks without a run: how parts are in a state that was just entered, with the data as they begin. */
import { looksAt, type PartLook, type Program, poseOf, type StateIndex } from "../program";
import { envOf } from "./moment";

/** @param state an atomic state that is active alone */
export function restingLooks(program: Program, state: StateIndex): readonly PartLook[] {
  const config = program.configurations.of(program.states[state].path).index;
  const page = { ...program.doc.page, scroll: 0, glide: null, reducedMotion: false };
  return looksAt(program, poseOf(program, config, envOf(program, { data: program.initialData, config, page, now: 0 })));
}
