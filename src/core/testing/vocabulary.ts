/** The words of random specifications: markup, conditions, actions, events and looks, chosen by number. */
import { partArgument } from "../expression";
import type { Component } from "../model";

export const data: Component["data"] = [
  { name: "n", type: "integer", initial: 0, min: 0, max: 3 },
  { name: "flag", type: "boolean", initial: false },
  { name: "word", type: "text", initial: "x" },
  { name: "x", type: "number", initial: 0.5 },
  { name: "kind", type: "one of", values: ["p", "q"], initial: "p" },
];

export const pick = <T>(list: readonly T[], n: number): T => list[n % list.length];

const conditions = (state: string, name: string): string[] => withPart(state, partArgument(name));
const withPart = (state: string, part: string): string[] => [
  "n > 0",
  "flag",
  "n % 2 == 0",
  `in("${state}")`,
  `!in("${state}")`,
  'word == "x"',
  'kind == "q"',
  "x > 0.6 || flag && n < 2",
  "n == 1 ? flag : !flag",
  '`${n}` == "1"',
  "page.width < 700",
  "page.reducedMotion",
  "page.scroll > 100",
  "page.height < 700",
  `focusWithin(${part})`,
  `hovered(${part})`,
  `!focusWithin(${part}) && n < 2`,
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
      "x = x / 2 + n",
      "focus next",
      "focus previous",
      "send e after 100ms as later",
      "cancel later",
      'fail "no"',
      "word = flag ? `a${n}` : word",
      'announce "${word} ${x}"',
      ...(blocks
        ? [
            "scroll to 0px",
            "scroll to 420px",
            "scroll to mark",
            "scroll to 100%",
            "scroll to 900px smoothly",
            "scroll to mark smoothly",
            "scroll to 0px smoothly",
          ]
        : []),
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
      `becomes [focusWithin(${partArgument(part)})]`,
      `becomes [hovered(${partArgument(part)})]`,
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
      "press Enter",
      "press Ctrl+k",
      `press Tab in ${part}`,
      `click outside ${pick(operable, b)}`,
      "on later.*",
      "becomes [x > 0.6]",
      `press Home in ${part}`,
      `press ArrowRight in ${pick(operable, b)}`,
      "press A",
      "press Ctrl+Shift+K",
      "press ?",
      "press +",
      ...(blocks
        ? [
            "scroll past 200px",
            "scroll back above 200px",
            "in view mark at 50%",
            "out of view mark",
            "scroll past 40vh",
          ]
        : []),
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
      "opacity: 0.3; transition: opacity 200ms cubic-bezier(0.3, 0, 0.6, 1)",
      "opacity: 0.9; transition: opacity 200ms steps(3)",
      'open=""',
      "no open",
      'role="none"',
      "opacity: ${x / 4}",
      "absent; [flag] shown",
      'checked=""',
      "no checked",
      'shown; [n > 0] checked=""',
      'aria-checked="${flag}"',
      'aria-selected="true"; tabindex="0"',
      'aria-valuenow="${n}"; value="${n}"',
      "display: grid",
      "scale: 0; transition: scale 100ms linear",
      "scale: 1; transition: scale 150ms",
      "clip-path: inset(100%)",
      "filter: opacity(0.5)",
      'no role; aria-label="plain"',
    ],
    a,
  );
  return b % 4 === 1 ? `; [${pick(conditions(pick(names.states, b), pick(names.parts, a + b)), b)}] ${first}` : first;
};

/** Looks of what is brought out of view and into it. */
export const place = (a: number): string =>
  pick(
    [
      "transform: translateX(100%)",
      "transform: translateX(calc(100% + 8px)); transition: transform 300ms ease-in 50ms",
      "transform: translateX(0); transition: transform 120ms",
      "right: -60px; transition: right 200ms linear",
      "right: -61px",
      "transform: translate(120%, 0); opacity: 0.5",
      "transform: none; transition: none",
      "translate: 60px; transition: none",
    ],
    a,
  );

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
  const aroundToo = [":not(.open)", "body div", "div:first-child", ":has(> .open)"].includes(selector);
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
      // What is fixed would lie in what is around it.
      aroundToo ? "color: rgb(0 0 90)" : "transform: translateX(0.5px); transition: transform 0.1s ease-out",
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
      aroundToo ? "--dim: 0.5" : "animation: rise 100ms forwards, pulse 200ms linear 150ms",
      aroundToo ? "opacity: 0.8" : "display: inline-block",
      aroundToo ? "opacity: 0.7" : "overflow: hidden; max-height: 0; padding: 0 !important",
      aroundToo ? "opacity: 0.9" : "overflow: hidden; width: 0; padding: 0 !important; transition: width 200ms linear",
      aroundToo ? "--dim: 0.6" : "transform: scale(0); transition: transform 100ms linear",
    ],
    c,
  );
  const whole = `${selector} { ${said} }`;
  // The core has no motion of html, body and blocks themselves; a rule that comes with a width would move them.
  const within = `${aroundToo ? "li:not(.open)" : selector} { ${said} }`;
  // Laid over all else, and never hit: it moves nothing.
  const inside = pick(
    [
      '"+"',
      '"+" / "more"',
      "attr(title)",
      'attr(aria-expanded, "so")',
      '"a" counter(k) "b"',
      "none",
      "var(--sign, '!')",
    ],
    b + c,
  );
  const over = `position: absolute; pointer-events: none; ${pick(["", "", "visibility: hidden", "display: none", "--sign: 'x'"], a + c)}`;
  return pick(
    [
      whole,
      whole,
      whole,
      `${selector}::${b % 2 ? "before" : "after"} { content: ${inside}; ${over} }`,
      `@media (max-width: 700px) { ${within} }`,
      `@layer base { ${whole} }`,
      `@media (prefers-reduced-motion: reduce) { ${within} }`,
    ],
    b,
  );
};

/** Rules that wait for what a person does. Parts that are pointed at do not go from under the pointer by them. */
export const waitingRule = ({ parts }: Names, a: number, b: number, c: number): string => {
  const [part, other] = [pick(parts, b), pick(parts, b + c + 1)].map((n) => `[data-part="${n}"]`);
  const doing = pick([":hover", ":focus", ":focus-visible", ":active", ":focus-within", ":target"], a);
  const selector = pick(
    [
      `${part}${doing}`,
      `${part}${doing} ${other}`,
      `${part}${doing} + *`,
      `button${doing} ~ *`,
      `body:has(${part}${doing}) ${other}`,
      `${part}:not(${doing})`,
      `:is(a, button, input, label)${doing}`,
      `label${doing} ~ ${other}`,
    ],
    b + c,
  );
  const said = pick(
    [
      "opacity: 0.3",
      "opacity: 0.8; transition: opacity 200ms linear",
      "opacity: 0.6 !important",
      "opacity: 0.4; transition: opacity 0.1s 50ms",
      "color: rgb(10 20 30)",
      selector.includes(" ") ? "visibility: hidden" : "opacity: 0.2",
      selector.includes(" ") ? "pointer-events: none" : "opacity: 0.1",
      "visibility: visible",
      "animation: rise 200ms linear",
      "animation: rise 100ms, pulse 200ms linear 150ms forwards",
      "overflow: hidden; height: 0; padding: 0 !important; transition: height 150ms linear",
    ],
    c,
  );
  return `${selector} { ${said} }`;
};

/** What the rules above name. */
export const keyframes =
  "@keyframes rise { from { opacity: 0 } 60% { opacity: 0.9; animation-timing-function: linear } } @keyframes pulse { 50% { opacity: 0.4 } }";

export const cell = (names: Names, c: readonly number[], automatic: boolean): string => {
  const [a, b, d, e] = c;
  const to = automatic || a % 4 ? pick(names.targets, b) : "";
  const done = e % 2 || !to ? `/ ${action(names, d, e)}` : "";
  const when =
    automatic || a % 3 === 2 ? `[${pick(conditions(pick(names.states, d), pick(names.parts, a + e)), e)}] ` : "";
  return `${when}${to} ${done}`.trim();
};
