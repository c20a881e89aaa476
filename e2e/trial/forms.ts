/** A form of delivery on trial: the component's scenarios and its reactions, on a page made with its community's tools. */

import type { Component } from "../../src/core/model";
import { deliveredPage } from "../../src/core/testing/delivered";
import { differingText, missedIn, runsOf, type TrialRun } from "../../src/core/trial";
import { putOnTrial, type Started } from "../../src/trial";
import { type BuiltTarget, builtPage } from "../agree/built";
import { PATIENT } from "./told";

export interface FormTrial {
  /** How many; what no trial can do, such as a step of the page's own, is none. */
  runs: number;
  /** Runs that were as the specification says, to the end. */
  right: number;
  /** What was otherwise, each with its run. */
  told: readonly string[];
}

/** @param runs what is done; without it the component's scenarios, and what leads to each of its reactions */
export async function tryForm(
  browser: Started,
  form: BuiltTarget | "page",
  doc: Component,
  runs: readonly TrialRun[] = [...runsOf(doc, "scenarios").runs, ...runsOf(doc, "reactions").runs],
): Promise<FormTrial> {
  const html = form === "page" ? deliveredPage(doc) : await builtPage(form, doc, "");
  const { trial } = await putOnTrial(browser, doc, runs, { source: { html }, shorten: false, patience: PATIENT });
  const told = trial.results.flatMap((r) => [
    ...(r.differs?.facts ?? []).map((f) => `${r.name}: ${differingText(f)}`),
    ...(r.verdict === "cut" ? [`${r.name}: ${r.why}`] : []),
  ]);
  const done = trial.results.filter((r) => r.verdict !== "impossible");
  return {
    runs: done.length,
    right: done.filter((r) => r.verdict === "same").length,
    told: [...told, ...missedIn(doc, trial).map((p) => `${p} is not found`)],
  };
}
