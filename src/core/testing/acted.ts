/** A component after what was done to it. */
import type { Component } from "../model";
import { compile, type Program } from "../program";
import { advance, type RunState, type Stimulus, start, stimulate } from "../run";
import { factsOf } from "../surface";

/** The run after stimuli and waits (ms). */
export function runOf(
  doc: Component,
  ...acts: (Stimulus | number)[]
): { program: Program; run: RunState; at(name: string): number } {
  const program = compile(doc);
  let { state } = start(program);
  for (const a of acts)
    state = typeof a === "number" ? advance(program, state, state.now + a) : stimulate(program, state, a).state;
  return { program, run: state, at: (name) => program.partIndex.get(name)! };
}
export const facts = (doc: Component, part: string, ...acts: (Stimulus | number)[]) => {
  const { program, run, at } = runOf(doc, ...acts);
  return factsOf(program, run, at(part));
};
