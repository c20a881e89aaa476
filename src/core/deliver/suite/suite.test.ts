/** What test files say, and that nothing a component says gets out of its place in them. That they run is shown in e2e/. */

import { parse } from "acorn";
import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import { type Component, readComponent, writeComponent } from "../../model";
import { button, component } from "../../testing";
import { atMost, oneIn } from "../../testing/depth";
import { payloads, places, plainComponent } from "../../testing/hostile";
import { told } from "./seen";
import { suiteTarget } from "./suite";

const fileOf = (doc: Component): string | null => {
  const made = suiteTarget(doc, null);
  return made.ok ? made.files[0].text : null;
};
/** Its statements by kind; a text that got out would be one more. @throws where it is no module */
const statements = (text: string): string[] =>
  (parse(text, { ecmaVersion: "latest", sourceType: "module" }) as { body: { type: string }[] }).body.map(
    (s) => s.type,
  );

describe("a test file", () => {
  const plain = statements(fileOf(plainComponent())!);
  it("stays what it is, whatever a component says", () => {
    let made = 0;
    const all = Object.entries(places).flatMap(([place, put]) => payloads.map((payload) => ({ place, put, payload })));
    for (const { place, put, payload } of all.filter((_c, i) => i % atMost(41, 7) === 0)) {
      let text: string;
      try {
        text = writeComponent(put(plainComponent(), payload));
      } catch {
        continue; // The schema has no such document.
      }
      const read = readComponent(text);
      const file = read.ok ? fileOf(read.doc) : null;
      if (file === null) continue;
      made++;
      expect(statements(file), `${place}: ${payload}`).toEqual(plain);
    }
    expect(made).toBeGreaterThan(atMost(10, 60));
  });
  it.each(oneIn(4, demoComponents).map((d) => [d.name, d.load()] as const))(
    "of %s has a test for every scenario",
    (_name, doc) => {
      const file = fileOf(doc)!;
      expect(statements(file)).toEqual(plain);
      for (const s of doc.scenarios) expect(file).toContain(`it(${JSON.stringify(s.name)}`);
    },
  );
  it("skips what only the page itself can do, and says why", () => {
    const doc = component({
      parts: [button("a")],
      states: ["one", "two"],
      reactions: { "on done": { one: "two" } },
      scenarios: [{ name: "told from outside", steps: [{ do: { send: "done" } }] }],
    });
    expect(fileOf(doc)).toContain('it("told from outside", { skip: "');
  });
});

describe("what a look tells", () => {
  const seen = { visible: true, opacity: 1, "takes pointer": true, role: "button", name: "Go", focusable: true };
  it("is the foremost at first, then what is new", () => {
    expect(told(null, seen)).toEqual({ visible: true, role: "button", name: "Go" });
    expect(told(seen, seen)).toBeNull();
    expect(told(seen, { ...seen, name: "Stop", disabled: true })).toEqual({ name: "Stop", disabled: true });
    expect(told(seen, { visible: false, focusable: false })).toEqual({ visible: false, focusable: false });
  });
  it("leaves out what goes without saying of what comes into view", () => {
    expect(told({ visible: false, focusable: false }, seen)).toEqual({
      visible: true,
      role: "button",
      name: "Go",
      focusable: true,
    });
  });
  it("tells attributes by their names, and null of one that went", () => {
    expect(told({ ...seen, "aria-expanded": "false" }, { ...seen, "aria-expanded": "true" })).toEqual({
      attributes: { "aria-expanded": "true" },
    });
    expect(told({ ...seen, "aria-busy": "true" }, seen)).toEqual({ attributes: { "aria-busy": null } });
  });
});
