/**
 * What a specification's exploration found out, kept for the next one. After an edit of cells, a move in a situation goes
 * on as it did where it met none of them: the interpreter reads the looks and the focus of active states alone, and a
 * reaction's cell when its event is dispatched while its state is active.
 */
import { micros } from "../../measure";
import type { Component } from "../../model";
import { inheritNumbers, type Program } from "../../program";
import type { RunState } from "../../run";
import { inheritGoals } from "../../surface";
import type { Zone } from "../zones";
import { Acts } from "./acts";
import type { Outcome } from "./outcomes";
import type { Situation } from "./situation";
import { countedMotions } from "./trim";

/** By act, then by what can be due first. */
type Groups = readonly (readonly Outcome[])[];
interface Kept {
  zone: Zone;
  groups: Groups;
}

/** Moves of which an exploration keeps what came; beyond, the next one finds out everything anew. */
const MOST = 60_000;

export class Log {
  private kept: Map<string, Kept[]> | null = new Map();
  private moves = 0;
  /** Moves that were not made again. */
  spared = 0;
  private readonly changes: Changes = { states: new Set(), cells: new Set() };
  /** By configuration: true where a state is active that is changed as a whole. */
  private readonly dirty: boolean[] = [];

  /** @param program compiled just now, nothing run yet: configurations and poses get the numbers that they had */
  constructor(
    private readonly program: Program,
    private earlier: Log | null = null,
  ) {
    const changes = earlier?.kept ? changesBetween(earlier.program, program) : null;
    this.earlier = changes && earlier;
    if (!earlier || !changes) return;
    this.changes = changes;
    inheritNumbers(program, earlier.program, changes.states);
    inheritGoals(program, earlier.program);
    if (worldOf(earlier.program) !== worldOf(program)) this.earlier = null;
  }

  /** What is known of the moves in a situation; null where it has to be found out. */
  of({ state, zone }: Situation): (readonly Outcome[] | null)[] | null {
    const all = this.earlier?.kept;
    if (!all || this.isDirty(state.config)) return null;
    const known = all.get(asOf(state))?.find((k) => k.zone.every((bound, i) => bound === zone[i]));
    if (!known) return null;
    return known.groups.map((outcomes) => {
      if (!outcomes.every((o) => this.isClean(o))) return null;
      this.spared += outcomes.length;
      return outcomes;
    });
  }

  keep({ state, zone }: Situation, groups: Groups): void {
    if (!this.kept) return;
    for (const g of groups) this.moves += g.length;
    if (this.moves > MOST) {
      this.kept = null;
      return;
    }
    const key = asOf(state);
    const list = this.kept.get(key);
    if (list) list.push({ zone, groups });
    else this.kept.set(key, [{ zone, groups }]);
  }

  /** The earlier one is of no more use: what is still so is kept here by now. */
  close(): void {
    this.earlier = null;
  }

  private isDirty(configuration: number): boolean {
    this.dirty[configuration] ??= this.program.configurations
      .at(configuration)
      .states.some((s) => this.changes.states.has(s));
    return this.dirty[configuration];
  }

  /** Whether it met nothing that was changed: before it, after it, or in any step of it. */
  private isClean({ on, results, next }: Outcome): boolean {
    const { configurations, states } = this.program;
    const { cells } = this.changes;
    if (this.isDirty(on.states[0].config) || (next && this.isDirty(next.states[0].config))) return false;
    return results.every(
      ({ state, step }) =>
        !this.isDirty(state.config) &&
        step.dispatches.every(
          ({ from, to, matched }) =>
            !this.isDirty(from) &&
            !this.isDirty(to) &&
            (!cells.size ||
              !matched.some((row) => configurations.at(from).states.some((s) => cells.has(row * states.length + s)))),
        ),
    );
  }
}

/** A state but for the instant at which it is: with the same text and the same timings it goes on alike. */
function asOf(state: RunState): string {
  let text = texts.get(state);
  if (text === undefined) {
    text = textOf(state);
    texts.set(state, text);
  }
  return text;
}
const texts = new WeakMap<RunState, string>();

function textOf(state: RunState): string {
  const { now, page, said } = state;
  const from = (t: number): number => micros(t - now);
  const { glide } = page;
  return JSON.stringify({
    ...state,
    now: 0,
    since: 0,
    timers: state.timers.map((t) => ({ ...t, due: from(t.due) })),
    tracks: state.tracks.map((t) => ({ ...t, start: from(t.start) })),
    page: glide ? { ...page, glide: { ...glide, start: from(glide.start) } } : page,
    history: [...state.history],
    said: said?.text,
  });
}

/** What of the cells takes part in deciding what can be done and what counts at all, wherever one is. */
function worldOf(program: Program): string {
  return JSON.stringify([new Acts(program).world, [...countedMotions(program)]]);
}

interface Changes {
  /** States whose looks, focus or timed and automatic reactions differ: those count while the state is active. */
  states: ReadonlySet<number>;
  /** `row * states + state`: reactions that differ, read when their event is dispatched. */
  cells: ReadonlySet<number>;
}
const standing = new Set<string>(["after", "every", "automatic"]);

/** Null where more differs than cells. */
function changesBetween(one: Program, other: Program): Changes | null {
  const [a, b] = [one.doc, other.doc];
  if (frameOf(a) !== frameOf(b)) return null;
  type Cells = Record<string, unknown>;
  const differing = (x: Cells = {}, y: Cells = {}): number[] =>
    [...new Set([...Object.keys(x), ...Object.keys(y)])]
      .filter((s) => x[s] !== y[s] && JSON.stringify(x[s]) !== JSON.stringify(y[s]))
      .map((s) => other.stateIndex.get(s)!);
  const states = new Set(differing(a.focus, b.focus));
  const looks = (doc: Component): Map<string, Cells> => new Map(doc.looks.map((r) => [r.part, r.in]));
  const [mine, its] = [looks(a), looks(b)];
  for (const part of new Set([...mine.keys(), ...its.keys()]))
    for (const s of differing(mine.get(part), its.get(part))) states.add(s);
  const cells = new Set<number>();
  for (const [row, { event, in: cellsOf }] of a.reactions.entries())
    for (const s of differing(cellsOf, b.reactions[row].in)) {
      if (standing.has(event.on)) states.add(s);
      else cells.add(row * other.states.length + s);
    }
  return { states, cells };
}

/** All but the cells, and what has no say in what happens. */
function frameOf(doc: Component): string {
  const { scenarios: _s, claims: _c, waivers: _w, name: _n, focus: _f, looks: _l, reactions, ...frame } = doc;
  return JSON.stringify({ ...frame, reactions: reactions.map((r) => ({ ...r, in: null })) });
}
