/** Putting components on the shelf and taking them off. */
import { nanoid } from "nanoid";
import type { Component } from "../../core/model";
import { demoComponents } from "../../demo";
import { database, type Stored } from "../storage/database";

export async function addComponent(doc: Component): Promise<string> {
  const id = nanoid(10);
  await database.components.add({ id, doc, revision: 1, savedAt: Date.now(), summary: null });
  return id;
}

export async function removeComponent(id: string): Promise<void> {
  await database.components.delete(id);
}

export const putBack = (item: Stored): Promise<string> => database.components.put(item);

let seeding: Promise<void> | null = null;

/** A first visit finds the demo; whoever removes it is not given it again. */
export function seedDemo(): Promise<void> {
  seeding ??= (async () => {
    const flag = "demo-given";
    try {
      if (localStorage.getItem(flag)) return;
      localStorage.setItem(flag, "1");
    } catch {
      // A refused store: the components below will say so.
    }
    if ((await database.components.count()) > 0) return;
    for (const demo of demoComponents) await addComponent(demo.load());
  })();
  return seeding;
}
