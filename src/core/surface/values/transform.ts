/**
 * Interpolation of transform lists (CSS Transforms 1 §9 and §10). Of the functions in space those of one kind are mixed; to
 * mix others would take their matrices.
 */
import { angles } from "../../measure";
import { own } from "../../model";
/** From progress (0 at the start value, 1 at the end value; may overshoot) to a CSS value. */
export type Mix = (progress: number) => string;

interface Arg {
  value: number;
  unit: string;
  /** A second term, of another unit: lengths half-way between two units are sums. */
  plus?: { value: number; unit: string };
}
interface Fn {
  name: string;
  args: Arg[];
}

/** For each function: what its arguments are, and the value that changes nothing. */
const shapes: Record<string, { primitive: string; identity: number; min: number; max: number }> = {
  translate: { primitive: "translate", identity: 0, min: 1, max: 2 },
  translatex: { primitive: "translate", identity: 0, min: 1, max: 1 },
  translatey: { primitive: "translate", identity: 0, min: 1, max: 1 },
  scale: { primitive: "scale", identity: 1, min: 1, max: 2 },
  scalex: { primitive: "scale", identity: 1, min: 1, max: 1 },
  scaley: { primitive: "scale", identity: 1, min: 1, max: 1 },
  rotate: { primitive: "rotate", identity: 0, min: 1, max: 1 },
  rotatez: { primitive: "rotate", identity: 0, min: 1, max: 1 },
  translate3d: { primitive: "translate3d", identity: 0, min: 3, max: 3 },
  translatez: { primitive: "translate3d", identity: 0, min: 1, max: 1 },
  scale3d: { primitive: "scale3d", identity: 1, min: 3, max: 3 },
  scalez: { primitive: "scale3d", identity: 1, min: 1, max: 1 },
  perspective: { primitive: "perspective", identity: 0, min: 1, max: 1 },
  rotatex: { primitive: "rotatex", identity: 0, min: 1, max: 1 },
  rotatey: { primitive: "rotatey", identity: 0, min: 1, max: 1 },
  skew: { primitive: "skew", identity: 0, min: 1, max: 2 },
  skewx: { primitive: "skewx", identity: 0, min: 1, max: 1 },
  skewy: { primitive: "skewy", identity: 0, min: 1, max: 1 },
  matrix: { primitive: "matrix", identity: 0, min: 6, max: 6 },
};

/** Every function in the form that its kind shares: both axes given, angles in deg. Null when it is not understood. */
export function parseTransform(text: string): Fn[] | null {
  const source = text.trim().toLowerCase();
  if (source === "none" || source === "") return [];
  const out: Fn[] = [];
  const rest = source.replace(
    /([a-z]+(?:3d)?)\(((?:[^()]|\([^()]*\))*)\)\s*/g,
    (_all, name: string, inside: string) => {
      const shape = own(shapes, name);
      const args = inside.split(",").map(parseArg);
      if (!shape || args.includes(null) || args.length < shape.min || args.length > shape.max) return "?";
      out.push(normal(name, args as Arg[], shape.primitive));
      return "";
    },
  );
  return rest.trim() ? null : out;
}

/** Whether at the very beginning of its way to the other it is told by the same functions as by itself (CSS Transforms 1 §9). */
export function staysInForm(from: string, to: string): boolean {
  const [a, b] = [parseTransform(from), parseTransform(to)];
  return !a || !b || (a.length >= b.length && b.every((fn, i) => fn.name === a[i].name));
}

function parseArg(text: string): Arg | null {
  const sum = /^calc\((\S+) \+ (\S+)\)$/.exec(text.trim());
  if (sum) {
    const [a, b] = [parseArg(sum[1]), parseArg(sum[2])];
    return a && b && { ...a, plus: { value: b.value, unit: b.unit } };
  }
  const found = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)([a-z%]*)$/.exec(text.trim());
  if (!found) return null;
  const value = Number(found[1]);
  const each = own(angles, found[2]);
  if (each) return { value: value * each, unit: "deg" };
  return { value, unit: found[2] };
}

function normal(name: string, args: Arg[], primitive: string): Fn {
  const zero: Arg = { value: 0, unit: "px" };
  const one: Arg = { value: 1, unit: "" };
  switch (primitive) {
    case "translate": {
      const [a, b] = name === "translatey" ? [zero, args[0]] : [args[0], args[1] ?? zero];
      return { name: "translate", args: [lengthArg(a), lengthArg(b)] };
    }
    case "scale": {
      const [a, b] =
        name === "scalex" ? [args[0], one] : name === "scaley" ? [one, args[0]] : [args[0], args[1] ?? args[0]];
      return { name: "scale", args: [percent(a), percent(b)] };
    }
    case "translate3d": {
      const [a, b, c] = (name === "translatez" ? [zero, zero, args[0]] : args).map(lengthArg);
      // On the page itself it is the function of the plane.
      return c.value === 0 ? { name: "translate", args: [a, b] } : { name: primitive, args: [a, b, c] };
    }
    case "scale3d": {
      const [a, b, c] = (name === "scalez" ? [one, one, args[0]] : args).map(percent);
      return c.value === 1 ? { name: "scale", args: [a, b] } : { name: primitive, args: [a, b, c] };
    }
    case "perspective":
      return { name, args: [lengthArg(args[0])] };
    case "rotate":
      return { name: "rotate", args: [angle(args[0])] };
    case "skew":
      return { name: "skew", args: [angle(args[0]), angle(args[1] ?? { value: 0, unit: "deg" })] };
    case "matrix":
      return { name, args };
    default:
      return { name, args: [angle(args[0])] };
  }
}
const angle = (a: Arg): Arg => ({ value: a.value, unit: "deg" });
const lengthArg = (a: Arg): Arg => (a.unit ? a : { ...a, unit: "px" });
const percent = (a: Arg): Arg => (a.unit === "%" ? { value: a.value / 100, unit: "" } : a);
const identityOf = (fn: Fn): Fn => ({
  name: fn.name,
  args: fn.args.map((a) => ({ value: shapes[fn.name].identity, unit: a.unit })),
});

/** What one of the two has in the plane and the other in space, both have in space (CSS Transforms 2 §12.1). */
function spaced(list: readonly Fn[], other: readonly Fn[]): Fn[] {
  return list.map((fn, i) => {
    if (other[i]?.name !== `${fn.name}3d`) return fn;
    const third = { value: shapes[fn.name].identity, unit: fn.name === "scale" ? "" : "px" };
    return { name: `${fn.name}3d`, args: [...fn.args, third] };
  });
}

export function mixTransforms(from: string, to: string): Mix | null {
  const [first, second] = [parseTransform(from), parseTransform(to)];
  if (!first || !second) return null;
  const a = spaced(first, second);
  const b = spaced(second, first);
  // How far the eye is away does not change evenly; it hardly ever moves.
  const eyes = (list: Fn[]): string =>
    JSON.stringify(list.flatMap((f, i) => (f.name === "perspective" ? [i, f.args] : [])));
  if (eyes(a) !== eyes(b)) return null;
  const shared = Math.min(a.length, b.length);
  let same = 0;
  while (same < shared && a[same].name === b[same].name && a[same].name !== "matrix") same++;
  if (same < shared) return mixMatrices(a, b);
  // The shorter list is filled up with functions that change nothing (CSS Transforms 1 §10).
  const length = Math.max(a.length, b.length);
  const full = (list: Fn[], other: Fn[]): Fn[] => [...list, ...other.slice(list.length).map(identityOf)];
  if (a.concat(b).some((f) => f.name === "matrix")) return mixMatrices(a, b);
  const fa = full(a, b);
  const fb = full(b, a);
  return (p) => {
    if (!length) return "none";
    return fa
      .map((fn, i) => `${fn.name}(${fn.args.map((arg, k) => mixArg(arg, fb[i].args[k], p)).join(", ")})`)
      .join(" ");
  };
}

/** The properties of their own (CSS Transforms 2 §5): what is `none`, or said for fewer axes, is filled up. */
export function mixTransformed(property: string, from: string, to: string): Mix | null {
  const [a, b] = [from, to].map((text) => (text.trim().toLowerCase() === "none" ? [] : text.trim().split(/\s+/)));
  if (property === "rotate") {
    const [turn = "0deg", other = "0deg"] = [a.at(-1), b.at(-1)];
    const axis = (a.length ? a : b).slice(0, -1).join(" ");
    const isSame = !a.length || !b.length || axis === b.slice(0, -1).join(" ");
    const mixed = isSame ? mixTransforms(`rotate(${turn})`, `rotate(${other})`) : null;
    return mixed && ((p) => `${axis} ${mixed(p).slice("rotate(".length, -1)}`.trim());
  }
  if (property === "scale") for (const list of [a, b]) if (list.length === 1) list.push(list[0]);
  const fill = property === "scale" ? "1" : "0px";
  const axes = Math.max(a.length, b.length);
  const [first, second] = [a, b].map((list) =>
    Array.from({ length: axes }, (_, i) => parseArg(list[i] ?? fill)).map((arg) => {
      if (!arg) return null;
      return property === "scale" ? percent(arg) : lengthArg(arg);
    }),
  );
  if (!axes || first.includes(null) || second.includes(null)) return null;
  return (p) => first.map((arg, i) => mixArg(arg!, second[i]!, p)).join(" ");
}

function mixArg(a: Arg, b: Arg, p: number): string {
  const terms = new Map<string, [number, number]>();
  [a, b].forEach((arg, side) => {
    for (const { value, unit } of arg.plus ? [arg, arg.plus] : [arg]) {
      const term = terms.get(unit) ?? [0, 0];
      term[side] = value;
      terms.set(unit, term);
    }
  });
  // A unit of which there is nothing on either side says nothing, unless it is all there is.
  const said = [...terms].filter(([, [x, y]]) => x !== 0 || y !== 0);
  const text = ([unit, [x, y]]: [string, [number, number]]): string => `${Number((x + (y - x) * p).toFixed(6))}${unit}`;
  const [first, second] = said.length ? said : [...terms];
  return said.length > 1 ? `calc(${text(first)} + ${text(second)})` : text(first);
}

type Matrix = [number, number, number, number, number, number];

/** Null when a length is not in px, where its matrix depends on the size of the box, or where it leaves the plane. */
export function matrixOf(list: readonly Fn[]): Matrix | null {
  let m: Matrix = [1, 0, 0, 1, 0, 0];
  for (const fn of list) {
    const v = fn.args.map((a) => a.value);
    const rad = (deg: number): number => (deg * Math.PI) / 180;
    let next: Matrix;
    if (fn.name === "translate") {
      if (fn.args.some((a) => a.plus || (a.unit !== "px" && a.value !== 0))) return null;
      next = [1, 0, 0, 1, v[0], v[1]];
    } else if (fn.name === "scale") next = [v[0], 0, 0, v[1], 0, 0];
    else if (fn.name === "rotate") {
      next = [Math.cos(rad(v[0])), Math.sin(rad(v[0])), -Math.sin(rad(v[0])), Math.cos(rad(v[0])), 0, 0];
    } else if (fn.name === "skew") next = [1, Math.tan(rad(v[1])), Math.tan(rad(v[0])), 1, 0, 0];
    else if (fn.name === "skewx") next = [1, 0, Math.tan(rad(v[0])), 1, 0, 0];
    else if (fn.name === "skewy") next = [1, Math.tan(rad(v[0])), 0, 1, 0, 0];
    else if (fn.name === "matrix") next = v as Matrix;
    else return null;
    m = [
      m[0] * next[0] + m[2] * next[1],
      m[1] * next[0] + m[3] * next[1],
      m[0] * next[2] + m[2] * next[3],
      m[1] * next[2] + m[3] * next[3],
      m[0] * next[4] + m[2] * next[5] + m[4],
      m[1] * next[4] + m[3] * next[5] + m[5],
    ];
  }
  return m;
}

interface Pieces {
  translate: [number, number];
  scale: [number, number];
  angle: number;
  m: [number, number, number, number];
}

/** CSS Transforms 1 §11.1, decomposing a 2D matrix. */
function decompose([a, b, c, d, e, f]: Matrix): Pieces | null {
  let [r0x, r0y, r1x, r1y] = [a, b, c, d];
  const scale: [number, number] = [Math.hypot(r0x, r0y), Math.hypot(r1x, r1y)];
  if (r0x * r1y - r0y * r1x < 0) {
    if (r0x < r1y) scale[0] = -scale[0];
    else scale[1] = -scale[1];
  }
  if (!scale[0] || !scale[1]) return null;
  [r0x, r0y, r1x, r1y] = [r0x / scale[0], r0y / scale[0], r1x / scale[1], r1y / scale[1]];
  const angle = Math.atan2(r0y, r0x);
  const [sn, cs] = [-r0y, r0x];
  // Rotate by -angle: [cos, -sin; sin, cos] applied to the rows.
  const m: Pieces["m"] = [cs * r0x - sn * r0y, sn * r0x + cs * r0y, cs * r1x - sn * r1y, sn * r1x + cs * r1y];
  return { translate: [e, f], scale, angle: (angle * 180) / Math.PI, m };
}

function mixMatrices(listA: Fn[], listB: Fn[]): Mix | null {
  const ma = matrixOf(listA);
  const mb = matrixOf(listB);
  const a = ma && decompose(ma);
  const b = mb && decompose(mb);
  if (!a || !b) return null;
  // CSS Transforms 1 §11.2: do not turn the long way round.
  if ((a.scale[0] < 0 && b.scale[1] < 0) || (a.scale[1] < 0 && b.scale[0] < 0)) {
    a.scale = [-a.scale[0], -a.scale[1]];
    a.angle += a.angle < 0 ? 180 : -180;
  }
  if (!a.angle) a.angle = 360;
  if (!b.angle) b.angle = 360;
  if (Math.abs(a.angle - b.angle) > 180) {
    if (a.angle > b.angle) a.angle -= 360;
    else b.angle -= 360;
  }
  return (p) => {
    const at = (x: number, y: number): number => x + (y - x) * p;
    const angle = (at(a.angle, b.angle) * Math.PI) / 180;
    const m = a.m.map((x, i) => at(x, b.m[i]));
    const [sx, sy] = [at(a.scale[0], b.scale[0]), at(a.scale[1], b.scale[1])];
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    // translate · rotate · m · scale
    const out = [
      (cos * m[0] - sin * m[1]) * sx,
      (sin * m[0] + cos * m[1]) * sx,
      (cos * m[2] - sin * m[3]) * sy,
      (sin * m[2] + cos * m[3]) * sy,
      at(a.translate[0], b.translate[0]),
      at(a.translate[1], b.translate[1]),
    ];
    return `matrix(${out.map((n) => Number(n.toFixed(6))).join(", ")})`;
  };
}
