import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { SaxesParser } from "saxes";
import { describe, expect, it } from "vitest";
import { writeComponent } from "../core/model";
import { bubblingDialog } from "../core/testing";
import { ALL } from "../core/testing/depth";
import { proveApart } from "./apart";
import { check, type Wishes } from "./check";
import { type Asked, proveFile } from "./check-file";
import { run as runCommand } from "./commands";
import { readDocument } from "./files";

const folder = mkdtempSync(join(tmpdir(), "lively-"));
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const whole = "src/demo/change-crossing.lively.json";
const loaded = readDocument(whole);
if (!loaded.ok) throw new Error("the demo does not load");
// With few scenarios, so that there is something left to ask.
const few = { ...loaded.doc, scenarios: loaded.doc.scenarios.slice(1, 4) };
const demo = file("few.json", writeComponent(few));
const faulty = file("faulty.json", writeComponent(bubblingDialog()));
const broken = file("broken.json", "{ nope");

/** In this very process, which is quicker. */
const here = { prove: async (f: string, asked: Asked) => proveFile(f, asked), close() {} };
const run = async (files: string[], wishes: Wishes = {}) => {
  const out: string[] = [];
  const err: string[] = [];
  const code = await check(files, wishes, { out: (t) => out.push(t), err: (t) => err.push(t) }, here);
  return { code, out: out.join("\n"), err: err.join("\n") };
};

describe("lively check", () => {
  it("gives 0 where all holds, 1 where not, 2 for bad input", async () => {
    expect((await run([demo])).code).toBe(0);
    expect(await run([demo, faulty])).toMatchObject({ code: 1, out: expect.stringContaining("F3") });
    expect(await run([broken, demo])).toMatchObject({
      code: 2,
      err: expect.stringContaining("broken.json: line 1, column 3: not JSON"),
      out: expect.stringContaining("holds"),
    });
    expect(await run([join(folder, "none.json")])).toMatchObject({
      code: 2,
      err: expect.stringContaining("no such file"),
    });
    expect(await run([folder])).toMatchObject({ code: 2, err: expect.stringContaining("is a folder") });
  });
  it("prints one JSON object on request", async () => {
    const { code, out } = await run([faulty, broken], { json: true });
    const said = JSON.parse(out);
    expect(code).toBe(2);
    expect(said.files[0].proof.findings.map((f: { rule: string }) => f.rule)).toContain("F3");
    expect(said.files[1].problems[0].path).toBe("line 1, column 3");
  });
  it("writes reports: XML that can be parsed, and a page", async () => {
    const [junit, markdown] = [join(folder, "report.xml"), join(folder, "report.md")];
    expect((await run([demo, faulty], { junit, markdown })).code).toBe(1);
    const xml = readFileSync(junit, "utf8");
    const opened: { name: string; attributes: Record<string, string> }[] = [];
    const parser = new SaxesParser();
    parser.on("opentag", (t) => opened.push({ name: t.name, attributes: t.attributes as Record<string, string> }));
    parser.write(xml).close();
    const suites = opened.filter((t) => t.name === "testsuite");
    expect(suites.map((t) => [t.attributes.name, t.attributes.failures === "0"])).toEqual([
      ["Change-crossing dialog", true],
      ["Test", false],
    ]);
    const cases = opened.filter((t) => t.name === "testcase").length;
    expect(opened[0].attributes).toMatchObject({ tests: String(cases) });
    expect(opened.filter((t) => t.name === "failure").map((t) => t.attributes.message)).toContainEqual(
      expect.stringContaining("F3 an inside click dismisses: A click inside dialog"),
    );
    const page = readFileSync(markdown, "utf8");
    expect(page).toMatch(/\| holds \| Change-crossing dialog \| 3 of 3 \| 0 \| 6 of 13 \|/);
    expect(page).toContain("- **F3** an inside click dismisses");
    expect(await run([demo], { junit: folder })).toMatchObject({
      code: 2,
      err: expect.stringContaining("cannot be written"),
    });
  });
  it("asks for coverage, and shares the work", async () => {
    expect((await run([demo], { minCoverage: 45 })).code).toBe(0);
    expect(await run([demo], { minCoverage: 50 })).toMatchObject({
      code: 1,
      out: expect.stringContaining("46 % of the reactions covered"),
    });
    const mutated = await run([demo], { minMutation: 90 });
    expect(mutated).toMatchObject({
      code: 1,
      out: expect.stringContaining("What if click cancel in open did nothing?"),
    });
    expect(mutated.out).toMatch(/2\d of 5\d faults noticed, [45]\d %/);
    if (ALL) expect((await run([demo], { minMutation: 20 })).code).toBe(0);
    const shards = await Promise.all(
      [1, 2].map((index) => run([demo, faulty, demo], { json: true, shard: { index, of: 2 } })),
    );
    expect(shards.map((s) => JSON.parse(s.out).files.map((f: { name: string }) => f.name))).toEqual([
      ["Change-crossing dialog", "Change-crossing dialog"],
      ["Test"],
    ]);
  });
  it("stops exploring at a bound, which is no proof", async () => {
    const { code, out } = await run([demo], { situations: 5 });
    expect(code).toBe(1);
    expect(out).toContain("5 situations, ");
    expect(out).toContain("cut short, not everything was seen");
  });
  it("runs the scenarios of a tag alone, and each claim", async () => {
    const [first, ...rest] = few.scenarios;
    const tagged = file(
      "tagged.json",
      writeComponent({
        ...few,
        scenarios: [
          { ...first, tags: ["quick"] },
          ...rest.map((s) => ({ ...s, expect: [{ fact: "state", is: "open" } as const] })),
        ],
        claims: [{ claim: "never", that: { fact: "state", is: "closing" } }],
      }),
    );
    expect((await run([tagged])).out).toMatch(/FAILS {6}A click inside/);
    const { code, out } = await run([tagged], { tag: "quick" });
    expect(out).not.toContain("A click inside");
    expect(out).toMatch(/FAILS {6}never state is closing\n +click trigger → click close/);
    expect(code).toBe(1);
  });
  it.runIf(ALL)("goes on with the others where one file takes all the memory", async () => {
    const texts = bubblingDialog();
    const hungry = file(
      "hungry.json",
      writeComponent({
        ...texts,
        name: "Hungry",
        data: [
          { name: "n", type: "number", initial: 0 },
          { name: "t", type: "text", initial: "" },
        ],
        reactions: [
          ...texts.reactions,
          {
            event: { on: "every" },
            in: {
              closed: {
                after: "7ms",
                branches: [
                  {
                    actions: [
                      { do: "assign", data: "n", value: "n + 1" },
                      { do: "assign", data: "t", value: `"${"x".repeat(9000)}" + n` },
                    ],
                  },
                ],
              },
            },
          },
        ],
      }),
    );
    const out: string[] = [];
    const err: string[] = [];
    const told = { out: (t: string) => out.push(t), err: (t: string) => err.push(t) };
    const wishes = { situations: 100_000_000 };
    expect(await check([hungry, demo], wishes, told, proveApart({ memory: 100, processes: 1 }))).toBe(2);
    expect(err.join()).toMatch(/hungry.json: proving it: .*100 MB/);
    expect(out.join()).toContain("Change-crossing dialog");
  });
  it("takes its options from the command line", async () => {
    const lively = async (...args: string[]): Promise<[number, string]> => {
      const said: string[] = [];
      const tell = (text: string): void => void said.push(text);
      return [await runCommand(args, { out: tell, err: tell }, () => here), said.join("\n")];
    };
    expect(await lively("check", faulty, "--json")).toEqual([1, expect.stringContaining('"rule": "F3"')]);
    expect((await lively("check", demo, "--min-coverage", "90"))[0]).toBe(1);
    expect(await lively("check", demo, "--shard", "3/2")).toEqual([2, expect.stringContaining("such as 1/3")]);
    expect(await lively("check")).toEqual([2, expect.stringContaining("files")]);
    expect(await lively("chekc")).toEqual([2, expect.stringContaining("chekc")]);
    expect(await lively("--help")).toEqual([0, expect.stringContaining("trace")]);
  });
  it("works as a command", () => {
    const done = spawnSync("node", ["scripts/lively.mjs", "check", demo, faulty], { encoding: "utf8" });
    expect(done).toMatchObject({ status: 1, stdout: expect.stringContaining("Change-crossing dialog") });
    expect(done.stdout).toContain("F3");
  });
});
