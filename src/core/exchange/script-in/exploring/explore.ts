/** Everything that a page's script can make of it: from the page as loaded, each act in each way the page can then be. */

import { isCheckable } from "../../../cascade";
import {
  ENDLESS_FRAMES,
  invalidIn,
  MEDIA,
  type PageElement,
  type Reading,
  type ScriptPage,
  type Store,
} from "../reading";
import { heard, isTyped } from "./acts";
import type { Explored } from "./found";
import { needless } from "./keys";
import { type Known, load, type Script } from "./load";
import { Positions } from "./positions";
import { type How, MOST_COUNTING, Search } from "./search";
import { underWayTwice } from "./twice";
import { numbersOf } from "./widths";

/**
 * @param how.apart what is independent is told apart on the way, so that not every way to be need be gone on from
 * @param how.few of what grows a few are enough where there would be too many ways to be
 */
export function explore(
  page: ScriptPage,
  scripts: readonly Script[],
  left: ReadonlySet<number>,
  { apart = false, few = false }: { apart?: boolean; few?: boolean } = {},
): Explored {
  const known: Known = {
    counting: new Set(),
    positions: new Set(),
    growing: new Set(),
    clocked: new Set(),
    late: 0,
    framed: false,
  };
  const { counting, positions, growing } = known;
  let times = 0;
  for (;;) {
    const [counted, kept, grown, late] = [counting.size, positions.size, growing.size, known.late];
    const places = page.places.size;
    // What comes to be known of places is made use of at once: by what is not known yet the page would fill with doubles.
    const knowsMore = (): boolean => page.places.size > places && times < MOST_TIMES;
    const found: Explored = exploreOnce(page, scripts, left, known, { apart, few, knowsMore });
    if (positions.size > kept || growing.size > grown || known.late > late) continue;
    const draws: boolean = !known.framed && found.notUnderstood.some((n) => n.text === ENDLESS_FRAMES);
    known.framed ||= draws;
    if (page.places.size > places && ++times <= MOST_TIMES) page.forgetMade();
    else if (!draws && (counting.size === counted || counted > MOST_COUNTING)) return found;
  }
}

/** How often the script is gone through once more since elements come to several places of the page, or take one another's. */
const MOST_TIMES = 16;

/** @param known what comes to be known is added; where a position is kept it ends at once */
function exploreOnce(
  page: ScriptPage,
  scripts: readonly Script[],
  left: ReadonlySet<number>,
  known: Known,
  how: How,
): Explored {
  const { reading, keys } = load(page, scripts, known);
  const keeping = new Positions(reading, known.positions);
  reading.leave(left);
  tellUnheard(reading);
  const loaded = [...reading.effects];
  const search = new Search(page, reading, keys, left, known, keeping, how);
  search.run();
  const { acts, outcomes, stores } = search;
  tellAnyWidth(reading, search);
  keeping.tell();
  heldUp(page, reading, stores[0]);
  for (const { line, text } of underWayTwice({
    acts,
    outcomes,
    stores,
    timers: reading.timers,
    requests: reading.requests,
    loaded,
  }))
    reading.notUnderstood.set(`${line} ${text}`, { line, text, otherwise: true });
  const spare = needless(acts, (a) => JSON.stringify(outcomes[a]));
  const told = acts.flatMap((a, i) => (a.is === "other key" || (a.is === "key" && spare.has(a.key)) ? [] : [i]));
  return {
    stores,
    loaded,
    acts: told.map((i) => acts[i]),
    outcomes: told.map((i) => outcomes[i]),
    timers: reading.timers,
    requests: reading.requests,
    listeners: reading.listeners.map(({ line, type, on }) => ({
      line,
      type,
      on: typeof on === "string" ? on : on.name,
      read: reading.readLines.has(line),
    })),
    notUnderstood: [...reading.notUnderstood.values()].sort((a, b) => a.line - b.line),
    numbers: new Map([...numbersOf(stores), ...reading.numbers()]),
    endless: search.widths.endless,
    softly: new Map(
      [...reading.coming.softly].map((e) => [e.name, (store: Store) => reading.coming.displayOf(e, store)]),
    ),
    moving: new Set(page.elements.filter((e) => isMoving(page, e, stores[0])).map((e) => e.name)),
    cut: search.cut,
    grows: search.grows,
  };
}

/** A page that hears of the pointer hears of fingers by it, too; and nobody who only clicks drags or asks for a menu. */
const besidePointer = /^(touch(start|end|cancel)|pointercancel|selectstart|dragstart|contextmenu)$/;

function tellUnheard(reading: Reading): void {
  const pointed = reading.listeners.some((l) => /^pointer |^click$/.test(heard[l.type] ?? ""));
  for (const l of reading.listeners)
    if (pointed && besidePointer.test(l.type)) reading.readLines.add(l.line);
    else if (
      isTyped(reading.page, l) ||
      (!heard[l.type] && !/^(scroll|in view|resize)$/.test(l.type) && !l.type.startsWith(MEDIA))
    )
      reading.notUnderstood.set(`${l.line} ${l.type}`, { line: l.line, text: `what listens for “${l.type}”` });
}

function tellAnyWidth(reading: Reading, { acts, outcomes }: Search): void {
  const any = acts.findIndex((a) => a.is === "width above" && a.distance === 0);
  if (any < 0 || !outcomes[any].some((o, at) => o && (o.to !== at || o.effects.length))) return;
  const text = "what is done at any change of the window";
  for (const { line, type } of reading.listeners)
    if (type === "resize") reading.notUnderstood.set(`${line} width`, { line, text });
}

const isMoving = (page: ScriptPage, e: PageElement, store: Store): boolean =>
  ["transition", "transition-duration"].some((p) => page.computed(e, p, store) !== null);

/** What is only done once somebody has typed something: nobody knows here what. */
function heldUp(page: ScriptPage, reading: Reading, store: Store): void {
  reading.store = new Map(store);
  const note = (line: number, wrong: readonly PageElement[]): void => {
    const names = wrong.map((e) => e.name).join(", ");
    const text = `what is done once ${names} ${wrong.length === 1 ? "is" : "are"} filled in, by typing`;
    if (wrong.length) reading.notUnderstood.set(`${line} ${text}`, { line, text });
  };
  const forms = page.all("form", page.body, store);
  for (const { type, line, on } of reading.listeners) {
    if (type !== "submit" || reading.readLines.has(line)) continue;
    const form = typeof on === "string" || on.tag !== "form" ? forms[0] : on;
    note(line, form ? invalidIn(reading, form) : []);
  }
  // Boxes are checked by clicks.
  const typed = page.all("input, select, textarea", page.body, store).filter((e) => !isCheckable(e.tag, e.attributes));
  const wrong = typed.flatMap((e) => invalidIn(reading, e));
  for (const line of [...reading.fieldsAsked]) note(line, wrong);
}
