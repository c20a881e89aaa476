/** What of the sheet is shown: a filter, folded sections, states put away. The person's choice; the document does not know. */
import { create } from "zustand";
import { everything, type View } from "./grid/grid";

interface ViewStore extends View {
  /** How often the scenarios exercise each cell is shown. */
  coverage: boolean;
  /** Where the cells differ from what the component is compared with is shown. */
  against: boolean;
  showCoverage(): void;
  showAgainst(shown?: boolean): void;
  setFilter(filter: string): void;
  fold(section: View["folded"][number]): void;
  close(state: string): void;
  showLifecycle(): void;
}

const toggled = <T>(list: readonly T[], item: T): T[] =>
  list.includes(item) ? list.filter((x) => x !== item) : [...list, item];

export const useView = create<ViewStore>((set) => ({
  ...everything,
  coverage: false,
  against: false,
  showAgainst: (shown) => set((v) => ({ against: shown ?? !v.against })),
  showCoverage: () => set((v) => ({ coverage: !v.coverage })),
  setFilter: (filter) => set({ filter }),
  fold: (section) => set((v) => ({ folded: toggled(v.folded, section) })),
  close: (state) => set((v) => ({ closed: toggled(v.closed, state) })),
  showLifecycle: () => set((v) => ({ lifecycle: !v.lifecycle })),
}));
