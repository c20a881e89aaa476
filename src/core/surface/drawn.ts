/** The page as it is drawn beside the sheet: what a person does there is shown by marks, so that it can be turned back. */
import { takesKeys, withMarks } from "../cascade";
import { DOCUMENT, doingAsked, doneTo, type PartIndex, type Program, type Who } from "../program";
import { attributeOf, labelledControl } from "./accessibility/roles";
import type { Moment } from "./moment";
import { baseSheet, type RenderedPart, render } from "./render";

/** Names, separated by blanks, of the pseudo-classes that hold for an element. */
export const DOING = "data-doing";

export const drawnSheet = (program: Program): string => withMarks(baseSheet(program.doc), doingAsked(program), DOING);

/** What is on the page at a moment, with its marks where rules ask for them. */
export function drawnParts(program: Program, moment: Moment & Who): RenderedPart[] {
  const parts = render(program, moment);
  const marks = marksAt(program, moment);
  if (!marks.size) return parts;
  const mark = (part: RenderedPart): RenderedPart => {
    const names = marks.get(program.partIndex.get(part.name) ?? DOCUMENT);
    const content = part.content.map((c) => (typeof c === "string" ? c : mark(c)));
    return names ? { ...part, content, attributes: { ...part.attributes, [DOING]: names } } : { ...part, content };
  };
  return parts.map(mark);
}

function marksAt(program: Program, moment: Moment & Who): ReadonlyMap<PartIndex, string> {
  const asked = doingAsked(program);
  const out = new Map<PartIndex, string>();
  if (!asked.size) return out;
  const attributesAt = (p: PartIndex): Record<string, string> =>
    Object.fromEntries(
      ["type", "contenteditable"].flatMap((name) => {
        const value = attributeOf(program, moment, p, name);
        return value === null ? [] : [[name, value]];
      }),
    );
  const done = doneTo(program, moment, {
    controlOf: (label) => labelledControl(program, moment, label),
    takesKeys: (part) => takesKeys(program.parts[part].part.tag, attributesAt(part)),
  });
  for (const [name, { on }] of done)
    if (asked.has(name)) for (const p of on) out.set(p, `${out.has(p) ? `${out.get(p)} ` : ""}${name}`);
  return out;
}
