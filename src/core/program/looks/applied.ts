/** From winning declarations to what a look is: style, visibility, pointer, motion. */
import type { Cascaded } from "../../cascade";
import { compute, easing, isTimeWord, type MeasureEnv, measureEnv, substitute, words } from "../../measure";
import type { CompiledMotion, Generated, PartLook, Program } from "../program";

/** What the rules of the page say of a part, under what the part itself and the looks say. */
export interface SheetStyle {
  /** Declarations that stand behind those of the part and the looks, and those that stand before them. */
  normal: Record<string, string>;
  important: Record<string, string>;
  rules: Cascaded;
}

const styles = new WeakMap<Cascaded, SheetStyle>();
export function sheetStyle(rules: Cascaded): SheetStyle {
  const found = styles.get(rules) ?? styleFrom(rules);
  styles.set(rules, found);
  return found;
}

function styleFrom(rules: Cascaded): SheetStyle {
  const out: SheetStyle = { normal: {}, important: {}, rules };
  for (const [property, { value, important }] of rules) {
    const into = important ? out.important : out.normal;
    for (const [p, v] of plainNames(property, value)) {
      delete into[p];
      into[p] = v;
    }
  }
  return out;
}

const sides = ["top", "right", "bottom", "left"];
/** Shorthands that the core asks for by their longhands. */
function plainNames(property: string, value: string): [string, string][] {
  if (property === "inset") {
    const words = value.split(/\s+(?![^(]*\))/);
    return sides.map((side, i) => [side, words[i] ?? words[i - 2] ?? words[0]]);
  }
  if (
    property === "background" &&
    !/[\s(]/.test(value.replace(/^(rgb|hsl|hwb|lab|lch|oklab|oklch|color|var)a?\([^()]*\)$/, ""))
  )
    return [["background-color", value === "none" ? "transparent" : value]];
  return [[property, value]];
}

/** Values in the custom properties that stand around a part; those of the page's tokens are computed later. */
export function withCustom(value: string, custom: ReadonlyMap<string, string>, depth = 0): string {
  if (!value.includes("var(") || !custom.size || depth > 20) return value;
  return value.replace(/var\(\s*(--[\w-]+)\s*(?:,((?:[^()]|\([^()]*\))*))?\)/g, (whole, name: string) => {
    const said = custom.get(name);
    return said === undefined ? whole : withCustom(said, custom, depth + 1);
  });
}

/** How properties move by the rules (CSS Transitions 1 §2): property, or `all` → its motion. Null where nothing is said. */
export function sheetMotion(
  program: Pick<Program, "doc">,
  declared: readonly (readonly [string, string])[],
): Record<string, CompiledMotion> | null {
  let said = false;
  let lists: Lists = initial();
  for (const [name, value] of declared) {
    if (name !== "transition" && !name.startsWith("transition-")) continue;
    said = true;
    const isInitial = /^(initial|unset|revert(-layer)?|inherit)$/i.test(value);
    const isNone = /^none$/i.test(value);
    if (name === "transition")
      lists = isNone ? { ...initial(), property: ["none"] } : isInitial ? initial() : shorthand(value);
    else {
      const key = name.slice("transition-".length) as keyof typeof lists;
      if (Object.hasOwn(lists, key)) lists[key] = isInitial ? initial()[key] : words(value, ",");
    }
  }
  if (!said) return null;
  const env = measureEnv(program.doc);
  const ms = (text: string): number => {
    const found = compute(text, env, "time");
    return found.ok ? found.value.n : 0;
  };
  const out: Record<string, CompiledMotion> = {};
  lists.property.forEach((property, i) => {
    if (property === "none") return;
    const at = (key: Exclude<keyof Lists, "property">): string => lists[key][i % lists[key].length];
    const motion: CompiledMotion = {
      duration: Math.max(0, ms(at("duration"))),
      delay: ms(at("delay")),
      easing: at("timing-function"),
      ...(at("behavior") === "allow-discrete" ? { discrete: true } : {}),
    };
    if (property === "all") for (const name of Object.keys(out)) delete out[name];
    for (const name of moved(property)) {
      delete out[name];
      out[name] = motion;
    }
  });
  return out;
}

/** The longhands that a shorthand in `transition-property` stands for, as far as the core moves them. */
const moved = (property: string): string[] =>
  property === "inset" ? sides : property === "background" ? ["background", "background-color"] : [property];

type Lists = Record<"property" | "duration" | "delay" | "timing-function" | "behavior", string[]>;
const initial = (): Lists => ({
  property: ["all"],
  duration: ["0s"],
  delay: ["0s"],
  "timing-function": ["ease"],
  behavior: ["normal"],
});

function shorthand(value: string): Lists {
  const out: Lists = { property: [], duration: [], delay: [], "timing-function": [], behavior: [] };
  for (const one of words(value, ",")) {
    const times: string[] = [];
    let curve = "ease";
    let property = "all";
    let behavior = "normal";
    for (const word of words(one, " ")) {
      if (isTimeWord(word)) times.push(word);
      else if (easing(word)) curve = word;
      else if (/^(normal|allow-discrete)$/i.test(word)) behavior = word.toLowerCase();
      else property = word.toLowerCase();
    }
    out.property.push(property);
    out.behavior.push(behavior);
    out.duration.push(times[0] ?? "0s");
    out.delay.push(times[1] ?? "0s");
    out["timing-function"].push(curve);
  }
  return out;
}

export type Custom = ReadonlyMap<string, string>;
/** Custom properties are inherited (CSS Variables 1 §2). @param said later beats earlier */
export function customIn(said: readonly (Readonly<Record<string, string>> | undefined)[], around: Custom): Custom {
  let out: Map<string, string> | null = null;
  for (const css of said)
    for (const property in css)
      if (property.startsWith("--")) {
        out ??= new Map(around);
        out.set(property, css[property]);
      }
  return out ?? around;
}

/** Of what is inherited, these words say nothing of their own. */
const isAsAround = (said: string | undefined): said is undefined =>
  said === undefined || /^(inherit|unset|revert|revert-layer)$/.test(said);
export function visibilityOf(said: string | undefined): PartLook["visibility"] {
  if (isAsAround(said)) return null;
  return said === "hidden" || said === "collapse" ? "hidden" : "visible";
}
export const pointerOf = (said: string | undefined): boolean | null => (isAsAround(said) ? null : said !== "none");

/**
 * What stands before and after what a part holds; undefined for nothing.
 * @param rules those that win there
 */
export function generatedIn(
  look: PartLook,
  rules: readonly [before: Cascaded | null, after: Cascaded | null],
  custom: Custom,
  measures: MeasureEnv,
): PartLook["generated"] {
  const [before, after] = rules.map((r) => generatedBy(r, look, custom, measures));
  return before || after ? { ...(before ? { before } : {}), ...(after ? { after } : {}) } : undefined;
}
function generatedBy(rules: Cascaded | null, look: PartLook, around: Custom, measures: MeasureEnv): Generated | null {
  if (!rules?.has("content")) return null;
  const { normal, important } = sheetStyle(rules);
  const css = { ...normal, ...important };
  const custom = customIn([css], around);
  const said = (property: string): string => substitute(withCustom(css[property] ?? "", custom), measures);
  const content = said("content");
  const isHidden = (visibilityOf(said("visibility") || undefined) ?? look.visibility) === "hidden";
  // What asks for a custom property that nobody gives is as if nothing were said (CSS Variables 1 §3.1).
  if (isHidden || said("display") === "none" || /^(none|normal|initial|unset|revert|inherit)$|var\(/i.test(content))
    return null;
  return { content, apart: standsApart(said, look.css) };
}
/** Blocks, what floats and what is placed stand apart from the words around, and so does all in a row or a grid. */
const standsApart = (said: (property: string) => string, around: Readonly<Record<string, string>>): boolean =>
  !/^(inline|contents|initial|unset|)$/.test(said("display")) ||
  /^(absolute|fixed)$/.test(said("position")) ||
  /^(left|right|inline-start|inline-end)$/.test(said("float")) ||
  /flex|grid/.test(around.display ?? "");
