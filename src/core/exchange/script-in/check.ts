/** Whether a specification does what the script does: both are led through every way the page can be. */
import type { Component } from "../../model";
import { compile } from "../../program";
import { advance, nextDue, type Result, type RunState, start, stimulate } from "../../run";
import { activeNames, labelledControl, layoutOf } from "../../surface";
import { type Act, type Explored, keyWord } from "./exploring";

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
      const wanted =
        act.is === "click"
          ? clicked(found, act.target, a, at)
          : act.is === "pointer up" && from.pressed === program.partIndex.get(act.target)
            ? released(found, act.target, a, at)
            : found.outcomes[a][at];
      const next = wanted && done(program, from, act);
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

/** What was pressed and is let go is clicked. */
function released({ acts, outcomes }: Explored, target: string, up: number, from: number) {
  const outcome = outcomes[up][from];
  const click = acts.findIndex((x) => x.is === "click" && x.target === target);
  return outcome && (click < 0 ? outcome : outcomes[click][outcome.to]);
}

/** Once everything has moved: what is on its way decides nothing in a script. */
const still = (state: RunState): RunState => ({ ...state, tracks: [], lingering: [] });

/** A press takes the focus along; where that is listened for, it is an act of its own. */
function withoutFocus(program: ReturnType<typeof compile>, { state, step }: Result): RunState | null {
  return program.focusRows.length && step.focus.length ? null : state;
}

/** Where something lies over it, or nothing is there, nobody can press it or let go on it. */
function canBeHit(program: ReturnType<typeof compile>, from: RunState, target: string): boolean {
  const layout = layoutOf(program, from);
  if (target === "body") return program.parts.every((p) => p.part.covers !== "viewport" || !layout.catches[p.index]);
  const part = program.partIndex.get(target);
  return part !== undefined && layout.landing[part] === part;
}

function done(program: ReturnType<typeof compile>, moving: RunState, act: Act): RunState | null {
  // On its way to somewhere else, the page itself goes on.
  if (moving.page.glide) return null;
  const target = "target" in act ? program.partIndex.get(act.target) : undefined;
  // The pointer is there already: how it came there is an act of its own.
  const over = /^(click|pointer (down|up))$/.test(act.is) ? (target ?? -1) : moving.over;
  const from = { ...still(moving), over };
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
  if (act.is === "key" && !act.up && act.target === "body")
    return stimulate(program, { ...from, focus: -1 }, { press: keyWord(act.key) }).state;
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
