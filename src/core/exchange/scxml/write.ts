/**
 * A document as SCXML: the behaviour in the standard's elements; parts, looks, motion and whatever else a chart does
 * not know in our own namespace, so that any reader gets the chart and reading it back loses nothing.
 */

import { printEvent } from "../../expression";
import { compute, measureEnv } from "../../measure";
import {
  ALWAYS,
  type Branch,
  type Component,
  type Datum,
  type EventSpec,
  isHistory,
  isTimed,
  own,
  type StateNode,
  targetsOf,
} from "../../model";
import { answerEvent, timerEvent } from "../../program";
import { ContentWriter, conditionOut, escapeXml, indent, tag } from "./content-out";
import { LIVELY, SCXML } from "./xml";

export function writeScxml(doc: Component): string {
  const writer = new Writer(doc);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${writer.write()}\n`;
}

class Writer {
  private readonly content: ContentWriter;

  constructor(private readonly doc: Component) {
    const env = measureEnv(doc);
    const time = (text: string): number => {
      const found = compute(text, env, "time");
      return found.ok ? Math.max(0, found.value.n) : 0;
    };
    this.content = new ContentWriter(doc, time);
    this.time = time;
  }
  private readonly time: (text: string) => number;

  write(): string {
    const { doc } = this;
    const rooted = doc.reactions.some((r) => r.in[ALWAYS] !== undefined);
    const data = doc.data.map((d) => this.datum(d));
    const attributes = {
      xmlns: SCXML,
      "xmlns:lively": LIVELY,
      version: "1.0",
      datamodel: "ecmascript",
      name: doc.name,
      initial: this.initial(doc.initial),
    };
    const states = doc.states.map((s) => [s, this.state(s)] as const);
    const inside = rooted
      ? states.filter(([s]) => s.kind !== "final").map(([, text]) => text)
      : states.map(([, text]) => text);
    const outside = rooted ? states.filter(([s]) => s.kind === "final").map(([, text]) => text) : [];
    const whole = rooted
      ? [
          tag("state", { id: ALWAYS, "lively:root": "true", initial: this.initial(doc.initial) }, [
            ...this.timers(ALWAYS),
            ...this.transitions(ALWAYS),
            ...inside,
          ]),
        ]
      : inside;
    const children = [...(data.length ? [tag("datamodel", {}, data)] : []), ...whole, ...outside, this.rest()];
    return tag("scxml", { ...attributes, initial: rooted ? ALWAYS : attributes.initial }, children);
  }

  private initial(initial: StateNode["initial"]): string | undefined {
    return initial === undefined ? undefined : [initial].flat().join(" ");
  }

  private datum(d: Datum): string {
    const own = (list: Record<string, string>) =>
      Object.fromEntries(Object.entries(list).map(([k, v]) => [`lively:${k}`, v]));
    const extra =
      d.type === "integer"
        ? own({ type: d.type, min: String(d.min), max: String(d.max) })
        : d.type === "one of"
          ? own({ type: d.type, values: JSON.stringify(d.values) })
          : {};
    const expr = typeof d.initial === "string" ? quoted(d.initial) : String(d.initial);
    return tag("data", { id: d.name, expr, ...extra });
  }

  private state(s: StateNode): string {
    const { content } = this;
    if (isHistory(s)) {
      const to = this.initial(s.initial) ?? this.initial(this.defaultAround(s));
      const made = s.initial === undefined ? "true" : undefined;
      const transition = tag("transition", { target: to, "lively:generated": made }, content.block(s.initialActions));
      return tag("history", { id: s.name, type: s.kind === "deep history" ? "deep" : undefined }, [transition]);
    }
    const name = s.kind === "parallel" ? "parallel" : s.kind === "final" ? "final" : "state";
    const children = [
      ...content.blocks("onentry", s.entry),
      ...this.timers(s.name),
      ...content.blocks("onexit", s.exit),
      ...this.transitions(s.name),
    ];
    let initial = this.initial(s.initial);
    if (initial !== undefined && s.initialActions?.length) {
      children.unshift(tag("initial", {}, [tag("transition", { target: initial }, content.block(s.initialActions))]));
      initial = undefined;
    }
    return tag(name, { id: s.name, initial }, [...children, ...(s.states ?? []).map((inner) => this.state(inner))]);
  }

  /** A history needs a default in SCXML; where ours has none, it leads where its surroundings start. */
  private defaultAround(h: StateNode): string[] | undefined {
    const find = (list: readonly StateNode[], around: StateNode | null): StateNode | null | undefined => {
      for (const s of list) {
        if (s === h) return around;
        const found = s.states ? find(s.states, s) : undefined;
        if (found !== undefined) return found;
      }
      return undefined;
    };
    const around = find(this.doc.states, null);
    const list = (around ? around.states : this.doc.states) ?? [];
    const real = list.filter((s) => !isHistory(s)).map((s) => s.name);
    if (around?.kind === "parallel") return real;
    const initial = (around ? around.initial : this.doc.initial) ?? [];
    const own = [initial].flat().filter((n) => n !== h.name);
    return own.length ? own : real.slice(0, 1);
  }

  /** Delays and intervals: sent on entry, cancelled on exit. */
  private timers(state: string): string[] {
    const rows = this.doc.reactions.flatMap((row, i) => {
      const cell = own(row.in, state);
      return isTimed(row.event) && cell !== undefined && cell !== "ignored"
        ? [{ id: timedEvent(i, state), after: cell.after! }]
        : [];
    });
    if (!rows.length) return [];
    const made = { "lively:generated": "true" };
    return [
      tag(
        "onentry",
        made,
        rows.map((r) => tag("send", { event: r.id, id: r.id, delay: `${this.time(r.after)}ms`, ...made })),
      ),
      tag(
        "onexit",
        made,
        rows.map((r) => tag("cancel", { sendid: r.id, ...made })),
      ),
    ];
  }

  private transitions(state: string): string[] {
    return this.doc.reactions.flatMap((row, i) => {
      const cell = own(row.in, state);
      if (cell === undefined) return [];
      const event = eventName(row.event, i, state);
      // SCXML has no transition without an event that is taken and does nothing: its readers never take this one.
      const never = event === undefined ? { cond: "false", "lively:ignored": "true" } : {};
      if (cell === "ignored") return [tag("transition", { event, ...never, "lively:row": String(i) })];
      return cell.branches.map((b) => this.transition(b, event, i, cell.after, row.event, state));
    });
  }

  private transition(
    b: Branch,
    event: string | undefined,
    row: number,
    after: string | undefined,
    spec: EventSpec,
    state: string,
  ): string {
    const content = this.content.block(b.actions);
    if (spec.on === "every" && after !== undefined) {
      const id = timedEvent(row, state);
      content.unshift(tag("send", { event: id, id, delay: `${this.time(after)}ms`, "lively:generated": "true" }));
    }
    const targets = targetsOf(b);
    // A branch that does nothing at all still decides; SCXML reads it so by its condition.
    return tag(
      "transition",
      {
        event,
        ...(b.when === undefined ? {} : conditionOut(b.when)),
        // A transition has an event, a condition or a target (SCXML §3.5.1).
        ...(event === undefined && b.when === undefined && !targets.length
          ? { cond: "true", "lively:always": "true" }
          : {}),
        target: targets.length ? targets.join(" ") : undefined,
        type: b.internal ? "internal" : undefined,
        "lively:row": String(row),
        "lively:after": after,
        // It is taken and does nothing, which is not the same to us as being ignored.
        "lively:taken": !targets.length && b.when === undefined && !b.actions?.length ? "true" : undefined,
      },
      content,
    );
  }

  /** Everything that is not behaviour. */
  private rest(): string {
    const { doc } = this;
    // What the chart's own elements say is there already.
    const { data: _d, states: _s, initial: _i, reactions: _r, requests, ...document } = doc;
    const rest = { document, ...(requests ? { requests } : {}), events: doc.reactions.map((r) => r.event) };
    return `<lively:document>\n${indent(escapeXml(JSON.stringify(rest)))}\n</lively:document>`;
  }
}

const quoted = (text: string): string =>
  `'${text.replaceAll("\\", "\\\\").replaceAll("'", "\\'").replaceAll("\n", "\\n").replaceAll("\r", "\\r").replaceAll("\u2028", "\\u2028").replaceAll("\u2029", "\\u2029")}'`;
const timedEvent = (row: number, state: string): string => `after.${row}.${state}`;

/** The event of a row as a chart names it; undefined for an automatic one. */
function eventName(event: EventSpec, row: number, state: string): string | undefined {
  switch (event.on) {
    case "own":
      return event.event;
    case "automatic":
      return undefined;
    case "after":
    case "every":
      return timedEvent(row, state);
    case "timer":
      return timerEvent(event.timer);
    case "request ok":
    case "request failed":
      return answerEvent(event.request, event.on === "request ok");
    default:
      return nameOf(printEvent(event), row);
  }
}

/** From the page: a name that says what it is, such as press.Escape.in.dialog. What is long is cut, and told by its row. */
function nameOf(text: string, row: number): string {
  const name = text.replace(/[^\p{L}\p{N}_:-]+/gu, ".").replace(/^\.|\.$/g, "");
  return name.length <= LONGEST ? name : `${name.slice(0, LONGEST).replace(/\.$/, "")}.${row}`;
}
/** Characters of a name that is made of a row's words. */
const LONGEST = 200;
