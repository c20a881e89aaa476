/** The last trial of the open component: it goes on while one looks at other views. */
import { create } from "zustand";
import { type Component, writeComponent } from "../../core/model";
import type { RunResult, TrialSet } from "../../core/trial";
import type { Guess, PagePicture, TrialTold } from "../../core/trial/told";
import { useDocument } from "../store/document";
import { askTrial } from "./client";
import { tryInFrame } from "./frame";

export interface TrialStore {
  /** The component it is about, and the document at that moment. */
  id: string | null;
  of: Component | null;
  running: boolean;
  /** How many runs there are; null until that is known. */
  runs: number | null;
  results: RunResult[];
  left: string[];
  unmapped: string[];
  unseen: string[];
  guessed: Record<string, Guess>;
  picture: PagePicture | null;
  stopped: boolean;
  problem: string | null;
  at: number | null;
  start(set: TrialSet, where: Where): Promise<void>;
  stop(): void;
}

/** In a browser, a page at an address; or here in a frame, a pasted page. Empty for the page that would be delivered. */
export type Where =
  | { browser: string; page: string; allow: string[]; realRequests: boolean }
  | { stage: HTMLElement; html: string };

const none = {
  runs: null,
  results: [],
  left: [],
  unmapped: [],
  unseen: [],
  guessed: {},
  picture: null,
  stopped: false,
  problem: null,
  at: null,
};
let ending: AbortController | null = null;

export const useTrial = create<TrialStore>()((set, get) => ({
  id: null,
  of: null,
  running: false,
  ...none,
  async start(which, where) {
    const { doc, id } = useDocument.getState();
    if (!doc || !id) return;
    ending?.abort();
    const mine = new AbortController();
    ending = mine;
    set({ ...none, id, of: doc, running: true });
    const put = (change: Partial<TrialStore>): void => {
      if (ending === mine) set(change);
    };
    try {
      const hear = (told: TrialTold): void => {
        if (told.kind === "runs") put({ runs: told.of, left: told.left });
        else if (told.kind === "result") put({ results: [...get().results, told.result] });
        else if (told.kind === "picture") put({ picture: told.picture });
        else if (told.kind === "problem") put({ problem: told.message });
        else {
          const { unmapped, unseen, guessed, stopped } = told;
          put({ unmapped, unseen, guessed, stopped });
        }
      };
      if ("stage" in where) await tryInFrame(doc, which, where, mine.signal, hear);
      else await askTrial({ component: writeComponent(doc), set: which, ...where }, mine.signal, hear);
    } catch (error) {
      if ((error as Error).name === "AbortError") put({ stopped: true });
      else put({ problem: (error as Error).message });
    }
    put({ running: false, at: Date.now() });
  },
  stop() {
    ending?.abort();
  },
}));
