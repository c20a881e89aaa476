/** ECMAScript expressions of a chart, as far as ours go; what lies beyond is named with its place. */
import { compileExpression, logicalParts, type Scope, type Type } from "../../expression";
import type { Datum, Value } from "../../model";
import type { Element } from "./xml";

export type Say = (element: Element, message: string) => void;

const noEnv = {
  isIn: () => false,
  focusWithin: () => false,
  hovered: () => false,
  event: "",
  page: { width: 0, height: 0, scroll: 0, reducedMotion: false },
};

/** The expressions of one document, read against its data and states. */
export class ExpressionReader {
  readonly data: Datum[] = [];
  constructor(
    private readonly states: readonly string[],
    private readonly say: Say,
  ) {}

  private get scope(): Scope {
    return { data: this.data, states: this.states };
  }

  /** The text as it stands. A name that nobody declares is left to fail when its turn comes, as SCXML has it. */
  any(text: string, at: Element, type?: Type): string {
    const compiled = compileExpression(text, this.scope, type);
    if (!compiled.ok && compiled.missing?.kind !== "data") this.say(at, `“${text.trim()}”: ${compiled.message}`);
    return text.trim();
  }

  /** A condition. Where ECMAScript would take a number or a text for true or false, that is written out. */
  condition(text: string, at: Element): string {
    const written = this.truth(text.trim());
    if (written !== null) return written;
    return this.any(text, at);
  }

  /** The text as a condition of ours; null where it cannot be one. */
  private truth(text: string): string | null {
    const compiled = compileExpression(text, this.scope);
    if (compiled.ok) {
      if (compiled.type === "boolean") return text;
      return compiled.type === "number" ? `(${text}) != 0` : `(${text}) != ''`;
    }
    if (compiled.missing?.kind === "data") return text;
    // Its operands may be what ECMAScript takes for true or false.
    const parts = logicalParts(text);
    if (!parts) return null;
    const operands = parts.operands.map((o) => this.truth(o));
    if (operands.includes(null)) return null;
    return parts.not ? `!(${operands[0]})` : operands.map((o) => `(${o})`).join(` ${parts.operator} `);
  }

  /** Declares a datum with the value it begins with; its type is that of the value. */
  declare(name: string, expression: string | null, content: string, at: Element): void {
    let value: Value | undefined;
    if (expression !== null) {
      const compiled = compileExpression(expression, this.scope);
      if (!compiled.ok) {
        this.say(at, `“${expression.trim()}”: ${compiled.message}`);
        return;
      }
      value = compiled.run({ ...noEnv, data: this.data.map((d) => d.initial) });
    } else if (content.trim()) value = literal(content);
    if (value === undefined) {
      this.say(at, `the datum ${name} has no value to begin with; give it expr="…"`);
      return;
    }
    const own = at.own.type;
    if (own === "integer" && Number.isInteger(value)) {
      const [min, max] = [Number(at.own.min), Number(at.own.max)];
      this.data.push({ name, type: "integer", initial: value as number, min, max });
    } else if (own === "one of" && at.own.values !== undefined) {
      const values = texts(at.own.values);
      if (values) this.data.push({ name, type: "one of", values, initial: String(value) });
      else this.say(at, `the values of ${name} are no list of texts`);
    } else if (typeof value === "boolean") this.data.push({ name, type: "boolean", initial: value });
    else if (typeof value === "number") {
      if (Number.isFinite(value)) this.data.push({ name, type: "number", initial: value });
      else this.say(at, `the datum ${name} begins with ${value}, which is no number`);
    } else this.data.push({ name, type: "text", initial: value });
  }
}

/** A list of texts in JSON, or null. */
function texts(json: string): string[] | null {
  try {
    const list: unknown = JSON.parse(json);
    return Array.isArray(list) && list.every((t) => typeof t === "string") ? list : null;
  } catch {
    return null;
  }
}

/** Inline content: a number, true or false, a text in quotes as in JSON, or the words themselves (SCXML §B.2.1). */
function literal(content: string): Value | undefined {
  try {
    const value: unknown = JSON.parse(content);
    return typeof value === "string" || typeof value === "number" || typeof value === "boolean" ? value : undefined;
  } catch {
    return content.trim().replace(/\s+/g, " ");
  }
}

/** The text of an expression that is one literal, for `eventexpr` and its like; null for any other. */
export function literalText(expression: string): string | null {
  const compiled = compileExpression(expression, { data: [], states: [] });
  return compiled.ok && compiled.reads.length === 0 && compiled.type === "text"
    ? String(compiled.run({ ...noEnv, data: [] }))
    : null;
}
