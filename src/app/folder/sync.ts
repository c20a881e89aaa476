/**
 * Keeps components and the files of a folder the same. One step looks at both sides and at what they last had in common:
 * who alone changed is taken over, where both did they are merged by cell, and nothing is written over unread.
 */
import {
  type Component,
  type Conflict,
  checkNames,
  jsonText,
  mergeComponents,
  type Problem,
  readComponent,
  same,
} from "../../core/model";
import type { FileRecord } from "../storage/database";
import { fileNames } from "../storage/file-names";
import type { Disk, DiskFile } from "./disk";

export interface ShelfPort {
  /** All that can be read; those that another tab is editing are left out, and named. */
  current(): Promise<{ docs: Map<string, Component>; elsewhere: ReadonlySet<string> }>;
  add(doc: Component): Promise<string>;
  /** Takes the place of what is there; what is said can be undone where it is open. @returns false where it was refused */
  put(id: string, doc: Component, was: Component): Promise<boolean>;
  records: {
    all(): Promise<FileRecord[]>;
    put(record: FileRecord): Promise<unknown>;
    delete(id: string): Promise<unknown>;
  };
}

export interface Told {
  /** Files that cannot be read, with the place. */
  broken: ({ file: string; id: string | null } & Problem)[];
  /** Components whose file is gone. */
  gone: FileRecord[];
  /** Cells and values that both sides changed: ours stands, theirs is given. */
  conflicts: { id: string; file: string; theirs: Component; conflicts: Conflict[] }[];
  /** Components that were changed by their file. */
  taken: string[];
}

export class FolderSync {
  /** Broken files by name, with the stamp they were read at: they are not read again until they change. */
  private readonly broken = new Map<string, { stamp: string; problem: Problem }>();

  constructor(
    private readonly disk: Disk,
    private readonly shelf: ShelfPort,
  ) {}

  async step(): Promise<Told> {
    const told: Told = { broken: [], gone: [], conflicts: [], taken: [] };
    const files = new Map((await this.disk.list()).map((f) => [f.name, f]));
    const { docs, elsewhere } = await this.shelf.current();
    const records = await this.shelf.records.all();
    const known = new Set(records.filter((r) => !r.removed).map((r) => r.file));
    for (const record of records) {
      if (elsewhere.has(record.id)) continue;
      const doc = docs.get(record.id);
      if (doc === undefined) await this.withoutComponent(record);
      else if (record.removed) await this.write(record, doc, [...files.keys()]);
      else await this.one(record, doc, files.get(record.file), told);
    }
    for (const file of files.values()) if (!known.has(file.name)) await this.come(file, told);
    for (const name of this.broken.keys()) if (!files.has(name)) this.broken.delete(name);
    return told;
  }

  /** Puts a component into the folder, under a name of its own. */
  async enter(id: string, doc: Component): Promise<void> {
    const taken = (await this.disk.list()).map((f) => f.name);
    const [file] = fileNames([doc.name], taken);
    await this.write({ id, file, base: doc, stamp: "" }, doc);
  }

  private async write(record: FileRecord, doc: Component, taken?: readonly string[]): Promise<void> {
    const file = taken?.includes(record.file) ? fileNames([doc.name], taken)[0] : record.file;
    const stamp = await this.disk.write(file, jsonText(doc));
    await this.shelf.records.put({ id: record.id, file, base: doc, stamp });
  }

  private async withoutComponent(record: FileRecord): Promise<void> {
    if (record.removed) return;
    await this.disk.remove(record.file);
    await this.shelf.records.put({ ...record, removed: true });
  }

  private async one(record: FileRecord, ours: Component, file: DiskFile | undefined, told: Told): Promise<void> {
    if (!file) {
      told.gone.push(record);
      return;
    }
    if (file.stamp === record.stamp) {
      if (ours !== record.base && !same(ours, record.base)) await this.write(record, ours);
      return;
    }
    const theirs = await this.read(file, record.id, told);
    if (!theirs) return;
    const { base } = record;
    if (same(theirs, ours)) {
      await this.shelf.records.put({ ...record, base: theirs, stamp: file.stamp });
      return;
    }
    let { doc, conflicts } = mergeComponents(base, ours, theirs);
    if (checkNames(doc).length) {
      // Together they make no sense, as when one names a state that the other took away: ours stands, theirs is given.
      conflicts = [{ path: [], ours, theirs }];
      doc = ours;
    }
    if (!same(doc, ours) && !(await this.shelf.put(record.id, doc, ours))) return;
    if (!same(doc, ours)) told.taken.push(record.id);
    if (conflicts.length) told.conflicts.push({ id: record.id, file: record.file, theirs, conflicts });
    if (same(doc, theirs)) await this.shelf.records.put({ ...record, base: theirs, stamp: file.stamp });
    else await this.write(record, doc);
  }

  private async read(file: DiskFile, id: string | null, told: Told): Promise<Component | null> {
    const before = this.broken.get(file.name);
    if (before?.stamp === file.stamp) {
      told.broken.push({ file: file.name, id, ...before.problem });
      return null;
    }
    const text = await this.disk.read(file.name);
    if (text === null) return null;
    const read = readComponent(text);
    if (read.ok) {
      this.broken.delete(file.name);
      return read.doc;
    }
    const [problem] = read.problems;
    this.broken.set(file.name, { stamp: file.stamp, problem });
    told.broken.push({ file: file.name, id, ...problem });
    return null;
  }

  private async come(file: DiskFile, told: Told): Promise<void> {
    const doc = await this.read(file, null, told);
    if (!doc) return;
    const id = await this.shelf.add(doc);
    await this.shelf.records.put({ id, file: file.name, base: doc, stamp: file.stamp });
    told.taken.push(id);
  }
}
