/** The roles that elements have by themselves (HTML-AAM 1.0 §3.4; where it leaves a choice, as Chromium has it). */
import type { Part } from "../../model";

const byTag = new Map(
  Object.entries({
    address: "group",
    article: "article",
    blockquote: "blockquote",
    button: "button",
    caption: "caption",
    code: "code",
    dd: "definition",
    del: "deletion",
    details: "group",
    dfn: "term",
    dialog: "dialog",
    dt: "term",
    em: "emphasis",
    fieldset: "group",
    figure: "figure",
    form: "form",
    h1: "heading",
    h2: "heading",
    h3: "heading",
    h4: "heading",
    h5: "heading",
    h6: "heading",
    hgroup: "group",
    hr: "separator",
    ins: "insertion",
    li: "listitem",
    main: "main",
    mark: "mark",
    menu: "list",
    meter: "meter",
    nav: "navigation",
    ol: "list",
    optgroup: "group",
    option: "option",
    output: "status",
    p: "paragraph",
    progress: "progressbar",
    s: "deletion",
    search: "search",
    strong: "strong",
    sub: "subscript",
    sup: "superscript",
    svg: "img",
    table: "table",
    tbody: "rowgroup",
    td: "cell",
    textarea: "textbox",
    tfoot: "rowgroup",
    thead: "rowgroup",
    time: "time",
    tr: "row",
    ul: "list",
  }),
);
const inputs = new Map<string, string | null>(
  Object.entries({
    button: "button",
    checkbox: "checkbox",
    color: null,
    date: null,
    "datetime-local": null,
    file: "button",
    hidden: null,
    image: "button",
    month: null,
    number: "spinbutton",
    radio: "radio",
    range: "slider",
    reset: "button",
    search: "searchbox",
    submit: "button",
    time: null,
    week: null,
  }),
);
const sectioning = new Set(["article", "aside", "nav", "section"]);

/** What an element's role depends on besides itself. */
export interface Surroundings {
  /** Tags of what is around it, inner first. */
  around: readonly string[];
  /** It has an accessible name that its author gave it. */
  named: boolean;
  /** Tags of the cells in its row. */
  beside?: readonly string[];
}
const nowhere: Surroundings = { around: [], named: false };

/** The role an element has without a role attribute; null for none, or one that says nothing (generic). */
export function implicitRole(part: Part, { around, named, beside = [] }: Surroundings = nowhere): string | null {
  const { attributes = {} } = part;
  const tag = part.tag.toLowerCase();
  switch (tag) {
    case "a":
    case "area":
      return attributes.href === undefined ? null : "link";
    case "img":
      // One that says it is nothing and has a name is told all the same (WAI-ARIA 1.2, conflict resolution).
      return attributes.alt === "" && !named ? null : "img";
    case "input": {
      const type = (attributes.type ?? "text").toLowerCase();
      const found = inputs.get(type);
      if (found !== undefined && type !== "search") return found;
      return attributes.list !== undefined ? "combobox" : (found ?? "textbox");
    }
    case "select":
      return attributes.multiple !== undefined || Number(attributes.size ?? 1) > 1 ? "listbox" : "combobox";
    case "section":
      return named ? "region" : null;
    case "aside":
      return named || !around.some((t) => sectioning.has(t)) ? "complementary" : null;
    case "header":
    case "footer":
      if (around.some((t) => sectioning.has(t) || t === "main")) return null;
      return tag === "header" ? "banner" : "contentinfo";
    case "th": {
      const scope = attributes.scope?.toLowerCase() ?? "";
      if (/^(row|col)(group)?$/.test(scope)) return scope.startsWith("row") ? "rowheader" : "columnheader";
      return beside.includes("td") ? "rowheader" : "columnheader";
    }
    default:
      return byTag.get(tag) ?? null;
  }
}

/** The roles that what an element stands in has to have, for it to be what its tag says (HTML-AAM §3.4). */
export const ownerRoles = (tag: string, around: string): RegExp | undefined =>
  tag === "li" ? (/^(ul|ol|menu)$/.test(around) ? /^list$/ : undefined) : owners.get(tag);

const tables = /^(table|grid|treegrid)$/;
const owners = new Map<string, RegExp>([
  ...["caption", "thead", "tbody", "tfoot"].map((tag) => [tag, tables] as const),
  ["tr", /^(table|grid|treegrid|rowgroup)$/],
  ["td", /^row$/],
  ["th", /^row$/],
]);
