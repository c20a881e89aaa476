/** What a script's expressions can be while it is read. Nothing of it is the language's own: reading is not running. */
import type * as acorn from "acorn";
import { NotUnderstood } from "./not-understood";
import type { PageElement } from "./page";

export type Js =
  | undefined
  | null
  | boolean
  | number
  | string
  | JsList
  | JsElement
  | JsFunction
  | JsNative
  | JsObject
  | JsTimer
  | JsPromise;
export interface JsList {
  is: "list";
  items: Js[];
}
export interface JsElement {
  is: "element";
  element: PageElement;
}
export type FunctionNode = acorn.FunctionDeclaration | acorn.FunctionExpression | acorn.ArrowFunctionExpression;
export interface JsFunction {
  is: "function";
  node: FunctionNode;
  scope: Scope;
  self: Js;
}
/** A function of the browser, or one of its objects. */
export interface JsNative {
  is: "native";
  name: string;
  call?(args: Js[]): Js;
}
export interface JsObject {
  is: "object";
  of: Map<string, Js>;
}
/** What comes later: the answer to a request, and what is done with it. */
export interface JsPromise {
  is: "promise";
  request: string;
  /** One step after the other; each is done where it is for how things stand then. */
  steps: PromiseStep[];
}
export interface PromiseStep {
  on: "then" | "catch" | "finally";
  /** Given what came, or what was thrown; gives what goes on. */
  run(value: Js): Js;
}
export interface JsTimer {
  is: "timer";
  name: string;
}

export interface Scope {
  /** Scopes that are there before anything happens have a number; what they hold is part of the page's state. */
  id: number | null;
  values: Map<string, Js>;
  constants: Set<string>;
  parent: Scope | null;
}

/** Something that the script itself throws. */
export class Thrown extends Error {
  constructor(readonly value: Js) {
    super("thrown by the script");
  }
}

/** Longer than any text or list that a component has. */
const MOST = 20_000;
export function list(items: Js[]): JsList {
  if (items.length > MOST) throw new NotUnderstood(null, "a list that grows without an end");
  return { is: "list", items };
}
/** Texts one after the other. */
export function joined(texts: readonly string[]): string {
  if (texts.reduce((n, t) => n + t.length, 0) > MOST) throw new NotUnderstood(null, "a text that grows without an end");
  return texts.join("");
}
export const elementOf = (element: PageElement | null): Js => (element ? { is: "element", element } : null);
export const native = (name: string, call?: (args: Js[]) => Js): JsNative => ({ is: "native", name, call });

export const isTrue = (v: Js): boolean => (typeof v === "object" && v !== null ? true : Boolean(v));

export function same(a: Js, b: Js): boolean {
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return a === b;
  if (a.is === "element" && b.is === "element") return a.element === b.element;
  if (a.is === "native" && b.is === "native") return a.name === b.name;
  return a === b;
}

export function textOf(v: Js): string {
  if (typeof v !== "object" || v === null) return String(v);
  if (v.is === "list") return v.items.map(textOf).join(",");
  throw new NotUnderstood(null, "this as a text");
}

export { NotUnderstood };
