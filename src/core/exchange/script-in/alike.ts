/**
 * Ways to be that nobody can tell apart are one: the page shows the same, and whatever is done leads to the same. A script
 * keeps much that decides nothing, such as the handle of a timer that is over.
 */

import { type Explored, type Outcome, PRESSED } from "./exploring";
import { numbered } from "./independent";
import { isKept, keyOfStore, type Store } from "./reading";

/**
 * Partition refinement: what looks the same is one until something that is done tells it apart.
 * @param unseen whether a key of a store, by its number, says what nobody sees there
 * @returns what is left, and by store which of those that are left it is
 */
export function told(
  all: Explored,
  unseen: (store: number, key: string) => boolean = () => false,
): { found: Explored; of: readonly number[] } {
  const found = { ...all, stores: all.stores.map((s, i) => asEver(s, (key) => unseen(i, key))) };
  const n = found.stores.length;
  const shown = found.stores.map((s, i) =>
    keyOfStore(new Map([...s].filter(([key]) => !isKept(key) && !unseen(i, key)))),
  );
  let of = numbered(shown);
  const outcomes = withTwins(found);
  const signs = outcomes.map((row) => found.stores.map((_s, i) => signOf(row[i])));
  for (let before = 0; before < count(of); ) {
    before = count(of);
    const now = of;
    of = numbered(
      now.map((c, i) => `${c} ${outcomes.map((row, a) => `${signs[a][i]}>${row[i] ? now[row[i].to] : ""}`).join(";")}`),
    );
  }
  if (count(of) === n) return { found, of: found.stores.map((_s, i) => i) };
  const first = firsts(of);
  const stores = first.map((i) => found.stores[i]);
  const left = outcomes.map((row) => first.map((i) => row[i] && { ...row[i], to: of[row[i].to] }));
  return { found: { ...found, stores: bare(stores), outcomes: left }, of };
}

/** What stands in what is not there stands in it as ever. */
const asEver = (store: Store, unseen: (key: string) => boolean): Store =>
  new Map([...store].map(([key, value]) => [key, key.startsWith("attached ") && unseen(key) ? true : value]));

/**
 * With a button down some things cannot be done that can be with it up, and the other way round: what cannot be done in the
 * one tells it from the other no more than what can.
 */
function withTwins({ stores, outcomes }: Explored): (Outcome | undefined)[][] {
  const without = stores.map((s) => keyOfStore(new Map([...s].filter(([key]) => key !== PRESSED))));
  const twins = stores.map((_s, i) => stores.flatMap((_o, k) => (k !== i && without[k] === without[i] ? [k] : [])));
  return outcomes.map((row) =>
    stores.map((_s, i) => row[i] ?? twins[i].map((k) => row[k]).find((o) => o !== undefined)),
  );
}

const signOf = (o: Outcome | undefined): string => (o ? JSON.stringify([o.effects, o.whole]) : "");
const count = (of: readonly number[]): number => new Set(of).size;
const firsts = (of: readonly number[]): number[] => {
  const out: number[] = [];
  for (const [i, c] of of.entries()) out[c] ??= i;
  return out;
};

/** Without what the script keeps and what nothing is told by; numbers, which may count, stay. */
function bare(stores: readonly Store[]): Store[] {
  let now = stores.map((s) => new Map(s));
  const keys = new Set(stores.flatMap((s) => [...s.keys()].filter(isKept)));
  for (const key of keys) {
    if (now.some((s) => typeof s.get(key) === "number")) continue;
    const without = now.map((s) => new Map([...s].filter(([k]) => k !== key)));
    if (new Set(without.map(keyOfStore)).size === now.length) now = without;
  }
  return now;
}
