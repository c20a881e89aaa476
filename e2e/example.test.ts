/** The example, as a stranger's repository: built from the packed package, tested by what it delivers, on the pages it builds. */
import { type ChildProcess, execFileSync, spawn, spawnSync } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { findBrowser } from "../src/trial";
import { nodeTests, packInto } from "./packing";

let folder: string;
let preview: ChildProcess | undefined;
let address: string;
const script = (...args: string[]) => {
  const done = spawnSync("npm", ["run", "-s", ...args], { cwd: folder, encoding: "utf8" });
  return { code: done.status, said: done.stdout + done.stderr };
};

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "lively-example-"));
  cpSync("examples/nursery", folder, { recursive: true });
  // What it needs beside the package stands here already; the package itself is the packed one.
  const modules = join(folder, "node_modules");
  mkdirSync(join(modules, "@vitejs"), { recursive: true });
  mkdirSync(join(modules, ".bin"));
  for (const name of ["vite", "vue", "react", "react-dom", "puppeteer-core", "@vitejs/plugin-vue"])
    symlinkSync(resolve("node_modules", name), join(modules, name));
  const packed = packInto(folder);
  execFileSync("tar", ["-xzf", packed], { cwd: folder });
  cpSync(join(folder, "package"), join(modules, "lively-state"), { recursive: true });
  symlinkSync("../lively-state/dist/cli/lively.js", join(modules, ".bin", "lively"));
  symlinkSync("../vite/bin/vite.js", join(modules, ".bin", "vite"));
}, 240_000);
afterAll(() => {
  preview?.kill();
  rmSync(folder, { recursive: true, force: true });
});

describe("the example", () => {
  it("holds what its components say, and delivers their tests", () => {
    const checked = script("check");
    expect([checked.code, checked.said]).toEqual([0, expect.stringContaining("2 of 2")]);
    expect(script("tests").code).toBe(0);
    expect(readdirSync(join(folder, "tests")).filter((f) => f.endsWith(".test.mjs"))).toEqual([
      "opening-hours.test.mjs",
      "watering.test.mjs",
    ]);
  });
  it("is built with both pages", async () => {
    const built = script("build");
    expect(built.code, built.said).toBe(0);
    preview = spawn(
      process.execPath,
      ["node_modules/vite/bin/vite.js", "preview", "--host", "127.0.0.1", "--port", "0"],
      {
        cwd: folder,
      },
    );
    address = await new Promise<string>((done, refuse) => {
      let said = "";
      for (const stream of [preview!.stdout!, preview!.stderr!])
        stream.on("data", (text) => {
          said += String(text).replace(new RegExp(`${String.fromCharCode(27)}\\[[0-9;]*m`, "g"), "");
          const found = /http:\/\/127\.0\.0\.1:\d+\//.exec(said);
          if (found) done(found[0]);
        });
      preview!.on("exit", () => refuse(new Error(said)));
    });
  });
  it.each([
    ["opening-hours", "react.html"],
    ["watering", "vue.html"],
  ])("tests of %s pass on %s", async (name, page) => {
    const { pass, fail, text } = await nodeTests(folder, [`tests/${name}.test.mjs`], {
      BROWSER_UNDER_TEST: findBrowser("chromium").path,
      PAGE_UNDER_TEST: `${address}${page}`,
    });
    expect(fail, text.slice(0, 3000)).toBe(0);
    expect(pass).toBeGreaterThan(2);
  });
});
