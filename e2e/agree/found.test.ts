/** Differences of core and page that were found once, each with its name. */
import { afterAll, beforeAll, describe, expect } from "vitest";
import type { Part } from "../../src/core/model";
import { box, button, component, type Sketch } from "../../src/core/testing";
import { pieces } from "../../src/core/testing/pieces";
import type { Deed } from "../../src/core/testing/specifications";
import { type Held, open } from "./engine";
import { difference } from "./hold";
import { engines, several } from "./several";

/** A page of two blocks, much longer than the window. */
const long = {
  width: 800,
  height: 600,
  blocks: [
    { name: "top", height: "590px" },
    { name: "long", height: "1400px" },
  ],
};

const found: { name: string; sketch: Sketch; acts?: Deed[] }[] = [
  {
    name: "what has the focus at the start, and is hidden for that, comes back as its rules say that it moves",
    sketch: {
      parts: [button("b"), button("other")],
      states: ["s"],
      focus: { s: "→ b" },
      page: {
        width: 800,
        height: 600,
        css: '[data-part="b"] { transition: visibility 200ms } :focus-visible { visibility: hidden }',
      },
    },
    acts: [
      { kind: "wait", at: 1 },
      { kind: "wait", at: 3 },
    ],
  },
  {
    name: "what was absent and is not displayed from then on is in the document again",
    sketch: {
      parts: [button("b"), box("gone", [button("inside")], { attributes: { hidden: "" } })],
      states: ["first", "then"],
      looks: { gone: { first: "absent" } },
      reactions: { mounted: { first: "then" } },
    },
  },
  {
    name: "a condition that only speaks of visibility beats a rule of the page",
    sketch: {
      parts: [button("b", { attributes: { class: "quiet" } })],
      states: ["s"],
      data: [{ name: "on", type: "boolean", initial: true }],
      looks: { b: { always: "[on] visibility: visible" } },
      page: { width: 800, height: 600, css: ".quiet { visibility: hidden }" },
    },
  },
  {
    name: "an option that is inert is told where its list is told",
    sketch: {
      parts: [
        {
          name: "list",
          tag: "select",
          attributes: { "aria-label": "List" },
          content: [
            { name: "one", tag: "option", content: ["One"] },
            { name: "two", tag: "option", content: ["Two"] },
          ],
        },
        button("b"),
      ],
      states: ["s"],
      looks: { two: { s: "inert" } },
    },
  },
  {
    name: "an important rule beats what a look says of opacity and pointer",
    sketch: {
      parts: [button("b", { attributes: { class: "loud" } }), button("c")],
      states: ["s"],
      looks: { b: { s: "transparent; no pointer" } },
      page: { width: 800, height: 600, css: ".loud { opacity: 0.7 !important; pointer-events: auto !important }" },
    },
  },
  {
    name: "a focus that a label led out of a hold stays where nobody listens",
    sketch: {
      parts: [
        { name: "label", tag: "label", content: ["Name ", { name: "field", tag: "input" }] },
        box("panel", [button("inside")]),
      ],
      states: ["held"],
      focus: { held: "held in panel" },
    },
    acts: [
      { kind: "click", at: 0 },
      { kind: "resize", at: 1 },
    ],
  },
  {
    name: "what has a label that is hidden has no name, whatever its title says",
    sketch: {
      parts: [
        { name: "label", tag: "label", attributes: { for: "box" }, content: ["Label"] },
        { name: "box", tag: "input", attributes: { type: "checkbox", id: "box", title: "Title" } },
        button("b"),
      ],
      states: ["s"],
      looks: { label: { s: "not displayed" } },
    },
  },
  {
    name: "details are as open as their looks say, and a link in their summary leads on",
    sketch: {
      parts: [
        {
          name: "more",
          tag: "details",
          content: [
            {
              name: "sum",
              tag: "summary",
              content: ["More ", { name: "here", tag: "a", attributes: { href: "#x" }, content: ["here"] }],
            },
            { name: "told", tag: "p", content: ["told"] },
          ],
        },
        button("b"),
      ],
      states: ["shut", "wide"],
      looks: { more: { wide: 'open=""' } },
      reactions: { "click b": { shut: "wide", wide: "shut" }, "click sum": { shut: "/ stop", wide: "shut" } },
    },
    acts: [0, 1, 2, 3, 4, 3, 2, 1, 0].map((at) => ({ kind: "click", at })),
  },
  {
    name: "Enter in a field clicks the form's button, and nothing is loaded anew",
    sketch: {
      parts: [
        {
          name: "form",
          tag: "form",
          content: [
            { name: "field", tag: "input", attributes: { type: "email", "aria-label": "field" } },
            button("send", { attributes: {} }),
          ],
        },
      ],
      states: ["asked", "sent"],
      reactions: { "click send": { asked: "sent", sent: "asked" } },
    },
    acts: [
      { kind: "click", at: 1 },
      { kind: "key", at: 1 },
      { kind: "click", at: 2 },
    ],
  },
  {
    name: "words like page.width and _event.name in a text are but words",
    sketch: {
      parts: [box("said", ["${word}"]), button("b")],
      states: ["s"],
      data: [{ name: "word", type: "text", initial: "" }],
      reactions: { "click b": { s: '/ word = "_event.name of page.width"' } },
    },
    acts: [{ kind: "click", at: 1 }],
  },
  {
    name: "a header beside a cell of data is a row's, and none in a table that is none",
    sketch: {
      parts: [
        {
          name: "table",
          tag: "table",
          content: [
            {
              name: "body",
              tag: "tbody",
              content: [
                {
                  name: "row",
                  tag: "tr",
                  content: [
                    { name: "head", tag: "th", content: ["a"] },
                    { name: "cell", tag: "td", content: ["b"] },
                    { name: "far", tag: "th", content: ["c"] },
                    { name: "last", tag: "th", content: ["d"] },
                  ],
                },
              ],
            },
          ],
        },
        button("b"),
      ],
      states: ["a", "b", "c"],
      looks: { table: { b: 'role="none"' }, cell: { c: "not displayed" } },
      reactions: { "click b": { a: "b", b: "c" } },
    },
    acts: Array.from({ length: 12 }, () => ({ kind: "click", at: 8 })),
  },
  {
    name: "a link leads the focus out of what holds it, and no rule that waits for the pointer brings it back",
    sketch: {
      parts: [
        { name: "link", tag: "a", attributes: { href: "#there" }, content: ["link"] },
        button("there", { attributes: { id: "there" } }),
        button("b"),
        box("pale", ["pale"]),
      ],
      states: ["s"],
      focus: { s: "→ link; held in link" },
      reactions: { "becomes [n > 1]": { s: "/ log 1" } },
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 3 }],
      page: { width: 800, height: 600, css: '[data-part="b"]:hover ~ div { opacity: 0.4 }' },
    },
    acts: [
      { kind: "key", at: 1 },
      { kind: "move", at: 2 },
      { kind: "resize", at: 1 },
    ],
  },
  {
    name: "what a row brings about that scrolls the page at the start comes when it has been drawn, and moves",
    sketch: {
      parts: [
        button("a", { area: { block: "top" } }),
        box("mark", ["mark"], { area: { block: "long", top: "900px", height: "80px" } }),
      ],
      states: ["one", "two"],
      looks: { a: { two: "opacity: 0.4; transition: opacity 200ms linear" } },
      reactions: { "out of view mark": { one: "/ scroll to mark" }, "scroll past 200px": { always: "two" } },
      page: long,
    },
    acts: [
      { kind: "wait", at: 1 },
      { kind: "wait", at: 3 },
    ],
  },
  {
    name: "a page that glides goes on when the window changes its size",
    sketch: {
      parts: [button("b", { area: { block: "top" } })],
      states: ["s"],
      reactions: { mounted: { s: "/ scroll to 900px smoothly" } },
      page: long,
    },
    acts: [
      { kind: "wait", at: 1 },
      { kind: "resize", at: 1 },
      { kind: "wait", at: 2 },
      { kind: "wait", at: 5 },
    ],
  },
  {
    name: "what a rule changes because the focus is there from the start has nothing to move from",
    sketch: {
      parts: [button("first"), box("after", [button("inside")])],
      states: ["s"],
      focus: { s: "→ first" },
      page: {
        width: 800,
        height: 600,
        css: "button:focus ~ * { visibility: hidden }\n[data-part=inside] { transition: all 100ms }",
      },
    },
    acts: [{ kind: "wait", at: 0 }],
  },
  {
    name: "a condition holds of the focus that a component begins with, and of the one that a state gives",
    sketch: {
      parts: [button("go"), box("around", [button("inside")]), button("other")],
      states: ["s", "t"],
      focus: { s: "→ inside", t: "→ other" },
      looks: {
        inside: { s: "[focusWithin(inside)] transparent" },
        around: { always: '[focusWithin(around)] aria-busy="true"' },
        go: { always: '[focusWithin(other)] "other"' },
      },
      reactions: { "click go": { s: "t", t: "s" } },
    },
    acts: [
      { kind: "wait", at: 0 },
      { kind: "click", at: 0 },
      { kind: "click", at: 0 },
    ],
  },
  {
    name: "of a menu that is told as something else the options that are hidden are not told",
    sketch: {
      parts: [button("go"), ...pieces.choices()],
      states: ["s", "t"],
      looks: { list: { s: 'role="tab"' }, opt1: { always: "hidden" }, opt2: { always: "not displayed" } },
      reactions: { "click go": { s: "t", t: "s" } },
    },
    acts: [
      { kind: "wait", at: 0 },
      { kind: "click", at: 0 },
    ],
  },
  {
    name: "a group of radio buttons is one stop, and arrow keys go round in it",
    sketch: {
      parts: [button("b"), ...pieces.radios()],
      states: ["s"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      reactions: { "click huge": { s: "/ n = n + 1" } },
    },
    acts: [0, 0, 6, 6, 8, 9, 0, 6, 3].map((at) => ({ kind: "key", at })),
  },
  {
    name: "whoever clicks on it, it is checked as its look says",
    sketch: {
      parts: [button("b"), ...pieces.radios()],
      states: ["s", "t"],
      looks: { sure: { s: "no checked" }, small: { t: 'checked=""' }, nope: { t: 'checked=""' } },
      reactions: { "click b": { s: "t", t: "s" }, "click huge": { t: "s / prevent" } },
    },
    acts: [1, 4, 5, 0, 1, 2, 3, 4, 5, 6, 3, 0, 5].map((at) => ({ kind: "click", at })),
  },
  {
    name: "a radio button that comes back checked takes the place of what was checked meanwhile",
    sketch: {
      parts: [button("b"), ...pieces.radios()],
      states: ["without", "with"],
      looks: { wide: { without: "absent" } },
      reactions: { "click b": { without: "with" } },
    },
    acts: [2, 0, 1].map((at) => ({ kind: "click", at })),
  },
  {
    name: "a label that has its place in a block has a height, and what shows a result has none",
    sketch: {
      parts: [
        { name: "label", tag: "label", content: ["Label"], area: { block: "top" } },
        {
          name: "result",
          tag: "div",
          content: [{ name: "out", tag: "output", content: ["4"] }],
          area: { block: "next" },
        },
      ],
      states: ["s"],
      page: {
        width: 800,
        height: 600,
        blocks: [
          { name: "top", height: "200px" },
          { name: "next", height: "200px" },
        ],
        css: "label, output { overflow: hidden; max-height: 0; padding: 0 }",
      },
    },
  },
  {
    name: "what shuts nothing that has a box is as visible as an empty place",
    sketch: {
      parts: [
        { name: "head", tag: "h3", content: [{ name: "opener", tag: "button", content: ["Open"] }] },
        { name: "panel", tag: "div", content: [{ name: "words", tag: "p", content: ["Words"] }] },
        { name: "said", tag: "div", content: ["Said"] },
        { name: "empty", tag: "div" },
      ],
      states: ["closed", "open"],
      looks: { words: { closed: "not displayed" } },
      reactions: { "click anywhere": { closed: "open", open: "closed" } },
      page: {
        width: 800,
        height: 600,
        css: "div, h3 { overflow: hidden; max-height: 0; padding: 0 !important } h3 button { display: none }",
      },
    },
    acts: [0, 1, 2].map((at) => ({ kind: "click", at })),
  },
  {
    name: "what sends an event as it is entered, by an event that was sent, has it at the same instant",
    sketch: {
      parts: [{ name: "a", tag: "button", content: ["Go"] }],
      states: [{ name: "s0", entry: [{ do: "send", event: "f" }] }, { name: "s1" }],
      reactions: {
        "click anywhere": { s1: 's0 / fail "no"' },
        "on *": { s0: "s1", s1: "s0" },
      },
    },
    acts: [0, 1, 2, 3].map((at) => ({ kind: "click", at })),
  },
  {
    name: "a fieldset that is disabled lets clicks on its legend and its words through",
    sketch: {
      parts: [
        {
          name: "group",
          tag: "fieldset",
          content: [
            { name: "legend", tag: "legend", content: ["Legend"] },
            { name: "words", tag: "p", content: ["Words"] },
            { name: "field", tag: "input" },
          ],
        },
      ],
      states: ["s"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      looks: { group: { s: "disabled" } },
      reactions: { "click anywhere": { s: "/ n = n + 1" }, "click group": { s: "/ n = n + 1" } },
    },
    acts: [0, 1, 2, 3].map((at) => ({ kind: "click", at })),
  },
  {
    name: "a link to a place in closed details does not open them: that is for looks to say",
    sketch: {
      parts: [
        { name: "link", tag: "a", attributes: { href: "#told" }, content: ["Link"] },
        {
          name: "more",
          tag: "details",
          content: [
            { name: "sum", tag: "summary", content: ["More"] },
            { name: "told", tag: "p", attributes: { id: "told" }, content: ["Told"] },
          ],
        },
        button("b"),
      ],
      states: ["shut", "open"],
      looks: { more: { open: 'open=""' } },
      reactions: { "click b": { shut: "open", open: "shut" } },
    },
    acts: [
      { kind: "click", at: 0 },
      { kind: "wait", at: 0 },
      { kind: "click", at: 3 },
      { kind: "click", at: 0 },
      { kind: "click", at: 4 },
    ],
  },
  {
    name: "what a look makes transparent lies over what covers everything before it",
    sketch: {
      parts: [...pieces.scrim()],
      states: ["s"],
      looks: { scrim: { s: "shown" }, after: { s: "transparent" } },
    },
  },
  {
    name: "what is hidden is not seen while it leaves",
    sketch: {
      parts: [button("b"), box("panel", ["words"]), box("away", ["words"])],
      states: ["first", "gone"],
      looks: {
        panel: { first: "hidden", gone: "not displayed; opacity: 0; transition: opacity 200ms" },
        away: { first: "moved out", gone: "absent; opacity: 0; transition: opacity 200ms" },
      },
      reactions: { "click b": { first: "gone", gone: "first" } },
    },
    acts: [
      { kind: "click", at: 0 },
      { kind: "wait", at: 1 },
      { kind: "wait", at: 4 },
      { kind: "click", at: 0 },
      { kind: "click", at: 0 },
    ],
  },
  {
    name: "a label checks a box that is not displayed, hidden, or has no size",
    sketch: {
      parts: ["off", "veiled", "small", "framed"].flatMap((name): Part[] => [
        { name: `${name}Label`, tag: "label", attributes: { for: name }, content: [name] },
        { name, tag: "input", attributes: { type: name === "framed" ? "text" : "checkbox", id: name } },
      ]),
      states: ["s"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      looks: { off: { s: "not displayed" }, veiled: { s: "hidden" } },
      reactions: {
        "click off": { s: "/ n = n + 1" },
        "click veiled": { s: "/ n = n + 2" },
        "click small": { s: "/ n = n + 3" },
      },
      page: {
        width: 800,
        height: 600,
        css: "#small, #framed { position: absolute; opacity: 0.5; width: 0; height: 0 }",
      },
    },
    acts: [0, 1, 2, 3].map((at) => ({ kind: "click", at })),
  },
  {
    name: "what is absent while it has the focus comes back once it has lost that",
    sketch: {
      parts: [button("a"), button("b"), box("round", [button("c")])],
      states: ["s"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      looks: { b: { s: "[focusWithin(b)] absent" }, round: { s: "[focusWithin(c)] absent" } },
      reactions: { "focus leaves b": { s: "/ n = n + 1" }, "focus leaves round": { s: "/ n = n + 2" } },
    },
    acts: [
      { kind: "click", at: 1 },
      { kind: "wait", at: 0 },
      { kind: "click", at: 3 },
      { kind: "key", at: 0 },
      { kind: "key", at: 0 },
    ],
  },
  {
    name: "what goes from one way of being gone to another does not move, and so does not break off",
    sketch: {
      parts: [button("b"), box("x", ["x"])],
      states: ["first", "later"],
      looks: {
        x: {
          first: "not displayed; opacity: 0; transition: opacity 90ms",
          later: "absent; opacity: 0.2; transition: opacity 130ms",
        },
      },
      reactions: { "click b": { first: "later" }, "motion interrupted x": { later: "first" } },
    },
    acts: [
      { kind: "click", at: 0 },
      { kind: "wait", at: 3 },
    ],
  },
  ...["inner", "outer", "b"].map((gone) => ({
    name: `what is taken out under the pointer with ${gone} is not left`,
    sketch: {
      parts: [
        box("outer", [box("inner", [button("b")], { css: { padding: "4px" } })]),
        button("told", { content: ["${n}"] }),
      ],
      states: ["first", "later"],
      data: [{ name: "n", type: "integer" as const, initial: 0, min: 0, max: 99 }],
      looks: { [gone]: { later: "absent" } },
      reactions: {
        "click b": { first: "later" },
        "pointer leaves b": { first: "/ n = n + 1", later: "/ n = n + 1" },
        "pointer leaves inner": { first: "/ n = n + 5", later: "/ n = n + 5" },
      },
    },
    acts: [2, 3, 3].map((at): Deed => ({ kind: "click", at })),
  })),
  ...["shown", "absent"].map((around) => ({
    name: `a text at first in what is empty, ${around}`,
    sketch: {
      parts: [button("b"), box("holder", ["words ", box("empty", [])])],
      states: ["first", "later"],
      looks: { empty: { first: '"said"' }, holder: { first: around } },
      reactions: { "click b": { first: "later", later: "first" } },
    },
    acts: [0, 0, 0].map((at): Deed => ({ kind: "click", at })),
  })),
  ...(["first", "told", "told, last", "last", "first, told"] as const).map((absent) => ({
    name: `beneath a text: absent in ${absent}`,
    sketch: {
      parts: [button("b"), box("holder", ["words ", box("inside", ["in"]), " behind ", box("other", ["o"])])],
      states: ["first", "told", "last"],
      looks: {
        holder: { told: '"said"' },
        inside: Object.fromEntries(absent.split(", ").map((state) => [state, "absent"])),
        other: { last: "absent" },
      },
      reactions: { "click b": { first: "told", told: "last", last: "first" } },
    },
    acts: [0, 0, 0, 0, 0, 0].map((at): Deed => ({ kind: "click", at })),
  })),
  {
    name: "a motion goes on in a state that says nothing of it",
    sketch: {
      parts: [button("b"), box("x", ["x"]), box("y", ["y"])],
      states: ["shut", "opening", "open"],
      looks: {
        x: { shut: "opacity: 0.2", opening: "opacity: 0.8; transition: opacity 400ms linear", open: "opacity: 0.8" },
        y: {
          shut: "opacity: 0.2",
          opening: "opacity: 0.8; transition: opacity 400ms linear",
          open: "opacity: 0.8; transition: none",
        },
      },
      reactions: { "click b": { shut: "opening", opening: "open", open: "shut" } },
    },
    acts: [
      { kind: "click", at: 0 },
      { kind: "wait", at: 1 },
      { kind: "click", at: 0 },
      { kind: "wait", at: 0 },
      { kind: "wait", at: 4 },
    ],
  },
  {
    name: "what moves in a closed list moves for nobody: an option leaves at once, and its motion has no end",
    sketch: {
      parts: [
        {
          name: "list",
          tag: "select",
          attributes: { "aria-label": "List" },
          content: [
            { name: "one", tag: "option", content: ["One"] },
            { name: "two", tag: "option", content: ["Two"] },
          ],
        },
        button("b"),
        box("times", ["${n}"]),
      ],
      states: ["first", "later"],
      data: [{ name: "n", type: "number", initial: 0 }],
      looks: {
        one: { later: "opacity: 0.2; transition: opacity 300ms linear" },
        two: { later: "absent; opacity: 0.2; transition: opacity 300ms linear" },
      },
      reactions: {
        "click b": { first: "later", later: "first" },
        "motion ended one": { always: "/ n = n + 1" },
        "motion interrupted one": { always: "/ n = n + 1" },
      },
    },
    acts: [
      { kind: "click", at: 0 },
      { kind: "wait", at: 4 },
      { kind: "click", at: 0 },
      { kind: "click", at: 0 },
      { kind: "click", at: 0 },
    ],
  },
];

/** What leaves at a press or a release, and what is done: the click that would follow. */
const leaving: typeof found = (["pointer down", "pointer up"] as const).flatMap((kind) =>
  ["a", "around", "b", "panel"].flatMap((gone) =>
    [
      { done: "a click", acts: [{ kind: "click" as const, at: 2 }] },
      {
        done: "a drag",
        acts: [
          { kind: "down" as const, at: 2 },
          { kind: "up" as const, at: 3 },
        ],
      },
    ].map(({ done, acts }) => ({
      name: `${done} at whose ${kind} ${gone} leaves the document`,
      sketch: {
        parts: [box("panel", [box("around", [button("a")]), button("b")]), box("clicks", ["${n} ${m}"])],
        states: ["first", "later"],
        data: [
          { name: "n", type: "number", initial: 0 },
          { name: "m", type: "number", initial: 0 },
        ],
        looks: { [gone]: { later: "absent" } },
        reactions: {
          [`${kind} anywhere`]: { first: "later" } as Record<string, string>,
          "click anywhere": { always: "/ n = n + 1" },
          "click panel": { always: "/ m = m + 1" },
        },
      },
      acts,
    })),
  ),
);

describe.each(engines)("found once, in %s", (engine) => {
  let browser: Held;
  beforeAll(async () => {
    browser = await open(engine);
  });
  afterAll(() => browser?.end());
  several(engine).each([...found, ...leaving])("$name", async ({ sketch, acts = [] }) => {
    const doc = component(sketch);
    const sized = { ...doc, page: { ...doc.page, width: 800, height: 600 } };
    expect(await difference(browser, sized, acts, engine)).toBeNull();
  });
});
