import { describe, expect, it } from "vitest";
import { css } from "../../testing";
import { isAway } from "./away";

const away = (text: string, ...around: string[]): boolean => isAway({ css: css(text), around: around.map(css) });

describe("what is placed out of view", () => {
  it.each([
    "position: fixed; left: 0; transform: translateX(-100%)",
    "position: fixed; left: 0; top: 0; width: 280px; transform: translate(-280px, 0)",
    "position: fixed; right: 0; transform: translateX(100%)",
    "position: fixed; bottom: 0; transform: translateY(100%)",
    "position: fixed; bottom: 10px; transform: translateY(200%)",
    "position: fixed; bottom: 20px; transform: translateY(150%)",
    "position: sticky; top: 0; transform: translateY(-100%)",
    "position: fixed; left: 0; right: 0; transform: translateX(100%)",
    "position: fixed; top: 0; right: 0; bottom: 0; left: 0; translate: 0 -100%",
    "position: fixed; left: 0; transform: translate3d(calc(-100% - 16px), 0, 0)",
    "position: absolute; right: -260px; width: 240px",
    "position: fixed; left: -100%; width: 80%",
    "position: absolute; left: -9999px",
    "position: fixed; top: 100vh",
    "transform: translateX(-100vw)",
    "position: fixed; bottom: 0; height: 60px; transform: translateY(60px)",
    "position: fixed; right: -280px; width: 240px; padding: 4px 20px",
    "position: fixed; right: -240px; width: 240px; padding: 20px; box-sizing: border-box",
  ])("%s", (text) => expect(away(text)).toBe(true));
  it.each([
    "position: fixed; left: 0; transform: none",
    "position: fixed; left: 0; transform: translateX(0)",
    "position: fixed; left: 50%; transform: translateX(-50%)",
    "position: fixed; top: 50%; left: 50%; transform: translate(-50%, -50%)",
    "position: fixed; left: 0; transform: translateX(100%)",
    "position: fixed; left: 300px; transform: translateX(-100%)",
    "position: absolute; top: 100%; transform: translateY(-10px)",
    "transform: translateX(-100%)",
    "position: relative; left: -260px; width: 240px",
    "position: fixed; bottom: -60px",
    "position: fixed; left: 0; transform: translateX(var(--x))",
    "position: fixed; bottom: 30px; transform: translateY(120%)",
    "position: fixed; right: -240px; width: 240px; padding: 4px 20px",
    "position: fixed; right: -240px; width: 240px; border: 1px solid",
    "color: red",
  ])("not: %s", (text) => expect(away(text)).toBe(false));
  it("takes a few words to stand in one line", () => {
    const line = (text: string) => isAway({ css: css(text), around: [], isLine: true });
    expect(line("position: absolute; top: -40px")).toBe(true);
    expect(line("position: absolute; top: -40px; padding: 8px 16px")).toBe(true);
    expect(line("position: fixed; bottom: -24px")).toBe(true);
    expect(line("position: absolute; top: -40px; padding: 12px")).toBe(false);
    expect(line("position: absolute; top: -20px")).toBe(false);
    expect(line("position: absolute; left: -40px")).toBe(false);
    expect(line("position: absolute; top: -40px; height: 60px")).toBe(false);
  });
  it("counts within what cuts it off, and not within another frame", () => {
    const slide = "position: absolute; left: 0; width: 100%; transform: translateX(100%)";
    expect(away(slide, "position: relative; overflow: hidden")).toBe(true);
    expect(away(slide, "color: red", "position: relative")).toBe(false);
    expect(away(slide, "color: red")).toBe(true);
  });
});
