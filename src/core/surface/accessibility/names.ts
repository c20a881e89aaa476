/** Accessible names by Accessible Name and Description Computation 1.2; what that leaves open is as Chromium has it. */
import { isHinted, isInlineTag, labelable, type Side } from "../../cascade";
import { DOCUMENT, looksAt, type PartIndex, type Program } from "../../program";
import { layoutOf } from "../layout";
import { envOf, type Moment } from "../moment";
import { drawsByItself, isApart, isNamedByContent, isUnnamed } from "./aria";
import { generatedText } from "./generated";
import { attributeOf, isInGrid, labelsOf, roleOf, saidRolesOf } from "./roles";
import { valueIn } from "./values";

/** The accessible name; empty when there is none. */
export function nameOf(program: Program, moment: Moment, part: PartIndex): string {
  return compute({ program, moment, inside: null, seen: new Set(), hiddenToo: false }, part)
    .replace(/\s+/g, " ")
    .trim();
}

/** A name that is being computed. */
interface Naming {
  program: Program;
  moment: Moment;
  /** What it is part of: of what it stands in, of what `aria-labelledby` names; null for a name of its own. */
  inside: "content" | "label" | null;
  seen: Set<PartIndex>;
  /** What is hidden counts as well: it is inside a hidden element that `aria-labelledby` names (step 2A). */
  hiddenToo: boolean;
}

function compute(naming: Naming, part: PartIndex): string {
  const { program, moment, inside, seen } = naming;
  if (seen.has(part)) return "";
  seen.add(part);
  const attribute = (name: string): string => attributeOf(program, moment, part, name)?.trim() ?? "";
  // What is named by others does not ask whom those are named by (step 2B).
  if (inside !== "label") {
    const named = labelledBy(naming, part);
    if (named) return named;
  }
  if (attribute("aria-label")) return attribute("aria-label");
  const { tag } = program.parts[part].part;
  const byTag = (inside !== "content" && namedByPart(naming, part)) || saidByTag(tag, attribute);
  if (byTag) return byTag;
  if (!inside && labelable.test(tag)) {
    // What has labels is called what they say, be it nothing: that they are hidden, or empty, is no reason to look further.
    const labels = labelElements(program, moment, part);
    if (labels.length) return labels.map((l) => (isHeard(naming, l) ? computeIn(naming, l) : "")).join(" ");
  }
  const value = inside ? valueInName(naming, part) : null;
  // A bar that shows nothing is called by its title all the same.
  if (value || (value === "" && tag !== "progress")) return value;
  const text = value === null && isNamedByContents(naming, part) ? contentOf(naming, part) : "";
  if (text.trim()) return text;
  const title = hasTitleSay(naming, part) ? attribute("title") : "";
  return title || (isHinted(tag, attribute("type")) ? attribute("placeholder") : "");
}
const computeIn = (naming: Naming, part: PartIndex): string => compute({ ...naming, inside: "content" }, part);
const valueInName = (naming: Naming, part: PartIndex): string | null =>
  valueIn(naming.program, naming.moment, part, (option) => computeIn(naming, option));

/** What is nothing by itself and cannot be reached is not told by its title in the names of others. */
function hasTitleSay({ program, moment, inside }: Naming, part: PartIndex): boolean {
  const role = roleOf(program, moment, part);
  if (isUnnamed(role ?? "")) return false;
  return !inside || role !== null || layoutOf(program, moment).focusable[part];
}

/** Legends and captions name what they stand in (HTML-AAM §4.1). */
const namingPart: Readonly<Record<string, string>> = { fieldset: "legend", table: "caption", svg: "title" };
function namedByPart(naming: Naming, part: PartIndex): string {
  const { parts } = naming.program;
  const tag = namingPart[parts[part].part.tag];
  const first = tag === undefined ? undefined : parts.find((p) => p.parent === part && p.part.tag === tag);
  return first && isHeard(naming, first.index) ? computeIn(naming, first.index) : "";
}

/** What pictures, buttons and groups of options are called by their own attributes. */
function saidByTag(tag: string, attribute: (name: string) => string): string {
  const type = tag === "input" ? attribute("type") : "";
  if (tag === "optgroup") return attribute("label") || attribute("title");
  if (tag === "img" || type === "image")
    return attribute("alt") || attribute("title") || (type === "image" ? "Submit" : "");
  if (!/^(submit|button|reset)$/.test(type)) return "";
  const usual: Record<string, string> = { submit: "Submit", reset: "Reset" };
  return attribute("value") || usual[type] || attribute("title");
}

function isNamedByContents({ program, moment, inside }: Naming, part: PartIndex): boolean {
  if (inside || program.parts[part].part.tag === "summary") return true;
  // What can be written into has its content for a value, not for a name.
  if ((looksAt(program, moment.pose)[part].marks.get("contenteditable") ?? "false") !== "false") return false;
  const role = roleOf(program, moment, part) ?? "";
  // Rows are told by their cells, but in a grid they can be gone through by themselves.
  return isNamedByContent(role) || (role === "row" && isInGrid(program, moment, part));
}

function contentOf(naming: Naming, part: PartIndex): string {
  const { program, moment, inside, hiddenToo } = naming;
  const env = envOf(program, moment);
  const { present, as } = layoutOf(program, moment);
  const looks = looksAt(program, moment.pose);
  const { text } = looks[part];
  const around = (said: string): string => generated(naming, part, "before") + said + generated(naming, part, "after");
  if (text) return around(text.run(env));
  const saidOf = (c: PartIndex): string => {
    if (!present[c] || !(hiddenToo || isHeard(naming, c))) return "";
    if (inside !== "label" && standsApart(naming, c)) return ` ${saidApart(naming, c)} `;
    const said = compute({ ...naming, inside: inside ?? "content" }, c);
    // What is moved out is positioned, and so a block of its own; what its author calls it stands apart from the words around.
    const isBlock = (looks[c].css.display ?? "inline") !== "inline" || as[c] === "moved out";
    const isInLine = !isBlock && !attributeOf(program, moment, c, "aria-label")?.trim();
    return isInLine && isInlineTag(program.parts[c].part.tag) ? said : ` ${said} `;
  };
  const summary = summaryAlone(naming, part);
  if (summary !== undefined) return around(summary === DOCUMENT ? " Details " : saidOf(summary));
  return around(program.parts[part].content.map((c) => (typeof c === "number" ? saidOf(c) : c.run(env))).join(""));
}

/** What the page's rules put there. What has no box has none of it. */
function generated({ program, moment }: Naming, part: PartIndex, side: Side): string {
  const said = looksAt(program, moment.pose)[part].generated?.[side];
  if (!said || drawsByItself(program.parts[part].part.tag) || !layoutOf(program, moment).displayed[part]) return "";
  const words = generatedText(said.content, (name) => attributeOf(program, moment, part, name));
  return said.apart ? ` ${words} ` : words;
}

/** Of closed details the summary; DOCUMENT where that is the browser's own (HTML §4.11.1); undefined for all else. */
function summaryAlone({ program, moment }: Naming, part: PartIndex): PartIndex | undefined {
  const isClosed = program.parts[part].part.tag === "details" && attributeOf(program, moment, part, "open") === null;
  return isClosed
    ? (program.parts.find((p) => p.parent === part && p.part.tag === "summary")?.index ?? DOCUMENT)
    : undefined;
}

function standsApart({ program, moment }: Naming, part: PartIndex): boolean {
  const role = roleOf(program, moment, part) ?? "";
  // A combination box that holds the focus is told by what stands in it.
  if (role === "combobox" && layoutOf(program, moment).focusable[part]) return false;
  return isApart(role, program.parts[part].part.tag, saidRolesOf(program, moment, part).length > 0);
}

/** What its author calls it, or its value; whatever else is inside. */
function saidApart(naming: Naming, part: PartIndex): string {
  const { program, moment } = naming;
  const attribute = (name: string): string => attributeOf(program, moment, part, name)?.trim() ?? "";
  const said = labelledBy(naming, part) || attribute("aria-label") || namedByPart(naming, part) || attribute("title");
  return said || (valueInName(naming, part) ?? "");
}

/** What `aria-labelledby` makes of it; empty where nothing it names is there. */
function labelledBy(naming: Naming, part: PartIndex): string {
  const { program, moment, seen } = naming;
  const { named } = layoutOf(program, moment);
  const texts = labelsOf(program, moment, part).map((p) =>
    // A label counts even when it is hidden, with what is hidden inside it (step 2A).
    compute(
      { program, moment, inside: "label", seen: new Set([...seen].filter((s) => s !== p)), hiddenToo: !named[p] },
      p,
    ),
  );
  return texts.join("").trim() ? texts.join(" ") : "";
}

/** Whether it has its say in the names of others. */
const isHeard = ({ program, moment }: Naming, part: PartIndex): boolean => layoutOf(program, moment).named[part];

function labelElements(program: Program, moment: Moment, part: PartIndex): PartIndex[] {
  const id = attributeOf(program, moment, part, "id");
  const { present } = layoutOf(program, moment);
  return program.parts.flatMap((p) => {
    if (p.part.tag !== "label" || !present[p.index]) return [];
    const target = attributeOf(program, moment, p.index, "for");
    // Without a word it is of the first in it that can have one (HTML §4.10.4).
    const isOf = target === null ? firstIn(program, p.index, present) === part : target === id;
    return isOf ? [p.index] : [];
  });
}

function firstIn(program: Program, label: PartIndex, present: readonly boolean[]): PartIndex {
  for (let c = label + 1; c < program.parts[label].end; c++) {
    const { tag, attributes } = program.parts[c].part;
    if (present[c] && labelable.test(tag) && attributes?.type?.toLowerCase() !== "hidden") return c;
  }
  return DOCUMENT;
}
