/** Focus: requests, what holds it, what loses it, and the ways of pointer and Tab key (HTML §6.6). */
import { type Focusing, settleFocus as settle } from "../../../kernel";
import { DOCUMENT, doingAsked, isInside, isLetGo, type PartIndex } from "../../program";
import { type Layout, tabStops } from "../../surface";
import type { FocusCause } from "../state/state";
import type { Working } from "../state/working";

/** The part that holds the focus in the active states, if any; an inner state's goes before an outer one's. */
export function holder(m: Working): PartIndex {
  const { states } = m.program.configurations.at(m.config);
  for (let i = states.length - 1; i >= 0; i--) {
    const within = m.program.focus[states[i]]?.within;
    if (within !== null && within !== undefined) return within;
  }
  return DOCUMENT;
}

export function moveFocus(m: Working, to: PartIndex, cause: FocusCause): void {
  if (to === m.focus) return;
  m.step.focus.push({ from: m.focus, to, cause });
  const { pressed, program } = m;
  if (pressed !== null && pressed !== DOCUMENT && m.focus !== DOCUMENT && doingAsked(program).has("active"))
    m.letGo ||= program.parts[pressed].path.includes(m.focus) && isLetGo(program, m.focus);
  if (to !== DOCUMENT || cause === "Tab") m.tabFrom = to;
  m.focus = to;
}

/**
 * The pointer gives the focus to something, or takes it away. Rules may ask whether it is to be seen, which depends on how
 * it came.
 */
export function moveFocusByPointer(m: Working, to: PartIndex): void {
  if (to === m.focus) return;
  if (doingAsked(m.program).has("focus-visible")) {
    m.keyed = false;
    if (to !== DOCUMENT) m.byPointer = true;
  }
  moveFocus(m, to, "pointer");
}

const none = (p: PartIndex): PartIndex | null => (p === DOCUMENT ? null : p);

/** The machine as the kernel asks it about the focus; a class, since one is made with nearly every step. */
class MachineFocus implements Focusing<PartIndex> {
  constructor(private readonly m: Working) {}

  get focused(): PartIndex | null {
    return none(this.m.focus);
  }
  get back(): PartIndex | null | undefined {
    return this.m.back === null ? undefined : none(this.m.back);
  }
  set back(part: PartIndex | null | undefined) {
    this.m.back = part === undefined ? null : (part ?? DOCUMENT);
  }
  get unheld(): boolean {
    return this.m.program.goesBack;
  }
  holder(): PartIndex | null {
    return none(holder(this.m));
  }
  canFocus(p: PartIndex): boolean {
    return this.m.layout.focusable[p];
  }
  contains(outer: PartIndex, inner: PartIndex): boolean {
    return isInside(this.m.program, inner, outer);
  }
  stops(within: PartIndex | null): readonly PartIndex[] {
    const { m } = this;
    return tabStops(m.program, m, m.layout).filter((p) => isInside(m.program, p, within ?? DOCUMENT));
  }
  among(within: PartIndex): readonly PartIndex[] {
    const { program, layout } = this.m;
    return program.parts
      .filter((p) => p.index !== within && layout.focusable[p.index] && isInside(program, p.index, within))
      .map((p) => p.index);
  }
  move(to: PartIndex | null, cause: "action" | "hold" | "lost"): void {
    moveFocus(this.m, to ?? DOCUMENT, cause);
  }
  refused(part: PartIndex | null): void {
    this.m.step.refused.push(part ?? DOCUMENT);
  }
}
export const focusing = (m: Working): Focusing<PartIndex> => new MachineFocus(m);

const inHold = (m: Working, part: PartIndex, held: PartIndex): boolean =>
  part !== DOCUMENT && isInside(m.program, part, held);

/** A label, or a script, has brought the focus out of what holds it. */
function strays(m: Working): boolean {
  const held = holder(m);
  return held !== DOCUMENT && !inHold(m, m.focus, held);
}

/**
 * After every change: what was asked for, what is held, and whether the focused part can still have it.
 * @param alone the change came without the component's doing, by a motion's end or a rule that waits for a person: then the
 *   focus can be lost, and nobody brings it back
 */
export function settleFocus(m: Working, before: Layout | null, alone: boolean): void {
  if (alone) {
    if (m.focus !== DOCUMENT && !m.layout.focusable[m.focus]) moveFocus(m, DOCUMENT, "lost");
    return;
  }
  if (before === m.layout && !m.requests.length && !strays(m)) return;
  const { requests } = m;
  m.requests = [];
  settle(focusing(m), requests);
}

/** Where the pointer puts the focus: the nearest focusable part around the target, unless the focus is held. */
export function focusByPointer(m: Working, target: PartIndex): void {
  const path = target === DOCUMENT ? [] : m.program.parts[target].path;
  const to = path.find((p) => m.layout.focusable[p]) ?? DOCUMENT;
  const held = holder(m);
  if (held !== DOCUMENT && !inHold(m, to, held) && inHold(m, m.focus, held)) return;
  const from = m.focus;
  moveFocusByPointer(m, to);
  if (to === DOCUMENT) m.tabFrom = target;
  if (m.focus !== from) m.focusChanged(from);
}

/** A group of radio buttons that is not all inside what holds the focus: the arrow keys, which go round in it, would bring it out. */
export function isHeldApart(m: Working, radio: PartIndex): boolean {
  const held = holder(m);
  if (held === DOCUMENT || !inHold(m, radio, held)) return false;
  const group = m.program.checkable.groups.get(radio) ?? [];
  return group.some((p) => m.layout.present[p] && !inHold(m, p, held));
}

/** HTML sequential focus navigation; within the part that holds the focus it goes round. */
export function focusByTab(m: Working, backwards: boolean): void {
  const held = holder(m);
  const was = m.focus;
  // Tab leaves a group of radio buttons of which none is checked.
  const group = m.program.checkable.groups.get(was) ?? [];
  const beside = group.some((p) => m.checked.includes(p)) ? [] : group;
  const order = tabStops(m.program, m, m.layout).filter(
    (p) => isInside(m.program, p, held) && (p === was || !beside.includes(p)),
  );
  // In a hold it is the component that moves the focus.
  if (held === DOCUMENT) m.byPointer = false;
  if (!order.length) {
    if (held === DOCUMENT) moveFocus(m, DOCUMENT, "Tab");
    if (m.focus !== was) m.focusChanged(was);
    return;
  }
  // In a hold it is the component that moves the focus, and it knows nothing of where one clicked last.
  const from = was === DOCUMENT && held === DOCUMENT ? m.tabFrom : was;
  let at = order.indexOf(from);
  if (at < 0 && from !== DOCUMENT) {
    // From a place outside the Tab order: on to its neighbour in the tree, whatever numbers the stops have.
    const neighbour = backwards
      ? Math.max(...order.filter((p) => p < from))
      : Math.min(...order.filter((p) => p > from));
    const there = order.indexOf(neighbour);
    at = there < 0 ? (backwards ? 0 : order.length - 1) : there + (backwards ? 1 : -1);
  } else if (at < 0) at = backwards ? order.length : -1;
  const to = at + (backwards ? -1 : 1);
  if (to >= 0 && to < order.length) moveFocus(m, order[to], "Tab");
  else if (held === DOCUMENT) moveFocus(m, DOCUMENT, "Tab");
  else moveFocus(m, order[backwards ? order.length - 1 : 0], "Tab");
  if (m.focus !== was) m.focusChanged(was);
}
