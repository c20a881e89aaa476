/** Keeps the browser's store in step with what is open, and says plainly when that fails. */
import { create } from "zustand";
import { readComponentValue } from "../../core/model";
import { database, Overtaken, type Stored, type StoredDrafts, saveComponent, saveSummary } from "../storage/database";
import { forget, inMemory, keepInMemory } from "../storage/memory";
import { lockComponent, type TabLock } from "../storage/tab-lock";
import { useDocument } from "./document";
import { countsOf, useProof } from "./proof";

export interface SavingStore {
  state: "saved" | "saving" | "failed" | "overtaken";
  why: string;
  revision: number;
}
export const useSaving = create<SavingStore>()(() => ({ state: "saved", why: "", revision: 0 }));

let lock: TabLock | null = null;
let saveTimer: ReturnType<typeof setTimeout> | undefined;
let draftTimer: ReturnType<typeof setTimeout> | undefined;
let writing: Promise<void> = Promise.resolve();

export type Opened = { ok: true } | { ok: false; why: string };

/** Opens a component from the store; in a second tab it can be read but not changed. */
export async function openComponent(id: string, takeOver = false): Promise<Opened> {
  closeComponent();
  let stored: Stored | undefined;
  let drafts: StoredDrafts | undefined;
  const got = await lockComponent(id, takeOver, () => {
    if (useDocument.getState().id === id) useDocument.setState({ writable: false });
    lock = null;
  });
  lock = got;
  const kept = inMemory(id);
  try {
    stored = kept ?? (await database.components.get(id));
    drafts = kept ? undefined : await database.drafts.get(id);
  } catch (error) {
    return { ok: false, why: storeProblem(error) };
  }
  if (!stored) return { ok: false, why: "There is no such component in this browser." };
  const read = readComponentValue(stored.doc);
  if (!read.ok)
    return { ok: false, why: `What is stored cannot be read: ${read.problems[0].path} ${read.problems[0].message}` };
  if (kept) useSaving.setState({ state: "failed", why: "The browser refused to store this component.", revision: 0 });
  else useSaving.setState({ state: "saved", why: "", revision: stored.revision });
  useDocument.getState().open(id, read.doc, drafts?.drafts ?? {});
  useDocument.setState({ writable: got !== null });
  return { ok: true };
}

export function closeComponent(): void {
  flush();
  lock?.release();
  lock = null;
  if (useDocument.getState().id) useDocument.getState().close();
}

/** Writes what waits, at once; the tab may be going away. */
export function flush(): void {
  if (saveTimer !== undefined) save();
  if (draftTimer !== undefined) saveDrafts();
}

function save(): void {
  clearTimeout(saveTimer);
  saveTimer = undefined;
  const { id, doc, writable } = useDocument.getState();
  if (!id || !doc || !writable) return;
  useSaving.setState({ state: "saving" });
  writing = writing.then(async () => {
    try {
      const revision = await saveComponent(id, doc, useSaving.getState().revision);
      forget(id);
      if (useDocument.getState().id === id) useSaving.setState({ state: "saved", why: "", revision });
    } catch (error) {
      if (inMemory(id)) keepInMemory(id, doc);
      if (error instanceof Overtaken) {
        useDocument.setState({ writable: false });
        useSaving.setState({ state: "overtaken", why: "Another tab saved this component in the meantime." });
      } else useSaving.setState({ state: "failed", why: storeProblem(error) });
    }
  });
}

/** Tries again after a failure. */
export const retrySave = (): void => save();

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
  if (name.includes("Quota")) return "The browser's store for this site is full.";
  return "The browser refused to store this component.";
}

useDocument.subscribe((now, before) => {
  if (!now.id || now.id !== before.id) return;
  if (now.doc !== before.doc) {
    clearTimeout(saveTimer);
    saveTimer = setTimeout(save, 60);
  }
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
    if (useDocument.getState().doc === doc && useSaving.getState().state === "saved") {
      saveSummary(id, { ...counts, revision: useSaving.getState().revision }).catch(() => {});
    }
  }, 300);
});
addEventListener("pagehide", flush);
document.addEventListener("visibilitychange", () => {
  if (document.visibilityState === "hidden") flush();
});
