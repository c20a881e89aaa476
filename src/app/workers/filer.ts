/** The app's side of the worker that makes files. What is asked for ends what was asked before. */
import type { Files, TargetKey } from "../../core/deliver";
import type { Component } from "../../core/model";
import type { Proof } from "../../core/proof";
import type { FilesWorker } from "./files.worker";
import { newest } from "./newest";

const { ask } = newest<FilesWorker>(
  () => new Worker(new URL("./files.worker.ts", import.meta.url), { type: "module" }),
);

/** @param done is given null where they could not be made @returns ends it */
export const makeFiles = (
  target: TargetKey,
  doc: Component,
  proof: Proof | null,
  done: (files: Files | null) => void,
): (() => void) => ask((api) => api.make(target, doc, proof), done);
