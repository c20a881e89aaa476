/** The specification as a system: what a page is held against. */

import { type Component, keyParts, type Stimulus } from "../../model";
import { compile, DOCUMENT, isAwayIn, isInside, isShutIn, looksAt, type Program, partName } from "../../program";
import { advance, type RunState, type Step, start, stimulate } from "../../run";
import { attributeOf, factsOf, isPlace, layoutOf, scrollAt, type Track, trackEnd } from "../../surface";
import type { Done, Observation, Opening, SeenPart, System } from "../system";

/** How a request that the page sends is answered, where the specification says it. */
export interface StandInRequest {
  name: string;
  method: string;
  path: string;
  /** ms */
  latency: number;
  ok: boolean;
  /** It goes to its server for real; the answer comes in when the specification says. */
  letThrough?: boolean;
}
export const requestsOf = ({ doc, requests }: Program): StandInRequest[] =>
  requests.map(({ name, latency, ok }) => {
    const { method, path } = doc.requests!.find((r) => r.name === name)!;
    return { name, method, path, latency, ok };
  });

/** Whether each track leads away in the pose that it was asked in last: all parts inside ask the same. */
const known = new WeakMap<Track, { pose: number; away: boolean }>();

/** Whether a motion of place begins or ends where nothing of its part is seen. */
function leadsAway(program: Program, pose: number, track: Track): boolean {
  const last = known.get(track);
  if (last?.pose === pose) return last.away;
  const { part, property, from, to, reverseFrom } = track;
  const looks = looksAt(program, pose);
  const away = [from, to, reverseFrom].some((value) =>
    [isAwayIn, isShutIn].some((is) => is(program, looks, part, { [property]: value })),
  );
  known.set(track, { pose, away });
  return away;
}

/** When what moves a part into view or out of it is over, ms of the clock; null where nothing does. */
export function arrivesAt(program: Program, { tracks, pose }: RunState, part: number): number | null {
  const mine = tracks.filter(
    (t) => isPlace(t.property) && isInside(program, part, t.part) && leadsAway(program, pose, t),
  );
  return mine.length ? Math.max(...mine.map(trackEnd)) : null;
}

/** Something moves a part without an end: how opaque it is, and where it lies, depends on when one looks. */
function isRestless(program: Program, { pose }: RunState, part: number): boolean {
  const looks = looksAt(program, pose);
  return program.parts[part].path.some((p) => looks[p].endless.length > 0);
}

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
    "covered by": coverOf(program, landing[part], part),
    "on its way": arrivesAt(program, state, part) !== null,
    restless: isRestless(program, state, part),
    text: facts.text.replace(/\s+/g, " ").trim(),
    attributes,
  };
}

const coverOf = (program: Program, top: number, part: number): string | null =>
  top === DOCUMENT || isInside(program, top, part) || isInside(program, part, top) ? null : partName(program, top);

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

/** Back into a group of radio buttons of which none is checked: Chromium comes to its last one, Firefox to its first. */
export function goesBackIntoGroup(program: Program, state: RunState, act: Stimulus): boolean {
  if (!("press" in act) || act.press !== "Shift+Tab") return false;
  const { focus } = stimulate(program, state, act).state;
  const group = program.checkable.groups.get(focus) ?? [];
  return group.length > 1 && !group.some((p) => state.checked.includes(p));
}

/** Enter moves the focus to a link as it goes down: Firefox activates the link, Chromium does not. */
export function movesToLink(program: Program, state: RunState, act: Stimulus): boolean {
  const key = "press" in act ? act.press : "keyDown" in act ? act.keyDown : "";
  if (keyParts(key).key !== "Enter") return false;
  const { focus } = stimulate(program, state, { keyDown: key }).state;
  return focus !== state.focus && focus !== DOCUMENT && /^(a|area)$/.test(program.parts[focus].part.tag);
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

  async open(opening: Partial<Opening>): Promise<Done> {
    this.openNow(opening);
    return { done: true };
  }
  async act(stimulus: Stimulus): Promise<Done> {
    return this.actNow(stimulus);
  }
  async pass(ms: number): Promise<void> {
    this.passNow(ms);
  }

  /** Whether a key takes the focus out of the page, from where it is. */
  wouldLeave(act: Stimulus): boolean {
    return stimulate(this.program, this.state, act).state.focus === DOCUMENT;
  }
  /** Whether nothing keeps a person from it. */
  canDo(act: Stimulus): boolean {
    return !stimulate(this.program, this.state, act).step.missed;
  }
  /** Engines answer the act differently, and no standard decides. */
  isEnginesOwn(act: Stimulus): boolean {
    return goesBackIntoGroup(this.program, this.state, act) || movesToLink(this.program, this.state, act);
  }
  /** Another that goes on from a state of this one. */
  from(state: RunState): CoreSystem {
    const other = new CoreSystem(this.program);
    other.state = state;
    other.last = this.last;
    other.announcements = [...this.announcements];
    return other;
  }

  // The same without waiting for anybody.

  openNow(opening: Partial<Opening>): void {
    const { state, step } = start(this.program, { page: opening });
    this.state = state;
    this.last = step;
    this.note(null);
    this.passNow(0);
  }

  actNow(stimulus: Stimulus): Done {
    const before = this.state;
    const { state, step } = stimulate(this.program, before, stimulus);
    this.state = state;
    this.last = step;
    this.note(before);
    if (step.missed) return { done: false, impossible: false, why: step.missed };
    this.passNow(0);
    return { done: true };
  }

  /** What was announced since somebody asked last. */
  heard(): string[] {
    const announced = this.announcements;
    this.announcements = [];
    return announced;
  }

  async observe(parts: readonly string[]): Promise<Observation> {
    const { program, state } = this;
    const announced = this.heard();
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

  passNow(ms: number): void {
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
