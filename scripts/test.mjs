/**
 * Runs the tests and ends with a line that counts them: a sample of everything, or with `--all` everything. Before that line
 * come the ten slowest files, and with `--all` how many cases each generator made, from which seed.
 */
import { existsSync, readFileSync, rmSync } from "node:fs";
import { join, relative } from "node:path";
import { browsers } from "./browsers.mjs";
import { build } from "./build.mjs";
import { bin, install, root, run, runAside } from "./setup.mjs";

const all = process.argv.includes("--all");
const begun = Date.now();
let passed = 0;
let failed = 0;
const files = [];
const generated = [];

function check(name, ok) {
  if (ok) passed++;
  else {
    failed++;
    console.error(`FAILED: ${name}`);
  }
}

const seconds = (ms) => `${(ms / 1000).toFixed(1)} s`;

/** Runs a Vitest suite and adds up its own counts; a suite that ran nothing has failed. */
function suite(name, args, env = {}) {
  const since = Date.now();
  const file = join(root, "dist", `${name}-results.json`);
  rmSync(file, { force: true });
  const code = run(
    bin("vitest"),
    ["run", ...args, "--reporter=default", "--reporter=json", `--outputFile.json=${file}`],
    { env: { ...process.env, ...env, ...(all ? { LIVELY_ALL: "1" } : { LIVELY_SAMPLE: "1" }) } },
  );
  if (!existsSync(file)) return check(name, false);
  const results = JSON.parse(readFileSync(file, "utf8"));
  passed += results.numPassedTests;
  failed += results.numFailedTests;
  if (results.numTotalTests === 0 || (code !== 0 && results.numFailedTests === 0)) check(name, false);
  for (const { name: path, startTime, endTime, assertionResults } of results.testResults) {
    const place = relative(root, path);
    files.push({ place, took: endTime - startTime });
    for (const { fullName, meta } of assertionResults)
      if (meta?.tried)
        generated.push(`${String(meta.tried).padStart(7)}  ${place}: ${fullName}, from seed ${meta.seed}`);
  }
  console.log(`${name}: ${seconds(Date.now() - since)}`);
}

function summary() {
  console.log("\nThe ten slowest files:");
  for (const { place, took } of files.toSorted((a, b) => b.took - a.took).slice(0, 10))
    console.log(`${seconds(took).padStart(9)}  ${place}`);
  if (all) console.log(`\nCases that generators made:\n${generated.join("\n")}`);
  console.log(`\nAll of it took ${seconds(Date.now() - begun)}.`);
  console.log(`\n${passed} passed, ${failed} failed`);
}

install();
// Angular's compiler has a TypeScript of its own.
if (all) install({ folder: "e2e/angular" });
const { chromium, firefox, missing } = browsers();
const [lint, types] = await Promise.all([
  runAside(bin("biome"), ["check", "--error-on-warnings", "."]),
  runAside(bin("tsc"), ["-b"]),
]);
check("lint", lint === 0);
check("types", types === 0);
for (const message of missing) {
  console.error(message);
  check("browsers", false);
}
suite("unit", []);
build();
// An empty name leaves Firefox out.
const inBrowsers = (project) =>
  suite(project, ["--config", "e2e/vitest.config.ts", "--project", project], { LIVELY_FIREFOX: firefox ?? "" });
if (chromium) {
  inBrowsers("clocked");
  inBrowsers("journeys");
  if (all) inBrowsers("real time");
}
summary();
process.exit(failed ? 1 : 0);
