import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { writeComponent } from "../core/model";
import { bubblingDialog } from "../core/testing";
import { check } from "./check";

const folder = mkdtempSync(join(tmpdir(), "lively-"));
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const demo = "src/demo/change-crossing.lively.json";
const faulty = file("faulty.json", writeComponent(bubblingDialog()));
const broken = file("broken.json", "{ nope");

const run = (files: string[], json = false) => {
  const out: string[] = [];
  const err: string[] = [];
  const code = check(files, json, { out: (t) => out.push(t), err: (t) => err.push(t) });
  return { code, out: out.join("\n"), err: err.join("\n") };
};

describe("lively check", () => {
  it("gives 0 where all holds, 1 where not, 2 for bad input", () => {
    expect(run([demo]).code).toBe(0);
    expect(run([demo, faulty])).toMatchObject({ code: 1, out: expect.stringContaining("F3") });
    expect(run([broken, demo])).toMatchObject({
      code: 2,
      err: expect.stringContaining("broken.json: line 1, column 3: not JSON"),
      out: expect.stringContaining("holds"),
    });
    expect(run([join(folder, "none.json")])).toMatchObject({ code: 2, err: expect.stringContaining("no such file") });
    expect(run([folder])).toMatchObject({ code: 2, err: expect.stringContaining("is a folder") });
  });
  it("prints one JSON object on request", () => {
    const { code, out } = run([faulty, broken], true);
    const said = JSON.parse(out);
    expect(code).toBe(2);
    expect(said.files[0].proof.findings.map((f: { rule: string }) => f.rule)).toContain("F3");
    expect(said.files[1].problems[0].path).toBe("line 1, column 3");
  });
  it("works as a command", () => {
    const lively = (...args: string[]) => spawnSync("node", ["scripts/lively.mjs", ...args], { encoding: "utf8" });
    expect(lively("check", demo)).toMatchObject({
      status: 0,
      stdout: expect.stringContaining("Change-crossing dialog"),
    });
    expect(lively("check", faulty, "--json").status).toBe(1);
    expect(lively("check").status).toBe(2);
    expect(lively("chekc").status).toBe(2);
  }, 30_000);
});
