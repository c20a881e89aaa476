/** Which parts rules can ask about that wait for what a person does. */
import type { Asker } from "../../cascade";
import type { PartInfo, Program } from "../program";

/** Whether a part can have the tag, the id and the classes that a rule wants. */
export function canBe(program: Program, { part, name }: PartInfo, { tag, id, classes }: Asker): boolean {
  if (tag !== null && tag !== part.tag.toLowerCase()) return false;
  const said = Object.values(program.doc.looks.find((l) => l.part === name)?.in ?? {}).flatMap((l) => [
    l,
    ...(l.and ?? []),
  ]);
  const varies = (attribute: string): boolean =>
    part.attributes?.[attribute]?.includes("${") === true || said.some((l) => l.attributes?.[attribute] !== undefined);
  if (id !== null && part.attributes?.id !== id && !varies("id")) return false;
  const own = new Set((part.attributes?.class ?? "").split(/\s+/));
  return varies("class") || classes.every((c) => own.has(c) || said.some((l) => l.classes?.[c] === true));
}
