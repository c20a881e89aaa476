/** Places in a component's markup that its user fills: parts with `data-slot`, which names them; without a name it is the usual one. */
import { allParts, type Component, type Problem } from "../../model";
import type { Program } from "../../program";
import { looksIn } from "../page/own-style";

export const SLOT = "data-slot";

export const slotOf = (attributes: Readonly<Record<string, string>>): string | null => attributes[SLOT] ?? null;

export const slotsOf = (doc: Component): string[] => [
  ...new Set(allParts(doc).flatMap(({ part }) => (part.attributes ? (slotOf(part.attributes) ?? []) : []))),
];

/** @returns why a place cannot be left to the user of the component */
export function slotProblems({ doc, parts }: Program): Problem[] {
  const said = new Set(
    doc.looks.filter((row) => looksIn(row).some((l) => l.text !== undefined)).map((row) => row.part),
  );
  return parts.flatMap(({ name, part, content }): Problem[] => {
    const slot = slotOf(part.attributes ?? {});
    if (slot === null) return [];
    const path = `parts.${name}`;
    const one = (message: string): Problem => ({ path, message: `${name} is a slot, and ${message}` });
    if (slot && !/^[A-Za-z][\w-]*$/.test(slot)) return [one(`“${slot}” is no name for one: letters, digits and -`)];
    if (said.has(name)) return [one("a look says a text for it: its user's content would be lost")];
    if (content.some((c) => typeof c === "number")) return [one("has parts inside, which its user would replace")];
    if (content.some((c) => typeof c !== "number" && !c.constant)) return [one("has data in its text")];
    return [];
  });
}
