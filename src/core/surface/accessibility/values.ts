/** What controls say inside the names of others: their values (accname 1.2, step 2C, embedded control). */
import type { PartIndex, Program } from "../../program";
import { layoutOf } from "../layout";
import type { Moment } from "../moment";
import { rangeText } from "./aria";
import { attributeOf, roleOf } from "./roles";

/**
 * @param nameOf of an option
 * @returns null for what has no value: its content is told
 */
export function valueIn(
  program: Program,
  moment: Moment,
  part: PartIndex,
  nameOf: (option: PartIndex) => string,
): string | null {
  const { tag } = program.parts[part].part;
  const attribute = (name: string): string | null => attributeOf(program, moment, part, name);
  if (tag === "input" && /^(|text|search|email|tel|url|number)$/.test(attribute("type")?.trim() ?? ""))
    return attribute("value") ?? "";
  if (/^(meter|progress)$/.test(tag)) return gaugeText(tag, attribute("value"));
  const role = roleOf(program, moment, part) ?? "";
  if (tag !== "select" && role !== "listbox") return rangeText(role, tag, attribute);
  const chosen = tag === "select" ? chosenOf(program, moment, part) : selectedIn(program, moment, part);
  return chosen.length || tag === "select" ? chosen.map(nameOf).join(" ") : null;
}

/** A gauge says what it shows; a bar that shows nothing says nothing. */
function gaugeText(tag: string, value: string | null): string {
  if (value === null && tag === "progress") return "";
  const shown = Number.parseFloat(value ?? "0");
  return String(Number.isFinite(shown) ? shown : 0);
}

const partsIn = ({ parts }: Program, part: PartIndex): PartIndex[] =>
  parts.slice(part + 1, parts[part].end).map((p) => p.index);

/** The entries of a list that are chosen; of one that drops down always one, the first that can be (HTML §4.10.7). */
function chosenOf(program: Program, moment: Moment, select: PartIndex): PartIndex[] {
  const { present } = layoutOf(program, moment);
  const has = (part: PartIndex, name: string): boolean => attributeOf(program, moment, part, name) !== null;
  const options = partsIn(program, select).filter((p) => program.parts[p].part.tag === "option" && present[p]);
  const said = options.filter((o) => has(o, "selected"));
  if (has(select, "multiple")) return said;
  if (said.length || Number(attributeOf(program, moment, select, "size") ?? 1) > 1) return said.slice(-1);
  return options.filter((o) => !has(o, "disabled")).slice(0, 1);
}

const selectedIn = (program: Program, moment: Moment, list: PartIndex): PartIndex[] =>
  partsIn(program, list).filter(
    (p) =>
      roleOf(program, moment, p) === "option" && attributeOf(program, moment, p, "aria-selected")?.trim() === "true",
  );
