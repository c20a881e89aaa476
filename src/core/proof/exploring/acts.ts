/** What a person and the surroundings can do in a state, each in one of the ways that are alike; and what decides its outcome. */
import { DOCUMENT, doingAsked, isInside, type Program } from "../../program";
import {
  beforeMount,
  decidingKey,
  type Grain,
  noticedKey,
  type RunState,
  type Stimulus,
  situationKey,
} from "../../run";
import { isControl, isInView, type Layout, layoutOf, roleOf } from "../../surface";
import { MoreStimuli } from "./stimuli";

/** A key's act, a pointer's, or one of the surroundings. */
export type Act = { kind: "click" | "key" | "page"; stimulus: Stimulus };

export class Acts {
  private readonly keys: readonly string[];
  private readonly more: MoreStimuli;
  private readonly ids = new Map<string, number>();
  /** What is alike to the component counts as the same. */
  private readonly grain: Grain;
  private readonly acts = new Map<Layout, readonly Act[]>();
  private readonly actsFocused = new Map<Layout, readonly Act[]>();

  constructor(readonly program: Program) {
    const dialogs = program.parts.some((p) => isDialog(program, p.index));
    const keys = new Set(["Tab", "Shift+Tab", ...program.keyRows.map((k) => k.key)]);
    if (dialogs) keys.add("Escape");
    if (program.checkable.groups.size) for (const key of ["ArrowDown", "ArrowUp"]) keys.add(key);
    this.keys = [...keys];
    this.more = new MoreStimuli(program);
    const { more, ids } = this;
    const minds = new Set([...program.checkable.said, ...askedGroups(program)]);
    this.grain = {
      text: (value) => {
        const id = ids.get(value) ?? ids.size;
        ids.set(value, id);
        return id;
      },
      over: (state) => (more.any ? more.overKey(state.over) : ""),
      page: (state) => (more.any ? more.pageKey(state) : ""),
      checked: ({ checked }) => (checked.length && minds.size ? `;c${checked.filter((p) => minds.has(p))}` : ""),
    };
  }

  /** What decides which acts are tried at all, and what tells situations apart; with the same all go on alike. */
  get world(): unknown {
    const { page, viewMatters, any } = this.more;
    return [this.keys, page, viewMatters, any];
  }

  /** What a person can do in a state, one object a stimulus and layout. */
  in(state: RunState): readonly Act[] {
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
    if (state.pressed !== null) list = this.whilePressed(list);
    const answers = this.more.answers(state);
    if (!answers.length && !this.more.viewMatters) return list;
    const inView = (act: Act): boolean => {
      const name = "click" in act.stimulus ? act.stimulus.click : null;
      return name === null || isInView(this.program, state, this.program.partIndex.get(name)!);
    };
    return [...(this.more.viewMatters ? list.filter(inView) : list), ...answers];
  }

  /** Who holds the button down can move and let go, and press no second time. */
  private whilePressed(list: readonly Act[]): readonly Act[] {
    const known = this.pressed.get(list);
    if (known) return known;
    const left = list.filter(({ stimulus: s }) => !("click" in s || "down" in s));
    this.pressed.set(list, left);
    return left;
  }
  private readonly pressed = new Map<readonly Act[], readonly Act[]>();

  /**
   * The parts that a click can land on, one for each way in which it can go on: parts with the same listeners around
   * them and the same place for the focus are alike to a click. Null is the bare page.
   */
  private targets(layout: Layout): readonly (string | null)[] {
    const { program } = this;
    const alike = new Map<string, string | null>();
    let covered = false;
    // Rules and conditions may ask of any part whether it is pointed at.
    const asked = (["hover", "active"] as const).filter((name) => doingAsked(program).has(name));
    for (const { index: p, part, path, name } of program.parts) {
      if (layout.landing[p] !== p || !layout.displayed[p]) continue;
      if (part.covers === "viewport") covered = true;
      const rows = Object.values(program.pointer);
      const listeners = path.filter((q) => rows.some((on) => on.at[q].some((r) => r.scope === "inside" || q === p)));
      const outside = rows.flatMap((on) =>
        on.outside.filter((r) => !isInside(program, p, r.part)).map((r) => r.row.index),
      );
      const focus = path.find((q) => layout.focusable[q]);
      const alone = asked.map((name) => this.more.answering(p, name)).join("/");
      const special = isControl(program, p) || path.some((q) => program.parts[q].part.tag === "label") ? p : "";
      // Without a place for the focus, what was clicked is where Tab goes on: all parts before the same stop are alike.
      const stop = focus ?? `>${layout.tabOrder.find((q) => q > p)}`;
      const key = `${listeners}|${outside}|${stop}|${special}|${layout.disabled[p]}|${listeners.includes(p)}|${alone}`;
      if (!alike.has(key)) alike.set(key, name);
    }
    return [...alike.values(), ...(covered ? [] : [null])];
  }

  /** All that decides what an act does at this very instant, as a key. */
  core(state: RunState): string {
    return decidingKey(state, this.grain);
  }

  /** The same with what is on its way: states with the same key differ in their timings alone. */
  key(state: RunState): string {
    return situationKey(state, this.grain);
  }

  /** The same with what is there to be noticed: states with the same key are the same to a person. */
  noticed(state: RunState): string {
    return situationKey(state, this.grain) + noticedKey(state, this.grain);
  }
}

export function isDialog(program: Program, part: number): boolean {
  const role = roleOf(program, beforeMount(program), part);
  return role === "dialog" || role === "alertdialog";
}

/**
 * Radio buttons of groups in which it matters which one is checked: some row listens at one and not at all of them.
 * Elsewhere it only decides where Tab stops in the group, and whether a box is checked that nobody speaks of is nobody's
 * affair.
 */
function askedGroups(program: Program): number[] {
  const { groups } = program.checkable;
  if (!groups.size) return [];
  const pointed = Object.values(program.pointer).flatMap((on) => on.at.flatMap((rows, p) => (rows.length ? p : [])));
  const outside = Object.values(program.pointer).flatMap((on) => on.outside.map((r) => r.part));
  const keyed = program.keyRows.flatMap((r) => r.within ?? []);
  const heard = new Set([...pointed, ...outside, ...keyed, ...program.focusRows.map((r) => r.part)]);
  const ofAll = (group: readonly number[], around: number): boolean =>
    group.every((p) => program.parts[p].path.includes(around));
  return [...groups].flatMap(([p, group]) =>
    group.some((q) => program.parts[q].path.some((around) => heard.has(around) && !ofAll(group, around))) ? p : [],
  );
}
