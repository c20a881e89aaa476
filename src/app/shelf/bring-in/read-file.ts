/** What a file that somebody opens holds: components, a page, or why it is neither. */
import { readScxml } from "../../../core/exchange";
import { type Component, type Problem, readComponent } from "../../../core/model";
import { readBundle } from "../../storage/bundle";

export interface Found {
  docs: readonly Component[];
  /** A file of several: they come in, none of them is opened. */
  bundle?: boolean;
  html?: string;
  /** That something of it did not come in; empty where all did. */
  why: string;
  problems: readonly Problem[];
}

/** @param name of the file, whose ending says what it is meant to be. Never throws. */
export function readBytes(name: string, bytes: Uint8Array): Found {
  if (/\.zip$/i.test(name)) {
    const { docs, refused } = readBundle(bytes);
    if (!docs.length && !refused.length) refused.push({ path: "the file", message: "has no component file in it" });
    const why = docs.length ? `Not all of ${name} came in` : `${name} was not opened`;
    return { docs, bundle: true, why: refused.length ? why : "", problems: refused };
  }
  const text = new TextDecoder("utf-8", { ignoreBOM: true }).decode(bytes);
  if (/\.html?$/i.test(name)) return { docs: [], html: text, why: "", problems: [] };
  const read = /^\uFEFF?\s*</.test(text) ? readScxml(text) : readComponent(text);
  return read.ok
    ? { docs: [read.doc], why: "", problems: [] }
    : { docs: [], why: `${name} was not opened`, problems: read.problems };
}
