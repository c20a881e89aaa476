/**
 * Places in a script that make elements: `at 310 97 42`, the calls that led there, outermost first, and the call that makes
 * one. Elements of one place are told apart in their order.
 */

const numbersIn = (tokens: readonly string[]): number => tokens.filter((t) => /^\d+$/.test(t)).length;

/** What two places have in common at their end: calls, and for what; empty where not even the last call is. */
export function inCommon(a: string, b: string): string {
  const [x, y] = [a.split(" "), b.split(" ")];
  let n = 0;
  while (n < Math.min(x.length, y.length) && x[x.length - 1 - n] === y[y.length - 1 - n]) n++;
  const end = x.slice(x.length - n);
  return numbersIn(end) ? end.join(" ") : "";
}

export class Places {
  /** Those whose elements come to several places of the page: each has those that it is heard at. */
  readonly scattered = new Set<string>();
  /**
   * Those, or ends that several have in common, whose new element takes the place of the one before, in one act: for those that
   * look, it is the same.
   */
  readonly replacing = new Set<string>();

  /**
   * Those of which the element before is still asked for once the new one is made (`old.replaceWith(next)`): two of them take
   * turns.
   */
  private readonly inTurns = new Set<string>();
  /** Those whose element was there when it was made anew in the act under way. */
  readonly madeOver = new Set<string>();

  get size(): number {
    return this.scattered.size + this.replacing.size + this.inTurns.size;
  }

  /** Something of the act under way was not to be had: it may have been what was made over. */
  missed(): void {
    for (const place of this.madeOver) this.inTurns.add(place);
  }

  /** The place that one stands for: elements that are drawn anew are the same from wherever that was come to. */
  of(site: string): string {
    let shortest = site;
    for (const end of this.replacing) if (end.length < shortest.length && site.endsWith(` ${end}`)) shortest = end;
    return shortest;
  }

  /** What is made by the same drawing as one of which only the end matters is known by its own end, too. */
  alike(site: string, known: string, end: string): void {
    const before = known.slice(0, known.length - end.length);
    if (before && site.startsWith(before) && numbersIn(site.slice(before.length).split(" ")))
      this.replacing.add(site.slice(before.length));
  }

  isReplacing(site: string): boolean {
    const place = this.of(site);
    return this.replacing.has(place) && !this.inTurns.has(place);
  }
}
