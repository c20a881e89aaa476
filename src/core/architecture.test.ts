import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const order = ["model", "safety", "measure", "expression", "program", "surface", "run", "proof", "exchange"];
const files = readdirSync("src/core", { recursive: true, encoding: "utf8" }).filter(
  (f) => f.endsWith(".ts") && !f.endsWith(".test.ts") && !f.startsWith("testing"),
);
const imports = (file: string): string[] =>
  [...readFileSync(join("src/core", file), "utf8").matchAll(/from "([^"]+)"/g)].map((m) => m[1]);

describe("the rooms of the core", () => {
  it.each(order)("%s imports only from those before it", (room) => {
    const own = files.filter((f) => f.startsWith(`${room}/`));
    expect(own.length).toBeGreaterThan(0);
    for (const file of own) {
      for (const from of imports(file)) {
        const to = from.startsWith(".") ? join(file, "..", from).split("/")[0] : null;
        if (to === "..") expect(join(file, "..", from), file).toBe("../kernel");
        else if (to && to !== room)
          expect(order.slice(0, order.indexOf(room)), `${file} imports ${from}`).toContain(to);
      }
    }
  });
  it("rooms are entered by their door", () => {
    for (const file of files) {
      for (const from of imports(file)) {
        const target = from.startsWith(".") ? join(file, "..", from).split("/") : [];
        if (target.length > 1 && target[0] !== ".." && target[0] !== file.split("/")[0])
          expect(from, file).toMatch(/^(\.\.\/)+[a-z]+$/);
      }
    }
  });
});
