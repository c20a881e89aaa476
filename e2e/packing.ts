/** The package as it is packed, and delivered tests as Node's own runner counts them. */
import { execFileSync, spawn } from "node:child_process";
import { readdirSync } from "node:fs";

/** Packs the package into a folder; the app is built already, the command line is built here. @returns the file's name */
export function packInto(folder: string): string {
  const env = { ...process.env, npm_config_audit: "false", npm_config_fund: "false" };
  execFileSync(process.execPath, ["scripts/pack.mjs", "--command-line"], { env, stdio: "pipe" });
  execFileSync("npm", ["pack", "--ignore-scripts", "--pack-destination", folder], { env, stdio: "pipe" });
  return readdirSync(folder).find((f) => f.endsWith(".tgz"))!;
}

/** What the runner counted, and what it said. */
export function nodeTests(
  folder: string,
  files: readonly string[],
  env: Record<string, string>,
): Promise<{ pass: number; fail: number; text: string }> {
  return new Promise((done) => {
    const child = spawn(process.execPath, ["--test", "--test-reporter=tap", ...files], {
      cwd: folder,
      // A runner inside of a runner would report to it.
      env: { PATH: process.env.PATH ?? "", HOME: process.env.HOME ?? "", ...env },
    });
    let text = "";
    for (const stream of [child.stdout, child.stderr])
      stream.on("data", (d) => {
        text += d;
      });
    child.on("close", () => {
      const count = (what: string): number => Number(new RegExp(`^# ${what} (\\d+)`, "m").exec(text)?.[1] ?? -1);
      done({ pass: count("pass"), fail: count("fail"), text });
    });
  });
}
