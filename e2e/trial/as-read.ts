/** Pages that were drawn at random, each held to what was read of it. */
import { readHtml } from "../../src/core/exchange";
import type { Component } from "../../src/core/model";
import { lengths } from "../../src/core/testing/everyday";
import { strangerLengths } from "../../src/core/testing/strangers";
import { runsOf } from "../../src/core/trial";
import { putOnTrial, type Started } from "../../src/trial";
import { doable, PATIENT, told } from "./told";
import { wanderings } from "./wandering";

/** What was read of a page of the corpus, as long as it was measured in a browser. */
export function measured(doc: Component, name: string): Component {
  const length = lengths[name] ?? strangerLengths[name];
  return length ? { ...doc, page: { ...doc.page, measured: length } } : doc;
}

const RUNS = 4;
const WALKS = 2;

/**
 * @param tellable what may be told of a page; it is not put on trial then
 * @returns what a page does otherwise than its sheet, and what is told besides, each with the page
 */
export async function heldToSheets(
  browser: Started,
  pages: readonly { html: string; about: string }[],
  tellable = /^(?!)/,
): Promise<{ differ: string[]; untold: string[] }> {
  const differ: string[] = [];
  const untold: string[] = [];
  for (const [i, { html, about }] of pages.entries()) {
    const read = readHtml(html, "Random");
    if (!read.ok || !read.behaviour) throw new Error(`nothing was read of page ${i}, ${about}`);
    const { doc, notUnderstood, unlike } = read.behaviour;
    const said = [...unlike, ...notUnderstood.map((n) => n.text)];
    untold.push(...said.filter((text) => !tellable.test(text)).map((text) => `${i}, ${about}: ${text}`));
    if (said.length) continue;
    const all = runsOf(doc, "reactions").runs;
    const some = [...all.filter((_run, k) => k % Math.ceil(all.length / RUNS) === 0), ...wanderings(doc, WALKS, i)];
    const { trial } = await putOnTrial(browser, doc, some, { source: { html }, patience: PATIENT });
    differ.push(...doable(told(trial)).map((line) => `${i}, ${about}: ${line}`));
  }
  return { differ, untold };
}
