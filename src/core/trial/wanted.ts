/** What the parts of a specification are known by: with it their elements are looked for on a page. */
import type { Program } from "../program";
import type { RunState } from "../run";
import { factsOf } from "../surface";

export interface Wanted {
  part: string;
  /** The part around it, null for none. */
  parent: string | null;
  tag: string;
  id: string | null;
  classes: readonly string[];
  role: string;
  /** What it may be called: its name for assistive technology, now and as its markup says it. */
  names: readonly string[];
  /** What it says with what is inside; empty for one that has nothing but parts inside. */
  text: string;
  /** It is in the document now. */
  present: boolean;
  /** It is displayed; what is not may as well be no more in the page. */
  displayed: boolean;
}

/** Those that can be looked for now: what is not there has to be known by its words later. */
export const soughtNow = (wanted: readonly Wanted[]): Wanted[] => wanted.filter((w) => w.present || !w.text);

export function wantedOf(program: Program, state: RunState): Wanted[] {
  return program.parts.map(({ index, name, part, parent, content }) => {
    const facts = factsOf(program, state, index);
    const said = part.attributes?.["aria-label"] ?? "";
    const leaf = content.every((c) => typeof c !== "number");
    const plain = (part.content ?? [])
      .filter((c) => typeof c === "string")
      .join(" ")
      .replace(/\s+/g, " ")
      .trim();
    const text = leaf ? facts.text || (plain.includes("${") ? "" : plain) : plain ? facts.text : "";
    return {
      part: name,
      parent: parent < 0 ? null : program.parts[parent].name,
      tag: part.tag,
      id: part.attributes?.id ?? null,
      classes: (part.attributes?.class ?? "").split(/\s+/).filter(Boolean),
      role: facts.role,
      names: [...new Set([facts.name, said, text].map((n) => n.trim()).filter((n) => n !== "" && !n.includes("${")))],
      text,
      present: facts.present,
      displayed: facts.displayed,
    };
  });
}
