/** Keeps the browser's store in step with what is open, and says plainly when that fails. */
import { create } from "zustand";
import { type Component, readComponentValue } from "../../core/model";
import { database, Overtaken, type Stored, type StoredDrafts, saveComponent, saveSummary } from "../storage/database";
import { Keeper, type Standing } from "../storage/keeper";
import { readStored, recognised } from "../storage/stored";
import { lockComponent, type TabLock } from "../storage/tab-lock";
import { type History, useDocument } from "./document";
import { countsOf, useProof } from "./proof";

class Unreadable extends Error {}

export const keeper = new Keeper({
  async save(id, doc, base) {
    // What is stored can be read again.
    const read = readComponentValue(doc);
    if (!read.ok) throw new Unreadable(`${read.problems[0].path} ${read.problems[0].message}`);
    return saveComponent(id, doc, base);
  },
  settle: 60,
  problem: (error) =>
    error instanceof Overtaken
      ? { why: "Another tab saved this component in the meantime.", overtaken: true }
      : { why: storeProblem(error), overtaken: false },
});

export interface SavingStore {
  /** Of the open component. */
  state: Standing;
  why: string;
  revision: number;
}
const calm: SavingStore = { state: "saved", why: "", revision: 0 };
export const useSaving = create<SavingStore>()(() => calm);
keeper.subscribe((id) => {
  if (useDocument.getState().id === id) tell(id);
  else if (wanted !== id) release(id);
});
const tell = (id: string): void => {
  const { state, why, revision } = keeper.get(id) ?? calm;
  useSaving.setState({ state, why, revision });
};

/** What was undone and could be redone, of components that were open in this tab; of the document it belongs to. */
const histories = new Map<string, History & { doc: Component }>();
const locks = new Map<string, TabLock>();
/** The component that is open, or about to be. */
let wanted: string | null = null;
/** Lets another tab have it, once all that was edited here is stored. */
function release(id: string): void {
  if (keeper.get(id)?.state === "failed" || keeper.get(id)?.state === "saving") return;
  locks.get(id)?.release();
  locks.delete(id);
}
let draftTimer: ReturnType<typeof setTimeout> | undefined;
/** The last one asked for: whatever was asked before it comes too late. */
let asked = 0;

export type Opened = { ok: true } | { ok: false; why: string };

/** Opens a component from the store; in a second tab it can be read but not changed. */
export async function openComponent(id: string, takeOver = false): Promise<Opened> {
  closeComponent();
  const mine = ++asked;
  wanted = id;
  const lock =
    locks.get(id) ??
    (await lockComponent(
      id,
      takeOver,
      () => letGo(id),
      () => lost(id),
    ));
  if (lock) locks.set(id, lock);
  const waiting = keeper.unsaved().find((k) => k.id === id && !(takeOver && k.state === "overtaken"));
  let doc: Component;
  let drafts: StoredDrafts | undefined;
  if (waiting) doc = waiting.doc;
  else {
    let stored: Stored | undefined;
    try {
      stored = await database.components.get(id);
      if (stored) stored = recognised(stored);
      drafts = await database.drafts.get(id);
    } catch (error) {
      return { ok: false, why: storeProblem(error) };
    }
    if (!stored) return { ok: false, why: "There is no such component in this browser." };
    const read = readStored(stored.doc);
    if (!read.ok)
      return { ok: false, why: `What is stored cannot be read: ${read.problems[0].path} ${read.problems[0].message}` };
    // Loaded by those alone that open one.
    const { whyUnusable } = await import("./program");
    const why = whyUnusable(read.doc);
    if (why) return { ok: false, why };
    const known = keeper.get(id);
    // As it was left in this tab: its history goes on.
    doc = known?.state === "saved" && known.revision === stored.revision ? known.doc : read.doc;
    if (known?.state === "overtaken") keeper.drop(id);
    keeper.begin(id, doc, stored.revision);
  }
  if (mine !== asked) {
    if (wanted !== id) release(id);
    return { ok: true };
  }
  const history = histories.get(id);
  useDocument.getState().open(id, doc, drafts?.drafts ?? {}, history?.doc === doc ? history : undefined);
  useDocument.setState({ writable: lock !== null });
  tell(id);
  return { ok: true };
}

export function closeComponent(): void {
  asked++;
  flush();
  const { id, doc, past, future } = useDocument.getState();
  if (!id || !doc) return;
  histories.delete(id);
  histories.set(id, { doc, past, future });
  // The histories of a few components are as much as anybody goes back to.
  for (const old of [...histories.keys()].slice(0, -12)) histories.delete(old);
  useDocument.getState().close();
  wanted = null;
  release(id);
}

/** Another tab asks for the component: it is stored as it is now. */
async function letGo(id: string): Promise<void> {
  flush();
  await keeper.settled(id);
}
function lost(id: string): void {
  flush();
  locks.delete(id);
  if (useDocument.getState().id === id) useDocument.setState({ writable: false });
}

/** Writes what waits, at once; the tab may be going away. */
export function flush(): void {
  keeper.flush();
  if (draftTimer !== undefined) saveDrafts();
}

/** Tries again after a failure. */
export const retrySave = (): void => keeper.retry();

function saveDrafts(): void {
  clearTimeout(draftTimer);
  draftTimer = undefined;
  const { id, drafts, writable } = useDocument.getState();
  if (!id || !writable) return;
  const write = Object.keys(drafts).length ? database.drafts.put({ id, drafts }) : database.drafts.delete(id);
  Promise.resolve(write).catch((error: unknown) => useSaving.setState({ state: "failed", why: storeProblem(error) }));
}

export function storeProblem(error: unknown): string {
  const name =
    String((error as { name?: string })?.name ?? "") +
    String((error as { inner?: { name?: string } })?.inner?.name ?? "");
  if (error instanceof Unreadable) return `This edit cannot be stored, undo it: ${error.message}.`;
  if (name.includes("Quota")) return "The browser's store for this site is full.";
  return "The browser refused to store this component.";
}

useDocument.subscribe((now, before) => {
  if (!now.id || now.id !== before.id) return;
  if (now.doc !== before.doc && now.doc) keeper.put(now.id, now.doc);
  if (now.drafts !== before.drafts) {
    clearTimeout(draftTimer);
    draftTimer = setTimeout(saveDrafts, 60);
  }
});
useProof.subscribe((now, before) => {
  const { id, doc } = useDocument.getState();
  if (!id || !now.proof || now.proof === before.proof || now.of !== doc) return;
  // The summary belongs to the revision that is saved by then.
  const counts = countsOf(now.proof);
  setTimeout(() => {
    const kept = keeper.get(id);
    if (kept?.doc === doc && kept.state === "saved")
      saveSummary(id, { ...counts, revision: kept.revision }).catch(() => {});
  }, 300);
});
addEventListener("pagehide", flush);
document.addEventListener("visibilitychange", () => {
  if (document.visibilityState === "hidden") flush();
});
// Whoever closes the tab is asked first where that would lose something.
addEventListener("beforeunload", (event) => {
  flush();
  if (keeper.unsaved().some((k) => k.state !== "saving")) event.preventDefault();
});
