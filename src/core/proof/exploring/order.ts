/** In which order situations are gone on from: as they come, or what shows something for the first time before the rest. */
import type { Program } from "../../program";
import type { Situation } from "./situation";

export class Order {
  private looked = 0;
  private plainly = 0;
  private readonly seen = new Set<string>();
  private readonly news: Situation[] = [];
  private readonly gone = new Set<number>();

  /** @param situations comes to have more */
  constructor(
    private readonly program: Program,
    private readonly situations: readonly Situation[],
  ) {}

  next(newsFirst: boolean): Situation | null {
    if (!newsFirst) return this.situations[this.plainly++] ?? null;
    for (; this.looked < this.situations.length; this.looked++) {
      const situation = this.situations[this.looked];
      if (this.isNews(situation) && this.looked >= this.plainly) this.news.push(situation);
    }
    const first = this.news.shift();
    if (first) this.gone.add(first.index);
    else while (this.gone.has(this.plainly)) this.plainly++;
    return first ?? this.situations[this.plainly++] ?? null;
  }

  /** Whether two states are active together, or one is with a value of a datum, for the first time. */
  private isNews({ state }: Situation): boolean {
    const { states } = this.program.configurations.at(state.config);
    const values = Object.entries(state.data).map(([name, value]) => `${name}=${JSON.stringify(value)}`);
    const { size } = this.seen;
    for (const s of states) {
      for (const t of states) if (t <= s) this.seen.add(`${s} ${t}`);
      for (const v of values) this.seen.add(`${s} ${v}`);
    }
    return this.seen.size > size;
  }
}
