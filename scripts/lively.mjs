import { bin, install, run } from "./setup.mjs";

install({ quiet: true });
process.exit(run(bin("tsx"), ["src/cli/main.ts", ...process.argv.slice(2)]));
