/** What the page's rules make of each part in a pose: the cascade over the parts as they stand there. */
import {
  type Cascaded,
  cascade,
  type Doing,
  mediaNow,
  NOTHING_DONE,
  readSheet,
  type Sheet,
  type StyledElement,
} from "../cascade";
import type { Env } from "../expression";
import type { PartIndex, PartInfo, Program } from "./program";

/** A part as selectors see it; null where it is not in the document. */
export interface Standing {
  attributes: Readonly<Record<string, string>>;
  /** What is inside it stands there; a text that a look says replaces it. */
  holds: boolean;
}

/** The page's own rules; null where it has none. */
export function sheetOf(program: Pick<Program, "doc">): Sheet | null {
  const { css } = program.doc.page;
  if (!css?.trim()) return null;
  const sheet = readSheet(css);
  return sheet.rules.length ? sheet : null;
}

/** Signs for the media conditions that hold; empty without any. */
export const mediaBits = (sheet: Sheet | null, { page }: Pick<Env, "page">): string =>
  sheet?.media.length ? mediaNow(sheet, page) : "";

/** The page's tree with the parts in it, by part index. */
export function treeOf(program: Program, standing: readonly (Standing | null)[]): (StyledElement | null)[] {
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
    if (!stands) return;
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
  for (const b of doc.page.blocks ?? []) {
    const block = make("div", body, { "data-block": b.name });
    for (const p of top) if (p.part.area?.block === b.name) put(p.index, block);
  }
  for (const p of top) if (!p.part.area) put(p.index, body);
  return out;
}
/** What is constant asks for nothing. */
const nothing = {} as Env;

/** What wins for each part; null for one that is not there. The same signature gives the same. */
export function styleOf(
  program: Program,
  sheet: Sheet,
  standing: readonly (Standing | null)[],
  media: string,
  doing: (elements: readonly (StyledElement | null)[]) => Doing = () => NOTHING_DONE,
): readonly (Cascaded | null)[] {
  const elements = treeOf(program, standing);
  const now = doing(elements);
  return elements.map((e) => e && cascade(sheet, e, media, now));
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

/** What stands in the markup of a part as its class. */
export const baseClass = (info: PartInfo, env: Env): string => {
  const found = info.attributes.find(([name]) => name === "class");
  return found ? found[1].run(env) : "";
};
