/** The state tree flattened, in document order. */
import { flatten } from "../../kernel";
import type { Env } from "../expression";
import { ALWAYS, type Component, type StateNode } from "../model";
import type { CompiledAction, StateInfo } from "./program";

type Actions = (list: StateNode["entry"], path: string) => readonly CompiledAction[];

/** Executable content is compiled once all states are known. */
export const flattenStates = (doc: Component): { states: StateInfo[]; withActions(actions: Actions): void } =>
  flatten<StateNode["entry"], Env>({ name: ALWAYS, initial: doc.initial, states: doc.states });
