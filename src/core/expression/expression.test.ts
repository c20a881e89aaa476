import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Datum } from "../model";
import { compileExpression, type Env, type Scope } from "./expression";
import { isDatumName, mentions } from "./mentions";
import { compileStyleTemplate, compileTemplate, renameInExpression, renameInTemplate } from "./template";

const data: Datum[] = [
  { name: "n", type: "integer", initial: 3, min: 0, max: 9 },
  { name: "on", type: "boolean", initial: true },
  { name: "label", type: "text", initial: "Deck" },
  { name: "sailing", type: "one of", values: ["09:40", "11:10"], initial: "09:40" },
];
const scope: Scope = { data, states: ["open", "closed"], parts: ["panel", "open-panel"] };
const env: Env = {
  data: [3, true, "Deck", "09:40"],
  isIn: (s) => s === "open",
  focusWithin: (p) => p === "panel",
  hovered: (p) => p === "open-panel",
  event: "saved",
  page: { width: 390, height: 480, scroll: 12, reducedMotion: false },
};

const run = (text: string) => {
  const compiled = compileExpression(text, scope);
  if (!compiled.ok) throw new Error(compiled.message);
  return compiled.run(env);
};
const fails = (text: string) => {
  const compiled = compileExpression(text, scope);
  if (compiled.ok) throw new Error(`${text} compiled`);
  return compiled;
};

describe("expressions", () => {
  it.each([
    ["n + 1", 4],
    ["-n * 2 ** 3", -24],
    ["n % 2 == 1 && on", true],
    ["!on || n >= 3", true],
    ["on ? 'yes' : 'no'", "yes"],
    ["`${label} ${n + 1}`", "Deck 4"],
    ["label + n", "Deck3"],
    ["Math.max(n, 7) - Math.min(n, 7)", 4],
    ['in("open") && !in("closed")', true],
    ["'come in (now)'", "come in (now)"],
    ["focusWithin(panel) && !hovered(panel)", true],
    ['hovered("open-panel") && !focusWithin(open-panel)', true],
    ["sailing === '09:40'", true],
  ])("%s is %s", (text, value) => expect(run(text)).toBe(value));

  it.each([
    ["m + 1", 0, 1, "not known"],
    ["n + ", 4, 4, "not an expression"],
    ["n && on", 0, 1, "boolean is needed"],
    ["n == on", 0, 7, "never the same"],
    ["sailing == '10:00'", 11, 18, "never this"],
    ['in("gone")', 3, 9, "not a state"],
    ["focusWithin(gone)", 12, 16, "not a part; parts: panel, open-panel"],
    ["hovered(panel, panel)", 0, 21, "takes one part, such as hovered(panel)"],
    ["focusWithin()", 0, 13, "takes one part"],
    ["alert(1)", 0, 5, "can be called"],
    ["label.constructor", 0, 17, "can be asked for"],
    ["n = 4", 0, 5, "compare with =="],
    ["n 4", 2, 3, "cannot follow"],
    ["(() => 1)()", 0, 9, "can be called"],
    ["n ?? 2", 0, 6, "no use"],
    ["", 0, 0, "missing"],
  ])("%s is refused at %i to %i", (text, from, to, message) => {
    const fault = fails(text);
    expect(fault.message).toContain(message);
    expect([fault.from, fault.to]).toEqual([from, to]);
  });

  it("takes for a datum's name what an expression can ask for", () => {
    for (const name of ["n", "_a", "kind", "page", "seatsLeft"]) {
      expect(isDatumName(name), name).toBe(true);
      const of: Datum[] = [{ name, type: "integer", initial: 3, min: 0, max: 9 }];
      const made = compileExpression(`${name} + 1`, { ...scope, data: of });
      expect(made.ok && made.run({ data: [3] } as unknown as Env), name).toBe(4);
    }
    for (const name of ["seats-left", "true", "null", "in", "if", "class", "this", "a.b", "", "2n"])
      expect(isDatumName(name), name).toBe(false);
  });
  it("reaches nothing outside the document, whatever is typed", () => {
    const words = [
      "n",
      "on",
      "label",
      "constructor",
      "__proto__",
      "this",
      "globalThis",
      "process",
      "Math",
      ".",
      "[",
      "]",
      "(",
      ")",
      "'a'",
      "+",
      "=>",
      "new",
      "`",
      "${",
      "}",
      "in",
      "function",
    ];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...words), { maxLength: 9 }), (pieces) => {
        const compiled = compileExpression(pieces.join(" "), scope);
        if (compiled.ok) expect(["boolean", "number", "string"]).toContain(typeof compiled.run(env));
      }),
      { numRuns: 500 },
    );
  });

  it("computes what ECMAScript computes", () => {
    const number = fc.integer({ min: 0, max: 99 }).map(String);
    const tree = fc.letrec((tie) => ({
      e: fc.oneof(
        { depthSize: "small" },
        number,
        fc.tuple(tie("e"), fc.constantFrom("+", "-", "*", "%"), tie("e")).map(([a, o, b]) => `(${a} ${o} ${b})`),
      ),
    })).e as fc.Arbitrary<string>;
    // The other side is the engine's own evaluation of the same text, in the test only.
    fc.assert(
      fc.property(tree, (text) => {
        expect(run(text)).toBe(new Function(`return ${text}`)());
      }),
    );
  });

  it("survives nesting that no person writes", () => {
    expect(fails(`${"(".repeat(20_000)}1${")".repeat(20_000)}`).message).toBeTruthy();
  });
});

describe("templates", () => {
  const text = (t: string) => {
    const compiled = compileTemplate(t, scope);
    if (!compiled.ok) throw new Error(compiled.message);
    return compiled.template;
  };
  it("fills in what is between ${ and }", () => {
    expect(text("Keep ${sailing}, ${n * 2} left").run(env)).toBe("Keep 09:40, 6 left");
    expect(text("${`a${n}`}").run(env)).toBe("a3");
    expect(text("no data").constant).toBe(true);
  });
  it("leaves an escaped ${ as it is", () => expect(text("costs \\${n}").run(env)).toBe("costs ${n}"));
  it("names the place of an error", () => {
    expect(compileTemplate("Keep ${m}", scope)).toMatchObject({ ok: false, from: 7, to: 8 });
    expect(compileTemplate("Keep ${n", scope)).toMatchObject({ ok: false, from: 5, to: 8 });
  });
});

describe("renaming inside expressions", () => {
  it("changes the names and nothing else", () => {
    expect(renameInExpression("n + label + 'n' + `${n}`", "data", "n", "count")).toBe(
      "count + label + 'n' + `${count}`",
    );
    expect(renameInExpression('in("open") && n > 1', "state", "open", "shown")).toBe('in("shown") && n > 1');
    const wherever = 'focusWithin(panel) || hovered("panel")';
    expect(renameInExpression(wherever, "part", "panel", "box")).toBe("focusWithin(box) || hovered(box)");
    expect(renameInExpression(wherever, "part", "panel", "a-b")).toBe('focusWithin("a-b") || hovered("a-b")');
    // Words of the language are no names by themselves.
    for (const word of "switch new in class true null this delete typeof function".split(" ")) {
      const renamed = renameInExpression(wherever, "part", "panel", word);
      expect(renamed).toBe(`focusWithin("${word}") || hovered("${word}")`);
      expect(compileExpression(renamed, { ...scope, parts: [word] }).ok).toBe(true);
    }
    expect(compileExpression("hovered(switch)", { ...scope, parts: ["switch"] })).toMatchObject({ from: 8, to: 14 });
    expect(renameInTemplate("n is ${n}", (e) => renameInExpression(e, "data", "n", "k"))).toBe("n is ${k}");
    expect(mentions("Math.max(n, 2)").map((m) => m.name)).toEqual(["n"]);
    const asked = mentions('page.width > 3 && word == "page.scroll" && _event.name != "_event.name"');
    expect(asked.map((m) => [m.kind, m.name])).toEqual([
      ["page", "page.width"],
      ["data", "word"],
      ["event", "_event.name"],
    ]);
  });
});

describe("style values with data in them", () => {
  const of = (property: string, value: string, given: Datum[] = data) => {
    const found = compileStyleTemplate(property, value, { ...scope, data: given });
    return found.ok ? found.sample : found.message;
  };
  it("take numbers, and a datum that is one of some words", () => {
    expect(of("width", "${n * 10}%")).toBe("1%");
    expect(of("transform", "translate(${n}px, ${on ? 1 : 0}px)")).toBe("translate(1px, 1px)");
    const side: Datum = { name: "side", type: "one of", initial: "left", values: ["left", "right"] };
    expect(of("text-align", "${side}", [side])).toBe("left");
  });
  it("take no words that could leave their place or name an address", () => {
    expect(of("width", "${label}")).toContain("a number is needed here");
    expect(of("background", '${"u" + "rl(x)"}')).toContain("a number is needed here");
    const bad: Datum = { name: "side", type: "one of", initial: "left", values: ["left", "red; } body {"] };
    expect(of("color", "${side}", [bad])).not.toBe("left");
    expect(of("display", "${n}")).toContain("under a condition");
    expect(of("width", "${m}px")).toContain("m");
  });
});
