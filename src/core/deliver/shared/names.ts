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

export function namesOf(doc: Component): Names {
  const words = plain(doc.name).split(" ").filter(Boolean);
  if (!words.length) words.push("component");
  if (/^\d/.test(words[0])) words.unshift("component");
  const kebab = words.join("-").toLowerCase().slice(0, 60).replace(/-$/, "");
  const pascal = kebab.replace(/(^|-)(.)/g, (_all, _dash, letter: string) => letter.toUpperCase());
  const element = kebab.includes("-") && !takenElements.has(kebab) ? kebab : `${kebab}-element`;
  return { kebab, pascal, element };
}

/** ECMAScript §12.7.2, and what means something by itself in a module. */
const reserved = new Set(
  "arguments await break case catch class const continue debugger default delete do else enum eval export extends false finally for function if implements import in instanceof interface let new null package private protected public return static super switch this throw true try typeof undefined var void while with yield".split(
    " ",
  ),
);

export interface Property {
  datum: Datum;
  /** What it is called outside. */
  name: string;
}

/**
 * Each datum as a property.
 * @param taken names that the target has for something else
 * @param notes what was renamed is told there
 */
export function propertiesOf(doc: Component, taken: readonly string[], notes: string[]): Property[] {
  const used = new Set([...reserved, ...taken]);
  return doc.data.map((datum) => {
    const words = plain(datum.name).split(" ").filter(Boolean);
    const camel = words.map((w, i) => (i ? w[0].toUpperCase() + w.slice(1) : w[0].toLowerCase() + w.slice(1))).join("");
    let base = camel || "datum";
    if (/^\d/.test(base)) base = `datum${base}`;
    let name = base;
    if (used.has(name)) name = `${base}Value`;
    for (let n = 2; used.has(name); n++) name = `${base}${n}`;
    used.add(name);
    if (name !== datum.name) notes.push(`The datum ${datum.name} is the property ${name}.`);
    return { datum, name };
  });
}

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
