/** Proves a component off the main thread. */
import { expose } from "comlink";
import type { Component } from "../../core/model";
import { type Proof, prove } from "../../core/proof";

const api = {
  async prove(doc: Component, progress: (situations: number) => void): Promise<Proof> {
    const run = prove(doc);
    for (;;) {
      const next = run.next();
      if (next.done) return next.value;
      progress(next.value);
    }
  },
};
export type ProofWorker = typeof api;

expose(api);
