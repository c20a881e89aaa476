/** F26 and F27: what a control is called, for those who hear it and those who say it (WCAG 2.2, 4.1.2 and 2.5.3). */
import type { PartIndex, Program } from "../../program";
import type { RunState } from "../../run";
import {
  activeNames,
  attributeOf,
  isControl,
  isPainted,
  layoutOf,
  nameOf,
  roleOf,
  stateText,
  textOf,
} from "../../surface";
import type { Visitor } from "../exploring/explore";
import type { Collector } from "../findings/collector";
import { goes, isFading } from "./seen";

/** Their own patterns ask for a name (P5, P6). */
const askedElsewhere = new Set(["listbox", "switch"]);

export function nameRules(program: Program, collector: Collector): Visitor {
  const controls = program.parts.map((p) => p.index).filter((p) => isControl(program, p));
  /** What was asked already: all that decides an answer. */
  const known = new Set<string>();
  return {
    situation(situation, explorer) {
      const { state } = situation;
      const key = `${state.pose} ${state.data} ${state.tracks.map((t) => t.goal)}`;
      if (known.has(key)) return;
      known.add(key);
      const layout = layoutOf(program, state);
      for (const part of controls) {
        if (!layout.exposed[part] || !isPainted(program, state, part)) continue;
        if (isFading(program, state, part) || goes(program, state, part)) continue;
        const found = unnamed(program, state, part) ?? otherwiseNamed(program, state, part);
        if (!found) continue;
        const at = { part: program.parts[part].name, state: activeNames(program, state)[0] };
        const text = `${at.part} ${found.text} (in ${stateText(program, state)})`;
        collector.add({ ...found, ...at, text }, explorer, situation);
      }
    },
  };
}

function unnamed(program: Program, state: RunState, part: PartIndex) {
  if (nameOf(program, state, part) || askedElsewhere.has(roleOf(program, state, part) ?? "")) return null;
  const says = /^(input|select|textarea)$/.test(program.parts[part].part.tag)
    ? "give it a label, or aria-label"
    : "give it a text, or aria-label";
  return { rule: "F26", text: `is a control without a name: ${says}`, source: "WCAG 2.2, 4.1.2" } as const;
}

/** Their content is their label; that of a list or a field is not. */
const labelled = new Set("button link menuitem tab checkbox radio switch option".split(" "));

/** Words alone count: a single letter, a mark or an arrow is a picture (WCAG 2.5.3, understanding). */
const words = (text: string): string =>
  text
    .normalize("NFKC")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

function otherwiseNamed(program: Program, state: RunState, part: PartIndex) {
  const says = (name: string): boolean => attributeOf(program, state, part, name) !== null;
  if (!says("aria-label") && !says("aria-labelledby")) return null;
  if (!labelled.has(roleOf(program, state, part) ?? "")) return null;
  const seen = textOf(program, state, part);
  const label = words(seen);
  const name = nameOf(program, state, part);
  if (label.length < 2 || ` ${words(name)} `.includes(` ${label} `)) return null;
  const text = `reads “${seen}”, but is called “${name}”: a person who says what they see does not reach it`;
  return { rule: "F27", severity: "warning", text, source: "WCAG 2.2, 2.5.3" } as const;
}
