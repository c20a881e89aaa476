/** An act done to the page as it is described: who listens is called, then what browsers do by themselves. */
import { type Act, heard } from "./acts";
import {
  answered,
  check,
  closeDialog,
  closePopovers,
  invoke,
  isCheckable,
  isModal,
  type PageElement,
  type Reading,
  type ScriptPage,
} from "./reading";

/** Whether what is checked matters to rules or scripts; where it does not, a page may have many to be checked. */
const checksMatter = (page: ScriptPage, source: string): boolean =>
  /:checked|\bchecked\b/.test(`${page.doc.page.css ?? ""} ${source}`) || /\b(change|input)\b/.test(source);

/** Timers that handlers set come to be known while they are gone through. */
export function perform(r: Reading, page: ScriptPage, act: Act, left: ReadonlySet<number>): void {
  if (act.is === "timer") {
    const timed = r.timers.get(act.timer)!;
    if (left.has(timed.line)) return;
    if (timed.every) r.effect({ do: "start", timer: act.timer });
    r.readLines.add(timed.line);
    r.heap.clock += timed.ms;
    r.attempt(null, () => r.comes(timed), timed.line);
    return;
  }
  if (act.is === "answer") {
    const { promise, line } = r.requests.get(act.request)!;
    r.readLines.add(line);
    r.attempt(null, () => answered(r, promise, act.ok), line);
    return;
  }
  if ("distance" in act) {
    r.at = act.at;
    r.dispatch("scroll", null);
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
    for (const type of act.is === "pointer down" ? ["pointerdown", "mousedown"] : ["pointerup", "mouseup"])
      r.dispatch(type, target);
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
  if (act.is === "key") {
    // A key goes to what has the focus.
    r.active = target;
    r.dispatch(act.up ? "keyup" : "keydown", target, act.key);
    if (act.key === "Escape" && !act.up && !r.event?.prevented) {
      const open = page.elements.filter((e) => isModal(r, e)).at(-1);
      if (open) {
        r.dispatch("cancel", open);
        if (!r.event?.prevented) closeDialog(r, open);
      } else closePopovers(r, null);
    }
    return;
  }
  for (const [type, is] of Object.entries(heard)) if (is === act.is) r.dispatch(type, target);
}

/** What a browser does on a click when nobody prevents it. */
function byItself(r: Reading, page: ScriptPage, target: PageElement): void {
  invoke(r, target);
  const summary = page.closest("summary", target, r.store);
  const details = summary?.parent;
  if (
    details?.tag === "details" &&
    details.children.find((c) => typeof c !== "string" && c.tag === "summary") === summary
  ) {
    const open = page.attribute(details, "open", r.store) !== null;
    r.write(`attribute ${details.name} open`, open ? null : "");
    r.effect({ do: "prevent" });
    r.dispatch("toggle", details);
  }
  const submits = page.closest("button:not([type=button]):not([type=reset]), input[type=submit]", target, r.store);
  const form = submits && page.closest("form", submits, r.store);
  if (!form) return;
  r.dispatch("submit", form);
  const dialog = page.closest("dialog", form, r.store);
  if (dialog && (page.attribute(form, "method", r.store) ?? "").toLowerCase() === "dialog" && !r.event?.prevented)
    closeDialog(r, dialog, page.attribute(submits!, "value", r.store) ?? "");
}
