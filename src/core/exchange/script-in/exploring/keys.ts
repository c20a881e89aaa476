/** Keys that a script asks for: those that it names, with the modifiers that it looks at; and any other. */
import { keyOf, keysOf } from "../../../../kernel";
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
      if (key.length > 1 || key === " ") return [written(key, held)];
      // Shift is in the character already, where it is known which that is.
      if (!/[a-z]/i.test(key)) return held.includes("Shift") ? [] : [written(key, held)];
      return [written(held.includes("Shift") ? key.toUpperCase() : key, /[A-Z]/.test(key) ? [...held, "Shift"] : held)];
    }),
  );
}

/** @param key as the browser would say it */
const written = (key: string, held: readonly string[]): string =>
  keyOf({
    key,
    ctrlKey: held.includes("Ctrl"),
    altKey: held.includes("Alt"),
    shiftKey: held.includes("Shift"),
    metaKey: held.includes("Meta"),
  })!.replace(/Space$/, " ");

/** Each with one modifier less. */
function withFewer(name: string): string[] {
  const held = keysOf(name);
  const key = held.pop()!;
  return held.map((less) =>
    written(
      less === "Shift" && key.length === 1 ? key.toLowerCase() : key,
      held.filter((m) => m !== less),
    ),
  );
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
