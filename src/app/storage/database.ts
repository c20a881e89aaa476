/** The browser's store: components, and what was being typed when the tab went away. */
import Dexie, { type EntityTable } from "dexie";
import type { Component } from "../../core/model";

export interface Stored {
  id: string;
  doc: Component;
  /** Goes up with every save; a save from an older one is refused. */
  revision: number;
  savedAt: number;
  summary: Summary | null;
}
/** What the shelf says about a component; of the revision it was made for. */
export interface Summary {
  revision: number;
  holding: number;
  failing: number;
  findings: number;
  undecided: number;
}
/** Cell texts that are not in force: half typed, or with an error. */
export interface StoredDrafts {
  id: string;
  drafts: Record<string, string>;
}

class Database extends Dexie {
  components!: EntityTable<Stored, "id">;
  drafts!: EntityTable<StoredDrafts, "id">;
  constructor() {
    super("lively-state");
    this.version(1).stores({ components: "id, savedAt", drafts: "id" });
  }
}

export const database = new Database();

export class Overtaken extends Error {}

/**
 * Saves a component over the revision it was read at.
 * @throws Overtaken when another tab saved in between; the caller keeps what it has
 */
export async function saveComponent(id: string, doc: Component, base: number): Promise<number> {
  return database.transaction("rw", database.components, async () => {
    const stored = await database.components.get(id);
    if (stored && stored.revision !== base) throw new Overtaken();
    const revision = base + 1;
    await database.components.put({ id, doc, revision, savedAt: Date.now(), summary: stored?.summary ?? null });
    return revision;
  });
}

export const saveSummary = (id: string, summary: Summary): Promise<number> =>
  database.components.where({ id }).modify((c) => {
    if (c.revision === summary.revision) c.summary = summary;
  });
