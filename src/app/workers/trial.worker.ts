/** Makes ready what a trial in a frame needs, off the page's own thread: the runs, and the page that would be delivered. */
import { expose } from "comlink";
import { deliverHtml } from "../../core/deliver";
import type { Component } from "../../core/model";
import { runsOf, type TrialRun, type TrialSet } from "../../core/trial";

export interface Ready {
  runs: TrialRun[];
  left: string[];
  html: string;
}

const worker = {
  /** @param pasted empty for the page that would be delivered @returns or why there is no such page */
  makeReady(doc: Component, set: TrialSet, pasted: string): Ready | string {
    const delivered = pasted ? null : deliverHtml(doc, null);
    if (delivered && !delivered.ok) return delivered.problems.map((p) => `${p.path}: ${p.message}`).join("; ");
    return { ...runsOf(doc, set), html: delivered ? delivered.html : pasted };
  },
};
export type TrialWorker = typeof worker;
expose(worker);
