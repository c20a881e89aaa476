/**
 * Poses: how every part is for a configuration and the conditions on looks that hold in it. Resolution: base, then the
 * active states in document order, so outer before inner; a later one wins property by property.
 */
import { Fault, presenceAfter } from "../../../kernel";
import type { DoingName } from "../../cascade";
import { type DoingCall, type Env, type Evaluate, isStyleTemplate, type Template } from "../../expression";
import type { ConditionalLook, Look, Motion } from "../../model";
import type { CellCompiler } from "../cells";
import type { ConfigurationIndex } from "../configuration";
import type { CompiledMotion, PartIndex, PartInfo, PartLook, Program, StateIndex } from "../program";
import { answersOf, askedOf } from "./answering";
import { type Draft, finished, type Ruled, valueNow } from "./finish";
import { decides, withFlags } from "./flags";
import { asksFor, mediaBits, nothing, sheetOf, whoBits } from "./styled";
import { NOBODY, type Who } from "./who";

export type PoseIndex = number;
export interface Pose {
  index: PoseIndex;
  configuration: ConfigurationIndex;
  looks: readonly PartLook[];
}

interface CompiledLook {
  look: Look | ConditionalLook;
  text: Template | null;
  attributes: [string, Template | null][];
  /** Values of its style with data in them, by their property. */
  style: [string, Template][];
  /** Null where nothing is said; empty for `transition: none`. */
  motion: Record<string, CompiledMotion> | null;
}
interface LookCell {
  part: PartIndex;
  plain: CompiledLook;
  and: { when: Evaluate; look: CompiledLook }[];
  /** Deciding attributes and style values with data in them. */
  varying: Template[];
}
interface Looks {
  /** By state index. */
  cells: LookCell[][];
  base: Draft[];
  /** Whose markup has no data in the attributes that decide. */
  fixed: boolean[];
  /** The page's own rules, and what they make of the parts. */
  ruled: Ruled;
  poses: Pose[];
  known: Map<string, Pose>;
  /** See `doingAsked`; null until somebody asks. */
  doing: ReadonlySet<string> | null;
  /** See `mayAnswer`. */
  answering: Map<string, readonly boolean[]>;
  /** By configuration, where its looks have no conditions. */
  plain: PoseIndex[];
  /** Deciding attributes of the markup with data in them. */
  varying: Template[];
}
const byProgram = new WeakMap<Program, Looks>();
const looksOf = (program: Program): Looks => byProgram.get(program)!;

/** Prepares the looks of a program; poses are made when they are first taken up. */
export function compileLooks(program: Program, cells: CellCompiler): void {
  const out: LookCell[][] = program.states.map(() => []);
  const sheet = sheetOf(program);
  const varyingOf = (attributes: readonly (readonly [string, Template | null])[]): Template[] =>
    attributes.flatMap(([name, value]) =>
      value && (decides(name) || asksFor(sheet, name)) && !value.constant ? [value] : [],
    );
  const compileOne = (said: Look | ConditionalLook, path: string): CompiledLook => {
    const look = withFlags(said);
    return {
      look,
      text: look.text === undefined ? null : cells.text(look.text, `${path}.text`),
      attributes: Object.entries(look.attributes ?? {}).map(([name, value]) => [
        name,
        value === null ? null : cells.text(value, `${path}.attributes.${name}`),
      ]),
      style: Object.entries(look.css ?? {}).flatMap(([property, value]): [string, Template][] =>
        isStyleTemplate(value) ? [[property, cells.style(property, value, `${path}.css.${property}`)]] : [],
      ),
      motion:
        look.motion === undefined
          ? null
          : Object.fromEntries(
              Object.entries(look.motion).map(([property, m]) => [
                property,
                compileMotion(m, cells, `${path}.motion.${property}`),
              ]),
            ),
    };
  };
  for (const row of program.doc.looks) {
    const part = program.partIndex.get(row.part)!;
    for (const [state, look] of Object.entries(row.in)) {
      const path = `looks.${row.part}.in.${state}`;
      const plain = compileOne(look, path);
      const and = (look.and ?? []).map((c, i) => ({
        when: cells.expression(c.when, `${path}.and[${i}].when`, "boolean").run,
        look: compileOne(c, `${path}.and[${i}]`),
      }));
      const all = [plain, ...and.map((c) => c.look)];
      const varying = [
        ...varyingOf(all.flatMap((l) => l.attributes)),
        ...all.flatMap((l) => l.style.map(([, v]) => v)),
      ];
      out[program.stateIndex.get(state)!].push({ part, plain, and, varying });
    }
  }
  const looks: Looks = {
    cells: out,
    base: program.parts.map(baseLook),
    fixed: program.parts.map((info) => info.attributes.every(([name, value]) => !decides(name) || value.constant)),
    ruled: { sheet, known: new Map() },
    poses: [],
    known: new Map(),
    doing: null,
    answering: new Map(),
    plain: [],
    varying: varyingOf(program.parts.flatMap((p) => p.attributes)),
  };
  for (const [p, info] of program.parts.entries()) if (looks.fixed[p]) mark(looks.base[p], info, nothing);
  byProgram.set(program, looks);
}
const copyOf = (draft: Draft): Draft => ({
  ...draft,
  attributes: new Map(draft.attributes),
  marks: new Map(),
  classes: new Map(),
  css: { ...draft.css },
});

function compileMotion(m: Motion, cells: CellCompiler, path: string): CompiledMotion {
  const one = (t: { duration: string; easing: string; delay?: string }, at: string): CompiledMotion => ({
    duration: cells.time(t.duration, `${at}.duration`),
    delay: t.delay === undefined ? 0 : cells.time(t.delay, `${at}.delay`),
    easing: t.easing,
  });
  const motion = one(m, path);
  if (m.reduced === undefined) return motion;
  return { ...motion, reduced: m.reduced === "none" ? null : one(m.reduced, `${path}.reduced`) };
}

/** What a person does that the page's rules or expressions ask about, as the pseudo-classes for it are called. */
export function doingAsked(program: Program): ReadonlySet<string> {
  const looks = looksOf(program);
  looks.doing ??= new Set([...(looks.ruled.sheet?.doing ?? []), ...[...program.asks].map((a) => pseudoClass[a])]);
  return looks.doing;
}
/**
 * Which parts can be what a rule asks of, as `name` says it: those with the tag, the id and the classes that it wants, now
 * or by a look. All of them where a condition asks.
 */
export function mayAnswer(program: Program, name: DoingName): readonly boolean[] {
  const looks = looksOf(program);
  const known = looks.answering.get(name);
  if (known) return known;
  const { sheet } = looks.ruled;
  const asked = [...program.asks].some((a) => pseudoClass[a] === name);
  const byRules = sheet && answersOf(program, sheet)[name];
  const out = program.parts.map((_part, p) => asked || byRules?.[p] === true);
  looks.answering.set(name, out);
  return out;
}

const pseudoClass: Readonly<Record<DoingCall, DoingName>> = { focusWithin: "focus-within", hovered: "hover" };

export const poseAt = (program: Program, pose: PoseIndex): Pose => looksOf(program).poses[pose];
/** How each part is in a pose, by part index. */
export const looksAt = (program: Program, pose: PoseIndex): readonly PartLook[] => looksOf(program).poses[pose].looks;

/**
 * The pose of a configuration under the conditions that hold now.
 * @param doing where the pointer and the focus are; rules may ask
 */
export function poseOf(program: Program, configuration: ConfigurationIndex, env: Env, doing: Who = NOBODY): PoseIndex {
  const looks = looksOf(program);
  const plain = looks.plain[configuration];
  if (plain !== undefined) return plain;
  const { sheet } = looks.ruled;
  const who = sheet?.doing.size ? askedOf(program, sheet, doing) : NOBODY;
  const active = program.configurations.at(configuration).states;
  // Told apart by marks: a number may go on in the signs behind it.
  let key = `${configuration}:${mediaBits(sheet, env)}${whoBits(program, sheet, who)}:`;
  for (const s of active) {
    for (const cell of looks.cells[s]) {
      for (const c of cell.and) key += holds(c.when, env) ? "1" : "0";
      for (const v of cell.varying) key += `;${valueNow(v, env)}`;
    }
  }
  for (const v of looks.varying) key += `;${valueNow(v, env)}`;
  let pose = looks.known.get(key);
  if (!pose) {
    // Parts of which no look speaks just now are as the markup has them: one value, by which they are known again.
    const drafts = [...looks.base];
    const own = (p: PartIndex): Draft => {
      if (drafts[p] === looks.base[p]) drafts[p] = copyOf(looks.base[p]);
      return drafts[p];
    };
    for (const s of active) {
      for (const cell of looks.cells[s]) {
        apply(own(cell.part), cell.plain, env);
        for (const c of cell.and) if (holds(c.when, env)) apply(drafts[cell.part], c.look, env);
      }
    }
    for (const p of drafts.keys())
      if (drafts[p] !== looks.base[p] || !looks.fixed[p]) mark(own(p), program.parts[p], env);
    pose = { index: looks.poses.length, configuration, looks: finished(program, looks.ruled, drafts, env, who) };
    looks.poses.push(pose);
    looks.known.set(key, pose);
    // Without conditions a configuration has this one pose.
    const fixed = !looks.varying.length && !looks.ruled.sheet?.media.length && !looks.ruled.sheet?.doing.size;
    if (fixed && !active.some((s) => looks.cells[s].some((c) => c.and.length || c.varying.length)))
      looks.plain[configuration] = pose.index;
  }
  return pose.index;
}

function holds(when: Evaluate, env: Env): boolean {
  try {
    return when(env) === true;
  } catch (error) {
    if (error instanceof Fault) return false;
    throw error;
  }
}

/** True when some look of the document has a condition; then a pose depends on more than the configuration. */
export const hasConditions = (program: Program): boolean =>
  looksOf(program).varying.length > 0 ||
  (looksOf(program).ruled.sheet?.media.length ?? 0) > 0 ||
  looksOf(program).cells.some((list) => list.some((c) => c.and.length > 0 || c.varying.length > 0));

/** One cell, or one condition of a cell, that has its say about a part. */
export interface Saying {
  state: StateIndex;
  look: Look | ConditionalLook;
  /** Which of the cell's conditional looks it is; null for the plain one. */
  condition: number | null;
}
/** Who has a say about a part in a configuration, in the order in which they are heard: a later one wins. */
export function sayingsOf(program: Program, configuration: ConfigurationIndex, part: PartIndex, env: Env): Saying[] {
  const out: Saying[] = [];
  for (const state of program.configurations.at(configuration).states) {
    for (const cell of looksOf(program).cells[state]) {
      if (cell.part !== part) continue;
      out.push({ state, look: cell.plain.look, condition: null });
      cell.and.forEach((c, condition) => {
        if (holds(c.when, env)) out.push({ state, look: c.look.look, condition });
      });
    }
  }
  return out;
}

/** What the markup itself says. `hidden`, `inert` and `disabled` mean what they mean in HTML. */
function baseLook(info: PartInfo): Draft {
  const attributes = info.part.attributes ?? {};
  const draft: Draft = {
    as: "hidden" in attributes ? "not displayed" : "shown",
    pointer: null,
    inert: "inert" in attributes,
    disabled: "disabled" in attributes,
    exposed: attributes["aria-hidden"] !== "true",
    text: null,
    attributes: new Map(),
    marks: new Map(),
    classes: new Map(),
    css: {},
    motion: null,
    visibility: null,
  };
  applyCss(draft, info.part.css ?? {});
  return draft;
}

function apply(draft: Draft, { look, text, attributes, style, motion }: CompiledLook, env: Env): void {
  applyCss(draft, look.css ?? {});
  // Without a value the declaration is invalid at computed-value time (CSS Variables 1 §3.1).
  for (const [property, value] of style) draft.css[property] = valueNow(value, env) ?? "unset";
  if (look.as) draft.as = look.as;
  if (look.pointer !== undefined) draft.pointer = look.pointer;
  if (look.inert !== undefined) draft.inert = look.inert;
  if (look.disabled !== undefined) draft.disabled = look.disabled;
  if (look.exposed !== undefined) draft.exposed = look.exposed;
  if (text) draft.text = text;
  // "Not exposed" and the attribute are two ways to say one thing: the later one counts.
  if (look.exposed !== undefined) draft.attributes.delete("aria-hidden");
  for (const [name, value] of attributes) draft.attributes.set(name, value);
  for (const [name, on] of Object.entries(look.classes ?? {})) draft.classes.set(name, on);
  // `transition` is one property: a later list replaces the former, as in CSS.
  if (motion) draft.motion = motion;
}

/** The values of the attributes that decide, and what they decide at once. */
function mark(draft: Draft, info: PartInfo, env: Env): void {
  for (const [name, value] of [...info.attributes, ...draft.attributes]) {
    if (!decides(name)) continue;
    if (value === null) draft.marks.delete(name);
    else draft.marks.set(name, valueNow(value, env) ?? "");
  }
  if (draft.attributes.has("aria-hidden")) draft.exposed = draft.marks.get("aria-hidden") !== "true";
}

/** Declarations that say how a part is there count as that, whichever way they are written. */
function applyCss(draft: Draft, css: Readonly<Record<string, string>>): void {
  for (const [property, value] of Object.entries(css)) {
    draft.as = presenceAfter(draft.as, property, value);
    if (property === "visibility") draft.visibility = value;
    if (property === "visibility" || (property === "display" && value === "none")) continue;
    if (property === "pointer-events") {
      draft.pointer = value !== "none";
      continue;
    }
    draft.css[property] = value;
  }
}

/** Takes over the poses of a program under their numbers, but those of some configurations: their numbers nobody gets. */
export function inheritPoses(program: Program, from: Program, without: (c: ConfigurationIndex) => boolean): void {
  const [mine, its] = [looksOf(program), looksOf(from)];
  mine.poses.length = its.poses.length;
  for (const [key, pose] of its.known) {
    if (without(pose.configuration)) continue;
    mine.poses[pose.index] = pose;
    mine.known.set(key, pose);
  }
  its.plain.forEach((pose, configuration) => {
    if (!without(configuration)) mine.plain[configuration] = pose;
  });
}
