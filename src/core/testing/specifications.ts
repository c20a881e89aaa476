/** Random specifications over the whole vocabulary, and random acts, to hold the core against what is delivered. */
import fc from "fast-check";
import { type Action, allParts, allStates, type Component, isHistory, type StateNode } from "../model";
import { box, component, type Sketch } from "./index";
import { pieces as plain } from "./pieces";
import { cell, data, event, keyframes, look, type Names, pick, place, rule, waitingRule } from "./vocabulary";
import { widgets } from "./widgets";

const pieces = { ...plain, ...widgets };

type Shape = { kind: "atomic" | "compound" | "parallel" | "deep"; history: 0 | 1 | 2; final: boolean; initial: number };
const shape: fc.Arbitrary<Shape> = fc.record({
  kind: fc.constantFrom(
    "atomic" as const,
    "atomic" as const,
    "compound" as const,
    "parallel" as const,
    "deep" as const,
  ),
  history: fc.constantFrom(0 as const, 0 as const, 1 as const, 2 as const),
  final: fc.boolean(),
  initial: fc.nat(3),
});

const twin = (name: string): StateNode => ({ name, states: [{ name: `${name}x` }, { name: `${name}y` }] });

function statesOf(shapes: readonly Shape[]): StateNode[] {
  return shapes.map((s, i): StateNode => {
    const name = `s${i}`;
    if (s.kind === "atomic") return { name };
    const region = (r: string): StateNode => ({
      name: r,
      states: [{ name: `${r}x` }, s.final ? { name: `${r}y`, kind: "final" } : { name: `${r}y` }],
    });
    const history: StateNode[] = s.history
      ? [
          {
            name: `${name}h`,
            kind: s.history === 1 ? "history" : "deep history",
            ...(s.initial % 2
              ? { initial: `${name}bx`, initialActions: [{ do: "assign", data: "n", value: "2" }] }
              : {}),
          },
        ]
      : [];
    if (s.kind === "deep")
      return {
        name,
        ...(s.initial === 1
          ? { initial: [`${name}cpy`, `${name}cqx`] }
          : s.initial === 2
            ? { initial: `${name}bx` }
            : {}),
        states: [
          region(`${name}b`),
          { name: `${name}c`, kind: "parallel", states: [twin(`${name}cp`), twin(`${name}cq`)] },
          ...history,
        ],
      };
    if (s.kind === "parallel") return { name, kind: "parallel", states: [region(`${name}p`), region(`${name}q`)] };
    return {
      name,
      ...(s.initial === 3 ? { initial: `${name}by` } : {}),
      states: [{ name: `${name}a` }, region(`${name}b`), ...history],
    };
  });
}

/** Targets in several regions at once, and ones that stay inside the state that the cell is of. */
const several = (states: StateNode[]): string[] =>
  allStates({ states }).flatMap(({ state }) =>
    state.kind === "parallel"
      ? [state.states!.map((r) => r.states!.at(-1)!.name).join(", "), `internal ${state.states![0].states![1].name}`]
      : [],
  );

/** A choice that is made once it is known what there is to choose from; smaller numbers are simpler. */
const choice = fc.nat(997);

const numbers = fc.tuple(choice, choice, choice, choice);

/** What a specification is made of. */
interface Made {
  pieces: string[];
  states: Shape[];
  rows: { event: [number, number]; cells: [number, number, number, number][] }[];
  looks: [number, number, number, number][];
  rules: [number, number, number][];
  waiting: [number, number, number][];
  focus: [number, number, number][];
  lifecycle: [number, number, number][];
  blocks: boolean;
}

/** @param atLeast of rows and of looks */
const made = (atLeast: number, atMost: number): fc.Arbitrary<Made> =>
  fc.record({
    pieces: fc.subarray(Object.keys(pieces), { minLength: 1 }),
    states: fc.array(shape, { minLength: 1, maxLength: 3 }),
    rows: fc.array(
      fc.record({ event: fc.tuple(choice, choice), cells: fc.array(numbers, { minLength: 1, maxLength: 3 }) }),
      { minLength: atLeast, maxLength: 9 },
    ),
    looks: fc.array(fc.tuple(choice, choice, choice, choice), { minLength: atLeast, maxLength: atMost }),
    rules: fc.array(fc.tuple(choice, choice, choice), { maxLength: 5 }),
    waiting: fc.oneof(
      { weight: 3, arbitrary: fc.constant<[number, number, number][]>([]) },
      { weight: 2, arbitrary: fc.array(fc.tuple(choice, choice, choice), { maxLength: 4 }) },
    ),
    focus: fc.array(fc.tuple(choice, choice, choice), { maxLength: 2 }),
    lifecycle: fc.array(fc.tuple(choice, choice, choice), { maxLength: 2 }),
    blocks: fc.boolean(),
  });

/** Always readable; over the whole vocabulary, with every kind of container. */
export const specifications: fc.Arbitrary<Component> = made(0, 9).map(build);

const few = (most: number): fc.Arbitrary<number[]> => fc.array(choice, { minLength: 1, maxLength: most });

/**
 * The same of few words: few parts are spoken of, in the same few ways, in many states, so that one thing comes while another
 * is under way and states say the same.
 */
export const crowded: fc.Arbitrary<Component> = fc
  .record({
    made: made(3, 16),
    pieces: fc.subarray(Object.keys(pieces), { minLength: 1, maxLength: 3 }),
    parts: few(2),
    looks: few(4),
    events: fc.array(fc.tuple(choice, choice), { minLength: 1, maxLength: 4 }),
    rules: few(3),
  })
  .map(({ made: m, ...words }) =>
    build({
      ...m,
      pieces: words.pieces,
      looks: m.looks.map(([p, s, a, b]) => [pick(words.parts, p), s, pick(words.looks, a), b]),
      rows: m.rows.map(({ event: [a], cells }) => ({ event: pick(words.events, a), cells })),
      rules: m.rules.map(([a, b, c]) => [pick(words.rules, a), b, pick(words.rules, c)]),
    }),
  );

/** Small ones of states beside one another: what the kernel has for others is left out of their pages. */
export const small: fc.Arbitrary<Component> = fc
  .record({
    made: made(1, 4),
    pieces: fc.subarray(Object.keys(pieces), { minLength: 1, maxLength: 3 }),
    states: fc.integer({ min: 2, max: 4 }),
    rows: fc.integer({ min: 1, max: 4 }),
  })
  .map(({ made: m, pieces, states, rows }) =>
    build({
      ...m,
      pieces,
      states: Array.from({ length: states }, () => ({ kind: "atomic", history: 0, final: false, initial: 0 })),
      rows: m.rows.slice(0, rows),
    }),
  );

function build(d: Made): Component {
  const states = statesOf(d.states);
  const parts = d.pieces.flatMap((p) => pieces[p]());
  if (d.blocks) {
    for (const p of parts) if (!p.covers) p.area = { block: "top" };
    parts.push(box("mark", ["mark"], { area: { block: "long", top: "500px", height: "100px" } }));
  }
  // Where links lead to; how far a page scrolls for it only the page knows.
  const led = allParts({ parts })[(d.waiting[0]?.[1] ?? 0) % allParts({ parts }).length].part;
  if (d.waiting.length && !d.blocks && !led.attributes?.id) led.attributes = { ...led.attributes, id: "nowhere" };
  const all = allStates({ states }).map((s) => s.state);
  const operable = allParts({ parts })
    .map((p) => p.part)
    .filter((p) => /^(button|input|a|summary|select|textarea)$/.test(p.tag) || p.attributes?.tabindex);
  const names: Names = {
    parts: allParts({ parts }).map((p) => p.part.name),
    operable: operable.length ? operable.map((p) => p.name) : [allParts({ parts })[0].part.name],
    states: all.filter((s) => !isHistory(s)).map((s) => s.name),
    targets: [...all.map((s) => s.name), ...several(states)],
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
      const timed =
        on === "after"
          ? `${pick(["100ms", "250ms", "0.4s", "calc(var(--step) + 20ms)"], c[0])} → `
          : on === "every"
            ? "150ms → "
            : "";
      cells[state] = c[1] % 9 === 8 && !timed ? "ignored" : `${timed}${text}`;
    }
  }
  const looks: Record<string, Record<string, string>> = {};
  const fields = new Set([
    "field",
    "check",
    "within",
    "image",
    "asked",
    "area",
    "bar",
    "list",
    "small",
    "large",
    "huge",
    "sure",
    "yes",
    "nope",
    "agree",
    "meter",
    "rule",
  ]);
  for (const [p, s, a, b] of d.looks) {
    const part = pick(names.parts, p);
    const said = part === "drawer" && a % 4 ? place(b) : look(names, a, b);
    // A field has no text inside that a look could replace.
    if (fields.has(part) && said.includes('"text')) continue;
    // Where details have no summary browsers show one of their own; who clicks on it focuses it in one browser and not in another.
    if ((part === "more" && said.includes('"text')) || (part === "sum" && said.includes("absent"))) continue;
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
  // No part reaches beneath the drawer: what lies over what there is not said.
  const room = d.pieces.includes("drawer") ? ["body { padding-right: 80px }"] : [];
  const rules = [...room, ...d.rules.map((r) => rule(names, ...r)), ...d.waiting.map((r) => waitingRule(names, ...r))];
  if (rules.some((r) => r.includes("animation:"))) rules.push(keyframes);
  const css = rules.join("\n");
  const used = JSON.stringify([reactions, d.lifecycle.length]);
  const sketch: Sketch = {
    parts,
    states,
    data,
    tokens: { "--step": "80ms", "--gap": "calc(2px * 2)" },
    requests: [
      { name: "ask", method: "POST", path: "/ask", latency: "300ms", outcome: d.looks.length % 3 ? "ok" : "fails" },
    ],
    page: d.blocks
      ? {
          ...(css ? { css } : {}),
          width: 800,
          height: 600,
          blocks: [
            { name: "top", height: "590px" },
            { name: "long", height: "1400px" },
          ],
        }
      : { ...(css ? { css } : {}), width: 800, height: 600 },
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
    const done: Action[] = [
      { do: "assign", data: "n", value: "n + 1" },
      { do: "raise", event: "e" },
      { do: "send", event: "f" },
      { do: "assign", data: "flag", value: "!flag" },
      { do: "focus", target: { part: pick(names.operable, a) } },
      { do: "start", timer: "nap", after: "120ms" },
      { do: "cancel", timer: "nap" },
      { do: "announce", text: "in ${n}" },
      { do: "request", request: "ask" },
      {
        do: "block",
        actions: [
          { do: "assign", data: "kind", value: '"zz"' },
          { do: "raise", event: "g" },
        ],
      },
      {
        do: "if",
        branches: [{ when: `in("${pick(names.states, a)}")`, actions: [{ do: "assign", data: "n", value: "3" }] }],
      },
    ];
    state[k % 2 ? "exit" : "entry"] = [pick(done, a)];
  }
  return { ...sketch, states };
}

/** What is done, as far as it can be said before anybody knows what is there. */
export interface Deed {
  kind: "click" | "key" | "wait" | "down" | "up" | "move" | "scroll" | "resize" | "blur" | "calm" | "keyDown" | "keyUp";
  at: number;
  /** The key itself, where it is none of those that are drawn. */
  key?: string;
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
