/** Random specifications over the whole vocabulary, and random acts, to hold the core against what is delivered. */
import fc from "fast-check";
import { allParts, allStates, type Component, isHistory, type Part, type StateNode } from "../model";
import { box, button, component, type Sketch } from "./index";

/** Pieces of markup; a specification has some of them. */
const pieces: Record<string, () => Part[]> = {
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
    box("cover", [box("dialog", [button("ok"), button("no")], { attributes: { role: "dialog", tabindex: "-1" } })], {
      css: { position: "fixed", inset: "0", background: "rgb(0 0 0 / 20%)" },
      covers: "viewport",
      layer: 5,
    }),
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
  styled: () => [
    box("faint", [box("flex", [button("fx")], { css: { display: "flex" } })], { css: { opacity: "0.5" } }),
    box("gone", [button("gb")], { attributes: { hidden: "" } }),
  ],
};

const data: Component["data"] = [
  { name: "n", type: "integer", initial: 0, min: 0, max: 3 },
  { name: "flag", type: "boolean", initial: false },
  { name: "word", type: "text", initial: "x" },
  { name: "kind", type: "one of", values: ["p", "q"], initial: "p" },
];

type Shape = { kind: "atomic" | "compound" | "parallel"; history: 0 | 1 | 2; final: boolean };
const shape: fc.Arbitrary<Shape> = fc.record({
  kind: fc.constantFrom("atomic" as const, "atomic" as const, "compound" as const, "parallel" as const),
  history: fc.constantFrom(0 as const, 0 as const, 1 as const, 2 as const),
  final: fc.boolean(),
});

function statesOf(shapes: readonly Shape[]): StateNode[] {
  return shapes.map((s, i): StateNode => {
    const name = `s${i}`;
    if (s.kind === "atomic") return { name };
    const region = (r: string): StateNode => ({
      name: r,
      states: [{ name: `${r}x` }, s.final ? { name: `${r}y`, kind: "final" } : { name: `${r}y` }],
    });
    if (s.kind === "parallel") return { name, kind: "parallel", states: [region(`${name}p`), region(`${name}q`)] };
    const history: StateNode[] = s.history
      ? [{ name: `${name}h`, kind: s.history === 1 ? "history" : "deep history" }]
      : [];
    return { name, states: [{ name: `${name}a` }, region(`${name}b`), ...history] };
  });
}

/** A choice that is made once it is known what there is to choose from; smaller numbers are simpler. */
const choice = fc.nat(997);
const pick = <T>(list: readonly T[], n: number): T => list[n % list.length];

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

interface Names {
  parts: string[];
  operable: string[];
  states: string[];
  targets: string[];
  blocks: boolean;
}

const action = ({ operable, parts }: Names, a: number, b: number): string =>
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
    ],
    a,
  );

const event = ({ parts, operable, states, blocks }: Names, a: number, b: number): string => {
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
      ...(blocks ? ["scroll past 200px", "scroll back above 200px", "in view mark at 50%", "out of view mark"] : []),
    ],
    a,
  );
};

const look = (names: Names, a: number, b: number): string => {
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
    ],
    a,
  );
  return b % 4 === 1 ? `; [${pick(conditions(pick(names.states, b), true), b)}] ${first}` : first;
};

const cell = (names: Names, c: readonly number[], automatic: boolean): string => {
  const [a, b, d, e] = c;
  const to = automatic || a % 4 ? pick(names.targets, b) : "";
  const done = e % 2 || !to ? `/ ${action(names, d, e)}` : "";
  const when = automatic || a % 3 === 2 ? `[${pick(conditions(pick(names.states, d), true), e)}] ` : "";
  return `${when}${to} ${done}`.trim();
};

const numbers = fc.tuple(choice, choice, choice, choice);

/** Always readable; over the whole vocabulary, with every kind of container. */
export const specifications: fc.Arbitrary<Component> = fc
  .record({
    pieces: fc.subarray(Object.keys(pieces), { minLength: 1 }),
    states: fc.array(shape, { minLength: 1, maxLength: 3 }),
    rows: fc.array(
      fc.record({ event: fc.tuple(choice, choice), cells: fc.array(numbers, { minLength: 1, maxLength: 3 }) }),
      {
        maxLength: 9,
      },
    ),
    looks: fc.array(fc.tuple(choice, choice, choice, choice), { maxLength: 9 }),
    focus: fc.array(fc.tuple(choice, choice, choice), { maxLength: 2 }),
    lifecycle: fc.array(fc.tuple(choice, choice, choice), { maxLength: 2 }),
    blocks: fc.boolean(),
  })
  .map(build);

function build(d: {
  pieces: string[];
  states: Shape[];
  rows: { event: [number, number]; cells: [number, number, number, number][] }[];
  looks: [number, number, number, number][];
  focus: [number, number, number][];
  lifecycle: [number, number, number][];
  blocks: boolean;
}): Component {
  const states = statesOf(d.states);
  const parts = d.pieces.flatMap((p) => pieces[p]());
  if (d.blocks) {
    for (const p of parts) if (!p.covers) p.area = { block: "top" };
    parts.push(box("mark", ["mark"], { area: { block: "long", top: "500px", height: "100px" } }));
  }
  const all = allStates({ states }).map((s) => s.state);
  const operable = allParts({ parts })
    .map((p) => p.part)
    .filter((p) => /^(button|input|a)$/.test(p.tag) || p.attributes?.tabindex);
  const names: Names = {
    parts: allParts({ parts }).map((p) => p.part.name),
    operable: operable.length ? operable.map((p) => p.name) : [allParts({ parts })[0].part.name],
    states: all.filter((s) => !isHistory(s)).map((s) => s.name),
    targets: all.map((s) => s.name),
    blocks: d.blocks,
  };
  const living = ["always", ...all.filter((s) => !isHistory(s) && s.kind !== "final").map((s) => s.name)];
  const reactions: Record<string, Record<string, string>> = {};
  for (const row of d.rows) {
    const on = event(names, ...row.event);
    reactions[on] ??= {};
    const cells = reactions[on];
    for (const [i, c] of row.cells.entries()) {
      const state = pick(living, i + c[3]);
      const text = cell(names, c, on === "automatic");
      const timed = on === "after" ? `${pick([100, 250, 400], c[0])}ms → ` : on === "every" ? "150ms → " : "";
      cells[state] = c[1] % 9 === 8 && !timed ? "ignored" : `${timed}${text}`;
    }
  }
  const looks: Record<string, Record<string, string>> = {};
  const fields = new Set(["field", "check"]);
  for (const [p, s, a, b] of d.looks) {
    const part = pick(names.parts, p);
    const said = look(names, a, b);
    // A field has no text inside that a look could replace.
    if (fields.has(part) && said.includes('"text')) continue;
    looks[part] ??= {};
    looks[part][pick(["always", ...names.states], s)] = said;
  }
  const focus: Record<string, string> = {};
  for (const [s, p, k] of d.focus) {
    const part = pick(names.parts, p);
    focus[pick(names.states, s)] = pick(
      [
        `→ ${pick(names.operable, p)}`,
        `held in ${part}`,
        `→ first in ${part}`,
        `→ first in ${part}; held in ${part}`,
        "→ back",
      ],
      k,
    );
  }
  const used = JSON.stringify([reactions, d.lifecycle.length]);
  const sketch: Sketch = {
    parts,
    states,
    data,
    requests: [{ name: "ask", method: "POST", path: "/ask", latency: "300ms", outcome: "ok" }],
    page: d.blocks
      ? {
          width: 800,
          height: 600,
          blocks: [
            { name: "top", height: "590px" },
            { name: "long", height: "1400px" },
          ],
        }
      : { width: 800, height: 600 },
    looks,
    focus,
    reactions,
  };
  // A timer that nobody starts is not known.
  if (reactions["timer nap"] && !used.includes("start nap")) delete reactions["timer nap"];
  return component(withLifecycle(sketch, names, d.lifecycle));
}

function withLifecycle(sketch: Sketch, names: Names, lifecycle: readonly [number, number, number][]): Sketch {
  const states = JSON.parse(JSON.stringify(sketch.states)) as StateNode[];
  const plain = allStates({ states }).filter((s) => !isHistory(s.state));
  for (const [s, k, a] of lifecycle) {
    const { state } = pick(plain, s);
    const text = pick(
      ["n = n + 1", "raise e", "send f", "flag = !flag", `if [in("${pick(names.states, a)}")] (n = 3)`],
      a,
    );
    const done = text.startsWith("if")
      ? ({
          do: "if",
          branches: [{ when: text.slice(4, text.indexOf("]")), actions: [{ do: "assign", data: "n", value: "3" }] }],
        } as const)
      : text.startsWith("raise")
        ? ({ do: "raise", event: "e" } as const)
        : text.startsWith("send")
          ? ({ do: "send", event: "f" } as const)
          : text.startsWith("n")
            ? ({ do: "assign", data: "n", value: "n + 1" } as const)
            : ({ do: "assign", data: "flag", value: "!flag" } as const);
    state[k % 2 ? "exit" : "entry"] = [JSON.parse(JSON.stringify(done))];
  }
  return { ...sketch, states };
}

/** What is done, as far as it can be said before anybody knows what is there. */
export interface Deed {
  kind: "click" | "key" | "wait" | "down" | "up" | "move" | "scroll" | "resize" | "blur" | "calm" | "keyDown" | "keyUp";
  at: number;
}
export const deeds: fc.Arbitrary<Deed[]> = fc.array(
  fc.record({
    kind: fc.constantFrom<Deed["kind"]>(
      "click",
      "click",
      "click",
      "key",
      "key",
      "wait",
      "wait",
      "move",
      "down",
      "up",
      "scroll",
      "resize",
      "blur",
      "calm",
      "keyDown",
      "keyUp",
    ),
    at: choice,
  }),
  { minLength: 1, maxLength: 12 },
);
