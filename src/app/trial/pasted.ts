/** Pages that were pasted, by component: what a frame runs. They are not kept with the component, nor beyond this tab. */
import { create } from "zustand";

interface Pasted {
  pages: Readonly<Record<string, string>>;
  paste(id: string, html: string): void;
}

export const usePasted = create<Pasted>()((set, get) => ({
  pages: {},
  paste: (id, html) => set({ pages: { ...get().pages, [id]: html } }),
}));
