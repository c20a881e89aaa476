/** CSS math without a browser: types, errors and their places. That the numbers are a browser's is shown in e2e/. */
import { describe, expect, it } from "vitest";
import { emptyComponent } from "../../model";
import { tokenProblems, tokenValues } from "../tokens";
import { compute, substitute, tokensIn } from ".";

const tokens: Record<string, string> = {
  "--a": "2px",
  "--b": "calc(var(--a) * 3)",
  "--loop": "calc(var(--pool) + 1px)",
  "--pool": "var(--loop)",
  "--red": "#a00",
};
const env = { width: 400, height: 600, token: (n: string) => tokens[n] };
const text = (t: string, kind?: Parameters<typeof compute>[2]): string => {
  const found = compute(t, env, kind);
  return found.ok ? found.text : `${found.from}–${found.to} ${found.message}`;
};

describe("values", () => {
  it.each([
    ["240ms", "240ms"],
    ["0.3s", "300ms"],
    ["-1.5e2px", "-150px"],
    ["calc(1px + var(--b))", "7px"],
    ["calc( 2*3px )", "6px"],
    ["calc(10% + 5%)", "15%"],
    ["calc(1 / 0 * 1px)", "33554400px"],
    ["calc(0 / 0)", "0"],
    ["round(to-zero, -17px, 5px)", "-15px"],
    ["calc(-infinity * 1px)", "-33554400px"],
  ])("%s is %s", (t, wanted) => {
    expect(text(t)).toBe(wanted);
  });
  it("0 is a length too, and a percentage is one of what it is of", () => {
    expect(text("0", "length")).toBe("0px");
    const found = compute("calc(50% + 10px)", { ...env, percentOf: 300 }, "length");
    expect(found.ok && found.text).toBe("160px");
  });
});

describe("a mistake is named at its place", () => {
  it.each([
    ["calc(1px + 2s)", "11–13 a length and a time cannot be added"],
    ["calc(1px +2px)", "9–13 put a space on both sides of + and -"],
    ["max(1px, 2deg)", "0–14 max() cannot mix a length with an angle"],
    ["sin(3px)", "0–8 sin() takes an angle or a number, not a length"],
    ["calc(2px * 3px)", "0–15 this is a product of units; a CSS value is needed"],
    ["var(--none)", "4–10 there is no token --none"],
    ["calc(1px", "4–5 this ( has no )"],
    ["12quux", "2–6 quux is not a unit"],
    ["calc(1px 2px)", "9–12 this cannot follow"],
    ["clamp(1px, 2px)", "0–15 clamp() takes 3 values; here are 2"],
    ["", "0–0 a value is missing here"],
    ["auto", "0–4 “auto” is not a value"],
    ["var(--loop)", "0–11 --loop: --pool: --loop is defined by itself"],
    ["url(x)", "0–4 url() is not a CSS math function"],
  ])("%s", (t, wanted) => {
    expect(text(t)).toContain(wanted);
  });
  it("a unit of another kind than the place needs", () => {
    expect(text("3px", "time")).toBe("0–3 this is a length; a time is needed");
    expect(text("240", "time")).toBe("0–3 this is a number; a time is needed");
  });
  it("nested without end", () => {
    expect(text(`calc(${"(".repeat(20_000)}1px${")".repeat(20_000)})`)).toContain("nested too deeply");
  });
});

describe("tokens", () => {
  it("inside longer values; what is no measure stays as it is", () => {
    expect(substitute("translateY(calc(2 * var(--a))) rotate(asin(1))", env)).toBe("translateY(4px) rotate(90deg)");
    expect(substitute("1px solid var(--red)", env)).toBe("1px solid #a00");
    expect(substitute("calc(50% + 2px) var(--none)", env)).toBe("calc(50% + 2px) var(--none)");
    expect(tokensIn("calc(var(--a) + var( --b ))")).toEqual(["--a", "--b"]);
  });
  it("are computed, and their mistakes have a place", () => {
    const doc = {
      ...emptyComponent("x"),
      tokens: Object.entries({ ...tokens, "--bad": "calc(1px + 1s)" }).map(([name, value]) => ({ name, value })),
    };
    expect(tokenValues(doc).map((t) => [t.name, t.kind, t.computed])).toContainEqual(["--b", "length", "6px"]);
    expect(tokenValues(doc)).toContainEqual({
      name: "--red",
      value: "#a00",
      kind: null,
      computed: "#a00",
      problem: null,
    });
    expect(tokenProblems(doc).map((p) => p.path)).toEqual(["tokens.--loop", "tokens.--pool", "tokens.--bad"]);
    expect(tokenProblems(doc)[2]).toMatchObject({ from: 11, to: 13 });
  });
});
