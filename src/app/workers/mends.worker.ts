/** Looks for edits of the specification off the page's own thread: each is tried on a whole run. */
import { expose } from "comlink";
import type { Component } from "../../core/model";
import { type Mend, mends, type Shown } from "../../core/trial";

const worker = { find: (doc: Component, shown: Shown): Mend[] => mends(doc, shown) };
export type MendsWorker = typeof worker;
expose(worker);
