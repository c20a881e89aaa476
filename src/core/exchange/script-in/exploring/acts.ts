/** What a person, the clock and services do to a page, as far as its script hears of it. */
import {
  BROWSER,
  type Effect,
  isCaptured,
  isCheckable,
  MEDIA,
  type PageElement,
  type Reading,
  type ScriptPage,
  type Store,
} from "../reading";

/** What a link with a `javascript:` address does is heard as if it were an event of its own. */
export const CODE = "javascript";

/** What a person or the clock does. */
export type Act =
  | { is: "click" | "pointer down" | "pointer up"; target: string }
  | { is: "pointer enter" | "pointer leave" | "focus enters" | "focus leaves" | "motion ended"; target: string }
  | { is: "key"; key: string; target: string; up: boolean }
  /** One that nobody names stands for them all: no row can ask for it. */
  | { is: "other key"; key: string; target: string; up: boolean }
  /** Over a distance, on the way down or back; `at` is where the page is then. */
  | { is: "scroll past" | "scroll back" | "width above" | "width below"; distance: number; at: number }
  | { is: "in view" | "out of view"; target: string; ratio: number }
  | { is: "answer"; request: string; ok: boolean }
  | { is: "timer"; timer: string };
const MAX_TARGETS = 120;
export const MAX_DISTANCES = 8;
/** They stand for any key that nobody names: one that writes nothing, and one that does. */
const OTHERS = ["F9", "j"];

/** The act by which each event comes. */
export const heard: Record<string, Act["is"]> = {
  click: "click",
  mousedown: "pointer down",
  pointerdown: "pointer down",
  mouseup: "pointer up",
  pointerup: "pointer up",
  lostpointercapture: "pointer up",
  gotpointercapture: "pointer down",
  keydown: "key",
  keyup: "key",
  mouseenter: "pointer enter",
  pointerenter: "pointer enter",
  mouseover: "pointer enter",
  mouseleave: "pointer leave",
  pointerleave: "pointer leave",
  mouseout: "pointer leave",
  focus: "focus enters",
  focusin: "focus enters",
  blur: "focus leaves",
  focusout: "focus leaves",
  transitionend: "motion ended",
  animationend: "motion ended",
  submit: "click",
  invalid: "click",
  reset: "click",
  toggle: "click",
  beforetoggle: "click",
  command: "click",
  close: "click",
  change: "click",
  input: "click",
  cancel: "key",
  hashchange: "click",
  [CODE]: "click",
};

/** What is typed or picked from a list is a person's own text; only what is checked is known here. */
const isTypedInto = (e: PageElement): boolean =>
  /^(textarea|select)$/.test(e.tag) ||
  /^(|true|plaintext-only)$/i.test(e.attributes.contenteditable ?? "false") ||
  (e.tag === "input" && !isCheckable(e) && !/^(hidden|button|submit|reset|image)$/i.test(e.attributes.type ?? ""));
/** Who listens so hears what somebody types. */
export const isTyped = (page: ScriptPage, { type, on }: { type: string; on: PageElement | string }): boolean =>
  /^(input|change)$/.test(type) &&
  page.elements.some((e) => isTypedInto(e) && (typeof on === "string" || page.contains(on, e)));

/** What is inert or disabled is neither clicked nor focused, in itself or with what is around it. */
export function isOff(page: ScriptPage, act: Act, store: Store): boolean {
  if (!("target" in act) || "ratio" in act || act.is === "motion ended") return false;
  const target = page.named(act.target);
  if (!target || !page.isInPage(target, store)) return true;
  for (let e: PageElement | null = target; e; e = e.parent)
    // A fieldset that is off is no control itself: what is in it and is none is clicked as ever.
    if (page.attribute(e, "inert", store) !== null || (e.tag !== "fieldset" && page.isDisabled(e, store))) return true;
  return false;
}

/** The pointer's button is down, where a page hears of both; in what of all that hears it leave, the pointer still is. */
export const PRESSED = `${BROWSER}pressed`;
export const press = (r: Reading, target: PageElement): void =>
  r.write(
    PRESSED,
    leavable(r)
      .filter((e) => r.page.contains(e, target))
      .map((e) => e.name)
      .join(" "),
  );
/** The pointer has left an element, and all that is in it. */
export function leaves(r: Reading, left: PageElement): void {
  if (!r.store.has(PRESSED)) return;
  const still = pressedIn(r, r.store).filter((e) => !r.page.contains(left, e));
  r.write(PRESSED, still.map((e) => e.name).join(" "));
}
const leavable = (r: Reading): PageElement[] => [
  ...new Set(r.listeners.flatMap((l) => (heard[l.type] === "pointer leave" && typeof l.on !== "string" ? [l.on] : []))),
];
function pressedIn({ page }: Reading, store: Store): PageElement[] {
  const names = store.get(PRESSED);
  return typeof names === "string" ? names.split(" ").flatMap((n) => page.named(n) ?? []) : [];
}

/** A button that is down is not pressed again, nor one that is up let go; what the pointer is in hears it leave before it is let go elsewhere. */
export function isPressedAlready(reading: Reading, act: Act, store: Store): boolean {
  const isUp = act.is === "pointer up";
  if ((!isUp && act.is !== "pointer down" && act.is !== "click") || !tracksPresses(reading)) return false;
  if (store.has(PRESSED) !== isUp) return true;
  const { page } = reading;
  const at = page.named(act.target);
  // Who has captured the pointer is not told that it leaves.
  return (
    isUp &&
    !isCaptured(store) &&
    pressedIn(reading, store).some((e) => !page.isHidden(e, store) && !(at && page.contains(e, at)))
  );
}
export const tracksPresses = ({ listeners }: Reading): boolean =>
  (["pointer down", "pointer up"] as const).every((is) => listeners.some((l) => heard[l.type] === is));

/** What the page does not show, and has no motion that may still show it, is neither clicked nor pressed. */
export const isUnseen = (page: ScriptPage, act: Act, store: Store): boolean =>
  /^(click|pointer (down|up)|key|other key)$/.test(act.is) &&
  "target" in act &&
  page.isHidden(page.named(act.target), store);

/** Distances that scripts ask about: just over them, and just not, on the way down and back. */
export function moreDistances(reading: Reading, acts: Act[], outcomes: unknown[][]): boolean {
  const before = acts.length;
  // What asks for more, and what asks for as much.
  for (const [asked, over, under] of [
    [reading.scroll.against, "scroll past", "scroll back"],
    [reading.width.against, "width above", "width below"],
  ] as const)
    for (const n of [...asked].slice(0, MAX_DISTANCES))
      for (const [distance, below, above] of [
        [n, Math.floor(n), Math.floor(n) + 1],
        [n - 0.01, Math.ceil(n) - 1, Math.ceil(n)],
      ]) {
        if (below < 0 || acts.some((a) => a.is === over && a.distance === distance)) continue;
        acts.push({ is: over, distance, at: above }, { is: under, distance, at: below });
        outcomes.push([], []);
      }
  return acts.length > before;
}

/** Timers and requests that are under way from then on. */
export const startedBy = (effects: readonly Effect[]): string[] =>
  effects.flatMap((e) => (e.do === "start" ? [e.timer] : e.do === "request" ? [`request ${e.request}`] : []));
export const isNotYet = (act: Act, pending: ReadonlySet<string>): boolean =>
  (act.is === "timer" && !pending.has(act.timer)) || (act.is === "answer" && !pending.has(`request ${act.request}`));
/** What was done of all that begins and ends a timer, or a request by the name that `startedBy` gives it. */
export const aboutOf = (effects: readonly Effect[], due: string): Effect["do"][] =>
  effects.flatMap((e) =>
    ((e.do === "start" || e.do === "cancel") && e.timer === due) ||
    ((e.do === "request" || e.do === "give up") && `request ${e.request}` === due)
      ? [e.do]
      : [],
  );
export const isCancelled = (effects: readonly Effect[], due: string): boolean =>
  /^(cancel|give up)$/.test(aboutOf(effects, due).at(-1) ?? "");

/** What is under way after an act, by the names that `startedBy` gives. */
export function underWayAfter(
  act: Act,
  effects: readonly Effect[],
  before: ReadonlySet<string>,
  timers: ReadonlyMap<string, { every: boolean }>,
): Set<string> {
  const out = new Set([...before, ...startedBy(effects)]);
  const over = act.is === "answer" ? `request ${act.request}` : act.is === "timer" ? act.timer : "";
  const goesOn = act.is === "timer" && timers.get(act.timer)?.every === true;
  if (!goesOn && !startedBy(effects).includes(over)) out.delete(over);
  for (const id of out) if (isCancelled(effects, id)) out.delete(id);
  return out;
}

const isFocusable = (e: PageElement): boolean =>
  /^(a|button|input|select|textarea|summary)$/.test(e.tag) || "tabindex" in e.attributes;

export function actsOf(
  page: ScriptPage,
  reading: Reading,
  keys: ReadonlySet<string>,
  left: ReadonlySet<number>,
): Act[] {
  const out: Act[] = [];
  const types = new Set(reading.listeners.map((l) => l.type));
  const listens = (is: Act["is"]): boolean => [...types].some((t) => heard[t] === is);
  const native = page.elements.some(
    (e) => /^(details|dialog)$/.test(e.tag) || "popover" in e.attributes || isCheckable(e),
  );
  const targets = ["body", ...page.elements.slice(0, MAX_TARGETS).map((e) => e.name)];
  for (const is of ["pointer down", "pointer up"] as const)
    if (listens(is)) for (const target of targets) out.push({ is, target });
  if (listens("click") || native) for (const target of targets) out.push({ is: "click", target });
  const modal = keys.has("Escape") && page.elements.some((e) => e.tag === "dialog" || "popover" in e.attributes);
  if (listens("key") || modal) {
    const focusable = page.elements.filter(isFocusable);
    for (const up of [false, true]) {
      const heardOf = types.has(up ? "keyup" : "keydown");
      if (!heardOf && (up || !modal)) continue;
      for (const key of heardOf ? keys : ["Escape"])
        for (const target of ["body", ...focusable.map((e) => e.name)]) out.push({ is: "key", key, target, up });
      const type = up ? "keyup" : "keydown";
      const hear = reading.listeners.flatMap((l) => (l.type === type && typeof l.on !== "string" ? [l.on.name] : []));
      for (const key of OTHERS)
        if (heardOf) for (const target of new Set(["body", ...hear])) out.push({ is: "other key", key, target, up });
    }
  }
  for (const l of reading.listeners) {
    const is = heard[l.type];
    // Clicks, presses and keys are done everywhere: they bubble.
    if (!is || /^(click|pointer down|pointer up|key)$/.test(is)) continue;
    if (typeof l.on === "string" || l.on === page.body || l.on === page.html) {
      // So does what goes over everything, and comes to the page from all that is in it.
      if (!/^(mouse|pointer)(over|out)$|^focus(in|out)$/.test(l.type)) continue;
      for (const e of page.elements.slice(0, MAX_TARGETS))
        if (
          (!l.type.startsWith("focus") || isFocusable(e)) &&
          !out.some((a) => a.is === is && "target" in a && a.target === e.name)
        )
          out.push({ is, target: e.name } as Act);
      continue;
    }
    // What bubbles comes from all that is in it, too.
    const within = /^(mouse|pointer)(over|out)$/.test(l.type)
      ? page.elements.slice(0, MAX_TARGETS).filter((e) => page.contains(l.on as PageElement, e))
      : [l.on];
    for (const e of within)
      if (!out.some((a) => a.is === is && "target" in a && a.target === e.name))
        out.push({ is, target: e.name } as Act);
  }
  // The least that a page can be scrolled tells what its script asks about.
  if (types.has("scroll"))
    out.push({ is: "scroll past", distance: 0, at: 1 }, { is: "scroll back", distance: 0, at: 0 });
  // A width that the page has already tells what its script asks about.
  if (types.has("resize") || [...types].some((t) => t.startsWith(MEDIA)))
    out.push(...(["width above", "width below"] as const).map((is) => ({ is, distance: 0, at: page.doc.page.width })));
  for (const l of reading.listeners)
    if (l.type === "in view" && typeof l.on !== "string")
      for (const is of ["in view", "out of view"] as const) out.push({ is, target: l.on.name, ratio: l.ratio ?? 0 });
  for (const t of reading.timers.values()) if (!left.has(t.line)) out.push({ is: "timer", timer: t.name });
  return out;
}
