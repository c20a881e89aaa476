/** The changes of state that the document speaks of, as pairs of states at rest: what motion is there to accompany. */
import { printEvent } from "../../expression";
import { isTimed, own, targetsOf } from "../../model";
import { type Animation, isInState, looksAt, type PartIndex, type PartLook, type Program } from "../../program";
import {
  beginning,
  type Change,
  type Choreography,
  changesBetween,
  choreography,
  gone,
  opacityOf,
  restingValue,
  stillBetween,
} from "../../surface";
import { atRest } from "../machine/at-rest";
import type { RunState } from "../state/state";

export interface Transition {
  /** Names of atomic states; a target with states inside stands for where it begins. */
  from: string;
  to: string;
  /** The events that lead along it, as the sheet names them. */
  causes: readonly string[];
}

const startOf = (program: Program, name: string): string => {
  const { atomic } = program.configurations.at(atRest(program, name).config);
  const target = program.states[program.stateIndex.get(name) ?? 0];
  return program.states[atomic.find((s) => isInState(target, s)) ?? target.index].name;
};

/** Each pair once, in the order of the document; those without a target stay where they are and are left out. */
export function transitionsOf(program: Program): Transition[] {
  const found = new Map<string, { from: string; to: string; causes: string[] }>();
  for (const row of program.doc.reactions) {
    const label = printEvent(row.event);
    for (const [state, cell] of Object.entries(row.in)) {
      const outer = program.states[program.stateIndex.get(state) ?? -1];
      if (cell === "ignored" || !outer) continue;
      const sources = program.states.filter((s) => s.atomic && s.kind !== "final" && isInState(outer, s.index));
      const cause = isTimed(row.event) && cell.after !== undefined ? `${label} ${cell.after}` : label;
      for (const to of cell.branches.flatMap(targetsOf).map((t) => startOf(program, t))) {
        for (const { name: from } of sources) {
          if (from === to) continue;
          const pair = found.get(`${from}\n${to}`) ?? { from, to, causes: [] };
          if (!pair.causes.includes(cause)) pair.causes.push(cause);
          found.set(`${from}\n${to}`, pair);
        }
      }
    }
  }
  return [...found.values()];
}

/** The two ends of a transition at rest. @param page its size, and whether reduced motion is preferred */
export function endsOf(
  program: Program,
  { from, to }: Pick<Transition, "from" | "to">,
  page?: Partial<RunState["page"]>,
): { from: RunState; to: RunState } {
  const base = atRest(program, from);
  const start = page ? atRest(program, from, { ...base, page: { ...base.page, ...page } }) : base;
  return { from: start, to: atRest(program, to, start) };
}

/** What differs between the two ends and might move. */
export function changesOf(program: Program, transition: Pick<Transition, "from" | "to">): readonly Change[] {
  const { from, to } = endsOf(program, transition);
  return changesBetween(program, from.pose, to.pose, from.page);
}

/** What changes at once there, though it could move; and which parts come or go without a fade. */
export function stillOf(
  program: Program,
  transition: Pick<Transition, "from" | "to">,
): { changes: readonly Change[]; comes: PartIndex[]; goes: PartIndex[] } {
  const { from, to } = endsOf(program, transition);
  const changes = stillBetween(program, from.pose, to.pose, from.page);
  const moving = new Set(changesBetween(program, from.pose, to.pose, from.page).map((c) => c.part));
  const before = looksAt(program, from.pose);
  const after = looksAt(program, to.pose);
  // One that moves comes or goes with that; of one that is transparent nobody sees it.
  const seen = (looks: readonly PartLook[], part: PartIndex): boolean =>
    !gone(looks[part]) && opacityOf(restingValue(program, looks[part], "opacity", from.page)) > 0;
  const parts = program.parts.flatMap(({ index }) => (moving.has(index) ? [] : index));
  return {
    changes: changes.filter((c) => !gone(before[c.part]) && !gone(after[c.part])),
    comes: parts.filter((p) => gone(before[p]) && seen(after, p)),
    goes: parts.filter((p) => seen(before, p) && gone(after[p])),
  };
}

/** The animations by `@keyframes` that it begins. */
export function animationsOf(
  program: Program,
  transition: Pick<Transition, "from" | "to">,
): { part: PartIndex; animation: Animation }[] {
  const { from, to } = endsOf(program, transition);
  return beginning(program, from.pose, to.pose);
}

/** How it moves. @param cut when, in ms, it is interrupted by going to which state, such as back to where it came from */
export function choreographyOf(
  program: Program,
  transition: Pick<Transition, "from" | "to">,
  { cut = null, reduced = false }: { cut?: { at: number; to: string } | null; reduced?: boolean } = {},
): Choreography {
  const { from, to } = endsOf(program, transition, { reducedMotion: reduced });
  const then = cut && (cut.to === transition.from ? from : atRest(program, cut.to, to));
  return choreography(program, from, to.pose, cut && then && { at: cut.at, to: then.pose });
}

export interface StateTimer {
  row: number;
  state: string;
  /** As written, and in ms. */
  text: string;
  after: number;
  every: boolean;
  /** Where it leads, "" for nowhere. */
  to: string;
}

/** The delays and intervals of a state, its own and those around it. */
export function timersIn(program: Program, state: string): StateTimer[] {
  const path = program.states[program.stateIndex.get(state) ?? 0].path;
  return program.timedRows.flatMap(({ index, event, cells }) =>
    path.flatMap((s): StateTimer[] => {
      const doc = own(program.doc.reactions[index].in, program.states[s].name);
      const cell = cells[s];
      if (!cell || cell.ignored || doc === undefined || doc === "ignored" || doc.after === undefined) return [];
      const to = doc.branches.flatMap(targetsOf)[0] ?? "";
      const every = event.on === "every";
      return [{ row: index, state: program.states[s].name, text: doc.after, after: cell.after, every, to }];
    }),
  );
}
