/** Proves files in a process of its own: one that takes all the memory ends that process, and nothing else. */
import { type ChildProcess, fork } from "node:child_process";
import { fileURLToPath } from "node:url";
import type { Asked, FileProof } from "./check-file";

/** What proving one file may take, MB. */
const MEMORY = Number(process.env.LIVELY_MEMORY) || 3072;

/** Built JavaScript, or run from the sources. */
const isBuilt = !import.meta.url.endsWith(".ts");

export interface Apart {
  prove(file: string, asked: Asked): Promise<FileProof>;
  close(): void;
}

export function proveApart(memory = MEMORY): Apart {
  let child: ChildProcess | null = null;
  const start = (): ChildProcess =>
    fork(fileURLToPath(new URL(`./prover-process.${isBuilt ? "js" : "ts"}`, import.meta.url)), {
      execArgv: [...(isBuilt ? [] : ["--import", "tsx"]), `--max-old-space-size=${memory}`],
      serialization: "advanced",
      // What V8 prints when it runs out of memory says nothing to whoever asked for a proof.
      stdio: ["ignore", "ignore", "ignore", "ipc"],
    });
  return {
    prove(file, asked) {
      child ??= start();
      const mine = child;
      return new Promise((resolve) => {
        const over = (result: FileProof): void => {
          mine.removeAllListeners();
          resolve(result);
        };
        mine.on("message", ({ result }: { result: FileProof }) => over(result));
        mine.on("error", (error) => {
          child = null;
          over({ ok: false, problems: [{ path: "proving it", message: error.message }] });
        });
        mine.on("exit", (code, signal) => {
          child = null;
          const message = `ended with ${signal ?? `code ${code}`}: it takes more than ${memory} MB of memory, or more than this machine gives. Fewer --situations need less`;
          over({ ok: false, problems: [{ path: "proving it", message }] });
        });
        mine.send({ file, asked });
      });
    },
    close: () => void child?.kill(),
  };
}
