/** `Object`, `Array`, `JSON`, `Math` and `Number` (ECMA-262 §20 to §25). */
import type { Context } from "../context";
import {
  isA,
  type Js,
  type JsPairs,
  list,
  method,
  NotUnderstood,
  native,
  numberOf,
  object,
  sameValue,
  textOf,
} from "../values";
import { type Calls, maths, numbers } from "./numbers";
import { pairsOf } from "./pairs";
import { namesOf, objectIn, plain } from "./plain";

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
  is: (_r, [a, b]) => sameValue(a, b),
  groupBy: (r, [v, fn]) => {
    const groups = grouped(r, v, (x, i) => textOf(r.call(fn, [x, i])));
    return object(new Map(groups.items.map(([key, of]) => [textOf(key), of])));
  },
  defineProperty: (r, [v, name, how]) => {
    if (!isA(how, "object")) throw new NotUnderstood(null, "a property");
    const [get, set] = ["get", "set"].map((n) => how.of.get(n));
    const own = objectIn(v);
    r.heap.touch(own);
    const accessor = { is: "accessor", get: get ?? null, set: set ?? null } as Js;
    own.of.set(textOf(name), get !== undefined || set !== undefined ? accessor : how.of.get("value"));
    return v;
  },
  getOwnPropertyNames: (_r, [v]) => list(isA(v, "list") ? [...namesOf(v), "length"] : namesOf(v)),
  isFrozen: () => true,
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
const json: Calls = {
  stringify: (r, [v, _by, space]) =>
    JSON.stringify(plain(r, v), null, typeof space === "number" || typeof space === "string" ? space : undefined),
  parse: (_r, [text]) => {
    try {
      return fromPlain(JSON.parse(textOf(text)));
    } catch (error) {
      if (error instanceof NotUnderstood) throw error;
      throw new NotUnderstood(null, "what is parsed here");
    }
  },
};
function fromPlain(v: unknown): Js {
  if (Array.isArray(v)) return list(v.map(fromPlain));
  if (typeof v === "object" && v !== null) return object(new Map(Object.entries(v).map(([k, x]) => [k, fromPlain(x)])));
  return v as Js;
}

/** Lists by what each of them has in common. */
function grouped(r: Context, v: Js, keyOf: (x: Js, i: number) => Js): JsPairs {
  const made = pairsOf(r, "Map", []);
  for (const [i, x] of r.items(v).entries()) {
    const key = keyOf(x, i);
    const known = made.items.find(([k]) => sameValue(k, key))?.[1];
    if (isA(known, "list")) known.items.push(x);
    else made.items.push([key, list([x])]);
  }
  return made;
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
  String: {
    fromCharCode: (_r, args) => String.fromCharCode(...args.map(numberOf)),
    fromCodePoint: (_r, args) => args.map((v) => String.fromCodePoint(Math.trunc(numberOf(v)) || 0)).join(""),
    raw: (r, [strings, ...values]) =>
      r
        .items(r.member(strings, "raw"))
        .map((s, i) => textOf(s) + (i < values.length ? textOf(values[i]) : ""))
        .join(""),
  },
  Map: { groupBy: (r, [v, fn]) => grouped(r, v, (x, i) => r.call(fn, [x, i])) },
  JSON: json,
};
/** Kinds of values whose methods are asked of others of their kind. */
const prototypes = /^(Array|String|Object|Number|NodeList|HTMLCollection|Element|HTML\w*Element)$/;
const constants: Record<string, number> = Object.fromEntries([
  ...(["PI", "E", "LN2", "LN10", "SQRT2", "SQRT1_2", "LOG2E", "LOG10E"] as const).map((n) => [`Math.${n}`, Math[n]]),
  ...(
    ["MAX_SAFE_INTEGER", "MIN_SAFE_INTEGER", "EPSILON", "MAX_VALUE", "MIN_VALUE", "POSITIVE_INFINITY", "NaN"] as const
  ).map((n) => [`Number.${n}`, Number[n]]),
]);

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
