/** Random pages with random style sheets: to hold the cascade against a browser's. */
import fc from "fast-check";

export interface Tree {
  tag: string;
  id: string | null;
  classes: string[];
  attributes: Record<string, string>;
  children: Tree[];
}
const pick = <T>(...of: readonly T[]): fc.Arbitrary<T> => fc.constantFrom(...of);

const leafTags = ["div", "span", "p", "button", "input", "section"];
/** A button's inside is left out: the parser ends one where another begins. */
const leaf = (t: Tree): Tree => (t.tag === "button" ? { ...t, children: [] } : t);
const node = (children: fc.Arbitrary<Tree[]>): fc.Arbitrary<Tree> =>
  fc
    .record({
      tag: pick("div", "span", "section", "button"),
      id: fc.option(pick("x", "y", "z"), { freq: 3 }),
      classes: fc.uniqueArray(pick("a", "b", "c", "d"), { maxLength: 3 }),
      attributes: fc.dictionary(
        pick("data-k", "title", "hidden", "disabled", "aria-expanded"),
        pick("", "v", "true", "v w"),
        { maxKeys: 2 },
      ),
      children,
    })
    .map(leaf);
const within = (inner: fc.Arbitrary<Tree>): fc.Arbitrary<Tree> => node(fc.array(inner, { maxLength: 3 }));
/** Three deep at most. */
export const tree: fc.Arbitrary<Tree> = within(within(node(fc.constant([]))));

const compoundPart = pick(
  ".a",
  ".b",
  ".c",
  ".d",
  "#x",
  "#y",
  "[data-k]",
  '[data-k="v"]',
  '[data-k~="w"]',
  "[aria-expanded=true]",
  '[title^="v" i]',
  ":first-child",
  ":last-child",
  ":only-child",
  ":nth-child(2n+1)",
  ":nth-child(2 of .a)",
  ":nth-last-of-type(1)",
  ":first-of-type",
  ":empty",
  ":not(.a)",
  ":not(.b, #x)",
  ":is(.a, #y .b)",
  ":where(#x, .c)",
  ":has(.b)",
  ":has(> .a)",
  ":has(+ .c)",
  ":root",
  ":enabled",
  ":disabled",
  ":hover",
  ":focus",
  ":focus-within",
  ":active",
  ":not(:hover)",
  ":unknown-word",
  "::before",
  "::before",
);
const compound = fc
  .tuple(fc.option(pick(...leafTags, "*", "body", "html"), { freq: 2 }), fc.array(compoundPart, { maxLength: 2 }))
  .map(([tag, parts]) => {
    // A pseudo-element stands last, and one of it.
    const last = parts.filter((p) => p.startsWith("::")).slice(0, 1);
    return (tag ?? "") + parts.filter((p) => !p.startsWith("::")).join("") + last.join("") || "*";
  });
const selector = fc
  .tuple(compound, fc.array(fc.tuple(pick(" ", " > ", " + ", " ~ "), compound), { maxLength: 2 }))
  .map(([first, more]) => first + more.map(([c, s]) => c + s).join(""));
const selectors = fc.array(selector, { minLength: 1, maxLength: 2 }).map((l) => l.join(", "));

/** Values whose computed form is what is written. */
export const values: Record<string, readonly string[]> = {
  display: ["none", "block", "flex", "inline", "grid", "wrong"],
  visibility: ["hidden", "visible", "collapse", "inherit", "unset"],
  opacity: ["0", "0.25", "0.5", "1", "12px"],
  "pointer-events": ["none", "auto", "inherit"],
  position: ["relative", "absolute", "fixed", "sticky", "static", "nowhere"],
  "z-index": ["1", "2", "-3", "auto", "1.5"],
  "transition-duration": ["0.1s", "0.25s", "-1s"],
  "transition-property": ["opacity", "all", "none"],
  color: ["rgb(1, 2, 3)", "rgb(4, 5, 6)", "var(--t)"],
  "--t": ["rgb(7, 8, 9)", "rgb(9, 8, 7)"],
  content: ['"k"', '"m"', "none"],
};
const declaration = pick(...Object.keys(values)).chain((p) =>
  fc
    .tuple(pick(...values[p]), fc.boolean(), fc.boolean())
    .map(([v, a, b]) => `${p}: ${v}${a && b ? " !important" : ""}`),
);
const block = fc.array(declaration, { minLength: 1, maxLength: 4 }).map((l) => `${l.join("; ")};`);
const plain = fc.tuple(selectors, block).map(([s, b]) => `${s} { ${b} }`);
const generated = fc
  .tuple(selector, pick("before", "after"), pick(...values.content), fc.boolean())
  .map(
    ([s, side, c, important]) => `${s.replace(/::.*/, "")}::${side} { content: ${c}${important ? " !important" : ""} }`,
  );
const nested = fc
  .tuple(selectors, block, pick("&.a", "& .b", "> .c", ".d &", "&:hover", "span"), block)
  .map(([s, b, n, c]) => `${s} { ${b} ${n} { ${c} } }`);
const around = pick(
  "@media (min-width: 500px)",
  "@media (max-width: 500px)",
  "@media (width >= 600px) and (orientation: landscape)",
  "@media not (min-width: 10em)",
  "@media print",
  "@media screen, print",
  "@media (prefers-color-scheme: light)",
  "@media (prefers-reduced-motion: reduce)",
  "@media (what: ever)",
  "@supports (display: grid)",
  "@supports (display: nothing)",
  "@supports not (display: nothing)",
  "@layer one",
  "@layer two",
  "@layer one.inner",
  "@layer",
);
const grouped = fc
  .tuple(around, fc.array(fc.oneof(plain, nested, generated), { minLength: 1, maxLength: 2 }))
  .map(([a, r]) => `${a} { ${r.join(" ")} }`);
export const sheet = fc
  .array(
    fc.oneof(
      { weight: 5, arbitrary: plain },
      { weight: 2, arbitrary: generated },
      nested,
      { weight: 3, arbitrary: grouped },
      fc.constant("@layer two, one;"),
    ),
    {
      minLength: 3,
      maxLength: 12,
    },
  )
  .map((l) => l.join("\n"));

const attribute = (name: string, value: string): string => ` ${name}="${value.replaceAll('"', "&quot;")}"`;
export const toHtml = (t: Tree, key = "0"): string =>
  `<${t.tag} data-n="${key}"${t.id ? attribute("id", t.id) : ""}${t.classes.length ? attribute("class", t.classes.join(" ")) : ""}${Object.entries(
    t.attributes,
  )
    .map(([n, v]) => attribute(n, v))
    .join("")}>${t.children.map((c, i) => toHtml(c, `${key}-${i}`)).join("")}</${t.tag}>`;
