/**
 * The focus after a change: what was asked for, what is held, and whether what has it can still have it (HTML §6.6).
 * @template P what can have the focus: a part of the core, an element of a page
 */
export interface Focusing<P> {
  /** Null where nothing has it. */
  focused: P | null;
  /** Where it was before something began to hold it, or before an action moved it; undefined for nowhere. */
  back: P | null | undefined;
  /** Nothing ever holds it: what goes back goes to where it was before an action moved it last. */
  readonly unheld: boolean;
  /** What holds the focus in the active states; null for nothing. */
  holder(): P | null;
  canFocus(target: P): boolean;
  contains(outer: P, inner: P): boolean;
  /** Tab stops in their order, inside a part or everywhere. */
  stops(within: P | null): readonly P[];
  /** Everything inside that can have the focus, a Tab stop or not, in tree order. */
  among(within: P): readonly P[];
  move(to: P | null, cause: "action" | "hold" | "lost"): void;
  refused(wanted: P | null): void;
}

export type FocusTarget<P> =
  | { kind: "part" | "first" | "last"; part: P }
  | { kind: "next" | "previous"; part: P | null }
  | { kind: "back" };

export const firstIn = <P>(f: Focusing<P>, part: P): P | null => f.stops(part)[0] ?? (f.canFocus(part) ? part : null);

function wantedBy<P>(f: Focusing<P>, target: FocusTarget<P>): P | null {
  if (target.kind === "back") return f.back ?? null;
  if (target.kind === "part") return target.part;
  // only with the first of a part
  if (target.kind === "first") return firstIn(f, target.part);
  // only with the last of a part
  if (target.kind === "last") return f.among(target.part).at(-1) ?? null;
  // only with neighbours
  return neighbour(f, target.kind, target.part);
}

function neighbour<P>(f: Focusing<P>, kind: "next" | "previous", part: P | null): P | null {
  const list = part === null ? f.stops(null) : f.among(part);
  const at = f.focused === null ? -1 : list.indexOf(f.focused);
  const by = kind === "next" ? 1 : -1;
  // From outside: next is the first, previous the last.
  return at < 0 ? (list.at(by > 0 ? 0 : -1) ?? null) : list[(at + by + list.length) % list.length];
}

/** @param targets what was asked for since the focus was settled last, in that order */
export function settleFocus<P>(f: Focusing<P>, targets: readonly FocusTarget<P>[]): void {
  // only with held focus
  const held = f.holder();
  // only with held focus
  if (held !== null && f.back === undefined) f.back = f.focused;
  // only with focus that nothing holds
  if (f.unheld && targets.some((t) => t.kind !== "back")) f.back = f.focused;
  for (const target of targets) {
    const to = wantedBy(f, target);
    const can = to !== null && f.canFocus(to);
    if (can) f.move(to, "action");
    // only with a record
    if (!can) f.refused(target.kind === "back" ? (f.back ?? null) : target.part);
  }
  if (f.focused !== null && !f.canFocus(f.focused)) f.move(null, "lost");
  // only with focus that nothing holds
  if (f.unheld && targets.at(-1)?.kind === "back") f.back = undefined;
  // only with held focus
  if (!f.unheld && held === null) f.back = undefined;
  // only with held focus
  if (held !== null && (f.focused === null || !f.contains(held, f.focused))) {
    const to = firstIn(f, held);
    if (to !== null) f.move(to, "hold");
  }
}
