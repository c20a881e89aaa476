import { readFileSync } from "node:fs";
import { buildSync } from "esbuild";
import { build } from "./build.mjs";
import { bin, chromium, run } from "./setup.mjs";

build();
// Built as the app is: what is measured is what people run, not what a loader makes of the sources.
const built = run(bin("vite"), ["build", "--ssr", "bench/main.ts", "--outDir", "dist/bench", "--logLevel", "warn"]);
if (built) process.exit(built);
// What goes into a page on trial stands beside it, as in the package.
buildSync({
  ...JSON.parse(readFileSync("src/trial/in-page/bundle.json", "utf8")),
  entryPoints: { "trial-page": "src/trial/in-page/index.ts" },
  outdir: "dist/bench",
});
process.exit(
  run("node", ["--expose-gc", "dist/bench/main.js"], { env: { ...process.env, LIVELY_CHROMIUM: chromium() ?? "" } }),
);
