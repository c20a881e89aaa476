/** The pointer: where it lands, what it enters and leaves, pressing, releasing and clicking (UI Events, Pointer Events). */
import type { PointerEventName } from "../../model";
import { DOCUMENT, doingAsked, isInside, type PartIndex, type Program } from "../../program";
import { attributeOf, labelledControl, layoutOf, partById } from "../../surface";
import type { RunState } from "../state/state";
import type { Working } from "../state/working";
import { checkByClick, settleChecked } from "./checking";
import { focusByPointer, moveFocus, moveFocusByPointer } from "./focus";

/** Where a click aimed at a part lands; `aimed` DOCUMENT is a place where no part lies, unless one covers the viewport. */
export function landingOf(program: Program, state: RunState, aimed: PartIndex): PartIndex {
  return landingIn(program, layoutOf(program, state), aimed);
}

function landingIn(program: Program, layout: ReturnType<typeof layoutOf>, aimed: PartIndex): PartIndex {
  if (aimed !== DOCUMENT) return layout.landing[aimed];
  let top: PartIndex = DOCUMENT;
  program.parts.forEach((p, i) => {
    if (p.part.covers !== "viewport" || !layout.catches[i]) return;
    if (top === DOCUMENT || p.layer >= program.parts[top].layer) top = i;
  });
  return top;
}
export const landing = (m: Working, aimed: PartIndex): PartIndex => landingIn(m.program, m.layout, aimed);

/** The part and what is around it, from the inside out. */
export const outwards = (program: Program, part: PartIndex): readonly PartIndex[] =>
  part === DOCUMENT ? [] : program.parts[part].path;

/** A disabled control keeps clicks to itself (HTML §4.10.18.5), a disabled fieldset does not: it is none. */
const swallows = (m: Working, p: PartIndex): boolean =>
  m.layout.disabled[p] && m.program.parts[p].part.tag !== "fieldset";
/** True where a disabled control lies in the way of a click; the pointer's own events pass it. */
const isSwallowed = (m: Working, target: PartIndex): boolean => outwards(m.program, target).some((p) => swallows(m, p));

/** Says that a click reached nobody because of a disabled control. */
export function noticeDisabled(m: Working, target: PartIndex): void {
  if (!m.step.dispatches.length && isSwallowed(m, target)) m.step.missed = "disabled";
}

/**
 * Dispatch from the target to the root, then to those who listen outside and anywhere (DOM §2.9).
 * A click comes no further than to a disabled control.
 */
function dispatch(m: Working, on: PointerEventName, target: PartIndex): void {
  const { at, outside, anywhere, any } = m.program.pointer[on];
  if (!any) return;
  for (const p of outwards(m.program, target)) {
    if (on === "click" && swallows(m, p)) return;
    if (!at[p].length) continue;
    const rows = at[p].filter((l) => l.scope === "inside" || p === target).map((l) => l.row);
    if (m.dispatch(p, "pointer", rows)) return;
  }
  if (!outside.length && !anywhere.length) return;
  const rows = outside.filter((o) => target === DOCUMENT || !isInside(m.program, target, o.part)).map((o) => o.row);
  for (const row of [...rows, ...anywhere]) m.dispatch(DOCUMENT, "outside", [row]);
}

/** Whether anything asks where the pointer is; only then a run keeps track of it. */
export const tracksPointer = (program: Program): boolean =>
  program.pointer["pointer enter"].any || program.pointer["pointer leave"].any || doingAsked(program).has("hover");

/** Moves the pointer onto what lies at the aimed place; leaves inner first, enters outer first (Pointer Events §4.2). */
export function moveOnto(m: Working, target: PartIndex, from = m.over): void {
  if (!tracksPointer(m.program) || m.over === target) return;
  const { program } = m;
  m.over = target;
  const left = outwards(program, from);
  const reached = outwards(program, target);
  const tell = (on: "pointer enter" | "pointer leave", p: PartIndex, scope: string): void => {
    const rows = program.pointer[on].at[p].filter((l) => l.scope === scope).map((l) => l.row);
    if (rows.length) m.dispatch(p, "pointer", rows);
  };
  const others = (on: "pointer enter" | "pointer leave", inside: (p: PartIndex) => boolean): void => {
    const rows = program.pointer[on].outside.filter((o) => inside(o.part)).map((o) => o.row);
    for (const row of [...rows, ...program.pointer[on].anywhere]) m.dispatch(DOCUMENT, "outside", [row]);
  };
  if (from !== DOCUMENT) tell("pointer leave", from, "exactly");
  for (const p of left) if (!reached.includes(p)) tell("pointer leave", p, "inside");
  others("pointer leave", (p) => !left.includes(p) && reached.includes(p));
  for (const p of reached.toReversed()) if (!left.includes(p)) tell("pointer enter", p, "inside");
  if (target !== DOCUMENT) tell("pointer enter", target, "exactly");
  others("pointer enter", (p) => left.includes(p) && !reached.includes(p));
  if (program.asks.size) m.reconsider("doing");
  m.restyle();
}

/** What lay under the pointer may have gone: then it is over what lies there now. */
export function followLayout(m: Working): void {
  if (m.pressed !== null && m.pressed !== DOCUMENT && !m.layout.present[m.pressed]) m.hold(null);
  if (m.over === DOCUMENT) return;
  const { present, displayed } = m.layout;
  const target = displayed[m.over] ? landing(m, m.over) : DOCUMENT;
  // What is taken out of the page is not told that it is left: the pointer leaves what was around it.
  const left = present[m.over] ? m.over : (outwards(m.program, m.over).find((p) => present[p]) ?? DOCUMENT);
  if (target !== m.over) moveOnto(m, target, left);
}

/** The button goes down: those who listen are told, then the focus moves, unless that was prevented. */
export function press(m: Working, target: PartIndex): void {
  // What is pressed looks so before anybody hears of it.
  m.restyle();
  m.prevented = false;
  dispatch(m, "pointer down", target);
  if (!m.prevented) focusByPointer(m, target);
  m.restyle();
}

/** The button comes up. */
export const release = (m: Working, target: PartIndex): void => dispatch(m, "pointer up", target);

/**
 * A click and, where the target is a label, that of its control.
 * @param dragged where the button went down, if it came up elsewhere: that selects the label's words and does not use it,
 *   unless it began on the control
 * @param elsewhere what it leads to comes in another window
 */
export function click(
  m: Working,
  target: PartIndex,
  { dragged = null, elsewhere = false }: { dragged?: PartIndex | null; elsewhere?: boolean } = {},
): void {
  clickAt(m, target);
  if (target === DOCUMENT || m.prevented) return;
  if (!elsewhere) followLink(m, target);
  const control = labelledControl(m.program, m, target);
  const inside = control !== DOCUMENT && m.program.parts[target].path.includes(control);
  if (dragged !== null && !outwards(m.program, dragged).includes(control)) return;
  // Displayed or not: a box that nobody sees is checked by its label all the same.
  if (control === DOCUMENT || inside || !m.layout.present[control] || m.layout.disabled[control]) return;
  if (m.layout.focusable[control]) {
    const from = m.focus;
    moveFocusByPointer(m, control);
    if (m.focus !== from) m.focusChanged(from);
  }
  clickAt(m, control);
}

/** A click with what it checks, which is taken back where it is prevented (DOM §2.9, legacy-canceled-activation behavior). */
function clickAt(m: Working, target: PartIndex): void {
  m.prevented = false;
  const takeBack = checkByClick(m, target);
  dispatch(m, "click", target);
  if (m.prevented) takeBack();
  else settleChecked(m, null);
}

/** A link to a place in the page brings the focus there, or takes it away where that cannot have it (HTML §7.4.6.3). */
function followLink(m: Working, target: PartIndex): void {
  const link = outwards(m.program, target).find((p) => /^(a|area)$/.test(m.program.parts[p].part.tag));
  const href = link === undefined ? null : attributeOf(m.program, m, link, "href");
  if (!href?.startsWith("#")) return;
  const named = href.length < 2 ? DOCUMENT : partById(m.program, m, href.slice(1));
  const place = named !== DOCUMENT && m.layout.present[named] ? named : DOCUMENT;
  if (doingAsked(m.program).has("target") && m.target !== place) {
    m.target = place;
    m.restyle();
  }
  if (place === DOCUMENT) return;
  const from = m.focus;
  // What holds the focus keeps the pointer and Tab, not the way that browsers follow links.
  moveFocus(m, m.layout.focusable[place] ? place : DOCUMENT, "pointer");
  m.tabFrom = place;
  if (m.focus !== from) m.focusChanged(from);
}

/** The innermost part around both: that is where a click goes when the button came up elsewhere (UI Events §3.4.5). */
export function common(program: Program, a: PartIndex, b: PartIndex): PartIndex {
  const other = outwards(program, b);
  return outwards(program, a).find((p) => other.includes(p)) ?? DOCUMENT;
}
