/** A state as it is once everything has settled: no motion, no timer. */
import { type Program, poseOf } from "../../program";
import { envOf } from "../../surface";
import type { RunState } from "../state/state";
import { configurationOn } from "./entering";
import { beforeMount } from "./interpreter";

/**
 * @param name a state; what is around and inside it is entered as it begins
 * @param from where data, page and clock are taken from; else as the document has them
 */
export function atRest(program: Program, name: string, from?: RunState): RunState {
  const now = from?.now ?? 0;
  const config = configurationOn(program, program.stateIndex.get(name) ?? 0).index;
  const { scroll, ...page } = from?.page ?? { ...program.doc.page, scroll: 0, reducedMotion: false };
  const opened = beforeMount(program, { page: { ...page, scroll } });
  const moment = { ...opened, now, config, data: from?.data ?? program.initialData, since: now };
  return { ...moment, pose: poseOf(program, config, envOf(program, moment)) };
}
