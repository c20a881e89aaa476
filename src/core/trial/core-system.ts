/** The specification as a system: what a page is held against. */

import type { Component, Stimulus } from "../model";
import { compile, DOCUMENT, isInside, type Program, partName } from "../program";
import { advance, type RunState, type Step, start, stimulate } from "../run";
import { attributeOf, factsOf, layoutOf, scrollAt } from "../surface";
import type { Done, Observation, Opening, SeenPart, System } from "./system";

/** @returns a part as it is at a moment of a run */
export function seenPart(program: Program, state: RunState, part: number): SeenPart {
  const facts = factsOf(program, state, part);
  const { displayed, landing } = layoutOf(program, state);
  const attributes = Object.fromEntries(
    attributesSaid(program, part).flatMap((name) => {
      const value = attributeOf(program, state, part, name);
      return value === null ? [] : [[name, value]];
    }),
  );
  const inside = program.parts.slice(part, program.parts[part].end);
  return {
    ...facts,
    "takes pointer": inside.some(
      ({ index }) => displayed[index] && landing[index] !== DOCUMENT && isInside(program, landing[index], part),
    ),
    "scrolled away": facts.displayed && !facts["in view"],
    text: facts.text.replace(/\s+/g, " ").trim(),
    attributes,
  };
}

/** Attributes that looks say of a part, but for those that facts speak of. */
export function attributesSaid(program: Program, part: number): readonly string[] {
  const cache = (program.cache.get("attributes said") as string[][] | undefined) ?? [];
  program.cache.set("attributes said", cache);
  if (!cache[part]) {
    const names = new Set<string>();
    for (const row of program.doc.looks)
      if (row.part === program.parts[part].name)
        for (const look of Object.values(row.in))
          for (const l of [look, ...(look.and ?? [])])
            for (const name of Object.keys(l.attributes ?? {})) names.add(name);
    for (const fact of ["hidden", "inert", "disabled", "tabindex", "contenteditable", "style", "class"])
      names.delete(fact);
    cache[part] = [...names];
  }
  return cache[part];
}

export class CoreSystem implements System {
  readonly program: Program;
  state!: RunState;
  /** What the last act, or the last thing while the clock ran, did. */
  last!: Step;
  private announcements: string[] = [];

  constructor(doc: Component | Program) {
    this.program = "doc" in doc ? doc : compile(doc);
  }

  async open(opening: Partial<Opening>): Promise<void> {
    const { state, step } = start(this.program, { page: opening });
    this.state = state;
    this.last = step;
    this.note(null);
    this.advance(0);
  }

  async act(stimulus: Stimulus): Promise<Done> {
    const before = this.state;
    const { state, step } = stimulate(this.program, before, stimulus);
    this.state = state;
    this.last = step;
    this.note(before);
    if (step.missed) return { done: false, impossible: false, why: step.missed };
    this.advance(0);
    return { done: true };
  }

  async pass(ms: number): Promise<void> {
    this.advance(ms);
  }

  async observe(parts: readonly string[]): Promise<Observation> {
    const { program, state } = this;
    const announced = this.announcements;
    this.announcements = [];
    const seen = parts.flatMap((name) => {
      const index = program.partIndex.get(name);
      return index === undefined ? [] : [[name, seenPart(program, state, index)] as const];
    });
    return {
      parts: Object.fromEntries(seen),
      focus: { part: state.focus === DOCUMENT ? null : partName(program, state.focus), other: null },
      scroll: scrollAt(state.page, state.now),
      announced,
      errors: [],
      lag: 0,
    };
  }

  async close(): Promise<void> {}

  private advance(ms: number): void {
    let before = this.state;
    this.state = advance(this.program, before, before.now + ms, ({ state, step }) => {
      this.last = step;
      this.state = state;
      this.note(before);
      before = state;
    });
  }

  private note(before: RunState | null): void {
    const { said } = this.state;
    if (said && said !== before?.said) this.announcements.push(said.text);
  }
}
