/** The app's side of the worker that makes files. What is asked for ends what was asked before. */
import { type Remote, wrap } from "comlink";
import type { Files, TargetKey } from "../../core/deliver";
import type { Component } from "../../core/model";
import type { Proof } from "../../core/proof";
import type { FilesWorker } from "./files.worker";

let worker: Worker | null = null;
let api: Remote<FilesWorker> | null = null;
let busy = false;

function end(): void {
  worker?.terminate();
  worker = null;
  api = null;
  busy = false;
}

/** @param done is given null where they could not be made @returns ends it */
export function makeFiles(
  target: TargetKey,
  doc: Component,
  proof: Proof | null,
  done: (files: Files | null) => void,
): () => void {
  if (busy) end();
  if (!worker || !api) {
    worker = new Worker(new URL("./files.worker.ts", import.meta.url), { type: "module" });
    api = wrap<FilesWorker>(worker);
  }
  const mine = worker;
  busy = true;
  const finish = (files: Files | null): void => {
    if (worker !== mine) return;
    busy = false;
    done(files);
  };
  mine.onerror = () => {
    finish(null);
    end();
  };
  api.make(target, doc, proof).then(finish, () => finish(null));
  return () => {
    if (worker === mine && busy) end();
  };
}
