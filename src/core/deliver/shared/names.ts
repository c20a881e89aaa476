/** Names for files, classes, elements and properties, from the names that a person gave. */
import type { Component, Datum } from "../../model";

const plain = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/\p{Mark}/gu, "")
    .replace(/[^A-Za-z0-9]+/g, " ")
    .trim();

export interface Names {
  /** Such as `change-crossing`: of files and of the class on the root. */
  kebab: string;
  /** Such as `ChangeCrossing`. */
  pascal: string;
  /** Such as `change-crossing`; of an element it has a hyphen (HTML §4.13.3). */
  element: string;
}

/** Names that HTML or SVG have taken for themselves (HTML §4.13.3). */
const takenElements = new Set(
  "annotation-xml color-profile font-face font-face-src font-face-uri font-face-format font-face-name missing-glyph".split(
    " ",
  ),
);

/** What the files of a form import, and what is there without that: a component of this name would hide it. */
const takenClasses = new Set(
  "Array Boolean CSSProperties CUSTOM_ELEMENTS_SCHEMA ChangeDetectionStrategy Component Data DestroyRef Document Element ElementRef Error Event Function Infinity JSON Map Math Mounted Number Object Options Partial Promise Proxy React ReactNode Ref Reflect Requests Set Snippet State String Symbol ViewEncapsulation Window".split(
    " ",
  ),
);

export function namesOf(doc: Component): Names {
  const words = plain(doc.name).split(" ").filter(Boolean);
  if (!words.length) words.push("component");
  if (/^\d/.test(words[0])) words.unshift("component");
  const kebab = words.join("-").toLowerCase().slice(0, 60).replace(/-$/, "");
  const classWords = kebab.replace(/(^|-)(.)/g, (_all, _dash, letter: string) => letter.toUpperCase());
  const pascal = takenClasses.has(classWords) ? `${classWords}View` : classWords;
  const element = kebab.includes("-") && !takenElements.has(kebab) ? kebab : `${kebab}-element`;
  return { kebab, pascal, element };
}

/** ECMAScript §12.7.2, and what means something by itself in a module or a class. */
const reserved = new Set(
  "arguments await break case catch class const constructor continue debugger default delete do else enum eval export extends false finally for function if implements import in Infinity instanceof interface let NaN new null package private protected prototype public return static super switch this throw true try typeof undefined var void while with yield".split(
    " ",
  ),
);

export interface Property {
  datum: Datum;
  /** What it is called outside. */
  name: string;
}

/**
 * Gives out names that nothing else has.
 * @param taken names that the target has for something else
 * @param along what a target calls things after a name: none of it is given out twice either
 */
export function namer(taken: readonly string[], along: (name: string) => readonly string[] = () => []) {
  const used = new Set([...reserved, ...taken]);
  return (wished: string): string => {
    const words = plain(wished).split(" ").filter(Boolean);
    const camel = words.map((w, i) => (i ? w[0].toUpperCase() + w.slice(1) : w[0].toLowerCase() + w.slice(1))).join("");
    const base = /^\d/.test(camel) ? `datum${camel}` : camel || "datum";
    const free = (name: string): boolean => [name, ...along(name)].every((n) => !used.has(n));
    let name = free(base) ? base : `${base}Value`;
    for (let n = 2; !free(name); n++) name = `${base}${n}`;
    for (const n of [name, ...along(name)]) used.add(n);
    return name;
  };
}

/**
 * Each datum as a property.
 * @param notes what was renamed is told there
 */
export const propertiesOf = (doc: Component, give: (wished: string) => string, notes: string[]): Property[] =>
  doc.data.map((datum) => {
    const name = give(datum.name);
    if (name !== datum.name) notes.push(`The datum ${datum.name} is the property ${name}.`);
    return { datum, name };
  });

export const capital = (name: string): string => name[0].toUpperCase() + name.slice(1);

/** The type of a datum in TypeScript. */
export function typeOfDatum(datum: Datum): string {
  if (datum.type === "one of") return datum.values.map((v) => JSON.stringify(v)).join(" | ") || "string";
  return datum.type === "integer" || datum.type === "number"
    ? "number"
    : datum.type === "boolean"
      ? "boolean"
      : "string";
}
