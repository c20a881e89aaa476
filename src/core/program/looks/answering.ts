/** Which parts rules can ask about that wait for what a person does. */
import { type Asker, type DoingName, doings, type Sheet } from "../../cascade";
import { DOCUMENT, type PartIndex, type PartInfo, type Program } from "../program";
import { activated, type Who } from "./who";

type Answers = Readonly<Record<DoingName, readonly boolean[]>>;
const byProgram = new WeakMap<Program, Answers>();

/** By part: whether a rule may ask it of it. All of them where the elements around the parts are asked, too. */
export function answersOf(program: Program, sheet: Sheet): Answers {
  let found = byProgram.get(program);
  if (!found) {
    found = Object.fromEntries(
      doings.map((name) => {
        const askers = sheet.askers.filter((a) => a.name === name);
        const around = askers.some(isAround);
        return [name, program.parts.map((info) => around || askers.some((a) => canBe(program, info, a)))];
      }),
    ) as unknown as Answers;
    byProgram.set(program, found);
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
  const may = answersOf(program, sheet);
  const pathOf = (p: PartIndex): readonly PartIndex[] => (p === DOCUMENT ? [] : program.parts[p].path);
  // A label takes its control along, whichever that is by now.
  const within = (p: PartIndex, answers: readonly boolean[]): PartIndex =>
    pathOf(p).some((q) => answers[q] || program.parts[q].part.tag === "label") ? p : DOCUMENT;
  const active = within(activated(program, who), may.active);
  const isSeen = may["focus-visible"][who.focus] === true;
  const isFocus = isSeen || may.focus[who.focus] || pathOf(who.focus).some((q) => may["focus-within"][q]);
  return {
    over: within(who.over, may.hover),
    focus: isFocus ? who.focus : DOCUMENT,
    pressed: active === DOCUMENT ? null : active,
    letGo: active !== DOCUMENT && who.letGo,
    spaceAt: null,
    byPointer: isSeen && who.byPointer,
    keyed: isSeen && who.keyed,
    target: may.target[who.target] ? who.target : DOCUMENT,
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
