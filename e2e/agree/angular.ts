/** Delivered Angular components, compiled by Angular's own compiler in a process of its own. */
import { type ChildProcess, fork } from "node:child_process";
import { join } from "node:path";
import { build } from "esbuild";

const BESIDE = "e2e/angular";

let compiler: ChildProcess | undefined;
let last = 0;
const asked = new Map<number, { done(folder: string): void; refuse(e: Error): void }>();

function ask(files: readonly (readonly [path: string, text: string])[]): Promise<string> {
  compiler ??= fork(join(BESIDE, "build.mjs"), { stdio: ["ignore", "inherit", "inherit", "ipc"] })
    .on("message", (answer: { id: number; folder?: string; error?: string }) => {
      const { done, refuse } = asked.get(answer.id)!;
      asked.delete(answer.id);
      if (answer.folder === undefined) refuse(new Error(answer.error));
      else done(answer.folder);
    })
    .on("exit", (code) => {
      for (const { refuse } of asked.values()) refuse(new Error(`Angular's compiler ended with ${code}`));
      asked.clear();
      compiler = undefined;
    });
  // It keeps nobody waiting who has nothing more to ask.
  compiler.unref();
  compiler.channel?.unref();
  const id = ++last;
  return new Promise((done, refuse) => {
    asked.set(id, { done, refuse });
    compiler!.channel?.ref();
    compiler!.send({ id, files });
  }).finally(() => {
    if (!asked.size) compiler?.channel?.unref();
  }) as Promise<string>;
}

/**
 * The script of a page with the component in it.
 * @param entry TypeScript that brings it there @throws what the compiler says, warnings too
 */
export async function angularScript(files: ReadonlyMap<string, string>, entry: string): Promise<string> {
  const folder = await ask([...files, ["main.ts", entry]]);
  const made = await build({
    entryPoints: [join(folder, "main.js")],
    bundle: true,
    write: false,
    format: "iife",
    target: "es2022",
    define: { ngDevMode: "false", ngJitMode: "false" },
    logLevel: "silent",
  });
  compiler?.send({ remove: folder });
  return made.outputFiles[0].text;
}
