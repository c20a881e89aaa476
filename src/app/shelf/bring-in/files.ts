/** The app's side of the worker that reads files that somebody opens. */
import { transfer, wrap } from "comlink";
import { MAX_FILE } from "../../../core/model";
import { justRead } from "../../storage/stored";
import type { FilesWorker } from "./files.worker";
import type { Found } from "./read-file";

/** Bytes, packed. */
const MOST = 60_000_000;
const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(0)} MB`;

export interface Reading {
  /** Null where it was stopped. Never fails. */
  found: Promise<Found | null>;
  stop(): void;
}

export function readFile(file: File): Reading {
  const failed = (why: string): Found => ({ docs: [], why, problems: [] });
  if (file.size > MOST) {
    const why = `${file.name} is ${megabytes(file.size)}. A component file has at most ${megabytes(MAX_FILE)}.`;
    return { found: Promise.resolve(failed(why)), stop: () => {} };
  }
  const worker = new Worker(new URL("./files.worker.ts", import.meta.url), { type: "module" });
  let stop = (): void => {};
  const stopped = new Promise<null>((done) => {
    stop = () => done(null);
  });
  const broke = new Promise<Found>((done) => {
    worker.onerror = () => done(failed(`${file.name} could not be read`));
  });
  const read = async (): Promise<Found> => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    return wrap<FilesWorker>(worker).read(file.name, transfer(bytes, [bytes.buffer]));
  };
  const found = Promise.race([read().catch(() => failed(`${file.name} could not be read`)), broke, stopped]);
  return {
    found: found.then((is) => {
      worker.terminate();
      for (const doc of is?.docs ?? []) justRead(doc);
      return is;
    }),
    stop,
  };
}
