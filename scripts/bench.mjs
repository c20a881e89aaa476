import { build } from "./build.mjs";
import { bin, chromium, run } from "./setup.mjs";

build();
process.exit(run(bin("tsx"), ["bench/main.ts"], { env: { ...process.env, LIVELY_CHROMIUM: chromium() ?? "" } }));
