/**
 * Rules that wait for the pointer or a shown focus. Nobody's pointer is in the frame, so the browser never has them match:
 * their pseudo-classes are rewritten to attributes, which the hand sets where a person's pointer would be.
 */
import { answerRule } from "./preference";

const marks = { hover: "data-pointed-at", active: "data-pressed", "focus-visible": "data-focus-shown" } as const;
type Mark = keyof typeof marks;

const waits = /:(hover|active|focus-visible)(?![\w-])/g;

function rewrite(rules: Iterable<CSSRule>): void {
  for (const rule of rules) {
    if (rule instanceof CSSStyleRule && rule.selectorText.search(waits) >= 0)
      rule.selectorText = rule.selectorText.replace(waits, (_all, name: Mark) => `[${marks[name]}]`);
    if (rule instanceof CSSMediaRule) answerRule(rule);
    const inner = (rule as CSSGroupingRule).cssRules;
    if (inner) rewrite(inner);
  }
}

/** Nothing of a sheet from elsewhere: it was not loaded, and may not be read. */
function rulesOf(sheet: CSSStyleSheet): Iterable<CSSRule> {
  try {
    return sheet.cssRules;
  } catch {
    return [];
  }
}

/** Rules of sheets that came in since are rewritten too. */
export function rewriteRules(): void {
  for (const sheet of [...document.styleSheets, ...document.adoptedStyleSheets]) rewrite(rulesOf(sheet));
}

function put(mark: Mark, elements: ReadonlySet<Element>): void {
  const name = marks[mark];
  for (const e of document.querySelectorAll(`[${name}]`)) if (!elements.has(e)) e.removeAttribute(name);
  for (const e of elements) if (!e.hasAttribute(name)) e.setAttribute(name, "");
}

/** An element, all around it, and the controls of labels among these (Selectors 4 §9). */
function chainOf(at: Element | null): Set<Element> {
  const chain = new Set<Element>();
  for (let e = at; e; e = e.parentElement) {
    chain.add(e);
    if (e instanceof HTMLLabelElement && e.control) chain.add(e.control);
  }
  return chain;
}

export const pointAt = (at: Element | null): void => put("hover", chainOf(at));
export const pressOn = (at: Element | null): void => put("active", chainOf(at));
export const showFocus = (on: Element | null): void => put("focus-visible", new Set(on ? [on] : []));
