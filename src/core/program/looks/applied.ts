/** From winning declarations to what a look is: style, visibility, pointer, motion. */
import type { Cascaded } from "../../cascade";
import { compute, easing, isTimeWord, measureEnv, words } from "../../measure";
import type { CompiledMotion, Program } from "../program";

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
