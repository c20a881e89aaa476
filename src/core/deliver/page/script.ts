/** The behaviour as a script that a reviewer can read: what it needs of the kernel, then the component's tables. */
import { type Mention, mentionedIn, partsReferredTo } from "../../expression";
import { allParts, type Component, everyAction } from "../../model";
import type { Program } from "../../program";
import { indented } from "./code";
import { type KernelModule, kernelSource } from "./kernel-source";
import { type Managed, managed } from "./looks-table";
import { conditionsOnStyle, livingValues, moves } from "./style";
import { componentCode, isTied } from "./tables";

/** A feature of the kernel's host in a page, by the name of its declaration, and what needs it. */
const features: readonly { name: string; needed(asked: Asked): boolean }[] = [
  { name: "looks", needed: (a) => a.looks || a.conditions || a.living || a.focusMoves },
  { name: "focus", needed: (a) => a.focus || a.looks },
  { name: "pointer", needed: (a) => a.on("click", "pointer down", "pointer up") },
  { name: "hover", needed: (a) => a.on("pointer enter", "pointer leave") },
  { name: "keys", needed: (a) => a.on("key") },
  { name: "native", needed: (a) => a.native },
  { name: "hold", needed: (a) => a.holds },
  { name: "focusEvents", needed: (a) => a.on("focus enters", "focus leaves") },
  { name: "motions", needed: (a) => a.on("motion ended", "motion interrupted") },
  { name: "blur", needed: (a) => a.on("window blur") },
  { name: "whereabouts", needed: (a) => a.asks("doing") },
  { name: "conditions", needed: (a) => a.asks("page") },
  { name: "calm", needed: (a) => a.on("reduced motion") },
  { name: "times", needed: (a) => a.tied },
  { name: "widths", needed: (a) => a.on("width above", "width below") },
  { name: "distances", needed: (a) => a.on("scroll past", "scroll back") },
  { name: "views", needed: (a) => a.on("in view", "out of view") },
  { name: "scrolling", needed: (a) => a.does("scroll") },
  { name: "announcing", needed: (a) => a.does("announce") },
  { name: "requesting", needed: (a) => a.does("request") },
  { name: "logging", needed: (a) => a.does("log") },
];

interface Asked {
  looks: boolean;
  conditions: boolean;
  /** Style values with data in them. */
  living: boolean;
  /** The focus that it puts somewhere at the start may move what rules say of it. */
  focusMoves: boolean;
  focus: boolean;
  holds: boolean;
  /** Some time depends on a custom property. */
  tied: boolean;
  /** Some expression asks about the page, or about the focus and the pointer. */
  asks(kind: Mention["kind"]): boolean;
  /** It has elements with which browsers do something by themselves. */
  native: boolean;
  on(...kinds: string[]): boolean;
  does(...actions: string[]): boolean;
}

function askedBy({ doc }: Program, looks: readonly Managed[], conditions: readonly string[]): Asked {
  const mentioned = mentionedIn(doc);
  const kinds = new Set<string>(doc.reactions.filter((r) => Object.keys(r.in).length).map((r) => r.event.on));
  const done = new Set<string>(everyAction(doc).map((a) => a.do));
  const focus = Object.keys(doc.focus).length > 0 || done.has("focus");
  return {
    looks: looks.length > 0,
    conditions: conditions.length > 0,
    living: livingValues(doc).length > 0,
    focus,
    focusMoves: focus && moves(doc),
    holds: Object.values(doc.focus).some((f) => f.within !== undefined),
    tied: timesOf(doc).some(isTied),
    asks: (kind) => mentioned.some((m) => m.kind === kind),
    native: allParts(doc).some(({ part }) => /^(details|form)$/i.test(part.tag)),
    on: (...list) => list.some((k) => kinds.has(k)),
    does: (...list) => list.some((a) => done.has(a)),
  };
}

const timesOf = (doc: Component): string[] => [
  ...doc.reactions.flatMap((r) => Object.values(r.in).flatMap((c) => (c === "ignored" ? [] : (c.after ?? [])))),
  ...everyAction(doc).flatMap((a) => (a.do === "send" ? (a.delay ?? []) : a.do === "start" ? a.after : [])),
];

/** Declarations of the kernel with all that they use, as they stand in its modules. */
export function kernelCode(entries: readonly string[]): string {
  const needs = new Map(kernelSource.flatMap((m) => m.pieces.map((p) => [p.name, p.needs])));
  const wanted = new Set<string>();
  const add = (name: string): void => {
    if (wanted.has(name)) return;
    wanted.add(name);
    for (const need of needs.get(name) ?? []) add(need);
  };
  for (const name of entries) add(name);
  const textOf = ({ about, pieces }: KernelModule): string =>
    pieces.reduce((text, { name, joined, text: piece }, i) => {
      if (!wanted.has(name)) return text;
      return `${text}${joined && wanted.has(pieces[i - 1].name) ? "\n" : "\n\n"}${piece}`;
    }, about);
  return kernelSource
    .filter((m) => m.pieces.some((p) => wanted.has(p.name)))
    .map((m) => textOf(m).trim())
    .join("\n\n");
}

/** What a component needs of the kernel, and its own tables as code. */
export interface Needs {
  features: readonly string[];
  component: string;
}

/** @param stands whether requests go to the stand-in service that the app has, or where they say */
export function needsOf(program: Program, stands: boolean): Needs {
  const { doc } = program;
  const looks = managed(program);
  const conditions = conditionsOnStyle(doc);
  const asked = askedBy(program, looks, conditions);
  const needed = features.filter((f) => f.needed(asked));
  const parts = new Set([...looks.map((m) => m.part.name), ...partsReferredTo(doc)]);
  const names = program.parts.map((p) => p.name).filter((n) => parts.has(n));
  return {
    features: needed.map((f) => f.name),
    component: componentCode(program, names, looks, conditions, stands),
  };
}

export const KERNEL_LINE = "Lively State kernel 1, MIT: what states, events and looks mean.";

/** Every feature that the kernel has, for a kernel that several components share. */
export const everyFeature: readonly string[] = features.map((f) => f.name);

export function script(program: Program): string {
  const { features, component } = needsOf(program, true);
  const body = [
    `// ${KERNEL_LINE} The component itself stands at the end.`,
    kernelCode(["mount", ...features]),
    "// The component.",
    `const component = ${component};`,
    `mount(document.body, component, [${features.join(", ")}]);`,
  ];
  return `(() => {\n${indented(body.join("\n\n"))}\n})();`;
}
