/** How reading, the cascade, delivering and writing grow with what they are given: at 1×, 4× and 16×. */
import { readSheet } from "../src/core/cascade";
import { deliverHtml, deliverTo } from "../src/core/deliver";
import { readHtml, readScxml, writeScxml } from "../src/core/exchange";
import { type Component, emptyComponent, readComponent, writeComponent } from "../src/core/model";
import { compile } from "../src/core/program";
import { start, stimulate } from "../src/core/run";
import type { Row } from "./families";

const many = (n: number, one: (i: number) => string): string => Array.from({ length: n }, (_x, i) => one(i)).join("");
const siblings = (n: number): string => many(n, (i) => `<p id="p${i}" class="c${i % 7}">text ${i}</p>`);
const rules = (n: number, selector: (i: number) => string): string =>
  `<style>${many(n, (i) => `${selector(i)} { opacity: ${(i % 9) / 10}; color: rgb(${i % 255} 0 0) }\n`)}</style>`;
const elements = (n: number): string => many(n, (i) => `<div class="c${i % 50}"><b class="k${i}">x</b></div>`);
const brought = (html: string): Component => {
  const read = readHtml(html, "Heavy");
  if (!read.ok) throw new Error(read.message);
  return read.doc;
};
const wide = (n: number): Component => ({
  ...emptyComponent("Wide"),
  parts: [{ name: "a", tag: "button", content: ["a"] }],
  states: Array.from({ length: n }, (_x, i) => ({ name: `s${i}` })),
  reactions: [
    {
      event: { on: "click", part: "a", scope: "inside" },
      in: Object.fromEntries(
        Array.from({ length: n }, (_x, i) => [`s${i}`, { branches: [{ to: `s${(i + 1) % n}` }] }]),
      ),
    } as Component["reactions"][0],
  ],
});
const looked = (n: number): Component => ({
  ...emptyComponent("Looks"),
  parts: Array.from({ length: n }, (_x, i) => ({ name: `p${i}`, tag: "button", content: [`p${i}`] })),
  states: [{ name: "one" }, { name: "two" }],
  looks: Array.from({ length: n }, (_x, i) => ({ part: `p${i}`, in: { two: { css: { opacity: "0.5" } } } })),
  reactions: Array.from({ length: n }, (_x, i) => ({
    event: { on: "click" as const, part: `p${i}`, scope: "inside" as const },
    in: { one: { branches: [{ to: "two" }] }, two: { branches: [{ to: "one" }] } },
  })),
});

interface Family {
  what: string;
  /** The smallest size; 4 and 16 times as much follow. */
  n: number;
  prepare(n: number): () => unknown;
}
const doc = (make: (n: number) => Component, does: (d: Component) => unknown) => (n: number) => {
  const d = make(n);
  return () => does(d);
};
const families: readonly Family[] = [
  { what: "elements side by side, brought in", n: 120, prepare: (n) => () => brought(siblings(n)) },
  {
    what: "elements inside one another, brought in",
    n: 8,
    prepare: (n) => () => brought(`${many(n, () => "<div>")}x`),
  },
  {
    what: "rules on 300 elements, brought in",
    n: 200,
    prepare: (n) => () => brought(rules(n, (i) => `.k${i}`) + elements(150)),
  },
  {
    what: "rules that match all, 300 elements",
    n: 60,
    prepare: (n) => () => brought(rules(n, (i) => `:not(.x${i})`) + elements(150)),
  },
  {
    what: "rules with :nth-child, 300 elements",
    n: 60,
    prepare: (n) => () => brought(rules(n, (i) => `:nth-child(${i % 9}n + 1)`) + elements(150)),
  },
  {
    what: "rules read",
    n: 1200,
    prepare: (n) => {
      const css = many(n, (i) => `.a${i} > .b:hover { opacity: 0.${i % 9} }\n`);
      let time = 0;
      // What was read once is known: each time it is another sheet.
      return () => readSheet(`${css}/* ${time++} */`);
    },
  },
  {
    what: "elements, delivered as a page",
    n: 120,
    prepare: doc(
      (n) => brought(siblings(n)),
      (d) => deliverHtml(d, null),
    ),
  },
  {
    what: "parts with a look and a row each, delivered as a page",
    n: 60,
    prepare: doc(looked, (d) => deliverHtml(d, null)),
  },
  { what: "the same, as React", n: 60, prepare: doc(looked, (d) => deliverTo("react", d, null)) },
  { what: "the same, prepared for running", n: 60, prepare: doc(looked, compile) },
  {
    what: "the same, a click",
    n: 60,
    prepare: doc(looked, (d) => {
      const p = compile(d);
      return stimulate(p, start(p).state, { click: "p1" });
    }),
  },
  { what: "the same, written and read", n: 60, prepare: doc(looked, (d) => readComponent(writeComponent(d))) },
  { what: "states, written as a chart and read", n: 200, prepare: doc(wide, (d) => readScxml(writeScxml(d))) },
  { what: "states, prepared for running", n: 200, prepare: doc(wide, compile) },
];

function fastest(call: () => unknown): number {
  let ms = Number.POSITIVE_INFINITY;
  for (let i = 0, until = performance.now() + 600; i < 1 || (i < 5 && performance.now() < until); i++) {
    const from = performance.now();
    call();
    ms = Math.min(ms, performance.now() - from);
  }
  return ms;
}

/** Times at each size, and how many times as long 16 times as much takes: 16 is linear, 256 is quadratic. */
export function heavy(): Row[] {
  return families.map(({ what, n, prepare }) => {
    const times = [n, 4 * n, 16 * n].map((size) => fastest(prepare(size)));
    const growth = times[2] / times[0];
    return [
      `${n}, ${4 * n}, ${16 * n} ${what}`,
      `${times.map((t) => t.toFixed(t < 10 ? 1 : 0)).join(", ")} ms: ${growth.toFixed(0)}×`,
      "≤ 32×",
    ];
  });
}
