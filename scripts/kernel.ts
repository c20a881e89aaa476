/** Writes the kernel as delivered pages carry it: the modules without their types and imports, as text. */
import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";
import { transformSync } from "amaro";

const OUT = "src/core/deliver/page/kernel-source.ts";
const ROOT = "src/kernel";
const folders = [ROOT, `${ROOT}/surface`, `${ROOT}/dom`];

interface Module {
  name: string;
  needs: string[];
  text: string;
}

/** Such as `select` or `dom/looks`. */
const nameOf = (path: string): string => relative(ROOT, path).replace(/\.ts$/, "");

function moduleOf(folder: string, file: string): Module {
  const source = readFileSync(join(folder, file), "utf8");
  const plain = transformSync(withoutTypes(source), { mode: "strip-only" }).code;
  const needs = [...plain.matchAll(/^import .*? from "(.+?)";/gms)].map(([, from]) => nameOf(join(folder, from)));
  const text = plain
    .replace(/^import .*? from ".+?";\n?/gms, "")
    .replace(/^export /gm, "")
    .split("\n")
    .map((line) => line.trimEnd())
    .join("\n");
  return { name: nameOf(join(folder, file)), needs, text };
}

const doc = String.raw`(?:^[ ]*\/\*\*(?:(?!\*\/)[\s\S])*?\*\/\n)?`;
/** Types and interfaces, with what is said about them. */
const declarations = [
  new RegExp(`${doc}^(?:export )?interface [\\s\\S]*?^}\\n`, "gm"),
  new RegExp(`${doc}^(?:export )?type [\\s\\S]*?;\\n(?=\\n|/|export|const|function|interface|class)`, "gm"),
];
const withoutTypes = (source: string): string => declarations.reduce((text, d) => text.replace(d, ""), source);

/** As the project formats its code. */
function formatted(text: string, name = "kernel.js"): string {
  const done = spawnSync("node_modules/.bin/biome", ["format", `--stdin-file-path=${name}`], {
    input: text,
    encoding: "utf8",
  });
  if (done.status !== 0) throw new Error(done.stderr);
  return done.stdout.replace(/\n{3,}/g, "\n\n").trim();
}

export function kernelModules(): Module[] {
  return folders.flatMap((folder) =>
    readdirSync(folder)
      .filter((f) => f.endsWith(".ts") && !f.endsWith(".test.ts") && f !== "index.ts" && f !== "component.ts")
      .map((f) => moduleOf(folder, f))
      .map((m) => ({ ...m, text: formatted(m.text) })),
  );
}

export const kernelFile = (): string => `${formatted(kernelText(), "kernel-source.ts")}\n`;

const kernelText = (): string =>
  `/** The kernel's modules as delivered pages carry them. Made by \`npm run kernel\` from src/kernel; not to be edited. */
export interface KernelModule {
  /** Modules that have to stand before it. */
  needs: readonly string[];
  text: string;
}
export const kernelSource: Readonly<Record<string, KernelModule>> = {
${kernelModules()
  .map(
    (m) =>
      `  ${JSON.stringify(m.name)}: {\n    needs: ${JSON.stringify(m.needs)},\n    text: ${JSON.stringify(m.text)},\n  },`,
  )
  .join("\n")}
};
`;

if (process.argv[1]?.endsWith("kernel.ts")) writeFileSync(OUT, kernelFile());
