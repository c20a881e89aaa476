/**
 * Brings what is edited into the store: one save at a time for each component, each over the revision of the one before.
 * What could not be stored stays here, whatever is open, until it is stored, taken over by another tab or given up.
 */
import type { Component } from "../../core/model";

export type Standing = "saved" | "saving" | "failed" | "overtaken";

export interface Kept {
  readonly id: string;
  /** As it was last edited here. */
  readonly doc: Component;
  readonly state: Standing;
  /** Why it is not stored, for a person. */
  readonly why: string;
  /** Of the store, that the next save goes over; 0 where it was never stored. */
  readonly revision: number;
  readonly editedAt: number;
}

interface Entry extends Kept {
  doc: Component;
  state: Standing;
  why: string;
  revision: number;
  editedAt: number;
  /** What is being written or was written last. */
  written: Component | null;
  timer: ReturnType<typeof setTimeout> | undefined;
  writing: Promise<void> | null;
}

export interface Ways {
  /** @returns the new revision */
  save(id: string, doc: Component, base: number): Promise<number>;
  /** What went wrong, for a person; and whether another tab was faster. */
  problem(error: unknown): { why: string; overtaken: boolean };
  /** Edits that follow one another this closely are saved together, ms. */
  settle: number;
}

export class Keeper {
  private readonly entries = new Map<string, Entry>();
  private readonly listeners = new Set<(id: string) => void>();

  constructor(private readonly ways: Ways) {}

  subscribe(listener: (id: string) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  get(id: string): Kept | undefined {
    return this.entries.get(id);
  }

  /** Everything that the store does not have as it is here. */
  unsaved(): Kept[] {
    return [...this.entries.values()].filter((e) => e.state !== "saved");
  }

  /** The component is open as it is stored; nothing waits for it. */
  begin(id: string, doc: Component, revision: number): void {
    const at = this.entries.get(id);
    if (at && at.state !== "saved") return;
    this.entries.set(id, {
      id,
      doc,
      revision,
      state: "saved",
      why: "",
      editedAt: 0,
      written: doc,
      timer: undefined,
      writing: null,
    });
    this.tell(id);
  }

  /** A component that the store refused from the start. */
  beginRefused(id: string, doc: Component, error: unknown): void {
    this.begin(id, doc, 0);
    const entry = this.entries.get(id)!;
    entry.written = null;
    entry.editedAt = Date.now();
    this.failed(entry, error);
  }

  /** It was edited: it will be stored soon, and is known to wait from now on. */
  put(id: string, doc: Component): void {
    const entry = this.entries.get(id);
    if (!entry || entry.doc === doc) return;
    entry.doc = doc;
    entry.editedAt = Date.now();
    if (entry.state === "overtaken") return;
    if (entry.state === "saved") this.set(entry, "saving", "");
    clearTimeout(entry.timer);
    entry.timer = setTimeout(() => this.write(entry), this.ways.settle);
  }

  /** Stores at once what waits; all of it, or that of one component. */
  flush(id?: string): void {
    for (const entry of this.entries.values()) {
      if ((id === undefined || entry.id === id) && entry.timer !== undefined) this.write(entry);
    }
  }

  retry(id?: string): void {
    for (const entry of this.entries.values()) {
      if ((id === undefined || entry.id === id) && entry.state === "failed") this.write(entry);
    }
  }

  /** Resolved when nothing is on its way for the component any more, stored or not. */
  async settled(id: string): Promise<void> {
    this.flush(id);
    for (let at = this.entries.get(id); at?.writing; at = this.entries.get(id)) await at.writing;
  }

  /** It is gone, or somebody else's now. */
  drop(id: string): void {
    const entry = this.entries.get(id);
    if (!entry) return;
    clearTimeout(entry.timer);
    entry.timer = undefined;
    this.entries.delete(id);
    this.tell(id);
  }

  private write(entry: Entry): void {
    clearTimeout(entry.timer);
    entry.timer = undefined;
    entry.writing ??= this.writeAll(entry).finally(() => {
      entry.writing = null;
    });
  }

  /** Saves until the last edit is stored: one that comes while the store is busy goes over the revision it will have. */
  private async writeAll(entry: Entry): Promise<void> {
    while (this.entries.get(entry.id) === entry && entry.written !== entry.doc && entry.state !== "overtaken") {
      const { doc } = entry;
      // What stood against it is said until it is stored.
      this.set(entry, "saving", entry.why);
      try {
        entry.revision = await this.ways.save(entry.id, doc, entry.revision);
        entry.written = doc;
      } catch (error) {
        this.failed(entry, error);
        return;
      }
    }
    if (entry.written === entry.doc) this.set(entry, "saved", "");
  }

  private failed(entry: Entry, error: unknown): void {
    const { why, overtaken } = this.ways.problem(error);
    this.set(entry, overtaken ? "overtaken" : "failed", why);
  }

  private set(entry: Entry, state: Standing, why: string): void {
    entry.state = state;
    entry.why = why;
    this.tell(entry.id);
  }

  private tell(id: string): void {
    for (const listener of this.listeners) listener(id);
  }
}
