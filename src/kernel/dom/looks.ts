/** How the parts are, put on the page: what comes is displayed before it moves, what goes stays until it has moved. */
import { presenceAfter, styleWords } from "../surface/looks";
import type { Env, Expression, Look, PartLooks } from "./component";
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
  const look: Look = { ...looks.base, attributes: { ...looks.base.attributes } };
  for (const [state, said, when] of looks.cells) {
    if (!page.isIn(state) || !holds(page, when)) continue;
    for (const property of ["display", "visibility"] as const) {
      const value = said[property];
      if (value !== undefined) look.as = presenceAfter(look.as ?? "shown", property, value);
    }
    const { display: _display, visibility: _visibility, ...more } = said;
    const attributes = { ...look.attributes, ...said.attributes };
    Object.assign(look, more, { attributes, classes: { ...look.classes, ...said.classes } });
  }
  return look;
}

const isGone = ({ as }: Look): boolean => as === "not displayed" || as === "absent";

function come(element: HTMLElement): void {
  element.hidden = false;
  putBack(element);
}
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

/** Once its own motions are over, unless it is wanted there again by then. */
function go(page: Page, name: string, element: HTMLElement): void {
  const away = (): void => {
    const look = lookOf(page, page.component.looks[name]);
    if (!isGone(look) || page.listening.signal.aborted) return;
    element.hidden = look.as === "not displayed";
    dress(element, look.as, look.pointer);
    // In the document, though nobody sees it.
    if (look.as !== "absent") putBack(element);
    if (look.as !== "absent" || marks.has(element)) return;
    // Some browsers tell of the loss while they take it out: whoever wants it back then would find it half gone.
    if (letGo(element) && !isGone(lookOf(page, page.component.looks[name]))) return;
    if (marks.has(element)) return;
    const mark = document.createComment(name);
    marks.set(element, mark);
    element.replaceWith(mark);
  };
  // What was never drawn goes at once, and one without an end is waited for by nobody.
  const isDrawn = element.isConnected && page.root.dataset.starting === undefined && !movesUnseen(element);
  const motions = (isDrawn ? element.getAnimations() : []).filter(
    (m) => m.effect?.getComputedTiming().endTime !== Number.POSITIVE_INFINITY,
  );
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

function write(element: HTMLElement, look: Look, texts: NonNullable<PartLooks["texts"]>, env: Env): void {
  if (look.inert !== undefined && element.inert !== look.inert) element.inert = look.inert;
  if (look.disabled !== undefined) element.toggleAttribute("disabled", look.disabled);
  for (const [name, value] of Object.entries(look.attributes ?? {})) {
    const text = value === null ? null : value(env);
    if (text === null) element.removeAttribute(name);
    else if (element.getAttribute(name) !== text) element.setAttribute(name, text);
    // Once a person has checked it, the attribute says nothing any more (HTML §4.10.5.4).
    if (name === "checked") check(element, text !== null);
  }
  for (const [name, on] of Object.entries(look.classes ?? {}))
    if (element.classList.contains(name) !== on) element.classList.toggle(name, on);
  if (look.classes && element.classList.length === 0) element.removeAttribute("class");
  const own = inside.get(element);
  for (const [at, text] of texts) (own ?? element).childNodes[at].textContent = text(env);
  if (look.text) putText(element, look.text(env));
  else if (own && inside.delete(element)) element.replaceChildren(own);
  const stays = isGone(look) && unseen.find((as) => element.dataset.as?.split(" ").includes(styleWords(as, null)));
  dress(element, stays || look.as, look.pointer);
}

/** A look's text in place of what is inside. */
function putText(element: HTMLElement, text: string): void {
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

export const looks: Feature = {
  begin(page) {
    const { component, parts, root } = page;
    // Whoever clicks on it, it is checked as the looks say.
    const settle = (): void => {
      for (const name of Object.keys(component.looks)) {
        const on = saidNow(page, name, "checked");
        if (on !== undefined) check(parts[name], on);
      }
    };
    root.addEventListener("change", settle, { signal: page.listening.signal });
    // What was never drawn has nothing to move from, however often the start looks at the page.
    root.dataset.starting = "";
    // A text that begins empty is no node of what was parsed.
    for (const [name, { texts = [] }] of Object.entries(component.looks))
      for (const [at, , empty] of texts)
        if (empty) parts[name].insertBefore(document.createTextNode(""), parts[name].childNodes[at] ?? null);
  },
  before(page) {
    const { parts, root } = page;
    const coming = looksNow(page).filter(
      ([name, look]) => look.as !== undefined && !isGone(look) && (parts[name].hidden || marks.has(parts[name])),
    );
    for (const [name] of coming) come(parts[name]);
    // It moves from how it was before the new state.
    if (coming.length) root.getBoundingClientRect();
  },
  settle(page) {
    const { component, parts, root } = page;
    const now = looksNow(page);
    if (component.conditions.length)
      root.dataset.when = component.conditions.flatMap((c, i) => (holds(page, c) ? [`c${i}`] : [])).join(" ");
    for (const [name, value] of Object.entries(component.values)) root.style.setProperty(name, valueNow(page, value));
    for (const [name, look] of now) write(parts[name], look, component.looks[name].texts ?? [], page);
    for (const [name, look] of now) if (isGone(look)) go(page, name, parts[name]);
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
