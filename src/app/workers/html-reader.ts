/** The app's side of the worker that reads markup. A newer text ends the reading of the one before. */
import { type Remote, wrap } from "comlink";
import type { HtmlRead } from "../../core/exchange";
import type { HtmlWorker } from "./html.worker";

export interface HtmlReader {
  /**
   * @param left lines of what is left of its scripts
   * @param done is called with what became of the text, unless it was left for a newer one
   */
  read(text: string, left: readonly number[], done: (result: HtmlRead) => void): void;
  close(): void;
}

export function createHtmlReader(): HtmlReader {
  let worker: Worker | null = null;
  let api: Remote<HtmlWorker> | null = null;
  let busy = false;
  const close = (): void => {
    worker?.terminate();
    worker = null;
    api = null;
    busy = false;
  };
  return {
    close,
    read(text, left, done) {
      if (busy) close();
      if (!worker || !api) {
        worker = new Worker(new URL("./html.worker.ts", import.meta.url), { type: "module" });
        api = wrap<HtmlWorker>(worker);
      }
      const mine = worker;
      busy = true;
      const finish = (result: HtmlRead): void => {
        if (worker !== mine) return;
        busy = false;
        done(result);
      };
      const failed = (): void => finish({ ok: false, message: "This markup could not be read." });
      mine.onerror = failed;
      api.read(text, "New component", left).then(finish, failed);
    },
  };
}
