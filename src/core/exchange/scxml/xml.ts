/** XML into a plain tree with places. Namespaces are resolved; entities beyond the five of XML itself are refused. */
import { SaxesParser } from "saxes";
import type { Problem } from "../../model";

export const SCXML = "http://www.w3.org/2005/07/scxml";
export const LIVELY = "urn:lively-state:component";

export interface Element {
  ns: string;
  name: string;
  attributes: Record<string, string>;
  /** Attributes of our own namespace. */
  own: Record<string, string>;
  children: Element[];
  text: string;
  line: number;
  column: number;
}
export type ParsedXml = { ok: true; root: Element } | { ok: false; problems: Problem[] };

export const placeOf = (at: { line: number; column: number }): string => `line ${at.line}, column ${at.column}`;

/** A file beyond these is refused: no chart that a person works on comes near them. */
export const limits = { depth: 120, elements: 20_000, characters: 5_000_000 };

class Refused extends Error {}

export function parseXml(text: string): ParsedXml {
  const fail = (path: string, message: string): ParsedXml => ({ ok: false, problems: [{ path, message }] });
  if (text.length > limits.characters) {
    const mb = (text.length / 1e6).toFixed(1);
    return fail("the file", `is ${mb} MB; at most ${limits.characters / 1e6} MB is read`);
  }
  const parser = new SaxesParser({ xmlns: true, position: true });
  const stack: Element[] = [];
  let root: Element | null = null;
  let count = 0;
  let opened = { line: 1, column: 1 };
  const here = (): string => placeOf({ line: parser.line, column: parser.column + 1 });
  let problem: ParsedXml | null = null;
  const refuse = (path: string, message: string): never => {
    problem = fail(path, message);
    throw new Refused();
  };
  parser.on("error", (error) => {
    const message = error.message.replace(/^\d*:?\d*:?\s*/, "").replace(/\.$/, "");
    refuse(here(), `not well-formed XML: ${message}`);
  });
  parser.on("doctype", (doctype) => {
    if (doctype.includes("[") || /\b(SYSTEM|PUBLIC)\b/.test(doctype)) {
      refuse(
        here(),
        "a document type with declarations or an external part is not read: no entities are expanded here",
      );
    }
  });
  parser.on("opentagstart", (tag) => {
    // The parser stands behind the name and one character more; after a line's end the tag began on the line before.
    const column = parser.columnIndex - tag.name.length - 1;
    opened = column >= 1 ? { line: parser.line, column } : { line: parser.line - 1, column: 1 };
  });
  parser.on("opentag", (tag) => {
    if (++count > limits.elements)
      refuse(placeOf(opened), `more than ${limits.elements} elements: this file is too large`);
    if (stack.length >= limits.depth)
      refuse(placeOf(opened), `nested more than ${limits.depth} deep: this file is not read`);
    const attributes: Record<string, string> = Object.create(null);
    const own: Record<string, string> = Object.create(null);
    for (const a of Object.values(tag.attributes)) {
      if (a.uri === LIVELY) own[a.local] = a.value;
      else if (a.uri === "" && a.prefix === "") attributes[a.local] = a.value;
    }
    const element: Element = { ns: tag.uri, name: tag.local, attributes, own, children: [], text: "", ...opened };
    if (stack.length) stack[stack.length - 1].children.push(element);
    else root = element;
    stack.push(element);
  });
  parser.on("closetag", () => void stack.pop());
  const addText = (t: string): void => {
    if (stack.length) stack[stack.length - 1].text += t;
  };
  parser.on("text", addText);
  parser.on("cdata", addText);
  try {
    parser.write(text).close();
  } catch (error) {
    if (error instanceof Refused && problem) return problem;
    throw error;
  }
  if (!root) return fail("line 1, column 1", "there is no element in this file");
  return { ok: true, root };
}
