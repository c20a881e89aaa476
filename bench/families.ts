/** How exploring grows: families of specifications of one kind, each larger than the one before; and one by hand. */
import { type Component, setLook, setReaction } from "../src/core/model";
import { compile } from "../src/core/program";
import { Explorer, newMemo, prove } from "../src/core/proof";
import { button, component } from "../src/core/testing";
import { type Dialog, initial, reduce } from "./reducer";

export type Row = [what: string, number: string, aim: string];
const names = (n: number, stem: string): string[] => Array.from({ length: n }, (_x, i) => `${stem}${i}`);

/** n switches side by side: 2ⁿ states, each with the focus anywhere. */
const toggles = (n: number): Component =>
  component({
    parts: names(n, "b").map((b) => button(b)),
    states: [
      {
        name: "all",
        kind: "parallel",
        states: names(n, "r").map((r) => ({ name: r, states: [{ name: `${r}off` }, { name: `${r}on` }] })),
      },
    ],
    reactions: Object.fromEntries(
      names(n, "").map((i) => [`click b${i}`, { [`r${i}off`]: `r${i}on`, [`r${i}on`]: `r${i}off` }]),
    ),
  });
/** n timers that each button starts anew: every subset of them runs, in every order and at every distance. */
const timers = (n: number): Component =>
  component({
    parts: names(n, "b").map((b) => button(b)),
    states: ["idle"],
    reactions: {
      ...Object.fromEntries(
        names(n, "").map((i) => [`click b${i}`, { idle: `/ start t${i} after ${200 + 150 * Number(i)}ms` }]),
      ),
      ...Object.fromEntries(names(n, "").map((i) => [`timer t${i}`, { idle: "ignored" }])),
    },
  });
/** A wizard of n steps, forth and back. */
const wizard = (n: number): Component => {
  const steps = names(n, "s");
  return component({
    parts: [button("next"), button("back")],
    states: steps,
    reactions: {
      "click next": Object.fromEntries(steps.map((s, i) => [s, steps[i + 1] ?? "ignored"])),
      "click back": Object.fromEntries(steps.map((s, i) => [s, steps[i - 1] ?? "ignored"])),
    },
  });
};

interface Measured {
  situations: number;
  ms: number;
  /** MB that stay while the exploration is kept. */
  memory: number;
}
function explored(doc: Component): Measured {
  const program = compile(doc);
  // Once before, so that the compiler's own warming up is not counted.
  for (const _ of new Explorer(program, [], { situations: 500 }).run());
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  let explorer = new Explorer(program, [], { situations: 1e6 });
  for (const _ of explorer.run());
  let ms = Number.POSITIVE_INFINITY;
  // The fastest of several: what else the machine does is no part of it.
  for (let i = 0, until = performance.now() + 400; i < 3 || performance.now() < until; i++) {
    const from = performance.now();
    explorer = new Explorer(program, [], { situations: 1e6 });
    for (const _ of explorer.run());
    ms = Math.min(ms, performance.now() - from);
  }
  globalThis.gc?.();
  return { situations: explorer.situations.length, ms, memory: (process.memoryUsage().heapUsed - before) / 1e6 };
}

function family(what: string, make: (n: number) => Component, sizes: readonly number[]): Row[] {
  return sizes.map((n) => {
    const { situations, ms, memory } = explored(make(n));
    const each = (ms * 1000) / situations;
    return [
      `${n} ${what}`,
      `${situations.toLocaleString("en")} situations, ${ms.toFixed(0)} ms, ${each.toFixed(1)} µs each, ${memory.toFixed(1)} MB`,
      "",
    ];
  });
}

/** The dialog's exploration as one would write it by hand for this one component: its reducer, its own key. */
function byHand(): { situations: number; ms: number } {
  const targets = ["trigger", "close", "cancel", "take", "backdrop", "inside"];
  const from = performance.now();
  let situations = 0;
  const rounds = 200;
  for (let round = 0; round < rounds; round++) {
    const key = (d: Dialog): string =>
      `${d.state} ${d.sailing} ${d.focus} ${d.back} ${d.due === null ? "" : "t"} ${d.fade ? "f" : ""}`;
    const seen = new Set([key(initial)]);
    const queue = [initial];
    const visit = (d: Dialog): void => {
      const k = key(d);
      if (seen.has(k)) return;
      seen.add(k);
      queue.push(d);
    };
    for (let i = 0; i < queue.length; i++) {
      const d = queue[i];
      for (const target of targets) visit(reduce(d, { type: "click", target }));
      for (const k of ["Escape", "Tab"]) visit(reduce(d, { type: "key", key: k }));
      if (d.due !== null) visit(reduce(d, { type: "time", to: d.due }));
    }
    situations += queue.length;
  }
  return { situations: situations / rounds, ms: (performance.now() - from) / rounds };
}

/** The proof after an edit, as somebody who goes on editing meets it: the fastest of several there and back. */
function after(doc: Component, edit: (d: Component) => Component): { text: string } {
  const memo = newMemo();
  let ms = Number.POSITIVE_INFINITY;
  for (const _ of prove(doc, undefined, memo));
  const first = memo.last!.explored;
  for (let i = 0; i < 8; i++) {
    for (const _ of prove(doc, undefined, memo));
    const from = performance.now();
    for (const _ of prove(edit(doc), undefined, memo));
    ms = Math.min(ms, performance.now() - from);
  }
  const { explorer } = memo.last!.explored;
  const moves = explorer.edges.length / 3;
  const made = memo.last!.explored === first ? 0 : 1 - (explorer.log?.spared ?? 0) / moves;
  return {
    text: `${ms.toFixed(0)} ms, ${(made * 100).toFixed(0)} % of ${moves.toLocaleString("en")} moves made again`,
  };
}
/** The first reaction that leads somewhere does nothing; the first look is that of everywhere else. */
const reaction = (d: Component): Component => {
  const row = d.reactions.findIndex((r) => Object.values(r.in).some((c) => c !== "ignored"));
  const [state] = Object.entries(d.reactions[row].in).find(([, c]) => c !== "ignored")!;
  return setReaction(d, row, state, "ignored");
};
const look = (d: Component): Component => {
  const row = d.looks.find((r) => Object.keys(r.in).length > 1)!;
  return setLook(d, row.part, Object.keys(row.in)[1], undefined);
};

/** @param dialog the demo's, @param demos all of the demo */
export function exploring(dialog: Component, demos: readonly Component[]): Row[] {
  const hand = byHand();
  const ours = explored(dialog);
  const perHand = (hand.ms * 1000) / hand.situations;
  const per = (ours.ms * 1000) / ours.situations;
  const all = performance.now();
  for (const d of demos) for (const _ of prove(d));
  const whole = performance.now() - all;
  const largest = demos.find((d) => d.name === "Hold to give up a seat")!;
  const scenario = (d: Component): Component => ({ ...d, scenarios: d.scenarios.slice(1) });
  return [
    [
      "The dialog explored by hand-written code (no hit testing, no Tab order, timings not told apart)",
      `${hand.situations} situations, ${perHand.toFixed(1)} µs each`,
      "",
    ],
    ["The same by the explorer, against that, a situation", `${(per / perHand).toFixed(1)}×`, ""],
    ["Full proof of all sixteen demo components", `${(whole / 1000).toFixed(2)} s`, "5 s"],
    ["Proof of the dialog after an edit of a scenario", after(dialog, scenario).text, "150 ms"],
    ...[dialog, largest].flatMap((d): Row[] => [
      [`Proof of ${d.name} after an edit of a reaction`, after(d, reaction).text, "150 ms"],
      [`Proof of ${d.name} after an edit of a look`, after(d, look).text, "150 ms"],
    ]),
    ...family("switches side by side", toggles, [4, 6, 8]),
    ...family("timers", timers, [2, 3, 4, 5]),
    ...family("steps of a wizard", wizard, [10, 100, 500]),
  ];
}
