/** Proofs in the XML that continuous integration reads (JUnit's, as its servers understand it). */
import type { Component } from "../../model";
import { type Proof, ruleTitles, stepText } from "../../proof";
import { escapeXml } from "../scxml/content-out";
import { failuresOf } from "./text";

export interface Proved {
  file: string;
  doc: Component;
  proof: Proof;
}

/** XML 1.0 allows few control characters, escaped or not (§2.2). */
const xml = (text: string): string =>
  // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
  escapeXml(text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, "\ufffd"));

interface Case {
  name: string;
  /** ms: of the virtual clock, or of the real one. */
  time: number;
  failure: { message: string; text: string } | null;
  /** Why it was not done. */
  skipped?: string | null;
}
export interface Suite {
  name: string;
  file: string;
  cases: readonly Case[];
}

/** A suite a component: a case a scenario, and one a finding; without findings one case that says so. */
export const junitReport = (proved: readonly Proved[]): string =>
  junitOf(proved.map(({ file, doc, proof }) => ({ name: doc.name, file, cases: casesOf(doc, proof) })));

/** Suites and their cases as such servers read them. */
export function junitOf(suites: readonly Suite[]): string {
  const count = (list: readonly Case[]): string =>
    `tests="${list.length}" failures="${list.filter((c) => c.failure).length}"`;
  const lines = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<testsuites ${count(suites.flatMap((s) => s.cases))}>`,
    ...suites.flatMap((s) => [
      `  <testsuite name="${xml(s.name)}" file="${xml(s.file)}" ${count(s.cases)}>`,
      ...s.cases.flatMap((c) => caseLines(s.name, c)),
      "  </testsuite>",
    ]),
    "</testsuites>",
  ];
  return `${lines.join("\n")}\n`;
}

function caseLines(suite: string, { name, time, failure, skipped }: Case): string[] {
  const open = `    <testcase classname="${xml(suite)}" name="${xml(name)}" time="${(time / 1000).toFixed(3)}"`;
  if (skipped) return [`${open}><skipped message="${xml(skipped)}"/></testcase>`];
  if (!failure) return [`${open}/>`];
  return [
    `${open}>`,
    `      <failure message="${xml(failure.message)}">${xml(failure.text)}</failure>`,
    "    </testcase>",
  ];
}

function casesOf(doc: Component, proof: Proof): Case[] {
  const scenarios = proof.scenarios.map((s): Case => {
    const why = failuresOf(doc, s);
    return { name: s.name, time: s.length, failure: s.ok ? null : { message: why[0] ?? "", text: why.join("\n") } };
  });
  const findings = proof.findings.map((f): Case => {
    const run = f.run?.steps.length ? `\n${f.run.steps.map(stepText).join(" → ")}` : "";
    const mend = f.mend ? `\nmend: ${f.mend.text}` : "";
    const message = `${f.rule} ${ruleTitles[f.rule]}: ${f.text}`;
    return { name: message, time: 0, failure: { message, text: `${f.severity}${run}${mend}` } };
  });
  const claims = proof.claims.map((c): Case => {
    const run = c.run?.steps.length ? c.run.steps.map(stepText).join(" → ") : "";
    const message = c.holds === null ? `open: ${c.note}` : "does not hold";
    return { name: c.text, time: 0, failure: c.holds ? null : { message, text: run || message } };
  });
  const problems = proof.problems.map(
    (p): Case => ({ name: p.path, time: 0, failure: { message: p.message, text: `${p.path}: ${p.message}` } }),
  );
  const cut = "The exploration was cut short: not everything was seen";
  const whole: Case = {
    name: proof.complete ? `no rule is broken in ${proof.situations} situations` : cut,
    time: 0,
    failure: proof.complete ? null : { message: cut, text: cut },
  };
  return [...scenarios, ...claims, ...problems, ...findings, ...(findings.length && proof.complete ? [] : [whole])];
}
