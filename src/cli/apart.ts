/** Proves files in processes of their own: one that takes all the memory ends its process, and nothing else. */
import { type ChildProcess, fork } from "node:child_process";
import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import type { Asked, FileProof } from "./check-file";

/** What proving one file may take, MB. */
const MEMORY = Number(process.env.LIVELY_MEMORY) || 3072;

/** Built JavaScript, or run from the sources. */
const isBuilt = !import.meta.url.endsWith(".ts");

export interface Apart {
  /** Files are proved at once as far as there are processes; the others wait for their turn. */
  prove(file: string, asked: Asked): Promise<FileProof>;
  close(): void;
}

export interface ApartBounds {
  /** MB, each process. */
  memory?: number;
  /** How many prove at once. */
  processes: number;
}

/** A process that proves one file at a time; it starts with the call, and again after one that ended it. */
class Prover {
  #child: ChildProcess | null;

  constructor(readonly memory: number) {
    this.#child = this.#start();
  }

  #start(): ChildProcess {
    return fork(fileURLToPath(new URL(`./prover-process.${isBuilt ? "js" : "ts"}`, import.meta.url)), {
      execArgv: [...(isBuilt ? [] : ["--import", "tsx"]), `--max-old-space-size=${this.memory}`],
      serialization: "advanced",
      // What V8 prints when it runs out of memory says nothing to whoever asked for a proof.
      stdio: ["ignore", "ignore", "ignore", "ipc"],
    });
  }

  prove(file: string, asked: Asked): Promise<FileProof> {
    const child = this.#child?.connected ? this.#child : this.#start();
    this.#child = child;
    return new Promise((resolve) => {
      const over = (result: FileProof): void => {
        child.removeAllListeners();
        resolve(result);
      };
      const failed = (message: string): void => {
        this.#child = null;
        over({ ok: false, problems: [{ path: "proving it", message }] });
      };
      child.on("message", ({ result }: { result: FileProof }) => over(result));
      child.on("error", (error) => failed(error.message));
      child.on("exit", (code, signal) =>
        failed(
          `ended with ${signal ?? `code ${code}`}: it takes more than ${this.memory} MB of memory, or more than this machine gives. Fewer --situations need less`,
        ),
      );
      child.send({ file, asked });
    });
  }

  close(): void {
    this.#child?.kill();
  }
}

/** As many as there are processors, and no more than there are files. */
export const proversFor = (files: readonly string[]): Apart =>
  proveApart({ processes: Math.min(files.length, availableParallelism()) });

export function proveApart({ memory = MEMORY, processes }: ApartBounds): Apart {
  const provers = Array.from({ length: Math.max(1, processes) }, () => new Prover(memory));
  const free = [...provers];
  const waiting: ((prover: Prover) => void)[] = [];
  return {
    async prove(file, asked) {
      const prover = free.shift() ?? (await new Promise<Prover>((resolve) => waiting.push(resolve)));
      const result = await prover.prove(file, asked);
      const next = waiting.shift();
      if (next) next(prover);
      else free.push(prover);
      return result;
    },
    close() {
      for (const p of provers) p.close();
    },
  };
}
