/** The browser's store: components, and what was being typed when the tab went away. */
import Dexie, { type EntityTable } from "dexie";
import { nanoid } from "nanoid";
import type { Component } from "../../core/model";

export interface Stored {
  id: string;
  doc: Component;
  /** Goes up with every save; a save from an older one is refused. */
  revision: number;
  savedAt: number;
  summary: Summary | null;
  /** Words to find it by. */
  tags?: string[];
}
/** What the shelf says about a component; of the revision it was made for. */
export interface Summary {
  revision: number;
  holding: number;
  failing: number;
  findings: number;
  undecided: number;
  /** Claims that do not hold or are left open, and those that hold; reactions that scenarios take, of all. */
  claims?: { holding: number; failing: number };
  covered?: { n: number; of: number };
  complete?: boolean;
}
/** Cell texts that are not in force: half typed, or with an error. */
export interface StoredDrafts {
  id: string;
  drafts: Record<string, string>;
}

/** A component as it was when somebody kept it. */
export interface StoredVersion {
  id: string;
  /** Of which component. */
  component: string;
  name: string;
  doc: Component;
  savedAt: number;
}

/** What a component and its file last had in common. */
export interface FileRecord {
  /** Of the component. */
  id: string;
  file: string;
  base: Component;
  stamp: string;
  /** The component was taken off the shelf, and its file with it; put back, it is written again. */
  removed?: boolean;
}

class Database extends Dexie {
  components!: EntityTable<Stored, "id">;
  drafts!: EntityTable<StoredDrafts, "id">;
  versions!: EntityTable<StoredVersion, "id">;
  /** What components and their files in the folder last had in common; and the folder. */
  files!: EntityTable<FileRecord, "id">;
  folder!: EntityTable<{ id: "folder"; handle: FileSystemDirectoryHandle }, "id">;
  constructor() {
    super("lively-state");
    this.version(1).stores({ components: "id, savedAt", drafts: "id" });
    this.version(2).stores({ versions: "id, component, savedAt" });
    this.version(3).stores({ files: "id", folder: "id" });
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
    await database.components.put({ summary: null, ...stored, id, doc, revision, savedAt: Date.now() });
    return revision;
  });
}

export const saveSummary = (id: string, summary: Summary): Promise<number> =>
  database.components.where({ id }).modify((c) => {
    if (c.revision === summary.revision) c.summary = summary;
  });

export const keepVersion = (component: string, name: string, doc: Component): Promise<string> =>
  database.versions.add({ id: nanoid(10), component, name, doc, savedAt: Date.now() });
export const dropVersion = (id: string): Promise<void> => database.versions.delete(id);
export const putVersion = (version: StoredVersion): Promise<string> => database.versions.put(version);

/** A component with everything that belongs to it. */
export interface Whole {
  item: Stored;
  versions: StoredVersion[];
  drafts: StoredDrafts | undefined;
}
const everything = [database.components, database.versions, database.drafts];

/** Takes a component out with all that belongs to it. @returns what has to be put back to undo that */
export const takeOut = (item: Stored): Promise<Whole> =>
  database.transaction("rw", everything, async () => {
    const versions = await database.versions.where({ component: item.id }).toArray();
    const drafts = await database.drafts.get(item.id);
    const stored = await database.components.get(item.id);
    await database.components.delete(item.id);
    await database.drafts.delete(item.id);
    await database.versions.where({ component: item.id }).delete();
    return { item: stored ?? item, versions, drafts };
  });

export const putBack = ({ item, versions, drafts }: Whole): Promise<void> =>
  database.transaction("rw", everything, async () => {
    await database.components.put(item);
    await database.versions.bulkPut(versions);
    if (drafts) await database.drafts.put(drafts);
  });
