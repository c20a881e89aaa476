import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { rename } from "../expression";
import { box, bubblingDialog, button, component } from "../testing";
import {
  addPart,
  addState,
  type Component,
  checkNames,
  emptyComponent,
  freeName,
  moveState,
  readComponent,
  references,
  removePart,
  removeState,
  startIn,
  stateNames,
  writeComponent,
} from ".";

const demo = readFileSync("src/demo/change-crossing.lively.json", "utf8");
// biome-ignore lint/suspicious/noExplicitAny: a broken file may be broken anywhere
type Loose = any;
const edited = (change: (json: Loose) => void): string => {
  const json = JSON.parse(demo);
  change(json);
  return JSON.stringify(json);
};
const problems = (text: string): string[] => {
  const read = readComponent(text);
  return read.ok ? [] : read.problems.map((p) => `${p.path}: ${p.message}`);
};

describe("a component file", () => {
  it("comes back as it was written, to the letter", () => {
    const read = readComponent(demo);
    if (!read.ok) throw new Error("the demo does not load");
    const written = writeComponent(read.doc);
    const again = readComponent(written);
    if (!again.ok) throw new Error("what was written does not load");
    expect(again.doc).toEqual(read.doc);
    expect(writeComponent(again.doc)).toBe(written);
  });

  it("that is not JSON is refused with the place", () => {
    expect(problems('{\n  "format": \n}')).toEqual([expect.stringMatching(/^line 3, column 1: not JSON/)]);
    expect(problems("")).toEqual([expect.stringContaining("not JSON")]);
    expect(problems("[]")).toEqual(["the file: must be one JSON object"]);
  });

  it("of another format or version is refused", () => {
    expect(problems("{}")).toEqual([
      expect.stringContaining('format: must be "lively-state/component"; found nothing'),
    ]);
    expect(
      problems(
        edited((d) => {
          d.version = 3;
        }),
      ),
    ).toEqual([expect.stringContaining("Use a newer Lively State")]);
  });

  it("that is too large or too deep is refused in time", () => {
    expect(problems(" ".repeat(50_000_000))).toEqual([expect.stringContaining("50.0 MB")]);
    const deep = `{"format":"lively-state/component","version":1,"states":${'[{"name":"a","states":'.repeat(40_000)}[]${"}]".repeat(40_000)}}`;
    expect(problems(deep)).toHaveLength(1);
  });

  it.each<[string, (d: Loose) => void, RegExp]>([
    [
      "an unknown key",
      (d) => {
        d.colour = 1;
      },
      /^colour: is not a known name/,
    ],
    [
      "a wrong presence",
      (d) => {
        d.looks[0].in.closed.as = "gone";
      },
      /^looks\[0\]\.in\.closed\.as: /,
    ],
    [
      "a delay without unit",
      (d) => {
        d.reactions[6].in.opening.after = "240";
      },
      /^reactions\[6\]\.in\.opening\.after: a time with its unit/,
    ],
    [
      "a target that is not there",
      (d) => {
        d.reactions[0].in.closed.branches[0].to = "ajar";
      },
      /^reactions\[0\]\.in\.closed\.branches\[0\]\.to: "ajar" is not known here; known: closed, opening/,
    ],
    [
      "an unknown state in a row",
      (d) => {
        d.looks[0].in.ajar = {};
      },
      /^looks\[0\]\.in\.ajar/,
    ],
    [
      "an unknown part in a row",
      (d) => {
        d.looks[0].part = "nobody";
      },
      /^looks\[0\]\.part: "nobody"/,
    ],
    [
      "a part named twice",
      (d) => {
        d.parts[1].name = "page";
      },
      /two parts are named "page"/,
    ],
    [
      "a state named twice",
      (d) => {
        d.states[1].name = "closed";
      },
      /two states are named "closed"/,
    ],
    [
      "focus nowhere",
      (d) => {
        d.focus.opening.to.part = "nobody";
      },
      /^focus\.opening\.to\.part/,
    ],
    [
      "data out of its values",
      (d) => {
        d.data[0].initial = "12:00";
      },
      /^data\[0\]\.initial/,
    ],
    [
      "a scenario about nobody",
      (d) => {
        d.scenarios[0].steps[0].do.click = "nobody";
      },
      /^scenarios\[0\]\.steps\[0\]\.do\.click/,
    ],
    [
      "a delay in a click row",
      (d) => {
        d.reactions[0].in.closed.after = "1s";
      },
      /only after and every rows have a time/,
    ],
  ])("with %s names the place", (_what, change, message) => {
    expect(problems(edited(change)).join("\n")).toMatch(message);
  });

  it("is described by the published JSON Schema", async () => {
    const { z } = await import("zod");
    const { componentSchema } = await import("./schema");
    const published = JSON.parse(readFileSync("docs/component.schema.json", "utf8"));
    expect(published).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(componentSchema, { io: "input" }))));
  });
});

describe("edits leave no name behind", () => {
  const doc = bubblingDialog({
    scenarios: [
      {
        name: "s",
        expect: [{ fact: "state", is: "closed" }],
        steps: [{ do: { click: "close" }, expect: [{ fact: "visible", part: "close", is: true }] }],
      },
    ],
  });
  it.each<[string, (d: Component) => Component]>([
    ["removing a state", (d) => removeState(d, "open")],
    ["removing a part with parts inside", (d) => removePart(d, "dialog")],
    ["removing a part that is referred to", (d) => removePart(d, "close")],
    ["renaming a part", (d) => rename(d, "part", "close", "cross")],
    ["renaming a state", (d) => rename(d, "state", "open", "shown")],
    ["adding and moving a state", (d) => moveState(addState(d, "half", { after: "closed" }), "half", -5)],
    ["adding a state inside another", (d) => startIn(addState(d, "inner", { inside: "open" }), "inner")],
    ["adding a part inside another", (d) => addPart(d, button("new"), "dialog")],
  ])("%s", (_what, change) => {
    const next = change(doc);
    expect(next).not.toEqual(doc);
    expect(checkNames(next)).toEqual([]);
    expect(readComponent(writeComponent(next)).ok).toBe(true);
  });

  it("a reaction that led to a removed state is undecided again", () => {
    const next = removeState(doc, "open");
    expect(next.reactions[0].in).toEqual({});
    expect(removeState(next, "closed")).toBe(next);
  });

  it("moving the columns does not change where it starts", () => {
    expect(stateNames(moveState(doc, "open", -1))).toEqual(["open", "closed"]);
    expect(moveState(doc, "open", -1).initial).toBe("closed");
  });

  it("renaming data reaches guards, assignments and texts", () => {
    const counted = component({
      parts: [button("more", { content: ["${n} left"] })],
      states: ["idle"],
      data: [{ name: "n", type: "integer", initial: 2, min: 0, max: 5 }],
      looks: { more: { idle: '"${n + 1} of n"' } },
      reactions: { "click more": { idle: '[n > 0 && in("idle")] / n = n - 1' } },
    });
    const next = rename(rename(counted, "data", "n", "seats"), "state", "idle", "ready");
    expect(JSON.stringify(next)).toContain('seats > 0 && in(\\"ready\\")');
    expect(next.looks[0].in.ready.text).toBe("${seats + 1} of n");
    expect(next.parts[0].content).toEqual(["${seats} left"]);
  });
});

describe("references", () => {
  it("are resolved by id, and the broken ones are known", () => {
    const doc = component({
      parts: [
        { name: "label", tag: "label", attributes: { for: "field" } },
        { name: "field", tag: "input", attributes: { id: "field", "aria-describedby": "hint nowhere" } },
        box("hint", [], { attributes: { id: "hint" } }),
        { name: "link", tag: "a", attributes: { href: "#gone" } },
      ],
      states: ["idle"],
    });
    expect(references(doc).map((r) => [r.from.name, r.attribute, r.to?.name ?? null])).toEqual([
      ["label", "for", "field"],
      ["field", "aria-describedby", "hint"],
      ["field", "aria-describedby", null],
      ["link", "href", null],
    ]);
  });
  it("a free name is the first that is not taken", () => {
    expect(freeName("a", ["a", "a-2"])).toBe("a-3");
    expect(checkNames(emptyComponent("x"))).toEqual([]);
  });
});
