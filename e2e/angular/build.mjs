/**
 * Angular's own compiler, ahead of time and strict, as a process that answers: the delivered files of a component in, the
 * script of a page that has it out; or what the compiler says.
 */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { createCompilerHost, formatDiagnostics, performCompilation, readConfiguration } from "@angular/compiler-cli";

const here = dirname(fileURLToPath(import.meta.url));

const config = {
  compilerOptions: {
    target: "ES2022",
    module: "ES2022",
    moduleResolution: "bundler",
    lib: ["ES2022", "DOM", "DOM.Iterable"],
    types: [],
    strict: true,
    noUnusedLocals: true,
    noUnusedParameters: true,
    noImplicitReturns: true,
    noPropertyAccessFromIndexSignature: true,
    skipLibCheck: true,
    outDir: "out",
    rootDir: ".",
  },
  angularCompilerOptions: {
    strictTemplates: true,
    strictInputAccessModifiers: true,
    extendedDiagnostics: { defaultCategory: "error" },
  },
  include: ["*.ts"],
};

/** What does not change is read once. */
const libraries = new Map();
let before;

function compiled(files) {
  mkdirSync(join(here, ".work"), { recursive: true });
  const folder = mkdtempSync(join(here, ".work/page-"));
  for (const [path, text] of files) writeFileSync(join(folder, path), text);
  writeFileSync(join(folder, "tsconfig.json"), JSON.stringify(config));
  const { rootNames, options } = readConfiguration(join(folder, "tsconfig.json"));
  const host = createCompilerHost({ options });
  const read = host.getSourceFile.bind(host);
  host.getSourceFile = (name, ...how) => {
    if (!name.includes("/node_modules/")) return read(name, ...how);
    if (!libraries.has(name)) libraries.set(name, read(name, ...how));
    return libraries.get(name);
  };
  const { diagnostics, program } = performCompilation({ rootNames, options, host, oldProgram: before });
  before = program ?? before;
  if (diagnostics.length) {
    rmSync(folder, { recursive: true });
    throw new Error(formatDiagnostics(diagnostics));
  }
  for (const [path, text] of files) if (/\.(js|css)$/.test(path)) writeFileSync(join(folder, "out", path), text);
  return join(folder, "out");
}

process.on("message", ({ id, files, remove }) => {
  try {
    if (remove) rmSync(dirname(remove), { recursive: true, force: true });
    else process.send({ id, folder: compiled(files) });
  } catch (error) {
    process.send({ id, error: String(error.message ?? error) });
  }
});
