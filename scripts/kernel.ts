/** Writes the kernel as delivered pages carry it: the modules without their types and imports, as text. */
import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";
import { transformSync } from "amaro";
import { piecesOf, wordsIn } from "./pieces";

const OUT = "src/core/deliver/page/kernel/kernel-source.ts";
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

/** All are formatted in one go: each by itself would take as long as all. */
const SEAM = "//# next module";
function kernelModules(): Module[] {
  const modules = folders.flatMap((folder) =>
    readdirSync(folder)
      .filter((f) => f.endsWith(".ts") && !f.endsWith(".test.ts") && f !== "index.ts" && f !== "component.ts")
      .map((f) => moduleOf(folder, f)),
  );
  const texts = formatted(modules.map((m) => m.text).join(`\n${SEAM}\n`)).split(SEAM);
  return modules.map((m, i) => ({ ...m, text: texts[i].trim() }));
}

/** Each after those it needs, as they have to stand in a file. */
function inOrder(modules: readonly Module[]): Module[] {
  const out: Module[] = [];
  const add = (m: Module | undefined): void => {
    if (!m || out.includes(m)) return;
    for (const need of m.needs) add(modules.find((o) => o.name === need));
    out.push(m);
  };
  for (const m of modules) add(m);
  return out;
}

function sourceText(): string {
  const modules = inOrder(kernelModules()).map((m) => ({ ...m, ...piecesOf(m.name, m.text) }));
  const owners = new Map<string, string>();
  for (const { name, pieces } of modules)
    for (const p of pieces) {
      if (owners.has(p.name)) throw new Error(`${p.name} stands in ${owners.get(p.name)} and in ${name}`);
      owners.set(p.name, name);
    }
  const ownOf = (free: ReadonlySet<string>, but: string): string[] =>
    [...free].filter((w) => w !== but && owners.has(w)).sort();
  const words = new Set(
    modules.flatMap((m) => m.pieces.flatMap((p) => wordsIn(p.text))).flatMap((w) => w.split(" or ")),
  );
  const source = modules
    .filter((m) => m.pieces.length)
    .map(({ about, pieces }) => ({
      about,
      pieces: pieces.map((p) => ({
        name: p.name,
        needs: ownOf(p.free, p.name),
        more: p.more
          .map((m) => ({ with: m.with, needs: ownOf(m.free, p.name).filter((w) => !p.free.has(w)) }))
          .filter((m) => m.needs.length),
        joined: p.joined,
        text: p.text,
      })),
    }));
  return `/** The kernel as delivered pages carry it. Made by \`npm run kernel\` from src/kernel; not to be edited. */
import type { KernelModule } from "./only";

/** What some components have and others have not, as the marks in the kernel say it. */
export const kernelWords = ${JSON.stringify([...words].sort())} as const;
/** In the order in which they stand in a file. */
export const kernelSource: readonly KernelModule[] = ${JSON.stringify(source)};
`;
}

export const kernelFile = (): string => `${formatted(sourceText(), "kernel-source.ts")}\n`;

if (process.argv[1]?.endsWith("kernel.ts")) writeFileSync(OUT, kernelFile());
