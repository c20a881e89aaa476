/** Sentences about a component, in pieces. */
import { DOCUMENT, type Program, partName } from "../../program";

/** A piece of a sentence; `part` and `state` are names that a reader can go to. */
export interface Phrase {
  text: string;
  kind: "plain" | "part" | "state" | "event";
}

export const say = (strings: TemplateStringsArray, ...holes: Phrase[]): Phrase[] =>
  strings
    .flatMap((text, i) => [{ text, kind: "plain" as const }, ...(holes[i] ? [holes[i]] : [])])
    .filter((p) => p.text);

export const phraseText = (sentence: readonly Phrase[]): string => sentence.map((p) => p.text).join("");

export const plain = (text: string): Phrase => ({ text, kind: "plain" });

/** What stands in a component, by its index, as it is called. */
export interface Words {
  part(index: number): Phrase;
  state(index: number): Phrase;
  row(index: number): Phrase;
}
export const wordsOf = (program: Program): Words => ({
  part: (index) => ({ text: partName(program, index), kind: index === DOCUMENT ? "plain" : "part" }),
  state: (index) => ({ text: program.states[index].name, kind: "state" }),
  row: (index) => ({ text: program.rows[index].label, kind: "event" }),
});
