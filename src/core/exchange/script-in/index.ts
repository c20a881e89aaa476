/**
 * A page's script, read as text: what it makes of the page becomes states, looks and reactions. It is never run: each
 * statement is gone through on a page that is only described, and what is not understood is listed with its line.
 */
import { isCheckable } from "../../cascade";
import { type Component, type Part, readComponentValue } from "../../model";
import { covering } from "../by-rule";
import { told } from "./alike";
import { unlike } from "./check";
import { counted } from "./counters";
import { withoutImpossible } from "./crossings";
import { CODE, explore, MAX_STORES, type Script } from "./exploring";
import { grown, ScriptPage, type Store, type Told } from "./reading";
import { rowsOf, writeBehaviour } from "./writing";

export { CODE, type Script };

/** Something that a script does, to be taken or left. */
export interface Proposal {
  /** Line of the markup; what is left is named by it. */
  line: number;
  /** What listens, in words. */
  text: string;
}
export interface ScriptRead {
  doc: Component;
  proposals: readonly Proposal[];
  notUnderstood: readonly Told[];
  /** What the sheet says otherwise than the script, or does not say. */
  unlike: readonly string[];
}

/**
 * @param left lines of listeners and timers that are not to be taken
 * @param begins what stands on html and body before the first script, as one would have written it
 * @returns null where there is nothing in the scripts that could be told
 */
export function readScripts(
  broughtIn: Component,
  scripts: readonly Script[],
  left: ReadonlySet<number> = new Set(),
  begins: Store = new Map(),
): ScriptRead | null {
  if (!scripts.length && !broughtIn.parts.some((p) => worksByItself(p, broughtIn.page.css ?? ""))) return null;
  const several = readWith(broughtIn, scripts, left, begins);
  if (!several.makes || (!several.refused && !several.read.unlike.length)) return several.read;
  // With several of an element that the script makes there may be too many ways to be; with one there are fewer.
  const one = readWith(broughtIn, scripts, left, begins, 1);
  return several.refused || one.read.unlike.length < several.read.unlike.length ? one.read : several.read;
}

/** @param most so many elements of one place in the script are told apart */
function readWith(
  broughtIn: Component,
  scripts: readonly Script[],
  left: ReadonlySet<number>,
  begins: Store,
  most?: number,
): { read: ScriptRead; makes: boolean; refused: boolean } {
  const page = new ScriptPage(broughtIn, most, begins);
  const every = explore(page, scripts, new Set());
  const gone = left.size ? explore(page, scripts, left) : every;
  const first = around(page, withoutImpossible(gone, broughtIn.page.width));
  const makes = page.elements.some((e) => e.made);
  const { doc: all, stores } = grown(page, first.stores);
  const doc = makes ? { ...all, parts: covering(all) } : all;
  const found = told({ ...first, stores });
  const proposals = proposalsOf(every);
  const { found: last, counter, of, below } = counted(found, (key) => page.own(key));
  if (found.cut || last.stores.length > MAX_STORES || (found.endless.size && !counter)) {
    const text =
      "the page can be in more ways by its script than are gone through (64): states have to be found by hand";
    const notUnderstood = [...found.notUnderstood, { line: 1, text }];
    return { read: { doc: broughtIn, proposals, notUnderstood, unlike: [] }, makes, refused: true };
  }
  const whole = writeBehaviour(uncommanded(doc), last, rowsOf(page, last), counter);
  // Whatever a script says stands in a component file afterwards.
  const kept = readComponentValue(whole.doc);
  if (!kept.ok) {
    const [{ path, message }] = kept.problems;
    const notUnderstood = [
      ...found.notUnderstood,
      { line: 1, text: `what it says cannot be kept: ${path} ${message}` },
    ];
    return { read: { doc: broughtIn, proposals, notUnderstood, unlike: [] }, makes, refused: true };
  }
  const written = { ...whole, states: of.map((i) => (i < 0 ? [] : whole.states[i])) };
  const read: ScriptRead = {
    doc: written.doc,
    proposals,
    notUnderstood: below
      ? [
          ...found.notUnderstood,
          { line: 1, text: `${below} goes on below nought: from there on nothing is told`, otherwise: true },
        ]
      : found.notUnderstood,
    unlike: [
      ...written.left.map((row) => `${row}: what it does depends on too much to be said in one row`),
      ...unlike(written, found),
    ],
  };
  return { read, makes, refused: false };
}

/** What the page's own elements change of the parts is said of the parts; of themselves nothing is seen. */
const around = (page: ScriptPage, found: ReturnType<typeof explore>): ReturnType<typeof explore> => ({
  ...found,
  stores: found.stores.map(
    (s) =>
      new Map([...s, ...page.byAround(s)].map(([k, v]) => [/^\S+ (html|body) /.test(k) ? `variable page ${k}` : k, v])),
  ),
});

function proposalsOf({ listeners, timers }: ReturnType<typeof explore>): Proposal[] {
  const out = new Map<number, string[]>();
  const add = (line: number, text: string): void => {
    const known = out.get(line) ?? [];
    if (!known.includes(text)) out.set(line, [...known, text]);
  };
  for (const l of listeners) add(l.line, `${l.type} on ${l.on}`);
  for (const t of timers.values()) add(t.line, `${t.every ? "every" : "after"} ${t.ms} ms`);
  return [...out]
    .map(([line, texts]) => ({
      line,
      text: texts.slice(0, 4).join(", ") + (texts.length > 4 ? ` and ${texts.length - 4} more` : ""),
    }))
    .sort((a, b) => a.line - b.line);
}

/** What its buttons command, and which popover they open, is said by its rows; the browser would do it besides. */
function uncommanded(doc: Component): Component {
  const one = (part: Part): Part => {
    const invoking = /^(command|commandfor|popovertarget|popovertargetaction)$/;
    const attributes = Object.fromEntries(
      Object.entries(part.attributes ?? {}).filter(([name]) => !invoking.test(name)),
    );
    const content = part.content?.map((c) => (typeof c === "string" ? c : one(c)));
    return { ...part, ...(part.attributes ? { attributes } : {}), ...(content ? { content } : {}) };
  };
  return { ...doc, parts: doc.parts.map(one) };
}

/** Parts that browsers themselves open and check. */
const worksByItself = (part: Component["parts"][number], css: string): boolean =>
  part.tag === "details" ||
  part.attributes?.popovertarget !== undefined ||
  part.attributes?.commandfor !== undefined ||
  (isCheckable(part.tag, part.attributes) && css.includes(":checked")) ||
  (part.content ?? []).some((c) => typeof c !== "string" && worksByItself(c, css));
