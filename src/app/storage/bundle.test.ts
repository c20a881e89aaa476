import fc from "fast-check";
import { strToU8, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { readComponent } from "../../core/model";
import { atMost } from "../../core/testing/depth";
import { changedValue } from "../../core/testing/fuzz/changes";
import { specifications } from "../../core/testing/specifications";
import { tried } from "../../core/testing/tried";
import { demoComponents } from "../../demo";
import { readBundle, writeBundle } from "./bundle";
import { fileNames } from "./file-names";
import { storedText } from "./stored";

const demo = demoComponents.map((d) => d.load());

describe("a bundle", () => {
  it("gives back every component as it was, and no file name is there twice", () => {
    const twice = [...demo, { ...demo[0], name: demo[0].name.toUpperCase() }, demo[0]];
    const { docs, refused } = readBundle(writeBundle(twice));
    expect(refused).toEqual([]);
    const byName = (list: readonly { name: string }[]): unknown[] =>
      [...list].sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1));
    expect(byName(docs)).toEqual(byName(twice));
  });
  it("gives back random components as they were, and tells each that was damaged by its file", ({ task }) => {
    const changes = fc.array(fc.record({ kind: fc.nat(1000), at: fc.nat(100_000), what: fc.nat(100_000) }), {
      maxLength: 3,
    });
    fc.assert(
      fc.property(fc.array(fc.tuple(specifications, fc.option(changes)), { maxLength: 4 }), (list) => {
        const stored = list.map(([doc, change]) => (change ? changedValue(doc, change) : doc));
        const { docs, refused } = readBundle(writeBundle(stored));
        const whole = stored.flatMap((doc) => {
          const read = readComponent(storedText(doc));
          return read.ok ? [JSON.stringify(read.doc)] : [];
        });
        expect(docs.map((d) => JSON.stringify(d)).sort()).toEqual(whole.sort());
        expect(refused).toHaveLength(stored.length - whole.length);
        for (const { path, message } of refused)
          expect(`${path} ${message}`).toMatch(/^[a-z0-9.-]+\.lively\.json: .+ .+/);
      }),
      { numRuns: atMost(25, 100) },
    );
    tried(task, atMost(25, 100));
  });
  it("takes what is whole and tells what is not, with its file and place", () => {
    const zip = zipSync({
      "good.lively.json": strToU8(JSON.stringify(demo[1])),
      "folder/broken.lively.json": strToU8('{"name": 3}'),
      "read-me.txt": strToU8("not ours"),
      "__MACOSX/._good.lively.json": strToU8("x"),
    });
    const { docs, refused } = readBundle(zip);
    expect(docs).toEqual([demo[1]]);
    expect(refused).toHaveLength(1);
    expect(refused[0].path).toMatch(/^folder\/broken\.lively\.json: /);
  });
  it("never throws on bytes of any kind, cut or changed", ({ task }) => {
    const whole = writeBundle(demo.slice(0, 2));
    fc.assert(
      fc.property(fc.nat(), fc.nat(255), fc.nat(), (at, byte, cut) => {
        const bytes = whole.slice(0, whole.length - (cut % whole.length));
        if (bytes.length) bytes[at % bytes.length] = byte;
        const { docs, refused } = readBundle(bytes);
        expect(docs.length + refused.length).toBeLessThanOrEqual(4);
      }),
      { numRuns: atMost(40, 150) },
    );
    tried(task, atMost(40, 150));
  });
  it("names files so that every file system takes them", () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: "binary" }), { maxLength: 12 }), (names) => {
        const files = fileNames(names, ["component.lively.json"]);
        expect(new Set(files).size).toBe(names.length);
        for (const f of files) expect(f).toMatch(/^[a-z0-9.-]+\.lively\.json$/);
        expect(files).not.toContain("component.lively.json");
      }),
    );
  });
});
