/** Walking and finding in the part tree and the state tree. Pure; nothing here changes a document. */
import type { Action, Branch, Component, EventSpec, Part, StateNode } from "./schema";

export interface PartPlace {
  part: Part;
  parent: Part | null;
  depth: number;
}

/** All parts in tree order (document order of the markup). */
export function allParts(doc: Pick<Component, "parts">): PartPlace[] {
  const out: PartPlace[] = [];
  const walk = (parts: readonly (Part | string)[], parent: Part | null, depth: number): void => {
    for (const part of parts) {
      if (typeof part === "string") continue;
      out.push({ part, parent, depth });
      if (part.content) walk(part.content, part, depth + 1);
    }
  };
  walk(doc.parts, null, 0);
  return out;
}

export const partNames = (doc: Pick<Component, "parts">): string[] => allParts(doc).map((p) => p.part.name);

export interface StatePlace {
  state: StateNode;
  parent: StateNode | null;
  depth: number;
}

/** All states in document order, outer before inner. */
export function allStates(doc: Pick<Component, "states">): StatePlace[] {
  const out: StatePlace[] = [];
  const walk = (states: readonly StateNode[], parent: StateNode | null, depth: number): void => {
    for (const state of states) {
      out.push({ state, parent, depth });
      if (state.states) walk(state.states, state, depth + 1);
    }
  };
  walk(doc.states, null, 0);
  return out;
}

export const stateNames = (doc: Pick<Component, "states">): string[] => allStates(doc).map((s) => s.state.name);
export const isCompound = (state: StateNode): boolean => state.kind !== "parallel" && (state.states?.length ?? 0) > 0;
export const isHistory = (state: StateNode): boolean => state.kind === "history" || state.kind === "deep history";

/** Rules may find parts by the attribute that marks them. @returns the sheet with each such name as `name` gives it */
export const mapPartsInRules = (css: string, name: (part: string) => string): string =>
  css.replace(
    /(\[data-part=)(["']?)([\w-]+)\2(?=\s*[\]is])/g,
    (_whole, start: string, mark: string, part: string) => `${start}${mark}${name(part)}${mark}`,
  );

/** The parts that rules find by their mark. */
export function partsInRules(css: string): Set<string> {
  const out = new Set<string>();
  mapPartsInRules(css, (part) => {
    out.add(part);
    return part;
  });
  return out;
}

/** The classes that stand in a part's markup. */
export const classesOf = (part: Part): string[] => part.attributes?.class?.split(/\s+/).filter(Boolean) ?? [];

/** `base`, or `base-2`, `base-3` …: the first that is not taken. */
export function freeName(base: string, taken: Iterable<string>): string {
  const used = new Set(taken);
  if (!used.has(base)) return base;
  let n = 2;
  while (used.has(`${base}-${n}`)) n++;
  return `${base}-${n}`;
}

/** Attributes whose value is one or more ids of other elements (HTML, WAI-ARIA 1.2). */
export const idReferences = [
  "for",
  "form",
  "list",
  "headers",
  "popovertarget",
  "commandfor",
  "aria-activedescendant",
  "aria-controls",
  "aria-describedby",
  "aria-details",
  "aria-errormessage",
  "aria-flowto",
  "aria-labelledby",
  "aria-owns",
] as const;

export interface Reference {
  from: Part;
  attribute: string;
  id: string;
  to: Part | null;
}

/** Every id reference in the markup, resolved. A fragment link (`href="#id"`) is one too. */
export function references(doc: Pick<Component, "parts">): Reference[] {
  const parts = allParts(doc).map((p) => p.part);
  const byId = new Map<string, Part>();
  for (const part of parts) {
    const id = part.attributes?.id;
    if (id && !byId.has(id)) byId.set(id, part);
  }
  const out: Reference[] = [];
  for (const from of parts) {
    const attributes = from.attributes ?? {};
    for (const attribute of idReferences) {
      for (const id of (attributes[attribute] ?? "").split(/\s+/).filter(Boolean)) {
        out.push({ from, attribute, id, to: byId.get(id) ?? null });
      }
    }
    const href = attributes.href;
    if (href?.startsWith("#") && href.length > 1) {
      const id = href.slice(1);
      out.push({ from, attribute: "href", id, to: byId.get(id) ?? null });
    }
  }
  return out;
}

/** The part that an event is about, where it is about one. */
export const eventPart = (event: EventSpec): string | undefined =>
  "part" in event ? event.part : event.on === "key" ? event.within : undefined;

/** It leads nowhere and does nothing: what happens by itself may not be so. */
export const isIdle = ({ to, actions }: Branch): boolean => to === undefined && !actions?.length;

/** All actions of a list, those inside conditions included. */
export function allActions(actions: readonly Action[]): Action[] {
  return actions.flatMap((a) => {
    if (a.do === "block") return [a, ...allActions(a.actions)];
    return a.do === "if" ? [a, ...a.branches.flatMap((b) => allActions(b.actions))] : [a];
  });
}

/** Every action of a document: in reactions, on entry and exit, on default ways. */
export function everyAction(doc: Pick<Component, "states" | "reactions">): Action[] {
  const inStates = allStates(doc).flatMap(({ state: s }) => [
    ...(s.initialActions ?? []),
    ...(s.entry ?? []),
    ...(s.exit ?? []),
  ]);
  const inCells = doc.reactions.flatMap((row) =>
    Object.values(row.in).flatMap((c) => (c === "ignored" ? [] : c.branches.flatMap((b) => b.actions ?? []))),
  );
  return allActions([...inStates, ...inCells]);
}

/** The names of a state and of those around it, from the inside out. */
export function statesAround(doc: Pick<Component, "states">): (name: string) => string[] {
  const places = new Map(allStates(doc).map(({ state, parent }) => [state.name, { parent: parent?.name }]));
  return (name) => {
    const out = new Set<string>();
    // A state that has the name of one around it is a fault, and no way without end.
    for (let at: string | undefined = name; at !== undefined && places.has(at) && !out.has(at); ) {
      out.add(at);
      at = places.get(at)?.parent;
    }
    return [...out];
  };
}

/**
 * Tells of two states, by name, whether they can be entered and active together: they lie in different regions of one
 * parallel state (SCXML §3.11).
 */
export function inDifferentRegions(doc: Pick<Component, "states">): (a: string, b: string) => boolean {
  const kinds = new Map(allStates(doc).map(({ state }) => [state.name, state.kind]));
  const chain = statesAround(doc);
  return (a, b) => {
    const around = chain(a);
    const shared = chain(b).find((s) => around.includes(s));
    return shared !== undefined && shared !== a && shared !== b && kinds.get(shared) === "parallel";
  };
}
