/**
 * The one list of facts about parts: what scenarios and claims can say, comparisons and the ribbon tell, rules look at,
 * and a page is asked. The core reads them from a moment (surface/facts), the probe from a page; neither can leave one out.
 */

export interface FactKind {
  is: "yes or no" | "number" | "text";
  /** How a list of facts names it. */
  told: string;
}

export const factTable = {
  present: { is: "yes or no", told: "in the document" },
  displayed: { is: "yes or no", told: "displayed" },
  /** Displayed, not hidden or moved out, effective opacity over 1 %, in the viewport. */
  visible: { is: "yes or no", told: "visible" },
  /** Some of it lies where the viewport is, and it is not moved out; whether it can be seen is another matter. */
  "in view": { is: "yes or no", told: "in view" },
  /** With that of everything around it, 0 to 1. */
  opacity: { is: "number", told: "opacity seen" },
  "takes pointer": { is: "yes or no", told: "takes the pointer" },
  focusable: { is: "yes or no", told: "can be focused" },
  "in tab order": { is: "yes or no", told: "in the Tab order" },
  focused: { is: "yes or no", told: "focused" },
  inert: { is: "yes or no", told: "inert" },
  disabled: { is: "yes or no", told: "disabled" },
  /** In the accessibility tree (WAI-ARIA 1.2 §7). */
  exposed: { is: "yes or no", told: "exposed to assistive technology" },
  /** By HTML-AAM and WAI-ARIA; empty for none. */
  role: { is: "text", told: "role" },
  /** By accname 1.2. */
  name: { is: "text", told: "name" },
  /** What the element's own text is in the document, white space collapsed. */
  text: { is: "text", told: "text" },
} as const satisfies Record<string, FactKind>;

type Table = typeof factTable;
export type FactName = keyof Table;
type ValueOf<K> = K extends "yes or no" ? boolean : K extends "number" ? number : string;
export type PartFacts = { [F in FactName]: ValueOf<Table[F]["is"]> };
export const factNames = Object.keys(factTable) as readonly FactName[];

type Of<K extends FactKind["is"]> = { [F in FactName]: Table[F]["is"] extends K ? F : never }[FactName];
export type PartFact = Of<"yes or no">;
export type TextFact = Of<"text">;
const of = <K extends FactKind["is"]>(kind: K): [Of<K>, ...Of<K>[]] =>
  factNames.filter((f) => factTable[f].is === kind) as [Of<K>, ...Of<K>[]];
export const partFacts = of("yes or no");
export const textFacts = of("text");
export const isTextFact = (fact: string): fact is TextFact => (textFacts as readonly string[]).includes(fact);
export const isPartFact = (fact: string): fact is PartFact => (partFacts as readonly string[]).includes(fact);

/** A fact's value in a list: yes, no, a number to the thousandth, a text, or that there is none. */
export const factWords = (value: unknown): string =>
  typeof value === "boolean"
    ? value
      ? "yes"
      : "no"
    : typeof value === "number"
      ? String(Number(value.toFixed(3)))
      : value === null || value === undefined
        ? "none"
        : String(value);
