/** One trial, told as it goes on. Loaded when the first is asked for: it brings all that drives a browser. */
import { readComponent } from "../core/model";
import { runsOf, type TrialAsked, type TrialTold } from "../core/trial";
import { NoBrowser, pictureOf, putOnTrial, type Started, sourceOf, startBrowser } from "../trial";

export async function tryOut(
  { component, set, page, browser, allow = [], realRequests = false }: TrialAsked,
  signal: { aborted: boolean },
  tell: (told: TrialTold) => Promise<void>,
): Promise<void> {
  const read = readComponent(component);
  if (!read.ok)
    return tell({ kind: "problem", message: read.problems.map((p) => `${p.path}: ${p.message}`).join("; ") });
  const { doc } = read;
  const source = sourceOf(doc, page, allow);
  if (typeof source === "string") return tell({ kind: "problem", message: source });
  const { runs, left } = runsOf(doc, set);
  await tell({ kind: "runs", of: runs.length, left });
  let started: Started;
  try {
    started = await startBrowser({ browser: browser === "firefox" ? "firefox" : "chromium" });
  } catch (error) {
    if (error instanceof NoBrowser) return tell({ kind: "problem", message: error.message });
    throw error;
  }
  try {
    const { trial, guessed } = await putOnTrial(started, doc, runs, {
      source,
      allowed: allow,
      realRequests,
      signal,
      onResult: (result) => void tell({ kind: "result", result }),
    });
    if (!signal.aborted) {
      // Only to be pointed at: a page of which there is none has been told by its runs.
      const picture = await pictureOf(started, doc, { source, allowed: allow }).catch(() => null);
      if (picture) await tell({ kind: "picture", picture });
    }
    await tell({ kind: "end", unmapped: trial.unmapped, unseen: trial.unseen, guessed, stopped: trial.stopped });
  } finally {
    await started.end();
  }
}
