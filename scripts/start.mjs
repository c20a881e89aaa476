import { build } from "./build.mjs";
import { bin, run } from "./setup.mjs";

build();
process.exit(run(bin("tsx"), ["src/server/main.ts"]));
