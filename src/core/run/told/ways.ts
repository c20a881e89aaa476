/** What a way of being there means: for a person, the pointer, the Tab key, assistive technology, the document. */
import { DOCUMENT, isInside, type PartIndex, type Program, partName } from "../../program";
import { effectiveOpacity, isInView, layoutOf, nameOf, roleOf, tabStops, textOf, UNSEEN } from "../../surface";
import type { RunState } from "../state/state";

export const wayQuestions = [
  "A person sees",
  "Its space",
  "The pointer hits",
  "The Tab key reaches",
  "Assistive technology hears",
  "In the document",
] as const;
export type WayQuestion = (typeof wayQuestions)[number];

/** Answers for one part at an instant, in words. */
export function wayOf(program: Program, state: RunState, part: PartIndex): Record<WayQuestion, string> {
  const layout = layoutOf(program, state);
  const inside = program.parts.filter((p) => isInside(program, p.index, part));
  const { length } = inside.filter((p) => layout.present[p.index]);
  const list = (names: readonly string[], none: string): string =>
    names.length
      ? names.length > 6
        ? `${names.slice(0, 6).join(", ")} and ${names.length - 6} more`
        : names.join(", ")
      : none;
  const seen = layout.inSight[part] ? effectiveOpacity(program, state, part) : 0;
  const onto = layout.landing[part];
  const heard = inside.flatMap(({ index }) => {
    if (!layout.exposed[index]) return [];
    const role = roleOf(program, state, index);
    const name = nameOf(program, state, index);
    if (role && name) return [`${role} “${name}”`];
    const own = program.parts[index].content.some((c) => typeof c !== "number");
    const text = own ? textOf(program, state, index).trim() : "";
    return text ? [`“${text}”`] : role && role !== "generic" ? [role] : [];
  });
  return {
    "A person sees":
      seen <= UNSEEN
        ? "nothing"
        : !isInView(program, state, part)
          ? "nothing: scrolled away"
          : `it, at ${Math.round(seen * 100)} %`,
    "Its space": !layout.displayed[part] ? "is given up" : layout.as[part] === "moved out" ? "is given up" : "is kept",
    "The pointer hits": !layout.displayed[part]
      ? "what is behind it"
      : onto === part
        ? seen <= UNSEEN
          ? `${partName(program, part)}, though nobody sees it`
          : partName(program, part)
        : onto === DOCUMENT
          ? "the page behind it"
          : partName(program, onto),
    "The Tab key reaches": list(
      tabStops(program, state, layout)
        .filter((p) => isInside(program, p, part))
        .map((p) => program.parts[p].name),
      "nothing in it",
    ),
    "Assistive technology hears": list(heard, "nothing"),
    "In the document": length ? (length > 1 ? `it and ${length - 1} inside it` : "it") : "not there",
  };
}
