/** Small faults put into a specification, one at a time: what its scenarios ought to notice. */
import { printEvent } from "../../expression";
import type { Action, Branch, Component, Look, Reaction } from "../../model";
import { setFocusRule, setLook, setReaction, stateNames, targetsOf } from "../../model";

export interface Mutant {
  operator: Operator;
  /** A question about the component: “What if …?” */
  text: string;
  doc: Component;
}

export const operators = [
  "reaction ignored",
  "reaction retargeted",
  "reaction kept where it is",
  "condition negated",
  "condition dropped",
  "branch dropped",
  "branches swapped",
  "action dropped",
  "timer not cancelled",
  "focus move lost",
  "delay doubled",
  "delay halved",
  "click scope changed",
  "transparent instead of gone",
  "shown instead of gone",
  "gone instead of shown",
  "pointer left on",
  "inert dropped",
  "disabled dropped",
  "text not swapped",
  "attribute not swapped",
  "style dropped",
  "class not switched",
  "condition on a look dropped",
  "motion dropped",
  "motion doubled",
  "focus not moved",
  "focus not held",
  "first value changed",
] as const;
export type Operator = (typeof operators)[number];

export function* mutants(doc: Component): Generator<Mutant> {
  yield* inReactions(doc);
  yield* inLooks(doc);
  yield* inFocus(doc);
  yield* inData(doc);
}

function* inReactions(doc: Component): Generator<Mutant> {
  const names = stateNames(doc);
  for (const [row, { event, in: cells }] of doc.reactions.entries()) {
    const label = printEvent(event);
    for (const [state, cell] of Object.entries(cells)) {
      if (cell === "ignored") continue;
      const where = `${label} in ${state}`;
      const put = (operator: Operator, text: string, next: Reaction): Mutant => ({
        operator,
        text: `What if ${text}?`,
        doc: setReaction(doc, row, state, next),
      });
      const branch = (i: number, next: Branch): Reaction => ({ ...cell, branches: cell.branches.with(i, next) });
      const timed = cell.after !== undefined;
      if (!timed) yield put("reaction ignored", `${where} did nothing`, "ignored");
      for (const [i, b] of cell.branches.entries()) {
        const [to] = targetsOf(b);
        const elsewhere = names.find((n) => n !== to && n !== state);
        if (to !== undefined && elsewhere)
          yield put(
            "reaction retargeted",
            `${where} led to ${elsewhere} instead of ${to}`,
            branch(i, { ...b, to: elsewhere }),
          );
        if (to !== undefined && b.actions?.length) {
          const { to: _to, ...stays } = b;
          yield put("reaction kept where it is", `${where} did what it does, but stayed`, branch(i, stays));
        }
        if (b.when !== undefined) {
          const { when, ...free } = b;
          yield put(
            "condition negated",
            `${where} asked for the opposite of ${when}`,
            branch(i, { ...b, when: `!(${when})` }),
          );
          yield put("condition dropped", `${where} did not ask for ${when}`, branch(i, free));
        }
        if (cell.branches.length > 1)
          yield put("branch dropped", `${where} had no branch ${i + 1}`, {
            ...cell,
            branches: cell.branches.toSpliced(i, 1),
          });
        for (const [k, action] of (b.actions ?? []).entries()) {
          const rest = (b.actions ?? []).toSpliced(k, 1);
          if (!rest.length && to === undefined) continue;
          const { actions: _all, ...bare } = b;
          const next = rest.length ? { ...b, actions: rest } : bare;
          yield put(operatorFor(action), `${where} did not ${wordsFor(action)}`, branch(i, next));
        }
      }
      if (cell.branches.length > 1) {
        const [first, second, ...rest] = cell.branches;
        yield put("branches swapped", `${where} asked its second branch first`, {
          ...cell,
          branches: [second, first, ...rest],
        });
      }
      if (timed) {
        yield put("delay doubled", `${where} took twice as long`, { ...cell, after: `calc(2 * ${cell.after})` });
        yield put("delay halved", `${where} took half as long`, { ...cell, after: `calc(0.5 * ${cell.after})` });
      }
    }
    if ("scope" in event && event.part && (event.scope === "inside" || event.scope === "exactly")) {
      const scope = event.scope === "inside" ? ("exactly" as const) : ("inside" as const);
      const text =
        scope === "inside"
          ? `also listened to what is inside ${event.part}`
          : `did not listen to what is inside ${event.part}`;
      yield {
        operator: "click scope changed",
        text: `What if ${label} ${text}?`,
        doc: { ...doc, reactions: doc.reactions.with(row, { event: { ...event, scope }, in: cells }) },
      };
    }
  }
}

const operatorFor = (a: Action): Operator =>
  a.do === "cancel" ? "timer not cancelled" : a.do === "focus" ? "focus move lost" : "action dropped";
const wordsFor = (a: Action): string =>
  a.do === "assign"
    ? `set ${a.data}`
    : a.do === "cancel"
      ? `cancel ${a.timer}`
      : a.do === "focus"
        ? "move the focus"
        : a.do;

function* inLooks(doc: Component): Generator<Mutant> {
  for (const { part, in: cells } of doc.looks)
    for (const [state, look] of Object.entries(cells)) {
      const where = state === "always" ? "in every state" : `in ${state}`;
      const put = (operator: Operator, text: string, next: Look): Mutant => ({
        operator,
        text: `What if ${part} ${text} ${where}?`,
        doc: setLook(doc, part, state, next),
      });
      const { as, css = {}, attributes = {}, motion = {}, and = [] } = look;
      if (as === "not displayed" || as === "absent") {
        yield put("transparent instead of gone", "were only transparent", { ...look, as: "transparent" });
        yield put("shown instead of gone", "were shown", { ...look, as: "shown" });
      }
      if (as === "shown") yield put("gone instead of shown", "were not displayed", { ...look, as: "not displayed" });
      if (look.pointer === false) yield put("pointer left on", "took the pointer", { ...look, pointer: true });
      if (look.inert) yield put("inert dropped", "were not inert", { ...look, inert: false });
      if (look.disabled) yield put("disabled dropped", "were not disabled", { ...look, disabled: false });
      if (look.text !== undefined) yield put("text not swapped", "kept its text", without(look, "text"));
      for (const name of Object.keys(attributes))
        yield put("attribute not swapped", `did not change its ${name}`, {
          ...look,
          attributes: without(attributes, name),
        });
      for (const name of Object.keys(look.classes ?? {}))
        yield put("class not switched", `kept its class ${name} as it was`, {
          ...look,
          classes: without(look.classes ?? {}, name),
        });
      for (const name of Object.keys(css))
        yield put("style dropped", `had no ${name} of its own`, { ...look, css: without(css, name) });
      for (const [i, c] of and.entries())
        yield put("condition on a look dropped", `did not change with ${c.when}`, {
          ...look,
          and: and.toSpliced(i, 1),
        });
      for (const [name, m] of Object.entries(motion)) {
        yield put("motion dropped", `did not move its ${name}`, { ...look, motion: without(motion, name) });
        const duration = `calc(2 * ${m.duration})`;
        yield put("motion doubled", `took twice as long to move its ${name}`, {
          ...look,
          motion: { ...motion, [name]: { ...m, duration } },
        });
      }
    }
}

function without<T extends object>(object: T, key: keyof T | string): T {
  const { [key as keyof T]: _gone, ...rest } = object;
  return rest as T;
}

function* inFocus(doc: Component): Generator<Mutant> {
  for (const [state, rule] of Object.entries(doc.focus)) {
    if (rule.to)
      yield {
        operator: "focus not moved",
        text: `What if the focus were not moved in ${state}?`,
        doc: setFocusRule(doc, state, without(rule, "to")),
      };
    if (rule.within)
      yield {
        operator: "focus not held",
        text: `What if the focus were not held in ${rule.within} in ${state}?`,
        doc: setFocusRule(doc, state, without(rule, "within")),
      };
  }
}

function* inData(doc: Component): Generator<Mutant> {
  for (const [i, datum] of (doc.data ?? []).entries()) {
    const initial =
      datum.type === "boolean"
        ? !datum.initial
        : datum.type === "one of"
          ? datum.values.find((v) => v !== datum.initial)
          : datum.type === "integer"
            ? datum.initial < datum.max
              ? datum.initial + 1
              : datum.initial - 1
            : undefined;
    if (initial === undefined) continue;
    const next = { ...datum, initial } as typeof datum;
    yield {
      operator: "first value changed",
      text: `What if ${datum.name} began as ${initial}?`,
      doc: { ...doc, data: doc.data!.with(i, next) },
    };
  }
}
