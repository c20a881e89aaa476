/**
 * What a person would notice to be otherwise on a page than the specification says. How a page brings it about is its own
 * business: whether a part is taken out of the document or not displayed is the same to whoever uses it.
 */

import type { Component } from "../../model";
import { looksAt, type Program } from "../../program";
import type { RunState } from "../../run";
import { isSameName, layoutOf } from "../../surface";
import type { Observation, SeenPart } from "../system";
import { arrivesAt, attributesSaid, seenPart } from "./core-system";

export interface Differing {
  /** Null for the page as a whole. */
  part: string | null;
  /** A fact of the list, `found`, `act`, `attribute …`; of the page `focus`, `scroll`, `announced`, `error`. */
  fact: string;
  expected: string;
  found: string;
}

/** Differences that the author lets be. */
export interface LetBe {
  part: string | null;
  fact: string;
}

/** So little more or less opacity nobody sees. */
const OPACITY = 0.02;
/** px */
const SCROLL = 1;

/** Roles that say nothing to whoever listens: text, and boxes round it. */
const weak =
  /^(|generic|paragraph|none|presentation|text|emphasis|strong|code|time|mark|deletion|insertion|StaticText)$/;

const yes = (is: boolean): string => (is ? "yes" : "no");

/** How long such a page is, and so what of it is in view, the page alone knows. */
export const isSketched = ({ page }: Component): boolean => (page.blocks ?? page.measured) !== undefined;

/**
 * A part that takes the pointer, be it seen or not, lies over others by its style, and of which nobody said what it covers: the page
 * alone knows that.
 */
function coversUnsaid(program: Program, state: RunState, name: string): boolean {
  const index = program.partIndex.get(name);
  if (index === undefined) return false;
  return program.parts[index].path.some((p) => {
    const { part } = program.parts[p];
    if (part.covers !== undefined || part.area) return false;
    // What browsers open over all else (HTML §15.3.1, §15.3.7).
    const isOverAll = part.tag === "dialog" || part.attributes?.popover !== undefined;
    const { position = isOverAll ? "fixed" : "" } = looksAt(program, state.pose)[p].css;
    return /^(fixed|absolute|sticky)$/.test(position) && layoutOf(program, state).catches[p];
  });
}

function isArriving(program: Program, state: RunState, name: string): boolean {
  const index = program.partIndex.get(name);
  return index !== undefined && arrivesAt(program, state, index) !== null;
}

/** Opacity: what is seen begins at 0.01. */
const BARELY = 0.0101;

/** What the component leaves out of its trials. */
export const letBeOf = ({ trial }: Component): LetBe[] =>
  (trial?.letBe ?? []).map(({ part, fact }) => ({ part: part ?? null, fact }));

/**
 * A part as expected against the part as found, fact by fact; facts that say nothing here are left out.
 * @param covers whether a part may lie over others though the specification does not say so
 */
export function differingPart(
  program: Program,
  part: number,
  want: SeenPart,
  is: SeenPart,
  covers: (name: string) => boolean = () => false,
): [fact: string, expected: string, found: string][] {
  const out: [string, string, string][] = [];
  const say = (fact: string, expected: string, found: string): void => {
    if (expected !== found) out.push([fact, expected, found]);
  };
  const { doc, parts } = program;
  // How long a page is that the specification only sketches, and what stands above a part, is known to the page alone.
  const sketched = isSketched(doc) || is["scrolled away"] || want["on its way"];
  // At the very edge of being seen a rounding decides.
  const isBarely = want.displayed && is.displayed && Math.max(want.opacity, is.opacity) < BARELY;
  if (!isBarely && !want.restless && (!sketched || want["in view"] === is["in view"]))
    say("visible", yes(want.visible), yes(is.visible));
  if (want.visible && is.visible) {
    if (!want.restless && Math.abs(want.opacity - is.opacity) > OPACITY)
      say("opacity", want.opacity.toFixed(2), is.opacity.toFixed(2));
    if (
      want["takes pointer"] !== null &&
      is["takes pointer"] !== null &&
      !want["on its way"] &&
      ![is["covered by"], want["covered by"]].some((by) => by !== null && covers(by))
    )
      say("takes pointer", yes(want["takes pointer"]), yes(is["takes pointer"]));
    const leaf = parts[part].content.every((c) => typeof c !== "number");
    if (leaf) say("text", want.text, is.text);
  }
  say("focusable", yes(want.focusable), yes(is.focusable));
  if (want.focusable && is.focusable) say("in tab order", yes(want["in tab order"]), yes(is["in tab order"]));
  if (want.displayed && is.displayed) say("disabled", yes(want.disabled), yes(is.disabled));
  const heard = !weak.test(want.role) || !weak.test(is.role);
  if (heard || want.visible) say("exposed", yes(want.exposed), yes(is.exposed));
  if (want.exposed && is.exposed && heard) {
    say("role", want.role, is.role);
    if (want.role === is.role && !isSameName(want.name, is.name)) say("name", want.name, is.name);
  }
  if (want.present && is.present)
    for (const name of attributesSaid(program, part))
      say(`attribute ${name}`, want.attributes[name] ?? "none", is.attributes[name] ?? "none");
  return out;
}

/**
 * @param at the specification at the instant at which the page was looked at
 * @param found the parts in it are those that are compared
 * @param earlier the specification as it was a moment ago, nearest first: a page that waits for frames may still be there
 */
export function differing(
  program: Program,
  at: RunState,
  expected: Observation,
  found: Observation,
  letBe: readonly LetBe[],
  earlier: readonly RunState[] = [],
): Differing[] {
  const out: Differing[] = [];
  for (const [name, is] of Object.entries(found.parts)) {
    const index = program.partIndex.get(name);
    if (index === undefined) continue;
    const want = expected.parts[name];
    if (want.present && want.visible && !is.present) {
      out.push({ part: name, fact: "found", expected: "in the document", found: "nothing that its selector finds" });
      continue;
    }
    // How much something covers while its size is on its way is for the page to say, too.
    const covers = (by: string): boolean =>
      [at, ...earlier].some((state) => coversUnsaid(program, state, by) || isArriving(program, state, by));
    const facts = differingPart(program, index, want, is, covers);
    const before = facts.length ? earlier.map((state) => seenPart(program, state, index)) : [];
    for (const [fact, wanted, was] of facts) {
      const late = before.some((then) => {
        if (fact === "opacity") return between(is.opacity, want.opacity, then.opacity);
        const still = differingPart(program, index, then, is, covers).find(([f]) => f === fact);
        return !still || isOnTheWay(was, wanted, still[1]);
      });
      if (!late) out.push({ part: name, fact, expected: wanted, found: was });
    }
  }
  out.push(...differingPage(program, at, expected, found, earlier));
  const left = out.filter((d) => !letBe.some((l) => l.part === d.part && l.fact === d.fact));
  return foremost(program, left);
}

const ranks = ["error", "focus", "found", "visible", "opacity", "text", "announced", "scroll"];
const rankOf = ({ fact }: Differing): number => {
  const at = ranks.indexOf(fact);
  return at < 0 ? ranks.length : at;
};

/** What one sees first, first; what is so of a part only since it is so of the part around it, not at all. */
function foremost(program: Program, list: readonly Differing[]): Differing[] {
  const isAlike = (a: Differing, b: Differing): boolean =>
    a.fact === b.fact && a.expected === b.expected && a.found === b.found;
  const inherited = (d: Differing): boolean => {
    const index = d.part === null ? undefined : program.partIndex.get(d.part);
    if (index === undefined) return false;
    const around = program.parts[index].path.slice(1).map((p) => program.parts[p].name);
    return list.some((o) => o.part !== null && around.includes(o.part) && isAlike(o, d));
  };
  return list.filter((d) => !inherited(d)).sort((a, b) => rankOf(a) - rankOf(b));
}

/** A number that goes by frames may be drawn at others than those that are counted. */
function isOnTheWay(found: string, ...ends: string[]): boolean {
  if (![found, ...ends].every((text) => /^-?\d+(\.\d+)?$/.test(text))) return false;
  const [x, a, b] = [found, ...ends].map(Number);
  return x > Math.min(a, b) && x < Math.max(a, b);
}

const between = (x: number, a: number, b: number): boolean =>
  x >= Math.min(a, b) - OPACITY && x <= Math.max(a, b) + OPACITY;

function differingPage(
  program: Program,
  at: RunState,
  expected: Observation,
  found: Observation,
  earlier: readonly RunState[],
): Differing[] {
  const out: Differing[] = [];
  const say = (fact: string, expected: string, found: string): void => {
    out.push({ part: null, fact, expected, found });
  };
  const focusWanted = expected.focus.part;
  // Where the specification has the focus on what is not on the map, nobody can tell.
  const mapped = focusWanted === null || found.parts[focusWanted] !== undefined;
  const { part, other } = found.focus;
  const same = part === focusWanted && (part !== null || other === null);
  const was = (state: RunState): boolean =>
    (state.focus < 0 ? null : (program.parts[state.focus]?.name ?? null)) === part;
  if (mapped && !same && !earlier.some(was)) say("focus", focusWanted ?? "nothing", part ?? other ?? "nothing");
  // What is on its way by itself goes at the browser's own pace.
  if (program.doc.page.blocks && !at.page.glide && Math.abs(expected.scroll - found.scroll) > SCROLL)
    say("scroll", `${Math.round(expected.scroll)} px`, `${Math.round(found.scroll)} px`);
  for (const text of expected.announced)
    if (!found.announced.includes(text) && !earlier.length)
      say("announced", `“${text}”`, found.announced.map((t) => `“${t}”`).join(", ") || "nothing");
  for (const error of found.errors) say("error", "none", error);
  return out;
}
