/**
 * What `npm pack` puts into the package besides the app: the command line as plain JavaScript, everything it needs in it,
 * so that installing it brings nothing else along.
 */
import { chmodSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { buildSync } from "esbuild";
import { build } from "./build.mjs";
import { keep } from "./kept.mjs";
import { root } from "./setup.mjs";

/** What the plugin is to a configuration file, and what an import of a component gives. */
const pluginTypes = `/** Component files as modules: import Dialog from "./dialog.lively.json?react". */
export default function lively(): { name: string; enforce: "pre" };
`;

/** What goes into a page on trial, beside the program that puts it there. */
export function buildTrialPage(outdir) {
  buildSync({
    absWorkingDir: root,
    ...JSON.parse(readFileSync(join(root, "src/trial/in-page/bundle.json"), "utf8")),
    entryPoints: { "trial-page": "src/trial/in-page/index.ts" },
    outdir,
    legalComments: "linked",
  });
}

const folders = ["cli", "core", "demo", "kernel", "probe", "server", "trial", "vite"];

/** Builds the command line; what is built already stays. */
export const buildCommandLine = () => keep("dist/cli", [...folders.map((f) => `src/${f}`), "package.json"], bundle);

function bundle() {
  // Another process may build the same, or run what is there.
  const outdir = join(root, "dist", `cli-${process.pid}`);
  const { version } = JSON.parse(readFileSync(join(root, "package.json"), "utf8"));
  buildSync({
    absWorkingDir: root,
    entryPoints: {
      lively: "src/cli/main.ts",
      "prover-process": "src/cli/prover-process.ts",
      vite: "src/vite/plugin.ts",
    },
    outdir,
    bundle: true,
    splitting: true,
    platform: "node",
    format: "esm",
    target: "node20.19",
    // The ES module of a package that also has one with a loader of its own.
    mainFields: ["module", "main"],
    // Its module for Node reads files of its own package.
    alias: {
      "css-tree/tokenizer": join(root, "node_modules/css-tree/lib/tokenizer/index.js"),
      "css-tree": join(root, "node_modules/css-tree/dist/csstree.esm.js"),
    },
    legalComments: "linked",
    // The script for pages on trial is built below; only from the source tree it is made when it is needed.
    external: ["esbuild"],
    define: { "process.env.LIVELY_VERSION": JSON.stringify(version) },
    // Some packages are CommonJS and ask for Node's own modules by require.
    banner: {
      js: 'import { createRequire as requireOf } from "node:module"; const require = requireOf(import.meta.url);',
    },
  });
  buildTrialPage(outdir);
  writeFileSync(join(outdir, "vite.d.ts"), pluginTypes);
  const entry = join(outdir, "lively.js");
  writeFileSync(entry, `#!/usr/bin/env node\n${readFileSync(entry, "utf8")}`);
  chmodSync(entry, 0o755);
  const place = join(root, "dist", "cli");
  rmSync(place, { recursive: true, force: true });
  try {
    renameSync(outdir, place);
  } catch (error) {
    // Another process has put the same there meanwhile.
    if (error.code !== "ENOTEMPTY" && error.code !== "EEXIST") throw error;
    rmSync(outdir, { recursive: true, force: true });
  }
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  if (!process.argv.includes("--command-line")) build();
  buildCommandLine();
}
