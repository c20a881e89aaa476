import type { Program } from "../program";
import { beforeMount, type RunState } from "../run";

/** The moment before mount, computed once a program. */
export function atStart(program: Program): RunState {
  const known = program.cache.get("before mount") as RunState | undefined;
  const state = known ?? beforeMount(program);
  if (!known) program.cache.set("before mount", state);
  return state;
}
