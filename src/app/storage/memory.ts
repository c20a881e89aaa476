/** Components that the browser refused to store: they live as long as the tab, so that one can work and save to a file. */
import type { Component } from "../../core/model";
import type { Stored } from "./database";

const kept = new Map<string, Stored>();

export function keepInMemory(id: string, doc: Component): void {
  kept.set(id, { id, doc, revision: 0, savedAt: kept.get(id)?.savedAt ?? Date.now() + kept.size, summary: null });
}
export const inMemory = (id: string): Stored | undefined => kept.get(id);
export const allInMemory = (): Stored[] => [...kept.values()];
export const forget = (id: string): boolean => kept.delete(id);
