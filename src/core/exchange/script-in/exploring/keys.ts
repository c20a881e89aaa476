/** Keys that a script asks for: those that it names, with the modifiers that it looks at; and any other. */
import { keyOfCode } from "../reading";
import type { Act } from "./acts";

const keyNames =
  "Escape Enter Tab ArrowUp ArrowDown ArrowLeft ArrowRight Home End PageUp PageDown Backspace Delete".split(" ");

/** Keys that a script names. */
export function literals(node: unknown, keys: Set<string>): void {
  if (Array.isArray(node)) for (const n of node) literals(n, keys);
  else if (typeof node === "object" && node !== null) {
    const n = node as Record<string, unknown>;
    if (n.type === "Literal" && typeof n.value === "string") {
      if (keyNames.includes(n.value)) keys.add(n.value);
      else if (n.value === "Esc") keys.add("Escape");
      else if (n.value === "Space") keys.add(" ");
      else if (/^Key[A-Z]$/.test(n.value)) keys.add(n.value[3].toLowerCase());
      else if (n.value.length === 1 && /[\w /?]/.test(n.value)) keys.add(n.value);
    }
    // As names in a table of what each key does, and by the numbers that keys had of old.
    if (n.type === "Identifier" && keyNames.includes(n.name as string)) keys.add(n.name as string);
    if (n.type === "Literal" && typeof n.value === "number") {
      const key = keyOfCode(n.value);
      if (key !== undefined) keys.add(`code ${key}`);
    }
    for (const [key, value] of Object.entries(n)) if (key !== "loc") literals(value, keys);
  }
}

/** In the order in which a key is written with them. */
const modifiers: readonly (readonly [name: string, asked: RegExp])[] = [
  ["Ctrl", /\bctrlKey\b|["']Control["']/],
  ["Alt", /\baltKey\b|["']Alt["']/],
  ["Shift", /\bshiftKey\b/],
  ["Meta", /\bmetaKey\b|["']Meta["']/],
];
/** Modifiers that go with another. */
const together = ["Ctrl Shift", "Ctrl Alt", "Alt Shift", "Shift Meta"];

/** The keys with each modifier that a script looks at, as a sheet writes them. */
export function modified(keys: ReadonlySet<string>, source: string): string[] {
  const asked = modifiers.flatMap(([name, as]) => (as.test(source) ? [name] : []));
  const sets = [...asked, ...together.filter((t) => t.split(" ").every((m) => asked.includes(m)))];
  return [...keys].flatMap((key) =>
    sets.flatMap((set) => {
      const held = set.split(" ");
      if (key.length > 1 || !held.includes("Shift")) return [[...held, key].join("+")];
      // Shift is in the character already, where it is known which that is.
      return /[a-z]/.test(key) ? [[...held.filter((m) => m !== "Shift"), key.toUpperCase()].join("+")] : [];
    }),
  );
}

/** Each with one modifier less; Shift of a character is in the character. */
function withFewer(key: string): string[] {
  const [last, ...before] = key.split("+").reverse();
  const held = before.reverse();
  const less = held.map((_m, i) => [...held.filter((_n, at) => at !== i), last].join("+"));
  return /^[A-Z]$/.test(last) ? [...less, [...held, last.toLowerCase()].join("+")] : less;
}

/**
 * Keys whose modifiers make no difference: wherever they are pressed, as much is done as without one of them.
 * @param done what each act does, by act
 */
export function needless(acts: readonly Act[], done: (act: number) => string): Set<string> {
  const by = new Map<string, Map<string, string>>();
  acts.forEach((a, i) => {
    if (a.is === "key") by.set(a.key, (by.get(a.key) ?? new Map()).set(`${a.up} ${a.target}`, done(i)));
  });
  const isAs = (one: Map<string, string>, other: Map<string, string> | undefined): boolean =>
    other !== undefined && [...one].every(([where, what]) => other.get(where) === what);
  // Without Shift the Tab key goes the other way.
  const alike = [...by].filter(
    ([key, at]) => !/Tab$/.test(key) && withFewer(key).some((less) => isAs(at, by.get(less))),
  );
  return new Set(alike.map(([key]) => key));
}

/** As a sheet names it. */
export const keyWord = (key: string): string => key.replace(/ $/, "Space");
