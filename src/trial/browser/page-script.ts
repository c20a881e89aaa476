/** The script that goes into a page before its own: built beside the command line, or made here from its source. */
import { existsSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import type { BuildOptions } from "esbuild";
import bundle from "../in-page/bundle.json" with { type: "json" };

let script: string | null = null;

export async function pageScript(): Promise<string> {
  if (script !== null) return script;
  const built = fileURLToPath(new URL("./trial-page.js", import.meta.url));
  if (existsSync(built)) script = readFileSync(built, "utf8");
  else {
    const { buildSync } = await import("esbuild");
    const entry = fileURLToPath(new URL("../in-page/index.ts", import.meta.url));
    script = buildSync({ ...(bundle as BuildOptions), entryPoints: [entry], write: false }).outputFiles![0].text;
  }
  return script;
}
