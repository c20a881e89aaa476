/** Makes and lays out the files of a form off the page's own thread: tests are found by exploring, code is formatted. */
import { expose } from "comlink";
import { deliverTo, type Files, formatted, laidOut, type TargetKey } from "../../core/deliver";
import type { Component } from "../../core/model";
import type { Proof } from "../../core/proof";

const worker = {
  async make(target: TargetKey, doc: Component, proof: Proof | null): Promise<Files> {
    const made = deliverTo(target, doc, proof);
    if (!made.ok) return made;
    return { ...made, files: await formatted(made.files, laidOut) };
  },
};
export type FilesWorker = typeof worker;
expose(worker);
