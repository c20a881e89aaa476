/** Roles, attributes, texts, and accessible names by Accessible Name and Description Computation 1.2. */
import { hinted, isInlineTag, labelable } from "../../cascade";
import type { Part } from "../../model";
import { classesWith, DOCUMENT, looksAt, type PartIndex, type Program } from "../../program";
import { layoutOf } from "../layout";
import { envOf, type Moment } from "../moment";
import { implicitRole, isApart, isNone, isUnnamed, needsName, ownerRoles } from "./implicit-role";

export function roleOf(program: Program, moment: Moment, part: PartIndex): string | null {
  const said = attributeOf(program, moment, part, "role")?.trim().split(/\s+/)[0];
  const isLeftOut =
    said &&
    (isNone(said)
      ? isNeeded(program, moment, part)
      : (needsName(said) && !isNamed(program, moment, part)) ||
        (said === "listitem" && !isInList(program, moment, part)));
  if (said && !isLeftOut) return said;
  const { path } = program.parts[part];
  // What only makes sense in a list or a table is nothing in one that is something else (HTML-AAM §3.4).
  const wanted = ownerRoles(program.parts[part].part.tag);
  if (wanted && path.length > 1 && !wanted.test(roleOf(program, moment, path[1]) ?? "")) return null;
  return implicitRole(asLooked(program, moment, part), {
    around: path.slice(1).map((p) => program.parts[p].part.tag),
    // A picture that says it is nothing is told where its author names it, which a title does not.
    named: isNamed(program, moment, part, program.parts[part].part.tag === "img" ? ["aria-label"] : undefined),
    ...(program.parts[part].part.tag === "th" ? { beside: besideOf(program, moment, part) } : {}),
  });
}

/** An item of no list is none, as Chromium has it (WAI-ARIA 1.2, required context role). */
function isInList(program: Program, moment: Moment, part: PartIndex): boolean {
  const [, ...around] = program.parts[part].path;
  const up = around.find((p) => !isNone(roleOf(program, moment, p) ?? "none"));
  return up !== undefined && roleOf(program, moment, up) === "list";
}

/** Whether it has a name from its author, not which: that may be made of what has this part in it. */
const isNamed = (program: Program, moment: Moment, part: PartIndex, by = ["aria-label", "title"]): boolean =>
  labelsOf(program, moment, part).length > 0 || by.some((a) => attributeOf(program, moment, part, a)?.trim());

/** Attributes that say something of any element, as Chromium has them (WAI-ARIA 1.2 §6.5; those that are deprecated there are none). */
const ofAny = (
  "atomic braillelabel busy controls current describedby description details flowto keyshortcuts label labelledby live owns " +
  "relevant roledescription"
).split(" ");

/** What can hold the focus, or says something of itself, is told all the same (WAI-ARIA 1.2, presentational roles conflict resolution). */
const isNeeded = (program: Program, moment: Moment, part: PartIndex): boolean =>
  layoutOf(program, moment).focusable[part] ||
  ofAny.some((a) => attributeOf(program, moment, part, `aria-${a}`) !== null);

/** The cells in the row of one, drawn or not, as Chromium has it. */
function besideOf(program: Program, moment: Moment, part: PartIndex): string[] {
  const { present } = layoutOf(program, moment);
  const row = program.parts[part].path[1];
  if (row === undefined) return [];
  return program.parts[row].content.flatMap((c) =>
    typeof c === "number" && present[c] ? program.parts[c].part.tag : [],
  );
}

/** The part with the attributes that its look gives it or takes away: a link without its address is none. */
function asLooked(program: Program, moment: Moment, part: PartIndex): Part {
  const { part: own } = program.parts[part];
  const said = looksAt(program, moment.pose)[part].attributes;
  if (!said.size) return own;
  const attributes = { ...own.attributes };
  for (const name of said.keys()) {
    const value = attributeOf(program, moment, part, name);
    if (value === null) delete attributes[name];
    else attributes[name] = value;
  }
  return { ...own, attributes };
}

/** An attribute at the moment: what the look says, else what the markup says; null when it is not there. */
export function attributeOf(program: Program, moment: Moment, part: PartIndex, name: string): string | null {
  const look = looksAt(program, moment.pose)[part];
  if (name === "aria-hidden" && !look.exposed) return "true";
  if (name === "checked" && program.checkable.parts.has(part)) return moment.checked.includes(part) ? "" : null;
  if (name === "class" && look.classes.size) {
    const written = program.parts[part].attributes.find(([key]) => key === "class")?.[1] ?? null;
    const said = look.attributes.get("class");
    const base = said === undefined ? written : said;
    return classesWith(base?.run(envOf(program, moment)) ?? "", look.classes) || null;
  }
  const said = look.attributes.get(name);
  if (said !== undefined) return said === null ? null : said.run(envOf(program, moment));
  const base = program.parts[part].attributes.find(([key]) => key === name);
  const value = base ? base[1].run(envOf(program, moment)) : null;
  return name === "aria-hidden" && value === "true" ? null : value;
}

/** The text inside a part, as textContent gives it, white space folded. */
export const textOf = (program: Program, moment: Moment, part: PartIndex): string =>
  rawText(program, moment, part, (p) => layoutOf(program, moment).present[p])
    .replace(/\s+/g, " ")
    .trim();

function rawText(program: Program, moment: Moment, part: PartIndex, include: (p: PartIndex) => boolean): string {
  const look = looksAt(program, moment.pose)[part];
  const env = envOf(program, moment);
  if (look.text) return look.text.run(env);
  return program.parts[part].content
    .map((c) => (typeof c === "number" ? (include(c) ? rawText(program, moment, c, include) : "") : c.run(env)))
    .join("");
}

const namedByContent = new Set(
  "button cell checkbox columnheader gridcell heading link menuitem menuitemcheckbox menuitemradio option radio rowheader switch tab term tooltip treeitem".split(
    " ",
  ),
);

/** The accessible name; empty when there is none. */
export function nameOf(program: Program, moment: Moment, part: PartIndex): string {
  return compute(program, moment, part, null, new Set()).replace(/\s+/g, " ").trim();
}

/** What a name is part of, being computed: of what it stands in, of what `aria-labelledby` names; null for a name of its own. */
type Inside = "content" | "label" | null;

/**
 * @param inside it is part of another's name, being computed
 * @param hiddenToo what is hidden counts as well: it is inside a hidden element that `aria-labelledby` names (step 2A)
 */
function compute(
  program: Program,
  moment: Moment,
  part: PartIndex,
  inside: Inside,
  seen: Set<PartIndex>,
  hiddenToo = false,
): string {
  if (seen.has(part)) return "";
  seen.add(part);
  const attribute = (name: string): string => attributeOf(program, moment, part, name)?.trim() ?? "";
  // What is named by others does not ask whom those are named by (step 2B).
  if (inside !== "label") {
    const named = labelledBy(program, moment, part, seen);
    if (named) return named;
  }
  if (attribute("aria-label")) return attribute("aria-label");
  const { tag } = program.parts[part].part;
  // Legends and captions name what they stand in (HTML-AAM §4.1).
  const naming = { fieldset: "legend", table: "caption", svg: "title" }[tag];
  if (!inside && naming) {
    const first = program.parts.find((p) => p.parent === part && p.part.tag === naming);
    if (first && isHeard(program, moment, first.index)) return compute(program, moment, first.index, "content", seen);
  }
  if (tag === "optgroup") return attribute("label") || attribute("title");
  const isImageButton = tag === "input" && attribute("type") === "image";
  if (tag === "img" || isImageButton) return attribute("alt") || attribute("title") || (isImageButton ? "Submit" : "");
  if (!inside && labelable.test(tag)) {
    // What has labels is called what they say, be it nothing: that they are hidden, or empty, is no reason to look further.
    const labels = labelElements(program, moment, part);
    if (labels.length)
      return labels
        .map((l) => (isHeard(program, moment, l) ? compute(program, moment, l, "content", seen) : ""))
        .join(" ");
  }
  if (tag === "input" && ["submit", "button", "reset"].includes(attribute("type"))) {
    const usual: Record<string, string> = { submit: "Submit", reset: "Reset" };
    return attribute("value") || usual[attribute("type")] || attribute("title");
  }
  // A field inside a label stands for what it holds (accname 1.2, step 2C).
  if (inside && tag === "input" && /^(|text|search|email|tel|url|number)$/.test(attribute("type")))
    return attribute("value");
  if (inside && gauges.test(tag)) return gaugeText(tag, attributeOf(program, moment, part, "value"));
  const role = roleOf(program, moment, part);
  const look = looksAt(program, moment.pose)[part];
  // What can be written into has its content for a value, not for a name.
  const editable = (look.marks.get("contenteditable") ?? "false") !== "false";
  if (inside || (role !== null && namedByContent.has(role) && !editable) || tag === "summary") {
    const env = envOf(program, moment);
    const layout = layoutOf(program, moment);
    const text = look.text
      ? look.text.run(env)
      : program.parts[part].content
          .map((c) => {
            if (typeof c !== "number") return c.run(env);
            if (!hiddenToo && !isHeard(program, moment, c)) return "";
            if (!layout.present[c]) return "";
            if (isApart(roleOf(program, moment, c) ?? "")) return ` ${authored(program, moment, c, inside, seen)} `;
            const said = compute(program, moment, c, inside ?? "content", seen, hiddenToo);
            const { display = "inline" } = looksAt(program, moment.pose)[c].css;
            // What is moved out is positioned, and so a block of its own.
            const isInLine = display === "inline" && layout.as[c] !== "moved out" && !isSaidOf(program, moment, c);
            return isInLine && isInlineTag(program.parts[c].part.tag) ? said : ` ${said} `;
          })
          .join("");
    if (text.trim()) return text;
  }
  return (
    (isUnnamed(role ?? "") ? "" : attribute("title")) ||
    (isHinted(tag, attribute("type")) ? attribute("placeholder") : "")
  );
}

/** What the author calls it, whatever is inside. */
function authored(program: Program, moment: Moment, part: PartIndex, inside: Inside, seen: Set<PartIndex>): string {
  const by = inside === "label" ? "" : labelledBy(program, moment, part, seen);
  return by || ["aria-label", "title"].map((a) => attributeOf(program, moment, part, a)?.trim()).find(Boolean) || "";
}
const gauges = /^(meter|progress)$/;
/** A gauge in a name says what it shows (accname 1.2, step 2C, range); a bar that shows nothing says nothing. */
function gaugeText(tag: string, value: string | null): string {
  if (value === null && tag === "progress") return "";
  const shown = Number.parseFloat(value ?? "0");
  return String(Number.isFinite(shown) ? shown : 0);
}

/** What its author calls it stands apart from the words around, as in Chromium. */
const isSaidOf = (program: Program, moment: Moment, part: PartIndex): boolean =>
  Boolean(attributeOf(program, moment, part, "aria-label")?.trim());
const isHinted = (tag: string, type: string): boolean =>
  tag === "textarea" || (tag === "input" && hinted.test((type || "text").toLowerCase()));

/** What `aria-labelledby` makes of it; empty where nothing it names is there. */
function labelledBy(program: Program, moment: Moment, part: PartIndex, seen: ReadonlySet<PartIndex>): string {
  const { named } = layoutOf(program, moment);
  const texts = labelsOf(program, moment, part)
    // A label counts even when it is hidden, with what is hidden inside it (step 2A).
    .map((p) => compute(program, moment, p, "label", new Set([...seen].filter((s) => s !== p)), !named[p]));
  return texts.join("").trim() ? texts.join(" ") : "";
}

/** The parts that `aria-labelledby` names and that are there. */
function labelsOf(program: Program, moment: Moment, part: PartIndex): PartIndex[] {
  const ids = attributeOf(program, moment, part, "aria-labelledby")?.split(/\s+/).filter(Boolean) ?? [];
  const { present } = layoutOf(program, moment);
  return ids.map((id) => partById(program, moment, id)).filter((p) => p !== DOCUMENT && present[p]);
}

/** Whether it has its say in the names of others. */
const isHeard = (program: Program, moment: Moment, part: PartIndex): boolean => layoutOf(program, moment).named[part];

export function partById(program: Program, moment: Moment, id: string): PartIndex {
  for (const p of program.parts) if (attributeOf(program, moment, p.index, "id") === id) return p.index;
  return DOCUMENT;
}

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

/** The control that a label gives its clicks to (HTML §4.10.4); DOCUMENT when there is none. */
export function labelledControl(program: Program, moment: Moment, part: PartIndex): PartIndex {
  for (const p of program.parts[part].path) {
    const info = program.parts[p];
    if (info.part.tag !== "label") continue;
    const target = attributeOf(program, moment, p, "for");
    if (target !== null) return partById(program, moment, target);
    for (let c = p + 1; c < info.end; c++) {
      if (["input", "button", "select", "textarea"].includes(program.parts[c].part.tag)) return c;
    }
  }
  return DOCUMENT;
}
