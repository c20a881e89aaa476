/** Conditions of claims, ready to be asked of a state. */

import { Fault } from "../../../kernel";
import { compileExpression } from "../../expression";
import { compute, measureEnv } from "../../measure";
import type { Condition } from "../../model";
import type { Program } from "../../program";
import type { RunState } from "../../run";
import { envOf, holds, trackEnd } from "../../surface";

export type Asked = (state: RunState) => boolean;

/** What of a claim cannot be computed, in words. */
export class NotComputable extends Error {}

/**
 * @param exactly at the very instant of a state; otherwise, while something moves, a fact is what it is on the way: what
 * fades is seen from its first instant to its last
 * @throws NotComputable
 */
export function asked(program: Program, condition: Condition, exactly = false): Asked {
  if ("fact" in condition) return (state) => holds(program, exactly ? state : midway(state), condition);
  if ("not" in condition) {
    const inner = asked(program, condition.not, exactly);
    return (state) => !inner(state);
  }
  if ("all" in condition) {
    const all = condition.all.map((c) => asked(program, c, exactly));
    return (state) => all.every((a) => a(state));
  }
  if ("any" in condition) {
    const any = condition.any.map((c) => asked(program, c, exactly));
    return (state) => any.some((a) => a(state));
  }
  const states = program.states.slice(1).map((s) => s.name);
  const compiled = compileExpression(condition.when, { data: program.data, states }, "boolean");
  if (!compiled.ok) throw new NotComputable(`[${condition.when}]: ${compiled.message}`);
  return (state) => {
    try {
      return compiled.run(envOf(program, state)) === true;
    } catch (error) {
      if (error instanceof Fault) return false;
      throw error;
    }
  };
}

function midway(state: RunState): RunState {
  if (!state.tracks.length) return state;
  const next = Math.min(...state.tracks.map(trackEnd));
  return { ...state, now: state.now + (next - state.now) / 2 };
}

/** A time of a claim in ms. @throws NotComputable */
export function timeOf(program: Program, text: string): number {
  const found = compute(text, measureEnv(program.doc), "time");
  if (found.ok && found.value.n >= 0) return found.value.n;
  throw new NotComputable(`${text}: ${found.ok ? "a time here is not less than 0" : found.message}`);
}
