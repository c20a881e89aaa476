/** Delivered tests, run by Node's own runner: they pass on the delivered page, and notice what is otherwise on another. */
import { mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { afterAll, describe, expect, it } from "vitest";
import { deliverTo, formatted, laidOut, namesOf } from "../../src/core/deliver";
import type { Component } from "../../src/core/model";
import { demoComponents } from "../../src/demo";
import { findBrowser } from "../../src/trial";
import { nodeTests } from "../packing";

// Below the project, so that it finds puppeteer-core as a project of its own would.
const folder = join(process.cwd(), "dist", "suite");
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function written(doc: Component): Promise<string> {
  const made = deliverTo("suite", doc, null);
  if (!made.ok) throw new Error(made.problems[0].message);
  const at = join(folder, namesOf(doc).kebab);
  mkdirSync(at, { recursive: true });
  for (const { path, text } of await formatted(made.files, laidOut)) writeFileSync(join(at, path), text);
  return at;
}

const named = (name: string): Component => demoComponents.find((d) => d.name === name)!.load();

describe("a delivered test suite", () => {
  it.each(["Change-crossing dialog", "Back to timetable top", "Send my pass"])(
    "of %s passes on the delivered page",
    async (name) => {
      const doc = named(name);
      const { pass, fail, text } = await nodeTests(await written(doc), [], {
        BROWSER_UNDER_TEST: findBrowser("chromium").path,
      });
      expect(fail, text.slice(0, 4000)).toBe(0);
      expect(pass).toBeGreaterThan(doc.scenarios.length);
    },
    300_000,
  );
  it("passes in Firefox", async () => {
    const firefox = process.env.LIVELY_FIREFOX;
    if (!firefox) throw new Error("no Firefox: LIVELY_FIREFOX names none");
    const { pass, fail, text } = await nodeTests(await written(named("Harbour lamp")), [], {
      BROWSER_UNDER_TEST: firefox,
    });
    expect(fail, text.slice(0, 4000)).toBe(0);
    expect(pass).toBeGreaterThan(1);
  });
  it("tells what another page does otherwise, part and fact", async () => {
    const doc = named("Harbour lamp");
    const at = await written(doc);
    const page = readFileSync(join(at, `${namesOf(doc).kebab}.html`), "utf8");
    const other = page.replace(/aria-pressed="false"|aria-checked="false"/, 'aria-label="Something else"');
    expect(other).not.toBe(page);
    writeFileSync(join(at, "other.html"), other);
    const { fail, text } = await nodeTests(at, [], {
      BROWSER_UNDER_TEST: findBrowser("chromium").path,
      PAGE_UNDER_TEST: pathToFileURL(join(at, "other.html")).href,
    });
    expect(fail).toBeGreaterThan(0);
    expect(text).toMatch(/: name is "Something else", expected "/);
  });
});
