/** Transitions of single states laid into common rows, so that each state keeps the order of its own. */
import type { EventRow, EventSpec, Reaction } from "../../model";

const keyOf = (event: EventSpec): string => (event.on === "own" ? `own ${event.event}` : event.on);

export class RowBuilder {
  private readonly list: { event: EventSpec; key: string; in: Map<string, Reaction> }[];
  private readonly keys: Set<string>;
  private readonly fixed: number;
  private state = "";
  private at = -1;

  /** @param rows rows that are there already, in their order: transitions of our own export name them */
  constructor(rows: readonly EventSpec[]) {
    this.list = rows.map((event) => ({ event, key: keyOf(event), in: new Map() }));
    this.keys = new Set(this.list.map((r) => r.key));
    this.fixed = rows.length;
  }

  /** The transitions that follow belong to this state. */
  begin(state: string): void {
    this.state = state;
    this.at = -1;
  }

  add(event: EventSpec, cell: Reaction, row: number | null): void {
    if (row !== null && row < this.fixed) {
      this.put(row, cell);
      return;
    }
    const key = keyOf(event);
    const here = this.list[this.at];
    if (here && here.key === key && this.extend(here.in, cell)) return;
    let found = this.next(key);
    if (found < 0) {
      found = this.at + 1 < this.fixed ? this.list.length : this.at + 1;
      this.list.splice(found, 0, { event, key, in: new Map() });
      this.keys.add(key);
    }
    this.put(found, cell);
  }

  /** The first row of that event after the present one that this state has not filled. */
  private next(key: string): number {
    if (!this.keys.has(key)) return -1;
    return this.list.findIndex((r, i) => i > this.at && r.key === key && !r.in.has(this.state));
  }

  private put(row: number, cell: Reaction): void {
    const cells = this.list[row].in;
    if (!cells.has(this.state) || !this.extend(cells, cell)) cells.set(this.state, cell);
    this.at = row;
  }

  /** A further branch of the cell that is there. */
  private extend(cells: Map<string, Reaction>, cell: Reaction): boolean {
    const before = cells.get(this.state);
    if (before === undefined) return false;
    // After a branch without condition nothing is ever reached.
    if (before === "ignored") return true;
    const more = cell === "ignored" ? [{ when: "true" }] : cell.branches;
    cells.set(this.state, { ...before, branches: [...before.branches, ...more] });
    return true;
  }

  get size(): number {
    return this.list.length;
  }

  rows(): EventRow[] {
    return this.list.map((r) => ({ event: r.event, in: Object.fromEntries(r.in) }));
  }
}
