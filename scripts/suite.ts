/** Writes what delivered test suites stand on: the stage and the script in the page, in one file, as text. */
import { spawnSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { type BuildOptions, build } from "esbuild";
import inPage from "../src/trial/in-page/bundle.json" with { type: "json" };

const OUT = "src/core/deliver/suite/stage-source.ts";

const header = `/*
 * A page under test: a real browser by puppeteer-core, a clock that stands still until it is told to go on.
 * Lively State, MIT. Within: dom-accessibility-api (MIT), @sinonjs/fake-timers (BSD-3-Clause).
 */
`;

export async function stageText(): Promise<string> {
  const page = await build({
    ...(inPage as BuildOptions),
    entryPoints: ["src/trial/in-page/index.ts"],
    write: false,
    minify: true,
    legalComments: "none",
  });
  const script = page.outputFiles![0].text;
  const stage = await build({
    entryPoints: ["src/trial/suite/stage.ts"],
    bundle: true,
    write: false,
    format: "esm",
    platform: "node",
    target: "node20",
    charset: "utf8",
    external: ["puppeteer-core"],
    legalComments: "none",
    plugins: [
      {
        name: "the script in the page, as text",
        setup(b) {
          b.onResolve({ filter: /\/page-script$/ }, () => ({ path: "page-script", namespace: "text" }));
          b.onLoad({ filter: /.*/, namespace: "text" }, () => ({
            contents: `const script = ${JSON.stringify(script)};\nexport const pageScript = async () => script;`,
          }));
        },
      },
    ],
  });
  return `${header}${stage.outputFiles[0].text}`;
}

const stageFile = async (): Promise<string> =>
  `/** What delivered test suites stand on. Made by \`npm run kernel\` from src/trial/suite; not to be edited. */
export const stageSource: string =
  ${JSON.stringify(await stageText())};
`;

if (process.argv[1]?.endsWith("suite.ts")) {
  writeFileSync(OUT, await stageFile());
  // As the project formats its code.
  spawnSync("node_modules/.bin/biome", ["format", "--write", OUT], { stdio: "inherit" });
}
