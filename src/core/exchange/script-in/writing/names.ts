/** Names for what a script makes of a page: states a person would call so. */
import { freeName, isStateName } from "../../../model";
import { isTemplate } from "../counters";
import type { Cell } from "../reading";
import type { Region } from "./regions";

const opposites: Record<string, string> = {
  open: "closed",
  shown: "hidden",
  hidden: "shown",
  active: "idle",
  on: "off",
  expanded: "collapsed",
  collapsed: "expanded",
  closed: "open",
  selected: "not-selected",
  loading: "ready",
  disabled: "enabled",
  checked: "unchecked",
};
const said: Record<string, string> = { show: "shown", hide: "hidden", opened: "open", visible: "shown" };
const plain = (text: string): string => {
  const word = text.replace(/^(is|has|js)-/, "").replace(/[^\w-]+/g, "-");
  return said[word] ?? word;
};

/** The key that says best what a region is about. */
const rank = (key: string): number =>
  [
    /^class (?!body|html)/,
    /^attribute \S+ (open|checked|aria-expanded|aria-selected|aria-pressed|aria-checked)$/,
    /^attribute \S+ hidden$/,
    /^class/,
    /^attribute \S+ (disabled|inert)$/,
    /^attribute/,
    /^style/,
    /^(text|behind)/,
    /^(words|after)/,
  ].findIndex((p) => p.test(key)) >>> 0;

export const mainKey = (keys: readonly string[]): string => [...keys].sort((a, b) => rank(a) - rank(b))[0];

function wordFor(key: string, value: Cell | undefined, states: readonly (Cell | undefined)[]): string {
  const [kind, part, what] = key.split(" ");
  const is = (word: string, on: boolean): string => (on ? word : (opposites[word] ?? `not-${word}`));
  if (kind === "variable" && states.some((v) => typeof v === "boolean"))
    return is(plain(key.split(/[ |.]/).at(-1)!), value === undefined ? !states.includes(true) : value === true);
  if (kind === "attached") return is("shown", value !== false);
  if (kind === "class") {
    // Not said is as the markup has it: the opposite of what is said otherwise.
    const on = value === undefined ? !states.some((s) => s === true) : value === true;
    return is(plain(what), on);
  }
  if (kind === "attribute" && /^aria-(expanded|pressed|selected|checked)$/.test(what)) {
    const said =
      value === undefined ? (states.find((s) => s !== undefined) === "true" ? "false" : "true") : String(value);
    const word = {
      "aria-expanded": "open",
      "aria-pressed": "pressed",
      "aria-selected": "selected",
      "aria-checked": "on",
    }[what]!;
    return is(word, said === "true");
  }
  if (kind === "attribute" && /^(hidden|open|disabled|inert|checked)$/.test(what)) {
    const on = value === undefined ? !states.some((s) => s !== undefined && s !== null) : value !== null;
    return is(what, on);
  }
  if (kind === "style" && what === "animation") return value ? "moving" : "still";
  if (kind === "style" && what === "display") {
    const shown = value === undefined ? states.some((s) => s === "none") : value !== "none" && value !== "";
    return shown ? "shown" : "hidden";
  }
  if (isTemplate(value)) return "counting";
  if (kind === "words" && String(value) === "") return "without-words";
  if (/^(text|words|behind|after)$/.test(kind) && value !== undefined) return plain(String(value)).slice(0, 24) || part;
  return value === undefined ? "first" : plain(String(value)).slice(0, 24) || "other";
}

/** What stands in the markup of a part. */
export type OwnAttribute = (part: string, name: string) => string | undefined;

const isSaidToBeOn = (value: Cell | undefined): boolean => value !== undefined && value !== null && value !== "false";

/** The part that a key says to be the one: it has the class, or is the one that is selected. */
function onIn(key: string, value: Cell | undefined, own: OwnAttribute): string[] {
  const [kind, part, what] = key.split(" ");
  if (kind === "class") {
    const has = own(part, "class")?.split(/\s+/).includes(what) === true;
    return (value === undefined ? has : value === true) ? [part] : [];
  }
  if (kind !== "attribute" || !/^aria-(expanded|pressed|selected|checked|current)$/.test(what)) return [];
  return isSaidToBeOn(value === undefined ? own(part, what) : value) ? [part] : [];
}

/** By state: which part of several is the one, each by the same class or attribute; null where it is not told so. */
function chosenIn(region: Region, own: OwnAttribute): (string | undefined)[] | null {
  const kindOf = (key: string): string => key.replace(/^(\S+) \S+/, "$1");
  for (const kind of new Set(region.keys.map(kindOf))) {
    const chosen = region.states.map(
      (state) => region.keys.flatMap((k, j) => (kindOf(k) === kind ? onIn(k, state[j], own) : []))[0],
    );
    if (new Set(chosen.filter((c) => c !== undefined)).size > 1) return chosen;
  }
  return null;
}

/** Parts of which one is it in each state, where there are some. */
export const rivalsIn = (region: Region, own: OwnAttribute): string[] => [
  ...new Set((chosenIn(region, own) ?? []).flatMap((c) => c ?? [])),
];

/** @param taken names that are used already; those of this region are added */
export function namesFor(region: Region, several: boolean, taken: Set<string>, own: OwnAttribute): string[] {
  const main = mainKey(region.keys);
  const at = region.keys.indexOf(main);
  const values = region.states.map((s) => s[at]);
  const exclusive = region.states.length > 2 || new Set(values).size < region.states.length;
  // Words that are all different say more than "the second one".
  const told = region.keys.findIndex(
    (k, j) =>
      /^text/.test(k) &&
      !region.states.some((s) => isTemplate(s[j])) &&
      new Set(region.states.map((s) => s[j])).size === region.states.length,
  );
  const chosen = chosenIn(region, own);
  const part = main.split(" ")[1];
  return region.states.map((state, i) => {
    const one = chosen?.[i];
    const text = exclusive && one === undefined && told >= 0 ? state[told] : undefined;
    const isGone = state[region.keys.indexOf(`attached ${part}`)] === false;
    let word =
      text !== undefined && String(text).trim() !== ""
        ? plain(String(text)).slice(0, 24)
        : (one ?? (exclusive && isGone ? "gone" : chosen && i === 0 ? "first" : wordFor(main, values[i], values)));
    if (several && one === undefined) word = `${part}-${word}`;
    word = word
      .replace(/^[^\p{L}_]+/u, "")
      .slice(0, 60)
      .replace(/[^\p{L}\p{N}_]+$/u, "");
    const name = freeName(isStateName(word) ? word : `state-${i + 1}`, taken);
    taken.add(name);
    return name;
  });
}
