/** Guesses which element is which part: by what its author called it, by what it is called, by where it stands. */
import { computeAccessibleName } from "dom-accessibility-api";
import type { Wanted } from "../../core/trial/wanted";
import { roleOf } from "../../probe/probe";
import { allElements, elementsOf, isWithin, lookFirst, remember, selectorOf } from "./elements";

export interface Guess {
  part: string;
  selector: string;
  /** Why this one, in words. */
  why: string;
}

/** So many elements are looked at. */
const MOST = 4000;
/** Less than this is no reason. */
const ENOUGH = 20;

/** Names that authors write in several ways are one. */
const plain = (name: string): string => name.replace(/[^\p{L}\p{N}]/gu, "").toLowerCase();
const words = (text: string | null | undefined): string => (text ?? "").replace(/\s+/g, " ").trim();

interface Known {
  element: Element;
  role: string;
  name: string;
  text: string;
}

/** @param had the map so far, by part: what it finds is taken */
export function guessMap(wanted: readonly Wanted[], had: Readonly<Record<string, string>>): Guess[] {
  const elements = allElements(MOST).filter(
    (e) => !/^(html|head|script|style|link|meta|title|base|template)$/.test(e.localName),
  );
  lookFirst(elements);
  const about = new Map<Element, Known>();
  const know = (element: Element): Known => {
    let known = about.get(element);
    if (!known) {
      known = {
        element,
        role: roleOf(element),
        name: words(computeAccessibleName(element, { hidden: true })),
        text: words(element.textContent),
      };
      about.set(element, known);
    }
    return known;
  };
  const taken = new Map<string, Element>();
  for (const [part, element] of elementsOf(had)) if (element) taken.set(part, element);
  const out: Guess[] = [];
  // What is there now has the first choice.
  const inTurn = [...wanted.filter((w) => w.present), ...wanted.filter((w) => !w.present)];
  const missing = (): Wanted[] => inTurn.filter((w) => !taken.has(w.part) && had[w.part] === undefined);
  const take = (w: Wanted, element: Element, why: string): void => {
    taken.set(w.part, element);
    const selector = selectorOf(element);
    remember(w.part, selector, element);
    out.push({ part: w.part, selector, why });
  };
  const ids = new Set(wanted.flatMap((w) => (w.id ? [w.id] : [])));
  // What is sure goes first: the rest is looked for inside it, and among what is left.
  // What stands around others is known once they are.
  for (const sure of [60, ENOUGH, ENOUGH])
    for (const w of missing()) {
      const parent = w.parent === null ? null : (taken.get(w.parent) ?? null);
      const used = new Set(taken.values());
      let best: { element: Element; score: number; why: string } | null = null;
      let another = false;
      for (const element of elements) {
        if (used.has(element)) continue;
        // What has another part's own id is that part.
        if (element.id !== (w.id ?? "") && ids.has(element.id)) continue;
        if (parent && !isWithin(element, parent)) continue;
        const { score, why } = likeness(w, element, know);
        const inside = score + nesting(w, element, wanted, taken);
        if (inside > (best?.score ?? 0)) {
          best = { element, score: inside, why };
          another = false;
        } else if (inside === best?.score) another = true;
      }
      if (!best || best.score < sure) continue;
      // Among several alike the first stands for it only where nothing else could: by its place.
      if (another && sure > ENOUGH) continue;
      take(w, best.element, another ? `${best.why}, the first of several` : best.why);
    }
  return out;
}

/** Its own place in what is around it speaks for an element, and so do parts that are known to be inside; those outside speak against it. */
function nesting(w: Wanted, element: Element, wanted: readonly Wanted[], taken: ReadonlyMap<string, Element>): number {
  const around = w.parent === null ? undefined : taken.get(w.parent);
  let n = around && element.parentElement === around && element.localName === w.tag.toLowerCase() ? 16 : 0;
  for (const o of wanted) {
    const other = o.parent === w.part ? taken.get(o.part) : undefined;
    if (!other) continue;
    n += other.parentElement === element ? 16 : isWithin(other, element) && other !== element ? 8 : -30;
  }
  return n;
}

const idsBy = ["data-part", "data-name", "data-testid", "data-test", "name"];

function likeness(w: Wanted, element: Element, know: (e: Element) => Known): { score: number; why: string } {
  const name = plain(w.part);
  if (element.id && (element.id === w.id || plain(element.id) === name))
    return { score: 100, why: `its id, ${element.id}` };
  for (const by of idsBy) {
    const value = element.getAttribute(by);
    if (value && plain(value) === name) return { score: by === "name" ? 70 : 95, why: `its ${by}, ${value}` };
  }
  let score = 0;
  const why: string[] = [];
  const add = (points: number, reason: string): void => {
    score += points;
    why.push(reason);
  };
  const classes = [...element.classList];
  const named = classes.find((c) => plain(c) === name);
  if (named) add(40, `its class, ${named}`);
  else if (w.classes.length && w.classes.every((c) => classes.includes(c)))
    add(30, `its classes, ${w.classes.join(" ")}`);
  else if (classes.some((c) => c.split(/__|--|_|-/).some((piece) => piece.length > 2 && plain(piece) === name)))
    add(25, "its class");
  // What it costs to ask is only spent where it can decide.
  const sameTag = element.localName === w.tag.toLowerCase();
  const known = know(element);
  const sameRole = known.role !== "" && known.role === w.role;
  if (sameRole) add(12, `its role, ${w.role}`);
  else if (sameTag) add(6, `its tag, ${w.tag}`);
  const called = w.names.find((n) => n === known.name);
  if (called !== undefined && (sameRole || sameTag)) add(40, `its name, “${called}”`);
  // Of several around one another that say it, the inmost is meant.
  else if (
    w.text !== "" &&
    known.text === w.text &&
    ![...element.children].some((c) => words(c.textContent) === w.text)
  )
    add(sameRole || sameTag ? 36 : element.children.length ? 0 : 22, "its text");
  if (sameRole && sameTag) score += 8;
  return { score, why: why.join(" and ") };
}
