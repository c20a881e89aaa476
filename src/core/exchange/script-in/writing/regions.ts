/** Ways a page can be, taken apart: what changes together is one region, what changes by itself another. */
import { boundKeys } from "../independent";
import type { Cell, Store } from "../reading";

export interface Region {
  /** What of the store it is about. */
  keys: readonly string[];
  /** Its states, as values of the keys; the first is that of the page as loaded. */
  states: readonly (readonly (Cell | undefined)[])[];
  /** By store: which of its states. */
  of: readonly number[];
}

/** The keys that differ between stores, in groups that can be in every combination with each other. */
export function regionsOf(stores: readonly Store[]): Region[] {
  const keys = [...new Set(stores.flatMap((s) => [...s.keys()]))].filter(
    (k) => new Set(stores.map((s) => s.get(k))).size > 1,
  );
  let groups: Region[] = keys.map((k) => regionOf(stores, [k]));
  for (let again = true; again; ) {
    again = false;
    search: for (let i = 0; i < groups.length; i++)
      for (let j = i + 1; j < groups.length; j++) {
        if (areFree(groups[i], groups[j])) continue;
        const both = new Set([...groups[i].keys, ...groups[j].keys]);
        const joined = regionOf(
          stores,
          keys.filter((k) => both.has(k)),
        );
        groups = [...groups.filter((_g, k) => k !== i && k !== j), joined];
        again = true;
        break search;
      }
  }
  // Free of each other two by two is not yet free all together.
  const whole = groups.reduce((n, g) => n * g.states.length, 1);
  return whole === stores.length || groups.length < 2 ? groups : [regionOf(stores, keys)];
}

/**
 * The same where not every combination can be: what one does by an act may go by the state of another. So a page of a few
 * boxes and a dialog that asks them has a few states each instead of all together.
 */
export const looseRegionsOf = (stores: readonly Store[]): Region[] =>
  boundKeys(stores).map((keys) => regionOf(stores, keys));

function regionOf(stores: readonly Store[], keys: readonly string[]): Region {
  const states: (Cell | undefined)[][] = [];
  const index = new Map<string, number>();
  const of = stores.map((s) => {
    const values = keys.map((k) => s.get(k));
    const id = JSON.stringify(values.map((v) => (v === undefined ? ["none"] : v)));
    let at = index.get(id);
    if (at === undefined) {
      at = states.push(values) - 1;
      index.set(id, at);
    }
    return at;
  });
  return { keys, states, of };
}

function areFree(a: Region, b: Region): boolean {
  const pairs = new Set(a.of.map((x, i) => `${x} ${b.of[i]}`));
  return pairs.size === a.states.length * b.states.length;
}
