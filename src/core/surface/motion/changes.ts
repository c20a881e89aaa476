/** What differs between two poses and may move: the values at rest in each, and the motion between them. */
import { animatable } from "../../measure";
import { own } from "../../model";
import {
  type CompiledMotion,
  looksAt,
  type PartIndex,
  type PartLook,
  type PoseIndex,
  type Program,
} from "../../program";
import { layoutOf } from "../layout";
import { goalOf } from "../moment";
import { absoluteCss, computedCss, type PageState } from "../page";
import { initialValue, mix } from "../values/interpolate";
import { mixSizes } from "../values/sizes";
import { animatedOver } from "./animation";

/** The value a look gives a property, before motion. */
export function restingValue(program: Program, look: PartLook, property: string, page: PageState): string | undefined {
  const besides = saidValue(program, look, property, page);
  return look.animations.length ? animatedOver(look, property, besides, [], 0) : besides;
}
export function saidValue(program: Program, look: PartLook, property: string, page: PageState): string | undefined {
  if (property === "opacity" && look.as === "transparent") return "0";
  const said = own(look.css, property);
  return said === undefined ? initialValue(property) : absoluteCss(program, computedCss(program, said, page), page);
}

/** The computed value of `visibility` in a pose at rest. */
const visibilityIn = (program: Program, pose: PoseIndex, part: PartIndex): string =>
  layoutOf(program, { pose, lingering: [] }).hidden[part] ? "hidden" : "visible";

/** `transition: all 0s`, the initial value (CSS Transitions 1 §2.5). */
const UNSAID: Readonly<Record<string, CompiledMotion>> = { all: { duration: 0, delay: 0, easing: "ease" } };

/** The motion in force for a property; where reduced motion is preferred, its alternative. */
function motionOf(look: PartLook, property: string, page: PageState): CompiledMotion | null {
  const said = look.motion ?? UNSAID;
  const motion: CompiledMotion | undefined = own(said, property) ?? own(said, "all");
  if (!motion || (property === "display" && !motion.discrete)) return null;
  return page.reducedMotion && motion.reduced !== undefined ? motion.reduced : motion;
}

/** A property that differs between two poses. */
export interface Change {
  part: PartIndex;
  property: string;
  from: string;
  to: string;
  goal: number;
  /** Null where nothing says how it moves, or where the values cannot be interpolated: then it jumps. */
  motion: CompiledMotion | null;
  /**
   * It counts only where a rule draws the part that was not drawn: for the `first` time, when it moves from what
   * `@starting-style` says; or `again`, while it was there still since it goes slowly.
   */
  drawn?: "first" | "again";
}

/** What was computed already at one size and preference. */
interface Known {
  changes: Change[][][];
  goals: WeakMap<PartLook, Record<string, Goal>>;
}
/** The last one asked for is at hand. */
const lastKnown = new WeakMap<Program, { page: PageState; known: Known }>();
function knownAt(program: Program, page: PageState): Known {
  const last = lastKnown.get(program);
  const same = (p: PageState): boolean =>
    p === page || (p.width === page.width && p.height === page.height && p.reducedMotion === page.reducedMotion);
  if (last && same(last.page)) return last.known;
  const key = `changes ${page.width} ${page.height} ${page.reducedMotion}`;
  const known = (program.cache.get(key) as Known | undefined) ?? { changes: [], goals: new WeakMap() };
  program.cache.set(key, known);
  lastKnown.set(program, { page, known });
  return known;
}

/** Where a motion has to go in a look, and how; null where the running one is given up. */
type Goal = { to: string; goal: number; motion: CompiledMotion } | null;
export function goalIn(program: Program, pose: PoseIndex, part: PartIndex, property: string, page: PageState): Goal {
  const look = looksAt(program, pose)[part];
  const { goals } = knownAt(program, page);
  let byProperty = goals.get(look);
  if (!byProperty) {
    byProperty = {};
    goals.set(look, byProperty);
  }
  let found = own(byProperty, property);
  if (found === undefined) {
    const to =
      property === "visibility"
        ? visibilityIn(program, pose, part)
        : property === "display"
          ? displayOf(look)
          : restingValue(program, look, property, page);
    const motion = motionOf(look, property, page);
    found = motion && to !== undefined ? { to, goal: goalOf(program, part, property, to), motion } : null;
    byProperty[property] = found;
  }
  return found;
}

/** What a rule leaves of a part's box; which kind it is of says nothing here. */
const displayOf = ({ rendered, css }: PartLook): string => (rendered ? (own(css, "display") ?? "block") : "none");

/** A rule that takes a part out of the page lets it be there for a while yet (CSS Transitions 2 §3.1). */
const goesSlowly = (look: PartLook, page: PageState): CompiledMotion | null => {
  const motion = look.rendered ? null : motionOf(look, "display", page);
  return motion && motion.duration + motion.delay > 0 ? motion : null;
};

/** Properties of which no values can be mixed. */
const discrete = ["display", "overlay", "content-visibility"];

/** Properties that some list of `transition` in either look speaks of. */
function movable(before: PartLook, after: PartLook): Set<string> {
  const out = new Set([...Object.keys(before.motion ?? {}), ...Object.keys(after.motion ?? {})]);
  for (const property of discrete) out.delete(property);
  if (!out.delete("all")) return out;
  for (const property of [...Object.keys(before.css), ...Object.keys(after.css)])
    if (animatable.has(property)) out.add(property);
  out.add("visibility");
  if (before.as === "transparent" || after.as === "transparent") out.add("opacity");
  return out;
}

/** Sizes may move to words of the content and from them: the property is inherited (CSS Values 5 §2.4). */
const mixesWords = (program: Program, looks: readonly PartLook[], part: PartIndex): boolean =>
  program.parts[part].path.some((p) => looks[p].css["interpolate-size"] === "allow-keywords") ||
  /(:root|html|body|\*)\s*\{[^}]*interpolate-size:\s*allow-keywords/.test(program.doc.page.css ?? "");

/** What differs between two poses and may move, computed once a pair. */
export function changesBetween(program: Program, from: PoseIndex, to: PoseIndex, page: PageState): Change[] {
  const { changes } = knownAt(program, page);
  const row = changes[from] ?? [];
  changes[from] = row;
  const cached = row[to];
  if (cached) return cached;
  const out: Change[] = [];
  const before = looksAt(program, from);
  const after = looksAt(program, to);
  // What a text stands in for is not in the page.
  const drawn = (looks: readonly PartLook[], part: PartIndex, besides = (_l: PartLook): boolean => false): boolean =>
    program.parts[part].path.every(
      (p) => (looks[p].rendered || besides(looks[p])) && (p === part || looks[p].text === null),
    );
  const slow = (look: PartLook): boolean => goesSlowly(look, page) !== null;
  after.forEach((look, part) => {
    // What a rule takes out of the page altogether has nowhere to move (CSS Transitions 1 §3), unless it goes slowly.
    const goesAlong = program.parts[part].path.every((p) => after[p].rendered || goesSlowly(after[p], page));
    if (!goesAlong) return;
    const comes = !drawn(before, part);
    if (comes && !drawn(after, part)) return;
    if (comes) out.push(...comingFrom(program, look, part, page));
    // Without such a rule nothing is there still.
    if (comes && !drawn(before, part, slow)) return;
    const slowly = goesSlowly(look, page);
    if (slowly && !comes)
      out.push({ part, property: "display", from: displayOf(before[part]), to: "none", goal: 0, motion: slowly });
    for (const property of movable(before[part], look)) {
      const seen = property === "visibility";
      const a = seen ? visibilityIn(program, from, part) : restingValue(program, before[part], property, page);
      const b = seen ? visibilityIn(program, to, part) : restingValue(program, look, property, page);
      if (a === undefined || b === undefined || a === b) continue;
      const can = mix(property, a, b) || (mixSizes(property, a, b) && mixesWords(program, after, part));
      const motion = can && look.motion ? motionOf(look, property, page) : null;
      const goal = goalOf(program, part, property, b);
      out.push({ part, property, from: a, to: b, goal, motion, ...(comes ? { drawn: "again" as const } : {}) });
    }
  });
  row[to] = out;
  return out;
}

/** What is drawn for the first time moves from where the rules say that it begins. */
function comingFrom(program: Program, look: PartLook, part: PartIndex, page: PageState): Change[] {
  return Object.keys(look.starting ?? {}).flatMap((property): Change[] => {
    const from = saidValue(program, { ...look, css: { ...look.css, ...look.starting } }, property, page);
    const to = restingValue(program, look, property, page);
    const motion = motionOf(look, property, page);
    if (from === undefined || to === undefined || from === to || !motion || !mix(property, from, to)) return [];
    return [{ part, property, from, to, goal: goalOf(program, part, property, to), motion, drawn: "first" }];
  });
}

/** The part takes no room and is seen by nobody. */
export const gone = (look: PartLook): boolean => look.as === "not displayed" || look.as === "absent";

/** What differs between two poses and could move, but nothing says so: it happens at once. */
export function stillBetween(program: Program, from: PoseIndex, to: PoseIndex, page: PageState): Change[] {
  const before = looksAt(program, from);
  const moving = changesBetween(program, from, to, page);
  return looksAt(program, to).flatMap((look, part): Change[] =>
    [...new Set([...Object.keys(before[part].css), ...Object.keys(look.css)])].flatMap((property): Change[] => {
      if (moving.some((c) => c.part === part && c.property === property)) return [];
      const a = restingValue(program, before[part], property, page);
      const b = restingValue(program, look, property, page);
      if (a === undefined || b === undefined || a === b || !mix(property, a, b)) return [];
      return [{ part, property, from: a, to: b, goal: 0, motion: null }];
    }),
  );
}
