/**
 * Expressions: a subset of ECMAScript expressions (ECMA-262 §13), parsed by acorn, checked for names and types, and
 * turned into closures of our own. Nothing outside the document can be reached from one.
 */
import type { Expression, Node } from "acorn";
import type { Datum, Value } from "../model";
import { own } from "../model";
import { partArgument, partNamed } from "./argument";
import { hideIn, IN, showIn, syntaxOf } from "./syntax";

export type Type = "boolean" | "number" | "text";

export interface Scope {
  data: readonly Datum[];
  states: readonly string[];
  /** Parts that conditions can ask about; left out where they are not known yet, and any name will do. */
  parts?: readonly string[];
}

/** What an expression reads when it runs: data by index, which states are active, where the focus and the pointer are. */
export interface Env {
  readonly data: readonly Value[];
  isIn(state: string): boolean;
  /** The focus is on the part or on something in it. */
  focusWithin(part: string): boolean;
  /** The pointer is over the part or over something in it. */
  hovered(part: string): boolean;
  /** The name of the event that is being handled; empty where there is none (SCXML §5.10). */
  readonly event: string;
  readonly page: PageEnv;
}
/** What an expression can ask about the page; lengths in px. */
export interface PageEnv {
  readonly width: number;
  readonly height: number;
  /** How far it is scrolled. */
  readonly scroll: number;
  readonly reducedMotion: boolean;
}
const pageTypes: Record<keyof PageEnv, Type> = {
  width: "number",
  height: "number",
  scroll: "number",
  reducedMotion: "boolean",
};
export type Evaluate = (env: Env) => Value;

export interface Compiled {
  ok: true;
  type: Type;
  run: Evaluate;
  /** Data names that it reads. */
  reads: string[];
  /** What a person does that it asks about. */
  asks: readonly DoingCall[];
}
export interface Located {
  message: string;
  from: number;
  to: number;
  /** What nothing declares, where that is what is wrong. */
  missing?: Missing;
}
export interface Missing {
  kind: "data" | "state" | "part" | "request";
  name: string;
}
export type CompiledExpression = Compiled | ({ ok: false } & Located);

const mathFunctions: Record<string, (...n: number[]) => number> = {
  abs: Math.abs,
  cbrt: Math.cbrt,
  ceil: Math.ceil,
  floor: Math.floor,
  max: Math.max,
  hypot: Math.hypot,
  min: Math.min,
  pow: Math.pow,
  round: Math.round,
  sign: Math.sign,
  sqrt: Math.sqrt,
  trunc: Math.trunc,
};

/** What asks whether a part has the focus in it, or the pointer over it. */
export const doingCalls = ["focusWithin", "hovered"] as const;
export type DoingCall = (typeof doingCalls)[number];
export const isDoingCall = (name: string): name is DoingCall => (doingCalls as readonly string[]).includes(name);

/** SCXML writes it with a capital (§5.9.1). */
export const isInCall = (name: string): boolean => name === IN || name === "In";

export const typeOf = (datum: Datum): Type =>
  datum.type === "boolean" ? "boolean" : datum.type === "integer" || datum.type === "number" ? "number" : "text";

class Fault extends Error {
  constructor(
    message: string,
    readonly from: number,
    readonly to: number,
    readonly missing?: Missing,
  ) {
    super(message);
  }
}

interface Typed {
  type: Type;
  run: Evaluate;
}

/**
 * @param expected the type the place needs; leave it out where any will do
 * @returns the closure and its type, or one error with its character range in `text`
 */
export function compileExpression(text: string, scope: Scope, expected?: Type): CompiledExpression {
  const source = hideIn(text);
  const found: Found = { reads: new Set(), asks: new Set() };
  try {
    if (!text.trim()) throw new Fault("an expression is missing here", 0, text.length);
    let tree: Expression;
    try {
      tree = syntaxOf(source);
    } catch (error) {
      const at = Math.min((error as { pos?: number }).pos ?? 0, text.length);
      const word = /^[\w$]+/.exec(text.slice(at))?.[0] ?? "";
      if (scope.parts?.includes(word))
        throw new Fault(`${word} is a word of the language: as a part it stands in quotes`, at, at + word.length);
      throw new Fault("this is not an expression from here on", at, text.length);
    }
    const rest = source.slice(tree.end).trimStart();
    if (rest) throw new Fault("this cannot follow the expression", text.length - rest.length, text.length);
    const typed = convert(tree, scope, found);
    if (expected && typed.type !== expected && !(expected === "text" && typed.type === "number")) {
      throw new Fault(`this is a ${typed.type}; a ${expected} is needed`, tree.start, tree.end);
    }
    return { ok: true, type: typed.type, run: typed.run, reads: [...found.reads], asks: [...found.asks] };
  } catch (error) {
    if (error instanceof Fault) {
      const { message, from, to, missing } = error;
      return { ok: false, message, from, to, ...(missing ? { missing } : {}) };
    }
    if (error instanceof RangeError) return { ok: false, message: "nested too deeply", from: 0, to: text.length };
    throw error;
  }
}

/** What an expression turns out to depend on. */
interface Found {
  reads: Set<string>;
  asks: Set<DoingCall>;
}

function convert(node: Expression | Node, scope: Scope, found: Found): Typed {
  const n = node as Expression;
  const fault = (message: string, at: Node = n): never => {
    throw new Fault(message, at.start, at.end);
  };
  const sub = (child: Node): Typed => convert(child, scope, found);
  const need = (child: Node, type: Type): Evaluate => {
    const typed = sub(child);
    if (typed.type !== type) fault(`this is a ${typed.type}; a ${type} is needed`, child);
    return typed.run;
  };
  switch (n.type) {
    case "Literal": {
      if (typeof n.value === "string") return constant("text", showIn(n.value));
      if (typeof n.value === "number") return constant("number", n.value);
      if (typeof n.value === "boolean") return constant("boolean", n.value);
      return fault("only texts, numbers, true and false can stand here");
    }
    case "Identifier": {
      const index = scope.data.findIndex((d) => d.name === n.name);
      if (index < 0) {
        const known = scope.data.map((d) => d.name).join(", ");
        const message = `"${showIn(n.name)}" is not known; ${known ? `data: ${known}` : "this component has no data yet"}`;
        throw new Fault(message, n.start, n.end, { kind: "data", name: n.name });
      }
      found.reads.add(n.name);
      return { type: typeOf(scope.data[index]), run: (env) => env.data[index] };
    }
    case "UnaryExpression": {
      if (n.operator === "!") {
        const a = need(n.argument, "boolean");
        return { type: "boolean", run: (env) => !a(env) };
      }
      if (n.operator === "-" || n.operator === "+") {
        const a = need(n.argument, "number");
        const sign = n.operator === "-" ? -1 : 1;
        return { type: "number", run: (env) => sign * (a(env) as number) };
      }
      return fault(`"${n.operator}" is not available; ! and - are`);
    }
    case "LogicalExpression": {
      if (n.operator === "??") return fault("nothing is ever missing here, so ?? has no use; && and || are available");
      const a = need(n.left, "boolean");
      const b = need(n.right, "boolean");
      return n.operator === "&&"
        ? { type: "boolean", run: (env) => a(env) && b(env) }
        : { type: "boolean", run: (env) => a(env) || b(env) };
    }
    case "BinaryExpression":
      return binary(n, sub, need, fault, scope);
    case "ConditionalExpression": {
      const test = need(n.test, "boolean");
      const a = sub(n.consequent);
      const b = sub(n.alternate);
      if (a.type !== b.type) fault(`one side is a ${a.type}, the other a ${b.type}`);
      return { type: a.type, run: (env) => (test(env) ? a.run(env) : b.run(env)) };
    }
    case "TemplateLiteral": {
      const quasis = n.quasis.map((q) => showIn(q.value.cooked ?? ""));
      const holes = n.expressions.map((e) => sub(e).run);
      return { type: "text", run: (env) => quasis.map((q, i) => q + (holes[i] ? String(holes[i](env)) : "")).join("") };
    }
    case "CallExpression":
      return call(n, need, fault, scope, found);
    case "MemberExpression":
      return member(n, fault);
    case "ParenthesizedExpression":
      return sub(n.expression);
    case "AssignmentExpression":
      return fault("nothing can be assigned here; compare with ==");
    default:
      return fault("this kind of expression is not available here");
  }
}

/** `_event.name` and what is known of the page; nothing else has properties. */
function member(n: Extract<Expression, { type: "MemberExpression" }>, fault: Fail): Typed {
  const object = n.object.type === "Identifier" ? n.object.name : "";
  const property = !n.computed && n.property.type === "Identifier" ? n.property.name : "";
  if (object === "_event" && property === "name") return { type: "text", run: (env) => env.event };
  if (object === "page" && Object.hasOwn(pageTypes, property)) {
    const key = property as keyof PageEnv;
    return { type: pageTypes[key], run: (env) => env.page[key] };
  }
  if (object === "Math" && property === "PI") return constant("number", Math.PI);
  return fault(`only _event.name and page.${Object.keys(pageTypes).join(", page.")} can be asked for like this`);
}

const constant = (type: Type, value: Value): Typed => ({ type, run: () => value });

type Fail = (message: string, at?: Node) => never;
type Need = (child: Node, type: Type) => Evaluate;

function binary(
  n: Extract<Expression, { type: "BinaryExpression" }>,
  sub: (child: Node) => Typed,
  need: Need,
  fault: Fail,
  scope: Scope,
): Typed {
  const op = n.operator;
  const arithmetic: Record<string, (a: number, b: number) => number> = {
    "-": (a, b) => a - b,
    "*": (a, b) => a * b,
    "/": (a, b) => a / b,
    "%": (a, b) => a % b,
    "**": (a, b) => a ** b,
  };
  if (op === "+") {
    const a = sub(n.left);
    const b = sub(n.right);
    if (a.type === "boolean") fault("true and false cannot be added", n.left);
    if (b.type === "boolean") fault("true and false cannot be added", n.right);
    if (a.type === "number" && b.type === "number") {
      return { type: "number", run: (env) => (a.run(env) as number) + (b.run(env) as number) };
    }
    return { type: "text", run: (env) => String(a.run(env)) + String(b.run(env)) };
  }
  if (arithmetic[op]) {
    const f = arithmetic[op];
    const a = need(n.left, "number");
    const b = need(n.right, "number");
    return { type: "number", run: (env) => f(a(env) as number, b(env) as number) };
  }
  if (op === "==" || op === "===" || op === "!=" || op === "!==") {
    const a = sub(n.left);
    const b = sub(n.right);
    if (a.type !== b.type) fault(`a ${a.type} and a ${b.type} are never the same`);
    neverOneOf(n.left, n.right, scope, fault);
    neverOneOf(n.right, n.left, scope, fault);
    const same = op === "==" || op === "===";
    return { type: "boolean", run: (env) => (a.run(env) === b.run(env)) === same };
  }
  if (op === "<" || op === "<=" || op === ">" || op === ">=") {
    const a = sub(n.left);
    const b = sub(n.right);
    if (a.type !== b.type) fault(`a ${a.type} and a ${b.type} have no order`);
    if (a.type === "boolean") fault("true and false have no order");
    const order: Record<string, (x: Value, y: Value) => boolean> = {
      "<": (x, y) => x < y,
      "<=": (x, y) => x <= y,
      ">": (x, y) => x > y,
      ">=": (x, y) => x >= y,
    };
    const f = order[op];
    return { type: "boolean", run: (env) => f(a.run(env), b.run(env)) };
  }
  return fault(`"${op}" is not available; + - * / % ** and the comparisons are`);
}

function neverOneOf(left: Node, right: Node, scope: Scope, fault: Fail): void {
  const l = left as Expression;
  const r = right as Expression;
  if (l.type !== "Identifier" || r.type !== "Literal") return;
  const datum = scope.data.find((d) => d.name === l.name);
  if (datum?.type === "one of" && !datum.values.includes(String(r.value))) {
    fault(`${l.name} is never this; it is one of ${datum.values.map((v) => `"${v}"`).join(", ")}`, right);
  }
}

function call(
  n: Extract<Expression, { type: "CallExpression" }>,
  need: Need,
  fault: Fail,
  scope: Scope,
  found: Found,
): Typed {
  const { callee } = n;
  if (callee.type === "Identifier" && isDoingCall(callee.name)) {
    found.asks.add(callee.name);
    return doingCall(callee.name, n, fault, scope);
  }
  if (callee.type === "Identifier" && isInCall(callee.name)) {
    const [argument] = n.arguments;
    if (n.arguments.length !== 1 || argument.type !== "Literal" || typeof argument.value !== "string") {
      return fault('in(…) takes one state in quotes, such as in("open")');
    }
    const state = argument.value;
    if (!scope.states.includes(state)) {
      const message = `"${state}" is not a state; states: ${scope.states.join(", ")}`;
      throw new Fault(message, argument.start, argument.end, { kind: "state", name: state });
    }
    return { type: "boolean", run: (env) => env.isIn(state) };
  }
  if (
    callee.type === "MemberExpression" &&
    !callee.computed &&
    callee.object.type === "Identifier" &&
    callee.object.name === "Math" &&
    callee.property.type === "Identifier" &&
    Object.hasOwn(mathFunctions, callee.property.name)
  ) {
    const f = own(mathFunctions, callee.property.name)!;
    if (!n.arguments.length) return fault("this function needs a number");
    const args = n.arguments.map((a) => need(a, "number"));
    return { type: "number", run: (env) => f(...args.map((a) => a(env) as number)) };
  }
  return fault(
    `only in("state"), focusWithin(part), hovered(part) and Math.${Object.keys(mathFunctions).join(", ")} can be called`,
    callee,
  );
}

/** `focusWithin(panel)`; a name that is no identifier stands in quotes. */
function doingCall(
  name: DoingCall,
  n: Extract<Expression, { type: "CallExpression" }>,
  fault: Fail,
  { parts }: Scope,
): Typed {
  const [argument] = n.arguments;
  const part = n.arguments.length === 1 ? partNamed(argument) : null;
  if (part === null) {
    return fault(`${name}(…) takes one part, such as ${name}(${partArgument(parts?.[0] ?? "panel")})`);
  }
  if (parts && !parts.includes(part)) {
    const message = `"${part}" is not a part; parts: ${parts.join(", ")}`;
    throw new Fault(message, argument.start, argument.end, { kind: "part", name: part });
  }
  return { type: "boolean", run: name === "hovered" ? (env) => env.hovered(part) : (env) => env.focusWithin(part) };
}
