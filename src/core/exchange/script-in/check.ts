/** Whether a specification does what the script does: both are led through every way the page can be. */
import type { Component } from "../../model";
import { compile, DOCUMENT, type Program } from "../../program";
import { advance, common, nextDue, outwards, type Result, type RunState, start, stimulate } from "../../run";
import { activeNames, labelledControl, layoutOf } from "../../surface";
import { type Act, type Explored, keyWord, type Outcome } from "./exploring";

/**
 * Acts after which the two differ, in words; each once.
 * @param states by store of what was found: those that should be active; none where nothing is told of it
 */
export function unlike(doc: Component, states: readonly (readonly string[])[], found: Explored): string[] {
  const program = compile(doc);
  const out = new Set<string>();
  const first = start(program).state;
  // What is in view is told of at once; how far down it lies nobody knows here.
  const begun = activeNames(program, first).sort().join();
  const begins = Math.max(
    0,
    states.findIndex((s) => [...s].sort().join() === begun),
  );
  const seen = new Map<number, RunState>([[begins, first]]);
  const queue = [begins];
  while (queue.length) {
    const at = queue.shift()!;
    const from = seen.get(at)!;
    found.acts.forEach((act, a) => {
      const own =
        act.is === "click"
          ? clicked(found, act.target, a, at)
          : act.is === "pointer up" && from.pressed !== null
            ? released(found, around(program, from.pressed, act.target), a, at)
            : found.outcomes[a][at];
      const next = own && done(program, from, act);
      const wanted = own && next && crossed(program, found, own, act, from, next);
      if (!wanted || !next) return;
      const is = activeNames(program, next).sort().join(", ");
      // Let go: nothing is told of it.
      if (!states[wanted.to].length) return;
      const should = [...states[wanted.to]].sort().join(", ");
      if (is !== should) out.add(`${wordsOf(act)}: ${should} by the script, ${is} by the sheet`);
      else if (!seen.has(wanted.to)) {
        seen.set(wanted.to, next);
        queue.push(wanted.to);
      }
    });
  }
  return [...out];
}

/** A click is a press, a release and then the click itself: each may be listened for. */
function clicked({ acts, outcomes }: Explored, target: string, click: number, from: number) {
  let at = from;
  for (const is of ["pointer down", "pointer up"] as const) {
    const a = acts.findIndex((x) => x.is === is && x.target === target);
    if (a < 0) continue;
    const outcome = outcomes[a][at];
    if (!outcome) return undefined;
    at = outcome.to;
  }
  return outcomes[click][at];
}

/** What is around both, where something was pressed and is let go elsewhere (UI Events §3.4.5): it is clicked. */
function around(program: Program, pressed: number, target: string): string {
  const both = common(program, pressed, program.partIndex.get(target) ?? DOCUMENT);
  return both === DOCUMENT ? "body" : program.parts[both].name;
}

/** What was pressed and is let go is clicked. */
function released({ acts, outcomes }: Explored, target: string, up: number, from: number) {
  const outcome = outcomes[up][from];
  const click = acts.findIndex((x) => x.is === "click" && x.target === target);
  return outcome && (click < 0 ? outcome : outcomes[click][outcome.to]);
}

/** What comes and goes under the pointer is left by it and comes under it: that is heard of as well. */
function crossed(
  program: Program,
  { acts, outcomes }: Explored,
  own: Outcome,
  act: Act,
  from: RunState,
  to: RunState,
): Outcome | undefined {
  if (/^pointer (enter|leave)$/.test(act.is)) return own;
  const before = outwards(program, overWith(program, from, act));
  const after = outwards(program, to.over);
  const all = [
    ...before.filter((p) => !after.includes(p)).map((part) => ({ is: "pointer leave", part })),
    ...after
      .filter((p) => !before.includes(p))
      .map((part) => ({ is: "pointer enter", part }))
      .reverse(),
  ];
  let outcome: Outcome | undefined = own;
  for (const { is, part } of all) {
    const a = acts.findIndex((x) => x.is === is && "target" in x && x.target === program.parts[part].name);
    if (a >= 0 && outcome) outcome = outcomes[a][outcome.to];
  }
  return outcome;
}

/** The part that the pointer is over as an act is done; how it came there is an act of its own. */
const overWith = (program: Program, { over }: RunState, act: Act): number =>
  /^(click|pointer (down|up))$/.test(act.is) && "target" in act
    ? (program.partIndex.get(act.target) ?? DOCUMENT)
    : over;

/** Once everything has moved: what is on its way decides nothing in a script. */
const still = (state: RunState): RunState => ({ ...state, tracks: [], lingering: [] });

/** A press takes the focus along, and so does the Tab key; where that is listened for, it is an act of its own. */
function withoutFocus(program: Program, { state, step }: Result): RunState | null {
  return program.focusRows.length && step.focus.length ? null : state;
}

/** Where something lies over it, or nothing is there, nobody can press it or let go on it. */
function canBeHit(program: Program, from: RunState, target: string): boolean {
  const layout = layoutOf(program, from);
  if (target === "body") return program.parts.every((p) => p.part.covers !== "viewport" || !layout.catches[p.index]);
  const part = program.partIndex.get(target);
  return part !== undefined && layout.landing[part] === part;
}

function done(program: Program, moving: RunState, act: Act): RunState | null {
  // On its way to somewhere else, the page itself goes on.
  if (moving.page.glide) return null;
  const target = "target" in act ? program.partIndex.get(act.target) : undefined;
  const from = { ...still(moving), over: overWith(program, moving, act) };
  if (act.is === "click") {
    if (!canBeHit(program, from, act.target)) return null;
    // A label clicks on what it is for; that is said of what it is for.
    const part = program.partIndex.get(act.target);
    if (part !== undefined && labelledControl(program, from, part) >= 0) return null;
    return withoutFocus(program, stimulate(program, from, { click: act.target === "body" ? null : act.target }));
  }
  if (act.is === "pointer down" && act.target !== "body") {
    if (!canBeHit(program, from, act.target)) return null;
    return withoutFocus(program, stimulate(program, from, { down: act.target }));
  }
  if (act.is === "pointer up") {
    if (!canBeHit(program, from, act.target)) return null;
    return stimulate(program, from, { up: act.target === "body" ? null : act.target }).state;
  }
  if (act.is === "pointer enter" || act.is === "pointer leave") {
    if (!canBeHit(program, from, act.target)) return null;
    const [before, to] = act.is === "pointer enter" ? [-1, act.target] : [target!, null];
    return withoutFocus(program, stimulate(program, { ...from, over: before }, { move: to }));
  }
  if (act.is === "key" && !act.up && act.target === "body") {
    const pressed = stimulate(program, { ...from, focus: -1 }, { press: keyWord(act.key) });
    return /Tab$/.test(act.key) ? withoutFocus(program, pressed) : pressed.state;
  }
  if (act.is === "answer") {
    const waits = from.timers.some((t) => t.kind === "event" && program.requests[t.request]?.name === act.request);
    return waits ? stimulate(program, from, { answer: act.request, ok: act.ok }).state : null;
  }
  if (act.is === "timer") {
    // Another may be due before it, or with it.
    const due = nextDue(program, from);
    const [mine, ...others] = from.timers.filter((t) => t.due === due);
    if (others.length) return null;
    const own = mine?.kind === "event" && (mine.id === act.timer || mine.event.endsWith(act.timer));
    return due === null || !own ? null : advance(program, from, due);
  }
  return null;
}

export const wordsOf = (act: Act): string =>
  act.is === "timer"
    ? `timer ${act.timer}`
    : act.is === "answer"
      ? `${act.request} ${act.ok ? "answers" : "fails"}`
      : act.is === "key"
        ? `${act.up ? "release" : "press"} ${act.key}`
        : "target" in act
          ? `${act.is} ${act.target}`
          : `${act.is} ${act.distance}px`;
