/** The document prepared for running: names resolved to indices, notation compiled, trees flattened. */
import type { Evaluate, Template } from "../expression";
import type { ClickScope, Component, Datum, EventSpec, Part, Presence, Problem, Value } from "../model";

/** Index of a part in tree order; -1 stands for the document itself. */
export type PartIndex = number;
export const DOCUMENT: PartIndex = -1;

export interface PartInfo {
  index: PartIndex;
  name: string;
  part: Part;
  parent: PartIndex;
  /** The part and its ancestors, inner first. */
  path: readonly PartIndex[];
  /** One past the last part of its subtree: `index <= p < end` is "in it". */
  end: PartIndex;
  attributes: readonly (readonly [string, Template])[];
  content: readonly (Template | PartIndex)[];
  /** Stacking layer in force: its own, or that of the nearest ancestor with one. */
  layer: number;
  /** covers[p] is true where this part lies at the place of part p; null when it covers nothing. */
  covers: readonly boolean[] | null;
}

/** Index of a state in document order; 0 is the root, `always`. */
export type StateIndex = number;

export interface StateInfo {
  index: StateIndex;
  name: string;
  parent: StateIndex;
  /** The state and its ancestors, inner first, the root last. */
  path: readonly StateIndex[];
  end: StateIndex;
  /** The atomic state that is active once this one is entered. */
  leaf: StateIndex;
  atomic: boolean;
}

export type CompiledFocus = { kind: "part" | "first"; part: PartIndex } | { kind: "back" };
export type CompiledAction =
  | { do: "assign"; data: number; value: Evaluate; datum: Datum }
  | { do: "focus"; target: CompiledFocus }
  | { do: "stop" }
  | { do: "raise"; event: string };

export interface CompiledBranch {
  guard: Evaluate | null;
  /** -1 when the branch stays where it is. */
  target: StateIndex;
  actions: readonly CompiledAction[];
}
export interface CompiledCell {
  ignored: boolean;
  /** ms; only in after rows. */
  after: number;
  branches: readonly CompiledBranch[];
}
export interface RowInfo {
  index: number;
  event: EventSpec;
  label: string;
  /** By state index; null is undecided. */
  cells: readonly (CompiledCell | null)[];
}

/** Compiles a text of the document; `path` says where it stands, for problems. */
export type CompileText = (text: string, path: string) => Template;

export interface CompiledMotion {
  /** ms */
  duration: number;
  /** ms */
  delay: number;
  easing: string;
}
/** Everything said about a part in one atomic state: base, then outer states before inner; later wins. */
export interface PartLook {
  as: Presence;
  /** null: as its surroundings (CSS pointer-events is inherited). */
  pointer: boolean | null;
  inert: boolean;
  disabled: boolean;
  exposed: boolean;
  text: Template | null;
  attributes: ReadonlyMap<string, Template | null>;
  css: Readonly<Record<string, string>>;
  motion: Readonly<Record<string, CompiledMotion>>;
}

export interface Program {
  doc: Component;
  parts: readonly PartInfo[];
  partIndex: ReadonlyMap<string, PartIndex>;
  states: readonly StateInfo[];
  stateIndex: ReadonlyMap<string, StateIndex>;
  data: readonly Datum[];
  initialData: readonly Value[];
  rows: readonly RowInfo[];
  /** Rows that listen for a click at a part, by part; scopes inside and exactly. */
  clickRows: readonly (readonly { row: RowInfo; scope: ClickScope }[])[];
  outsideRows: readonly { row: RowInfo; part: PartIndex }[];
  keyRows: readonly { row: RowInfo; key: string; within: PartIndex | null }[];
  afterRows: readonly RowInfo[];
  mountedRows: readonly RowInfo[];
  ownRows: ReadonlyMap<string, readonly RowInfo[]>;
  /** By state index; only atomic states have looks. */
  looks: readonly (readonly PartLook[] | null)[];
  /** By state index: what the focus row says there. */
  focus: readonly ({ to: CompiledFocus | null; within: PartIndex | null } | null)[];
  /** What could not be compiled; the cells concerned count as undecided. */
  problems: readonly Problem[];
  /** Results derived from the program alone, filled on demand by those who compute them. */
  cache: Map<string, unknown>;
}

export const isInside = (program: Program, part: PartIndex, outer: PartIndex): boolean =>
  outer === DOCUMENT || (part >= outer && part < program.parts[outer].end);

export const partName = (program: Program, part: PartIndex): string =>
  part === DOCUMENT ? "the page" : program.parts[part].name;

/** True when state `s` is `outer` or inside it. */
export const isInState = (outer: { index: number; end: number }, s: StateIndex): boolean =>
  s >= outer.index && s < outer.end;

/** SCXML getTransitionDomain: the innermost compound state around both source and target; it is not left. */
export function transitionDomain(program: Program, source: StateIndex, target: StateIndex): StateIndex {
  const { states } = program;
  for (const s of states[source].path) {
    if ((s !== source || s === 0) && s !== target && isInState(states[s], target)) return s;
  }
  return 0;
}
