/** One file proved: what is found out about it, without a word printed. */
import type { Component, Problem } from "../core/model";
import { defaultBounds, type Mutation, mutateNow, type Proof, proveNow } from "../core/proof";
import { readDocument } from "./files";

/** What decides how a file is proved. */
export interface Asked {
  /** Share of the small faults put in that scenarios have to notice. Asked for only where it is given: it takes its time. */
  minMutation?: number;
  /** Situations after which the exploration of a component stops and says so. */
  situations?: number;
  /** Only scenarios with that tag run. */
  tag?: string;
}

export type FileProof =
  | { ok: true; doc: Component; proof: Proof; mutation: Mutation | undefined }
  | { ok: false; problems: readonly Problem[] };

export function proveFile(file: string, { minMutation, situations, tag }: Asked): FileProof {
  const loaded = readDocument(file);
  if (!loaded.ok) return loaded;
  const doc = tagged(loaded.doc, tag);
  return {
    ok: true,
    doc,
    proof: proveNow(doc, { situations: situations ?? defaultBounds.situations }),
    mutation: minMutation === undefined ? undefined : mutateNow(doc),
  };
}

/** With only the scenarios of a tag; all of them where none is asked for. */
const tagged = (doc: Component, tag: string | undefined): Component =>
  tag === undefined ? doc : { ...doc, scenarios: doc.scenarios.filter((s) => s.tags?.includes(tag)) };
