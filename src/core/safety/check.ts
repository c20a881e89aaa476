/** What a component says that could leave its place in a page: found before anything is written. */
import { allParts, type Component, type Look, type Motion, type Part, type Problem } from "../model";
import { attributeProblem } from "./attributes";
import { isPropertyName, sheetProblem, valueProblem } from "./css";
import { isAllowedTag } from "./tags";

/** BCP 47 §2.1, loosely: what a browser takes as a language and nothing else. */
export const isLanguage = (text: string): boolean => /^([A-Za-z0-9]{1,8}(-[A-Za-z0-9]{1,8})*)?$/.test(text);

/** @returns a problem for each tag, attribute, address, property or value that cannot stand in a page */
export function safetyProblems(doc: Component): Problem[] {
  const problems: Problem[] = [];
  const say = (path: string, message: string | null): void => void (message && problems.push({ path, message }));
  const tags = new Map<string, string>();
  for (const { part } of allParts(doc)) {
    tags.set(part.name, part.tag);
    checkPart(part, say);
  }
  for (const [i, row] of doc.looks.entries()) {
    for (const [state, { and, ...look }] of Object.entries(row.in)) {
      const path = `looks[${i}].in.${state}`;
      const tag = tags.get(row.part) ?? "div";
      checkLook(tag, look, path, say);
      for (const [k, more] of (and ?? []).entries()) checkLook(tag, more, `${path}.and[${k}]`, say);
    }
  }
  for (const t of doc.tokens ?? []) say(`tokens.${t.name}`, valueProblem(t.value));
  for (const b of doc.page.blocks ?? []) say(`page.blocks.${b.name}.height`, valueProblem(b.height));
  if (doc.page.css !== undefined) say("page.css", sheetProblem(doc.page.css));
  if (!isLanguage(doc.page.lang ?? "")) say("page.lang", "is not a language tag, such as en or pt-BR");
  return problems;
}

type Say = (path: string, message: string | null) => void;

function checkPart(part: Part, say: Say): void {
  const path = `parts.${part.name}`;
  if (!isAllowedTag(part.tag)) say(`${path}.tag`, `<${part.tag}> cannot be part of a component`);
  for (const [name, value] of Object.entries(part.attributes ?? {}))
    say(`${path}.attributes`, attributeProblem(part.tag, name, value));
  checkStyle(part.css, path, say);
  if (part.area?.top !== undefined) say(`${path}.area.top`, valueProblem(part.area.top));
  if (part.area?.height !== undefined) say(`${path}.area.height`, valueProblem(part.area.height));
}

function checkLook(tag: string, look: Look, path: string, say: Say): void {
  for (const [name, value] of Object.entries(look.attributes ?? {}))
    say(`${path}.attributes`, attributeProblem(tag, name, value));
  // A value with data in it is checked where its expressions are compiled.
  const fixed = Object.entries(look.css ?? {}).filter(([p, value]) => !(value.includes("${") && isPropertyName(p)));
  checkStyle(Object.fromEntries(fixed), path, say);
  for (const [property, motion] of Object.entries(look.motion ?? {})) {
    if (!isPropertyName(property)) say(`${path}.motion`, `“${property}” is not the name of a property`);
    checkMotion(motion, `${path}.motion.${property}`, say);
    if (motion.reduced && motion.reduced !== "none") checkMotion(motion.reduced, `${path}.motion.${property}`, say);
  }
}

function checkMotion(motion: Omit<Motion, "reduced">, path: string, say: Say): void {
  for (const text of [motion.duration, motion.easing, motion.delay ?? ""]) say(path, valueProblem(text));
}

function checkStyle(css: Part["css"], path: string, say: Say): void {
  for (const [property, value] of Object.entries(css ?? {})) {
    if (!isPropertyName(property)) say(`${path}.css`, `“${property}” is not the name of a property`);
    else say(`${path}.css.${property}`, valueProblem(value));
  }
}
