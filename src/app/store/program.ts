/** What the open document means: compiled once, where somebody first asks. The shelf's list does without. */
import type { Component } from "../../core/model";
import { compile, type Program } from "../../core/program";
import { useDocument } from "./document";

/** While anybody uses a document's program it is that one: configurations and poses are numbers of one program. */
const known = new WeakMap<Component, WeakRef<Program>>();
/** Those that were asked for last. What can be undone holds thousands of documents, whose programs nobody needs. */
const recent = new Set<Program>();
const MOST = 8;

export function programOf(doc: Component): Program {
  let program = known.get(doc)?.deref();
  if (!program) {
    program = compile(doc);
    known.set(doc, new WeakRef(program));
  }
  recent.delete(program);
  recent.add(program);
  if (recent.size > MOST) recent.delete(recent.values().next().value!);
  return program;
}

/** @returns why a document cannot be used, for a person; empty where it can. Never throws. */
export function whyUnusable(doc: Component): string {
  try {
    programOf(doc);
    return "";
  } catch (error) {
    return `It cannot be used: ${String(error)}`;
  }
}

/** Of the open component; null while none is open. */
export function openProgram(): Program | null {
  const { doc } = useDocument.getState();
  return doc && programOf(doc);
}

/** The open document; for views that are only shown while one is open. */
export function useDoc(): { doc: Component; program: Program } {
  const doc = useDocument((s) => s.doc);
  if (!doc) throw new Error("no component is open");
  return { doc, program: programOf(doc) };
}
