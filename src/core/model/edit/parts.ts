/** Parts: adding, changing, placing, removing. */
import { mapEvent, mapExpected, mapStimulus, mapTarget, mentionsAny } from "../names";
import type { Component, FocusRule, Part } from "../schema";
import { allParts } from "../tree";
import { filterExpectations, filterRows, filterStateActions, mapCells, moved, withoutMentions } from "./shared";

function mapParts(
  parts: readonly (Part | string)[],
  f: (siblings: readonly (Part | string)[], parent: string | null) => (Part | string)[],
  parent: string | null = null,
): (Part | string)[] {
  return f(parts, parent).map((p) =>
    typeof p === "string" || !p.content ? p : { ...p, content: mapParts(p.content, f, p.name) },
  );
}
const withParts = (doc: Component, f: Parameters<typeof mapParts>[1]): Component => ({
  ...doc,
  parts: mapParts(doc.parts, f).filter((p): p is Part => typeof p !== "string"),
});

/** Adds a part at the end of `inside` (null: of the page). */
export function addPart(doc: Component, part: Part, inside: string | null): Component {
  if (inside === null) return { ...doc, parts: [...doc.parts, part] };
  const put = (parts: readonly (Part | string)[]): (Part | string)[] =>
    parts.map((p) => {
      if (typeof p === "string") return p;
      if (p.name === inside) return { ...p, content: [...(p.content ?? []), part] };
      return p.content ? { ...p, content: put(p.content) } : p;
    });
  return { ...doc, parts: put(doc.parts) as Part[] };
}

/** Replaces a part's own properties. Its name stays: renaming is another edit. */
export const setPart = (doc: Component, name: string, next: Omit<Part, "name">): Component =>
  withParts(doc, (siblings) => siblings.map((p) => (typeof p !== "string" && p.name === name ? { name, ...next } : p)));

export const movePart = (doc: Component, name: string, by: number): Component =>
  withParts(doc, (siblings) => {
    const at = siblings.findIndex((p) => typeof p !== "string" && p.name === name);
    return at < 0 ? [...siblings] : moved(siblings, at, at + by);
  });

/** Puts a part before, after or into another; not into itself. */
export function placePart(
  doc: Component,
  name: string,
  where: "before" | "after" | "inside",
  target: string,
): Component {
  const moving = allParts(doc).find((p) => p.part.name === name)?.part;
  if (!moving || name === target || allParts({ parts: [moving] }).some((p) => p.part.name === target)) return doc;
  const lifted = withParts(doc, (siblings) => siblings.filter((p) => typeof p === "string" || p.name !== name));
  if (where === "inside") return addPart(lifted, moving, target);
  return withParts(lifted, (siblings) => {
    const at = siblings.findIndex((p) => typeof p !== "string" && p.name === target);
    return at < 0 ? [...siblings] : siblings.toSpliced(where === "before" ? at : at + 1, 0, moving);
  });
}

/** Removes a part, what is inside it, and every mention of them. */
export function removePart(doc: Component, name: string): Component {
  const place = allParts(doc).find((p) => p.part.name === name);
  if (!place) return doc;
  const gone = new Set(allParts({ parts: [place.part] }).map((p) => p.part.name));
  const cleaned = withParts(doc, (siblings) =>
    siblings
      .filter((p) => typeof p === "string" || !gone.has(p.name))
      .map((p) => {
        if (typeof p === "string" || !Array.isArray(p.covers)) return p;
        const { covers, ...rest } = p;
        const left = covers.filter((c) => !gone.has(c));
        return left.length ? { ...rest, covers: left } : rest;
      }),
  );
  const next: Component = {
    ...cleaned,
    looks: doc.looks.filter((row) => !gone.has(row.part)),
    focus: mapCells(doc.focus, (rule) => {
      const next: FocusRule = {
        ...(rule.to && !mentionsAny(mapTarget, rule.to, "part", gone) ? { to: rule.to } : {}),
        ...(rule.within && !gone.has(rule.within) ? { within: rule.within } : {}),
      };
      return next.to || next.within ? next : undefined;
    }),
    states: filterStateActions(doc.states, "part", gone),
    reactions: filterRows(
      doc.reactions.filter((row) => !mentionsAny(mapEvent, row.event, "part", gone)),
      "part",
      gone,
    ),
    scenarios: doc.scenarios.map((s) => {
      const kept = filterExpectations(s, (e) => !mentionsAny(mapExpected, e, "part", gone));
      return { ...kept, steps: kept.steps.filter((t) => !mentionsAny(mapStimulus, t.do, "part", gone)) };
    }),
  };
  return withoutMentions(next, "part", gone);
}
