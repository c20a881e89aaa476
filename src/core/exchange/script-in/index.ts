/**
 * A page's script, read as text: what it makes of the page becomes states, looks and reactions. It is never run: each
 * statement is gone through on a page that is only described, and what is not understood is listed with its line.
 */
import { isCheckable } from "../../cascade";
import { type Component, type Part, readComponentValue } from "../../model";
import { covering } from "../by-rule";
import { told } from "./alike";
import { unlike } from "./check";
import { type Counted, counted } from "./counters";
import { withoutImpossible } from "./crossings";
import { CODE, type Explored, explore, MAX_STORES, type Script } from "./exploring";
import { apartOf } from "./groups";
import { grown, type Known, ScriptPage, type Told } from "./reading";
import { looseRegionsOf, type Region, regionsOf, rowsOf, type Written, writeBehaviour } from "./writing";

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
 * @param known what stands on html and body before the first script, as one would have written it, and white space at edges
 * @returns null where there is nothing in the scripts that could be told
 */
export function readScripts(
  broughtIn: Component,
  scripts: readonly Script[],
  left: ReadonlySet<number> = new Set(),
  known: Known = {},
): ScriptRead | null {
  if (!scripts.length && !broughtIn.parts.some((p) => worksByItself(p, broughtIn.page.css ?? ""))) return null;
  const as = (how: How) => readWith(broughtIn, scripts, left, known, how);
  const exact = as({});
  // What can be done to something while it fades may be without an end.
  const { css = "" } = broughtIn.page;
  const fades = /transition|animation/.test(css) && /visibility|display/.test(css);
  const all = exact.refused && fades ? as({ atOnce: true }) : exact;
  const isFine = ({ refused, read }: Tried): boolean => !refused && !read.unlike.length;
  // With several of an element that the script makes there are many ways to be; with one there are few, which is soon known.
  const alone = all.refused && all.makes ? as({ most: 1 }) : null;
  if (alone && isFine(alone)) return alone.read;
  // A page of several components can be in too many ways together; each of them by itself is in few.
  const apart = all.refused ? as({ apart: true }) : all;
  const several = apart.refused ? all : apart;
  const one = several.makes && !isFine(several) ? (alone ?? as({ most: 1 })) : several;
  const best = several.refused || one.read.unlike.length < several.read.unlike.length ? one : several;
  if (!best.refused) return best.read;
  // Of several components some may grow, or make many of an element.
  const less: How[] = exact.grows ? [{ few: true }] : [];
  if (exact.makes) less.push({ apart: true, most: 1 });
  else if (exact.grows) less.push({ apart: true, few: true });
  for (const how of less) {
    const some = as(how);
    if (!some.refused) return some.read;
  }
  return best.read;
}

interface How {
  /** So many elements of one place in the script are told apart. */
  most?: number;
  /** What is independent is told apart. */
  apart?: boolean;
  /** What goes out of sight is gone at once. */
  atOnce?: boolean;
  /** Of what grows without an end a few are enough. */
  few?: boolean;
}
const AT_ONCE = "what is done to something that is on its way out of sight: here it is gone at once";

/** A script as it was read in one way. */
interface Tried {
  read: ScriptRead;
  /** It makes elements. */
  makes: boolean;
  /** Nothing was told of it. */
  refused: boolean;
  /** That may be since something that the script keeps grows. */
  grows: boolean;
}

const TOO_MANY =
  "the page can be in more ways by its script than are gone through (64): states have to be found by hand";

function readWith(
  broughtIn: Component,
  scripts: readonly Script[],
  left: ReadonlySet<number>,
  known: Known,
  { most, apart = false, atOnce = false, few = false }: How,
): Tried {
  const page = new ScriptPage(broughtIn, most, known, atOnce);
  const every = explore(page, scripts, new Set(), { apart, few });
  const gone = left.size ? explore(page, scripts, left, { apart, few }) : every;
  const { width } = broughtIn.page;
  const first = around(page, apart ? gone : withoutImpossible(gone, width).found);
  const makes = page.elements.some((e) => e.made);
  const { doc: all, stores } = grown(page, first.stores);
  const doc = makes ? { ...all, parts: covering(all) } : all;
  const found = apart
    ? { ...first, stores }
    : told({ ...first, stores }, (i, key) => page.isUnsaid(key, first.stores[i])).found;
  const proposals = proposalsOf(every);
  const own = (key: string): string | null => page.own(key);
  const parts = apart ? apartOf(found, width, own) : [counted(found, own)];
  const refused = (text: string): Tried => {
    const notUnderstood = [...found.notUnderstood, { line: 1, text }];
    return { read: { doc: broughtIn, proposals, notUnderstood, unlike: [] }, makes, refused: true, grows: gone.grows };
  };
  const widths = parts.map(widthOf);
  if (found.cut || widths.includes("too many")) return refused(TOO_MANY);
  const rows = rowsOf(
    page,
    parts.map((p) => p.found),
  );
  const write = (loosely: boolean): ScriptRead | string => {
    const whole = writeBehaviour(
      uncommanded(doc),
      parts.map((p, i) => ({
        rows: rows[i],
        found: p.found,
        counter: p.counter,
        loose: widths[i] === "loose" || (loosely && widths[i] === "either"),
      })),
    );
    // Whatever a script says stands in a component file afterwards.
    const kept = readComponentValue(whole.doc);
    if (!kept.ok) return `what it says cannot be kept: ${kept.problems[0].path} ${kept.problems[0].message}`;
    return {
      doc: whole.doc,
      proposals,
      notUnderstood: [
        ...found.notUnderstood,
        ...parts.flatMap(goesBelow),
        ...backdropsIn(found),
        ...(atOnce ? [{ line: 1, text: AT_ONCE, otherwise: true }] : []),
      ],
      unlike: [
        ...whole.left.map((row) => `${row}: what it does depends on too much to be said in one row`),
        ...unlike(whole.doc, statesIn(found, parts, whole), found),
      ],
    };
  };
  const strict = write(false);
  const loose = widths.includes("either") ? write(true) : strict;
  const read = isBetter(loose, strict) ? loose : strict;
  if (typeof read === "string") return refused(read);
  return { read, makes, refused: false, grows: gone.grows };
}

/** More states beside one another than one takes in at a glance. */
const MANY_STATES = 12;
/** So much less of them is worth that they ask about each other. */
const WORTH_IT = 0.75;

/**
 * Whether its ways to be can be written as states: where they are too many only by regions that ask about each other; where
 * they are many, in either way.
 */
function widthOf({ found, counter }: Counted): "strict" | "either" | "loose" | "too many" {
  if (found.endless.size > 0 && !counter) return "too many";
  const sum = (regions: readonly Region[]): number => regions.reduce((n, r) => n + r.states.length, 0);
  if (found.stores.length > MAX_STORES) {
    const loose = looseRegionsOf(found.stores);
    return loose.length > 1 && sum(loose) <= MAX_STORES ? "loose" : "too many";
  }
  const strict = sum(regionsOf(found.stores));
  return strict > MANY_STATES && sum(looseRegionsOf(found.stores)) <= strict * WORTH_IT ? "either" : "strict";
}

/** It says the same in fewer words. */
function isBetter(one: ScriptRead | string, other: ScriptRead | string): boolean {
  if (typeof one === "string" || typeof other === "string") return typeof one !== "string";
  const words = ({ doc: { reactions, looks } }: ScriptRead): number => JSON.stringify([reactions, looks]).length;
  return one.unlike.length <= other.unlike.length && words(one) < words(other);
}

const goesBelow = ({ below }: Counted): Told[] =>
  below ? [{ line: 1, text: `${below} goes on below nought: from there on nothing is told`, otherwise: true }] : [];

const BESIDE = "a click beside a modal dialog, on its backdrop: here it is heard on the dialog itself alone";

/** Modal dialogs that hear of a click on themselves: in a browser what lies around them belongs to them as well. */
function backdropsIn({ stores, acts, outcomes, listeners }: Explored): Told[] {
  return acts.flatMap((act, a) => {
    if (act.is !== "click") return [];
    const isHeard = stores.some((s, at) => {
      const o = outcomes[a][at];
      return s.get(`modal ${act.target}`) === true && o !== undefined && (o.to !== at || o.effects.length > 0);
    });
    const line = listeners.find((l) => l.type === "click" && l.on === act.target)?.line ?? 1;
    return isHeard ? [{ line, text: BESIDE, otherwise: true }] : [];
  });
}

/** By store of the whole: the states that are active then; none where one of its parts was let go, and nothing is told. */
const statesIn = (found: Explored, parts: readonly Counted[], { states }: Written): string[][] =>
  found.stores.map((_s, i) => (parts.some((p) => p.of[i] < 0) ? [] : parts.flatMap((p, g) => states[g][p.of[i]])));

/** What the page's own elements change of the parts is said of the parts; of themselves nothing is seen. */
const around = (page: ScriptPage, found: Explored): Explored => ({
  ...found,
  stores: found.stores.map(
    (s) =>
      new Map([...s, ...page.byAround(s)].map(([k, v]) => [/^\S+ (html|body) /.test(k) ? `variable page ${k}` : k, v])),
  ),
});

function proposalsOf({ listeners, timers }: Explored): Proposal[] {
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
  (isCheckable(part.tag, part.attributes) && /:(checked|(in)?valid)\b/.test(css)) ||
  (part.content ?? []).some((c) => typeof c !== "string" && worksByItself(c, css));
