/**
 * The looks as a style sheet: the base style, a rule a cell in the order of the document, all of one weight, so that the
 * later one wins as it does in the specification; then how parts are there, which the script says word by word.
 */
import { readSheet } from "../../cascade";
import { isStyleTemplate } from "../../expression";
import { printTransition } from "../../measure";
import { ALWAYS, allParts, allStates, type Component, type Look, type LookRow, type Motion } from "../../model";
import { baseSheet, movedOutStyle } from "../../surface";
import { looksIn, ownRule, presenceIn } from "./own-style";
import { type Weights, weightsOf } from "./weights";

/** Conditions on looks, in the order in which the style sheet names them. */
export function conditionsOnStyle(doc: Component): string[] {
  const ruled = isRuled(doc);
  const said = (l: Look): boolean => Object.keys(declarations(l, ruled)).length > 0;
  const list = doc.looks.flatMap((row) =>
    Object.values(row.in).flatMap((l) => (l.and ?? []).filter(said).map((c) => c.when)),
  );
  return [...new Set(list)];
}

/** Rules of the page speak of visibility: then a look that does has to beat them. */
const isRuled = (doc: Component): boolean => readSheet(doc.page.css ?? "").properties.has("visibility");

/** A custom property that carries a style value with data in it, as the script keeps it. */
export interface LivingValue {
  name: string;
  template: string;
}

/** The style values with data in them, each a custom property on the page of its own, named for its part and property. */
export const livingValues = (doc: Component): LivingValue[] => [...named(doc).values()];

/** Style, script and markup ask for the same names. */
const byDocument = new WeakMap<Component, ReadonlyMap<string, LivingValue>>();
function named(doc: Component): ReadonlyMap<string, LivingValue> {
  const known = byDocument.get(doc) ?? nameAll(doc);
  byDocument.set(doc, known);
  return known;
}

const keyOf = (part: string, property: string, template: string): string => JSON.stringify([part, property, template]);

function nameAll(doc: Component): Map<string, LivingValue> {
  const out = new Map<string, LivingValue>();
  const written = JSON.stringify([doc.tokens, doc.page, doc.parts, doc.looks]);
  const taken = new Set(written.match(/--[\w-]+/g));
  for (const row of doc.looks) {
    for (const look of looksIn(row)) {
      for (const [property, template] of Object.entries(look.css ?? {})) {
        const key = keyOf(row.part, property, template);
        if (!isStyleTemplate(template) || out.has(key)) continue;
        const base = `--${row.part}-${property.replace(/^-+/, "")}`;
        let name = base;
        for (let n = 2; taken.has(name); n++) name = `${base}-${n}`;
        taken.add(name);
        out.set(key, { name, template });
      }
    }
  }
  return out;
}

export function styleSheet(doc: Component): string {
  const conditions = conditionsOnStyle(doc);
  const living = named(doc);
  const ruled = isRuled(doc);
  const weights = weightsOf(doc);
  const rules: string[] = allParts(doc).flatMap(({ part }) => {
    const own = Object.entries(ownRule(doc, part));
    return own.length ? [rule("", part.name, own, weights)] : [];
  });
  const calmer: string[] = [];
  for (const state of [ALWAYS, ...allStates(doc).map((s) => s.state.name)]) {
    for (const row of doc.looks) {
      if (!Object.hasOwn(row.in, state)) continue;
      const { and = [], ...plain } = row.in[state];
      for (const { when, ...look } of [{ ...plain, when: undefined }, ...and]) {
        const asked = when === undefined ? "" : `[data-when~="c${conditions.indexOf(when)}"]`;
        const at = `:where(${state === ALWAYS ? "[data-states]" : `[data-states~="${state}"]`}${asked})`;
        const lines = Object.entries(declarations(look, ruled)).map(([property, value]): [string, string] => {
          const name = living.get(keyOf(row.part, property, value))?.name;
          return [property, name ? `var(${name})` : value];
        });
        if (lines.length) rules.push(rule(at, row.part, lines, weights));
        if (look.motion && hasCalm(row)) calmer.push(rule(at, row.part, [["transition", calm(look.motion)]], weights));
      }
    }
  }
  const inside = calmer.join("\n\n").replace(/^(?=.)/gm, "  ");
  const reduced = calmer.length ? [`@media (prefers-reduced-motion: reduce) {\n${inside}\n}`] : [];
  return [baseSheet(doc), ...rules, ...reduced, ...presenceRules(doc, weights), ...startRule(doc)]
    .filter(Boolean)
    .join("\n\n");
}

/** Where one list of a part has an alternative, all of them are said again: rules for reduced motion stand last. */
const hasCalm = (row: LookRow): boolean =>
  looksIn(row).some((l) => Object.values(l.motion ?? {}).some((m) => m.reduced !== undefined));

/** Something in it may move from one value to another. */
export function moves({ looks, page, parts }: Component): boolean {
  const written = [page.css ?? "", ...allParts({ parts }).flatMap(({ part }) => Object.keys(part.css ?? {}))];
  return looks.some((row) => looksIn(row).some((l) => l.motion)) || written.some((css) => css.includes("transition"));
}

/** Until the component has begun nothing moves. */
const startRule = (doc: Component): string[] =>
  moves(doc) ? ["[data-starting] * {\n  transition: none !important;\n}"] : [];

const lines = (list: readonly (readonly [string, string])[]): string =>
  list.map(([p, v]) => `  ${p}: ${v};`).join("\n");
const rule = (scope: string, part: string, list: readonly [string, string][], weights: Weights): string =>
  `${scope}${scope && " "}[data-part="${part}"]${weights.of(part)} {\n${lines(list)}\n}`;

/** What a look declares; how the part is there is not among it. */
function declarations(look: Look, ruled: boolean): Record<string, string> {
  const out: Record<string, string> = {};
  for (const [property, value] of Object.entries(look.css ?? {})) {
    // Where rules speak of it, the script's word alone would not make it visible again.
    const presence = (property === "visibility" && !ruled) || property === "pointer-events";
    if (!presence && !(property === "display" && value === "none")) out[property] = value;
  }
  if (look.motion) out.transition = printTransition(usual(look.motion)) || "none";
  return out;
}

/** The motions without their calmer alternatives. */
const usual = (motion: Record<string, Motion>): Record<string, Motion> =>
  Object.fromEntries(Object.entries(motion).map(([p, { reduced: _reduced, ...m }]) => [p, m]));

/** What runs where reduced motion is preferred: the alternative where there is one, else the usual. */
const calm = (motion: Record<string, Motion>): string =>
  printTransition(
    Object.fromEntries(
      Object.entries(motion).flatMap(([p, m]) => {
        if (m.reduced === "none") return [];
        return [[p, m.reduced ?? usual({ [p]: m })[p]]];
      }),
    ),
  ) || "none";

/** A rule for each way of being there that the component uses. */
function presenceRules(doc: Component, weights: Weights): string[] {
  const looks = doc.looks.flatMap(looksIn);
  const base = allParts(doc).map(({ part }) => presenceIn(doc, part));
  const css = [...looks.map((l) => l.css ?? {}), ...base];
  const is = (as: Look["as"]): boolean => looks.some((l) => l.as === as);
  const used: [string, boolean, Record<string, string>][] = [
    ["transparent", is("transparent"), { opacity: "0" }],
    ["hidden", is("hidden") || css.some((c) => c.visibility !== undefined), { visibility: "hidden" }],
    ["moved-out", is("moved out"), movedOutStyle],
    [
      "no-pointer",
      looks.some((l) => l.pointer === false) || css.some((c) => c["pointer-events"] === "none"),
      { "pointer-events": "none" },
    ],
    [
      "pointer",
      looks.some((l) => l.pointer) || css.some((c) => (c["pointer-events"] ?? "none") !== "none"),
      { "pointer-events": "auto" },
    ],
  ];
  return [
    ...used.flatMap(([word, there, style]) =>
      there ? [`[data-as~="${word}"]${weights.most} {\n${lines(Object.entries(style))}\n}`] : [],
    ),
    "[hidden] {\n  display: none !important;\n}",
  ];
}
