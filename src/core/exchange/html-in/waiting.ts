/** Rules that wait for a class which nothing in the markup has, and which of the page's controls would bring it. */
import { readSheet } from "../../cascade";
import { allParts, type Component, type Part } from "../../model";
import { waitingRules } from "../by-rule";
import type { Script } from "../script-in";
import type { Remark } from "./remark";

interface Waiting {
  className: string;
  /** The rule's line in the sheet. */
  line: number;
  rule: string;
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
