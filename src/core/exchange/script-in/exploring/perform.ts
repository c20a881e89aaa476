/** An act done to the page as it is described: who listens is called, then what browsers do by themselves. */

import {
  capture,
  capturing,
  check,
  closeDialog,
  closeOthers,
  closePopovers,
  followLink,
  invoke,
  isCheckable,
  isModal,
  keptBy,
  MEDIA,
  mediaHolds,
  type PageElement,
  type Reading,
  report,
  requestClose,
  reset,
  type ScriptPage,
  type Timed,
  toggled,
} from "../reading";
import { type Act, CODE, heard, leaves, PRESSED, press, tracksPresses } from "./acts";
import { movedOf } from "./moved";

/** Whether what is checked matters to rules or scripts; where it does not, a page may have many to be checked. */
const checksMatter = (page: ScriptPage, source: string): boolean =>
  /:checked|\bchecked\b/.test(`${page.doc.page.css ?? ""} ${source}`) ||
  /\b(change|input|FormData|formdata)\b/.test(source) ||
  page.elements.some((e) => isCheckable(e) && ("required" in e.attributes || isAskedByName(e.attributes, source)));
/** The value of a group of radio buttons is that of the one that is checked. */
const isAskedByName = ({ type, name }: Readonly<Record<string, string>>, source: string): boolean =>
  /^radio$/i.test(type) && /^\w+$/.test(name ?? "") && new RegExp(`\\b${name}\\b`).test(source);

/** For what time passes as a timer comes: for all but what timers go by that rest, for nothing, or for what it goes by itself. */
export type Passing = { but: readonly Timed[] } | "nothing" | "its own";
const ALL: Passing = { but: [] };

/** Timers that handlers set come to be known while they are gone through. */
export function perform(
  r: Reading,
  page: ScriptPage,
  act: Act,
  left: ReadonlySet<number>,
  passing: Passing = ALL,
): void {
  if (act.is === "timer") {
    const timed = r.timers.get(act.timer)!;
    if (left.has(timed.line)) return;
    if (timed.every) r.effect({ do: "start", timer: act.timer });
    r.readLines.add(timed.line);
    if (passing === "its own") r.heap.passFor(keptBy([timed]), timed.ms);
    else if (passing !== "nothing") {
      r.heap.clock += timed.ms;
      r.heap.passFor(keptBy(passing.but), -timed.ms, keptBy([timed]));
    }
    r.attempt(null, () => r.comes(timed), timed.line);
    return;
  }
  if (act.is === "answer") {
    const { line } = r.requests.get(act.request)!;
    r.readLines.add(line);
    r.attempt(null, () => r.asked.comes(act.request, act.ok, r.store), line);
    return;
  }
  if ("distance" in act) {
    if (act.is === "scroll past" || act.is === "scroll back") {
      r.scroll.at = act.at;
      r.dispatch("scroll", null);
    } else resized(r, act.at, act.is === "width above" ? Math.floor(act.distance) : Math.floor(act.distance) + 1);
    return;
  }
  if ("ratio" in act) {
    for (const l of r.listeners)
      if (l.type === "in view" && typeof l.on !== "string" && l.on.name === act.target)
        r.observed(l, act.is === "in view");
    return;
  }
  const target = act.target === "body" ? page.body : page.named(act.target)!;
  if (act.is === "pointer down" || act.is === "pointer up") {
    // Who has captured the pointer is told of it wherever it is (Pointer Events §10.2).
    const at = (act.is === "pointer up" && capturing(r)) || target;
    for (const type of act.is === "pointer down" ? ["pointerdown", "mousedown"] : ["pointerup", "mouseup"])
      r.dispatch(type, at);
    if (act.is === "pointer down" && capturing(r)) r.dispatch("gotpointercapture", capturing(r));
    if (act.is === "pointer up") {
      const captured = capturing(r);
      capture(r, null);
      if (captured) r.dispatch("lostpointercapture", captured);
      r.erase(PRESSED);
    } else if (tracksPresses(r)) press(r, target);
    return;
  }
  if (act.is === "click") {
    // What is checked is so before anybody hears of the click, and is not if somebody prevents it (DOM §2.9, activation).
    const toggles = isCheckable(target) && checksMatter(page, r.source);
    const was = page.attribute(target, "checked", r.store) !== null;
    if (toggles) check(r, target, /^radio$/i.test(target.attributes.type) || !was);
    closePopovers(r, target);
    r.dispatch("click", target);
    if (!r.event?.prevented) {
      if (toggles && was !== (page.attribute(target, "checked", r.store) !== null))
        for (const type of ["input", "change"]) r.dispatch(type, target);
      byItself(r, page, target);
    } else if (toggles) check(r, target, was);
    return;
  }
  if (act.is === "other key") {
    r.active = target;
    r.dispatch(act.up ? "keyup" : "keydown", target, act.key);
    return;
  }
  if (act.is === "key") {
    // A key goes to what has the focus.
    r.active = target;
    r.dispatch(act.up ? "keyup" : "keydown", target, act.key);
    if (act.key === "Escape" && !act.up && !r.event?.prevented) {
      const open = page.elements.filter((e) => isModal(r, e)).at(-1);
      if (!open) closePopovers(r, null);
      else if (!/^none$/i.test(page.attribute(open, "closedby", r.store) ?? "")) requestClose(r, open, "");
    }
    return;
  }
  if (act.is === "pointer leave") leaves(r, target);
  for (const [type, is] of Object.entries(heard)) {
    if (is !== act.is) continue;
    if (act.is !== "motion ended") r.dispatch(type, target);
    else for (const what of movedOf(r, page, target, type)) r.dispatch(type, target, "", undefined, what);
  }
}

/** The page has another width; queries of media are told where it makes a difference to them. */
function resized(r: Reading, width: number, before: number): void {
  const queries = new Set(r.listeners.flatMap((l) => (l.type.startsWith(MEDIA) ? [l.type.slice(MEDIA.length)] : [])));
  r.width.at = width;
  r.dispatch("resize", "window");
  for (const query of queries)
    if (mediaHolds(r, query, width) !== mediaHolds(r, query, before)) r.dispatch(MEDIA + query, "window");
}

/** What a browser does on a click when nobody prevents it. */
function byItself(r: Reading, page: ScriptPage, target: PageElement): void {
  const link = page.closest("a[href], area[href]", target, r.store);
  if (r.listeners.some((l) => l.type === CODE && l.on === link)) {
    r.dispatch(CODE, link);
    return r.effect({ do: "prevent" });
  }
  invoke(r, target);
  followLink(r, target);
  const summary = page.closest("summary", target, r.store);
  const details = summary?.parent;
  if (
    details?.tag === "details" &&
    details.children.find((c) => typeof c !== "string" && c.tag === "summary") === summary
  ) {
    const open = page.attribute(details, "open", r.store) !== null;
    r.write(`attribute ${details.name} open`, open ? null : "");
    r.effect({ do: "prevent" });
    toggled(r, details, !open);
    if (!open) closeOthers(r, details);
  }
  const resets = page.closest("button[type=reset], input[type=reset]", target, r.store);
  const cleared = resets && page.closest("form", resets, r.store);
  if (cleared) reset(r, cleared);
  const submits = page.closest("button:not([type=button]):not([type=reset]), input[type=submit]", target, r.store);
  const form = submits && page.closest("form", submits, r.store);
  if (!form) return;
  // Unless it says otherwise, what is not in order is not sent, and the first of it gets the focus (HTML §4.10.21.3).
  const says = (e: PageElement, name: string): boolean => page.attribute(e, name, r.store) !== null;
  if (!says(form, "novalidate") && !says(submits, "formnovalidate") && !report(r, form)) return;
  r.dispatch("submit", form);
  const dialog = page.closest("dialog", form, r.store);
  if (dialog && (page.attribute(form, "method", r.store) ?? "").toLowerCase() === "dialog" && !r.event?.prevented)
    closeDialog(r, dialog, page.attribute(submits!, "value", r.store) ?? "");
}
