/** How the room of the workbench is shared out, and what is put away. Kept in this browser for all components. */
import { z } from "zod";
import { create } from "zustand";
import { choiceValue, keepChoice } from "../storage/choices";

/** Panes that can be put away; the live page may stand in a window of its own. */
export type Pane = "live" | "view" | "ribbon";

const sharesSchema = z.object({
  /** px */
  live: z.number(),
  words: z.number(),
  ribbon: z.number(),
  away: z.array(z.enum(["live", "view", "ribbon"])),
});
type Shares = z.infer<typeof sharesSchema>;
export type Share = "live" | "words" | "ribbon";

const usual: Shares = { live: 356, words: 178, ribbon: 178, away: [] };

/** px: what each can be, and below what it is put away. */
export const limits: Record<Share, { least: number; most: () => number; away?: number }> = {
  live: { least: 260, most: () => innerWidth - 420, away: 150 },
  words: { least: 60, most: () => Math.max(120, innerHeight - 460) },
  ribbon: { least: 92, most: () => Math.max(120, innerHeight - 260), away: 50 },
};

interface Panes extends Shares {
  /** The live page stands in a window of its own; not kept, since windows are not. */
  outside: boolean;
  set(share: Share, px: number): void;
  reset(share: Share): void;
  put(pane: Pane, away: boolean): void;
  setOutside(outside: boolean): void;
}

export const usePanes = create<Panes>()((set, get) => {
  const keep = (change: Partial<Shares>): void => {
    set(change);
    const { live, words, ribbon, away } = get();
    keepChoice("panes", JSON.stringify({ live, words, ribbon, away }));
  };
  return {
    ...stored(),
    outside: false,
    set(share, px) {
      const { least, most } = limits[share];
      keep({ [share]: Math.round(Math.max(least, Math.min(most(), px))) });
    },
    reset: (share) => keep({ [share]: usual[share] }),
    put(pane, away) {
      const others = get().away.filter((p) => p !== pane);
      // One of the two beside one another is always there.
      const beside = pane === "live" ? "view" : pane === "view" ? "live" : null;
      keep({ away: away ? [...others.filter((p) => p !== beside), pane] : others });
    },
    setOutside: (outside) => set({ outside }),
  };
});

function stored(): Shares {
  const said = sharesSchema.safeParse(choiceValue("panes"));
  return said.success ? said.data : usual;
}
