import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { type Component, writeComponent } from "../core/model";
import { button, component } from "../core/testing";
import { type TrialWishes, trial } from "./trial";

const folder = mkdtempSync(join(tmpdir(), "lively-trial-test-"));
const lamp = "src/demo/harbour-lamp.lively.json";
const run = async (files: string[], wishes: Partial<TrialWishes> = {}): Promise<[number, string]> => {
  const said: string[] = [];
  const all: TrialWishes = { browser: "chromium", set: "scenarios", ...wishes };
  const code = await trial(files, all, { out: (t) => said.push(t), err: (t) => said.push(t) });
  return [code, said.join("\n")];
};

describe("lively trial", () => {
  it("gives 2 and the way out for what it cannot take", async () => {
    expect(await run([join(folder, "none.json")])).toEqual([2, expect.stringContaining("there is no such file")]);
    expect(await run([lamp], { map: ["lid"] })).toEqual([2, expect.stringContaining("--map lid=#lid")]);
    expect(await run([lamp], { browser: join(folder, "no-browser") })).toEqual([
      2,
      expect.stringContaining("--browser"),
    ]);
    expect(await run([lamp], { page: join(folder, "none.html") })).toEqual([2, expect.stringContaining("no page")]);
    expect(await run([lamp], { page: "http://pages.example/lamp" })).toEqual([
      2,
      expect.stringContaining("--allow-host pages.example"),
    ]);
  });
  it("gives 0 for the page that would be delivered, 1 for one that differs, and writes reports", async () => {
    const [junit, markdown] = [join(folder, "t.xml"), join(folder, "t.md")];
    expect((await run([lamp], { junit, markdown }))[0]).toBe(0);
    const page = join(folder, "lamp.html");
    writeFileSync(page, "<!doctype html><title>Lamp</title><h1>Harbour lamp</h1>");
    const [code, said] = await run([lamp], { page, pictures: folder });
    expect(code).toBe(1);
    expect(said).toMatch(/NOT FOUND .*lamp/);
  });
  it("gives 1 and the reason where nothing was run, but 0 for a share that has no run", async () => {
    const file = (name: string, doc: Component): string => {
      const path = join(folder, `${name}.lively.json`);
      writeFileSync(path, writeComponent(doc));
      return path;
    };
    const long = component({
      parts: [button("up")],
      states: ["top", "down"],
      looks: { up: { top: "not displayed", down: "shown" } },
      reactions: { "scroll past 400px": { top: "down" }, "click up": { down: "/ scroll to 0px" } },
    });
    const unmeasured = file("long", long);
    expect(await run([unmeasured])).toEqual([1, expect.stringContaining("--set reactions")]);
    expect(await run([unmeasured], { set: "reactions" })).toEqual([
      1,
      expect.stringContaining("the length of its page is not known"),
    ]);
    const press = component({
      parts: [button("b")],
      states: ["off", "on"],
      reactions: { "click b": { off: "on", on: "off" } },
      scenarios: [{ name: "switched", steps: [{ do: { click: "b" } }] }],
    });
    const pressed = file("press", press);
    expect(await run([pressed], { tag: "none" })).toEqual([1, expect.stringContaining("the tag none")]);
    expect((await run([pressed], { shard: { index: 2, of: 2 } }))[0]).toBe(0);
  });
});
