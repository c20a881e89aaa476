/** The command line of this tree: built when its sources have changed, then run in this process. */
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { install, root } from "./setup.mjs";

install({ quiet: true });
// What it is built with has to be installed first.
const { buildCommandLine } = await import("./pack.mjs");
buildCommandLine();
await import(pathToFileURL(join(root, "dist/cli/lively.js")).href);
