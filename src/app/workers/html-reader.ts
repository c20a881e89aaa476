/** The app's side of the worker that reads markup. A newer text ends the reading of the one before. */
import type { HtmlRead } from "../../core/exchange";
import type { HtmlWorker } from "./html.worker";
import { newest } from "./newest";

export interface HtmlReader {
  /**
   * @param left lines of what is left of its scripts
   * @param done is called with what became of the text, unless it was left for a newer one
   */
  read(text: string, left: readonly number[], done: (result: HtmlRead) => void): void;
  close(): void;
}

export function createHtmlReader(): HtmlReader {
  const { ask, close } = newest<HtmlWorker>(
    () => new Worker(new URL("./html.worker.ts", import.meta.url), { type: "module" }),
  );
  return {
    close,
    read(text, left, done) {
      ask(
        async (api): Promise<HtmlRead> => await api.read(text, "New component", left),
        (result) => done(result ?? { ok: false, message: "This markup could not be read." }),
      );
    },
  };
}
