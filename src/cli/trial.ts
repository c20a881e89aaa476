/** `lively trial`: components held against pages in a real browser. */
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Component } from "../core/model";
import {
  failureOf,
  type RunResult,
  runsOf,
  type TrialSet,
  type Tried,
  trialJunit,
  trialMarkdown,
  trialText,
} from "../core/trial";
import { NoBrowser, putOnTrial, type Source, type Started, sourceOf, startBrowser } from "../trial";
import type { Output } from "./check";
import { readDocument } from "./files";

export interface TrialWishes {
  /** Address or file of the page; the page that would be delivered where none is given. */
  page?: string;
  browser: string;
  connect?: string;
  set: TrialSet;
  tag?: string;
  shard?: { index: number; of: number };
  json?: boolean;
  junit?: string;
  markdown?: string;
  pictures?: string;
  realTime?: boolean;
  realRequests?: boolean;
  /** Fails the trial where a run could not be done, or where the set left something out. */
  strict?: boolean;
  allowHost?: string[];
  /** `part=selector`, beside what the component says and what is guessed. */
  map?: string[];
}

/** @returns the exit code: 0 the pages do the same, 1 something differs or nothing was run, 2 bad input, or no browser */
export async function trial(files: readonly string[], wishes: TrialWishes, output: Output): Promise<0 | 1 | 2> {
  let bad = false;
  const docs: { file: string; doc: Component }[] = [];
  for (const file of files) {
    const r = readDocument(file);
    if (r.ok) docs.push({ file, doc: r.doc });
    else {
      bad = true;
      for (const p of r.problems) output.err(`${file}: ${p.path}: ${p.message}`);
    }
  }
  if (!docs.length) return 2;
  const map = readMap(wishes.map ?? []);
  if (typeof map === "string") {
    output.err(map);
    return 2;
  }
  let started: Started;
  try {
    started = await startBrowser({
      browser: wishes.browser,
      drawsByItself: wishes.realTime ?? false,
      ...(wishes.connect === undefined ? {} : { connect: wishes.connect }),
    });
  } catch (error) {
    if (!(error instanceof NoBrowser)) throw error;
    output.err(error.message);
    return 2;
  }
  try {
    const tried: Tried[] = [];
    for (const { file, doc } of docs) {
      const source = sourceOf(doc, wishes.page, wishes.allowHost ?? []);
      if (typeof source === "string") {
        output.err(`${file}: ${source}`);
        bad = true;
        continue;
      }
      tried.push(await one(started, file, doc, source, map, wishes, output));
    }
    if (!report(tried, wishes, output)) return 2;
    if (bad) return 2;
    return tried.some(failureOf) ? 1 : 0;
  } finally {
    await started.end();
  }
}

/** @returns the map, or what is wrong with it */
function readMap(words: readonly string[]): Record<string, string> | string {
  const out: Record<string, string> = {};
  for (const word of words) {
    const at = word.indexOf("=");
    if (at < 1) return `“${word}”: a part and its selector, such as --map lid=#lid`;
    out[word.slice(0, at).trim()] = word.slice(at + 1).trim();
  }
  return out;
}

async function one(
  started: Started,
  file: string,
  doc: Component,
  source: Source,
  map: Record<string, string>,
  wishes: TrialWishes,
  output: Output,
): Promise<Tried> {
  const { runs, left } = runsOf(doc, wishes.set, wishes.tag);
  const { shard } = wishes;
  const mine = shard ? runs.filter((_r, i) => i % shard.of === shard.index - 1) : runs;
  const { allowHost: allowed = [], realTime = false, realRequests = false } = wishes;
  const { trial, guessed } = await putOnTrial(started, doc, mine, { source, map, allowed, realTime, realRequests });
  const isEmptyShare = runs.length > 0 && mine.length === 0;
  const tried: Tried = { file, doc, trial, left, isEmptyShare, isStrict: wishes.strict ?? false };
  if (!wishes.json) {
    output.out(trialText(tried));
    for (const [part, { selector, why }] of Object.entries(guessed))
      output.out(`  guessed    ${part} is ${selector}: ${why}`);
    const failure = failureOf(tried);
    if (failure === "nothing was run") output.out(`  FAILED     ${whyNothing(doc, wishes, runs.length)}`);
    if (failure === "not all was run") output.out("  FAILED     not all was run, and --strict asks for all");
  }
  if (wishes.pictures) savePictures(wishes.pictures, doc, trial.results);
  return tried;
}

/** Why no run was acted out, and the way out. */
function whyNothing(doc: Component, { set, tag }: TrialWishes, runs: number): string {
  if (runs) return "no run could be done on this page: see above what kept each from it";
  if (set === "scenarios")
    return doc.scenarios.length && tag !== undefined
      ? `nothing was run: no scenario that is not skipped has the tag ${tag}`
      : "nothing was run: the component has no scenarios. --set reactions makes runs from the specification";
  if (!doc.reactions.length) return "nothing was run: the specification has no reactions";
  const isUnmeasured = !doc.page.blocks?.length && !doc.page.measured?.length;
  const scrolls = doc.reactions.some(({ event }) => event.on.startsWith("scroll"));
  return `nothing was run: no act reaches any of the specification's ${doc.reactions.length} reactions${
    scrolls && isUnmeasured
      ? ", because the length of its page is not known. Open the component in the app, which measures it, or give the page blocks"
      : ""
  }`;
}

const fileName = (text: string): string => text.replace(/[^\p{L}\p{N}]+/gu, "-").slice(0, 60);

function savePictures(folder: string, doc: Component, results: readonly RunResult[]): void {
  mkdirSync(folder, { recursive: true });
  for (const r of results) {
    if (!r.differs?.picture || r.like !== null) continue;
    const data = r.differs.picture.replace(/^data:image\/png;base64,/, "");
    writeFileSync(join(folder, `${fileName(doc.name)}-${fileName(r.name)}.png`), Buffer.from(data, "base64"));
  }
}

/** @returns false where a report could not be written */
function report(tried: readonly Tried[], { json, junit, markdown }: TrialWishes, output: Output): boolean {
  if (json) {
    const files = tried.map(({ file, doc, trial, left }) => ({
      file,
      name: doc.name,
      left,
      ...withoutPictures(trial),
    }));
    output.out(JSON.stringify({ ok: !tried.some(failureOf), files }, null, 2));
  }
  try {
    if (junit) writeFileSync(junit, trialJunit(tried));
    if (markdown) writeFileSync(markdown, trialMarkdown(tried));
    return true;
  } catch (error) {
    output.err(`The report cannot be written: ${error instanceof Error ? error.message : String(error)}`);
    return false;
  }
}

const withoutPictures = (trial: Tried["trial"]): object => ({
  ...trial,
  results: trial.results.map(({ scenario: _s, differs, ...r }) => ({
    ...r,
    differs: differs && { ...differs, picture: undefined },
  })),
});
