/**
 * Every place of a document where a name, an expression or a text with expressions stands. Checking, renaming and
 * finding mentions are all written with it, so that a new kind of thing is added in one place.
 */
import type {
  Action,
  Branch,
  Claim,
  Component,
  Condition,
  EventSpec,
  Expectation,
  Expected,
  FocusRule,
  FocusTarget,
  Look,
  Part,
  Reaction,
  Scenario,
  StateNode,
  Step,
  TrialPlan,
} from "./schema";
import { eventPart } from "./tree";

export type NameKind = "part" | "state" | "data" | "request" | "timer" | "block";
export interface NameMap {
  /** A name that is mentioned; `path` says where. */
  name(kind: NameKind, name: string, path: string): string;
  /** An expression. */
  expression?(text: string, path: string): string;
  /** Whether a name that may be a datum's or a scenario's own is a datum's. */
  isData?(name: string): boolean;
  /** A text with `${…}` in it. */
  template?(text: string, path: string): string;
}

type Cells<T> = Record<string, T>;
const mapIn = <T>(m: NameMap, cells: Cells<T>, path: string, f: (value: T, path: string) => T): Cells<T> =>
  Object.fromEntries(
    Object.entries(cells).map(([state, value]) => [m.name("state", state, path), f(value, `${path}.${state}`)]),
  );
const one = <T>(value: T | undefined, f: (value: T) => T): T | undefined =>
  value === undefined ? undefined : f(value);
/** Leaves out what is undefined, so that a mapped document is written as the old one was. */
const compact = <T extends object>(value: T): T => {
  for (const key of Object.keys(value) as (keyof T)[]) if (value[key] === undefined) delete value[key];
  return value;
};

export function mapTarget(m: NameMap, t: FocusTarget, path: string): FocusTarget {
  const part = (name: string): string => m.name("part", name, `${path}.${Object.keys(t)[0]}`);
  if ("part" in t) return { part: part(t.part) };
  if ("first" in t) return { first: part(t.first) };
  if ("last" in t) return { last: part(t.last) };
  if ("next" in t) return { next: t.next === null ? null : part(t.next) };
  if ("previous" in t) return { previous: t.previous === null ? null : part(t.previous) };
  return t;
}

export function mapAction(m: NameMap, a: Action, path: string): Action {
  const expression = (text: string, key: string): string => m.expression?.(text, `${path}.${key}`) ?? text;
  switch (a.do) {
    case "assign":
      return { ...a, data: m.name("data", a.data, `${path}.data`), value: expression(a.value, "value") };
    case "focus":
      return { ...a, target: mapTarget(m, a.target, `${path}.target`) };
    case "scroll":
      return "part" in a.to ? { ...a, to: { part: m.name("part", a.to.part, `${path}.to`) } } : a;
    case "start":
      return { ...a, timer: m.name("timer", a.timer, `${path}.timer`) };
    case "announce":
      return { ...a, text: m.template?.(a.text, `${path}.text`) ?? a.text };
    case "request":
      return { ...a, request: m.name("request", a.request, `${path}.request`) };
    case "log":
      return compact({ ...a, value: one(a.value, (v) => expression(v, "value")) });
    case "block":
      return { ...a, actions: mapActions(m, a.actions, `${path}.actions`) };
    case "if":
      return {
        ...a,
        branches: a.branches.map((b, i) =>
          compact({
            when: one(b.when, (w) => expression(w, `branches[${i}].when`)),
            actions: mapActions(m, b.actions, `${path}.branches[${i}].actions`),
          }),
        ),
      };
    default:
      return a;
  }
}
export const mapActions = (m: NameMap, list: readonly Action[], path: string): Action[] =>
  list.map((a, i) => mapAction(m, a, `${path}[${i}]`));

export function mapEvent(m: NameMap, e: EventSpec, path: string): EventSpec {
  if (e.on === "key") return compact({ ...e, within: one(e.within, (p) => m.name("part", p, `${path}.within`)) });
  if (e.on === "timer") return { ...e, timer: m.name("timer", e.timer, `${path}.timer`) };
  if (e.on === "request ok" || e.on === "request failed") {
    return { ...e, request: m.name("request", e.request, `${path}.request`) };
  }
  if (e.on === "becomes") return { ...e, when: m.expression?.(e.when, `${path}.when`) ?? e.when };
  if (e.on === "own") return { ...e, event: mapDone(m, e.event, path) };
  const part = eventPart(e);
  return part === undefined ? e : ({ ...e, part: m.name("part", part, `${path}.part`) } as EventSpec);
}
/** `done.state.x` mentions state x. */
const mapDone = (m: NameMap, descriptor: string, path: string): string =>
  descriptor
    .split(/\s+/)
    .map((d) =>
      d.startsWith("done.state.") && d.length > 11 && !d.endsWith("*")
        ? `done.state.${m.name("state", d.slice(11), `${path}.event`)}`
        : d,
    )
    .join(" ");

const mapStates = (m: NameMap, to: string | string[] | undefined, path: string) =>
  to === undefined
    ? undefined
    : typeof to === "string"
      ? m.name("state", to, path)
      : to.map((t) => m.name("state", t, path));

export const mapBranch = (m: NameMap, b: Branch, path: string): Branch =>
  compact({
    ...b,
    when: one(b.when, (w) => m.expression?.(w, `${path}.when`) ?? w),
    to: mapStates(m, b.to, `${path}.to`),
    actions: one(b.actions, (list) => mapActions(m, list, `${path}.actions`)),
  });

export const mapReaction = (m: NameMap, c: Reaction, path: string): Reaction =>
  c === "ignored" ? c : { ...c, branches: c.branches.map((b, i) => mapBranch(m, b, `${path}.branches[${i}]`)) };

export function mapLook(m: NameMap, look: Look, path: string): Look {
  const template = (text: string, key: string): string => m.template?.(text, `${path}.${key}`) ?? text;
  return compact({
    ...look,
    text: one(look.text, (t) => template(t, "text")),
    attributes: one(look.attributes, (a) =>
      Object.fromEntries(Object.entries(a).map(([k, v]) => [k, v === null ? null : template(v, `attributes.${k}`)])),
    ),
    css: one(look.css, (c) =>
      Object.fromEntries(Object.entries(c).map(([k, v]) => [k, v.includes("${") ? template(v, `css.${k}`) : v])),
    ),
    and: one(look.and, (list) =>
      list.map(({ when, ...rest }, i) => ({
        ...(mapLook(m, rest, `${path}.and[${i}]`) as typeof rest),
        when: m.expression?.(when, `${path}.and[${i}].when`) ?? when,
      })),
    ),
  });
}

export const mapFocusRule = (m: NameMap, rule: FocusRule, path: string): FocusRule =>
  compact({
    to: one(rule.to, (t) => mapTarget(m, t, `${path}.to`)),
    within: one(rule.within, (p) => m.name("part", p, `${path}.within`)),
  });

export const mapExpectation = (m: NameMap, e: Expectation, path: string): Expectation =>
  e.fact === "state"
    ? { ...e, is: m.name("state", e.is, `${path}.is`) }
    : e.fact === "announced" || e.fact === "scroll"
      ? e
      : { ...e, part: m.name("part", e.part, `${path}.part`) };

export function mapStimulus(m: NameMap, what: Step["do"], path: string): Step["do"] {
  for (const key of ["click", "down", "up", "move"] as const) {
    if (key in what) {
      const part = (what as Record<string, string | null>)[key];
      return { [key]: part === null ? null : m.name("part", part, `${path}.${key}`) } as Step["do"];
    }
  }
  if ("answer" in what) return { ...what, answer: m.name("request", what.answer, `${path}.answer`) };
  if ("set" in what) return { ...what, set: m.name("data", what.set, `${path}.set`) };
  return what;
}

export function mapExpected(m: NameMap, e: Expected, path: string): Expected {
  if (!("over" in e)) return mapExpectation(m, e, path);
  const over = "until" in e.over ? { until: mapExpectation(m, e.over.until, `${path}.over.until`) } : e.over;
  return { that: mapExpectation(m, e.that, `${path}.that`), over };
}

export function mapCondition(m: NameMap, c: Condition, path: string): Condition {
  const several = (list: Condition[], key: string): Condition[] =>
    list.map((inner, i) => mapCondition(m, inner, `${path}.${key}[${i}]`));
  if ("fact" in c) return mapExpectation(m, c, path);
  if ("when" in c) return { when: m.expression?.(c.when, `${path}.when`) ?? c.when };
  if ("not" in c) return { not: mapCondition(m, c.not, `${path}.not`) };
  return "all" in c ? { all: several(c.all, "all") } : { any: several(c.any, "any") };
}

export function mapClaim(m: NameMap, c: Claim, path: string): Claim {
  const that = mapCondition(m, c.that, `${path}.that`);
  if (c.claim === "whenever") return { ...c, when: mapCondition(m, c.when, `${path}.when`), that };
  if (c.claim === "until") return { ...c, that, until: mapCondition(m, c.until, `${path}.until`) };
  return c.claim === "after" ? { ...c, event: mapEvent(m, c.event, `${path}.event`), that } : { ...c, that };
}

function mapScenario(m: NameMap, s: Scenario, path: string): Scenario {
  const declared = (key: string): boolean => m.isData?.(key) ?? false;
  const expectations = (list: Expected[], at: string): Expected[] =>
    list.map((e, i) => mapExpected(m, e, `${at}[${i}]`));
  return compact({
    ...s,
    data: one(s.data, (d) =>
      Object.fromEntries(Object.entries(d).map(([k, v]) => [m.name("data", k, `${path}.data`), v])),
    ),
    expect: one(s.expect, (e) => expectations(e, `${path}.expect`)),
    steps: s.steps.map((step, i) =>
      compact({
        ...step,
        do: mapStimulus(m, step.do, `${path}.steps[${i}].do`),
        expect: one(step.expect, (e) => expectations(e, `${path}.steps[${i}].expect`)),
      }),
    ),
    cases: one(s.cases, (list) =>
      list.map((c) =>
        Object.fromEntries(
          Object.entries(c).map(([k, v]) => [declared(k) ? m.name("data", k, `${path}.cases`) : k, v]),
        ),
      ),
    ),
  });
}

const mapState = (m: NameMap, s: StateNode): StateNode => {
  const path = `states.${s.name}`;
  return compact({
    ...s,
    name: m.name("state", s.name, path),
    initial: mapStates(m, s.initial, `${path}.initial`),
    initialActions: one(s.initialActions, (a) => mapActions(m, a, `${path}.initialActions`)),
    entry: one(s.entry, (a) => mapActions(m, a, `${path}.entry`)),
    exit: one(s.exit, (a) => mapActions(m, a, `${path}.exit`)),
    states: one(s.states, (list) => list.map((inner) => mapState(m, inner))),
  });
};

function mapPart(m: NameMap, p: Part): Part {
  const path = `parts.${p.name}`;
  const template = (text: string, key: string): string => m.template?.(text, `${path}.${key}`) ?? text;
  return compact({
    ...p,
    name: m.name("part", p.name, path),
    attributes: one(p.attributes, (a) =>
      Object.fromEntries(Object.entries(a).map(([k, v]) => [k, template(v, `attributes.${k}`)])),
    ),
    covers: Array.isArray(p.covers) ? p.covers.map((c) => m.name("part", c, `${path}.covers`)) : p.covers,
    area: one(p.area, (a) => ({ ...a, block: m.name("block", a.block, `${path}.area.block`) })),
    content: one(p.content, (list) =>
      list.map((c) => (typeof c === "string" ? template(c, "content") : mapPart(m, c))),
    ),
  });
}

/** The document with every name, expression and text replaced by what the map gives for it. */
export function mapNames(doc: Component, map: NameMap): Component {
  const m: NameMap = { isData: (name) => doc.data.some((d) => d.name === name), ...map };
  return compact({
    ...doc,
    parts: doc.parts.map((p) => mapPart(m, p)),
    data: doc.data.map((d, i) => ({ ...d, name: m.name("data", d.name, `data[${i}].name`) })),
    requests: one(doc.requests, (list) =>
      list.map((r, i) => ({ ...r, name: m.name("request", r.name, `requests[${i}].name`) })),
    ),
    initial: mapStates(m, doc.initial, "initial"),
    states: doc.states.map((s) => mapState(m, s)),
    looks: doc.looks.map((row, i) => ({
      part: m.name("part", row.part, `looks[${i}].part`),
      in: mapIn(m, row.in, `looks[${i}].in`, (look, path) => mapLook(m, look, path)),
    })),
    focus: mapIn(m, doc.focus, "focus", (rule, path) => mapFocusRule(m, rule, path)),
    reactions: doc.reactions.map((row, i) => ({
      event: mapEvent(m, row.event, `reactions[${i}].event`),
      in: mapIn(m, row.in, `reactions[${i}].in`, (cell, path) => mapReaction(m, cell, path)),
    })),
    scenarios: doc.scenarios.map((s, i) => mapScenario(m, s, `scenarios[${i}]`)),
    claims: one(doc.claims, (list) => list.map((c, i) => mapClaim(m, c, `claims[${i}]`))),
    waivers: one(doc.waivers, (list) =>
      list.map((w, i) =>
        compact({
          ...w,
          part: one(w.part, (p) => m.name("part", p, `waivers[${i}].part`)),
          state: one(w.state, (s) => m.name("state", s, `waivers[${i}].state`)),
        }),
      ),
    ),
    trial: one(doc.trial, (t) => mapTrial(m, t)),
  });
}

const mapTrial = (m: NameMap, t: TrialPlan): TrialPlan =>
  compact({
    ...t,
    map: one(t.map, (map) =>
      Object.fromEntries(Object.entries(map).map(([p, selector]) => [m.name("part", p, `trial.map.${p}`), selector])),
    ),
    letBe: one(t.letBe, (list) =>
      list.map((l, i) => compact({ ...l, part: one(l.part, (p) => m.name("part", p, `trial.letBe[${i}].part`)) })),
    ),
  });

/** True when `map(m, thing)` meets one of the names. */
export function mentionsAny<T>(
  map: (m: NameMap, thing: T, path: string) => T,
  thing: T,
  kind: NameKind,
  names: ReadonlySet<string>,
): boolean {
  let found = false;
  map(
    {
      name: (k, name) => {
        if (k === kind && names.has(name)) found = true;
        return name;
      },
    },
    thing,
    "",
  );
  return found;
}

/** The names of a kind that a thing mentions, each once, in the order in which they stand there. */
export function mentioned<T>(map: (m: NameMap, thing: T, path: string) => T, thing: T, kind: NameKind): string[] {
  const out = new Set<string>();
  map(
    {
      name: (k, name) => {
        if (k === kind) out.add(name);
        return name;
      },
    },
    thing,
    "",
  );
  return [...out];
}

/** The parts that behaviour refers to: events, actions and focus rules, not looks or scenarios. */
export const partsInBehaviour = (doc: Component): string[] =>
  mentioned(
    (m, d: Component) => mapNames(d, m),
    { ...doc, parts: [], looks: [], scenarios: [], claims: [], waivers: [], trial: undefined },
    "part",
  );
