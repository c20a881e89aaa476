/**
 * A first explorer: every stimulus in every reachable situation. Where something is due, each stimulus is tried right
 * away, before it (1 ms), at it (a microsecond ahead, so before it happens), and after it. Breadth first, so that the first
 * run that shows something is a shortest one.
 */
import type { Scenario, Step as ScenarioStep } from "../model";
import { DOCUMENT, isInside, type Program } from "../program";
import { advance, beforeMount, nextDue, type RunState, type Step, type Stimulus, start, stimulate } from "../run";
import { isControl, isInView, type Layout, layoutOf, roleOf, trackEnd } from "../surface";
import { mergedWaits, micros } from "./steps";
import { MoreStimuli } from "./stimuli";

/** How one situation follows from another. */
export type Move = Act | { kind: "time"; to: number };
/** A key's act, a pointer's, or one of the surroundings. */
export type Act = { kind: "click" | "key" | "page"; stimulus: Stimulus };

export interface Situation {
  index: number;
  state: RunState;
  parent: number;
  move: Move | null;
  depth: number;
}

/** How long before something is due a stimulus is tried as "before" and as "at" it, ms. */
export const JUST_BEFORE = 1;
/** Less than anything a specification can say, but a real instant: a run through it can be played again. */
export const AT = 0.001;

/** As many of one event on their way show that they pile up; how high, is not asked. */
const PILE = 3;
function piledUp({ timers }: RunState): boolean {
  if (timers.length < PILE) return false;
  return timers.some(
    (t) => t.kind === "event" && timers.filter((o) => o.kind === "event" && o.event === t.event).length >= PILE,
  );
}

/** What watches the exploration; rules and coverage are written as visitors. */
export interface Visitor {
  situation?(situation: Situation, explorer: Explorer): void;
  /** `step` is null where only the clock moved. */
  move?(from: Situation, move: Move, step: Step | null, to: Situation, explorer: Explorer): void;
}

export interface Bounds {
  /** Situations after which the search stops and says so. */
  situations: number;
}

export class Explorer {
  readonly situations: Situation[] = [];
  /** Triples: from, to, kind of move (0 pointer, 1 key, 2 time and surroundings). */
  readonly edges: number[] = [];
  readonly first: Step;
  /** False when a bound was reached before everything was seen. */
  complete = true;
  private readonly known = new Map<string, Situation>();
  private readonly keys: readonly string[];
  private readonly more: MoreStimuli;
  private readonly ids = new Map<string, number>();
  private readonly acts = new Map<Layout, readonly Act[]>();
  private readonly actsFocused = new Map<Layout, readonly Act[]>();
  private readonly idle = new Map<string, Map<Act, Step>>();

  constructor(
    readonly program: Program,
    private readonly visitors: readonly Visitor[],
    private readonly bounds: Bounds,
  ) {
    const dialogs = program.parts.some((p) => isDialog(program, p.index));
    const keys = new Set(["Tab", "Shift+Tab", ...program.keyRows.map((k) => k.key)]);
    if (dialogs) keys.add("Escape");
    this.keys = [...keys];
    this.more = new MoreStimuli(program);
    const { state, step } = start(program);
    this.first = step;
    this.visit(state, null, null, null);
  }

  /** Explores; yields the number of situations seen so far, now and then, so that the caller can stop or show it. */
  *run(every = 500): Generator<number, void> {
    for (let i = 0; i < this.situations.length; i++) {
      this.expand(this.situations[i]);
      if (i % every === every - 1) yield this.situations.length;
    }
  }

  /** The run that leads to a situation, and a last move where one is given, as a scenario's steps. */
  pathTo(situation: Situation, last?: Move): ScenarioStep[] {
    const moves: { move: Move; at: number }[] = [];
    if (last) moves.push({ move: last, at: situation.state.now });
    for (let s = situation; s.move; s = this.situations[s.parent]) {
      moves.push({ move: s.move, at: this.situations[s.parent].state.now });
    }
    const steps: ScenarioStep[] = [];
    for (const { move, at } of moves.reverse()) {
      if (move.kind !== "time") {
        steps.push({ do: move.stimulus });
        continue;
      }
      const wait = micros(move.to - at);
      if (wait > 0) steps.push({ do: { wait } });
    }
    return mergedWaits(steps);
  }

  scenario(name: string, situation: Situation, last?: Move): Scenario {
    return { name, steps: this.pathTo(situation, last) };
  }

  private visit(state: RunState, from: Situation | null, move: Move | null, step: Step | null): void {
    // Most stimuli change nothing; the state is then the same value.
    const stayed = from !== null && state === from.state;
    const key = stayed ? "" : this.key(state);
    let to = stayed ? from : this.known.get(key);
    const fresh = !to;
    if (!to) {
      if (this.situations.length >= this.bounds.situations || piledUp(state)) {
        this.complete = false;
        // The move itself is seen; what lies beyond is not looked at.
        if (from && move && step) for (const v of this.visitors) v.move?.(from, move, step, { ...from, state }, this);
        return;
      }
      const index = this.situations.length;
      to = { index, state, parent: from?.index ?? -1, move, depth: from ? from.depth + 1 : 0 };
      this.situations.push(to);
      this.known.set(key, to);
    }
    if (from && move) {
      this.edges.push(from.index, to.index, move.kind === "click" ? 0 : move.kind === "key" ? 1 : 2);
      // The visitor gets the state that this very move led to, even where the situation was known already.
      const reached = fresh ? to : { ...to, state };
      for (const v of this.visitors) v.move?.(from, move, step, reached, this);
    }
    if (fresh) for (const v of this.visitors) v.situation?.(to, this);
  }

  private expand(from: Situation): void {
    const { program } = this;
    const { state } = from;
    const idle = this.idleIn(state);
    for (const move of this.stimuli(state)) {
      // What changed nothing where all that matters to it was the same changes nothing again.
      const known = idle.get(move);
      if (known) {
        this.visit(state, from, move, known);
        continue;
      }
      const result = stimulate(program, state, move.stimulus);
      if (result.state === state) idle.set(move, result.step);
      this.visit(result.state, from, move, result.step);
    }
    const due = nextDue(program, state);
    if (due === null) return;
    const time = (to: number, next: RunState, step: Step | null): void =>
      this.visit(next, from, { kind: "time", to }, step);
    for (const ahead of [JUST_BEFORE, AT]) {
      const to = micros(due - ahead);
      if (to - state.now > AT) time(to, { ...state, now: to }, null);
    }
    let last: Step | null = null;
    const next = advance(program, state, due, (result) => {
      if (last)
        for (const v of this.visitors)
          v.move?.(from, { kind: "time", to: due }, last, { ...from, state: result.state }, this);
      last = result.step;
    });
    time(due, next, last);
  }

  /** What a person can do in a state, one object a stimulus and layout. */
  stimuli(state: RunState): readonly Act[] {
    if (state.done) return [];
    const layout = layoutOf(this.program, state);
    const focused = state.focus !== DOCUMENT;
    const table = focused ? this.actsFocused : this.acts;
    let list = table.get(layout);
    if (!list) {
      const keys = focused ? [...new Set([...this.keys, "Enter", "Space"])] : this.keys;
      const targets = this.targets(layout);
      list = [
        ...targets.map((click): Act => ({ kind: "click", stimulus: { click } })),
        ...keys.map((press): Act => ({ kind: "key", stimulus: { press } })),
        ...this.more.pointer(targets).map((stimulus): Act => ({ kind: "click", stimulus })),
        ...this.more.keys(focused).map((stimulus): Act => ({ kind: "key", stimulus })),
        ...this.more.page.map((stimulus): Act => ({ kind: "page", stimulus })),
      ];
      table.set(layout, list);
    }
    const answers = this.more.answers(state);
    if (!answers.length && !this.more.viewMatters) return list;
    const inView = (act: Act): boolean => {
      const name = "click" in act.stimulus ? act.stimulus.click : null;
      return name === null || isInView(this.program, state, this.program.partIndex.get(name)!);
    };
    return [...(this.more.viewMatters ? list.filter(inView) : list), ...answers];
  }

  /** The acts that are known to change nothing, whatever timers and motions run: those decide nothing by themselves. */
  private idleIn(state: RunState): Map<Act, Step> {
    const key = this.core(state);
    let idle = this.idle.get(key);
    if (!idle) {
      idle = new Map();
      this.idle.set(key, idle);
    }
    return idle;
  }

  /**
   * The parts that a click can land on, one for each way in which it can go on: parts with the same listeners around
   * them and the same place for the focus are alike to a click. Null is the bare page.
   */
  private targets(layout: Layout): readonly (string | null)[] {
    const { program } = this;
    const alike = new Map<string, string | null>();
    let covered = false;
    for (const { index: p, part, path, name } of program.parts) {
      if (layout.landing[p] !== p || !layout.displayed[p]) continue;
      if (part.covers === "viewport") covered = true;
      const rows = Object.values(program.pointer);
      const listeners = path.filter((q) => rows.some((on) => on.at[q].some((r) => r.scope === "inside" || q === p)));
      const outside = rows.flatMap((on) =>
        on.outside.filter((r) => !isInside(program, p, r.part)).map((r) => r.row.index),
      );
      const focus = path.find((q) => layout.focusable[q]);
      const special = isControl(program, p) || path.some((q) => program.parts[q].part.tag === "label") ? p : "";
      // Without a place for the focus, what was clicked is where Tab goes on: all parts before the same stop are alike.
      const stop = focus ?? `>${layout.tabOrder.find((q) => q > p)}`;
      const key = `${listeners}|${outside}|${stop}|${special}|${layout.disabled[p]}|${listeners.includes(p)}`;
      if (!alike.has(key)) alike.set(key, name);
    }
    return [...alike.values(), ...(covered ? [] : [null])];
  }

  private id(text: string): number {
    let id = this.ids.get(text);
    if (id === undefined) {
      id = this.ids.size;
      this.ids.set(text, id);
    }
    return id;
  }

  /** All that decides what an act does at this very instant. */
  private core(state: RunState): string {
    // Where Tab goes on from matters only while nothing is focused.
    const tabFrom = state.focus === DOCUMENT ? state.tabFrom : "";
    let key = `${state.config},${state.pose},${state.focus},${state.back},${tabFrom}`;
    if (this.more.any)
      key += `,${this.more.overKey(state.over)},${state.pressed},${state.spaceAt},${this.more.pageKey(state)}`;
    for (const kept of state.history) key += `;h${kept}`;
    if (state.done) key += ";done";
    for (const value of state.data) key += `,${typeof value === "string" ? `s${this.id(value)}` : value}`;
    for (const l of state.lingering) key += `;l${l.part}`;
    return key;
  }

  /** Situations with the same key go on alike: time counts as the order of what is due, and how near the next is. */
  key(state: RunState): string {
    const { now, timers, tracks } = state;
    let key = this.core(state);
    if (!timers.length && !tracks.length) return key;
    const dues: number[] = [];
    for (const t of timers) if (!dues.includes(t.due)) dues.push(t.due);
    for (const t of tracks) if (!dues.includes(trackEnd(t))) dues.push(trackEnd(t));
    if (dues.length > 1) dues.sort((a, b) => a - b);
    const near = dues[0] - now;
    key += near > JUST_BEFORE + AT ? ";2" : near > 2 * AT ? ";1" : ";0";
    for (const t of timers) {
      key += `;${t.kind === "state" ? `${t.row}.${t.state}` : `${this.id(t.event)}e`}.${dues.indexOf(t.due)}`;
    }
    for (const t of tracks) key += `;${t.goal}.${dues.indexOf(trackEnd(t))}${t.start === now ? "n" : ""}`;
    return key;
  }
}

/** The moment before mount, computed once a program. */
function atStart(program: Program): RunState {
  const known = program.cache.get("before mount") as RunState | undefined;
  const state = known ?? beforeMount(program);
  if (!known) program.cache.set("before mount", state);
  return state;
}

export function isDialog(program: Program, part: number): boolean {
  const role = roleOf(program, atStart(program), part);
  return role === "dialog" || role === "alertdialog";
}
