/**
 * What a situation is, said once: for every field of a run's state what it is for and how it counts. The explorer's key,
 * what a comparison tells apart and what a recording may shorten away are derived from this table; a field that is added
 * and not put in here does not compile.
 */
import { DOCUMENT } from "../../program";
import { scrollAt, trackEnd } from "../../surface";
import type { RunState } from "./state";

/** How finely things are told apart: a proof takes together what is alike to the component, a recording nothing. */
export interface Grain {
  text(value: string): string | number;
  over(state: RunState): string | number;
  /** The page around, with the conditions on it that hold. */
  page(state: RunState): string;
  /** What is checked. */
  checked(state: RunState): string;
}

interface Field {
  /**
   * `decides`: two states that differ in it go on differently. `timing`: something is on its way; what it is counts, when
   * it comes is another matter. `shown`: it is only there to be noticed.
   */
  is: "decides" | "timing" | "shown";
  /** The field as a piece of a key, with its separator; empty for nothing. */
  key?(state: RunState, grain: Grain): string;
  /** How long until it comes, ms. */
  left?(state: RunState): number[];
}

export const stateFields: Readonly<Record<keyof RunState, Field>> = {
  now: { is: "timing" },
  config: { is: "decides", key: (s) => `${s.config}` },
  pose: { is: "decides", key: (s) => `,${s.pose}` },
  data: {
    is: "decides",
    key: (s, g) => {
      let key = "";
      for (const v of s.data) key += `,${typeof v === "string" ? `s${g.text(v)}` : v}`;
      return key;
    },
  },
  focus: { is: "decides", key: (s) => `,f${s.focus}` },
  back: { is: "decides", key: (s) => `,${s.back}` },
  // Where Tab goes on from matters only while nothing is focused.
  tabFrom: { is: "decides", key: (s) => (s.focus === DOCUMENT ? `,t${s.tabFrom}` : "") },
  // Which, not in which order they began to go.
  lingering: {
    is: "decides",
    key: ({ lingering: l }) => (l.length ? `;l${l.length < 2 ? l[0].part : l.map((one) => one.part).sort()}` : ""),
  },
  history: {
    is: "decides",
    key: (s) => {
      let key = "";
      for (const kept of s.history) key += `;h${kept}`;
      return key;
    },
  },
  over: { is: "decides", key: (s, g) => `,${g.over(s)}` },
  pressed: { is: "decides", key: (s) => (s.pressed === null ? "" : `;p${s.pressed}`) },
  spaceAt: { is: "decides", key: (s) => (s.spaceAt === null ? "" : `;s${s.spaceAt}`) },
  letGo: { is: "decides", key: (s) => (s.letGo ? ";l" : "") },
  byPointer: { is: "decides", key: (s) => (s.byPointer ? ";by" : "") },
  keyed: { is: "decides", key: (s) => (s.keyed ? ";k" : "") },
  target: { is: "decides", key: (s) => (s.target === DOCUMENT ? "" : `;#${s.target}`) },
  page: { is: "decides", key: (s, g) => g.page(s) },
  checked: { is: "decides", key: (s, g) => g.checked(s) },
  holds: {
    is: "decides",
    key: (s) => {
      let key = "";
      for (const h of s.holds) key += h ? "1" : "0";
      return key;
    },
  },
  done: { is: "decides", key: (s) => (s.done ? ";done" : "") },
  timers: {
    is: "timing",
    key: (s, g) => {
      let key = "";
      for (const t of s.timers) key += t.kind === "state" ? `;${t.row}.${t.state}` : `;${g.text(t.event)}e${t.request}`;
      return key;
    },
    left: (s) => s.timers.map((t) => t.due - s.now),
  },
  tracks: {
    is: "timing",
    key: (s) => {
      let key = "";
      for (const t of s.tracks) key += `;${t.goal}`;
      return key;
    },
    left: (s) => s.tracks.map((t) => trackEnd(t) - s.now),
  },
  since: { is: "shown" },
  said: { is: "shown", key: (s) => (s.said ? `;“${s.said.text}` : "") },
};

const all = Object.values(stateFields);
const keysOf = (is: Field["is"]): NonNullable<Field["key"]>[] =>
  all.flatMap((f) => (f.is === is && f.key ? [f.key] : []));
const deciding = keysOf("decides");
const underWay = keysOf("timing");
const noticed = keysOf("shown");

function joined(keys: readonly NonNullable<Field["key"]>[], state: RunState, grain: Grain): string {
  let key = "";
  for (const one of keys) key += one(state, grain);
  return key;
}

/** All that decides what an act does at this very instant. */
export const decidingKey = (state: RunState, grain: Grain): string => joined(deciding, state, grain);
/** The same with what is on its way: states with the same key differ in their timings alone. */
export const situationKey = (state: RunState, grain: Grain): string =>
  joined(deciding, state, grain) + joined(underWay, state, grain);
/** What was said and is there to be noticed besides. */
export const noticedKey = (state: RunState, grain: Grain): string => joined(noticed, state, grain);

const exact: Grain = {
  text: (value) => JSON.stringify(value),
  over: (s) => s.over,
  checked: (s) => (s.checked.length ? `;c${s.checked}` : ""),
  page: ({ page, now }) =>
    `;${page.width}x${page.height}${page.reducedMotion ? "r" : ""}@${Math.round(scrollAt(page, now))}`,
};

/** A situation with its timings, to the ms: what a recording must not lose. */
export const exactKey = (state: RunState): string =>
  `${situationKey(state, exact)}|${all.flatMap((f) => f.left?.(state).map(Math.round) ?? [])}`;
