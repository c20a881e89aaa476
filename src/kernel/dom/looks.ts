/** How the parts are, put on the page: what comes is displayed before it moves, what goes stays until it has moved. */
import { presenceAfter, styleWords } from "../surface/looks";
import type { Expression, Look, PartLooks } from "./component";
import type { Feature, Page } from "./page";

/** What is inside an element by itself, while a look's text stands there instead; parts come and go in it as in the page. */
export const inside = new WeakMap<HTMLElement, DocumentFragment>();
/** An absent element leaves a comment behind, to come back to its place. */
export const marks = new WeakMap<HTMLElement, Comment>();

const holds = (page: Page, when: Expression | undefined): boolean => {
  try {
    return !when || when(page) === true;
  } catch {
    return false;
  }
};

/** A value that cannot be computed is none. */
const valueNow = (page: Page, value: Expression<string>): string => {
  try {
    return value(page);
  } catch {
    return "";
  }
};

/** The base, then what active states say, outer before inner; later wins. */
function lookOf(page: Page, looks: PartLooks): Look {
  const look: Look = { ...looks.base };
  for (const cell of looks.cells) {
    const [state, said] = cell;
    if (!page.isIn(state)) continue;
    // only with conditions of looks
    if (!holds(page, cell[2])) continue;
    // only with attributes
    const { attributes } = look;
    // only with classes
    const { classes } = look;
    // only with presence by declarations
    for (const property of ["display", "visibility"] as const) {
      const value = said[property];
      if (value !== undefined) look.as = presenceAfter(look.as ?? "shown", property, value);
    }
    Object.assign(look, said);
    // only with attributes
    look.attributes = { ...attributes, ...said.attributes };
    // only with classes
    look.classes = { ...classes, ...said.classes };
  }
  return look;
}

const isGone = ({ as }: Look): boolean => as === "not displayed" || as === "absent";

function putBack(element: HTMLElement): void {
  marks.get(element)?.replaceWith(element);
  marks.delete(element);
}

/** The focus leaves it in good order. @returns whether it was there */
function letGo(element: HTMLElement): boolean {
  const { activeElement: active } = element.getRootNode() as Document | ShadowRoot;
  if (!(active instanceof HTMLElement) || !element.contains(active)) return false;
  active.blur();
  return true;
}

/** The options of a closed list move in some browsers, where nobody sees it. */
export const movesUnseen = (element: HTMLElement): boolean => element.matches("select *") && !element.checkVisibility();

/** It leaves a mark behind. */
function takeOut(page: Page, name: string, element: HTMLElement): void {
  if (marks.has(element)) return;
  // Some browsers tell of the loss while they take it out: whoever wants it back then would find it half gone.
  if (letGo(element) && !isGone(lookOf(page, page.component.looks[name]))) return;
  if (marks.has(element)) return;
  const mark = document.createComment(name);
  marks.set(element, mark);
  element.replaceWith(mark);
}

/** Those that are waited for: one without an end is by nobody. */
function motionsOf(page: Page, element: HTMLElement): Animation[] {
  // What was never drawn goes at once.
  if (!element.isConnected || page.root.dataset.starting !== undefined) return [];
  // only with lists to choose from
  if (movesUnseen(element)) return [];
  return element.getAnimations().filter((m) => m.effect?.getComputedTiming().endTime !== Number.POSITIVE_INFINITY);
}

/** Once its own motions are over, unless it is wanted there again by then. */
function go(page: Page, name: string, element: HTMLElement): void {
  const away = (): void => {
    const look = lookOf(page, page.component.looks[name]);
    if (!isGone(look)) return;
    // only with an end from outside
    if (page.listening.signal.aborted) return;
    element.hidden = look.as === "not displayed";
    // only with pointer or presence by style
    dress(element, look.as, look.pointer);
    // only with absent parts
    // In the document, though nobody sees it.
    if (look.as !== "absent") putBack(element);
    // only with absent parts
    if (look.as === "absent") takeOut(page, name, element);
  };
  const motions = motionsOf(page, element);
  if (!motions.length) away();
  else
    Promise.allSettled(motions.map((m) => m.finished)).then(() => {
      away();
      page.refresh();
    });
}

const check = (element: HTMLElement, on: boolean): void => {
  if (element instanceof HTMLInputElement) element.checked = on;
};

function write(page: Page, name: string, look: Look): void {
  const element = page.parts[name];
  // only with inert parts
  if (look.inert !== undefined && element.inert !== look.inert) element.inert = look.inert;
  // only with disabled parts
  if (look.disabled !== undefined) element.toggleAttribute("disabled", look.disabled);
  // only with attributes
  for (const [attribute, value] of Object.entries(look.attributes ?? {})) {
    const text = value === null ? null : value(page);
    if (text === null) element.removeAttribute(attribute);
    else if (element.getAttribute(attribute) !== text) element.setAttribute(attribute, text);
    // only with boxes to check
    // Once a person has checked it, the attribute says nothing any more (HTML §4.10.5.4).
    if (attribute === "checked") check(element, text !== null);
  }
  // only with classes
  for (const [word, on] of Object.entries(look.classes ?? {}))
    if (element.classList.contains(word) !== on) element.classList.toggle(word, on);
  // only with attributes or classes
  if (look.classes && element.classList.length === 0) element.removeAttribute("class");
  // only with texts that change
  let own: Node = element;
  // only with changing texts under those of looks
  own = inside.get(element) ?? element;
  // only with texts that change
  for (const [at, text] of page.component.looks[name].texts ?? []) own.childNodes[at].textContent = text(page);
  // only with texts of looks
  putText(element, look.text?.(page));
  // only with pointer or presence by style
  let { as } = look;
  // only with presence by style
  if (isGone(look)) as = unseen.find((u) => element.dataset.as?.split(" ").includes(styleWords(u, null))) ?? as;
  // only with pointer or presence by style
  dress(element, as, look.pointer);
}

/** A look's text in place of what is inside; without one that comes back. */
function putText(element: HTMLElement, text: string | undefined): void {
  if (text === undefined) {
    const own = inside.get(element);
    if (own && inside.delete(element)) element.replaceChildren(own);
    return;
  }
  const only = element.childNodes.length === 1 ? element.firstChild : null;
  if (only?.nodeType === Node.TEXT_NODE && only.nodeValue === text) return;
  if (!inside.has(element)) {
    const own = document.createDocumentFragment();
    own.append(...element.childNodes);
    inside.set(element, own);
  }
  element.textContent = text;
}

/** What leaves in one of these ways stays so until its motion has ended. */
const unseen = ["hidden", "moved out"] as const;
function dress(element: HTMLElement, as: Look["as"], pointer: Look["pointer"]): void {
  const words = styleWords(as, pointer);
  if (words) element.dataset.as = words;
  else delete element.dataset.as;
}

/** Whoever clicks on it, it is checked as the looks say. */
function checkAll(page: Page): void {
  for (const name of Object.keys(page.component.looks)) {
    const on = saidNow(page, name, "checked");
    if (on !== undefined) check(page.parts[name], on);
  }
}

const beginEmpty = (element: HTMLElement, at: number): void =>
  void element.insertBefore(document.createTextNode(""), element.childNodes[at] ?? null);

export const looks: Feature = {
  begin(page) {
    // only with boxes to check
    page.root.addEventListener("change", () => checkAll(page), { signal: page.listening.signal });
    // What was never drawn has nothing to move from, however often the start looks at the page.
    page.root.dataset.starting = "";
    // only with texts that begin empty
    // A text that begins empty is no node of what was parsed.
    for (const [name, { texts = [] }] of Object.entries(page.component.looks))
      for (const [at, , empty] of texts) if (empty) beginEmpty(page.parts[name], at);
  },
  // only with parts that come and go
  before(page) {
    const { parts, root } = page;
    const isAway = (element: HTMLElement): boolean => {
      // only with absent parts
      if (marks.has(element)) return true;
      return element.hidden !== false;
    };
    const coming = looksNow(page).filter(
      ([name, look]) => look.as !== undefined && !isGone(look) && isAway(parts[name]),
    );
    for (const [name] of coming) parts[name].hidden = false;
    // only with absent parts
    for (const [name] of coming) putBack(parts[name]);
    // It moves from how it was before the new state.
    if (coming.length) root.getBoundingClientRect();
  },
  settle(page) {
    const now = looksNow(page);
    // only with conditions of style
    const asked = page.component.conditions ?? [];
    // only with conditions of style
    if (asked.length) page.root.dataset.when = asked.flatMap((c, i) => (holds(page, c) ? [`c${i}`] : [])).join(" ");
    // only with data in style
    for (const [name, value] of Object.entries(page.component.values ?? {}))
      page.root.style.setProperty(name, valueNow(page, value));
    for (const [name, look] of now) write(page, name, look);
    // only with parts that come and go
    for (const [name, look] of now) if (isGone(look)) go(page, name, page.parts[name]);
  },
  begun({ root }) {
    root.getBoundingClientRect();
    delete root.dataset.starting;
  },
};

const looksNow = (page: Page): [string, Look][] =>
  Object.keys(page.component.looks).map((name) => [name, lookOf(page, page.component.looks[name])]);

/** Whether looks have the attribute there now; undefined where they have no say. */
export function saidNow(page: Page, name: string, attribute: string): boolean | undefined {
  const looks = page.component.looks[name];
  const value = looks && lookOf(page, looks).attributes?.[attribute];
  return value === undefined ? undefined : value !== null;
}
