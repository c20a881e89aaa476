/** Everything that must hold, and one line at the end that says how much did. */
import { existsSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { build } from "./build.mjs";
import { bin, chromium, firefox, install, root, run, shell } from "./setup.mjs";

install();
// Angular's compiler has a TypeScript of its own.
install({ folder: "e2e/angular" });
let passed = 0;
let failed = 0;

function check(name, ok) {
  if (ok) passed++;
  else {
    failed++;
    console.error(`FAILED: ${name}`);
  }
}

/** Runs a Vitest suite and adds up its own counts; a suite that ran nothing has failed. */
function suite(name, args, env = {}) {
  const file = join(root, "dist", `${name}-results.json`);
  rmSync(file, { force: true });
  const code = run(
    bin("vitest"),
    ["run", ...args, "--reporter=default", "--reporter=json", `--outputFile.json=${file}`],
    {
      env: { ...process.env, ...env },
    },
  );
  if (!existsSync(file)) return check(name, false);
  const results = JSON.parse(readFileSync(file, "utf8"));
  passed += results.numPassedTests;
  failed += results.numFailedTests;
  if (results.numTotalTests === 0 || (code !== 0 && results.numFailedTests === 0)) check(name, false);
}

check("lint", run(bin("biome"), ["check", "--error-on-warnings", "."]) === 0);
check("types", run(bin("tsc"), ["-b"]) === 0);
suite("unit", []);

build();
const browser = chromium();
const other = firefox();
if (!other) {
  console.error("No Firefox was found. Install Debian's package `firefox-esr`, or name one in LIVELY_FIREFOX.");
  check("agreement in Firefox", false);
}
const inBrowsers = (project, chromium) =>
  suite(project, ["--config", "e2e/vitest.config.ts", "--project", project], {
    LIVELY_CHROMIUM: chromium,
    LIVELY_FIREFOX: other ?? "",
  });
if (browser) {
  inBrowsers("clocked", shell() ?? browser);
  inBrowsers("journeys", browser);
} else {
  console.error("No Chromium was found. Install Debian's package `chromium`, or name one in LIVELY_CHROMIUM.");
  check("journeys", false);
}

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
