/** The folder that one works in: chosen by hand, remembered by this browser, kept the same as the shelf while a tab is open. */
import { nanoid } from "nanoid";
import { create } from "zustand";
import { type Component, readComponentValue } from "../../core/model";
import { choice, keepChoice } from "../storage/choices";
import { database, keepVersion, saveComponent } from "../storage/database";
import { useDocument } from "../store/document";
import { keeper } from "../store/saving";
import { type Disk, diskOf, servedDisk } from "./disk";
import type { FolderSync, ShelfPort, Told } from "./sync";

type Standing = "none" | "asks" | "works" | "gone";
export interface FolderStore {
  /** `asks`: the browser wants to be asked again after a restart. `gone`: it cannot be reached; it is tried again. */
  standing: Standing;
  name: string;
  told: Told;
  /** The server was started in it: it cannot be left here. */
  served: boolean;
  /** What both sides changed, until it is read: by component, in words. */
  notes: { id: string; text: string }[];
}
const nothing: Told = { broken: [], gone: [], conflicts: [], taken: [] };
export const useFolder = create<FolderStore>()(() => ({
  standing: "none",
  name: "",
  told: nothing,
  notes: [],
  served: false,
}));

type Picking = { showDirectoryPicker?(options: object): Promise<FileSystemDirectoryHandle> };
/** Where a browser has no such way, components go in and out as one zip file. */
export const canChoose = (): boolean => typeof (window as Picking).showDirectoryPicker === "function";

let handle: FileSystemDirectoryHandle | null = null;
let disk: Disk | null = null;
let sync: FolderSync | null = null;

/** @returns why not, for a person; empty when it is chosen, null when the person thought better of it */
export async function chooseFolder(): Promise<string | null> {
  try {
    handle = await (window as Picking).showDirectoryPicker!({ mode: "readwrite", id: "components" });
  } catch (error) {
    return (error as DOMException).name === "AbortError" ? null : `The folder cannot be used: ${String(error)}`;
  }
  await database.files.clear();
  await database.folder.put({ id: "folder", handle });
  begin(handle);
  return "";
}

/** Goes on with the folder of the last visit; the browser may ask the person. */
export async function goOn(): Promise<void> {
  if (!handle) return;
  const may = await permission(handle, true);
  if (may) begin(handle);
}

/** The files stay as they are, and so do the components. */
export async function leaveFolder(): Promise<void> {
  handle = null;
  disk = null;
  sync = null;
  useFolder.setState({ standing: "none", name: "", told: nothing, notes: [] });
  await database.folder.clear();
  await database.files.clear();
}

/** Each gets a file of its own. @throws what the first that got none failed by; the others are tried all the same */
export async function enterFolder(entries: readonly { id: string; doc: Component }[]): Promise<void> {
  const failed: unknown[] = [];
  await inTurn(() =>
    navigator.locks.request("folder", async () => {
      for (const { id, doc } of entries) await sync?.enter(id, doc).catch((error: unknown) => failed.push(error));
    }),
  );
  await stepNow();
  if (failed.length) throw failed[0];
}
/** Whoever works in a folder means new ones to be there; where it cannot be reached they are on the shelf alone. */
export async function enterNew(entries: readonly { id: string; doc: Component }[]): Promise<void> {
  if (useFolder.getState().standing === "works") await enterFolder(entries).catch(() => {});
}
/**
 * Puts delivered files into the folder's own one for them.
 * @param mayGo whether a text that lies there already may be written over
 * @returns the names of those that were left as they are; then nothing was written
 */
export async function putDelivered(
  files: readonly { path: string; text: string }[],
  mayGo: (path: string, text: string) => boolean,
): Promise<string[]> {
  if (!disk) throw new Error("There is no folder");
  const { delivered } = disk;
  const kept: string[] = [];
  for (const { path, text } of files) {
    const there = await delivered.read(path);
    if (there !== null && there !== text && !mayGo(path, there)) kept.push(path);
  }
  if (!kept.length) for (const { path, text } of files) await delivered.write(path, text);
  return kept;
}
/** Writes a component whose file is gone once more, or lets it live in this browser alone. */
export async function mendGone(id: string, again: boolean): Promise<void> {
  const record = await database.files.get(id);
  if (!record) return;
  if (again) await database.files.put({ ...record, removed: true });
  else await database.files.delete(id);
  await stepNow();
}
export const dismissNotes = (id: string): void =>
  useFolder.setState(({ notes }) => ({ notes: notes.filter((n) => n.id !== id) }));

type Asking = {
  queryPermission?(o: object): Promise<PermissionState>;
  requestPermission?(o: object): Promise<PermissionState>;
};
async function permission(folder: FileSystemDirectoryHandle, ask: boolean): Promise<boolean> {
  const asking = folder as unknown as Asking;
  const mode = { mode: "readwrite" };
  if ((await asking.queryPermission?.(mode)) !== "prompt") return true;
  return ask && (await asking.requestPermission?.(mode)) === "granted";
}

const begin = (folder: FileSystemDirectoryHandle): void => work(diskOf(folder), folder.name, false);
function work(at: Disk, name: string, served: boolean): void {
  disk = at;
  inTurn(async () => {
    const { FolderSync } = await import("./sync");
    if (disk === at) sync = new FolderSync(at, shelfPort);
  });
  useFolder.setState({ standing: "works", name, told: nothing, served });
  stepNow();
}

/** How often the folder is looked at, ms. */
const EVERY = 1000;
let last: Promise<unknown> = Promise.resolve();

/** After what is under way: a file that is just being written is nobody's new one. */
function inTurn<T>(does: () => Promise<T>): Promise<T> {
  const next = last.then(does);
  last = next.catch(() => {});
  return next;
}
/** One step; one tab at a time. */
export const stepNow = (): Promise<void> => inTurn(stepOnce);
async function stepOnce(): Promise<void> {
  const mine = sync;
  if (!mine) return;
  try {
    await navigator.locks.request("folder", async () => {
      const told = await mine.step();
      if (sync !== mine) return;
      const old = useFolder.getState();
      const notes = [...old.notes, ...(await conflictNotes(told))];
      const changed = old.standing !== "works" || JSON.stringify(old.told) !== JSON.stringify(told);
      if (changed || notes.length !== old.notes.length) useFolder.setState({ standing: "works", told, notes });
    });
  } catch (error) {
    if (sync !== mine) return;
    const { name } = error as DOMException;
    if (name === "NotAllowedError") useFolder.setState({ standing: "asks" });
    else {
      useFolder.setState({ standing: "gone" });
      if (name !== "NotFoundError") console.warn(error);
    }
  }
}

/** Their cells go to the sheet as texts that are not in force; what is no cell is kept as a version. */
async function conflictNotes(told: Told): Promise<FolderStore["notes"]> {
  const notes: FolderStore["notes"] = [];
  for (const { id, file, theirs, conflicts } of told.conflicts) {
    const open = useDocument.getState();
    const { cellTexts } = await import("../sheet/grid/cell-texts");
    const cells = cellTexts(
      theirs,
      conflicts.map((c) => c.path),
    );
    const rest = conflicts.length - cells.length;
    if (open.id === id) for (const { key, text } of cells) open.setDraft(key, text);
    else if (cells.length) {
      const before = (await database.drafts.get(id))?.drafts ?? {};
      const drafts = { ...before, ...Object.fromEntries(cells.map((c) => [c.key, c.text])) };
      await database.drafts.put({ id, drafts });
    }
    if (rest) await keepVersion(id, `${file}, as it was in the folder`, theirs);
    const told = [
      cells.length &&
        `${cells.length === 1 ? "1 cell was" : `${cells.length} cells were`} changed here and in the folder: yours stands, the other text waits in its cell`,
      rest &&
        `${rest === 1 ? "1 other thing" : `${rest} other things`} too: yours stands, the other is kept in Compare as a version`,
    ].filter(Boolean);
    notes.push({ id, text: `${told.join("; ")}.` });
  }
  return notes;
}

/** Components that another tab is editing; it keeps them in step itself. */
async function lockedElsewhere(): Promise<Set<string>> {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  const own = useDocument.getState();
  const ids = held.flatMap(({ name = "" }) => (name.startsWith("component ") ? [name.slice("component ".length)] : []));
  return new Set(ids.filter((id) => id !== own.id || !own.writable));
}

const shelfPort: ShelfPort = {
  async current() {
    const docs = new Map<string, Component>();
    const elsewhere = await lockedElsewhere();
    for (const { id, doc } of await database.components.toArray()) {
      const read = readComponentValue(doc);
      // What cannot be read is nobody's to write over, and no reason to take its file away.
      if (read.ok) docs.set(id, read.doc);
      else elsewhere.add(id);
    }
    for (const { id, doc } of keeper.unsaved()) docs.set(id, doc);
    const open = useDocument.getState();
    if (open.id && open.doc && docs.has(open.id)) docs.set(open.id, open.doc);
    return { docs, elsewhere };
  },
  async add(doc) {
    const id = nanoid(10);
    await database.components.add({ id, doc, revision: 1, savedAt: Date.now(), summary: null });
    return id;
  },
  async put(id, doc, was) {
    const open = useDocument.getState();
    if (open.id === id) {
      // Edited while the file was being read: the next step has both.
      if (open.doc !== was || !open.writable) return false;
      open.edit("take over what changed in the folder", () => doc);
      return true;
    }
    if (keeper.unsaved().some((k) => k.id === id)) return false;
    const stored = await database.components.get(id);
    if (!stored) return false;
    await saveComponent(id, doc, stored.revision);
    keeper.drop(id);
    return true;
  },
  records: {
    all: () => database.files.toArray(),
    put: (record) => database.files.put(record),
    delete: (id) => database.files.delete(id),
  },
};

let started = false;
/** Called once when the app starts: finds the folder of the last visit again. */
export async function startFolder(): Promise<void> {
  if (started) return;
  started = true;
  setInterval(() => {
    if (sync && document.visibilityState === "visible") stepNow();
  }, EVERY);
  document.addEventListener("visibilitychange", () => sync && stepNow());
  const served = await servedDisk().catch(() => null);
  if (served) {
    // Another folder than that of the last visit has nothing in common with what is here.
    const key = `served ${served.id}`;
    if (choice("folder") !== key) await database.files.clear();
    keepChoice("folder", key);
    work(served.disk, served.name, true);
    return;
  }
  const kept = await database.folder.get("folder").catch(() => undefined);
  if (!kept || handle) return;
  handle = kept.handle;
  if (await permission(handle, false).catch(() => false)) begin(handle);
  else useFolder.setState({ standing: "asks", name: handle.name });
}
