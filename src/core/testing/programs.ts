/** Random programs in the language that pages are written in: what they log is what any engine logs. */
import fc from "fast-check";
import { joined, type Text } from "./program-texts";

/** How a program may be left and entered again: not at all, at an `await`, at a `yield`, until `stop(…)` is over. */
export type Pause = "none" | "await" | "yield" | "stop";
interface Around {
  depth: number;
  /** Labels of the loops around. */
  labels: readonly string[];
  inLoop: boolean;
  pause: Pause;
}

/** Names that are there at the beginning, and functions that any statement may call. */
const PROLOGUE = `let a = 1, b = 2, c = 3; const fs = [];
const num = (x) => Math.trunc(Number(x) || 0) % 50;
const sum = (x, y = 2, ...more) => num(x) + num(y) + more.length;
function* upTo(n) { try { for (let k = 0; k < n; k++) yield k; } finally { log.push("end"); } }
class Box { #n = 0; static made = 0; constructor(n) { this.#n = n; Box.made++; } get n() { return this.#n; } set n(v) { this.#n = v; } *[Symbol.iterator]() { yield this.#n; yield* [7, 8]; } }
`;

const name = fc.constantFrom("a", "b", "c");
const small = fc.integer({ min: 0, max: 3 });

function expression(depth: number, pause: Pause): Text {
  const leaf = fc.oneof(small.map(String), name);
  if (depth <= 0) return leaf;
  const e = expression(depth - 1, pause);
  const forms = [
    leaf,
    joined`num(${e} + ${e})`,
    joined`(${e} < ${e} ? ${e} : ${e})`,
    joined`(${e} && ${e})`,
    joined`(${e} || ${e})`,
    joined`(null ?? ${e})`,
    joined`[${e}, ${e}][${small} % 2]`,
    joined`sum(...[${e}, ${e}], ${e})`,
    joined`(${name} = num(${e}))`,
    joined`${name}++`,
    joined`\`<\${${e}}>\``,
    joined`({ x: ${e}, get y() { return num(${expression(depth - 1, "none")}); } }).y`,
    joined`[...new Box(${e})].length`,
    joined`new Box(${e})?.n`,
    joined`(typeof ${e})`,
    joined`-num(${e})`,
    joined`(${e}, ${e})`,
  ];
  if (pause === "await") forms.push(joined`(await ${e})`, joined`(await Promise.resolve(${e}))`);
  if (pause === "yield") forms.push(joined`(yield ${e})`);
  if (pause === "stop") forms.push(joined`(await stop(${e}))`);
  return fc.oneof(...forms);
}

/** A loop, whose label may be meant from further in. */
function loop(around: Around): Text {
  const { depth, labels } = around;
  const at = `x${depth}`;
  const label = `L${depth}`;
  const inner = block({ ...around, depth: depth - 1, inLoop: true, labels: [...labels, label] });
  const e = expression(1, around.pause);
  return fc
    .tuple(
      fc.boolean(),
      fc.oneof(
        joined`for (let ${fc.constant(at)} = 0; ${fc.constant(at)} < ${small}; ${fc.constant(at)}++) { fs.push(() => ${fc.constant(at)}); ${inner} }`,
        joined`for (const ${fc.constant(at)} of [${e}, ${e}]) { log.push(${fc.constant(at)}); ${inner} }`,
        joined`for (const ${fc.constant(at)} of upTo(${small})) { log.push(${fc.constant(at)}); ${inner} }`,
        joined`for (const ${fc.constant(at)} in { p: 1, q: 2 }) { log.push(${fc.constant(at)}); ${inner} }`,
        joined`for (let ${fc.constant(at)} = ${small}; ${fc.constant(at)}-- > 0; ) { ${inner} }`,
      ),
    )
    .map(([named, text]) => (named || text.includes(` ${label};`) ? `${label}: ${text}` : text));
}

function leaving({ labels, inLoop, pause }: Around): Text {
  const e = expression(1, pause);
  const ways = [joined`return ${e};`, joined`throw num(${e});`];
  if (inLoop) ways.push(fc.constant("break;"), fc.constant("continue;"));
  for (const l of labels) ways.push(fc.constant(`break ${l};`), fc.constant(`continue ${l};`));
  return joined`if (num(${e}) % 3 === ${small}) { ${fc.oneof(...ways)} }`;
}

function statement(around: Around): Text {
  const { depth, pause } = around;
  const e = expression(2, pause);
  const plain = [
    joined`log.push(${e});`,
    joined`${name} = num(${e});`,
    joined`${name} ||= num(${e});`,
    joined`fs.push((x) => x + ${name});`,
    joined`[a, b = ${expression(1, "none")}] = [num(b), ${e}]; b = num(b);`,
    joined`{ const { x: q = 1, ...rest } = { x: ${e}, y: ${e}, z: 1 }; log.push(q, Object.keys(rest).join("")); }`,
    joined`{ const [q, ...rest] = upTo(${small}); log.push(q, rest.length); }`,
    leaving(around),
  ];
  if (pause === "yield") plain.push(joined`log.push(yield* [${e}, ${e}]);`, joined`yield* upTo(${small});`);
  if (pause === "stop") plain.push(joined`log.push(await stop(${e}));`, joined`${name} = num(await stop(${e}));`);
  if (depth <= 0) return fc.oneof(...plain);
  const inner = block({ ...around, depth: depth - 1 });
  const e1 = expression(1, pause);
  const inSwitch = block({ ...around, depth: depth - 1 });
  return fc.oneof(
    { weight: 3, arbitrary: fc.oneof(...plain) },
    { weight: 2, arbitrary: loop(around) },
    { weight: 1, arbitrary: joined`if (${e1}) { ${inner} } else { ${inner} }` },
    { weight: 1, arbitrary: joined`{ let a = ${small}; ${inner} log.push(a); }` },
    {
      weight: 1,
      arbitrary: joined`switch (num(${e1}) % 3) { case 0: ${inSwitch} case 1: { ${inSwitch} } break; default: ${inSwitch} }`,
    },
    {
      weight: 1,
      arbitrary: joined`try { ${inner} } catch (x) { log.push("!" + x); ${inner} }`,
    },
    { weight: 1, arbitrary: joined`try { ${inner} } finally { log.push("f"); ${plain[1]} }` },
  );
}
const block = (around: Around): Text =>
  fc.array(statement(around), { minLength: 1, maxLength: 3 }).map((all) => all.join("\n"));

/** The body of a function that is given `log`, a list. */
export const programs = (pause: Pause): Text =>
  block({ depth: 2, labels: [], inLoop: false, pause }).map(
    (body) => `${PROLOGUE}${body}\nfor (const f of fs) log.push(f(1)); log.push(a, b, c, Box.made);`,
  );
