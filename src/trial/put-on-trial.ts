/** A component against a page in a browser that is there already. */
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import type { Component } from "../core/model";
import { compile } from "../core/program";
import { type LetBe, type Runs, type Trial, type TrialOptions, trial } from "../core/trial";
import type { Started } from "./browser/find";
import { openPage } from "./browser/page";
import type { StandInRequest } from "./in-page/stand-in";

/** What a page is opened from: where it is, or what stands in it. */
export type Source = { address: string } | { html: string };

export interface PutOnTrial {
  source: Source;
  /** Selectors by part; what is not in it is guessed. */
  map?: Readonly<Record<string, string>>;
  letBe?: readonly LetBe[];
  /** Pages at once. */
  atOnce?: number;
  allowed?: readonly string[];
  shorten?: boolean;
  /** A run that takes longer is cut, ms of real time; 30 s where nothing is said. */
  patience?: number;
  signal?: TrialOptions["signal"];
  onResult?: TrialOptions["onResult"];
}

export interface Guessed {
  selector: string;
  why: string;
}

/** @returns what became of it, and what was guessed on the way */
export async function putOnTrial(
  started: Started,
  doc: Component,
  { runs }: Pick<Runs, "runs">,
  { source, map = {}, letBe = [], atOnce = 2, allowed = [], shorten = true, patience, signal, onResult }: PutOnTrial,
): Promise<{ trial: Trial; guessed: Record<string, Guessed> }> {
  const guessed: Record<string, Guessed> = {};
  const requests = compile(doc).requests.map(({ name, latency, ok }): StandInRequest => {
    const { method, path } = doc.requests!.find((r) => r.name === name)!;
    return { name, method, path, latency, ok };
  });
  const page = await addressOf(source);
  const result = await trial(doc, runs, {
    page: () =>
      openPage(started, {
        address: page.address,
        map,
        requests,
        allowed,
        ...(patience === undefined ? {} : { patience }),
        guessed: (part, selector, why) => {
          guessed[part] ??= { selector, why };
        },
      }),
    atOnce,
    letBe,
    shorten,
    ...(signal ? { signal } : {}),
    ...(onResult ? { onResult } : {}),
  }).finally(page.remove);
  return { trial: result, guessed };
}

/** A page that is only a text lies in a file as long as it is on trial. */
async function addressOf(source: Source): Promise<{ address: string; remove(): Promise<void> }> {
  if ("address" in source) return { address: source.address, remove: async () => {} };
  const folder = await mkdtemp(join(tmpdir(), "lively-trial-"));
  const file = join(folder, "page.html");
  await writeFile(file, source.html);
  return { address: pathToFileURL(file).href, remove: () => rm(folder, { recursive: true, force: true }) };
}
