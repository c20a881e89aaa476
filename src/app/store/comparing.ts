/** What the open component is compared with – a kept version of it, or another component – and what was found. */
import { create } from "zustand";
import { type CellDifference, cellDifferences } from "../../core/expression";
import { type Component, readComponentValue } from "../../core/model";
import type { Compared } from "../../core/proof";
import { Cancelled, createProver } from "../workers/prover";
import { useDocument } from "./document";

export interface Other {
  /** `version …` or `component …`, with its key in the store. */
  key: string;
  name: string;
  doc: Component;
}

interface ComparingStore {
  other: Other | null;
  cells: readonly CellDifference[];
  /** Null while it is being looked for, or where that was given up. */
  behaviour: Compared | null;
  running: boolean;
  /** Pairs of situations looked at so far. */
  seen: number;
  /** @param doc as it is stored; what cannot be read is not compared with */
  choose(other: Other | null): void;
  stop(): void;
}

const prover = createProver();
const nothing = { other: null, cells: [], behaviour: null, running: false, seen: 0 };
/** An edit is followed by others, ms. */
const SETTLE = 250;
let timer: ReturnType<typeof setTimeout> | undefined;

export const useComparing = create<ComparingStore>()((set, get) => {
  const look = (): void => {
    const { doc } = useDocument.getState();
    const { other } = get();
    clearTimeout(timer);
    if (!doc || !other) return;
    set({ cells: cellDifferences(other.doc, doc), running: true, behaviour: null, seen: 0 });
    prover
      .compare(other.doc, doc, (seen) => set({ seen }))
      .then(
        (behaviour) => set({ behaviour, running: false }),
        (error: unknown) => {
          if (error instanceof Cancelled) return;
          console.error(error);
          set({ running: false });
        },
      );
  };
  useDocument.subscribe((now, before) => {
    if (now.id !== before.id) {
      prover.cancel();
      set(nothing);
    } else if (now.doc !== before.doc && get().other) {
      clearTimeout(timer);
      timer = setTimeout(look, SETTLE);
    }
  });
  return {
    ...nothing,
    choose(given) {
      prover.cancel();
      const read = given && readComponentValue(given.doc);
      set({ ...nothing, other: given && read?.ok ? { ...given, doc: read.doc } : null });
      look();
    },
    stop() {
      prover.cancel();
      set({ running: false });
    },
  };
});
