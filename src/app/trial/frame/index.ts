/** Puts a component on trial against a page in a frame of the app: nothing but the app is needed for it. */
import type { Component } from "../../../core/model";
import type { TrialOptions, TrialSet } from "../../../core/trial";
import type { TrialTold } from "../../../core/trial/told";
import { makeReady } from "../../workers/trial-ready";
import { tryRuns } from "./try-runs";

/** @param html empty for the page that would be delivered @throws with why there is nothing to be tried */
export async function tryInFrame(
  doc: Component,
  set: TrialSet,
  { html: pasted, stage }: { html: string; stage: HTMLElement },
  signal: AbortSignal,
  tell: (told: TrialTold) => void,
): Promise<void> {
  const { runs, left, html } = await makeReady(doc, set, pasted, signal);
  tell({ kind: "runs", of: runs.length, left });
  const onResult: TrialOptions["onResult"] = (result) => tell({ kind: "result", result });
  const { trial, guessed } = await tryRuns(doc, runs, { html, stage, signal, onResult });
  tell({ kind: "end", unmapped: trial.unmapped, unseen: trial.unseen, guessed, stopped: trial.stopped });
}
