/** What a file that somebody opens holds: components, a page, or why it is neither. */
import { type Component, MAX_FILE, type Problem, readComponent } from "../../../core/model";
import { readBundle } from "../../storage/bundle";
import { justRead } from "../../storage/stored";

export interface Found {
  docs: readonly Component[];
  /** A file of several: they come in, none of them is opened. */
  bundle?: boolean;
  html?: string;
  /** That something of it did not come in; empty where all did. */
  why: string;
  problems: readonly Problem[];
}

/** Bytes, packed. */
const MOST = 60_000_000;

export async function readFile(file: File): Promise<Found> {
  const nothing = { docs: [], problems: [] };
  if (file.size > MOST) {
    const mb = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`;
    return { ...nothing, why: `${file.name} is ${mb(file.size)}. A component file has at most ${mb(MAX_FILE)}.` };
  }
  if (/\.zip$/i.test(file.name)) {
    const { docs, refused } = readBundle(new Uint8Array(await file.arrayBuffer()));
    if (!docs.length && !refused.length) refused.push({ path: "the file", message: "has no component file in it" });
    const why = docs.length ? `Not all of ${file.name} came in` : `${file.name} was not opened`;
    return { docs, bundle: true, why: refused.length ? why : "", problems: refused };
  }
  const text = await file.text();
  if (/\.html?$/i.test(file.name)) return { ...nothing, html: text, why: "" };
  const read = /^\uFEFF?\s*</.test(text)
    ? (await import("../../../core/exchange")).readScxml(text)
    : readComponent(text);
  if (read.ok) justRead(read.doc);
  return read.ok
    ? { docs: [read.doc], why: "", problems: [] }
    : { docs: [], why: `${file.name} was not opened`, problems: read.problems };
}
