/**
 * A page is scrolled past a distance only from above it, and back only from below: what a script would do at another
 * place than the page can be at does not happen, though it was gone through. Widths are the same.
 */
import type { Act, Explored, Outcome } from "./exploring";

type Crossing = Extract<Act, { distance: number }>;
const kinds = [
  { over: "scroll past", under: "scroll back" },
  { over: "width above", under: "width below" },
] as const;

const leadsTo = (o: Outcome): number[] => [o.to, ...(o.branches ?? []).map((b) => b.to)];

/**
 * @param width of the page as it is loaded, px; it is loaded at its top
 * @returns what is left, and by store which of those that are left it is; -1 where nothing leads to it
 */
export function withoutImpossible(found: Explored, width: number): { found: Explored; of: readonly number[] } {
  const outcomes = found.outcomes.map((list) => [...list]);
  let any = false;
  for (const { over, under } of kinds) {
    const mine = found.acts.flatMap((a, i) => (a.is === over || a.is === under ? [{ act: a as Crossing, i }] : []));
    if (!mine.length) continue;
    const places = placesOf(found, mine, over, over === "scroll past" ? 0 : width);
    for (const { act, i } of mine)
      outcomes[i].forEach((o, store) => {
        const canBe = [...(places[store] ?? [])].some((at) => crosses(act, over, at));
        // Before anybody scrolled the page tells what is so at its top; a script is not told.
        if (o && !canBe) {
          outcomes[i][store] = { to: store, effects: [], whole: true, elsewhere: o };
          any = true;
        }
      });
  }
  return any ? reached({ ...found, outcomes }) : { found, of: found.stores.map((_s, i) => i) };
}

/** Only the ways to be to which something still leads. */
function reached({ stores, outcomes, ...found }: Explored): { found: Explored; of: readonly number[] } {
  const kept = new Set([0]);
  for (const store of kept)
    for (const list of outcomes) for (const to of list[store] ? leadsTo(list[store]) : []) kept.add(to);
  const index = new Map([...kept].sort((a, b) => a - b).map((store, i) => [store, i]));
  const moved = (o: Outcome): Outcome => ({
    ...o,
    ...(o.elsewhere ? { elsewhere: moved(o.elsewhere) } : {}),
    to: index.get(o.to)!,
    ...(o.branches ? { branches: o.branches.map((b) => ({ ...b, to: index.get(b.to)! })) } : {}),
  });
  const left = {
    ...found,
    stores: stores.filter((_s, i) => index.has(i)),
    outcomes: outcomes.map((list) => [...index.keys()].map((store) => list[store] && moved(list[store]))),
  };
  return { found: left, of: stores.map((_s, i) => index.get(i) ?? -1) };
}

const crosses = ({ is, distance }: Crossing, over: string, at: number): boolean =>
  is === over ? at <= distance : at > distance;

/** Where the page can be, px, in each way that it can be. */
function placesOf(
  { acts, outcomes, stores }: Explored,
  mine: readonly { act: Crossing; i: number }[],
  over: string,
  first: number,
): Set<number>[] {
  const places = stores.map(() => new Set<number>());
  const queue: [store: number, at: number][] = [];
  const reach = (store: number, at: number): void => {
    if (!places[store] || places[store].has(at)) return;
    places[store].add(at);
    queue.push([store, at]);
  };
  reach(0, first);
  for (let next = queue.shift(); next; next = queue.shift()) {
    const [store, at] = next;
    acts.forEach((_act, i) => {
      const outcome = outcomes[i][store];
      if (!outcome) return;
      const crossing = mine.find((m) => m.i === i)?.act;
      if (crossing && !crosses(crossing, over, at)) return;
      for (const to of leadsTo(outcome)) reach(to, crossing ? crossing.at : at);
    });
  }
  return places;
}
