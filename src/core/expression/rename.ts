/** Renaming a part, a state or a datum everywhere in a document, expressions included. */
import {
  type Action,
  type Component,
  type Expectation,
  type FocusTarget,
  type Look,
  type Part,
  partNames,
  type Reaction,
  type StateNode,
  stateNames,
} from "../model";
import { renameInExpression, renameInTemplate } from "./template";

export type Renamable = "part" | "state" | "data";

/** @returns the document with `from` named `to` wherever it is declared or mentioned. The caller checks that `to` is free. */
export function rename(doc: Component, kind: Renamable, from: string, to: string): Component {
  const swap = (name: string): string => (name === from ? to : name);
  const as = (k: Renamable, name: string): string => (k === kind ? swap(name) : name);
  const expression = (text: string): string => (kind === "part" ? text : renameInExpression(text, kind, from, to));
  const template = (text: string): string => renameInTemplate(text, expression);
  const target = (t: FocusTarget): FocusTarget =>
    "part" in t ? { part: as("part", t.part) } : "first" in t ? { first: as("part", t.first) } : t;
  const action = (a: Action): Action =>
    a.do === "assign"
      ? { ...a, data: as("data", a.data), value: expression(a.value) }
      : a.do === "focus"
        ? { ...a, target: target(a.target) }
        : a;
  const keys = <T>(cells: Record<string, T>, f: (value: T) => T): Record<string, T> =>
    Object.fromEntries(Object.entries(cells).map(([state, value]) => [as("state", state), f(value)]));
  const look = (l: Look): Look => ({
    ...l,
    ...(l.text !== undefined ? { text: template(l.text) } : {}),
    ...(l.attributes
      ? {
          attributes: Object.fromEntries(
            Object.entries(l.attributes).map(([k, v]) => [k, v === null ? null : template(v)]),
          ),
        }
      : {}),
  });
  const cell = (c: Reaction): Reaction =>
    c === "ignored"
      ? c
      : {
          ...c,
          branches: c.branches.map((b) => ({
            ...b,
            ...(b.when !== undefined ? { when: expression(b.when) } : {}),
            ...(b.to !== undefined ? { to: as("state", b.to) } : {}),
            ...(b.actions ? { actions: b.actions.map(action) } : {}),
          })),
        };
  const state = (s: StateNode): StateNode => ({
    ...s,
    name: as("state", s.name),
    ...(s.initial !== undefined ? { initial: as("state", s.initial) } : {}),
    ...(s.states ? { states: s.states.map(state) } : {}),
  });
  const part = (p: Part): Part => ({
    ...p,
    name: as("part", p.name),
    ...(p.attributes
      ? { attributes: Object.fromEntries(Object.entries(p.attributes).map(([k, v]) => [k, template(v)])) }
      : {}),
    ...(Array.isArray(p.covers) ? { covers: p.covers.map((c) => as("part", c)) } : {}),
    ...(p.content ? { content: p.content.map((c) => (typeof c === "string" ? template(c) : part(c))) } : {}),
  });
  const expectation = (e: Expectation): Expectation =>
    e.fact === "state" ? { ...e, is: as("state", e.is) } : { ...e, part: as("part", e.part) };
  return {
    ...doc,
    ...(doc.initial !== undefined ? { initial: as("state", doc.initial) } : {}),
    parts: doc.parts.map(part),
    data: doc.data.map((d) => ({ ...d, name: as("data", d.name) })),
    states: doc.states.map(state),
    looks: doc.looks.map((row) => ({ part: as("part", row.part), in: keys(row.in, look) })),
    focus: keys(doc.focus, (rule) => ({
      ...(rule.to ? { to: target(rule.to) } : {}),
      ...(rule.within ? { within: as("part", rule.within) } : {}),
    })),
    reactions: doc.reactions.map((row) => ({
      event:
        row.event.on === "click"
          ? { ...row.event, part: as("part", row.event.part) }
          : row.event.on === "key" && row.event.within
            ? { ...row.event, within: as("part", row.event.within) }
            : row.event,
      in: keys(row.in, cell),
    })),
    scenarios: doc.scenarios.map((s) => ({
      ...s,
      ...(s.data ? { data: Object.fromEntries(Object.entries(s.data).map(([k, v]) => [as("data", k), v])) } : {}),
      ...(s.expect ? { expect: s.expect.map(expectation) } : {}),
      steps: s.steps.map((step) => ({
        ...step,
        do: "click" in step.do && step.do.click ? { click: as("part", step.do.click) } : step.do,
        ...(step.expect ? { expect: step.expect.map(expectation) } : {}),
      })),
    })),
  };
}

/** Names of a kind that are taken already. */
export const taken = (doc: Component, kind: Renamable): string[] =>
  kind === "part" ? partNames(doc) : kind === "state" ? stateNames(doc) : doc.data.map((d) => d.name);
