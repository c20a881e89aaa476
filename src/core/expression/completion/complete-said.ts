/** What can be typed next in claims, expectations and steps. */
import { keyNames } from "../../model";
import type { Names } from "../names";
import { claimForms } from "../notation/claim-notation";
import { stepForms } from "../notation/step-notation";

export type SaidKind = "claim" | "expectation" | "step";

const isWords = ["visible", "displayed", "present", "focused", "in view", "in the Tab order"];

/** @returns whole texts: what was typed, with the last word completed or another added */
export function completeSaid(kind: SaidKind, text: string, names: Names): string[] {
  const word = /\S*$/.exec(text)![0];
  const before = text.slice(0, text.length - word.length);
  const from = (options: readonly string[]): string[] =>
    options.filter((o) => o.toLowerCase().startsWith(word.toLowerCase()) && o !== word).map((o) => before + o);
  if (kind === "step") {
    if (!before.trim()) return from([...new Set(stepForms.map((f) => f.replace(/ (part|Key)$/, " ")))]);
    if (/^(click|pointer down on|pointer up over|move onto)\s+$/.test(before))
      return from([...names.parts, "the bare page"]);
    return /^(press|hold|release)\s+$/.test(before) ? from(keyNames) : [];
  }
  if (kind === "claim" && !before.trim())
    return from([
      ...new Set(claimForms.map((f) => f.replace(/[ ,]*…[\s\S]*$/, " ")).filter((f) => f.trim())),
      ...names.parts,
    ]);
  const clause = before
    .split(/,|\band\b|\bor\b|\buntil\b|\balways\b|\bnever\b|\bwhenever\b|\bnot \(/)
    .at(-1)!
    .trimStart();
  if (kind === "claim" && /^after\s+(\w+\s+)?$/.test(before)) {
    const verb = /^after\s+(click|press)\s+$/.exec(before)?.[1];
    return from(verb === "click" ? names.parts : verb === "press" ? keyNames : ["click ", "press ", "timer "]);
  }
  if (!clause.trim()) return from([...names.parts, "state is ", "not ("]);
  if (/^state is\s+$/.test(clause)) return from(names.states);
  if (/\bis (not )?$/.test(clause)) return from(clause.includes("is not") ? isWords : [...isWords, "not "]);
  if (/\bhas (no )?$/.test(clause))
    return from(["text “", "name “", "opacity ", "style ", "aria-expanded=", "aria-pressed=", "aria-checked="]);
  if (/^\S+\s+$/.test(clause) && names.parts.includes(clause.trim()))
    return from(["is ", "is not ", "has ", "takes the pointer", "does not take the pointer"]);
  const ends =
    kind === "expectation"
      ? ["within 200 ms", "for 1000 ms", "until "]
      : /^\s*whenever\b/.test(before)
        ? before.includes(",")
          ? ["at once", "within 200ms", "and ", "or "]
          : ["and ", "or "]
        : /^\s*after\b/.test(before)
          ? ["for at least 1s", "and ", "or "]
          : /^\s*from everywhere\b/.test(before)
            ? ["can be reached again", "and ", "or "]
            : ["and ", "or ", "until "];
  return from(ends);
}
