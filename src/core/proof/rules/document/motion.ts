/** F11, F12, F20, F24: times that must agree, motion that cannot run, old endings, nothing calmer. Read from the document. */
import {
  type Action,
  allActions,
  allStates,
  type Branch,
  type Component,
  type Motion,
  type MotionPlace,
  own,
  stateNames,
  statesAround,
  targetsOf,
} from "../../../model";
import { looksAt, type Program, sayingsOf } from "../../../program";
import { changesOf, choreographyOf, endsOf, type Transition, timersIn, transitionsOf } from "../../../run";
import { envOf, layoutOf, momentAt, moveTo, restingValue } from "../../../surface";
import type { Collector } from "../../findings/collector";

/** A delay this close to the end of a motion was meant to be that end, ms. */
const CLOSE = 100;

export function motionRules(program: Program, collector: Collector): void {
  const transitions = transitionsOf(program);
  for (const t of transitions) {
    agreeing(program, t, collector);
    able(program, t, transitions, collector);
  }
  oldEndings(program.doc, collector);
  calmer(program.doc, collector);
}

/** F11: the delay that ends a state, and the motions with which it began. */
function agreeing(program: Program, t: Transition, collector: Collector): void {
  const piece = choreographyOf(program, t);
  if (!piece.length) return;
  for (const timer of timersIn(program, t.to)) {
    if (timer.every || !timer.to || timer.after === piece.length) continue;
    const running = momentAt(piece, timer.after);
    const then = endsOf(program, { from: t.to, to: timer.to }).to;
    const kept = moveTo(program, running, then.pose).tracks;
    const cut = running.tracks.filter((x) => !kept.some((k) => k.part === x.part && k.property === x.property));
    const close = Math.abs(timer.after - piece.length) <= CLOSE;
    if (!cut.length && !close) continue;
    const text = cut.length
      ? `${t.to} ends after ${timer.after} ms and cuts off the ${cut[0].property} of ${program.parts[cut[0].part].name}, which needs ${piece.length} ms`
      : `${t.to} lasts ${timer.after} ms, but its motion lasts ${piece.length} ms`;
    const cell = { row: timer.row, state: timer.state };
    const edit = { kind: "after" as const, ...cell, after: `${piece.length}ms` };
    const mend = { text: `Let ${timer.state} last ${piece.length} ms`, edit };
    collector.add({ rule: "F11", severity: "warning", text, state: t.to, cell, mend });
  }
}

/** F12: a motion is asked for and the values cannot be mixed, or there is none to begin with, or only in one direction. */
function able(program: Program, t: Transition, all: readonly Transition[], collector: Collector): void {
  const { from, to } = endsOf(program, t);
  const before = looksAt(program, from.pose);
  const after = looksAt(program, to.pose);
  const add = (part: number, text: string): void =>
    collector.add({ rule: "F12", severity: "warning", text, part: program.parts[part].name, state: t.to });
  after.forEach((look, part) => {
    const { name } = program.parts[part];
    for (const property of Object.keys(look.motion ?? {})) {
      const a = restingValue(program, before[part], property, from.page);
      const b = restingValue(program, look, property, from.page);
      if ((a === undefined) === (b === undefined)) continue;
      const without = a === undefined ? t.from : t.to;
      add(part, `${name} has no ${property} in ${without}, so from ${t.from} to ${t.to} it jumps`);
    }
  });
  const back = all.find((o) => o.from === t.to && o.to === t.from);
  const home = back ? changesOf(program, back) : [];
  for (const change of changesOf(program, t)) {
    const { part, property, motion } = change;
    const { name } = program.parts[part];
    if (!motion && own(after[part].motion, property))
      add(part, `${property} of ${name} cannot move from ${change.from} to ${change.to}: it jumps`);
    const other = home.find((c) => c.part === part && c.property === property);
    if (motion && other && !other.motion && !own(before[part].motion, property) && !isSwap(program, t, part))
      add(part, `${property} of ${name} moves from ${t.from} to ${t.to}, but jumps on the way back`);
  }
}

/** True when the part makes room at once for another that comes where it was: then only what comes has to move. */
function isSwap(program: Program, t: Transition, part: number): boolean {
  const { from, to } = endsOf(program, t);
  const [home, away] = [layoutOf(program, from), layoutOf(program, to)];
  const { index, end, path } = program.parts[part];
  const apart = (p: number): boolean => (p < index || p >= end) && !path.includes(p);
  return (
    !home.displayed[part] && program.parts.some(({ index: p }) => apart(p) && home.displayed[p] && !away.displayed[p])
  );
}

const startsIn = (actions: readonly Action[] = []): string[] =>
  allActions(actions).flatMap((a) => (a.do === "start" ? [a.timer] : []));
const cancels = (actions: readonly Action[] | undefined, timer: string): boolean =>
  allActions(actions ?? []).some((a) => a.do === "cancel" && a.timer === timer);

/** F20: a timer that was to end one state still runs in the next, and then ends that. */
function oldEndings(doc: Component, collector: Collector): void {
  const branches = doc.reactions.flatMap((row, index) =>
    Object.entries(row.in).flatMap(([state, cell]) =>
      cell === "ignored" ? [] : cell.branches.map((branch) => ({ index, state, branch, event: row.event })),
    ),
  );
  const nodes = new Map(allStates(doc).map(({ state }) => [state.name, state]));
  const chain = statesAround(doc);
  const leaves = (from: string, b: Branch): boolean => targetsOf(b).some((to) => to !== from);
  for (const name of stateNames(doc)) {
    const into = branches.filter((b) => targetsOf(b.branch).includes(name));
    const started = new Set([...into.flatMap((b) => startsIn(b.branch.actions)), ...startsIn(nodes.get(name)?.entry)]);
    for (const timer of started) {
      const ends = branches.filter((b) => b.event.on === "timer" && b.event.timer === timer);
      // What the timer is for: where it leads from the state in which it was started.
      const meant = new Set(ends.filter((b) => b.state === name).flatMap((b) => targetsOf(b.branch)));
      if (cancels(nodes.get(name)?.exit, timer)) continue;
      for (const way of branches) {
        if (way.state !== name || way.event.on === "timer" || !leaves(name, way.branch)) continue;
        if (cancels(way.branch.actions, timer) || startsIn(way.branch.actions).includes(timer)) continue;
        for (const there of targetsOf(way.branch)) {
          // What is around the state and is left with it may end the timer, too.
          const around = chain(name).filter((o) => o !== name && !chain(there).slice(1).includes(o));
          if (around.some((o) => cancels(nodes.get(o)?.exit, timer))) continue;
          const hit = ends.find((b) => b.state === there && targetsOf(b.branch).some((to) => meant.has(to)));
          if (!hit || cancels(nodes.get(there)?.entry, timer) || startsIn(nodes.get(there)?.entry).includes(timer))
            continue;
          const text = `${timer} was started for ${name}; it goes on in ${there} and then ends that`;
          const cell = { row: way.index, state: name };
          const mend = {
            text: `Cancel ${timer} on the way to ${there}`,
            edit: { kind: "cancel" as const, ...cell, timer },
          };
          collector.add({ rule: "F20", text, state: there, cell, mend });
        }
      }
    }
  }
}

/** What only fades or changes colour is calm already (WCAG 2.2, 2.3.3). */
const calm = (property: string): boolean => property === "opacity" || /color$|^fill$|^stroke$/.test(property);

/** F24: something moves, grows or turns, and nothing says what happens where reduced motion is preferred. */
function calmer(doc: Component, collector: Collector): void {
  const handled = /page\.reducedMotion/.test(JSON.stringify([doc.looks, doc.reactions]));
  if (handled || doc.reactions.some((r) => r.event.on === "reduced motion")) return;
  const check = (place: MotionPlace, motion: Record<string, Motion> | undefined): void => {
    for (const [property, m] of Object.entries(motion ?? {})) {
      if (calm(property) || m.reduced !== undefined || /^0m?s$/.test(m.duration)) continue;
      const text = `${property} of ${place.part} moves in ${place.state}, with nothing calmer for reduced motion`;
      const edit = { kind: "motion" as const, place, property, motion: { ...m, reduced: "none" as const } };
      const mend = { text: "Let it jump where reduced motion is preferred", edit };
      collector.add({ rule: "F24", severity: "warning", text, part: place.part, state: place.state, mend });
    }
  };
  for (const row of doc.looks) {
    for (const [state, look] of Object.entries(row.in)) {
      check({ part: row.part, state, condition: null }, look.motion);
      look.and?.forEach((c, condition) => {
        check({ part: row.part, state, condition }, c.motion);
      });
    }
  }
}

/** The cell that says what moves on the way into a pose: the last one with a `transition`, which replaces those before. */
export function motionPlace(program: Program, t: Pick<Transition, "from" | "to">, part: number): MotionPlace {
  const { to } = endsOf(program, t);
  const sayings = sayingsOf(program, to.config, part, envOf(program, to));
  const last = sayings.findLast((s) => s.look.motion !== undefined);
  const { name } = program.parts[part];
  if (!last) return { part: name, state: t.to, condition: null };
  return { part: name, state: program.states[last.state].name, condition: last.condition };
}
