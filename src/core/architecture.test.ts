/** The house: rooms by their doors, imports downward, no circle, and what the core and the kernel may know. */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { describe, expect, it } from "vitest";

const order = [
  "model",
  "safety",
  "measure",
  "cascade",
  "expression",
  "program",
  "surface",
  "run",
  "proof",
  "exchange",
  "trial",
  "deliver",
];
const sources = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((f) => /\.tsx?$/.test(f) && !f.includes(".test.") && !f.endsWith(".d.ts") && !f.endsWith("-source.ts"))
    .map((f) => join(folder, f));
const all = sources("src");
const files = all.filter((f) => f.startsWith("src/core/") && !f.startsWith("src/core/testing"));
/** Those of the file itself stand at the beginning of a line; code that is delivered stands inside a text. */
const imports = (file: string): string[] =>
  [...readFileSync(file, "utf8").matchAll(/^(?:import|export)\b[^;]*?from "([^"]+)"/gm)].map((m) => m[1]);
/** The file that an import means; null for a package. */
function target(file: string, from: string): string | null {
  if (!from.startsWith(".")) return null;
  const path = join(dirname(file), from);
  return [`${path}.ts`, `${path}.tsx`, join(path, "index.ts"), path].find((p) => all.includes(p)) ?? null;
}
const room = (file: string): string => relative("src/core", file).split("/")[0];

describe("the rooms of the core", () => {
  it.each(order)("%s imports only from those before it, and from the kernel", (name) => {
    const own = files.filter((f) => room(f) === name);
    expect(own.length).toBeGreaterThan(0);
    for (const file of own) {
      for (const from of imports(file)) {
        const to = target(file, from);
        if (!to || room(to) === name) continue;
        if (to.startsWith("src/core/"))
          expect(order.slice(0, order.indexOf(name)), `${file} imports ${from}`).toContain(room(to));
        else expect(to, file).toBe("src/kernel/index.ts");
      }
    }
  });
  it("are entered by their door", () => {
    for (const file of files) {
      for (const from of imports(file)) {
        const to = target(file, from);
        if (to?.startsWith("src/core/") && room(to) !== room(file))
          expect(to, file).toMatch(/^src\/core\/\w+\/index\.ts$/);
      }
    }
  });
  it("have at most a dozen files each, and so have those of the kernel and of the app", () => {
    for (const folder of new Set([...files, ...sources("src/kernel"), ...sources("src/app")].map(dirname)))
      expect(all.filter((f) => dirname(f) === folder).length, folder).toBeLessThanOrEqual(12);
  });
  it("know neither the DOM, nor React, nor Node; and the kernel knows nothing but itself", () => {
    const mayNot = /^(react|react-dom|antd|node:|dexie|zustand|hono)/;
    for (const file of [...files, ...sources("src/kernel")])
      for (const from of imports(file)) {
        expect(from, file).not.toMatch(mayNot);
        if (file.startsWith("src/kernel/")) expect(target(file, from), file).toMatch(/^src\/kernel\//);
      }
  });
});

describe("imports", () => {
  it("go round in no circle, types included", () => {
    const state = new Map<string, "open" | "done">();
    const circles: string[][] = [];
    const visit = (file: string, way: string[]): void => {
      if (state.get(file) === "done") return;
      if (state.get(file) === "open") {
        circles.push([...way.slice(way.indexOf(file)), file]);
        return;
      }
      state.set(file, "open");
      for (const from of imports(file)) {
        const to = target(file, from);
        if (to) visit(to, [...way, file]);
      }
      state.set(file, "done");
    };
    for (const file of all) visit(file, []);
    expect(circles).toEqual([]);
  });
});
