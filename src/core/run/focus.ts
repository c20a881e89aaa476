/** Focus: requests, what holds it, what loses it, and the ways of pointer and Tab key (HTML §6.6). */
import { type CompiledFocus, DOCUMENT, isInside, type PartIndex } from "../program";
import type { Layout } from "../surface";
import type { Machine } from "./machine";
import type { FocusCause } from "./state";

/** The part that holds the focus in the active states, if any; an inner state's goes before an outer one's. */
export function holder(m: Machine): PartIndex {
  const { states } = m.program.configurations.at(m.config);
  for (let i = states.length - 1; i >= 0; i--) {
    const within = m.program.focus[states[i]]?.within;
    if (within !== null && within !== undefined) return within;
  }
  return DOCUMENT;
}

export function moveFocus(m: Machine, to: PartIndex, cause: FocusCause): void {
  if (to === m.focus) return;
  m.step.focus.push({ from: m.focus, to, cause });
  if (to !== DOCUMENT || cause === "Tab") m.tabFrom = to;
  m.focus = to;
}

function firstIn(m: Machine, part: PartIndex): PartIndex {
  const { tabOrder, focusable } = m.layout;
  const first = tabOrder.find((p) => isInside(m.program, p, part));
  return first ?? (focusable[part] ? part : DOCUMENT);
}

/** Everything inside a part that can be focused, a Tab stop or not, in tree order. */
const among = (m: Machine, part: PartIndex): PartIndex[] =>
  part === DOCUMENT
    ? [...m.layout.tabOrder]
    : m.program.parts
        .filter((p) => p.index !== part && m.layout.focusable[p.index] && isInside(m.program, p.index, part))
        .map((p) => p.index);

function wanted(m: Machine, request: CompiledFocus): PartIndex {
  switch (request.kind) {
    case "back":
      return m.back ?? DOCUMENT;
    case "part":
      return request.part;
    case "first":
      return firstIn(m, request.part);
    case "last":
      return among(m, request.part).at(-1) ?? DOCUMENT;
    default: {
      const list = among(m, request.part);
      const at = list.indexOf(m.focus);
      if (!list.length) return DOCUMENT;
      const by = request.kind === "next" ? 1 : -1;
      // From outside: next is the first, previous the last.
      if (at < 0) return by > 0 ? list[0] : list[list.length - 1];
      return list[(at + by + list.length) % list.length];
    }
  }
}

const inHold = (m: Machine, part: PartIndex, held: PartIndex): boolean =>
  part !== DOCUMENT && isInside(m.program, part, held);

/** After every change: what was asked for, what is held, and whether the focused part can still have it. */
export function settleFocus(m: Machine, before: Layout | null): void {
  if (before === m.layout && !m.requests.length) return;
  const held = holder(m);
  if (held !== DOCUMENT && m.back === null) m.back = m.focus;
  const { focusable } = m.layout;
  for (const request of m.requests) {
    const to = wanted(m, request);
    if (to !== DOCUMENT && focusable[to]) moveFocus(m, to, "action");
    else m.step.refused.push(request.kind === "back" ? (m.back ?? DOCUMENT) : request.part);
  }
  m.requests = [];
  if (m.focus !== DOCUMENT && !focusable[m.focus]) moveFocus(m, DOCUMENT, "lost");
  if (held === DOCUMENT) m.back = null;
  else if (!inHold(m, m.focus, held)) {
    const to = firstIn(m, held);
    if (to !== DOCUMENT) moveFocus(m, to, "hold");
  }
}

/** Where the pointer puts the focus: the nearest focusable part around the target, unless the focus is held. */
export function focusByPointer(m: Machine, target: PartIndex): void {
  const path = target === DOCUMENT ? [] : m.program.parts[target].path;
  const to = path.find((p) => m.layout.focusable[p]) ?? DOCUMENT;
  const held = holder(m);
  if (held !== DOCUMENT && !inHold(m, to, held) && inHold(m, m.focus, held)) return;
  const from = m.focus;
  moveFocus(m, to, "pointer");
  if (to === DOCUMENT) m.tabFrom = target;
  if (m.focus !== from) m.focusChanged(from);
}

/** HTML sequential focus navigation; within the part that holds the focus it goes round. */
export function focusByTab(m: Machine, backwards: boolean): void {
  const held = holder(m);
  const order = m.layout.tabOrder.filter((p) => isInside(m.program, p, held));
  const was = m.focus;
  if (!order.length) {
    if (held === DOCUMENT) moveFocus(m, DOCUMENT, "Tab");
    if (m.focus !== was) m.focusChanged(was);
    return;
  }
  const from = was === DOCUMENT ? m.tabFrom : was;
  let at = order.indexOf(from);
  if (at < 0 && from !== DOCUMENT) {
    // From a place outside the Tab order: on to its neighbours in the tree.
    const next = order.findIndex((p) => p > from);
    at = backwards ? (next < 0 ? order.length : next) : (next < 0 ? order.length : next) - 1;
  } else if (at < 0) at = backwards ? order.length : -1;
  const to = at + (backwards ? -1 : 1);
  if (to >= 0 && to < order.length) moveFocus(m, order[to], "Tab");
  else if (held === DOCUMENT) moveFocus(m, DOCUMENT, "Tab");
  else moveFocus(m, order[backwards ? order.length - 1 : 0], "Tab");
  if (m.focus !== was) m.focusChanged(was);
}
