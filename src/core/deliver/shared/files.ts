/** What a target gives: files with what was changed to make them, or what has to be put right before there can be any. */
import type { Component, Problem } from "../../model";
import type { Proof } from "../../proof";

export interface File {
  /** Relative, with `/`. */
  path: string;
  text: string;
}
export type Files =
  | { ok: true; files: readonly File[] /** What was changed, in words. */; notes: readonly string[] }
  | { ok: false; problems: readonly Problem[] };

/** @param proof what was shown about this very document; null writes that nothing was */
export type Target = (doc: Component, proof: Proof | null) => Files;
