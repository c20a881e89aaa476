/**
 * `hidden` that a page's own rules give another meaning: `.note[hidden] { display: block; opacity: 0 }` has the note there,
 * reachable, and only out of sight. Such a part is displayed here as it is there, and a class says what the attribute did.
 */
import { readSheet, type StyledElement, selectorTest } from "../../cascade";
import { type Component, classesOf, type Look, type Part } from "../../model";
import { widened } from "./widened";

const asksHidden = /\[\s*hidden\s*(\]|=)/i;

/** Selectors of rules that wait for `hidden` and say another display than none. */
function displaying(css: string): string[] {
  if (!asksHidden.test(css)) return [];
  return readSheet(css).rules.flatMap(({ declarations, selectors, starting }) => {
    if (starting) return [];
    const display = declarations.filter((d) => d.property === "display").at(-1)?.value;
    if (display === undefined || display === "none") return [];
    return selectors.flatMap(({ text }) => (asksHidden.test(text) ? [text] : []));
  });
}

/** Each part as an element, in a page around it. */
function elementsOf(doc: Component): Map<string, StyledElement> {
  const out = new Map<string, StyledElement>();
  const html: StyledElement = { tag: "html", attributes: {}, parent: null, children: [] };
  const body: StyledElement = { tag: "body", attributes: {}, parent: html, children: [] };
  html.children = [body];
  const made = (part: Part, parent: StyledElement): StyledElement => {
    const e: StyledElement = { tag: part.tag, attributes: part.attributes ?? {}, parent, children: [] };
    e.children = (part.content ?? []).map((c) => (typeof c === "string" ? c : made(c, e)));
    out.set(part.name, e);
    return e;
  };
  body.children = doc.parts.map((p) => made(p, body));
  return out;
}

/** Parts that are displayed though they are hidden, by name. */
function displayedThough(doc: Component): ReadonlySet<string> {
  const tests = displaying(doc.page.css ?? "").map(selectorTest);
  if (!tests.length) return new Set();
  return new Set(
    [...elementsOf(doc)].flatMap(([name, e]) => {
      const before = e.attributes;
      e.attributes = { ...before, hidden: "" };
      const is = tests.some((test) => test(e));
      e.attributes = before;
      return is ? [name] : [];
    }),
  );
}

/** A class that nothing on the page has or asks for. */
function freeClass(doc: Component): string {
  const text = JSON.stringify([doc.page.css, doc.parts, doc.looks]);
  for (let n = 1; ; n++) {
    const name = n === 1 ? "is-hidden" : `is-hidden-${n}`;
    if (!text.includes(name)) return name;
  }
}

function withClass(part: Part, names: ReadonlySet<string>, to: string): Part {
  const content = part.content?.map((c) => (typeof c === "string" ? c : withClass(c, names, to)));
  const inner = content ? { ...part, content } : part;
  if (!names.has(part.name) || part.attributes?.hidden === undefined) return inner;
  const { hidden: _hidden, ...others } = part.attributes;
  return { ...inner, attributes: { ...others, class: [...classesOf(part), to].join(" ") } };
}

function saidByClass({ as, ...look }: Look, to: string): Look {
  if (as !== "not displayed" && as !== "shown") return as === undefined ? look : { as, ...look };
  return { ...look, classes: { ...look.classes, [to]: as === "not displayed" } };
}

/** `[hidden]` hears the class, too; it weighs the same. */
const hearing = (css: string, to: string): string =>
  widened(css, (n) =>
    n.type === "AttributeSelector" && n.name.name.toLowerCase() === "hidden" && !n.matcher ? [`.${to}`] : [],
  );

/** @param base the page before its scripts; what holds of it holds of what they make of it */
export function hiddenByClass(base: Component): (doc: Component) => Component {
  const names = displayedThough(base);
  if (!names.size) return (doc) => doc;
  const to = freeClass(base);
  return (doc) => ({
    ...doc,
    page: { ...doc.page, css: hearing(doc.page.css ?? "", to) },
    parts: doc.parts.map((p) => withClass(p, names, to)),
    looks: doc.looks.map((row) =>
      names.has(row.part)
        ? { ...row, in: Object.fromEntries(Object.entries(row.in).map(([s, look]) => [s, saidByClass(look, to)])) }
        : row,
    ),
  });
}
