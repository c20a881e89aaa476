/** What a script's expressions can be while it is read. Nothing of it is the language's own: reading is not running. */
import type * as acorn from "acorn";
import { NotUnderstood } from "./not-understood";
import type { PageElement } from "./page";

/** What only a browser can measure: as in reckoning with it, nothing known comes of it. */
export const MEASURED = Number.NaN;

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
  | JsPairs
  | JsTimer
  | JsPromise
  | JsPattern
  | JsAccessor
  | JsProxy
  | JsTime;
/** What can be written to has an id once the page is loaded; what acts make has none (see `heap.ts`). */
interface Kept {
  id: number | null;
}
export interface JsList extends Kept {
  is: "list";
  items: Js[];
  /** Of what a pattern found: its place and its groups. */
  more?: ReadonlyMap<string, Js>;
}
export interface JsElement {
  is: "element";
  element: PageElement;
}
export type FunctionNode = acorn.FunctionDeclaration | acorn.FunctionExpression | acorn.ArrowFunctionExpression;
export type ClassNode = acorn.ClassDeclaration | acorn.ClassExpression;
export interface JsFunction {
  is: "function";
  node: FunctionNode;
  scope: Scope;
  /** What `this` is in a listener that stands in the markup. */
  self: Js;
  /** Where a method stands, for `super`. */
  home: JsObject | null;
  /** Of a class. */
  made: { node: ClassNode; parent: Js; hasConstructor: boolean } | null;
  /** Its own properties, `prototype` among them. */
  own: JsObject;
}
/** A function of the browser, or one of its objects. */
export interface JsNative {
  is: "native";
  name: string;
  call?(args: Js[], self?: Js): Js;
  /** What it keeps of the script's. */
  holds?: readonly Js[];
  /** Of one that others of its kind have, too: what it is called there. */
  method?: string;
  host?: Host;
}
/** An object of the browser whose properties go along with the page. */
export interface Host {
  get(name: string): Js;
  set?(name: string, value: Js): void;
  remove?(name: string): void;
  /** Of one with names of the page's own. */
  names?(): string[];
  /** Of one that can be gone through. */
  items?(): Js[];
  text?(): string;
}
export interface JsObject extends Kept {
  is: "object";
  of: Map<string, Js>;
  proto: JsObject | null;
}
/** `Map`, `Set` and the weak ones (ECMA-262 §24); of a set each value stands for itself. */
export interface JsPairs extends Kept {
  is: "pairs";
  kind: "Map" | "Set";
  items: [Js, Js][];
}
/** What comes later (§27.2). */
export interface JsPromise extends Kept {
  is: "promise";
  state: "waiting" | "kept" | "broken";
  value: Js;
  waiting: Waiting[];
}
/** What is done once a promise is kept or broken. */
export interface Waiting {
  kept(value: Js): void;
  broken(value: Js): void;
  /** Of what a generator goes on with: it is asked to go no further. */
  left?(value: Js): void;
  /** What tells it from others: the place in the script, and what it keeps of the call that it was made in. */
  at: number;
  scope: Scope | null;
  holds: readonly Js[];
}
export interface JsTimer {
  is: "timer";
  /** Empty until the act is over in which it was set. */
  name: string;
  /** Where in the script it is set. */
  at: number;
}
/** A regular expression, as it is written. */
export interface JsPattern {
  is: "pattern";
  source: string;
  flags: string;
}
/** An instant: ms since the page was loaded. Only how far it is from now ever tells anything. */
export interface JsTime {
  is: "time";
  ms: number;
}
/** What stands before an object, and may answer for it (§10.5). */
export interface JsProxy {
  is: "proxy";
  target: Js;
  handler: JsObject;
}
/** A getter, a setter or both, as a property. */
export interface JsAccessor {
  is: "accessor";
  get: JsFunction | JsNative | null;
  set: JsFunction | JsNative | null;
}

export interface Scope extends Kept {
  is: "scope";
  values: Map<string, Js>;
  parent: Scope | null;
  /** Whose properties are names here, behind the values (ECMA-262 §9.1.1.2). */
  within?: Js;
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
  return { is: "list", id: null, items };
}
export const object = (of: Record<string, Js> | Map<string, Js> = {}, proto: JsObject | null = null): JsObject => ({
  is: "object",
  id: null,
  of: of instanceof Map ? of : new Map(Object.entries(of)),
  proto,
});
/** An object of functions of the browser. */
/** @param holds what all of them keep */
export const methodsOf = (calls: Record<string, (args: Js[]) => Js>, holds?: readonly Js[]): JsObject =>
  object(new Map(Object.entries(calls).map(([name, call]) => [name, native(name, call, holds)])));
/** Texts one after the other. */
export function joined(texts: readonly string[]): string {
  if (texts.reduce((n, t) => n + t.length, 0) > MOST) throw new NotUnderstood(null, "a text that grows without an end");
  return texts.join("");
}
export const elementOf = (element: PageElement | null): Js => (element ? { is: "element", element } : null);
export const native = (name: string, call?: JsNative["call"], holds?: readonly Js[]): JsNative => ({
  is: "native",
  name,
  call,
  ...(holds ? { holds } : {}),
});
export const hosted = (name: string, host: Host): JsNative => ({ ...native(name), host });
export const method = (name: string, call: JsNative["call"]): JsNative => ({ ...native(name, call), method: name });
export const functionOf = (node: FunctionNode, scope: Scope, more: Partial<JsFunction> = {}): JsFunction => ({
  is: "function",
  node,
  scope,
  self: undefined,
  home: null,
  made: null,
  own: object(),
  ...more,
});

/** What an object, or what stands behind it, has of that name (§10.1.8); bounded, since a script may make a circle. */
export function inherited(of: JsObject | null, name: string): { value: Js } | null {
  for (let o = of, n = 0; o && n < 40; o = o.proto, n++) if (o.of.has(name)) return { value: o.of.get(name) };
  return null;
}

/** The symbols of the language as names that no script can write, and that nobody finds among a thing's own. */
export const symbol = (name: string): string => `#@${name}`;

type Kind = Exclude<Extract<Js, object>, null>["is"];
/** Whether it is one of these kinds. */
export const isA = <K extends Kind>(v: Js, kind: K): v is Extract<Js, { is: K }> =>
  typeof v === "object" && v !== null && v.is === kind;
export const isNamed = (v: Js, name: string): boolean => isA(v, "native") && v.name === name;

export const isTrue = (v: Js): boolean => (typeof v === "object" && v !== null ? true : Boolean(v));

export function same(a: Js, b: Js): boolean {
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return a === b;
  if (a.is === "element" && b.is === "element") return a.element === b.element;
  if (a.is === "native" && b.is === "native") return a === b || (a.name === b.name && !a.holds && !b.holds);
  if (a.is === "time" && b.is === "time") return a.ms === b.ms;
  if (a.is === "timer" && b.is === "timer") return a === b || (a.name !== "" && a.name === b.name);
  return a === b;
}

/** As keys and members are told apart: what is no number is itself (§7.2.10). */
export const sameValue = (a: Js, b: Js): boolean => same(a, b) || Object.is(a, b);

export function textOf(v: Js): string {
  if (typeof v !== "object" || v === null) return String(v);
  if (v.is === "list") return v.items.map((i) => (i === null || i === undefined ? "" : textOf(i))).join(",");
  if (v.is === "pattern") return `/${v.source}/${v.flags}`;
  throw new NotUnderstood(null, "this as a text");
}
/** As a number (§7.1.4), as far as it is none of an object. */
export const numberOf = (v: Js): number =>
  isA(v, "list") ? Number(textOf(v)) : typeof v === "object" && v !== null ? Number.NaN : Number(v);

export { NotUnderstood };
