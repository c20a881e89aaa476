import { describe, expect, it } from "vitest";
import { type Target, tooSmall } from "./targets";

const box = (x: number, y: number, width: number, height: number, isExcepted = false): Target => ({
  x,
  y,
  width,
  height,
  isExcepted,
});
const names = (targets: Record<string, Target>) => tooSmall(targets).map((s) => `${s.name} by ${s.near}`);

describe("a target that is too small", () => {
  it("is one whose circle meets another target", () => {
    expect(names({ a: box(0, 0, 20, 20), b: box(20, 0, 60, 30) })).toEqual(["a by b"]);
    // 24 px as it stands, or with the room around it.
    expect(names({ a: box(0, 0, 24, 24), b: box(24, 0, 24, 24) })).toEqual([]);
    expect(names({ a: box(0, 0, 20, 20), b: box(22.1, 0, 60, 30) })).toEqual([]);
    expect(names({ a: box(0, 0, 20, 20) })).toEqual([]);
  });
  it("counts the circles of two small ones against one another", () => {
    expect(names({ a: box(0, 0, 12, 12), b: box(20, 0, 12, 12) })).toEqual(["a by b", "b by a"]);
    expect(names({ a: box(0, 0, 12, 12), b: box(24, 0, 12, 12) })).toEqual([]);
  });
  it("is none of these: among words, as browsers have it, inside another", () => {
    expect(names({ a: box(0, 0, 12, 12, true), b: box(12, 0, 40, 40) })).toEqual([]);
    expect(names({ card: box(0, 0, 200, 100), a: box(5, 5, 12, 12) })).toEqual([]);
  });
});
