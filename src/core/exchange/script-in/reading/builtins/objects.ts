/** `Object`, `Array`, `JSON`, `Math` and `Number` (ECMA-262 §20 to §25). */
import type { Context } from "../context";
import {
  isA,
  type Js,
  type JsObject,
  list,
  method,
  NotUnderstood,
  native,
  numberOf,
  object,
  same,
  textOf,
} from "../values";

type Calls = Record<string, (r: Context, args: Js[]) => Js>;
const objectIn = (v: Js): JsObject => {
  if (isA(v, "proxy")) return objectIn(v.target);
  if (isA(v, "object")) return v;
  if (isA(v, "function")) return v.own;
  throw new NotUnderstood(null, "going through this");
};
const namesOf = (v: Js): string[] =>
  isA(v, "list") ? v.items.map((_x, i) => String(i)) : [...objectIn(v).of.keys()].filter((n) => !n.startsWith("#"));
const pairOf = (r: Context, v: Js): Js[] => namesOf(v).map((n) => list([n, r.member(v, n)]));
const itself = (_r: Context, [v]: Js[]): Js => v;

/** `structuredClone`: the same again, and what is the same in it stays so (HTML §2.7). */
export function clone(value: Js, known = new Map<Js, Js>()): Js {
  if (known.has(value)) return known.get(value);
  const made = <T extends Js>(copy: T): T => {
    known.set(value, copy);
    return copy;
  };
  if (typeof value !== "object" || value === null || value.is === "time") return value;
  if (value.is === "list") {
    const copy = made(list([]));
    copy.items = value.items.map((v) => clone(v, known));
    return copy;
  }
  if (value.is === "pairs") {
    const copy = made({ ...value, id: null, items: [] as [Js, Js][] });
    copy.items = value.items.map(([k, v]) => [clone(k, known), clone(v, known)]);
    return copy;
  }
  if (value.is !== "object") throw new NotUnderstood(null, "a copy of this");
  const copy = made(object());
  for (const [name, v] of value.of) if (!name.startsWith("#")) copy.of.set(name, clone(v, known));
  return copy;
}

const objects: Calls = {
  keys: (_r, [v]) => list(namesOf(v)),
  values: (r, [v]) => list(namesOf(v).map((n) => r.member(v, n))),
  entries: (r, [v]) => list(pairOf(r, v)),
  fromEntries: (r, [v]) => object(new Map(r.items(v).map((p): [string, Js] => [textOf(r.items(p)[0]), r.items(p)[1]]))),
  assign: (r, [target, ...from]) => {
    for (const f of from)
      if (f !== undefined && f !== null) for (const n of namesOf(f)) r.assign(target, n, r.member(f, n));
    return target;
  },
  create: (_r, [proto]) => object({}, isA(proto, "object") ? proto : null),
  hasOwn: (_r, [v, n]) => objectIn(v).of.has(textOf(n)),
  is: (_r, [a, b]) => same(a, b),
  // Nobody here writes to what is frozen.
  freeze: itself,
  seal: itself,
  getPrototypeOf: (_r, [v]) => objectIn(v).proto,
};
const arrays: Calls = {
  from: (r, [v, map]) => {
    const length = isA(v, "object") ? v.of.get("length") : undefined;
    const items =
      typeof length === "number"
        ? list(Array.from({ length: Math.min(length, 1000) }, () => undefined)).items
        : r.items(v);
    return list(map === undefined ? [...items] : items.map((x, i) => r.call(map, [x, i])));
  },
  isArray: (_r, [v]) => isA(v, "list"),
  of: (_r, args) => list(args),
};
const maths: Calls = {
  max: (_r, args) => Math.max(...args.map(numberOf)),
  min: (_r, args) => Math.min(...args.map(numberOf)),
};
for (const name of ["floor", "ceil", "round", "abs", "trunc", "sign", "sqrt"] as const)
  maths[name] = (_r, [v]) => Math[name](numberOf(v));
maths.pow = (_r, [a, b]) => numberOf(a) ** numberOf(b);
const numbers: Calls = {
  isInteger: (_r, [v]) => Number.isInteger(v),
  isNaN: (_r, [v]) => Number.isNaN(v),
  isFinite: (_r, [v]) => Number.isFinite(v),
  parseInt: (_r, [v, base]) => Number.parseInt(textOf(v), base === undefined ? 10 : numberOf(base)),
  parseFloat: (_r, [v]) => Number.parseFloat(textOf(v)),
};
const json: Calls = {
  stringify: (r, [v]) => JSON.stringify(plain(r, v)),
  parse: (_r, [text]) => {
    try {
      return fromPlain(JSON.parse(textOf(text)));
    } catch (error) {
      if (error instanceof NotUnderstood) throw error;
      throw new NotUnderstood(null, "what is parsed here");
    }
  },
};
export function plain(r: Context, v: Js, depth = 0): unknown {
  if (typeof v !== "object" || v === null) return v;
  if (depth > 8) throw new NotUnderstood(null, "what is written as JSON");
  if (isA(v, "list")) return v.items.map((i) => plain(r, i, depth + 1));
  if (isA(v, "object")) return Object.fromEntries(namesOf(v).map((n) => [n, plain(r, r.member(v, n), depth + 1)]));
  throw new NotUnderstood(null, "what is written as JSON");
}
function fromPlain(v: unknown): Js {
  if (Array.isArray(v)) return list(v.map(fromPlain));
  if (typeof v === "object" && v !== null) return object(new Map(Object.entries(v).map(([k, x]) => [k, fromPlain(x)])));
  return v as Js;
}

const reflect: Calls = {
  get: (r, [v, n]) => r.member(v, textOf(n)),
  set: (r, [v, n, to]) => {
    r.assign(v, textOf(n), to);
    return true;
  },
  has: (_r, [v, n]) => objectIn(v).of.has(textOf(n)),
  ownKeys: (_r, [v]) => list(namesOf(v)),
};

const all: Record<string, Calls> = {
  Reflect: reflect,
  Object: objects,
  Array: arrays,
  Math: maths,
  Number: numbers,
  JSON: json,
};
/** Kinds of values whose methods are asked of others of their kind. */
const prototypes = /^(Array|String|Object|Number|NodeList|HTMLCollection|Element|HTML\w*Element)$/;
const constants: Record<string, number> = { "Math.PI": Math.PI, "Number.MAX_SAFE_INTEGER": Number.MAX_SAFE_INTEGER };

/** A property of one of them; null where there is none that is known. */
export function languageGet(r: Context, host: string, property: string): Js | null {
  if (property === "prototype" && prototypes.test(host)) return native(`${host}.prototype`);
  if (host.endsWith(".prototype"))
    return method(property, () => {
      throw new NotUnderstood(null, `${host}.${property}`);
    });
  const calls = Object.hasOwn(all, host) ? all[host] : {};
  if (Object.hasOwn(calls, property)) return native(`${host}.${property}`, (args) => calls[property](r, args));
  const whole = `${host}.${property}`;
  return Object.hasOwn(constants, whole) ? constants[whole] : null;
}
