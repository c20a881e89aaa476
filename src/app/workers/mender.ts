/** The app's side of the worker that looks for edits after which the specification does what a page does. */
import { wrap } from "comlink";
import type { Component } from "../../core/model";
import type { Mend, Shown } from "../../core/trial";
import type { MendsWorker } from "./mends.worker";

/** @param done is given null where looking failed. @returns ends it */
export function findMends(doc: Component, shown: Shown, done: (found: Mend[] | null) => void): () => void {
  const worker = new Worker(new URL("./mends.worker.ts", import.meta.url), { type: "module" });
  const end = (found: Mend[] | null): void => {
    worker.terminate();
    done(found);
  };
  worker.onerror = () => end(null);
  wrap<MendsWorker>(worker)
    .find(doc, shown)
    .then(end, () => end(null));
  return () => worker.terminate();
}
