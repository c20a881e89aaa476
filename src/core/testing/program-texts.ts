/** Pieces of random programs, as texts. */
import fc from "fast-check";

export type Text = fc.Arbitrary<string>;
export const joined = (strings: TemplateStringsArray, ...parts: (Text | fc.Arbitrary<number>)[]): Text =>
  fc.tuple(...(parts as Text[])).map((said) => strings.reduce((text, s, i) => text + String(said[i - 1]) + s));
