/**
 * What is drawn wholly outside the viewport, or outside what cuts it off, by where it is placed or moved to: a drawer at
 * `translateX(-100%)`, a bar at `bottom: 0; transform: translateY(100%)`. Nobody sees it, though all else goes on.
 * Sizes are not known here; it is away only where it is so for any size that a part may have.
 */
type Css = Readonly<Record<string, string>>;

/** A length along one axis: a share of the part's own size, px, and a share of the viewport. */
interface Length {
  own: number;
  px: number;
  view: number;
}
const zero: Length = { own: 0, px: 0, view: 0 };
const plus = (a: Length, b: Length, sign = 1): Length => ({
  own: a.own + sign * b.own,
  px: a.px + sign * b.px,
  view: a.view + sign * b.view,
});

/** px: no viewport is smaller or larger, and what is to be seen is at least so large. */
const VIEWS = [320, 4000] as const;
const LEAST = 40;

const term = /([-+])?\s*(\d*\.?\d+)(px|%|vw|vh|dvw|dvh|svw|svh|lvw|lvh|rem|em)?(?=\s*(?:[-+]\s|$))/y;
const root = 16;

/** @param percent what a percentage is a share of */
function lengthOf(text: string | undefined, percent: "own" | "view"): Length | null {
  if (text === undefined) return null;
  const source = text
    .trim()
    .replace(/^calc\((.*)\)$/s, "$1")
    .trim();
  let out = zero;
  term.lastIndex = 0;
  for (let n = 0; term.lastIndex < source.length; n++) {
    while (source[term.lastIndex] === " ") term.lastIndex++;
    const found = term.exec(source);
    // Between two terms there is a sign.
    if (!found || (n > 0 && !found[1])) return null;
    const value = Number(`${found[1] ?? ""}${found[2]}`);
    const unit = found[3] ?? "";
    if (unit === "" && value !== 0) return null;
    if (unit === "%") out = plus(out, { ...zero, [percent]: value / 100 });
    else if (/v[wh]$/.test(unit)) out = plus(out, { ...zero, view: value / 100 });
    else out = plus(out, { ...zero, px: unit === "px" ? value : value * root });
  }
  return source === "" ? null : out;
}

/** How far `transform` and `translate` move it; null where that cannot be told. */
function shiftOf(css: Css, axis: "x" | "y"): Length | null {
  const at = axis === "x" ? 0 : 1;
  const moves: string[] = [];
  for (const [, name, inside] of (css.transform ?? "").matchAll(/([\w]+)\(((?:[^()]|\((?:[^()]|\([^()]*\))*\))*)\)/g)) {
    const words = inside.split(/,(?![^(]*\))/);
    const one =
      name === `translate${axis.toUpperCase()}` ? words[0] : /^translate(3d)?$/.test(name) ? words[at] : undefined;
    if (one !== undefined) moves.push(one);
  }
  const translate = css.translate?.split(/\s+(?![^(]*\))/)[at];
  if (translate !== undefined && translate !== "none") moves.push(translate);
  return moves.reduce<Length | null>((sum, text) => {
    const one = lengthOf(text, "own");
    return sum && one && plus(sum, one);
  }, zero);
}

/** The greatest that a length can be, over the viewports and the sizes that a part may have; px. */
const greatest = (length: Length): number =>
  Math.max(...VIEWS.flatMap((view) => [LEAST, view].map((own) => length.own * own + length.px + length.view * view)));

/** What holds a part in its place. */
export interface Held {
  css: Css;
  /** What is around it, inner first. */
  around: readonly Css[];
  /** It holds no more than a few words, which stand in one line. */
  isLine?: boolean;
}

export const isPositioned = (css: Css): boolean => /^(relative|absolute|fixed|sticky)$/.test(css.position ?? "");
const cuts = (css: Css): boolean => /^(hidden|clip|auto|scroll)/.test(css.overflow ?? css["overflow-x"] ?? "");

/** The properties whose motion brings a part out of view and into it. */
export const takesAway = (property: string): boolean => /^(transform|translate|left|right|top|bottom)$/.test(property);

/** px: what one line of words is at most high, where nothing else is said of it. */
const LINE = 24;

export function isAway({ css, around, isLine = false }: Held): boolean {
  const { position = "static" } = css;
  const frame =
    position === "absolute"
      ? around.find(isPositioned)
      : position === "fixed"
        ? around.find((c) => c.transform)
        : undefined;
  // Within another frame its place on the page is not known, unless the frame shows nothing beyond itself.
  if (frame && !cuts(frame)) return false;
  return (["x", "y"] as const).some((axis) => isAwayAlong(css, axis, position, isLine));
}

/** The size that is said, with padding and border where those come on top of it; null where nothing is said or known. */
function sizeOf(css: Css, name: string, axis: "x" | "y", isLine: boolean): Length | null {
  const line = isLine && axis === "y" && css.height === undefined ? { ...zero, px: LINE } : null;
  const said = lengthOf(css[name], "view") ?? line;
  if (!said || css["box-sizing"] === "border-box") return said;
  if (Object.keys(css).some((p) => p.startsWith("border") && !/radius|color|style|collapse/.test(p))) return null;
  const words = css.padding?.split(/\s+(?![^(]*\))/) ?? [];
  const sides = axis === "x" ? ["left", "right"] : ["top", "bottom"];
  const places = axis === "x" ? [3, 1] : [0, 2];
  return sides.reduce<Length | null>((sum, side, i) => {
    const at = words[places[i]] ?? words[places[i] % 2] ?? words[0] ?? "0";
    const padding = lengthOf(css[`padding-${side}`] ?? at, "view");
    return sum && padding && plus(sum, padding);
  }, said);
}

function isAwayAlong(css: Css, axis: "x" | "y", position: string, isLine: boolean): boolean {
  const shift = shiftOf(css, axis);
  if (!shift) return false;
  const [startName, endName, sizeName] = axis === "x" ? ["left", "right", "width"] : ["top", "bottom", "height"];
  const isAnchored = /^(absolute|fixed|sticky)$/.test(position);
  const start = isAnchored ? lengthOf(css[startName], "view") : null;
  const end = isAnchored ? lengthOf(css[endName], "view") : null;
  const all: Length = { ...zero, view: 1 };
  const said = sizeOf(css, sizeName, axis, isLine);
  // Between two edges it is as large as what they leave.
  const size = said ?? (start && end ? plus(plus(all, start, -1), end, -1) : { ...zero, own: 1 });
  // Of no size, it is not moved out of view but small.
  if (greatest(size) === 0) return false;
  const moved: Length = { own: 0, px: shift.px, view: shift.view };
  const by = plus(moved, { own: size.own * shift.own, px: size.px * shift.own, view: size.view * shift.own });
  const over = (length: Length): boolean => greatest(length) <= 0.01;
  if (!start && !end) {
    // Where it stands in the flow nobody knows; a whole viewport away it is seen from nowhere.
    return over(plus(all, by)) || over(plus(all, by, -1));
  }
  const farEnd = start ? plus(start, size) : plus(all, end!, -1);
  const nearEnd = start ?? plus(plus(all, end!, -1), size, -1);
  return over(plus(farEnd, by)) || over(plus(plus(all, nearEnd, -1), by, -1));
}
