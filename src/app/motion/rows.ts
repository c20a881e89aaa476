/** What a transition's choreography has to show: a row for each property that changes and for each timer. Pure. */

import { milliseconds, tokenValues, usesOf } from "../../core/measure";
import {
  ALWAYS,
  addLookRow,
  type Component,
  type Motion,
  type MotionPlace,
  own,
  setAfter,
  setLook,
  setMotion,
  setTokenValue,
  tokenOf,
} from "../../core/model";
import type { Animation, Program } from "../../core/program";
import { looksAt } from "../../core/program";
import { motionPlace } from "../../core/proof";
import { animationsOf, changesOf, endsOf, stillOf, type Transition, timersIn, transitionsOf } from "../../core/run";

export interface MotionRow {
  kind: "motion";
  id: string;
  label: string;
  part: number;
  property: string;
  from: string;
  to: string;
  place: MotionPlace;
  /** As said; null where it jumps because nothing is said. */
  said: Motion | null;
  /** ms; 0 where it jumps. */
  delay: number;
  duration: number;
  easing: string;
  /** Why it jumps though a motion is said. */
  jumps: boolean;
  /** The part comes or goes at once; it could fade. */
  fades?: "in" | "out";
}
export interface TimerRow {
  kind: "timer";
  id: string;
  label: string;
  row: number;
  state: string;
  text: string;
  duration: number;
}
/** An animation by `@keyframes`, which a rule or a look begins. */
export interface AnimationRow {
  kind: "animation";
  id: string;
  label: string;
  part: number;
  properties: readonly string[];
  animation: Animation;
  /** ms, of all iterations. */
  duration: number;
}
/** What one can give another time here. */
export type TimedRow = MotionRow | TimerRow;
export type ChoreographyRow = TimedRow | AnimationRow;

export function rowsOf(program: Program, t: Pick<Transition, "from" | "to">): ChoreographyRow[] {
  const { doc } = program;
  const { to } = endsOf(program, t);
  const looks = looksAt(program, to.pose);
  const still = stillOf(program, t);
  const fade =
    (fades: "in" | "out") =>
    (part: number): MotionRow => ({
      kind: "motion",
      id: `${program.parts[part].name} opacity`,
      label: `${program.parts[part].name} ${fades === "in" ? "comes" : "goes"}`,
      part,
      property: "opacity",
      from: fades === "in" ? "0" : "1",
      to: fades === "in" ? "1" : "0",
      place: { part: program.parts[part].name, state: t.to, condition: null },
      said: null,
      delay: 0,
      duration: 0,
      easing: "",
      jumps: false,
      fades,
    });
  const motions = [...changesOf(program, t), ...still.changes].map((change): MotionRow => {
    const { part, property, motion } = change;
    const place = motionPlace(program, t, part);
    const cell = own(doc.looks.find((r) => r.part === place.part)?.in, place.state);
    const look = place.condition === null ? cell : cell?.and?.[place.condition];
    const { name } = program.parts[part];
    return {
      kind: "motion",
      id: `${name} ${property}`,
      label: `${name} · ${property}`,
      part,
      property,
      from: change.from,
      to: change.to,
      place,
      said: own(look?.motion, property) ?? null,
      delay: motion?.delay ?? 0,
      duration: motion?.duration ?? 0,
      easing: motion?.easing ?? "",
      jumps: !motion && own(looks[part].motion, property) !== undefined,
    };
  });
  const timers = timersIn(program, t.to).map(
    (x): TimerRow => ({
      kind: "timer",
      id: `timer ${x.row} ${x.state}`,
      label: x.every ? `every ${x.text}` : `after → ${x.to || "stays"}`,
      row: x.row,
      state: x.state,
      text: x.text,
      duration: x.after,
    }),
  );
  const animations = animationsOf(program, t).map(({ part, animation: a }): AnimationRow => {
    const label = `${program.parts[part].name} · @${a.name}`;
    return {
      kind: "animation",
      id: label,
      label,
      part,
      properties: Object.keys(a.frames),
      animation: a,
      duration: a.duration * a.iterations,
    };
  });
  // What comes by an animation needs no other fade.
  const alone = (part: number): boolean => animations.every((a) => a.part !== part);
  return [
    ...motions,
    ...animations,
    ...still.comes.filter(alone).map(fade("in")),
    ...still.goes.map(fade("out")),
    ...timers,
  ];
}

/** Transitions that have something to show. */
export const shownTransitions = (program: Program): Transition[] =>
  transitionsOf(program).filter((t) => rowsOf(program, t).some((r) => r.kind !== "timer"));

/** The transition that goes the other way: the very reverse, or the one that takes most of the same properties back. */
export function companionOf(program: Program, t: Transition, all: readonly Transition[]): Transition | null {
  const reverse = all.find((o) => o.from === t.to && o.to === t.from);
  if (reverse) return reverse;
  const mine = new Map(changesOf(program, t).map((c) => [`${c.part} ${c.property}`, c]));
  const score = (o: Transition): number =>
    changesOf(program, o).reduce((n, c) => {
      const same = mine.get(`${c.part} ${c.property}`);
      return n + (same ? (c.to === same.from ? 2 : 1) : 0);
    }, 0);
  const others = all.filter((o) => o !== t && o.from !== t.from && o.to !== t.to);
  const best = others.toSorted((a, b) => score(b) - score(a))[0];
  return best && score(best) > 0 ? best : null;
}

/** Where one can go in the middle of a transition: first where its companion leads, and at least back. */
export function waysOut(t: Transition, companion: Transition | null, all: readonly Transition[]): string[] {
  const next = all.filter((o) => o.from === t.to).map((o) => o.to);
  const first = companion && companion.from === t.to ? [companion.to] : [];
  return [...new Set([...first, ...next, t.from])].filter((s) => s !== t.to);
}

/** The time as written; what is tied to it. */
export interface Tie {
  token: string;
  /** The token's own value, where that is a plain time; else null: then it is computed from others. */
  plain: number | null;
  uses: string[];
}
export function tieOf(doc: Component, text: string | undefined): Tie | null {
  const token = text === undefined ? null : tokenOf(text);
  const found = token === null ? undefined : doc.tokens?.find((t) => t.name === token);
  return found ? { token: found.name, plain: milliseconds(found.value), uses: usesOf(doc, found.name) } : null;
}

/** What a written time comes to, ms; null where it is none. */
export function spanOf(doc: Component, text: string): number | null {
  const plain = milliseconds(text);
  if (plain !== null) return plain;
  const token = tokenOf(text);
  const value = token === null ? undefined : tokenValues(doc).find((t) => t.name === token);
  return value ? milliseconds(value.computed) : null;
}

const ms = (n: number): string => `${Math.max(0, Math.round(n))}ms`;

/** The document with a row lasting so long, or beginning so late. A time that is tied moves its token, and so all that is tied to it. */
export function withTime(doc: Component, row: TimedRow, what: "duration" | "delay", value: number): Component {
  const text = row.kind === "timer" ? row.text : row.said?.[what];
  const tie = tieOf(doc, text);
  if (tie) return tie.plain === null ? doc : setTokenValue(doc, tie.token, ms(value));
  if (row.kind === "timer") return setAfter(doc, row.row, row.state, ms(value));
  const said: Motion = row.said ?? { duration: "0ms", easing: "ease" };
  return withMotion(doc, row, { ...said, [what]: ms(value) });
}

export function withMotion(doc: Component, row: MotionRow, motion: Motion | undefined): Component {
  return setMotion(addLookRow(doc, row.place.part), row.place, row.property, motion);
}

const FADE: Motion = { duration: "200ms", easing: "ease" };

/** The document with a part that comes or goes at once fading between the two states, both ways. */
export function withFade(doc: Component, row: MotionRow, t: Pick<Transition, "from" | "to">): Component {
  const { part } = row.place;
  const cell = (d: Component, state: string, opacity: string): Component => {
    const row = d.looks.find((r) => r.part === part)?.in;
    const look = own(row, state) ?? {};
    const moving = look.motion ?? own(row, ALWAYS)?.motion;
    return setLook(d, part, state, {
      ...look,
      css: { ...look.css, opacity },
      motion: { ...moving, opacity: moving?.opacity ?? FADE },
    });
  };
  return cell(cell(addLookRow(doc, part), t.from, row.from), t.to, row.to);
}

/** The document with the rows' times tied to one new token. */
export function tied(doc: Component, rows: readonly TimedRow[], name: string, value: number): Component {
  const text = `var(${name})`;
  const start: Component = { ...doc, tokens: [...(doc.tokens ?? []), { name, value: ms(value) }] };
  return rows.reduce(
    (d, r) =>
      r.kind === "timer"
        ? setAfter(d, r.row, r.state, text)
        : r.said
          ? withMotion(d, r, { ...r.said, duration: text })
          : d,
    start,
  );
}
