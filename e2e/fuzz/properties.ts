/** Everything that the tests hold for random cases, with another seed each time. */
import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { Length, Tried } from "./family";

/** The tests that draw random cases. */
const files = readdirSync("src", { recursive: true, encoding: "utf8" })
  .filter((f) => f.endsWith(".test.ts"))
  .map((f) => join("src", f))
  .filter((f) => readFileSync(f, "utf8").includes("fc.assert("));

/** Told is the seed and the test; `LIVELY_SEED=N npx vitest run FILE` shows it again, made small. */
export async function properties({ seed, most, until }: Length): Promise<Tried> {
  const broken: string[] = [];
  let tried = 0;
  for (; tried < most && (tried === 0 || Date.now() < until); tried++) {
    const run = spawnSync("node_modules/.bin/vitest", ["run", "--reporter=json", ...files], {
      env: { ...process.env, LIVELY_SEED: String(seed + tried) },
      encoding: "utf8",
      maxBuffer: 1e9,
    });
    const { testResults } = JSON.parse(run.stdout.slice(run.stdout.indexOf('{"numTotal'))) as {
      testResults: { assertionResults: { fullName: string; status: string; failureMessages: string[] }[] }[];
    };
    for (const { fullName, status, failureMessages } of testResults.flatMap((r) => r.assertionResults))
      if (status === "failed") broken.push(`LIVELY_SEED=${seed + tried}: ${fullName}: ${failureMessages[0]}`);
  }
  return { tried, broken };
}
