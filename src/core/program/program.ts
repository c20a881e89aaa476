/** The document prepared for running: names resolved to indices, notation compiled, trees flattened. */

import { type Branch, type Cell, type FocusTarget, matches, type Row, type State, type StateIndex } from "../../kernel";
import type { Cascaded, Side } from "../cascade";
import { type DoingCall, type Env, type Evaluate, mentions, type Template } from "../expression";
import type {
  ClickScope,
  Component,
  Datum,
  EventSpec,
  Part,
  PointerEventName,
  Presence,
  Problem,
  Value,
} from "../model";
import { mapNames } from "../model";
import type { Configurations } from "./configuration";
import type { Animation } from "./looks/animations";

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

/** The root, 0, is `always`. */
export type { StateIndex };
export type StateInfo = State<Env>;

export type CompiledFocus = FocusTarget<PartIndex>;
export type CompiledAction =
  | { do: "assign"; data: number; value: Evaluate; datum: Datum }
  | { do: "focus"; target: CompiledFocus }
  | { do: "stop" | "prevent" }
  | { do: "raise"; event: string }
  /** delay in ms; a timer is sent under its own name and starts anew */
  | { do: "send"; event: string; delay: number; id: string | null; restart: boolean }
  | { do: "cancel"; id: string }
  | { do: "scroll"; to: PartIndex; distance: string | null; smooth: boolean }
  | { do: "announce"; text: Template }
  | { do: "request"; request: number }
  | { do: "log"; label: string | null; value: Evaluate | null }
  | { do: "block"; actions: readonly CompiledAction[] }
  | { do: "if"; branches: readonly { when: Evaluate | null; actions: readonly CompiledAction[] }[] }
  /** What could not be compiled: it fails when its turn comes (SCXML §5.9, error.execution). */
  | { do: "fail"; why: string };

export type CompiledBranch = Branch<Env>;
export interface CompiledCell extends Cell<Env> {
  /** ms; only in after and every rows. */
  after: number;
}
export interface RowInfo extends Row<Env> {
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
  /** What cannot be mixed may wait for it: `display` (CSS Transitions 2 §3.1, `transition-behavior`). */
  discrete?: true;
  /** What runs where reduced motion is preferred; null jumps. Not there: the same motion. */
  reduced?: CompiledMotion | null;
}
/** Everything said about a part in one pose: base, then outer states before inner; later wins. */
export interface Generated {
  /** The value of `content`. */
  content: string;
  /** It is a block, or stands as one. */
  apart: boolean;
}
export interface PartLook {
  as: Presence;
  /** null: as its surroundings (CSS pointer-events is inherited). */
  pointer: boolean | null;
  /** The part itself or a look says so, not a rule of the page. */
  saysPointer: boolean;
  inert: boolean;
  disabled: boolean;
  exposed: boolean;
  text: Template | null;
  attributes: ReadonlyMap<string, Template | null>;
  /** Attributes on which the focus and the accessibility tree depend, of the look and the markup, as they are in the pose. */
  marks: ReadonlyMap<string, string>;
  /** Classes that looks switch on or off. */
  classes: ReadonlyMap<string, boolean>;
  /** Every declaration in force, those of the page's rules too. */
  css: Readonly<Record<string, string>>;
  /** What the part itself and the looks declare. */
  own: Readonly<Record<string, string>>;
  /** False where a rule of the page says `display: none`: then nothing of it moves either. */
  rendered: boolean;
  /** What is declared of its own visibility; null: as around it. */
  visibility: "visible" | "hidden" | null;
  /** Its place in the stack of what is around it; null: none of its own. */
  layer: number | null;
  /** Lies over what is in the flow around it, be it positioned, drawn through or transformed (CSS 2 §E.2). */
  lifted: boolean;
  /** Placed or moved wholly out of view by its style. */
  away: boolean;
  /** It shows nothing of what is inside. */
  shut: boolean;
  /** It is shut by a shape that cuts it, wherever what is inside it stands. */
  clips: boolean;
  /** It stands in a line of words: no transform moves it. */
  inLine: boolean;
  /** The opacity of what stands around it in the page and is no part. */
  around: number;
  /** Which rules won, by property. */
  rules: Cascaded | null;
  /** By property, or `all`. Null where no `transition` is said: then everything jumps, and what moves already goes on. */
  motion: Readonly<Record<string, CompiledMotion>> | null;
  /** What `@starting-style` says otherwise, from where it moves when it is drawn for the first time. */
  starting?: Readonly<Record<string, string>>;
  /** What rules put before and after what it holds (CSS Pseudo-Elements 4 §4.1); not there where they put nothing. */
  generated?: Readonly<Partial<Record<Side, Generated>>>;
  /** Those of its animations that end. */
  animations: readonly Animation[];
  /** What its others move, without an end, of which facts speak. */
  endless: readonly string[];
}

/** Rows that listen for one kind of pointer event. */
export interface PointerRows {
  /** By part; scopes inside and exactly. */
  at: readonly (readonly { row: RowInfo; scope: ClickScope }[])[];
  outside: readonly { row: RowInfo; part: PartIndex }[];
  anywhere: readonly RowInfo[];
  /** False where nobody listens for this kind of event at all. */
  any: boolean;
}

/** Boxes that are checked and radio buttons. */
export interface Checkable {
  /** Of all that can be checked: what is so in the beginning, as the markup says. */
  readonly first: readonly PartIndex[];
  /** What can be checked. */
  readonly parts: ReadonlySet<PartIndex>;
  /** Those of which looks say whether they are: after every change they are as the look says. */
  readonly said: readonly PartIndex[];
  /** The radio buttons of one name in one form, in document order; each has at most one that is checked. */
  readonly groups: ReadonlyMap<PartIndex, readonly PartIndex[]>;
}

export interface Program {
  doc: Component;
  parts: readonly PartInfo[];
  partIndex: ReadonlyMap<string, PartIndex>;
  states: readonly StateInfo[];
  stateIndex: ReadonlyMap<string, StateIndex>;
  configurations: Configurations;
  data: readonly Datum[];
  initialData: readonly Value[];
  /** Latency in ms. */
  requests: readonly { name: string; latency: number; least: number; ok: boolean }[];
  rows: readonly RowInfo[];
  pointer: Readonly<Record<PointerEventName, PointerRows>>;
  keyRows: readonly { row: RowInfo; key: string; within: PartIndex | null; up: boolean }[];
  focusRows: readonly { row: RowInfo; part: PartIndex; enters: boolean }[];
  scrollRows: readonly { row: RowInfo; distance: string; past: boolean }[];
  viewRows: readonly { row: RowInfo; part: PartIndex; ratio: number; enters: boolean }[];
  motionRows: readonly { row: RowInfo; part: PartIndex; ended: boolean }[];
  widthRows: readonly { row: RowInfo; width: string; above: boolean }[];
  becomesRows: readonly { row: RowInfo; when: Evaluate }[];
  /** after and every */
  timedRows: readonly RowInfo[];
  automaticRows: readonly RowInfo[];
  /** Rows without anything but their kind: mounted, unmounted, window blur, reduced motion on and off. */
  plainRows: ReadonlyMap<string, readonly RowInfo[]>;
  /** Rows that own events reach: raised and sent ones, timers, answers, done states. */
  eventRows: readonly { row: RowInfo; descriptors: readonly string[] }[];
  /** By state index: what the focus row says there. */
  focus: readonly ({ to: CompiledFocus | null; within: PartIndex | null } | null)[];
  /** An action puts the focus back, and no state ever holds it: where it was is remembered by every action that moves it. */
  goesBack: boolean;
  checkable: Checkable;
  /** by part: the tabindex that it has without saying one; null for what cannot be focused as it is */
  ownTabIndex: readonly (number | null)[];
  /** What a person does that expressions ask about. */
  asks: ReadonlySet<DoingCall>;
  /** What could not be compiled. */
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

/** A timer's event, and that of a request that has answered. */
export const timerEvent = (timer: string): string => `timer.${timer}`;
export const answerEvent = (request: string, ok: boolean): string => `request.${request}.${ok ? "ok" : "failed"}`;

/** Conditions and values that ask about the page. */
export function pageExpressions(program: Program): readonly string[] {
  let list = program.cache.get("page expressions") as string[] | undefined;
  if (!list) {
    const found: string[] = [];
    const note = (text: string): string => {
      if (mentions(text).some((m) => m.kind === "page")) found.push(text);
      return text;
    };
    mapNames(program.doc, { name: (_kind, name) => name, expression: note });
    program.cache.set("page expressions", found);
    list = found;
  }
  return list;
}

/** True when conditions can ask about the page, so that what it is like is part of how things go on. */
export const tracksPage = (program: Program): boolean =>
  program.becomesRows.length > 0 || pageExpressions(program).length > 0;

/** The rows that an own event reaches, in the order of the document. */
export function rowsFor(program: Program, event: string): readonly RowInfo[] {
  const key = `event ${event}`;
  let rows = program.cache.get(key) as readonly RowInfo[] | undefined;
  if (!rows) {
    rows = program.eventRows.filter((r) => r.descriptors.some((d) => matches(d, event))).map((r) => r.row);
    program.cache.set(key, rows);
  }
  return rows;
}
