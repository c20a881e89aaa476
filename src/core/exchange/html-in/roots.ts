/**
 * What stands on `html` and `body` themselves. A component has no part for them: what its scripts never touch is so for good,
 * and rules that ask for it ask for the element instead, with the weight that they had; the rest is where its scripts begin.
 */
import type * as cssTree from "css-tree";
import type { Element } from "domhandler";
import type { Script } from "../script-in";
import { widened } from "./widened";

/** An attribute, or one of the classes, of `html` or `body`. */
interface Standing {
  tag: string;
  name: string;
  value: string;
}

const isAsked = (name: string): boolean => name === "id" || name === "dir" || name.startsWith("data-");

function standingOn(elements: readonly (Element | undefined)[]): Standing[] {
  return elements.flatMap((e) => {
    if (!e) return [];
    const { class: classes = "", ...others } = e.attribs;
    const tag = e.name;
    return [
      ...classes.split(/\s+/).flatMap((value) => (value ? [{ tag, name: "class", value }] : [])),
      ...Object.entries(others).flatMap(([name, value]) => (isAsked(name) ? [{ tag, name, value }] : [])),
    ];
  });
}

/** All classes are set anew, and not one of them taken out of those that were. */
const wholeClass = /\bclassName\s*=(?!=)(?![^;\n]*\bclassName\b)|setAttribute\(\s*["'`]class["'`]/;
/** A script may change it: it names it, or sets all of its kind. */
function isTouched({ name, value }: Standing, text: string): boolean {
  if (name === "class") return text.includes(value) || wholeClass.test(text);
  return text.includes(name) || (name.startsWith("data-") && /\bdataset\b/.test(text));
}

export interface Roots {
  /** The sheet, where rules that ask for what stays so ask for the element. */
  css: string;
  /** What scripts find there as they begin, as they would have written it. */
  begins: Map<string, string | boolean>;
}

export function readRoots(elements: readonly (Element | undefined)[], css: string, scripts: readonly Script[]): Roots {
  const text = scripts.map((s) => s.text).join("\n");
  const all = standingOn(elements);
  const begins = new Map(
    all
      .filter((s) => isTouched(s, text))
      .map(({ tag, name, value }): [string, string | boolean] =>
        name === "class" ? [`class ${tag} ${value}`, true] : [`attribute ${tag} ${name}`, value],
      ),
  );
  const staying = all.filter((s) => !isTouched(s, text));
  return { css: staying.length ? withElements(css, staying) : css, begins };
}

/** What asks for what stays there asks for the element instead. */
const withElements = (css: string, staying: readonly Standing[]): string =>
  widened(css, (node) => {
    const asks =
      node.type === "ClassSelector"
        ? (s: Standing) => s.name === "class" && s.value === node.name
        : node.type === "IdSelector"
          ? (s: Standing) => s.name === "id" && s.value === node.name
          : node.type === "AttributeSelector"
            ? (s: Standing) => s.name === node.name.name && isMatched(node, s.value)
            : null;
    return asks ? staying.filter(asks).map((s) => s.tag) : [];
  });

function isMatched({ matcher, value }: cssTree.AttributeSelector, is: string): boolean {
  if (!matcher || !value) return true;
  const wanted = value.type === "String" ? value.value : value.name;
  return matcher === "=" && wanted === is;
}
