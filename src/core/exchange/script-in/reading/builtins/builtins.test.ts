/** What the language has by itself: what an expression is on a page that is read, it is in an engine. */
import { expect, it } from "vitest";
import { factsOf } from "../../../../surface";
import { runOf } from "../../../../testing/acted";
import { behaviour, script } from "../../../../testing/read";

const HEAD = 'let A = 2, B = "x", C = 2; const num = (x) => Math.trunc(Number(x) || 0) % 50;';

const ofEveryEngine = String.raw`
  [A, B, C].filter((x, i, l) => l.indexOf(x) === i).length
  [A, B, C].map((x, i, l) => num(x) + i + l.length).join("-")
  [A, null, undefined, B].join()
  [A, B, C].toSorted().join()
  [C, B, A].toSorted((x, y) => num(x) - num(y)).join()
  [A, B, C].toSpliced(1, 1, "z").join()
  [A, B].with(1, C).join()
  [A, B, C].toReversed().join()
  [A, B, C].findLastIndex((x) => x === B)
  [A, B, C].reduceRight((s, x, i) => s + x + i, "")
  [A, B, C].reduce((s, x, i, l) => num(s) + num(x) * i + l.length)
  [A, B, C].lastIndexOf(A)
  [A, B, C].indexOf(A, 1)
  [A, B, C].includes(C, 1)
  [A, B, C].includes(NaN)
  [A, [B, [C]]].flat(Infinity).length
  [[A], B].concat(C, [A]).length
  [A, B, C].fill(0, 1).join()
  Array(3).fill(A).join()
  new Array(2).length
  new Array(A, B).join()
  Array.from({ length: 3 }, (_, i) => i + num(A)).join()
  Array.from(new Set([A, B, A])).length
  Array.from("abc", (x) => x + A).join()
  [...Array(3).keys()].join()
  Array.of(A, B).length
  [...[A, B].entries()].flat().join()
  [A, B, C].slice(-2).join()
  [A, B, C].splice(1).length
  [3, 1, 10].sort().join()
  ["b", "a", "C"].sort().join()
  [3, 1, 2].sort((x, y) => y - x).join()
  [1, [2, null]].toString()
  [1, 2, 3].some((x) => x > num(A))
  [1, 2, 3].every((x) => x > num(A))
  [A, B].at(-1)
  [A, B].at(5) ?? "none"
  [A, , B].length
  Object.entries({ a: A, b: B }).map(([k, v]) => k + v).join()
  Object.entries([A, B]).join("|")
  Object.keys(Object.assign({}, { a: A }, { b: B })).join()
  Object.fromEntries([["a", A], ["b", B]]).b
  Object.fromEntries(new Map([["k", A]])).k
  Object.values({ x: A, ...{ y: B } }).length
  JSON.stringify({ a: A, b: [B, null], c: undefined })
  JSON.stringify([undefined, "x", true])
  JSON.stringify({ a: [1, { b: 2 }] }, null, 2).length
  JSON.parse('{"a": [1, {"b": null}]}').a[1].b
  JSON.parse(JSON.stringify([A, B])).length
  structuredClone({ a: [A] }).a[0]
  (A + "abc").padStart(6, "*")
  (A + "abc").padEnd(7, "-=")
  (A + "abc").slice(-2)
  (A + "abc").at(-1)
  (A + "abc").split("").join("/")
  "a-b-c".split("-", 2).join()
  "abcabc".replaceAll("b", A)
  "abc".replace(/b/, (m) => m + A)
  "a1b2".replace(/([a-z])(\d)/g, "$2$1")
  "a1b22".replace(/\d+/g, (m, at) => at + ":" + m)
  [..."a1b22".matchAll(/\d+/g)].map((m) => m[0]).join()
  "a1b22".match(/\d+/g).join()
  "a1b22".match(/([a-z])(\d)/)[2]
  "abc".match(/x/)
  "x".repeat(num(A) & 3)
  "abc".search(/c/)
  "b".localeCompare("a")
  "a".localeCompare("B")
  "Ab".toUpperCase() + "Ab".toLowerCase()
  "abc".substring(2, 0)
  "abc".substr(-2, 1)
  "abcabc".indexOf("c", 3)
  "abc".charCodeAt(1)
  "abc".codePointAt(1)
  "abc"[1]
  "abc"[9] ?? "none"
  String.fromCharCode(65 + (num(A) & 3))
  "  x ".trim().length
  "abc".split(/b/).length
  "%".concat(A, B)
  "abc".includes("b", 2)
  "abc".startsWith("b", 1)
  "abc".endsWith("b", 2)
  "aXbX".lastIndexOf("X")
  "a.b".split(".").reverse().join(".")
  "Éa".normalize("NFD").length
  (num(A) / 3).toFixed(2)
  Number("12px")
  Number("")
  Number("0x1f")
  Number(null) + Number(true)
  parseInt("12px")
  parseInt("101", 2)
  parseFloat("1.5x")
  Number.isInteger(A)
  Number.isSafeInteger(num(A))
  (255).toString(16)
  (1234.5).toLocaleString("en")
  (0.00001234).toPrecision(2)
  Math.hypot(3, 4)
  Math.max(...[A, B].map(num))
  Math.max()
  Math.round(-1.5)
  Math.round(2.5)
  Math.sign(-num(A))
  Math.trunc(2.7) + Math.floor(-2.5) + Math.ceil(2.1)
  Math.cbrt(8) + Math.log2(8) + Math.log10(100)
  Math.abs(-3) + Math.sqrt(16) + Math.pow(2, 3)
  Math.atan2(0, 1) + Math.sin(0) + Math.cos(0)
  Math.PI.toFixed(3) + Math.E.toFixed(2)
  (5 & 3) + (5 | 3) + (5 ^ 3) + ~5 + (1 << 3) + (-9 >> 1) + (-9 >>> 28)
  2 ** 3 + (-7 % 3)
  "5" * "2" + "5" - 2
  "5" + 2
  [] + 1
  null + 1
  undefined + 1
  true + true
  [2] * 2
  "b" > "a"
  "10" < "9"
  null == 0
  undefined == null
  "1" == 1
  NaN !== NaN
  [1, 2] + ""
  String(null) + String(undefined)
  String([1, [2, null]])
  String({})
  String(() => 1).length > 0
  typeof null + typeof (() => 1) + typeof [] + typeof undefined + typeof ""
  !!"" + !![] + !!"0" + !!NaN
  void 0 ?? "u"
  new Set([A, B, A]).size
  new Set([1, 2]).has(num(A))
  [...new Map([[A, 1], [B, 2]]).entries()].join("|")
  new Map([[A, 1]]).set(B, 2).size
  new Map([["a", 1]]).get("a") + (new Map().get("b") ?? "none")
  [...new Set([A, B])].map((x, i) => x + i).join()
  [...new Map([["k", A]])][0].join()
  Object.is(NaN, NaN)
  "a" in { a: 1 }
  ({ a: 1 }).hasOwnProperty("a")
  Object.hasOwn({ a: 1 }, "b")
  isNaN("x")
  isFinite("5")
  encodeURIComponent("a b&c")
  decodeURIComponent("a%20b")
  new Error("x").message
  String(new Error("x"))
  new TypeError("y").name
  (() => { try { throw new RangeError("r") } catch ({ name, message }) { return name + message } })()
  ((...a) => a.length)(...[A], B)
  (function () { return arguments.length })(A, B)
  (function () { return [...arguments].join() })(A, B)
  ((x, { y = x } = {}) => y)(A)
  (([x, ...r]) => r.length)([A, B, C])
  [A, B].at?.(0)
  Number.MAX_SAFE_INTEGER
  Number.EPSILON > 0
  -0 === 0
  Infinity - 1
  /^a+$/i.test("AAA")
  /(?<n>\d+)/.exec("a12").groups.n
  /a/g.source + /a/gi.flags
  "x" + [1, 2].map(String).join() + ["1", "2"].map(Number).reduce((a, b) => a + b)
  ["1", "2", "3"].map(parseInt).join()
  [0, 1, "", "a", null].filter(Boolean).length
  [..."ab"].map((c, i) => c + i).join()
  Object.freeze([A])[0]
  Object.keys([A, B]).join()
  Object.getOwnPropertyNames({ a: 1, b: 2 }).join()
  Object.isFrozen(Object.freeze({}))
  Object.entries(Object.create({ z: 1 }, {})).length
  Object.defineProperty({}, "q", { get() { return A; } }).q
  Reflect.ownKeys({ a: 1 }).join()
  Reflect.has({ a: 1 }, "a")
  new Proxy({ a: 1 }, { get: (t, k) => t[k] ?? k }).zed
  ({ toString() { return "str" } }) + ""
  ({ valueOf: () => 4 }) * 2
  ({ [Symbol.toPrimitive]: () => 7 }) + 1
  [10, 9, 1].toSorted().at(0)
  [1, 2, 3, 4].findLast((x) => x % 2)
  (function f(n) { return n ? n + f(n - 1) : 0 })(4)
  new (class Q { #p = A; has(o) { return #p in o } })().has({})
  (class { static m() { return this.k } static k = B }).m()
  [1, 2, 3].includes(2) && [1, 2, 3].indexOf(4)
  Number("5") > 4 ? "y" : "n"
  (A, B)
  [1, 2, 3].entries().next().value.join()
  [1, 2].values().next().done
  new Map([[1, 2]]).keys().next().value
  Array.isArray([]) + Array.isArray({ length: 0 })
  "abc".at() + "abc".charAt()
  "a,b;c".split(/[,;]/).join("")
  "camelCaseWord".replace(/[A-Z]/g, (c) => "-" + c.toLowerCase())
  "one two".replace(/(?<first>\w+) (\w+)/, "$2 $<first>")
  "title case".split(" ").map(([f, ...r]) => f.toUpperCase() + r.join("")).join(" ")
  new Intl.NumberFormat("en").format(1234)
  Number(3.14159.toFixed(1))
  +true + +"3" + +[]
  1_000 + 0b11 + 0o7
  0.1 + 0.2
  1 / 3
  1e21 + 1
  (25).toString(36)
  [5, 1, 4].sort((a, b) => a - b)[0]
  [..."hello"].reverse().join("")
  Object.entries({ b: 1, a: 2 }).sort(([x], [y]) => x.localeCompare(y)).map(([k]) => k).join()
  Array.from({ length: 2 }).map((_, i) => i).join()
  [[1, "a"], [2, "b"]].map(([n, s]) => s + n).join()
  ((a, b = a * 2, c = a + b) => c)(2)
  [1, 2, 3].map((n) => ({ n })).map(({ n }) => n).join()
`;
/** With what it is, since not every engine that tests run in has them. */
const ofNewerOnes: Readonly<Record<string, string>> = {
  "Object.groupBy([A, B, C], (x) => typeof x).number?.length": "2",
  "[...Map.groupBy([A, B, C], (x) => num(x) % 2).keys()].join()": "0",
  "[...new Set([1, 2]).union(new Set([2, 3]))].join()": "1,2,3",
  "[...new Set([1, 2]).intersection(new Set([2, 3]))].join()": "2",
  "[...new Set([1, 2]).difference(new Set([2, 3]))].join()": "1",
  "new Set([1]).isSubsetOf(new Set([1, 2]))": "true",
  "[1, 2, 3].values().map((x) => x * 2).toArray().join()": "2,4,6",
};

/** What a page says of it once it is asked; with what is told of it, where something is not understood. */
function said(expression: string): string {
  const { doc, notUnderstood } = behaviour(
    script(`b.onclick = () => { ${HEAD} p.textContent = "=" + String(${expression}); };`),
  );
  const { program, run, at } = runOf(doc, { click: "b" });
  return [factsOf(program, run, at("p")).text, ...notUnderstood.map((n) => n.text)].join(" — ");
}
const tidy = (text: string): string => text.replace(/\s+/g, " ").trim();

it("is what it is in an engine", () => {
  const all = ofEveryEngine.split("\n").flatMap((l) => (l.trim() ? [l.trim()] : []));
  const cases = [
    ...all.map((e): [string, string] => [e, String(new Function(`${HEAD} return (${e});`)())]),
    ...Object.entries(ofNewerOnes),
  ];
  expect(cases.length).toBeGreaterThan(200);
  expect(cases.map(([e]) => [e, said(e)])).toEqual(cases.map(([e, is]) => [e, tidy(`=${is}`)]));
}, 120_000);
