/** Elements by part, and what is kept of how they are, as values that can be compared. */
import type { StyledElement } from "../../../../cascade";
import type { Part } from "../../../../model";

/** What a script can change, by key: `class panel open`, `attribute menu hidden`, `style bar width`, `text count`, `variable 3 open`. */
export type Cell = string | number | boolean | null;
export type Store = ReadonlyMap<string, Cell>;

export interface PageElement extends StyledElement {
  /** The part's name; `body` and `html` for the page's own elements. */
  name: string;
  part: Part | null;
  parent: PageElement | null;
  children: (PageElement | string)[];
  /** Of one that the script makes: where, from where that was come to last, and whether it has its name from the script. */
  made?: { site: string; from: string; named: boolean };
  /** White space stands between it and the element after it. */
  gap?: boolean;
  css?: Record<string, string>;
  /** Code that stands in attributes of its markup, by the event. */
  handlers?: Readonly<Record<string, string>>;
}

/** What else is known of the markup. */
export interface Known {
  /** What stands on html and body before the first script. */
  begins?: Store;
  /** White space at the edges of elements, which no part keeps: `before` or `after`, and the part. */
  blanks?: ReadonlySet<string>;
}

export const isElement = (n: PageElement | string): n is PageElement => typeof n !== "string";
/** With the white space that stands between elements. */
export const spaced = (nodes: readonly (PageElement | string)[]): (PageElement | string)[] =>
  nodes.flatMap((c, i) => (isElement(c) && c.gap && isElement(nodes[i + 1] ?? "") ? [c, " "] : [c]));

export const keyOfStore = (store: Store): string =>
  [...store]
    .map(([k, v]) => `${k}=${JSON.stringify(v)}`)
    .sort()
    .join("\n");
