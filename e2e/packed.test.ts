/** The packed package in an empty folder: installed as any tool is, it does its work there without this tree. */
import { type ChildProcess, execFileSync, spawn, spawnSync } from "node:child_process";
import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { packInto } from "./packing";

let folder: string;
const run = (...args: string[]) => {
  const done = spawnSync(join(folder, "node_modules", ".bin", "lively"), args, { cwd: folder, encoding: "utf8" });
  return { code: done.status, out: done.stdout, err: done.stderr };
};

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "lively-packed-"));
  const env = { ...process.env, npm_config_audit: "false", npm_config_fund: "false" };
  const packed = packInto(folder);
  writeFileSync(join(folder, "package.json"), JSON.stringify({ name: "ferry-site", version: "1.0.0", private: true }));
  // It brings nothing else along: no registry is asked.
  execFileSync("npm", ["install", "--offline", resolve(folder, packed)], { cwd: folder, env, stdio: "pipe" });
  copyFileSync("src/demo/change-crossing.lively.json", join(folder, "dialog.lively.json"));
}, 240_000);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("the packed package", () => {
  it("is one package with a lock file, and no TypeScript", () => {
    expect(readdirSync(join(folder, "node_modules")).filter((f) => !f.startsWith("."))).toEqual(["lively-state"]);
    expect(existsSync(join(folder, "package-lock.json"))).toBe(true);
    const files = readdirSync(join(folder, "node_modules", "lively-state"), { recursive: true, encoding: "utf8" });
    // But for what tells an editor the types of the plugin.
    expect(files.filter((f) => /\.tsx?$/.test(f) && !f.endsWith(".d.ts"))).toEqual([]);
  });
  it("checks files: 0 where all holds, 1 where something does not, 2 for bad input", () => {
    const good = run("check", "dialog.lively.json");
    expect([good.code, good.out]).toEqual([0, expect.stringContaining("13 of 13 reactions")]);
    const lacking = run("check", "dialog.lively.json", "--min-mutation", "100");
    expect([lacking.code, lacking.out]).toEqual([1, expect.stringContaining("LACKING")]);
    writeFileSync(join(folder, "bad.lively.json"), '{ "format": "lively-state/component", "version": 1');
    const bad = run("check", "bad.lively.json");
    expect([bad.code, bad.err]).toEqual([2, expect.stringContaining("bad.lively.json")]);
    expect(run("check").code).toBe(2);
  });
  it("runs a file step by step", () => {
    const { code, out } = run("trace", "dialog.lively.json", "wait:10");
    expect(code).toBe(0);
    expect(
      out
        .trim()
        .split("\n")
        .map((line) => JSON.parse(line).configuration),
    ).toEqual([["closed"], ["closed"]]);
  });
  it("delivers a component as code, and says what it wrote", () => {
    const { code, out } = run("deliver", "dialog.lively.json", "--to", "react", "--out", "made");
    expect([code, out]).toEqual([0, expect.stringContaining(join("made", "ChangeCrossingDialog.tsx"))]);
    expect(readFileSync(join(folder, "made", "ChangeCrossingDialog.tsx"), "utf8")).toContain("export function");
    expect(run("deliver", "dialog.lively.json", "--to", "nothing", "--out", "made").code).toBe(2);
  });
  it("holds a page to a component", () => {
    const { code, out } = run("trial", "dialog.lively.json", "--set", "reactions");
    expect([code, out]).toEqual([0, expect.stringMatching(/\d+ runs: \d+ the same\n/)]);
    expect(run("trial", "dialog.lively.json", "--page", "nowhere.html").code).toBe(2);
  });
  it("serves the app to this machine alone", async () => {
    const server: ChildProcess = spawn(join(folder, "node_modules", ".bin", "lively"), ["serve", "--port", "0"], {
      cwd: folder,
    });
    try {
      const address = await new Promise<string>((done, refuse) => {
        server.stdout!.on("data", (text) => {
          const found = /http:\S+/.exec(String(text));
          if (found) done(found[0]);
        });
        server.on("exit", () => refuse(new Error("it ended")));
      });
      const page = await fetch(address);
      expect([page.status, await page.text()]).toEqual([200, expect.stringContaining("<div id=")]);
      const { port } = new URL(address);
      const elsewhere = await fetch(address, { headers: { origin: "http://elsewhere.example" } });
      expect([address, elsewhere.status]).toEqual([`http://127.0.0.1:${port}/`, 403]);
    } finally {
      server.kill();
    }
  });
});
