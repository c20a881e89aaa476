/** After an edit: the numbers of the program before, so that what was found out of its states can be told of these. */
import { inheritPoses } from "./looks";
import type { Program, StateIndex } from "./program";

/**
 * @param program compiled just now: nothing has asked for a configuration or a pose yet
 * @param from differs in cells alone
 * @param changed states whose looks differ: the poses with them are made anew
 */
export function inheritNumbers(program: Program, from: Program, changed: ReadonlySet<StateIndex>): void {
  program.configurations.inherit(from.configurations);
  inheritPoses(program, from, (c) => from.configurations.at(c).states.some((s) => changed.has(s)));
}
