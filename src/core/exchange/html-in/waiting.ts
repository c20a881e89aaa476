/** Rules that wait for a class which nothing in the markup has, and which of the page's controls would bring it. */
import { readSheet, type Sheet, type StyleRule } from "../../cascade";
import { allParts, type Component, classesOf, type Part } from "../../model";
import type { Script } from "../script-in";
import type { Remark } from "./remark";

interface Waiting {
  className: string;
  /** The rule's line in the sheet. */
  line: number;
  rule: string;
}

/** The last compound of a selector. */
function lastOf(text: string): { classes: readonly string[]; id: string | undefined } {
  const last = text.split(/[\s>+~]+/).at(-1) ?? "";
  return { classes: [...last.matchAll(/\.([\w-]+)/g)].map((m) => m[1]), id: /#([\w-]+)/.exec(last)?.[1] };
}

interface Candidate {
  rule: StyleRule;
  classes: readonly string[];
  /** Its place among all of the sheet. */
  order: number;
}
interface Candidates {
  byId: Map<string, Candidate[]>;
  byClass: Map<string, Candidate[]>;
}
/** Selectors with classes by what a part must have so that they can be about it: the id, or one of the classes. */
const candidatesOf = new WeakMap<Sheet, Candidates>();
function candidates(sheet: Sheet): Candidates {
  let found = candidatesOf.get(sheet);
  if (found) return found;
  found = { byId: new Map(), byClass: new Map() };
  const put = (map: Map<string, Candidate[]>, key: string, one: Candidate): void => {
    const list = map.get(key);
    if (list) list.push(one);
    else map.set(key, [one]);
  };
  let order = 0;
  for (const rule of sheet.rules)
    for (const { text } of rule.selectors) {
      const { classes, id } = lastOf(text);
      const one = { rule, classes, order: order++ };
      if (classes.length && id !== undefined) put(found.byId, id, one);
      else for (const c of new Set(classes)) put(found.byClass, c, one);
    }
  candidatesOf.set(sheet, found);
  return found;
}

/** True where a rule that waits for what a person does brings the part or takes it away: a tip, a menu under the pointer. */
export function comesByRule(sheet: Sheet, part: Part): boolean {
  const keys = new Set([...classesOf(part).map((c) => `.${c}`), `#${part.attributes?.id ?? ""}`]);
  return sheet.rules.some(
    (rule) =>
      rule.declarations.some((d) => /^(display|visibility|opacity)$/.test(d.property)) &&
      rule.selectors.some((s) => s.asks.length > 0 && s.key !== null && keys.has(s.key)),
  );
}

/** The rules whose last compound is about this very part but for a class that it has not got, in their order, with that class. */
export function waitingRules(sheet: Sheet, part: Part): { rule: StyleRule; className: string }[] {
  const { byId, byClass } = candidates(sheet);
  const own = new Set(classesOf(part));
  const asked = new Set(byId.get(part.attributes?.id ?? ""));
  for (const c of own) for (const one of byClass.get(c) ?? []) asked.add(one);
  return [...asked]
    .sort((a, b) => a.order - b.order)
    .flatMap(({ rule, classes }) => {
      const className = classes.find((c) => !own.has(c));
      return className === undefined ? [] : [{ rule, className }];
    });
}

function waitingOf(doc: Component, part: Part): Waiting[] {
  const out = new Map<string, Waiting>();
  for (const { rule, className } of waitingRules(readSheet(doc.page.css ?? ""), part))
    if (!out.has(className)) out.set(className, { className, line: rule.line, rule: rule.text });
  return [...out.values()];
}

/** What a control says that it is for: `aria-controls`, or an attribute that ends in `target`. */
function targetOf(part: Part): string | null {
  for (const [name, value] of Object.entries(part.attributes ?? {}))
    if (name === "aria-controls" || /^data-([\w-]+-)?target$/.test(name)) {
      const id = /^#?([\w-]+)$/.exec(value.trim())?.[1];
      if (id) return id;
    }
  return null;
}

/**
 * For a page without scripts: a control that names what it is for brings the classes that rules wait for there, or shows
 * what is hidden. Told as a script would, so that it is taken or left as one.
 */
export function proposedControls(doc: Component, lineOf: (part: string) => number): Script[] {
  const parts = allParts(doc).map((p) => p.part);
  const byId = new Map(parts.flatMap((p) => (p.attributes?.id ? [[p.attributes.id, p] as const] : [])));
  return parts.flatMap((control): Script[] => {
    const id = targetOf(control);
    const target = id === null ? undefined : byId.get(id);
    if (!target || target === control) return [];
    const it = `document.getElementById(${JSON.stringify(id)})`;
    const waiting = waitingOf(doc, target);
    const hidden = target.attributes?.hidden !== undefined;
    if (!waiting.length && !hidden) return [];
    const first = waiting[0]?.className;
    const what = waiting.map((w) => `it.classList.toggle(${JSON.stringify(w.className)}, on);`);
    const now = first === undefined ? "it.hidden" : `!it.classList.contains(${JSON.stringify(first)})`;
    const text = [
      `const it = ${it}; const on = ${now};`,
      ...what,
      ...(hidden ? ["it.hidden = !on;"] : []),
      ...(control.attributes?.["aria-expanded"] === undefined
        ? []
        : ["this.setAttribute('aria-expanded', String(on));"]),
    ].join(" ");
    return [{ text, line: lineOf(control.name), at: { part: control.name, type: "click" } }];
  });
}

/** Classes that rules wait for and that no look switches. */
export function stillWaiting(doc: Component, switched: Component): Remark[] {
  const known = new Set<string>();
  for (const row of switched.looks)
    for (const look of Object.values(row.in)) for (const c of Object.keys(look.classes ?? {})) known.add(c);
  const out = new Map<string, Remark>();
  for (const { part } of allParts(doc))
    for (const w of waitingOf(doc, part))
      if (!known.has(w.className) && !out.has(w.className))
        out.set(w.className, {
          line: null,
          text: `${w.rule} waits for .${w.className}, and nothing brings it: say .${w.className} of ${part.name} in a state`,
        });
  return [...out.values()];
}
