/** How the ribbon is looked at: its zoom, which lanes. Kept while one moves between views. */
import { create } from "zustand";
import type { Group } from "./lanes";

interface RibbonView {
  /** px for each ms; null fits the run. */
  perMs: number | null;
  folded: ReadonlySet<Group>;
  /** Lanes picked for a component, by its id; the usual ones where there is none. */
  picked: Readonly<Record<string, ReadonlySet<string>>>;
  setZoom(perMs: number | null): void;
  fold(group: Group): void;
  pick(component: string, lanes: ReadonlySet<string> | null): void;
}

export const useRibbonView = create<RibbonView>()((set) => ({
  perMs: null,
  folded: new Set(),
  picked: {},
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
