/**
 * A page of several components can be in as many ways as they have ways together, which soon are too many to be gone
 * through. But a tab does what it does whether the menu is open or not. From acts that were done in some of the ways it is
 * told what depends on what: keys of the store are in one group where what becomes of one cannot be told without the other.
 */
import { type Effect, isKept, keyOfStore, type Store } from "../reading";

/** An act that was done: from which store it led to which. */
export interface Done {
  act: number;
  from: number;
  to: number;
  effects: readonly Effect[];
}

/** @param outcomes by act, then by store */
export const doneOf = (outcomes: readonly (readonly (Pick<Done, "to" | "effects"> | undefined)[])[]): Done[] =>
  outcomes.flatMap((list, act) => list.flatMap((o, from) => (o ? [{ act, from, to: o.to, effects: o.effects }] : [])));

export interface Parted {
  /** Keys that differ, by group. */
  groups: readonly (readonly string[])[];
  /** By group, then by store: in which of its own ways the group is, numbered as they come. */
  of: readonly (readonly number[])[];
  /** By group: how many ways it has. */
  sizes: readonly number[];
  /** The group by which it is told whether an act does such an effect. */
  says(act: number, aspect: string): number;
}

/** Effects that come one after the other are told together: the last focus counts, and a timer is started or cancelled. */
export const aspectOf = (e: Effect): string =>
  "timer" in e ? `timer ${e.timer}` : "request" in e ? `request ${e.request}` : e.do.split(" ")[0];

/** Something that acts bring about, with a value each time; `key` where it is a key of the store. */
interface Aspect {
  act: number;
  name: string;
  key: number;
  times: { from: number; value: string | number }[];
  /** It is not the same each time; a key comes to something else. */
  moves: boolean;
}

export function parted(stores: readonly Store[], done: readonly Done[]): Parted {
  const { keys, values } = columns(stores);
  const first = firstAlike(values);
  const parts = new Groups(keys, values, first);
  const aspects = [...keyAspects(values, first, done), ...effectAspects(done)];
  for (const a of aspects) if (a.moves) parts.tellApart(a);
  parts.joinBound();
  const ids = parts.ids();
  const says = new Map(
    aspects.filter((a) => a.key < 0).map((a) => [`${a.act} ${a.name}`, sayer(a, aspects, parts, ids)]),
  );
  return {
    groups: keysBy(parts, keys),
    of: ids.map((g) => parts.ways(g)),
    sizes: ids.map((g) => parts.size(g)),
    says: (act, name) => says.get(`${act} ${name}`) ?? 0,
  };
}

/** Keys in groups that are told of one another: acts may lead one on by the way of another, and not all can be together. */
export function boundKeys(stores: readonly Store[]): (readonly string[])[] {
  const { keys, values } = columns(stores);
  const parts = new Groups(keys, values, firstAlike(values));
  parts.joinBound();
  return keysBy(parts, keys);
}

const keysBy = (parts: Groups, keys: readonly string[]): string[][] =>
  parts.ids().map((g) => keys.filter((_k, k) => parts.groupOf(k) === g));

/** The keys that differ, and by key and store the number of the value. */
function columns(stores: readonly Store[]): { keys: string[]; values: number[][] } {
  const keys: string[] = [];
  const values: number[][] = [];
  for (const key of new Set(stores.flatMap((s) => [...s.keys()]))) {
    const column = numbered(stores.map((s) => (s.has(key) ? keyOfStore(new Map([[key, s.get(key)!]])) : "")));
    if (!column.some((v) => v !== column[0])) continue;
    keys.push(key);
    values.push(column);
  }
  return { keys, values };
}

/** By key the first that always changes with it: all that an object says stands there and goes together. */
function firstAlike(values: readonly number[][]): number[] {
  const known = new Map<string, number>();
  return values.map((column, k) => {
    const id = column.join();
    if (!known.has(id)) known.set(id, k);
    return known.get(id)!;
  });
}

/** Each by the number of what is the same, in the order in which they come. */
export function numbered(ids: readonly (string | number)[]): number[] {
  const known = new Map<string | number, number>();
  return ids.map((id) => {
    const at = known.get(id) ?? known.size;
    known.set(id, at);
    return at;
  });
}

function byAct(done: readonly Done[]): Map<number, Done[]> {
  const out = new Map<number, Done[]>();
  for (const d of done) {
    const list = out.get(d.act);
    if (list) list.push(d);
    else out.set(d.act, [d]);
  }
  return out;
}

function keyAspects(values: readonly number[][], first: readonly number[], done: readonly Done[]): Aspect[] {
  const out: Aspect[] = [];
  for (const [act, list] of byAct(done))
    for (const [key, column] of values.entries())
      if (first[key] === key && list.some((d) => column[d.from] !== column[d.to]))
        out.push({
          act,
          name: "",
          key,
          times: list.map((d) => ({ from: d.from, value: column[d.to] })),
          moves: true,
        });
  return out;
}

function effectAspects(done: readonly Done[]): Aspect[] {
  const out: Aspect[] = [];
  for (const [act, list] of byAct(done))
    for (const name of new Set(list.flatMap((d) => d.effects.map(aspectOf)))) {
      const times = list.map((d) => ({
        from: d.from,
        value: JSON.stringify(d.effects.filter((e) => aspectOf(e) === name)),
      }));
      out.push({ act, name, key: -1, times, moves: times.some((t) => t.value !== times[0].value) });
    }
  return out;
}

/** Best one by which it is told and that the act leads on; an effect that always comes is told by any. */
function sayer(a: Aspect, aspects: readonly Aspect[], parts: Groups, ids: readonly number[]): number {
  const moved = new Set(aspects.filter((o) => o.act === a.act && o.key >= 0).map((o) => parts.groupOf(o.key)));
  const tells = ids.filter((g) => parts.untold(a, g) === 0);
  return Math.max(0, ids.indexOf(tells.find((g) => moved.has(g)) ?? tells[0] ?? ids[0]));
}

/** What a key says of its part, whichever that is; nothing of what only the script keeps. */
function saying(key: string): string[] {
  const [kind, part, what] = key.split(" ");
  return isKept(key) ? [] : [what === undefined ? `${kind} ${part}` : `${kind} ${what}`];
}

/** Keys in groups, which come to be joined. */
class Groups {
  /** By key: the group, which has the number of one of its keys. */
  private readonly group: number[];
  /** By group: the number of its way in each store. */
  private readonly way: number[][];

  constructor(
    private readonly keys: readonly string[],
    values: readonly number[][],
    first: readonly number[],
  ) {
    this.group = [...first];
    this.way = [...values];
  }

  groupOf(key: number): number {
    return this.group[key];
  }
  ids(): number[] {
    return [...new Set(this.group)].sort((a, b) => a - b);
  }
  ways(g: number): readonly number[] {
    return this.way[g];
  }
  private readonly sizes = new Map<number, number>();
  size(g: number): number {
    const known = this.sizes.get(g) ?? 1 + this.way[g].reduce((a, b) => Math.max(a, b), 0);
    this.sizes.set(g, known);
    return known;
  }

  /** Joins groups until the one that decides of it tells what becomes of it. */
  tellApart(a: Aspect): void {
    let g = a.key >= 0 ? this.group[a.key] : this.best(a, -1);
    if (g === undefined) return;
    for (let left = this.untold(a, g); left > 0; left = this.untold(a, g)) {
      const other = this.best(a, g);
      if (other === undefined) return;
      g = this.join(g, other);
    }
  }

  /** How often it comes to something else than mostly, as far as a group tells it; with another one, too. */
  untold({ times }: Aspect, g: number, other = g): number {
    const [one, two] = [this.way[g], this.way[other]];
    const counts = new Map<string, Map<string | number, number>>();
    for (const { from, value } of times) {
      const place = `${one[from]} ${two[from]}`;
      const known = counts.get(place) ?? new Map<string | number, number>();
      counts.set(place, known.set(value, (known.get(value) ?? 0) + 1));
    }
    let out = 0;
    for (const known of counts.values()) {
      const all = [...known.values()];
      out += all.reduce((a, b) => a + b) - Math.max(...all);
    }
    return out;
  }

  /** The group that tells most of it, besides one that does already; of equals the one with fewer ways. */
  private best(a: Aspect, besides: number): number | undefined {
    const rank = (g: number): number =>
      (besides < 0 ? this.untold(a, g) : this.untold(a, besides, g)) * 1e4 + this.size(g);
    return this.ids()
      .filter((g) => g !== besides)
      .map((g) => [rank(g), g])
      .sort((x, y) => x[0] - y[0])[0]?.[1];
  }

  /**
   * Where the way of one tells that of the other they are one: what is opened is said to be expanded. So they are where one
   * hardly leaves the other a choice, and both say the same of some part, as of three panels of which one is open; or only
   * the script keeps what one is about.
   */
  joinBound(): void {
    const ids = this.ids();
    let bound = ids.flatMap((g, i) => this.boundTo(g, ids.slice(i + 1)));
    while (bound.length) {
      // What the script keeps goes with what has fewest ways.
      const [g, h] = bound.reduce((a, b) => (this.isSooner(b, a) ? b : a));
      const into = this.join(g, h);
      const others = this.ids().filter((o) => o !== into);
      bound = [...bound.filter((pair) => !pair.includes(g) && !pair.includes(h)), ...this.boundTo(into, others)];
    }
  }
  private boundTo(g: number, others: readonly number[]): (readonly [number, number])[] {
    return others.filter((h) => this.areBound(g, h)).map((h) => [Math.min(g, h), Math.max(g, h)] as const);
  }
  private isSooner(one: readonly [number, number], other: readonly [number, number]): boolean {
    const by = [this.sizeOf(one) - this.sizeOf(other), one[0] - other[0], one[1] - other[1]];
    return (by.find((d) => d !== 0) ?? 0) < 0;
  }
  private sizeOf([g, h]: readonly [number, number]): number {
    return this.size(g) + this.size(h);
  }
  private areBound(g: number, h: number): boolean {
    const pairs = new Set<number>();
    const [one, two] = [this.way[g], this.way[h]];
    const [least, most] = [Math.max(this.size(g), this.size(h)), this.size(g) + this.size(h) - 1];
    for (let i = 0; i < one.length; i++) {
      pairs.add(one[i] * 1e5 + two[i]);
      if (pairs.size > most) return false;
    }
    return pairs.size <= least || (pairs.size < this.size(g) * this.size(h) && this.belong(g, h));
  }
  private belong(g: number, h: number): boolean {
    const [one, other] = [this.saying(g), this.saying(h)];
    return !one.size || !other.size || [...one].some((what) => other.has(what));
  }

  private readonly said = new Map<number, ReadonlySet<string>>();
  private saying(g: number): ReadonlySet<string> {
    const known = this.said.get(g) ?? new Set(this.keys.flatMap((key, k) => (this.group[k] === g ? saying(key) : [])));
    this.said.set(g, known);
    return known;
  }

  private join(g: number, h: number): number {
    const [into, from] = g < h ? [g, h] : [h, g];
    for (const id of [g, h]) {
      this.sizes.delete(id);
      this.said.delete(id);
    }
    this.way[into] = numbered(this.way[g].map((w, i) => w * 1e5 + this.way[h][i]));
    this.group.forEach((of, key) => {
      if (of === from) this.group[key] = into;
    });
    return into;
  }
}
