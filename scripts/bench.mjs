import { browsers } from "./browsers.mjs";
import { build } from "./build.mjs";
import { bin, run } from "./setup.mjs";

build();
// Built as the app is: what is measured is what people run, not what a loader makes of the sources.
const built = run(bin("vite"), ["build", "--ssr", "bench/main.ts", "--outDir", "dist/bench", "--logLevel", "warn"]);
if (built) process.exit(built);
// Its bundler is there once all is installed.
const { buildTrialPage } = await import("./pack.mjs");
buildTrialPage("dist/bench");
process.exit(
  run("node", ["--expose-gc", "dist/bench/main.js"], {
    env: { ...process.env, LIVELY_CHROMIUM: browsers().chromium ?? "" },
  }),
);
