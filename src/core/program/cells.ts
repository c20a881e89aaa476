/** Reactions, actions and focus targets compiled. What does not compile is reported, and fails when its turn comes. */
import { Fault } from "../../kernel";
import {
  compileExpression,
  compileStyleTemplate,
  compileTemplate,
  type DoingCall,
  type Evaluate,
  type Scope,
  type Template,
  type Type,
  typeOf,
} from "../expression";
import { compute, type MeasureEnv } from "../measure";
import {
  type Action,
  type Branch,
  type Component,
  type FocusTarget,
  type Problem,
  type Reaction,
  targetsOf,
} from "../model";
import {
  type CompiledAction,
  type CompiledBranch,
  type CompiledCell,
  type CompiledFocus,
  DOCUMENT,
  type PartIndex,
  type StateIndex,
  timerEvent,
} from "./program";

export class CellCompiler {
  constructor(
    private readonly doc: Component,
    private readonly scope: Scope,
    private readonly states: ReadonlyMap<string, StateIndex>,
    private readonly parts: ReadonlyMap<string, PartIndex>,
    private readonly measures: MeasureEnv,
    private readonly problems: Problem[],
  ) {}

  private report(path: string, found: { message: string; from?: number; to?: number }): void {
    this.problems.push({ path, message: found.message, from: found.from, to: found.to });
  }

  /** What a person does that some expression asks about. */
  readonly asks = new Set<DoingCall>();
  private noted<T extends { asks: readonly DoingCall[] }>(compiled: T): T {
    for (const a of compiled.asks) this.asks.add(a);
    return compiled;
  }

  expression(text: string, path: string, type?: Type): { run: Evaluate } {
    const compiled = compileExpression(text, this.scope, type);
    if (compiled.ok) return this.noted(compiled);
    this.report(path, compiled);
    // Made once: an error is dear to make, and a condition is asked at every look.
    const fault = new Fault(compiled.message);
    return {
      run: () => {
        throw fault;
      },
    };
  }

  /** A text that does not compile is shown as it stands, and reported. */
  text(text: string, path: string): Template {
    const compiled = compileTemplate(text, this.scope);
    if (compiled.ok) return this.noted(compiled.template);
    this.report(path, compiled);
    return { constant: true, reads: [], asks: [], run: () => text };
  }

  /** A style value with data in it; one that cannot be a value is left out, and reported. */
  style(property: string, value: string, path: string): Template {
    const compiled = compileStyleTemplate(property, value, this.scope);
    if (compiled.ok) return this.noted(compiled.template);
    this.report(path, compiled);
    return { constant: true, reads: [], asks: [], run: () => "unset" };
  }

  /** ms; 0 where it cannot be computed, which is reported. */
  time(text: string, path: string): number {
    const found = compute(text, this.measures, "time");
    if (found.ok && found.value.n >= 0) return found.value.n;
    this.report(path, found.ok ? { message: `this is ${found.text}; a time here is not less than 0` } : found);
    return 0;
  }

  /** Checks a length that is computed when it is asked for, since it may depend on the viewport. */
  length(text: string, path: string): string {
    const found = compute(text, { ...this.measures, percentOf: 100 }, "length");
    if (!found.ok) this.report(path, found);
    return text;
  }

  /** An action puts the focus back. */
  goesBack = false;
  focus(target: FocusTarget): CompiledFocus {
    if ("back" in target) {
      this.goesBack = true;
      return { kind: "back" };
    }
    if ("next" in target) return { kind: "next", part: target.next === null ? null : this.parts.get(target.next)! };
    if ("previous" in target)
      return { kind: "previous", part: target.previous === null ? null : this.parts.get(target.previous)! };
    const [kind, name] = Object.entries(target)[0] as ["part" | "first" | "last", string];
    return { kind, part: this.parts.get(name)! };
  }

  actions = (list: readonly Action[] | undefined, path: string): CompiledAction[] =>
    (list ?? []).map((a, i) => this.action(a, `${path}[${i}]`));

  private action(a: Action, path: string): CompiledAction {
    switch (a.do) {
      case "assign": {
        const data = this.doc.data.findIndex((d) => d.name === a.data);
        const datum = this.doc.data[data];
        if (!datum) return { do: "fail", why: `there is no datum ${a.data}` };
        return { do: "assign", data, datum, value: this.expression(a.value, `${path}.value`, typeOf(datum)).run };
      }
      case "focus":
        return { do: "focus", target: this.focus(a.target) };
      case "send": {
        const delay = a.delay === undefined ? 0 : this.time(a.delay, `${path}.delay`);
        return { do: "send", event: a.event, delay, id: a.id ?? null, restart: false };
      }
      case "start":
        return {
          do: "send",
          event: timerEvent(a.timer),
          delay: this.time(a.after, `${path}.after`),
          id: a.timer,
          restart: true,
        };
      case "cancel":
        return { do: "cancel", id: a.timer };
      case "scroll": {
        const smooth = a.smooth ?? false;
        if ("part" in a.to) return { do: "scroll", to: this.parts.get(a.to.part)!, distance: null, smooth };
        return { do: "scroll", to: DOCUMENT, distance: this.length(a.to.distance, `${path}.to`), smooth };
      }
      case "announce":
        return { do: "announce", text: this.text(a.text, `${path}.text`) };
      case "request":
        return { do: "request", request: (this.doc.requests ?? []).findIndex((r) => r.name === a.request) };
      case "log":
        return {
          do: "log",
          label: a.label ?? null,
          value: a.value === undefined ? null : this.expression(a.value, `${path}.value`).run,
        };
      case "block":
        return { do: "block", actions: this.actions(a.actions, `${path}.actions`) };
      case "if":
        return {
          do: "if",
          branches: a.branches.map((b, i) => ({
            when: b.when === undefined ? null : this.expression(b.when, `${path}.branches[${i}].when`, "boolean").run,
            actions: this.actions(b.actions, `${path}.branches[${i}].actions`),
          })),
        };
      default:
        return a;
    }
  }

  private branch(b: Branch, path: string): CompiledBranch {
    return {
      guard: b.when === undefined ? null : this.expression(b.when, `${path}.when`, "boolean").run,
      targets: targetsOf(b).map((to) => this.states.get(to)!),
      internal: b.internal ?? false,
      actions: this.actions(b.actions, `${path}.actions`),
    };
  }

  cell(c: Reaction, path: string): CompiledCell {
    if (c === "ignored") return { ignored: true, after: 0, branches: [] };
    const after = c.after === undefined ? 0 : this.time(c.after, `${path}.after`);
    return { ignored: false, after, branches: c.branches.map((b, i) => this.branch(b, `${path}.branches[${i}]`)) };
  }
}
