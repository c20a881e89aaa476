/** Putting components on the shelf and taking them off. */
import { nanoid } from "nanoid";
import { type Component, readComponentValue } from "../../core/model";
import { defaultBounds } from "../../core/proof";
import { database, dropStrayVersions, type Stored, saveSummary } from "../storage/database";
import { forget, keepInMemory } from "../storage/memory";
import { countsOf } from "../store/proof";
import { Cancelled, createProver } from "../workers/prover";

let last = 0;
/** Now, but never the same twice: the order on the shelf is the order of saving. */
function later(): number {
  last = Math.max(Date.now(), last + 1);
  return last;
}

/** @returns its id, and what the browser's store said when it refused: the component then lives in this tab only */
export async function addComponent(doc: Component): Promise<{ id: string; refused: unknown }> {
  const { ids, refused } = await addAll([doc]);
  return { id: ids[0], refused };
}

/** Adds components at once, so that the shelf never shows some of them. */
async function addAll(docs: readonly Component[]): Promise<{ ids: string[]; refused: unknown }> {
  const items = docs.map((doc): Stored => ({ id: nanoid(10), doc, revision: 1, savedAt: later(), summary: null }));
  const ids = items.map((i) => i.id);
  try {
    await database.components.bulkAdd(items);
    return { ids, refused: null };
  } catch (refused) {
    for (const item of items) keepInMemory(item.id, item.doc);
    return { ids, refused };
  }
}

export async function removeComponent(id: string): Promise<void> {
  if (!forget(id)) await database.components.delete(id);
}

export const putBack = (item: Stored): Promise<string> => database.components.put(item);

let seeding: Promise<void> | null = null;

/** A first visit finds the demo; whoever removes it is not given it again. */
export function seedDemo(): Promise<void> {
  seeding ??= (async () => {
    await dropStrayVersions().catch(() => {});
    const flag = "demo-given";
    try {
      if (localStorage.getItem(flag)) return;
      localStorage.setItem(flag, "1");
    } catch {
      // A refused store: the components below will say so.
    }
    if ((await database.components.count().catch(() => 0)) > 0) return;
    // The shelf shows what was saved last first.
    const { demoComponents } = await import("../../demo");
    await addAll(demoComponents.toReversed().map((demo) => demo.load()));
  })();
  return seeding;
}

const prover = createProver();
const tried = new Set<string>();
let proving = false;

/** Proves in the background what nobody has proved since it was last saved, one after the other. */
export async function proveUnproved(items: readonly Stored[]): Promise<void> {
  if (proving) return;
  proving = true;
  try {
    for (const item of items) {
      const key = `${item.id} ${item.revision}`;
      if (item.summary?.revision === item.revision || tried.has(key)) continue;
      const read = readComponentValue(item.doc);
      if (read.ok) {
        const proof = await prover.prove(read.doc, defaultBounds, () => {});
        await saveSummary(item.id, { ...countsOf(proof), revision: item.revision });
      }
      tried.add(key);
    }
  } catch (error) {
    // The shelf goes on saying "not proved yet", which is true.
    if (!(error instanceof Cancelled)) console.warn(error);
  } finally {
    proving = false;
  }
}

/** Whoever leaves the shelf needs the machine for something else. */
export const stopProving = (): void => prover.cancel();
