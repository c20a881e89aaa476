/** How the ribbon is looked at: its height, its zoom, which lanes. Kept while one moves between views. */
import { create } from "zustand";
import type { Group } from "./lanes";

export const LEAST_HEIGHT = 92;
export const MOST_HEIGHT = 460;

interface RibbonView {
  /** px */
  height: number;
  /** px for each ms; null fits the run. */
  perMs: number | null;
  folded: ReadonlySet<Group>;
  /** Lanes picked for a component, by its id; the usual ones where there is none. */
  picked: Readonly<Record<string, ReadonlySet<string>>>;
  setHeight(height: number): void;
  setZoom(perMs: number | null): void;
  fold(group: Group): void;
  pick(component: string, lanes: ReadonlySet<string> | null): void;
}

export const useRibbonView = create<RibbonView>()((set) => ({
  height: 178,
  perMs: null,
  folded: new Set(),
  picked: {},
  setHeight: (height) => set({ height: Math.round(Math.min(MOST_HEIGHT, Math.max(LEAST_HEIGHT, height))) }),
  setZoom: (perMs) => set({ perMs }),
  fold: (group) =>
    set(({ folded }) => ({
      folded: new Set(folded.has(group) ? [...folded].filter((g) => g !== group) : [...folded, group]),
    })),
  pick: (component, lanes) =>
    set(({ picked }) => {
      const { [component]: _old, ...rest } = picked;
      return { picked: lanes ? { ...rest, [component]: lanes } : rest };
    }),
}));
