/**
 * Every door of the core, held to one promise: what a file, a page, a chart or a cell says never throws out of it, what is
 * refused is refused with a place and a reason, and what was read can be written and read again.
 */
import { readSheet } from "../../cascade";
import { deliverHtml, deliverTo, targetKeys } from "../../deliver";
import { junitReport, markdownReport, readHtml, readScxml, reportText, standIn, writeScxml } from "../../exchange";
import {
  type CellKind,
  complete,
  completeSaid,
  type Names,
  type Parsed,
  parseClaim,
  parseEvent,
  parseExpected,
  parseFocusRule,
  parseLook,
  parseReaction,
  parseStep,
  printClaim,
  printEvent,
  printExpected,
  printFocusRule,
  printLook,
  printReaction,
  rename,
  rowKind,
} from "../../expression";
import { easing, milliseconds, parseTransition } from "../../measure";
import {
  addEventRow,
  allStates,
  type Component,
  clashOf,
  type Loaded,
  mergeComponents,
  type Problem,
  partNames,
  readComponent,
  removeDatum,
  removePart,
  removeState,
  same,
  setFocusRule,
  setKind,
  setLook,
  setReaction,
  writeComponent,
} from "../../model";
import { compile, type Program } from "../../program";
import { comparing, mutants, mutate, pairsOf, prove, record, runScenario, toTheEnd } from "../../proof";
import { act, explain, openSession, runTo, type Session, type Stimulus, wayOut, whyPart } from "../../run";

import { box, button, component } from "../index";

export type Kind = "component" | "page" | "chart" | "words" | "style";

class Broken extends Error {}
const must = (holds: boolean, what: string): void => {
  if (!holds) throw new Broken(what);
};
const atMost = <R>(steps: Generator<unknown, R>, most: number): void => {
  for (let n = 0; n < most; n++) if (steps.next().done) return;
};
const located = (problems: readonly Problem[], what: string): void => {
  must(problems.length > 0, `${what}: refused without a problem`);
  for (const { path, message } of problems)
    must(Boolean(path && message) && !/\bundefined\b|\[object|\bNaN\b/.test(path), `${what}: "${path}" "${message}"`);
};

/** Where each door is called by its name, so that what throws says which it was. */
function at<T>(door: string, call: () => T): T {
  try {
    return call();
  } catch (error) {
    if (error instanceof Error) error.message = `${door}: ${error.message}`;
    throw error;
  }
}

const twice = (doc: Component, what: string): void => {
  const again = at(`${what}, written`, () => readComponent(writeComponent(doc)));
  must(
    again.ok,
    `${what} cannot be read again: ${again.ok ? "" : again.problems.map((p) => `${p.path} ${p.message}`)}`,
  );
  must(again.ok && same(again.doc, doc), `${what} is not the same when read again`);
};

/** A list of actions with none in it is none: a chart has no element for it. */
const tidy = (doc: Component): unknown =>
  JSON.parse(
    JSON.stringify(doc, (key, value: unknown) =>
      /^(entry|exit|actions|initialActions)$/.test(key) && Array.isArray(value) && !value.length ? undefined : value,
    ),
  );

/** What can be done to a component, dealt out by a number. */
function stimuli(doc: Component, program: Program): (Stimulus | number)[] {
  const parts = [...partNames(doc), null];
  const events = doc.reactions.flatMap((r) => (r.event.on === "own" ? [r.event.event] : []));
  return [
    ...parts.flatMap((p): Stimulus[] => [{ click: p }, { click: p }, { move: p }, { down: p }, { up: p }]),
    ...["Tab", "Shift+Tab", "Enter", "Space", "Escape", ...program.keyRows.map((k) => k.key)].flatMap(
      (k): Stimulus[] => [{ press: k }, { keyDown: k }, { keyUp: k }],
    ),
    ...events.map((send) => ({ send })),
    ...doc.data.map((d) => ({ set: d.name, to: d.initial })),
    ...(doc.requests ?? []).flatMap((r): Stimulus[] => [true, false].map((ok) => ({ answer: r.name, ok }))),
    ...[0, 40, 1e6].map((scroll) => ({ scroll })),
    { resize: { width: 320, height: 500 } },
    { blur: true },
    { reducedMotion: true },
    0,
    1,
    16,
    250,
    5000,
    { unmount: true },
  ];
}

function ran(doc: Component, program: Program, luck: number): void {
  let session: Session = at("start", () => openSession(program));
  const list = stimuli(doc, program);
  for (let i = 0, n = luck; i < 14; i++) {
    n = (Math.imul(n, 1103515245) + 12345) >>> 0;
    const done = list[(n >>> 8) % list.length];
    session = at(`stimulate ${JSON.stringify(done)}`, () =>
      typeof done === "number" ? runTo(session, session.end + done) : act(session, done),
    );
    const { last } = session.frames;
    at("why", () => program.parts.forEach((_, part) => void whyPart(program, last.state, part)));
    at("explain", () => explain(program, last.step));
    at("way out", () => wayOut(program, last));
  }
  const scenario = at("record", () => record(session, "recorded"));
  at("a scenario", () => runScenario(program, scenario));
}

function edited(doc: Component, luck: number): void {
  const one = <T>(list: readonly T[]): T | undefined => list[luck % (list.length || 1)];
  const state = one(allStates(doc))?.state.name;
  const part = one(partNames(doc));
  const datum = one(doc.data)?.name;
  const keeps = (what: string, edit: () => Component): void => twice(at(what, edit), what);
  if (state !== undefined) {
    keeps("removing a state", () => removeState(doc, state));
    keeps("renaming a state", () => rename(doc, "state", state, "another"));
    for (const kind of [undefined, "parallel", "final", "history"] as const)
      keeps(`making a state ${kind ?? "plain"}`, () => setKind(doc, state, kind));
  }
  if (part !== undefined) {
    keeps("removing a part", () => removePart(doc, part));
    keeps("renaming a part", () => rename(doc, "part", part, "another"));
  }
  if (datum !== undefined) keeps("removing a datum", () => removeDatum(doc, datum));
}

/** A document that was read, through everything that is done with one. */
function through(doc: Component, luck: number): void {
  twice(doc, "a component");
  const program = at("compile", () => compile(doc));
  if (program.problems.length) located(program.problems, "compile");
  const chart = at("write a chart", () => writeScxml(doc));
  const back = at("read a chart", () => readScxml(chart));
  if (back.ok)
    must(program.problems.length > 0 || same(tidy(back.doc), tidy(doc)), "a chart is not the same when read again");
  else {
    located(back.problems, "a chart");
    must(
      program.problems.length > 0,
      `a chart cannot be read again: ${back.problems[0].path} ${back.problems[0].message}`,
    );
  }
  ran(doc, program, luck);
  const proof = at("prove", () => toTheEnd(prove(doc, { situations: 25 })));
  at("reports", () => {
    reportText(doc, proof);
    markdownReport([{ file: "x", doc, proof }]);
    junitReport([{ file: "x", doc, proof }]);
  });
  if (luck % 5 === 0) at("pairs", () => atMost(pairsOf(doc, { situations: 15 }), 30));
  // Each question may take thousands of pairs of situations: a few are enough, and not in every case.
  if (luck % 20 === 0) at("mutate", () => atMost(mutate(doc), 10));
  const mutant = [...firstOf(mutants(doc), 1 + (luck % 5))].at(-1);
  if (mutant) {
    twice(mutant.doc, `a mutant (${mutant.text})`);
    at("compare", () => atMost(comparing(program, compile(mutant.doc), { most: 60 }), 60));
    at("merge", () => twice(mergeComponents(doc, mutant.doc, doc).doc, "two merged"));
  }
  const target = targetKeys[luck % targetKeys.length];
  const files = at(`deliver ${target}`, () => deliverTo(target, doc, luck % 2 ? proof : null));
  if (!files.ok) located(files.problems, `deliver ${target}`);
  edited(doc, luck);
}

function* firstOf<T>(list: Iterable<T>, most: number): Generator<T> {
  let n = 0;
  for (const item of list) {
    if (n++ >= most) return;
    yield item;
  }
}

const loaded = (read: Loaded, luck: number, what: string): void => {
  if (read.ok) through(read.doc, luck);
  else located(read.problems, what);
};

function page(text: string, luck: number): void {
  const read = at("read a page", () => readHtml(text, "Pasted"));
  if (!read.ok)
    return must(read.message.length > 0 && read.message.length < 300, "a page is refused without a reason to be read");
  for (const { text: said } of read.remarks) must(said.length > 0, "an empty remark");
  through(read.doc, luck);
  if (read.behaviour) through(read.behaviour.doc, luck + 1);
  const made = at("deliver a page", () => deliverHtml(read.doc, null));
  if (!made.ok) return located(made.problems, "a page that came in");
  const again = at("read a page again", () => readHtml(made.html, "Pasted"));
  // Where its script alone makes elements there is none without it.
  must(again.ok || !read.doc.parts.length, `a page that went out does not come in: ${again.ok ? "" : again.message}`);
}

const NAMES: Names = {
  clash: (states) => clashOf(NAMED, states),
  parts: ["a", "b", "panel", "constructor"],
  states: ["one", "two", "open", "toString"],
  data: [
    { name: "n", type: "number", initial: 0 },
    { name: "t", type: "text", initial: "" },
    { name: "on", type: "boolean", initial: false },
  ],
  requests: ["save"],
};

const NAMED: Component = component({
  parts: [button("a"), box("b"), box("panel"), box("constructor")],
  states: ["one", "two", "open", "toString"],
  data: NAMES.data as Component["data"],
  requests: [{ name: "save", method: "POST", path: "/save", latency: "1ms", outcome: "ok" }],
  looks: { b: {} },
  reactions: { "click a": {}, "press Enter": {}, after: {}, automatic: {} },
});
/** What the sheet does with what was typed: it can be stored and read again. */
const typed: readonly ((text: string) => Component | null)[] = [
  ...[0, 1, 2, 3].map((row) => (text: string) => {
    const read = parseReaction(text, NAMES, rowKind(NAMED.reactions[row].event));
    return read.ok ? setReaction(NAMED, row, "one", read.value) : null;
  }),
  (text) => {
    const read = parseLook(text, NAMES);
    return read.ok ? setLook(NAMED, "b", "one", read.value) : null;
  },
  (text) => {
    const read = parseFocusRule(text, NAMES);
    return read.ok ? setFocusRule(NAMED, "one", read.value) : null;
  },
  (text) => {
    const read = parseEvent(text, NAMES);
    return read.ok ? addEventRow(NAMED, read.value) : null;
  },
  (text) => {
    const read = parseClaim(text, NAMES);
    return read.ok ? { ...NAMED, claims: [read.value] } : null;
  },
  (text) => {
    const read = parseExpected(text, NAMES);
    const step = parseStep(text, NAMES);
    const steps = step.ok ? [{ do: step.value }] : [];
    return read.ok || step.ok
      ? { ...NAMED, scenarios: [{ name: "s", ...(read.ok ? { expect: [read.value] } : {}), steps }] }
      : null;
  },
];

/** What is typed into a cell or a line: parsed, printed, parsed the same; and completed at every place. */
function words(text: string): void {
  const round = <T>(
    what: string,
    parse: (text: string) => Parsed<T>,
    print: (value: NonNullable<T>) => string,
  ): void => {
    const read = at(`parse ${what}`, () => parse(text));
    if (!read.ok) {
      must(read.message.length > 0 && read.from >= 0 && read.to <= text.length + 1, `${what}: a fault without a place`);
      return;
    }
    if (read.value === undefined || read.value === null) return;
    const printed = at(`print ${what}`, () => print(read.value as NonNullable<T>));
    const again = at(`parse ${what} again`, () => parse(printed));
    must(again.ok && same(again.value, read.value), `${what} "${printed}" does not read back`);
  };
  round("a reaction", (t) => parseReaction(t, NAMES), printReaction);
  round("a timed reaction", (t) => parseReaction(t, NAMES, "timed"), printReaction);
  round("an automatic reaction", (t) => parseReaction(t, NAMES, "automatic"), printReaction);
  round("a look", (t) => parseLook(t, NAMES), printLook);
  round("a focus rule", (t) => parseFocusRule(t, NAMES), printFocusRule);
  round("an event", (t) => parseEvent(t, NAMES), printEvent);
  round("a claim", (t) => parseClaim(t, NAMES), printClaim);
  round("an expectation", (t) => parseExpected(t, NAMES), printExpected);
  typed.forEach((type, i) => {
    const doc = type(text);
    if (doc) twice(doc, `a component with “${text.slice(0, 60)}” typed at ${i}`);
  });
  const step = at("parse a step", () => parseStep(text, NAMES));
  if (!step.ok) must(step.message.length > 0, "a step is refused without a reason");
  for (const kind of ["reaction", "after", "actions", "look", "focus", "event"] satisfies CellKind[])
    for (const place of [0, text.length >> 1, text.length])
      at(`complete ${kind}`, () => complete(kind, text, place, NAMES));
  for (const kind of ["claim", "expectation", "step"] as const)
    at(`complete ${kind}`, () => completeSaid(kind, text, NAMES));
  at("a time", () => milliseconds(text));
  at("an easing", () => easing(text));
  at("a transition", () => parseTransition(text));
  at("a stand-in", () => standIn(text, text, text));
}

const doors: Record<Kind, (text: string, luck: number) => void> = {
  component: (text, luck) =>
    loaded(
      at("read", () => readComponent(text)),
      luck,
      "a component",
    ),
  chart: (text, luck) =>
    loaded(
      at("read a chart", () => readScxml(text)),
      luck,
      "a chart",
    ),
  page,
  words,
  style: (text, luck) => {
    at("read a sheet", () => readSheet(text));
    page(`<style>${text}</style><button class="open">a</button><div id="b" class="panel"><p>x</p></div>`, luck);
  },
};

/** @throws where a door does not keep its promise */
export const tryDoors = (kind: Kind, text: string, luck: number): void => doors[kind](text, luck);
