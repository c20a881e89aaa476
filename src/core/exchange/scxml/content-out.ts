/** Actions as executable content; what SCXML has no element for stands in our namespace, in our notation. */
import { mentions, printAction } from "../../expression";
import { milliseconds } from "../../measure";
import type { Action, Component, Datum } from "../../model";
import { answerEvent, timerEvent } from "../../program";

/** Text for an attribute or an element. */
export const escapeXml = (text: string): string =>
  text
    .replaceAll("&", "&amp;")
    .replaceAll("<", "&lt;")
    .replaceAll(">", "&gt;")
    .replaceAll('"', "&quot;")
    // A parser makes plain ones into spaces (XML 1.0 §3.3.3) or drops them (§2.11).
    .replaceAll("\t", "&#9;")
    .replaceAll("\n", "&#10;")
    .replaceAll("\r", "&#13;");

export function tag(
  name: string,
  attributes: Record<string, string | undefined>,
  children: readonly string[] = [],
): string {
  const open = Object.entries(attributes)
    .map(([k, v]) => (v === undefined ? "" : ` ${k}="${escapeXml(v)}"`))
    .join("");
  return children.length ? `<${name}${open}>\n${indent(children.join("\n"))}\n</${name}>` : `<${name}${open}/>`;
}
export const indent = (text: string): string =>
  text
    .split("\n")
    .map((line) => (line ? `  ${line}` : line))
    .join("\n");

/** Expressions are ECMAScript already, but for `in("x")`. */
export const expressionOut = (text: string): string =>
  mentions(text)
    .filter((m) => m.kind === "in")
    .reduceRight((out, { from, to }) => `${out.slice(0, from)}In${out.slice(to)}`, text);

/** The text as it was typed, in an attribute of ours, where a chart's reader would not give back just that. */
const asTyped = (text: string, out: string): string | undefined =>
  out === text && text === text.trim() ? undefined : text;
/** A condition of an element. */
export const conditionOut = (when: string): { cond: string; "lively:when": string | undefined } => {
  const cond = expressionOut(when);
  return { cond, "lively:when": asTyped(when, cond) };
};

/** An `if` of ours may begin without a condition; SCXML's has one (§4.3). */
const anyhow = { cond: "true", "lively:anyhow": "true" };

export class ContentWriter {
  constructor(
    private readonly doc: Component,
    /** Computes a time of the document, ms. */
    private readonly time: (text: string) => number,
  ) {}

  block(actions: readonly Action[] | undefined): string[] {
    return (actions ?? []).map((a) => this.one(a));
  }

  /** One element a block, so that each fails for itself. */
  blocks(name: "onentry" | "onexit", actions: readonly Action[] | undefined): string[] {
    const list = actions ?? [];
    if (list.length > 0 && list.every((a) => a.do === "block")) {
      // One block alone reads as what stands in it; that it was said as a block is ours to keep.
      const alone = list.length === 1 ? { "lively:block": "true" } : {};
      return list.map((a) => tag(name, alone, this.block(a.do === "block" ? a.actions : [])));
    }
    return list.length ? [tag(name, {}, this.block(list))] : [];
  }

  private one(a: Action): string {
    switch (a.do) {
      case "raise":
        return tag("raise", { event: a.event });
      case "send": {
        const plain = a.delay === undefined || milliseconds(a.delay) !== null;
        const delay = a.delay === undefined ? undefined : plain ? a.delay : `${this.time(a.delay)}ms`;
        return tag("send", { event: a.event, id: a.id, delay, "lively:after": plain ? undefined : a.delay });
      }
      case "start": {
        const sent = { event: timerEvent(a.timer), id: a.timer, delay: `${this.time(a.after)}ms` };
        const cancel = tag("cancel", { sendid: a.timer, "lively:generated": "true" });
        return `${cancel}\n${tag("send", { ...sent, "lively:timer": a.timer, "lively:after": a.after })}`;
      }
      case "cancel":
        return tag("cancel", { sendid: a.timer });
      case "log":
        if (a.value === undefined) return tag("log", { label: a.label });
        return tag("log", {
          label: a.label,
          expr: expressionOut(a.value),
          "lively:value": asTyped(a.value, expressionOut(a.value)),
        });
      case "assign": {
        const datum = this.doc.data.find((d) => d.name === a.data)!;
        const held = heldInRange(datum, expressionOut(a.value));
        return tag("assign", { location: a.data, expr: held, "lively:value": asTyped(a.value, held) });
      }
      case "if": {
        const [first, ...more] = a.branches;
        const inner = this.block(first.actions);
        for (const b of more) {
          inner.push(b.when === undefined ? "<else/>" : tag("elseif", conditionOut(b.when)), ...this.block(b.actions));
        }
        return tag("if", first.when === undefined ? anyhow : conditionOut(first.when), inner);
      }
      case "request": {
        const request = (this.doc.requests ?? []).find((r) => r.name === a.request)!;
        const sent = tag("send", {
          event: answerEvent(request.name, request.outcome === "ok"),
          delay: `${this.time(request.latency)}ms`,
          "lively:generated": "true",
        });
        return `${this.own(a)}\n${sent}`;
      }
      default:
        return this.own(a);
    }
  }

  private own(a: Action): string {
    return `<lively:do>${escapeXml(printAction(a))}</lively:do>`;
  }
}

/** What an assignment leaves in a datum: whole numbers stay in their range. */
function heldInRange(datum: Datum, value: string): string {
  return datum.type === "integer" ? `Math.min(${datum.max}, Math.max(${datum.min}, Math.trunc(${value})))` : value;
}
