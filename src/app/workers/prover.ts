/** The app's side of the proof worker: one proof at a time; a newer one ends the one before. */
import { proxy, type Remote, wrap } from "comlink";
import type { Component } from "../../core/model";
import type { Proof } from "../../core/proof";
import type { ProofWorker } from "./proof.worker";

let current: { worker: Worker; api: Remote<ProofWorker>; busy: boolean } | null = null;

function worker() {
  if (current?.busy) cancelProof();
  if (!current) {
    const made = new Worker(new URL("./proof.worker.ts", import.meta.url), { type: "module" });
    current = { worker: made, api: wrap<ProofWorker>(made), busy: false };
  }
  return current;
}

/** Ends the proof that runs, if any; its promise never settles. */
export function cancelProof(): void {
  current?.worker.terminate();
  current = null;
}

export async function proveInWorker(doc: Component, progress: (situations: number) => void): Promise<Proof> {
  const mine = worker();
  mine.busy = true;
  try {
    return await mine.api.prove(doc, proxy(progress));
  } finally {
    mine.busy = false;
  }
}
