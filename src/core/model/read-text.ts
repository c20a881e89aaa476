/** Reading the texts of component files. */
import { type ParseError, parseTree } from "jsonc-parser";
import { fail, type Loaded, MAX_FILE, readComponentValue } from "./load";

/**
 * Reads a component file.
 * @returns the document, or problems whose `path` names the place (`line 3, column 7` for broken JSON).
 */
export function readComponent(text: string): Loaded {
  if (text.length > MAX_FILE) {
    const mb = (text.length / 1e6).toFixed(1);
    return fail("the file", `is ${mb} MB; a component file has at most ${MAX_FILE / 1e6} MB`);
  }
  let json: unknown;
  try {
    // A byte-order mark is no part of the text (RFC 8259 §8.1).
    json = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch {
    return fail(jsonPlace(text), "not JSON: a component file is one JSON object");
  }
  return readComponentValue(json);
}

/** Engines word their errors differently, not all with a place; a tolerant parser always has one. */
function jsonPlace(text: string): string {
  const errors: ParseError[] = [];
  parseTree(text, errors, { disallowComments: true });
  const at = errors[0]?.offset ?? text.length;
  const before = text.slice(0, at).split("\n");
  return `line ${before.length}, column ${before[before.length - 1].length + 1}`;
}
