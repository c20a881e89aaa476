/** Proves a component, and asks what its scenarios notice, off the main thread. */
import { expose } from "comlink";
import type { Component } from "../../core/model";
import { compile } from "../../core/program";
import {
  type Bounds,
  type Compared,
  comparing,
  defaultBounds,
  type Mutation,
  mutate,
  newMemo,
  type Pairs,
  type Proof,
  pairsOf,
  prove,
  toTheEnd,
} from "../../core/proof";

/** Pairs of situations after which the search for a difference stops and says so. */
const PAIRS = 30_000;

/** A change of scenarios or claims alone needs no exploring anew. */
const memo = newMemo();

type Progress = (count: number) => void;

const api = {
  async prove(doc: Component, bounds: Bounds, progress: Progress): Promise<Proof> {
    return toTheEnd(prove(doc, bounds, memo), progress);
  },
  async mutate(doc: Component, progress: Progress): Promise<Mutation> {
    return toTheEnd(mutate(doc), progress);
  },
  async pairs(doc: Component, progress: Progress): Promise<Pairs> {
    return toTheEnd(pairsOf(doc, defaultBounds), progress);
  },
  async compare(a: Component, b: Component, progress: Progress): Promise<Compared> {
    return toTheEnd(comparing(compile(a), compile(b), { most: PAIRS }), progress);
  },
};
export type ProofWorker = typeof api;

expose(api);
