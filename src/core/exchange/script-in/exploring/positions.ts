/**
 * Variables that keep where the page was scrolled, or how wide the window was, and that the next position is held against:
 * a header that hides on the way down. They have as many values as there are pixels, and no row can ask for them.
 */
import { isKept, type Reading, type Store } from "../reading";
import { type Act, MAX_DISTANCES } from "./acts";

/** Each costs one more time through the script. */
const MOST = 4;

type Moved = Extract<Act, { distance: number }>;

export class Positions {
  /** Positions that each key was found at. */
  private readonly found = new Map<string, Set<number>>();

  /** @param known keys of those that are known already; what is found is added */
  constructor(
    private readonly reading: Reading,
    private readonly known: Set<string>,
  ) {}

  /** An act has moved the page, or the window. @returns whether it shows that a position is kept */
  kept(act: Moved, before: Store, after: Store): boolean {
    const size = this.known.size;
    const { against } = /^width/.test(act.is) ? this.reading.width : this.reading.scroll;
    for (const [key, value] of after) {
      if (!isKept(key) || value !== act.at || before.get(key) === value) continue;
      const at = this.found.get(key) ?? new Set();
      this.found.set(key, at.add(value));
      // Held against the next position it is something to ask for, although only what is next to it was.
      const beside = [...against].some((n) => n !== value && Math.abs(n - value) <= 1);
      if (at.size > 1 && against.has(value) && beside && size < MOST) this.known.add(key);
    }
    return this.known.size > size;
  }

  /** What the sheet does otherwise, or leaves out, at the lines of those who listen. */
  tell(): void {
    for (const { type, line } of this.reading.listeners) {
      const text = `more than ${MAX_DISTANCES} distances that it asks for`;
      const { size } = (type === "resize" ? this.reading.width : this.reading.scroll).against;
      if ((type === "scroll" || type === "resize") && size > MAX_DISTANCES)
        this.reading.notUnderstood.set(`${line} ${text}`, { line, text });
    }
    for (const key of this.known)
      for (const { type, line } of this.reading.listeners) {
        if (type !== "scroll" && type !== "resize") continue;
        const name = key.split(/[ .|]/).at(-1);
        const what = type === "scroll" ? "where the page was scrolled" : "how wide the window was";
        const text = `“${name}” keeps ${what} before; the sheet takes it as it is at first`;
        this.reading.notUnderstood.set(`${line} ${text}`, { line, text, otherwise: true });
      }
  }
}
