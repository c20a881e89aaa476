import { pathToFileURL } from "node:url";
import { keep } from "./kept.mjs";
import { bin, install, run } from "./setup.mjs";

const madeOf = ["src", "vite.app.config.ts", "vite.frame.config.ts", "package.json"];

/** Builds the app, then the scripts inside its sandboxed frames; what is built already stays. */
export function build() {
  install();
  keep("dist/app", madeOf, buildApp);
}

function buildApp() {
  const quiet = ["--logLevel", "warn"];
  const failed =
    run(bin("vite"), ["build", "--config", "vite.app.config.ts", ...quiet]) ||
    run(bin("vite"), ["build", "--config", "vite.frame.config.ts", "--mode", "live", ...quiet]) ||
    run(bin("vite"), ["build", "--config", "vite.frame.config.ts", "--mode", "trial", ...quiet]);
  if (failed) process.exit(1);
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) build();
