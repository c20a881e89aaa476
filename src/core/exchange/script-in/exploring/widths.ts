/** How many ways a page can be that are worth looking at, and what counts without an end. */
import { isKept, keyOfStore, type Store } from "../reading";

export const MAX_STORES = 64;
/** With numbers that count, of which each value is a way to be of its own while it is looked at. */
export const MAX_WITH_NUMBERS = 1300;
const MAX_VALUES = 130;
/** Of one that goes by frames: some five seconds. */
const MAX_FRAMES = 320;

/** How many ways to be there are, apart from numbers; and how many values a number has. */
export class Widths {
  private readonly most: number;
  /**
   * @param framed it draws frame by frame
   * @param isApart what is independent is told apart on the way
   */
  constructor(
    framed: boolean,
    private readonly isApart: boolean,
  ) {
    this.most = framed ? MAX_FRAMES : MAX_VALUES;
  }
  private readonly apart = new Set<string>();
  private readonly values = new Map<string, Set<number>>();
  readonly endless = new Set<string>();

  /** How much the script kept. */
  private readonly sizes = new Set<number>();
  private grows(store: Store): boolean {
    let size = 0;
    for (const key of store.keys()) if (isKept(key)) size++;
    return this.sizes.add(size).size > (this.isApart ? MAX_STORES : MAX_VALUES);
  }

  /** @returns what stands against one more: a number without an end, too many ways to be, or ever more that is kept */
  more(store: Store): "endless" | "cut" | "grows" | null {
    if (this.grows(store)) return "grows";
    for (const [key, value] of store) {
      if (!isKept(key) || typeof value !== "number") continue;
      const known = this.values.get(key) ?? new Set();
      this.values.set(key, known.add(value));
      if (known.size <= this.most) continue;
      known.delete(value);
      this.endless.add(key);
      return "endless";
    }
    // Handles of timers come and go, and seldom decide.
    const counts = (value: unknown): boolean =>
      typeof value === "number" || (typeof value === "string" && value.startsWith("<timer "));
    const plain = [...store].filter(([key, value]) => !(isKept(key) && counts(value)));
    this.apart.add(keyOfStore(new Map(plain)).replace(/\d+/g, "#"));
    return this.apart.size > MAX_STORES ? "cut" : null;
  }
}

/** So many of one list say that it grows. */
const GROWN = 3;

/** Of what the script keeps the list, map or object of which it keeps most, by the beginning of its keys; null for none. */
export function growingIn(store: Store, source: string): string | null {
  const lists = new Map<string, number>();
  const others = new Map<string, number>();
  for (const key of store.keys()) {
    const [, entity, field, inside] = (isKept(key) && /^(\S+ \d+) ([^.|]*)([.|]?)/.exec(key)) || [];
    if (entity === undefined) continue;
    const isListed = /^\d+(-key|-value)?$/.test(field);
    const path = inside && !isListed ? `${entity} ${field}` : entity;
    const counts = inside || isListed ? lists : others;
    // What stands in the script as a name is there once.
    if (counts === others && new RegExp(`\\b${field.replace(/\W/g, "")}\\b`).test(source)) continue;
    counts.set(path, (counts.get(path) ?? 0) + 1);
  }
  for (const counts of [lists, others]) {
    const [path, count] = [...counts].reduce((a, b) => (b[1] > a[1] ? b : a), ["", 0]);
    if (count >= GROWN) return path;
  }
  return null;
}

/** Numbers that come to be kept, with what they are at first, else with the one of their values nearest to nought. */
export function numbersOf(stores: readonly Store[]): Map<string, number> {
  const out = new Map<string, number>();
  for (const store of stores)
    for (const [key, value] of store)
      if (isKept(key) && /[ |.]#?[A-Za-z_]\w*$/.test(key) && typeof value === "number")
        if (!stores[0].has(key) && Math.abs(value) <= Math.abs(out.get(key) ?? value)) out.set(key, value);
        else if (store === stores[0]) out.set(key, value);
  return out;
}
