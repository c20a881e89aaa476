/** Putting components on the shelf and taking them off. */
import { nanoid } from "nanoid";
import type { Component } from "../../core/model";
import { defaultBounds } from "../../core/proof";
import { choice, keepChoice } from "../storage/choices";
import { database, type Stored, saveSummary, takeOut, type Whole, putBack as writeBack } from "../storage/database";
import { readStored, recognised, storedName } from "../storage/stored";
import { countsOf } from "../store/proof";
import { keeper } from "../store/saving";
import { begin, end, isUnfinished } from "../store/unfinished";
import { Cancelled, createProver } from "../workers/prover";

let last = 0;
/** Now, but never the same twice: the order on the shelf is the order of saving. */
function later(): number {
  last = Math.max(Date.now(), last + 1);
  return last;
}

/** @returns its id; where the browser's store refuses it, it lives in this tab until the store takes it */
export async function addComponent(doc: Component): Promise<string> {
  const [id] = await addAll([doc]);
  return id;
}

/** Adds components at once, so that the shelf never shows some of them. */
export async function addAll(docs: readonly Component[]): Promise<string[]> {
  const items = docs.map((doc): Stored => ({ id: nanoid(10), doc, revision: 1, savedAt: later(), summary: null }));
  const ids = items.map((i) => i.id);
  // The copies that the store gives of them are known from the start.
  items.forEach(recognised);
  try {
    await database.components.bulkAdd(items);
  } catch (error) {
    for (const item of items) keeper.beginRefused(item.id, item.doc, error);
  }
  return ids;
}

/** @returns what has to be put back to undo it */
export async function removeComponent(item: Stored): Promise<Whole> {
  const kept = keeper.get(item.id);
  await keeper.settled(item.id);
  const stored = kept?.revision !== 0 || (await database.components.get(item.id).catch(() => undefined)) !== undefined;
  const whole = stored ? await takeOut(item) : { item, versions: [], drafts: undefined };
  keeper.drop(item.id);
  // What waited to be stored comes back as it was last.
  return kept && kept.state !== "saved" ? { ...whole, item: { ...whole.item, doc: kept.doc, summary: null } } : whole;
}

export const putBack = (whole: Whole): Promise<void> =>
  writeBack(whole).catch((error: unknown) => keeper.beginRefused(whole.item.id, whole.item.doc, error));

let seeding: Promise<void> | null = null;

/** A first visit finds the demo; whoever removes it is not given it again. */
export function seedDemo(): Promise<void> {
  seeding ??= (async () => {
    const flag = "demo-given";
    if (choice(flag)) return;
    keepChoice(flag, "1");
    if ((await database.components.count().catch(() => 0)) > 0) return;
    // The shelf shows what was saved last first.
    const { demoComponents } = await import("../../demo");
    await addAll(demoComponents.toReversed().map((demo) => demo.load()));
  })();
  return seeding;
}

/** The id of one of the demo's components: the one on this shelf, else it comes anew. */
export async function fromDemo(name: string): Promise<string> {
  const there = (await database.components.toArray()).find((c) => storedName(c.doc) === name);
  if (there) return there.id;
  const { demoComponents } = await import("../../demo");
  return addComponent(demoComponents.find((d) => d.name === name)!.load());
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
      if (item.summary?.revision === item.revision || tried.has(key) || isUnfinished(item.id)) continue;
      const read = readStored(item.doc);
      if (read.ok) await proveOne(item, read.doc);
      tried.add(key);
    }
  } catch (error) {
    // The shelf goes on saying "not proved yet", which is true.
    if (!(error instanceof Cancelled)) console.warn(error);
  } finally {
    proving = false;
  }
}

async function proveOne(item: Stored, doc: Component): Promise<void> {
  begin(item.id);
  try {
    const proof = await prover.prove(doc, defaultBounds, () => {});
    await saveSummary(item.id, { ...countsOf(proof), revision: item.revision });
  } catch (error) {
    if (error instanceof Cancelled) throw error;
    // One that cannot be proved keeps nobody else from it.
    console.warn(error);
  } finally {
    end(item.id);
  }
}

/** Forgets what was found out about them; the shelf finds it out anew. */
export async function proveAgain(items: readonly Stored[]): Promise<void> {
  for (const { id, revision } of items) {
    tried.delete(`${id} ${revision}`);
    end(id);
  }
  await database.components
    .where("id")
    .anyOf(items.map((i) => i.id))
    .modify((c) => {
      c.summary = null;
    });
}

export const setTags = (id: string, tags: readonly string[]): Promise<number> =>
  database.components.where({ id }).modify((c) => {
    c.tags = [...new Set(tags)];
  });

/** Whoever leaves the shelf needs the machine for something else. */
export const stopProving = (): void => prover.cancel();
