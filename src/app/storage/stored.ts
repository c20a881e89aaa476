/** What lies in the store, taken for what it is: it may be of any shape, damaged or of a newer program. */
import { type Component, jsonText, type Problem, readComponentValue } from "../../core/model";
import { compile, type Program } from "../../core/program";

export type ReadStored = { ok: true; doc: Component; program: Program } | { ok: false; problems: readonly Problem[] };

const known = new WeakMap<object, ReadStored>();

/** A stored document, read and compiled; or what stands in the way. Never throws. */
export function readStored(doc: unknown): ReadStored {
  const key = typeof doc === "object" && doc !== null ? doc : null;
  const before = key && known.get(key);
  if (before) return before;
  let read: ReadStored;
  try {
    const loaded = readComponentValue(doc);
    read = loaded.ok ? { ok: true, doc: loaded.doc, program: compile(loaded.doc) } : loaded;
  } catch (error) {
    read = { ok: false, problems: [{ path: "the record", message: `cannot be used: ${String(error)}` }] };
  }
  if (key) known.set(key, read);
  return read;
}

/** What to call it, whatever it is. */
export function storedName(doc: unknown): string {
  const name = (doc as { name?: unknown } | null | undefined)?.name;
  return typeof name === "string" && name.trim() ? name.slice(0, 120) : "Without a name";
}

/** As it lies there, for a file. */
export function storedText(doc: unknown): string {
  try {
    return jsonText(doc);
  } catch {
    // It holds itself, or what no file can hold.
    return `${JSON.stringify(Object.prototype.toString.call(doc))}\n`;
  }
}
