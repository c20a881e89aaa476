/** What a component asks of the kernel: which features of a page, and which of what is only for some. */
import { type Mention, mentionedIn } from "../../expression";
import { type Action, allParts, allStates, type Component, type EventSpec, everyAction, isTimed } from "../../model";
import type { Program } from "../../program";
import type { KernelWord } from "./kernel";
import type { Managed } from "./looks-table";
import { conditionsOnStyle, livingValues, moves } from "./style";
import { isTied } from "./tables";

/** A feature of the kernel's host in a page, by the name of its declaration, and what needs it. */
const features: readonly { name: string; needed(asked: Asked): boolean }[] = [
  { name: "looks", needed: (a) => a.looks.length > 0 || a.conditions || a.living || a.focusMoves },
  { name: "focus", needed: (a) => a.focus || a.looks.length > 0 },
  { name: "pointer", needed: (a) => a.on("click", "pointer down", "pointer up") },
  { name: "hover", needed: (a) => a.on("pointer enter", "pointer leave") },
  { name: "keys", needed: (a) => a.on("key") },
  { name: "native", needed: (a) => a.tag(/^(details|form)$/i) },
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

/** Every feature that the kernel has, for a kernel that several components share. */
export const everyFeature: readonly string[] = features.map((f) => f.name);
export const featuresFor = (asked: Asked): string[] => features.filter((f) => f.needed(asked)).map((f) => f.name);

export interface Asked {
  doc: Component;
  looks: readonly Managed[];
  /** Of the rows that say something. */
  events: readonly EventSpec[];
  actions: readonly Action[];
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
  on(...kinds: string[]): boolean;
  does(...actions: string[]): boolean;
  tag(pattern: RegExp): boolean;
  /** All that is said of an attribute, by the markup or by looks. */
  attribute(name: string): string[];
}

export function askedBy({ doc }: Program, looks: readonly Managed[]): Asked {
  const mentioned = mentionedIn(doc);
  const events = doc.reactions.filter((r) => Object.keys(r.in).length).map((r) => r.event);
  const actions = everyAction(doc);
  const kinds = new Set<string>(events.map((e) => e.on));
  const done = new Set<string>(actions.map((a) => a.do));
  const focus = Object.keys(doc.focus).length > 0 || done.has("focus");
  const parts = allParts(doc).map((p) => p.part);
  const attributes = [
    ...parts.map((p) => p.attributes ?? {}),
    ...looks.flatMap((m) => m.cells.map((c) => c.look.attributes ?? {})),
  ].flatMap(Object.entries) as [string, string | null][];
  return {
    doc,
    looks,
    events,
    actions,
    conditions: conditionsOnStyle(doc).length > 0,
    living: livingValues(doc).length > 0,
    focus,
    focusMoves: focus && moves(doc),
    holds: Object.values(doc.focus).some((f) => f.within !== undefined),
    tied: timesOf(doc, actions).some(isTied),
    asks: (kind) => mentioned.some((m) => m.kind === kind),
    on: (...list) => list.some((k) => kinds.has(k)),
    does: (...list) => list.some((a) => done.has(a)),
    tag: (pattern) => parts.some((p) => pattern.test(p.tag)),
    attribute: (name) => attributes.flatMap(([n, v]) => (n.toLowerCase() === name && v !== null ? [v] : [])),
  };
}

const timesOf = (doc: Component, actions: readonly Action[]): string[] => [
  ...doc.reactions.flatMap((r) => Object.values(r.in).flatMap((c) => (c === "ignored" ? [] : (c.after ?? [])))),
  ...actions.flatMap((a) => (a.do === "send" ? (a.delay ?? []) : a.do === "start" ? a.after : [])),
];

type Test = (a: Asked) => boolean;
const stated = (a: Asked, test: (s: ReturnType<typeof allStates>[number]["state"]) => unknown): boolean =>
  allStates(a.doc).some(({ state }) => Boolean(test(state)));
const branched = (a: Asked, test: (b: { internal?: boolean }) => unknown): boolean =>
  a.doc.reactions.some((r) => Object.values(r.in).some((c) => c !== "ignored" && c.branches.some(test)));
const looked = (a: Asked, test: (look: Managed["cells"][number]["look"]) => unknown): boolean =>
  a.looks.some((m) => m.cells.some((c) => Boolean(test(c.look))));
const targets = (a: Asked): (Action & { do: "focus" })["target"][] => [
  ...Object.values(a.doc.focus).flatMap((f) => f.to ?? []),
  ...a.actions.flatMap((d) => (d.do === "focus" ? d.target : [])),
];
const aimed = (a: Asked, ...kinds: string[]): boolean => targets(a).some((t) => kinds.some((k) => k in t));
/** Whether it changes data of a type. */
function assigned(a: Asked, type: string): boolean {
  const names = new Set(a.actions.flatMap((d) => (d.do === "assign" ? d.data : [])));
  return a.doc.data.some((d) => d.type === type && names.has(d.name));
}
const pressed = (a: Asked, scopes: RegExp): boolean =>
  a.events.some((e) => /^(click|pointer down|pointer up)$/.test(e.on) && scopes.test((e as { scope?: string }).scope!));
const based = (a: Asked, test: (part: Managed["part"]["part"]) => unknown): boolean =>
  a.looks.some((m) => Boolean(test(m.part.part)));

/** What a component has of what only some have. */
const tests: Record<KernelWord, Test> = {
  "a record": () => false,
  "absent parts": (a) => looked(a, (l) => l.as === "absent"),
  "actions of features": (a) => a.does("scroll", "announce", "request", "log"),
  "an end from outside": () => false,
  attributes: (a) =>
    looked(a, (l) => l.attributes || l.exposed !== undefined) ||
    a.looks.some((m) => m.part.attributes.some(([, t]) => !t.constant)),
  "automatic reactions": (a) => a.on("automatic"),
  blocks: (a) => a.does("block"),
  "boxes to check": (a) => a.tag(/^input$/i) && a.attribute("checked").length + a.attribute("type").length > 0,
  branches: (a) => a.does("if"),
  "changing data": (a) => a.does("assign"),
  classes: (a) => looked(a, (l) => l.classes),
  "conditions of looks": (a) => a.looks.some((m) => m.cells.some((c) => c.when !== undefined)),
  "conditions of style": (a) => a.conditions,
  "data in style": (a) => a.living,
  "changing texts under those of looks": (a) => tests["texts that change"](a) && tests["texts of looks"](a),
  completion: (a) => a.on("automatic", "becomes") || tests["own events"](a) || tests["final states"](a),
  delays: (a) => a.events.some(isTimed),
  dialogs: (a) => a.tag(/^dialog$/i),
  "disabled controls": (a) => a.attribute("disabled").length > 0 || looked(a, (l) => l.disabled !== undefined),
  "disabled parts": (a) => looked(a, (l) => l.disabled !== undefined),
  "entry actions": (a) => stated(a, (s) => s.entry?.length),
  "exit actions": (a) => stated(a, (s) => s.exit?.length),
  "failing actions": (a) => a.does("fail"),
  "final states": (a) => stated(a, (s) => s.kind === "final"),
  "focus and pointer asked for": (a) => a.asks("doing"),
  "focus listened for": (a) => a.on("focus enters", "focus leaves") || a.asks("doing"),
  "focus that is put somewhere": (a) => targets(a).length > 0,
  "focus that nothing holds": (a) => !a.holds,
  "held focus": (a) => a.holds,
  histories: (a) => stated(a, (s) => s.kind === "history" || s.kind === "deep history"),
  "inert parts": (a) => looked(a, (l) => l.inert !== undefined),
  "initial actions": (a) => tests["nested states"](a) && stated(a, (s) => s.initialActions?.length),
  "internal transitions": (a) => branched(a, (b) => b.internal),
  "keys that are let go": (a) => a.events.some((e) => e.on === "key" && e.up),
  "lists to choose from": (a) => a.tag(/^select$/i),
  measures: (a) =>
    a.on("width above", "width below", "scroll past", "scroll back", "in view", "out of view", "reduced motion"),
  neighbours: (a) => aimed(a, "next", "previous"),
  "nested states": (a) => stated(a, (s) => s.states?.length) || tests.histories(a),
  "numbered stops": (a) => a.attribute("tabindex").some((v) => !/^\s*(-.*|0*)\s*$/.test(v)),
  // An answer to a request, the end of a state and an error are such events, too.
  "own events": (a) =>
    a.on("own", "timer", "request ok", "request failed") ||
    a.does("raise", "send", "start", "cancel", "request", "fail") ||
    a.asks("event") ||
    tests["final states"](a),
  "parallel states": (a) => stated(a, (s) => s.kind === "parallel"),
  "parts that come and go": (a) =>
    looked(a, (l) => l.as === "absent" || l.as === "not displayed" || l.css?.display !== undefined) ||
    based(a, (p) => Object.hasOwn(p.attributes ?? {}, "hidden") || p.css?.display === "none"),
  pointer: (a) => looked(a, (l) => l.pointer !== undefined || l.css?.["pointer-events"] !== undefined),
  "presence by declarations": (a) => looked(a, (l) => l.css?.display !== undefined || l.css?.visibility !== undefined),
  "presence by style": (a) =>
    looked(a, (l) => /^(hidden|transparent|moved out)$/.test(l.as ?? "") || l.css?.visibility !== undefined) ||
    based(a, (p) => p.css?.visibility !== undefined),
  "prevented defaults": (a) => a.does("prevent"),
  "radio buttons": (a) => a.tag(/^input$/i) && a.attribute("type").some((t) => /radio|\$\{/i.test(t)),
  "raised events": (a) => a.does("raise"),
  "reactions to the start": (a) => a.on("mounted"),
  "repeated steps": (a) => tests.completion(a) || tests["focus listened for"](a),
  "rising conditions": (a) => a.on("becomes"),
  "shortcuts by letters": (a) => a.events.some((e) => e.on === "key" && /\+\p{L}$/u.test(e.key)),
  "stopped events": (a) => a.does("stop"),
  "text that is edited": (a) => a.attribute("contenteditable").length > 0,
  texts: (a) => assigned(a, "text"),
  "texts of looks": (a) => looked(a, (l) => l.text !== undefined),
  "texts that change": (a) => a.looks.some((m) => m.texts.length > 0),
  "texts that begin empty": (a) => a.looks.some((m) => m.texts.some((t) => t.empty)),
  "the first of a part": (a) => aimed(a, "first"),
  "the last of a part": (a) => aimed(a, "last"),
  // How smoothly it scrolls goes by what somebody prefers.
  "the page asked for": (a) => a.asks("page") || a.does("scroll"),
  timers: (a) => a.does("send", "start", "cancel"),
  "values to choose from": (a) => assigned(a, "one of"),
  "what is pressed elsewhere": (a) => pressed(a, /outside|anywhere/),
  "what can fail": (a) => a.does("fail") || assigned(a, "text"),
  "what is no stop": (a) =>
    a.attribute("tabindex").some((v) => !/^\s*\d+\s*$/.test(v)) ||
    tests.dialogs(a) ||
    tests["radio buttons"](a) ||
    tests["text that is edited"](a) ||
    a.tag(/^(audio|video|iframe|area)$/i),
  "whole numbers": (a) => assigned(a, "integer"),
};
export const wordsFor = (asked: Asked): Set<KernelWord> =>
  new Set((Object.keys(tests) as KernelWord[]).filter((w) => tests[w](asked)));
