/** Of the kernel a component takes what it needs, and nothing that it has no use for. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { freeNames, piecesOf } from "../../../../../scripts/pieces";
import { everything, type KernelWord, kernelCode } from ".";
import { kernelSource, kernelWords } from "./kernel-source";
import { only } from "./only";

/** A module's text as the kernel's build marks it, taken for a component that has some words. */
function taken(source: string, ...has: string[]): string {
  const { pieces } = piecesOf("a module", source);
  return only(pieces.map((p) => p.text).join("\n\n"), (words) => words.split(" or ").some((w) => has.includes(w)));
}

describe("what is only for some", () => {
  const source = `function f(run) {
  // only with histories
  // They lead back.
  const kept = remember(run);
  // only with parallel states or histories
  for (const s of run.states) {
    // only with histories
    kept.delete(s);
    visit(s);
  }

  // only with parallel states
  return run.all;
}`;
  it("stands there with what is said about it", () => {
    expect(taken(source, "histories", "parallel states")).toBe(
      source
        .split("\n")
        .filter((line) => !line.includes("only with"))
        .join("\n"),
    );
  });
  it("is gone without a gap", () => {
    expect(taken(source)).toBe("function f(run) {\n}");
    expect(taken(source, "parallel states")).toBe(
      "function f(run) {\n  for (const s of run.states) {\n    visit(s);\n  }\n\n  return run.all;\n}",
    );
  });
  it("is a member, a property or a case as well", () => {
    const members = `class C {
  a = 1;
  // only with b
  /** Second. */
  b = 2;
  at(x) {
    switch (x) {
      // only with b
      case 1:
        return { x };
      default:
        return {
          // only with b
          x,
          y: 1,
        };
    }
  }
}`;
    expect(taken(members)).toBe(
      "class C {\n  a = 1;\n  at(x) {\n    switch (x) {\n      default:\n        return {\n          y: 1,\n        };\n    }\n  }\n}",
    );
  });
  it("leaves what it was tried around", () => {
    const tried = `function f() {
  // tried only with faults
  try {
    one();
    two();
  } catch (error) {
    tell(error);
  }
}`;
    expect(taken(tried)).toBe("function f() {\n  one();\n  two();\n}");
    expect(taken(tried, "faults")).toContain("try {\n    one();\n    two();\n  } catch");
  });
  it("may leave a variable with one value for good", () => {
    const variable = `function f() {
  let x = 1;
  // only with more
  x = 2;
  let y = 1;
  y += x;
  return { x, y };
}`;
    expect(taken(variable)).toBe("function f() {\n  const x = 1;\n  let y = 1;\n  y += x;\n  return { x, y };\n}");
    expect(taken(variable, "more")).toContain("let x = 1");
  });
  it("has to stand over something", () => {
    expect(() => piecesOf("m", "function f() {\n  one();\n  // only with b\n}")).toThrow("over nothing");
    expect(() => piecesOf("m", "function f() {\n  // tried only with b\n  one();\n}")).toThrow("over nothing");
  });
});

describe("the kernel", () => {
  const names = kernelSource.flatMap((m) => m.pieces.map((p) => p.name));
  it("is a whole script with whatever a component has", () => {
    const has = fc.subarray([...kernelWords]).map((words) => new Set<KernelWord>(words));
    fc.assert(
      fc.property(has, fc.subarray(names, { minLength: 1, maxLength: 4 }), (words, entries) => {
        const code = kernelCode(entries, words);
        expect(code).not.toContain("//#");
        // Every declaration of the kernel that it uses is there.
        expect([...freeNames(code)].filter((name) => names.includes(name))).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
  it("of several components has all but what a record asks", () => {
    const code = kernelCode(["embed", "hold"], everything);
    for (const word of ["effectiveTargets", "withoutConflicts", "groupOf", "unmount"]) expect(code).toContain(word);
    for (const word of ["shortcut", "preempted", "begins?."]) expect(code).not.toContain(word);
  });
});
