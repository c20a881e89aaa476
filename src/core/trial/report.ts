/** A trial told: for a terminal, for continuous integration, to be read beside a change. */
import { junitOf, plainMarkdown } from "../exchange";
import { partsReferredTo } from "../expression";
import type { Component, Scenario } from "../model";
import { stepText } from "../proof";
import type { Differing } from "./acting";
import type { RunResult, Trial, Verdict } from "./trial";

export interface Tried {
  file: string;
  doc: Component;
  trial: Trial;
  /** What was left out of the set, or keeps real time. */
  left: readonly string[];
  /** Other shares of the trial have all its runs. */
  isEmptyShare?: boolean;
  /** Fails the trial where a run could not be done, or where the set left something out. */
  isStrict?: boolean;
}

const verdicts: Record<Verdict, string> = {
  same: "the same",
  differs: "DIFFERS",
  impossible: "not here",
  cut: "CUT",
};

export const differingText = ({ part, fact, expected, found }: Differing): string =>
  `${part === null ? "the page" : part}: ${fact}: expected ${expected}, found ${found}`;

/** Of the parts that were not found those that the specification says something about: without them little was shown. */
export function missedIn(doc: Component, { unmapped }: Pick<Trial, "unmapped">): string[] {
  const said = new Set([...partsReferredTo(doc), ...doc.looks.map((l) => l.part)]);
  return unmapped.filter((part) => said.has(part));
}

/** Why a trial fails, in words for a report; null where the page does all that was tried, and something was tried. */
export function failureOf({ doc, trial, left, isEmptyShare, isStrict }: Tried): Failure | null {
  const { results } = trial;
  const isDone = results.every((r) => r.verdict === "same" || r.verdict === "impossible");
  if (trial.stopped || missedIn(doc, trial).length || !isDone) return "differs";
  if (!isEmptyShare && results.every((r) => r.verdict === "impossible")) return "nothing was run";
  if (isStrict && (left.length || results.some((r) => r.verdict === "impossible"))) return "not all was run";
  return null;
}
export type Failure = "differs" | "nothing was run" | "not all was run";

/** The steps to where a page differs. */
export const wayText = ({ steps }: Pick<Scenario, "steps">): string =>
  steps.map(({ do: what }) => stepText({ do: what })).join(" → ") || "as the page opens";

/** What became of a run, a line each. */
export function linesOf(r: RunResult): string[] {
  if (r.verdict === "impossible" || r.verdict === "cut") return [r.why];
  if (!r.differs) return [];
  if (r.like !== null) return [`as in “${r.like}”`];
  const { differs } = r;
  return [
    `${wayText(differs.scenario)}, at ${Math.round(differs.at)} ms`,
    ...differs.facts.slice(0, 8).map(differingText),
    ...(differs.facts.length > 8 ? [`and ${differs.facts.length - 8} more`] : []),
    ...(differs.because ? [`since ${differs.because}`] : []),
  ];
}

/** How many runs came to one of these. */
export const countOf = (results: readonly RunResult[], ...verdicts: readonly Verdict[]): number =>
  results.filter((r) => verdicts.includes(r.verdict)).length;

export function trialText({ doc, trial, left }: Tried): string {
  const lines = [doc.name];
  for (const r of trial.results) {
    lines.push(`  ${verdicts[r.verdict].padEnd(10)} ${r.name}`);
    for (const l of linesOf(r)) lines.push(`             ${l}`);
  }
  const missed = missedIn(doc, trial);
  const others = trial.unmapped.filter((p) => !missed.includes(p));
  if (missed.length)
    lines.push(`  NOT FOUND  ${missed.join(", ")}: say which elements they are with --map part=selector`);
  if (others.length) lines.push(`  not found  ${others.join(", ")}: these parts were not looked at`);
  if (trial.unseen.length)
    lines.push(`  not there  ${trial.unseen.join(", ")}: no run has these parts in the document`);
  for (const note of notesOf(trial)) lines.push(`  note       ${note}`);
  for (const l of left) lines.push(`  left out   ${l}`);
  const count = (v: Verdict): number => countOf(trial.results, v);
  const counts = (["same", "differs", "impossible", "cut"] as const)
    .filter((v) => v === "same" || count(v))
    .map((v) => `${count(v)} ${verdicts[v].toLowerCase()}`);
  lines.push(`  ${trial.results.length} runs: ${counts.join(", ")}${trial.stopped ? "; stopped" : ""}`);
  return lines.join("\n");
}

/** Each thing that was noted once, however many runs noted it. */
export const notesOf = ({ results }: Pick<Trial, "results">): string[] => [...new Set(results.flatMap((r) => r.notes))];

export const trialJunit = (tried: readonly Tried[]): string =>
  junitOf(
    tried.map(({ file, doc, trial, isStrict }) => ({
      name: doc.name,
      file,
      cases: trial.results.map((r) => {
        const lines = linesOf(r);
        const failed = r.verdict === "differs" || r.verdict === "cut" || (isStrict && r.verdict === "impossible");
        return {
          name: r.name,
          time: r.took,
          failure: failed ? { message: lines[1] ?? lines[0] ?? "", text: lines.join("\n") } : null,
          skipped: r.verdict === "impossible" && !isStrict ? r.why : null,
        };
      }),
    })),
  );

export function trialMarkdown(tried: readonly Tried[]): string {
  const lines = ["| | component | runs | the same | differ | not here |", "| --- | --- | ---: | ---: | ---: | ---: |"];
  for (const one of tried) {
    const { doc, trial } = one;
    const count = (...v: Verdict[]): number => countOf(trial.results, ...v);
    const failure = failureOf(one);
    const all = failure ? `**${failure}**` : "the same";
    lines.push(
      `| ${all} | ${plainMarkdown(doc.name)} | ${trial.results.length} | ${count("same")} | ${count("differs", "cut")} | ${count("impossible")} |`,
    );
  }
  for (const { doc, trial } of tried) {
    const told = trial.results.filter((r) => r.verdict !== "same");
    if (!told.length && !trial.unmapped.length && !trial.unseen.length) continue;
    lines.push("", `## ${plainMarkdown(doc.name)}`, "");
    for (const r of told) {
      const [first, ...rest] = linesOf(r);
      lines.push(`- **${plainMarkdown(r.name)}** ${verdicts[r.verdict].toLowerCase()}: ${plainMarkdown(first ?? "")}`);
      for (const l of rest) lines.push(`  - ${plainMarkdown(l)}`);
    }
    if (trial.unmapped.length)
      lines.push("", `Not found and not looked at: ${plainMarkdown(trial.unmapped.join(", "))}.`);
    if (trial.unseen.length) lines.push("", `In no run in the document: ${plainMarkdown(trial.unseen.join(", "))}.`);
  }
  return `${lines.join("\n")}\n`;
}
