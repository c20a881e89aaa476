/** What is said of pasted markup, and where it stands. */
import type { ChildNode } from "domhandler";

/** Something odd in pasted markup, or something that was left out of it. */
export interface Remark {
  /** 1-based line of the pasted text, where it is known. */
  line: number | null;
  text: string;
}

/** The parser notes places beside what it makes, and types do not know of it. */
interface Place {
  startLine: number;
  startTag?: { endLine: number };
}
export const placeOf = (node: ChildNode): Place | undefined =>
  (node as { sourceCodeLocation?: Place }).sourceCodeLocation;
/** The line of the markup that it begins in, from 1. */
export const lineOf = (node: ChildNode): number => placeOf(node)?.startLine ?? 1;
