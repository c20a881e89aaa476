/** What browsers do by themselves with boxes to be checked and with dialogs. */
import { isCheckable as canBeChecked, saidByClass } from "../../../../cascade";
import type { Context } from "../context";
import { BROWSER } from "../heap";
import { isElement, type PageElement, type Store } from "../page";
import { elementOf, native } from "../values";

/** A dialog's `returnValue`, among what the script says of it. */
export const ANSWER = "<answer>";
export const focusable = "button, a[href], input, select, textarea, [tabindex], summary";
const put = (r: Context, e: PageElement, name: string, value: string | null): void =>
  r.write(`attribute ${e.name} ${name}`, value);

export const isCheckable = (e: PageElement): boolean => canBeChecked(e.tag, e.attributes);

/** One of a group of radio buttons takes the place of the one before (HTML §4.10.5.1.17). */
export function check(r: Context, e: PageElement, on: boolean): void {
  const { type = "", name } = e.attributes;
  if (on && /^radio$/i.test(type) && name)
    for (const other of r.page.elements)
      if (other !== e && isCheckable(other) && other.attributes.name === name && /^radio$/i.test(other.attributes.type))
        put(r, other, "checked", null);
  put(r, e, "checked", on ? "" : null);
}

/** What lies beside a modal dialog, and beside all that is around it, is inert (HTML §6.3.1). */
function besides(e: PageElement): PageElement[] {
  const out: PageElement[] = [];
  for (let at: PageElement | null = e; at?.parent && at.tag !== "body"; at = at.parent)
    out.push(...at.parent.children.filter(isElement).filter((c) => c !== at));
  return out;
}
/** Says by its class that it is open, where a rule or the script asks. */
function say(r: Context, e: PageElement, what: keyof typeof saidByClass, on: boolean): void {
  if ([r.page.doc.page.css, r.source].some((text) => text?.includes(`:${what}`)))
    r.write(`class ${e.name} ${saidByClass[what]}`, on);
}
export const isModal = (r: Context, e: PageElement): boolean => r.store.get(`modal ${e.name}`) === true;

/** Opens a dialog over everything (HTML §4.11.4, `showModal`); the focus goes to what asks for it, else to the first. */
export function showModal(r: Context, e: PageElement): undefined {
  if (r.page.attribute(e, "open", r.store) !== null || !tellBefore(r, e, true)) return undefined;
  put(r, e, "open", "");
  r.layout();
  r.write(`modal ${e.name}`, true);
  say(r, e, "modal", true);
  for (const other of besides(e)) put(r, other, "inert", "");
  const first = r.page.all("[autofocus]", e, r.store)[0] ?? r.page.all(focusable, e, r.store)[0] ?? null;
  if (first) r.effect({ do: "focus", part: first.name });
  toggled(r, e, true);
  return undefined;
}
export function answerBy(r: Context, e: PageElement, answer: string): void {
  const own = r.extra(e, true)!;
  r.heap.touch(own);
  own.of.set(ANSWER, answer);
}
export function closeDialog(r: Context, e: PageElement, answer?: string): undefined {
  if (r.page.attribute(e, "open", r.store) === null) return undefined;
  tellBefore(r, e, false);
  if (answer !== undefined) answerBy(r, e, answer);
  put(r, e, "open", null);
  if (isModal(r, e)) {
    r.erase(`modal ${e.name}`);
    say(r, e, "modal", false);
    for (const other of besides(e)) put(r, other, "inert", other.attributes.inert ?? null);
    r.effect({ do: "focus back" });
  }
  r.dispatch("close", e);
  toggled(r, e, false);
  return undefined;
}

/** Whoever listens may keep it open (HTML §4.11.4, request to close). */
export function requestClose(r: Context, e: PageElement, answer?: string): undefined {
  if (r.page.attribute(e, "open", r.store) === null) return undefined;
  return r.dispatch("cancel", e) ? closeDialog(r, e, answer) : undefined;
}

const openOrClosed = (is: boolean): string => (is ? "open" : "closed");
/** What opens or closes says so before (HTML §6.12). @returns false where somebody keeps it from opening */
const tellBefore = (r: Context, e: PageElement, opens: boolean): boolean =>
  r.dispatch("beforetoggle", e, "", undefined, openOrClosed(opens)) || !opens;

/** Something has opened or closed: whoever listens is told once, when all that runs now is over (HTML §4.11.1, §6.12). */
export function toggled(r: Context, e: PageElement, opens: boolean): void {
  const key = `${BROWSER}toggled-${e.name}`;
  const is = openOrClosed(opens);
  if (r.store.has(key)) {
    r.write(key, is);
    return;
  }
  r.write(key, is);
  r.later(
    native(`toggle of ${e.name}`, () => {
      const now = String(r.store.get(key));
      r.erase(key);
      r.dispatch("toggle", e, "", undefined, now);
      return undefined;
    }),
  );
}

/** Of details with one name one alone is open (HTML §4.11.1). */
export function closeOthers(r: Context, details: PageElement): void {
  const name = r.page.attribute(details, "name", r.store);
  if (!name) return;
  for (const other of r.page.elements) {
    const isOfThem = other !== details && other.tag === "details" && r.page.attribute(other, "name", r.store) === name;
    if (!isOfThem || r.page.attribute(other, "open", r.store) === null) continue;
    put(r, other, "open", null);
    toggled(r, other, false);
  }
}

/** The element that has captured the pointer, until it is let go. */
const CAPTURE = `${BROWSER}capture`;
export const isCaptured = (store: Store): boolean => store.has(CAPTURE);
export const capturing = (r: Context): PageElement | null => {
  const name = r.store.get(CAPTURE);
  return typeof name === "string" ? r.page.named(name) : null;
};
export function capture(r: Context, e: PageElement | null): undefined {
  if (e) r.write(CAPTURE, e.name);
  else if (r.store.has(CAPTURE)) r.erase(CAPTURE);
  return undefined;
}

/** The fragment of the page's address, with its sign; nothing at first. */
const HASH = `${BROWSER}hash`;
export const hashOf = (r: Context): string => {
  const hash = r.store.get(HASH);
  return typeof hash === "string" ? hash : "";
};
/** Goes to a place in the page (HTML §7.4.2.3.3); whoever listens is told later, and only where it is another. */
export function goTo(r: Context, place: string): void {
  const hash = place.replace(/^#?/, "#").replace(/^#$/, "");
  if (hash === hashOf(r)) return;
  if (hash) r.write(HASH, hash);
  else r.erase(HASH);
  r.later(
    native("hashchange", () => {
      r.dispatch("hashchange", "window");
      return undefined;
    }),
  );
}
/** A link into the page is followed; only pages that ask where they are take note of it. */
export function followLink(r: Context, target: PageElement): void {
  if (!/\bhash/.test(r.source)) return;
  const link = r.page.closest("a[href], area[href]", target, r.store);
  const href = link && r.page.attribute(link, "href", r.store);
  if (href?.startsWith("#")) goTo(r, href);
}

/** Popovers that close by themselves (HTML §6.12): all but those that say `manual`. */
const isPopover = (e: PageElement): boolean => Object.hasOwn(e.attributes, "popover");
const isAuto = (e: PageElement): boolean => isPopover(e) && e.attributes.popover !== "manual";
const isShown = (r: Context, e: PageElement): boolean => r.store.get(`style ${e.name} display`) === "block";

/** Shown in the page's own place instead of over it: as browsers hide it by a rule, a declaration shows it. */
export function showPopover(r: Context, e: PageElement, on: boolean): undefined {
  if (!isPopover(e) || isShown(r, e) === on) return undefined;
  if (!tellBefore(r, e, on)) return undefined;
  // One that closes by itself closes the others.
  if (on && isAuto(e)) closePopovers(r, e);
  const before = `${BROWSER}before-${e.name}`;
  const from = focusedBy(r);
  if (on) {
    r.write(`style ${e.name} display`, "block");
    say(r, e, "popover-open", true);
    if (from) r.write(before, from.name);
    const wants = r.page.all("[autofocus]", e, r.store)[0];
    if (wants) r.effect({ do: "focus", part: wants.name });
    toggled(r, e, true);
    return undefined;
  }
  r.erase(`style ${e.name} display`);
  say(r, e, "popover-open", false);
  const back = r.store.get(before);
  if (back !== undefined) r.erase(before);
  // Out of what is hidden the focus goes back to where it was (HTML §6.12, hide popover algorithm).
  if (typeof back === "string" && from && r.page.contains(e, from)) r.effect({ do: "focus", part: back });
  toggled(r, e, false);
  return undefined;
}
/** What has the focus by the act that is under way: a key goes to it, a click gives it. */
function focusedBy(r: Context): PageElement | null {
  if (r.event && /^key/.test(r.event.type)) return r.event.target;
  return r.event?.target ? r.page.closest(focusable, r.event.target, r.store) : null;
}
export const togglePopover = (r: Context, e: PageElement): undefined => showPopover(r, e, !isShown(r, e));

/** A click elsewhere, and Escape, close what closes by itself. @param but what stays: it is in it, or opens it */
export function closePopovers(r: Context, but: PageElement | null): boolean {
  const gone = r.page.elements.filter(
    (e) => isAuto(e) && isShown(r, e) && !r.page.contains(e, but) && invoked(r, but) !== e,
  );
  for (const e of gone) showPopover(r, e, false);
  return gone.length > 0;
}

/** What the button around it opens: `popovertarget`, `commandfor`. */
export function invoked(r: Context, from: PageElement | null): PageElement | null {
  const button = from && r.page.closest("[popovertarget], [commandfor]", from, r.store);
  const id = button?.attributes.commandfor ?? button?.attributes.popovertarget;
  return (id !== undefined && r.page.elements.find((e) => e.attributes.id === id)) || null;
}
export function invoke(r: Context, from: PageElement): void {
  const target = invoked(r, from);
  const button = r.page.closest("[popovertarget], [commandfor]", from, r.store);
  if (!target || !button) return;
  if (button.attributes.commandfor !== undefined) return command(r, button, target);
  const how = button.attributes.popovertargetaction;
  if (how === "show" || how === "hide") showPopover(r, target, how === "show");
  else togglePopover(r, target);
}

/** A command of a button to another element (HTML §4.10.6, `command`); those of one's own begin with two hyphens. */
function command(r: Context, button: PageElement, target: PageElement): void {
  const { command: what = "", value } = button.attributes;
  if (!r.dispatch("command", target, "", { detail: elementOf(button), bubbles: false }, what)) return;
  const isDialog = target.tag === "dialog";
  if (isDialog && what === "show-modal") showModal(r, target);
  else if (isDialog && what === "close") closeDialog(r, target, value);
  else if (isDialog && what === "request-close") requestClose(r, target, value);
  else if (what === "toggle-popover") togglePopover(r, target);
  else if (what === "show-popover" || what === "hide-popover") showPopover(r, target, what === "show-popover");
}
