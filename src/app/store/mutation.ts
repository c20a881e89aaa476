/** What the scenarios of the open component notice; asked for by the person, in a worker of its own. */
import { create } from "zustand";
import type { Component } from "../../core/model";
import type { Mutation } from "../../core/proof";
import { Cancelled, createProver } from "../workers/prover";
import { useDocument } from "./document";

interface MutationStore {
  result: Mutation | null;
  /** The document it is about. */
  of: Component | null;
  running: boolean;
  /** Questions asked so far. */
  asked: number;
  ask(): void;
  stop(): void;
}

const prover = createProver();

export const useMutation = create<MutationStore>()((set) => ({
  result: null,
  of: null,
  running: false,
  asked: 0,
  ask() {
    const { doc } = useDocument.getState();
    if (!doc) return;
    set({ running: true, asked: 0 });
    prover
      .mutate(doc, (asked) => set({ asked }))
      .then(
        (result) => set({ result, of: doc, running: false }),
        (error: unknown) => {
          if (error instanceof Cancelled) return;
          console.error(error);
          set({ running: false });
        },
      );
  },
  stop() {
    prover.cancel();
    set({ running: false });
  },
}));

useDocument.subscribe((now, before) => {
  if (now.id === before.id) return;
  prover.cancel();
  useMutation.setState({ result: null, of: null, running: false, asked: 0 });
});
