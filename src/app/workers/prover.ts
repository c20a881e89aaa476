/** The app's side of the proof worker. Each prover has a worker of its own: nobody's proof ends another's. */
import { proxy, type Remote, wrap } from "comlink";
import type { Component } from "../../core/model";
import type { Bounds, Compared, Mutation, Pairs, Proof } from "../../core/proof";
import type { ProofWorker } from "./proof.worker";

/** A proof was ended before it was done, by a newer one or by `cancel`. */
export class Cancelled extends Error {}

export interface Prover {
  /**
   * Proves a component; one proof at a time, a newer one ends the one before.
   * @param bounds after which it stops and says what was not looked at
   * @param progress is told the number of situations seen so far
   * @throws Cancelled
   */
  prove(doc: Component, bounds: Bounds, progress: (situations: number) => void): Promise<Proof>;
  /** Asks what the scenarios notice; the same holds. @param progress is told the number of questions asked so far */
  mutate(doc: Component, progress: (questions: number) => void): Promise<Mutation>;
  /** Looks for scenarios that take every pair of reactions. @param progress is told the situations seen so far */
  pairs(doc: Component, progress: (situations: number) => void): Promise<Pairs>;
  /** Looks for a run on which two components behave differently. @param progress is told the pairs seen so far */
  compare(a: Component, b: Component, progress: (pairs: number) => void): Promise<Compared>;
  cancel(): void;
}

export function createProver(): Prover {
  let worker: Worker | null = null;
  let api: Remote<ProofWorker> | null = null;
  let giveUp: ((reason: Cancelled) => void) | null = null;

  const cancel = (): void => {
    if (!giveUp) return;
    giveUp(new Cancelled());
    giveUp = null;
    worker?.terminate();
    worker = null;
    api = null;
  };
  const ask = async <T>(work: (api: Remote<ProofWorker>) => Promise<T>): Promise<T> => {
    cancel();
    if (!worker || !api) {
      worker = new Worker(new URL("./proof.worker.ts", import.meta.url), { type: "module" });
      api = wrap<ProofWorker>(worker);
    }
    const cancelled = new Promise<never>((_resolve, reject) => {
      giveUp = reject;
    });
    const mine = giveUp;
    try {
      return await Promise.race([work(api), cancelled]);
    } finally {
      if (giveUp === mine) giveUp = null;
    }
  };
  return {
    cancel,
    prove: (doc, bounds, progress) => ask((to) => to.prove(doc, bounds, proxy(progress))),
    mutate: (doc, progress) => ask((to) => to.mutate(doc, proxy(progress))),
    pairs: (doc, progress) => ask((to) => to.pairs(doc, proxy(progress))),
    compare: (a, b, progress) => ask((to) => to.compare(a, b, proxy(progress))),
  };
}
