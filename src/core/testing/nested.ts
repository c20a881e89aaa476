/**
 * Random specifications of parts in parts in parts, in few words each of which meets all others: what comes, goes, stands back
 * and gives way to a text; what moves; what the pointer and the focus hear of; what rules of the page say.
 */
import fc from "fast-check";
import { allParts, type Component, type Part } from "../model";
import { box, button, component, type Sketch } from "./index";

const states = ["s0", "s1", "s2", "s3"];

interface Vocabulary {
  looks: readonly string[];
  events: readonly string[];
  rules: readonly string[];
  actions: readonly string[];
  css?: string;
}

const presence = ["absent", "not displayed", "shown", "hidden", "moved out", "[n > 0] absent"];
const vocabularies: Record<string, Vocabulary> = {
  presence: {
    looks: [
      ...presence,
      '"text"',
      '"text ${n}"',
      "inert",
      "disabled",
      '[n > 0] "more"',
      "[n > 1] shown",
      "absent; opacity: 0.5; transition: opacity 100ms linear",
      "not displayed; opacity: 0; transition: opacity 80ms",
    ],
    events: ["click a", "click c", "press Escape"],
    rules: ["→ c", "→ first in outer", "→ back", "held in inner", "→ d; held in outer"],
    actions: ["n = n + 1", "n = 0", "focus c", "focus back"],
  },
  motion: {
    looks: [
      "not displayed; transition: opacity 90ms; opacity: 0",
      "absent; transition: opacity 130ms linear; opacity: 0.2",
      "shown; opacity: 1; transition: opacity 110ms linear 30ms",
      "opacity: 0.4; transition: opacity 100ms",
      "opacity: ${0.3 + n / 10}; transition: opacity 70ms steps(2)",
      "transition: none; opacity: 0.6",
      "hidden; transition: opacity 100ms; opacity: 0",
      "moved out; transition: transform 100ms",
      "outline-offset: 4px; transition: outline-offset 120ms ease-out 20ms",
      '"text"',
      "shown",
      "absent",
    ],
    events: ["click a", "click c", "motion ended deep", "motion interrupted deep", "motion ended d"],
    rules: ["", "→ c", "held in inner"],
    actions: ["n = n + 1", "n = 0"],
  },
  pointer: {
    looks: [
      ...presence,
      '"text"',
      "no pointer",
      "pointer",
      "disabled",
      "inert",
      "[hovered(c)] not displayed",
      "[hovered(inner)] hidden",
      "[hovered(outer)] no pointer",
    ],
    events: [
      "pointer enters inner",
      "pointer leaves inner",
      "pointer enters c",
      "pointer leaves c",
      "pointer enters outer",
      "click inner",
      "click outside inner",
      "pointer down c",
      "pointer up outer",
    ],
    rules: ["", "→ c"],
    actions: ["n = n + 1", "stop", "prevent", "focus d"],
  },
  focus: {
    looks: [
      ...presence,
      '"text"',
      "disabled",
      "inert",
      'tabindex="0"',
      'tabindex="-1"',
      "no tabindex",
      "[focusWithin(a)] hidden",
      "[focusWithin(b)] inert",
      "[focusWithin(a)] disabled",
    ],
    events: [
      "focus enters inner",
      "focus leaves inner",
      "focus enters c",
      "focus leaves outer",
      "press Tab",
      "press Escape in inner",
      "press Enter in c",
      "click a",
    ],
    rules: [
      "→ c",
      "→ d",
      "→ first in outer",
      "→ last in outer",
      "→ next in outer",
      "→ back",
      "held in inner",
      "held in outer",
      "→ c; held in inner",
    ],
    actions: ["n = n + 1", "stop", "prevent", "focus c", "focus back", "focus next in outer"],
  },
  rules: {
    looks: [
      ...presence,
      ".on",
      ".off",
      "no .on",
      ".on; .off",
      '"text"',
      'aria-expanded="true"',
      "[n > 0] .on",
      "disabled",
    ],
    events: ["click a", "click c", "pointer enters inner"],
    rules: ["", "→ c", "→ back"],
    actions: ["n = n + 1", "n = 0"],
    css: `.on { opacity: 0.5; transition: opacity 100ms linear }
.off { display: none }
.on .off { display: block; visibility: hidden }
.on > b, .off ~ button { opacity: 0.7 }
[aria-expanded=true] { outline-offset: 3px; transition: outline-offset 80ms }
:has(> .on) { opacity: 0.9 }
button:focus .on, div:hover > .on { visibility: hidden }
:disabled ~ * { pointer-events: none }`,
  },
};
const late = ["", "", "after 40ms", "after 120ms", "every 90ms"];

/** Words before, between and behind, some of which change. */
const parts = (): Part[] => [
  button("a"),
  button("b"),
  box("outer", [
    "before ${n} ",
    box("inner", [
      button("c"),
      " then ",
      box("deep", ["deep ", { name: "bold", tag: "b", content: ["bold"] } as Part]),
    ]),
    " between ",
    button("d", { content: ["d ${n}"] }),
    box("last", []),
  ]),
];
const named = ["outer", "inner", "c", "deep", "bold", "d", "last"];

const at = fc.nat(states.length - 1);
const nth = fc.nat(1000);
const pick = <T>(list: readonly T[], i: number): T => list[i % list.length];

export const nested: fc.Arbitrary<Component> = fc
  .record({
    words: fc.constantFrom(...Object.values(vocabularies)),
    looks: fc.array(fc.tuple(fc.constantFrom(...named), at, nth), { minLength: 5, maxLength: 18 }),
    initial: fc.array(fc.tuple(fc.constantFrom("inner", "c", "d", "deep"), fc.constantFrom("hidden", "inert")), {
      maxLength: 2,
    }),
    rules: fc.array(fc.tuple(at, nth), { maxLength: 3 }),
    rows: fc.array(fc.tuple(nth, fc.array(fc.tuple(at, at, nth, fc.boolean()), { minLength: 2, maxLength: 4 })), {
      minLength: 2,
      maxLength: 5,
    }),
    timed: fc.tuple(fc.constantFrom(...late), at, at),
  })
  .map(({ words, looks, initial, rules, rows, timed: [when, from, to] }) => {
    const said: Record<string, Record<string, string>> = {};
    for (const [part, s, look] of looks) {
      const text = pick(words.looks, look);
      const isOnControl = part === "c" || part === "d";
      if (text.includes("disabled") && !isOnControl) continue;
      // Whether the end of a motion is heard that takes its part away, the page's clock of tests does not show.
      if ((part === "deep" || part === "d") && /(absent|not displayed);/.test(text)) continue;
      said[part] = { ...said[part], [states[s]]: text };
    }
    const reactions: Record<string, Record<string, string>> = {};
    for (const [event, cells] of rows) {
      const row: Record<string, string> = {};
      for (const [s, next, action, acts] of cells)
        row[states[s]] = `${states[next]}${acts ? ` / ${pick(words.actions, action)}` : ""}`;
      reactions[pick(words.events, event)] = row;
    }
    const [kind, ms] = when.split(" ");
    if (kind) reactions[kind] = { [states[from]]: `${ms} → ${states[to]}` };
    const sketch: Sketch = {
      parts: parts(),
      states,
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 3 }],
      looks: said,
      focus: Object.fromEntries(
        rules.flatMap(([s, rule]) => (pick(words.rules, rule) ? [[states[s], pick(words.rules, rule)]] : [])),
      ),
      reactions,
      page: { width: 800, height: 600, ...(words.css ? { css: words.css } : {}) },
    };
    const doc = component(sketch);
    for (const { part } of allParts(doc))
      for (const [name, attribute] of initial)
        if (name === part.name) part.attributes = { ...part.attributes, [attribute]: "" };
    return doc;
  });
