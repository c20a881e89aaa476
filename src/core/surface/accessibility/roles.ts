/** Roles, attributes and texts at a moment (WAI-ARIA 1.2, HTML-AAM 1.0). */
import type { Part } from "../../model";
import { classesWith, DOCUMENT, looksAt, type PartIndex, type Program } from "../../program";
import { layoutOf } from "../layout";
import { envOf, type Moment } from "../moment";
import { chosenRole, globalAttributes, isGrid, isListFor, isNone, isTable, saidRoles } from "./aria";
import { implicitRole, ownerRoles } from "./implicit-role";

export function roleOf(program: Program, moment: Moment, part: PartIndex): string | null {
  const role = writtenRoleOf(program, moment, part);
  return role === "cell" && isInGrid(program, moment, part) ? "gridcell" : role;
}

/** The roles that its author gives it. */
export const saidRolesOf = (program: Program, moment: Moment, part: PartIndex): string[] =>
  saidRoles(attributeOf(program, moment, part, "role"));

function writtenRoleOf(program: Program, moment: Moment, part: PartIndex): string | null {
  const chosen = chosenRole(saidRolesOf(program, moment, part), {
    needed: () => isNeeded(program, moment, part),
    named: () => isNamed(program, moment, part),
    around: (role) => contextOf(program, moment, part, role),
  });
  if (chosen !== undefined) return chosen;
  const { path } = program.parts[part];
  // What only makes sense in a list or a table is nothing in one that is something else (HTML-AAM §3.4).
  const [, up] = path;
  const wanted = up === undefined ? undefined : ownerRoles(program.parts[part].part.tag, program.parts[up].part.tag);
  if (wanted && !wanted.test(roleOf(program, moment, up) ?? "")) return null;
  return implicitRole(asLooked(program, moment, part), {
    around: path.slice(1).map((p) => program.parts[p].part.tag),
    // A picture that says it is nothing is told where its author names it, which a title does not.
    named: isNamed(program, moment, part, program.parts[part].part.tag === "img" ? ["aria-label"] : undefined),
    ...(program.parts[part].part.tag === "th" ? { beside: besideOf(program, moment, part) } : {}),
  });
}

/** The role of the nearest with one around what is to have a role; a group only where its author says so. */
function contextOf(program: Program, moment: Moment, part: PartIndex, wanted: string): string {
  for (const p of program.parts[part].path.slice(1)) {
    if (isListFor(wanted, program.parts[p].part.tag)) return "list";
    const role = roleOf(program, moment, p) ?? "none";
    if (!isNone(role)) return role === "group" && !saidRolesOf(program, moment, p).length ? "" : role;
  }
  return "";
}

/** The cells of a table that is a grid are its own (HTML-AAM §3.4, td). */
export function isInGrid(program: Program, moment: Moment, part: PartIndex): boolean {
  const around = program.parts[part].path.slice(1).map((p) => roleOf(program, moment, p) ?? "");
  return isGrid(around.find(isTable) ?? "");
}

/** Whether it has a name from its author, not which: that may be made of what has this part in it. */
const isNamed = (program: Program, moment: Moment, part: PartIndex, by = ["aria-label", "title"]): boolean =>
  labelsOf(program, moment, part).length > 0 || by.some((a) => attributeOf(program, moment, part, a)?.trim());

/** What can hold the focus, or says something of itself, is told all the same (WAI-ARIA 1.2, presentational roles conflict resolution). */
const isNeeded = (program: Program, moment: Moment, part: PartIndex): boolean =>
  layoutOf(program, moment).focusable[part] ||
  globalAttributes.some((a) => attributeOf(program, moment, part, a) !== null);

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

/** The parts that `aria-labelledby` names and that are there; what closed details skip is not (CSS Contain 2 §4.2). */
export function labelsOf(program: Program, moment: Moment, part: PartIndex): PartIndex[] {
  const ids = attributeOf(program, moment, part, "aria-labelledby")?.split(/\s+/).filter(Boolean) ?? [];
  const { present } = layoutOf(program, moment);
  return ids
    .map((id) => partById(program, moment, id))
    .filter((p) => p !== DOCUMENT && present[p] && !isSkipped(program, moment, p));
}

/** Whether it stands in details that are closed, and not in their summary. */
function isSkipped(program: Program, moment: Moment, part: PartIndex): boolean {
  const { parts } = program;
  return parts[part].path.some((around, i, path) => {
    if (i === 0 || parts[around].part.tag !== "details") return false;
    if (attributeOf(program, moment, around, "open") !== null) return false;
    const summary = parts.find((p) => p.parent === around && p.part.tag === "summary");
    return summary?.index !== path[i - 1];
  });
}

export function partById(program: Program, moment: Moment, id: string): PartIndex {
  for (const p of program.parts) if (attributeOf(program, moment, p.index, "id") === id) return p.index;
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
