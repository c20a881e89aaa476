/** The words of random specifications: markup, conditions, actions, events and looks, chosen by number. */
import type { Component, Part } from "../model";
import { box, button } from "./index";

/** Pieces of markup; a specification has some of them. */
export const pieces: Record<string, () => Part[]> = {
  button: () => [button("a", { content: ["go ${n}"] })],
  panel: () => [
    box("panel", [
      { name: "words", tag: "p", content: ["said ${word} ", { name: "bold", tag: "b", content: ["bold"] }, " end"] },
      button("in1"),
      box("inner", [button("deep"), { name: "tail", tag: "span", content: ["tail"] }]),
      { name: "link", tag: "a", attributes: { href: "#nowhere" }, content: ["link"] },
    ]),
  ],
  fieldset: () => [
    {
      name: "group",
      tag: "fieldset",
      content: [
        { name: "legend", tag: "legend", content: ["Group"] },
        { name: "field", tag: "input", attributes: { type: "text" } },
        button("fb", { attributes: { type: "button" } }),
      ],
    },
  ],
  check: () => [
    { name: "label", tag: "label", attributes: { for: "check" }, content: ["label"] } as Part,
    { name: "check", tag: "input", attributes: { type: "checkbox", id: "check" } } as Part,
  ],
  stops: () => [
    box("tab0", ["tab0"], { attributes: { tabindex: "0" } }),
    box("tabm", ["tabm"], { attributes: { tabindex: "-1" } }),
    button("tab2", { attributes: { tabindex: "2" } }),
  ],
  overlay: () => [
    box(
      "cover",
      [
        box("dialog", [button("ok"), button("no")], {
          attributes: { role: "dialog", tabindex: "-1" },
          // It is seen, also with nothing in it.
          css: { "min-height": "20px" },
        }),
      ],
      {
        css: { position: "fixed", inset: "0", background: "rgb(0 0 0 / 20%)" },
        covers: "viewport",
        layer: 5,
      },
    ),
  ],
  menu: () => [
    {
      name: "menu",
      tag: "ul",
      attributes: { role: "menu" },
      content: [
        { name: "item1", tag: "li", attributes: { role: "menuitem", tabindex: "-1" }, content: ["one"] },
        { name: "item2", tag: "li", attributes: { role: "menuitem", tabindex: "-1" }, content: ["two"] },
      ],
    },
  ],
  marks: () =>
    [
      { name: "heading", tag: "h2", content: ["at ${n}"] },
      { name: "image", tag: "img", attributes: { alt: "a mark", src: "/mark.png", width: "9", height: "9" } },
      {
        name: "region",
        tag: "section",
        attributes: { "aria-labelledby": "topic" },
        content: [
          {
            name: "topic",
            tag: "h3",
            attributes: { id: "topic" },
            content: ["topic ", { name: "em", tag: "em", content: ["${word}"] }],
          },
          { name: "bare", tag: "a", content: ["no link"] },
          { name: "editable", tag: "div", attributes: { contenteditable: "" }, content: ["words"] },
        ],
      },
    ] as Part[],
  wraps: () =>
    [
      {
        name: "wrap",
        tag: "label",
        content: ["wraps ", { name: "within", tag: "input", attributes: { type: "text", value: "v" } }, " it"],
      },
      {
        name: "icon",
        tag: "button",
        attributes: { type: "button", "aria-label": "icon ${n}" },
        content: [
          { name: "glyph", tag: "span", attributes: { "aria-hidden": "true" }, content: ["*"] },
          { name: "count", tag: "span", content: ["${n}"] },
        ],
      },
      {
        name: "mixed",
        tag: "button",
        attributes: { type: "button", title: "tip" },
        content: [
          { name: "shy", tag: "span", attributes: { hidden: "" }, content: ["shy"] },
          "said ",
          { name: "loud", tag: "b", content: ["${word}"] },
        ],
      },
    ] as Part[],
  styled: () => [
    box("faint", [box("flex", [button("fx")], { css: { display: "flex" } })], { css: { opacity: "0.5" } }),
    box("gone", [button("gb")], { attributes: { hidden: "" } }),
  ],
};

export const data: Component["data"] = [
  { name: "n", type: "integer", initial: 0, min: 0, max: 3 },
  { name: "flag", type: "boolean", initial: false },
  { name: "word", type: "text", initial: "x" },
  { name: "kind", type: "one of", values: ["p", "q"], initial: "p" },
];

export const pick = <T>(list: readonly T[], n: number): T => list[n % list.length];

const conditions = (state: string, page: boolean): string[] => [
  "n > 0",
  "flag",
  "n % 2 == 0",
  `in("${state}")`,
  `!in("${state}")`,
  'word == "x"',
  'kind == "q"',
  ...(page ? ["page.width < 700", "page.reducedMotion", "page.scroll > 100"] : []),
];

export interface Names {
  parts: string[];
  operable: string[];
  states: string[];
  targets: string[];
  blocks: boolean;
}

const action = ({ operable, parts, blocks }: Names, a: number, b: number): string =>
  pick(
    [
      "n = n + 1",
      "flag = !flag",
      "n = n - 2",
      'word = word + "y"',
      'kind = n > 1 ? "q" : "p"',
      "raise e",
      "raise e.f",
      "send f",
      "send e after 150ms",
      "start nap after 200ms",
      "cancel nap",
      `focus ${pick(operable, b)}`,
      `focus first in ${pick(parts, b)}`,
      `focus last in ${pick(parts, b)}`,
      `focus next in ${pick(parts, b)}`,
      "focus back",
      'announce "now ${n}"',
      "request ask",
      "stop",
      "prevent",
      "if [n > 1] (n = 0) else (raise g)",
      'kind = "zz"',
      "(n = 3, raise e), (flag = true)",
      "start nap after calc(var(--step) * 2)",
      `focus previous in ${pick(parts, b)}`,
      "log n",
      'if [flag] (raise e) else if [n == 0] (word = "", focus back) else (kind = "p")',
      'word = "${word}"',
      ...(blocks ? ["scroll to 0px", "scroll to 420px", "scroll to mark", "scroll to 100%"] : []),
    ],
    a,
  );

export const event = ({ parts, operable, states, blocks }: Names, a: number, b: number): string => {
  const part = pick(parts, b);
  return pick(
    [
      `click ${pick(operable, b)}`,
      "after",
      "press x",
      `click ${part}`,
      "on e",
      "every",
      `press Enter in ${part}`,
      `click outside ${part}`,
      `click exactly ${part}`,
      "click anywhere",
      "press Escape",
      `press ArrowDown in ${part}`,
      "on f",
      "on *",
      "timer nap",
      "press Tab",
      "release x",
      `pointer down ${part}`,
      `pointer up ${part}`,
      `pointer enters ${part}`,
      `pointer leaves ${part}`,
      `focus enters ${part}`,
      `focus leaves ${part}`,
      "becomes [n > 1]",
      `becomes [in("${pick(states, b)}")]`,
      "becomes [page.width < 700]",
      "request ok ask",
      "request failed ask",
      "mounted",
      "window blur",
      "width below 700px",
      "width above 700px",
      "reduced motion on",
      "on done.state.*",
      "on error.execution",
      "automatic",
      "press Space",
      "pointer down anywhere",
      "pointer up anywhere",
      `press x in ${part}`,
      "press Shift+Tab",
      "release Space",
      `motion ended ${part}`,
      `motion interrupted ${part}`,
      'becomes [kind == "q"]',
      "reduced motion off",
      ...(blocks ? ["scroll past 200px", "scroll back above 200px", "in view mark at 50%", "out of view mark"] : []),
    ],
    a,
  );
};

export const look = (names: Names, a: number, b: number): string => {
  const first = pick(
    [
      "hidden",
      "not displayed",
      "disabled",
      "inert",
      '"text ${n}"',
      "transparent",
      "absent",
      "shown",
      "no pointer",
      'aria-expanded="true"',
      'title="at ${n}"',
      "moved out",
      "opacity: 0.4",
      "no title",
      "not exposed",
      "enabled",
      'tabindex="0"',
      'tabindex="-1"',
      "pointer",
      'class="k ${word}"',
      "not inert",
      "display: flex",
      "visibility: visible",
      "opacity: 0.4; transition: opacity 300ms",
      "not displayed; transition: opacity 200ms; opacity: 0",
      "shown; opacity: 1; transition: opacity 250ms linear 40ms",
      "absent; opacity: 0.2; transition: opacity 300ms linear",
      "transparent; transition: opacity 200ms",
      "transition: none; opacity: 1",
      "opacity: ${0.5 + n / 20}; transition: opacity 200ms linear",
      "outline-offset: ${n}px; transition: outline-offset 150ms",
      "color: rgb(${n * 40} 0 0)",
      "opacity: 0.9; transition: opacity 200ms reduced none, color 100ms",
      "transform: translateX(0.5px); transition: transform 200ms",
      "transform: none; transition: transform 150ms ease-in",
      "transform: translate(0.5px, 0.5px) scale(0.999); transition: transform 300ms linear 50ms",
      "outline-offset: 8px; transition: outline-offset 200ms linear",
      "outline-offset: 2px; transition: outline-offset 100ms ease-out 30ms",
      "outline-offset: calc(var(--gap) + 1px)",
      "color: rgb(200 0 0); transition: color 200ms linear",
      "color: rgb(0 100 0)",
      "moved out; transition: transform 200ms",
      "no href",
      'href="#there"',
      'aria-label="named ${word}"',
      'aria-hidden="true"',
      'role="tab"',
      'tabindex="${n - 1}"',
      'hidden=""',
      "no hidden",
      'disabled=""',
      "visibility: inherit",
      'visibility: visible; "text"',
      "pointer-events: auto",
      "exposed",
      ".open",
      ".on",
      "no .open",
      ".open; .on",
      'class="open ${word}"',
    ],
    a,
  );
  return b % 4 === 1 ? `; [${pick(conditions(pick(names.states, b), true), b)}] ${first}` : first;
};

/** Rules of the page, by classes that looks switch, by attributes and by place. */
export const rule = ({ parts }: Names, a: number, b: number, c: number): string => {
  const tags = ["div", "button", "span", "p", "li", "input"];
  const selector = pick(
    [
      ".open",
      ".on",
      ".open.on",
      ".open > *",
      ".on button",
      "button:not(.open)",
      ":not(.open)",
      `${pick(tags, b)}.open`,
      ".open + *",
      ".on ~ *",
      "[aria-expanded='true']",
      "[title]",
      ":has(> .open)",
      ":is(.on, .open) span",
      `[data-part="${pick(parts, b)}"]`,
      `body ${pick(tags, b)}`,
      ":disabled",
      "[class~=y]",
      ":where(.open) *",
      "div:first-child",
    ],
    a,
  );
  // Blocks that a rule takes away would make the page shorter; the core takes their heights as said.
  const aroundToo = selector === ":not(.open)" || selector === "body div" || selector === "div:first-child";
  const said = pick(
    [
      "opacity: 0.3",
      "visibility: hidden",
      aroundToo ? "visibility: hidden" : "display: none",
      "pointer-events: none",
      "pointer-events: none !important",
      "visibility: visible",
      "opacity: 0; transition: opacity 200ms linear",
      "transition: opacity 150ms, transform 100ms",
      // Of all that is in a page it would show the head, too.
      selector === ":not(.open)" ? "opacity: 0.9" : "display: block",
      "opacity: 0.7 !important",
      "visibility: hidden; transition: visibility 200ms",
      "transition: visibility 0s 150ms",
      "pointer-events: auto",
      "transform: translateX(0.5px); transition: transform 0.1s ease-out",
      "color: rgb(10 20 30)",
      "opacity: 0.2; transition: all 100ms linear",
      "transition: none",
      "visibility: hidden !important",
      "transition-duration: 120ms",
      "--step: 40ms; opacity: var(--dim, 0.6)",
      "--dim: 0.4",
      aroundToo ? "--dim: 0.3" : "animation: rise 200ms linear",
      aroundToo ? "--dim: 0.2" : "opacity: 0.2; animation: rise 150ms ease-out 50ms both",
      aroundToo ? "--dim: 0.1" : "animation: 100ms pulse 2 alternate, rise 400ms forwards",
      aroundToo ? "opacity: 0.8" : "display: inline-block",
    ],
    c,
  );
  const whole = `${selector} { ${said} }`;
  // The core has no motion of html, body and blocks themselves; a rule that comes with a width would move them.
  const within = `${aroundToo ? "li:not(.open)" : selector} { ${said} }`;
  return pick(
    [
      whole,
      whole,
      whole,
      `@media (max-width: 700px) { ${within} }`,
      `@layer base { ${whole} }`,
      `@media (prefers-reduced-motion: reduce) { ${within} }`,
    ],
    b,
  );
};

/** What the rules above name. */
export const keyframes =
  "@keyframes rise { from { opacity: 0 } 60% { opacity: 0.9; animation-timing-function: linear } } @keyframes pulse { 50% { opacity: 0.4 } }";

export const cell = (names: Names, c: readonly number[], automatic: boolean): string => {
  const [a, b, d, e] = c;
  const to = automatic || a % 4 ? pick(names.targets, b) : "";
  const done = e % 2 || !to ? `/ ${action(names, d, e)}` : "";
  const when = automatic || a % 3 === 2 ? `[${pick(conditions(pick(names.states, d), true), e)}] ` : "";
  return `${when}${to} ${done}`.trim();
};
