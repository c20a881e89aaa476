/** Which parts rules can ask about that wait for what a person does. */
import type { Asker, Sheet } from "../../cascade";
import { DOCUMENT, type PartIndex, type PartInfo, type Program } from "../program";
import { activated, type Who } from "./who";

const byProgram = new WeakMap<Program, Map<string, readonly boolean[]>>();

/** By part: whether a rule may ask of it what `name` says. All of them where the elements around the parts are asked, too. */
export function answers(program: Program, sheet: Sheet, name: string): readonly boolean[] {
  const known = byProgram.get(program) ?? new Map<string, readonly boolean[]>();
  byProgram.set(program, known);
  let found = known.get(name);
  if (!found) {
    const askers = sheet.askers.filter((a) => a.name === name);
    const around = askers.some(isAround);
    found = program.parts.map((info) => around || askers.some((a) => canBe(program, info, a)));
    known.set(name, found);
  }
  return found;
}
/** It may be asked of the document's own elements and of blocks. */
const isAround = ({ tag, id, classes, attributes }: Asker): boolean =>
  id === null &&
  !classes.length &&
  attributes.every(([name]) => name === "lang" || name === "data-block") &&
  (tag === null || /^(html|body|div)$/.test(tag));

/** What a person does, as far as some rule asks: what nobody is asked about is done to nobody. */
export function askedOf(program: Program, sheet: Sheet, who: Who): Who {
  const may = (name: string): readonly boolean[] => answers(program, sheet, name);
  const pathOf = (p: PartIndex): readonly PartIndex[] => (p === DOCUMENT ? [] : program.parts[p].path);
  // A label takes its control along, whichever that is by now.
  const within = (p: PartIndex, name: string): PartIndex =>
    pathOf(p).some((q) => may(name)[q] || program.parts[q].part.tag === "label") ? p : DOCUMENT;
  const active = within(activated(program, who), "active");
  const isSeen = may("focus-visible")[who.focus] === true;
  const isFocus = isSeen || may("focus")[who.focus] || pathOf(who.focus).some((q) => may("focus-within")[q]);
  return {
    over: within(who.over, "hover"),
    focus: isFocus ? who.focus : DOCUMENT,
    pressed: active === DOCUMENT ? null : active,
    letGo: active !== DOCUMENT && who.letGo,
    spaceAt: null,
    byPointer: isSeen && who.byPointer,
    keyed: isSeen && who.keyed,
    target: may("target")[who.target] ? who.target : DOCUMENT,
  };
}

/** Parts are named by it on every page. */
const NAME = "data-part";
/** Attributes that follow from how a part is there. */
const byHow = new Set(["hidden", "inert", "disabled", "aria-hidden", "class", "open", "checked"]);

/** Whether a part can have the tag, the id, the classes and the attributes that a rule wants. */
function canBe(program: Program, info: PartInfo, { tag, id, classes, attributes }: Asker): boolean {
  const { part, name } = info;
  if (tag !== null && tag !== part.tag.toLowerCase()) return false;
  const said = Object.values(program.doc.looks.find((l) => l.part === name)?.in ?? {}).flatMap((l) => [
    l,
    ...(l.and ?? []),
  ]);
  const varies = (attribute: string): boolean =>
    part.attributes?.[attribute]?.includes("${") === true || said.some((l) => l.attributes?.[attribute] !== undefined);
  if (id !== null && part.attributes?.id !== id && !varies("id")) return false;
  const differs = ([attribute, value]: readonly [string, string]): boolean => {
    if (attribute === NAME) return value !== name;
    return !byHow.has(attribute) && !varies(attribute) && part.attributes?.[attribute] !== value;
  };
  if (attributes.some(differs)) return false;
  const own = new Set((part.attributes?.class ?? "").split(/\s+/));
  return varies("class") || classes.every((c) => own.has(c) || said.some((l) => l.classes?.[c] === true));
}
