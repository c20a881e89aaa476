/** A worker of which only the newest answer is wanted: what is asked ends what was asked before. */
import { type Remote, wrap } from "comlink";

export interface Newest<Api> {
  /** @param done is given null where it failed; it is not called once something newer was asked @returns ends it */
  ask<T>(work: (api: Remote<Api>) => Promise<T>, done: (result: T | null) => void): () => void;
  close(): void;
}

export function newest<Api>(start: () => Worker): Newest<Api> {
  let worker: Worker | null = null;
  let api: Remote<Api> | null = null;
  let busy = false;
  const close = (): void => {
    worker?.terminate();
    worker = null;
    api = null;
    busy = false;
  };
  return {
    close,
    ask(work, done) {
      if (busy) close();
      if (!worker || !api) {
        worker = start();
        api = wrap<Api>(worker);
      }
      const mine = worker;
      busy = true;
      const finish = (result: Parameters<typeof done>[0]): void => {
        if (worker !== mine) return;
        busy = false;
        done(result);
      };
      mine.onerror = () => finish(null);
      work(api).then(finish, () => finish(null));
      return () => {
        if (worker === mine && busy) close();
      };
    },
  };
}
