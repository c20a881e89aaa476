import { pathToFileURL } from "node:url";
import { bin, install, run } from "./setup.mjs";

/** Builds the app, then the scripts inside its sandboxed frames. */
export function build() {
  install();
  const quiet = ["--logLevel", "warn"];
  const failed =
    run(bin("vite"), ["build", "--config", "vite.app.config.ts", ...quiet]) ||
    run(bin("vite"), ["build", "--config", "vite.frame.config.ts", "--mode", "live", ...quiet]) ||
    run(bin("vite"), ["build", "--config", "vite.frame.config.ts", "--mode", "trial", ...quiet]);
  if (failed) process.exit(1);
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) build();
