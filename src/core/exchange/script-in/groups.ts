/** What was found of a page whose components go their own ways, by component: each as if it were alone on its page. */
import { told } from "./alike";
import { type Counted, counted } from "./counters";
import { withoutImpossible } from "./crossings";
import type { Explored, Outcome } from "./exploring";
import { aspectOf, doneOf, parted } from "./independent";
import type { Store } from "./reading";

interface Group {
  found: Explored;
  /** By store of the whole: which of its own. */
  of: readonly number[];
}

/**
 * @param width of the page as it is loaded, px
 * @param own what the markup itself says of a key of the store
 * @returns what goes its own way, each with a number of its own if it has one
 */
export function apartOf(found: Explored, width: number, own: (key: string) => string | null): Counted[] {
  const taken = new Set<string>();
  return groupsOf(found).map((group) => {
    const possible = withoutImpossible(group.found, width);
    const left = told(possible.found);
    const last = counted(left.found, own, taken);
    if (last.counter) taken.add(last.counter.name);
    const through = (i: number, of: readonly number[]): number => (i < 0 ? -1 : of[i]);
    return { ...last, of: group.of.map((i) => through(through(through(i, possible.of), left.of), last.of)) };
  });
}

function groupsOf(found: Explored): Group[] {
  const { stores, outcomes } = found;
  const { groups, of, sizes, says } = parted(stores, doneOf(outcomes));
  return groups.map((keys, g): Group => {
    const mine = of[g];
    const own = Array.from({ length: sizes[g] }, (_s, way) => only(stores[0], stores[mine.indexOf(way)], keys));
    const told = outcomes.map((list, act) => {
      const out: (Outcome | undefined)[] = [];
      list.forEach((o, from) => {
        if (!o) return;
        const known = out[mine[from]];
        if (known) known.whole &&= o.whole;
        else
          out[mine[from]] = {
            to: mine[o.to],
            effects: o.effects.filter((e) => says(act, aspectOf(e)) === g),
            whole: o.whole,
          };
      });
      return out;
    });
    return {
      found: {
        ...found,
        stores: own,
        outcomes: told,
        loaded: g ? [] : found.loaded,
        numbers: new Map([...found.numbers].filter(([key]) => keys.includes(key))),
        endless: new Set([...found.endless].filter((key) => keys.includes(key))),
      },
      of: mine,
    };
  });
}

/** The page as loaded, but for what a group is about. */
function only(first: Store, store: Store, keys: readonly string[]): Store {
  const out = new Map(first);
  for (const key of keys) {
    const value = store.get(key);
    if (value === undefined) out.delete(key);
    else out.set(key, value);
  }
  return out;
}
