/** The app's side of the worker that makes a trial in a frame ready. */
import type { Component } from "../../core/model";
import type { TrialSet } from "../../core/trial";
import { newest } from "./newest";
import type { Ready, TrialWorker } from "./trial.worker";

const { ask } = newest<TrialWorker>(
  () => new Worker(new URL("./trial.worker.ts", import.meta.url), { type: "module" }),
);

/** @throws with why there is nothing to be tried */
export function makeReady(doc: Component, set: TrialSet, pasted: string, signal: AbortSignal): Promise<Ready> {
  return new Promise((done, refuse) => {
    const end = ask<Ready | string>(
      (api) => api.makeReady(doc, set, pasted),
      (ready) => {
        if (ready === null) refuse(new Error("The runs could not be made."));
        else if (typeof ready === "string") refuse(new Error(ready));
        else done(ready);
      },
    );
    signal.addEventListener("abort", () => {
      end();
      refuse(signal.reason);
    });
  });
}
