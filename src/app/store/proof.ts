/** The proof of the open component, redone in the worker after each change. */
import { create } from "zustand";
import type { Component } from "../../core/model";
import { defaultBounds, type Finding, type Proof, shareOf } from "../../core/proof";
import { Cancelled, createProver } from "../workers/prover";
import { useDocument } from "./document";
import { begin, end, isUnfinished } from "./unfinished";

export interface ProofStore {
  proof: Proof | null;
  /** The document it is about. */
  of: Component | null;
  running: boolean;
  /** Situations seen so far. */
  seen: number;
  stopped: boolean;
  /** A proof of it ended with its tab; nobody has asked for another since. */
  unfinished: boolean;
  /** Situations after which the exploration of this component stops and says so. */
  most: number;
  start(): void;
  /** Explores four times as far. */
  further(): void;
  stop(): void;
}

/** An edit is followed by others; the proof waits this long for them, ms. */
const SETTLE = 120;
const prover = createProver();
let timer: ReturnType<typeof setTimeout> | undefined;

export const useProof = create<ProofStore>()((set, get) => ({
  proof: null,
  of: null,
  running: false,
  seen: 0,
  stopped: false,
  unfinished: false,
  most: defaultBounds.situations,
  start() {
    const { doc, id } = useDocument.getState();
    if (!doc || !id) return;
    set({ running: true, seen: 0, stopped: false, unfinished: false });
    begin(id);
    prover
      .prove(doc, { situations: get().most }, (seen) => set({ seen }))
      .then(
        (proof) => {
          if (useDocument.getState().doc === doc) set({ proof, of: doc, running: false });
        },
        (error: unknown) => {
          if (error instanceof Cancelled) return;
          console.error(error);
          set({ running: false, stopped: true });
        },
      )
      .finally(() => end(id));
  },
  further() {
    set({ most: get().most * 4 });
    get().start();
  },
  stop() {
    prover.cancel();
    set({ running: false, stopped: true });
  },
}));

useDocument.subscribe((now, before) => {
  if (now.doc === before.doc) return;
  clearTimeout(timer);
  if (now.id !== before.id) useProof.setState({ proof: null, of: null, most: defaultBounds.situations });
  if (!now.doc) return prover.cancel();
  if (now.id !== before.id && now.id && isUnfinished(now.id)) {
    useProof.setState({ running: false, stopped: true, unfinished: true });
    return;
  }
  timer = setTimeout(() => useProof.getState().start(), now.id === before.id ? SETTLE : 0);
});

export interface Counts {
  holding: number;
  failing: number;
  findings: number;
  undecided: number;
  claims: { holding: number; failing: number };
  covered: { n: number; of: number };
  complete: boolean;
}
export const countsOf = (proof: Proof): Counts => ({
  claims: {
    holding: proof.claims.filter((c) => c.holds).length,
    failing: proof.claims.filter((c) => !c.holds).length,
  },
  covered: { n: shareOf(proof.coverage.branches).covered, of: shareOf(proof.coverage.branches).of },
  complete: proof.complete,
  holding: proof.scenarios.filter((s) => s.ok && !s.skipped && !s.silent).length,
  failing: proof.scenarios.filter((s) => !s.ok).length,
  findings: proof.findings.filter((f) => f.severity !== "undecided").length,
  undecided: proof.findings.filter((f) => f.severity === "undecided").length,
});

export const faults = (proof: Proof): Finding[] => proof.findings.filter((f) => f.severity !== "undecided");
export const undecided = (proof: Proof): Finding[] => proof.findings.filter((f) => f.severity === "undecided");
