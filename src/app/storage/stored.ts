/** What lies in the store, taken for what it is: it may be of any shape, damaged or of a newer program. */
import { dequal } from "dequal";
import { type Component, jsonText, type Problem, readComponentValue } from "../../core/model";
import type { Stored } from "./database";

export type ReadStored = { ok: true; doc: Component } | { ok: false; problems: readonly Problem[] };

const known = new WeakMap<object, ReadStored>();

/** A stored document, read; or what stands in the way. Never throws. */
export function readStored(doc: unknown): ReadStored {
  const key = typeof doc === "object" && doc !== null ? doc : null;
  const before = key && known.get(key);
  if (before) return before;
  let read: ReadStored;
  try {
    read = readComponentValue(doc);
  } catch (error) {
    read = { ok: false, problems: [{ path: "the record", message: `cannot be used: ${String(error)}` }] };
  }
  if (key) known.set(key, read);
  if (read.ok) known.set(read.doc, read);
  return read;
}

/** Read from a file just now: not read again when it comes back from the store. */
export const justRead = (doc: Component): unknown => known.set(doc, { ok: true, doc });

/** Components that were read last, by their ids. */
const recent = new Map<string, Stored>();
const MOST = 100;

/**
 * The store gives a copy at each asking: one that says what the copy before said is that one again, and so is its
 * document. What follows from a document (its program, its pictures) is then made once.
 */
export function recognised(item: Stored): Stored {
  const before = recent.get(item.id);
  let now = item;
  try {
    if (before && dequal(before, item)) now = before;
    else if (before && dequal(before.doc, item.doc)) now = { ...item, doc: before.doc };
  } catch {
    // It holds itself.
  }
  recent.delete(item.id);
  recent.set(item.id, now);
  if (recent.size > MOST) recent.delete(recent.keys().next().value!);
  return now;
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
