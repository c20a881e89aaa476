/**
 * A part's own style: its `style` attribute where looks have nothing to say about it, a rule before theirs where they
 * have, since no rule beats an attribute.
 */
import { readSheet } from "../../cascade";
import type { Component, ConditionalLook, Look, LookRow, Part } from "../../model";

/** Every look of a row, conditional ones too. */
export const looksIn = (row: LookRow): (Look | ConditionalLook)[] =>
  Object.values(row.in).flatMap((l) => [l, ...(l.and ?? [])]);

type Css = Record<string, string>;
const saysPresence = (property: string, value: string): boolean =>
  property === "visibility" || property === "pointer-events" || (property === "display" && value === "none");

/** One says what the other is part of. */
export const related = (a: string, b: string): boolean =>
  a === b || a === "all" || b === "all" || a.startsWith(`${b}-`) || b.startsWith(`${a}-`) || inset(a, b) || inset(b, a);
const inset = (a: string, b: string): boolean => a === "inset" && /^(top|right|bottom|left)$/.test(b);

interface Divided {
  attribute: Css;
  rule: Css;
  /** Declarations that say how it is there, where looks say so too: the script keeps those. */
  presence: Css;
}

const known = new WeakMap<Component, Map<string, Divided>>();
function divided(doc: Component, part: Part): Divided {
  const all = known.get(doc) ?? new Map<string, Divided>();
  known.set(doc, all);
  const before = all.get(part.name);
  if (before) return before;
  const out: Divided = { attribute: {}, rule: {}, presence: {} };
  const looks = doc.looks.filter((row) => row.part === part.name).flatMap(looksIn);
  const said = new Set(looks.flatMap((l) => Object.keys(l.css ?? {})));
  if (looks.some((l) => l.motion)) said.add("transition");
  if (looks.some((l) => l.as === "transparent")) said.add("opacity");
  const movesOut = looks.some((l) => l.as === "moved out");
  const worded = looks.some((l) => l.as !== undefined || l.pointer !== undefined || l.attributes?.hidden !== undefined);
  for (const [property, value] of Object.entries(part.css ?? {})) {
    const spoken = movesOut || [...said].some((s) => related(s, property));
    if (saysPresence(property, value)) {
      (spoken || worded ? out.presence : out.attribute)[property] = value;
      if (property === "visibility" && (spoken || worded) && readSheet(doc.page.css ?? "").properties.has(property))
        out.rule[property] = value;
    } else (spoken ? out.rule : out.attribute)[property] = value;
  }
  if (part.layer !== undefined) out.rule["z-index"] = String(part.layer);
  all.set(part.name, out);
  return out;
}

/** As the text of a `style` attribute; empty for none. */
export const styleAttribute = (doc: Component, part: Part): string =>
  Object.entries(divided(doc, part).attribute)
    .map(([p, v]) => `${p}: ${v}`)
    .join("; ");

export const ownRule = (doc: Component, part: Part): Css => divided(doc, part).rule;
export const presenceIn = (doc: Component, part: Part): Css => divided(doc, part).presence;
