/** CSS math: what the core computes against what Chromium computes, to 0.01. */
import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, expect, it } from "vitest";
import { compute, type Kind } from "../src/core/measure";
import { launch } from "./stage";

const tokens: Record<string, string> = {
  "--bar": "3px",
  "--gap": "calc(2 * var(--bar))",
  "--side": "24px",
  "--ratio": "1.618",
  "--fade": "180ms",
};
const page = { width: 390, height: 640 };

/** Each with the property whose computed value shows it. */
const cases: [Kind, string][] = [
  ["length", "calc(10px + 2rem)"],
  ["length", "calc(50vh - var(--side))"],
  ["length", "calc((var(--side) - 3 * var(--bar)) / 2)"],
  ["length", "calc(1in + 1cm + 10mm + 4Q + 6pt + 1pc)"],
  ["length", "min(10vw, 30px, 2em)"],
  ["length", "max(10vw, 30px, 2em)"],
  ["length", "clamp(10px, 20vw, 60px)"],
  ["length", "clamp(100px, 20vw, 60px)"],
  ["length", "hypot(3px, 4px)"],
  ["length", "hypot(var(--side), var(--gap), 1rem)"],
  ["length", "calc(sqrt(2) * 10px)"],
  ["length", "calc(pow(var(--ratio), 3) * 4px)"],
  ["length", "calc(exp(1) * 1px)"],
  ["length", "calc(log(8, 2) * 1px)"],
  ["length", "calc(log(10) * 1px)"],
  ["length", "round(17px, 5px)"],
  ["length", "round(up, 17px, 5px)"],
  ["length", "round(down, 19px, 5px)"],
  ["length", "round(to-zero, 19px, 5px)"],
  ["length", "mod(18px, 5px)"],
  ["length", "calc(mod(-18px, 5px) + 10px)"],
  ["length", "calc(rem(-18px, 5px) + 10px)"],
  ["length", "abs(-12.5px)"],
  ["length", "calc(sign(-3px) * -7px)"],
  ["length", "calc(sin(30deg) * 100px)"],
  ["length", "calc(cos(pi / 3) * 100px)"],
  ["length", "calc(tan(0.125turn) * 10px)"],
  ["length", "calc(1px * (7 - 3 * 2) + 4px / 2)"],
  ["length", "calc(100vmin / 3)"],
  ["length", "calc(10vmax + 1dvh)"],
  ["length", "calc(calc(2px + 3px) * calc(1 + 1))"],
  ["length", "calc(var(--missing, 9px) + 1px)"],
  ["angle", "asin(0.5)"],
  ["angle", "acos(0.5)"],
  ["angle", "atan(1)"],
  ["angle", "atan2(var(--side), 10px)"],
  ["angle", "calc(0.25turn - 10grad + 1rad)"],
  ["angle", "asin(calc(6 / 10))"],
  ["number", "calc(e * 0.1)"],
  ["number", "calc(10px / 40px)"],
  ["number", "clamp(0, sin(1), 1)"],
  ["time", "calc(2 * var(--fade) + 0.5s)"],
  ["time", "max(120ms, 0.3s)"],
  ["time", "round(up, 181ms, 20ms)"],
];

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser?.close());

it("there are at least forty, and every one agrees", async () => {
  expect(cases.length).toBeGreaterThanOrEqual(40);
  const tab = await browser.newPage();
  await tab.setViewport(page);
  const root = Object.entries(tokens)
    .map(([k, v]) => `${k}: ${v};`)
    .join(" ");
  await tab.setContent(`<style>:root { ${root} } body { margin: 0 }</style><div id="d"></div>`);
  const found = await tab.evaluate((list) => {
    const d = document.getElementById("d")!;
    return list.map(([kind, text]) => {
      d.removeAttribute("style");
      const style = getComputedStyle(d);
      if (kind === "length") {
        d.style.letterSpacing = text;
        return Number.parseFloat(style.letterSpacing);
      }
      if (kind === "number") {
        d.style.opacity = text;
        return Number(style.opacity);
      }
      if (kind === "time") {
        d.style.transitionDuration = text;
        return Number.parseFloat(style.transitionDuration) * 1000;
      }
      // The angle of a rotation, read back from its matrix.
      d.style.transform = `rotate(${text})`;
      const m = new DOMMatrix(style.transform);
      return (Math.atan2(m.b, m.a) * 180) / Math.PI;
    });
  }, cases);
  const env = { ...page, token: (name: string) => tokens[name] };
  cases.forEach(([kind, text], i) => {
    const ours = compute(text, env, kind);
    expect(
      ours.ok && Math.abs(ours.value.n - found[i]) <= 0.01,
      `${text}: ${ours.ok ? ours.text : ours.message}, in the browser ${found[i]}`,
    ).toBe(true);
  });
  await tab.close();
});
