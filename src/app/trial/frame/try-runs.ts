/** Runs, one after another, each on a fresh page in a frame. */
import type { Component } from "../../../core/model";
import { compile } from "../../../core/program";
import {
  type Guess,
  letBeOf,
  requestsOf,
  type Trial,
  type TrialOptions,
  type TrialRun,
  trial,
} from "../../../core/trial";
import { type FrameOptions, FramePage } from "./frame-page";

interface Tried extends Partial<Pick<TrialOptions, "onResult" | "shorten">>, Pick<FrameOptions, "patience"> {
  html: string;
  stage: HTMLElement;
  signal: AbortSignal;
}

export async function tryRuns(
  doc: Component,
  runs: readonly TrialRun[],
  { html, stage, signal, onResult, shorten = true, patience }: Tried,
): Promise<{ trial: Trial; guessed: Record<string, Guess> }> {
  const guessed: Record<string, Guess> = {};
  const requests = requestsOf(compile(doc));
  const map = doc.trial?.map ?? {};
  const note = (part: string, selector: string, why: string): void => {
    guessed[part] ??= { selector, why };
  };
  // The page on trial takes the focus; whoever had it gets it back.
  const { activeElement } = document;
  const result = await trial(doc, runs, {
    page: async () => new FramePage({ html, map, requests, stage, guessed: note, ...(patience ? { patience } : {}) }),
    // The focus is in one frame at a time.
    atOnce: 1,
    letBe: letBeOf(doc),
    shorten,
    signal,
    ...(onResult ? { onResult } : {}),
  }).finally(() => {
    stage.replaceChildren();
    if (activeElement instanceof HTMLElement && document.activeElement === document.body) activeElement.focus();
  });
  return { trial: result, guessed };
}
