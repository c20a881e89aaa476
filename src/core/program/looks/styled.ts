/** What the page's rules make of each part in a pose: the cascade over the parts as they stand there. */
import {
  type Cascaded,
  COMING_AND_GOING,
  cascade,
  controlOf,
  type Doing,
  type Medium,
  mediaNow,
  NOTHING_DONE,
  type Rules,
  readSheet,
  type Sheet,
  type Side,
  type StyledElement,
  takesKeys,
} from "../../cascade";
import type { Env } from "../../expression";
import { allParts, type Component } from "../../model";
import { DOCUMENT, type PartIndex, type Program } from "../program";
import { activated, doneTo, NOBODY, showsFocus, type Who } from "./who";

/** A part as selectors see it. */
export interface Standing {
  /** It is not in the document; as it would be there is how it comes, and how it goes. */
  absent: boolean;
  attributes: Readonly<Record<string, string>>;
  /** What is inside it stands there; a text that a look says replaces it. */
  holds: boolean;
}

const boxless = ["area", "datalist", "rp", "template"];
/** What browsers themselves say of elements that come and go, or that have no box, in a layer below all others (HTML §15). */
const OF_BROWSERS =
  `@layer of-browsers { ${COMING_AND_GOING} [popover] { display: none } ` +
  `${boxless.join()} { display: none } slot { display: contents } input[type=hidden i], audio:not([controls]) { display: none !important } }`;
const asked = new Set(["dialog", "details", "slot", "audio", ...boxless]);
const native = (doc: Component): string =>
  allParts(doc).some(
    ({ part: { tag, attributes = {} } }) =>
      asked.has(tag) ||
      attributes.popover !== undefined ||
      (tag === "input" && /^hidden$/i.test(attributes.type ?? "")),
  )
    ? OF_BROWSERS
    : "";

/** The page's own rules; null where it has none. */
export function sheetOf(program: Pick<Program, "doc">): Sheet | null {
  const css = native(program.doc) + (program.doc.page.css ?? "");
  if (!css.trim()) return null;
  const sheet = readSheet(css);
  return sheet.rules.length || sheet.keyframes.size ? sheet : null;
}

/** Signs for the media conditions that hold; empty without any. */
export function mediaBits(sheet: Sheet | null, { page }: Pick<Env, "page">): string {
  if (!sheet?.media.length) return "";
  const { width, height, reducedMotion } = page;
  const last = lastMedia.get(sheet);
  if (last?.width === width && last.height === height && last.reducedMotion === reducedMotion) return last.bits;
  const bits = mediaNow(sheet, page);
  lastMedia.set(sheet, { width, height, reducedMotion, bits });
  return bits;
}
/** The size hardly changes, and every pose asks. */
const lastMedia = new WeakMap<Sheet, Medium & { bits: string }>();

interface PageTree {
  /** By part index. */
  parts: (StyledElement | null)[];
  /** What stands around a part that stands in no other: the document's own elements and its block. */
  around: Map<PartIndex, StyledElement[]>;
}

/** The page's tree with the parts in it. @param all with those that are absent, too */
function treeOf(program: Program, standing: readonly Standing[], all: boolean): PageTree {
  const { doc, parts } = program;
  const make = (
    tag: string,
    parent: StyledElement | null,
    attributes: Readonly<Record<string, string>> = {},
  ): StyledElement => {
    const e: StyledElement = { tag, attributes, parent, children: [] };
    parent?.children.push(e);
    return e;
  };
  const html = make("html", null, doc.page.lang ? { lang: doc.page.lang } : {});
  make("head", html).children.push("what every head holds");
  const body = make("body", html);
  const out: (StyledElement | null)[] = parts.map(() => null);
  const put = (p: PartIndex, parent: StyledElement): void => {
    const stands = standing[p];
    if (stands.absent && !all) return;
    const e = make(parts[p].part.tag, parent, stands.attributes);
    out[p] = e;
    if (!stands.holds) {
      e.children.push("a text");
      return;
    }
    for (const c of parts[p].content) {
      if (typeof c === "number") put(c, e);
      else if (c.constant ? c.run(nothing) !== "" : true) e.children.push("a text");
    }
  };
  const top = parts.filter((p) => p.parent < 0);
  const around: PageTree["around"] = new Map();
  for (const b of doc.page.blocks ?? []) {
    const block = make("div", body, { "data-block": b.name });
    for (const p of top) {
      if (p.part.area?.block !== b.name) continue;
      put(p.index, block);
      around.set(p.index, [html, body, block]);
    }
  }
  for (const p of top) {
    if (p.part.area) continue;
    put(p.index, body);
    around.set(p.index, [html, body]);
  }
  return { parts: out, around };
}
/** What is constant asks for nothing. */
export const nothing = {} as Env;

/** What a person does, as the pseudo-classes of Selectors 4 §9 say it of the page's elements. */
function doingOf(program: Program, { parts, around }: PageTree, who: Who): Doing {
  const page = {
    controlOf: (label: PartIndex): PartIndex => {
      const found = parts[label] && controlOf(parts[label]);
      return found ? parts.indexOf(found) : DOCUMENT;
    },
    takesKeys: (p: PartIndex): boolean => {
      const e = parts[p];
      return e !== null && takesKeys(e.tag, e.attributes);
    },
  };
  const out = new Map<string, Set<StyledElement>>();
  for (const [name, { on, within }] of doneTo(program, who, page)) {
    const list = on.flatMap((p) => parts[p] ?? []);
    const root = within === DOCUMENT ? undefined : program.parts[within].path.at(-1);
    out.set(name, new Set([...list, ...((root !== undefined && around.get(root)) || [])]));
  }
  return out;
}

/** Signs for what of it the rules ask. */
export function whoBits(program: Program, sheet: Sheet | null, who: Who): string {
  if (!sheet?.doing.size) return "";
  const { doing } = sheet;
  let bits = "";
  if (doing.has("hover")) bits += `h${who.over}`;
  if (doing.has("active")) bits += `a${activated(program, who)}${who.letGo ? "l" : ""}`;
  if (doing.has("target")) bits += `t${who.target}`;
  const seen = doing.has("focus-visible");
  if (seen || doing.has("focus") || doing.has("focus-within")) bits += `f${who.focus}`;
  if (seen) bits += showsFocus(who) ? "v" : "p";
  return bits;
}

export interface Styled {
  /** What wins for each part; null for one in a part whose text replaces it. */
  parts: readonly (Cascaded | null)[];
  /** The same with what says from where a part moves that is drawn for the first time; not there where nothing does. */
  starting?: readonly (Cascaded | null)[];
  /** The same for what stands before and after what each part holds; not there where no rule says anything. */
  generated?: Readonly<Record<Side, readonly (Cascaded | null)[]>>;
  /** The same for what stands around those that stand in no other, outer first. */
  around: ReadonlyMap<PartIndex, readonly Cascaded[]>;
}

/** The cascade over the whole page. */
export function styleOf(
  program: Program,
  sheet: Sheet,
  standing: readonly Standing[],
  media: string,
  who: Who = NOBODY,
): Styled {
  const there = styleIn(program, sheet, treeOf(program, standing, false), media, who);
  if (!standing.some((s) => s.absent)) return there;
  // What comes stands in the document before it moves, and what goes until it has moved.
  const withAbsent = styleIn(program, sheet, treeOf(program, standing, true), media, who);
  return {
    parts: there.parts.map((found, p) => found ?? withAbsent.parts[p]),
    ...(there.starting ? { starting: there.starting.map((found, p) => found ?? withAbsent.starting![p]) } : {}),
    // In what is absent stands nothing.
    ...(there.generated ? { generated: there.generated } : {}),
    around: new Map([...withAbsent.around, ...there.around]),
  };
}

function styleIn(program: Program, sheet: Sheet, tree: PageTree, media: string, who: Who): Styled {
  const now = sheet.doing.size ? doingOf(program, tree, who) : NOTHING_DONE;
  const known = new Map<StyledElement, Cascaded>();
  const of = (e: StyledElement): Cascaded => {
    const found = known.get(e) ?? cascade(sheet, e, media, now);
    known.set(e, found);
    return found;
  };
  const { before, after } = sheet.generated;
  const inside = (rules: Rules | null): (Cascaded | null)[] =>
    tree.parts.map((e) => rules && e && cascade(rules, e, media));
  return {
    parts: tree.parts.map((e) => e && of(e)),
    ...(before || after ? { generated: { before: inside(before), after: inside(after) } } : {}),
    ...(sheet.starts ? { starting: tree.parts.map((e) => e && cascade(sheet, e, media, now, true)) } : {}),
    around: new Map([...tree.around].map(([p, list]) => [p, list.map(of)])),
  };
}

/** The classes of a part with those that looks switch. */
export function classesWith(base: string, switched: ReadonlyMap<string, boolean>): string {
  if (!switched.size) return base;
  const list = base.split(/\s+/).filter((c) => c && switched.get(c) !== false);
  for (const [name, on] of switched) if (on && !list.includes(name)) list.push(name);
  return list.join(" ");
}

/** Attributes of the markup and of looks on which the rules depend. */
export const asksFor = (sheet: Sheet | null, attribute: string): boolean => sheet?.attributes.has(attribute) ?? false;
