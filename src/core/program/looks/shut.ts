/**
 * What shows nothing of what is inside: a panel with `overflow: hidden` at `max-height: 0`, a grid with one row of `0fr`,
 * anything scaled to nothing. Nobody sees it, though all else goes on.
 */
import { isInlineTag } from "../../cascade";
import { angles } from "../../measure";
import { own } from "../../model";

type Css = Readonly<Record<string, string>>;

/** The properties whose motion shuts a part and opens it. */
export const shutting = (property: string): boolean =>
  /^((max-)?(height|width|block-size|inline-size)|grid-template-(rows|columns)|transform|rotate|scale|clip(-path)?)$/.test(
    property,
  );

const isNothing = (value: string | undefined): boolean =>
  value !== undefined && /^0(\.0+)?([a-z]+|%)?$/i.test(value.trim());
const cuts = (css: Css): boolean =>
  ["overflow", "overflow-x", "overflow-y"].some((p) => /hidden|clip|auto|scroll/.test(css[p] ?? ""));

const axes = {
  y: {
    sizes: ["height", "max-height", "block-size", "max-block-size"],
    sides: ["top", "bottom"],
    tracks: "grid-template-rows",
  },
  x: {
    sizes: ["width", "max-width", "inline-size", "max-inline-size"],
    sides: ["left", "right"],
    tracks: "grid-template-columns",
  },
} as const;

/** What browsers themselves give a padding, a border or a least size; the style has to take it away (HTML §15.3). */
const padded = {
  x: /^(button|input|select|textarea|fieldset|dialog|td|th|legend|ul|ol|menu)$/,
  y: /^(button|input|select|textarea|fieldset|dialog|td|th)$/,
};
const bordered = /^(button|input|select|textarea|fieldset|dialog|hr|iframe)$/;

/** Some padding, border or least size is left along the axis, or may be. */
function isThick({ tag, css }: Box, axis: "x" | "y"): boolean {
  const says = (name: string): boolean => Object.keys(css).some((p) => p === name || p === `${name}-width`);
  if (padded[axis].test(tag) && !says("padding")) return true;
  if (bordered.test(tag) && !says("border")) return true;
  const { sides } = axes[axis];
  const words = css.padding?.split(/\s+(?![^(]*\))/) ?? [];
  const places = axis === "x" ? [3, 1] : [0, 2];
  const padding = sides.map(
    (side, i) => css[`padding-${side}`] ?? words[places[i]] ?? words[places[i] % 2] ?? words[0],
  );
  const least = css[axis === "x" ? "min-width" : "min-height"];
  const border = Object.entries(css).some(
    ([p, v]) =>
      /^border(-(top|bottom|left|right|block|inline|width)[\w-]*)?$/.test(p) &&
      !/radius|color|style/.test(p) &&
      !/^(0\w*|none)\b/.test(v),
  );
  return border || [...padding, least].some((v) => v !== undefined && v !== "auto" && !isNothing(v));
}

/** Width and height do not count for what stands in a line, nor do they cut cells and rows (CSS 2 §10). */
const inTable = /^(table|thead|tbody|tfoot|tr|td|th|caption|col|colgroup)$/;
/** What is in them is the browser's own. */
const drawsItself =
  /^(progress|meter|img|picture|video|audio|canvas|iframe|embed|object|input|checkable|select|textarea|svg)$/;
/** What of these has a size whatever is in it: with none nothing is drawn. */
const isField = /^(progress|meter|input|checkable|select|textarea)$/;
const hasSize = (box: Box, around: Css | undefined): boolean =>
  !inTable.test(box.tag) && (isField.test(box.tag) || !drawsItself.test(box.tag)) && !isInLine(box, around);

/** A box that stands in a line of words and breaks with it: it has no size, and no transform moves it (CSS Transforms 1 §2). */
export function isInLine({ tag, css }: Box, around: Css | undefined): boolean {
  if (drawsItself.test(tag) || (!isInlineTag(tag) && css.display !== "inline")) return false;
  const isPlaced = /^(absolute|fixed)$/.test(css.position ?? "") || /left|right/.test(css.float ?? "");
  const isBlock = isPlaced || (css.display !== undefined && css.display !== "inline");
  return !isBlock && !/flex|grid/.test(around?.display ?? "");
}

const transforming = /^(transform|translate|rotate|scale|perspective)$/;
export const withoutTransforms = (css: Css): Css =>
  Object.fromEntries(Object.entries(css).filter(([p]) => !transforming.test(p)));

const axesByName: Readonly<Record<string, readonly number[]>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/** Turned so that its edge is all that is left: what was towards the eye lies in the page (CSS Transforms 2 §12). */
function isOnEdge([x, y, z]: readonly number[], angle: string): boolean {
  const [, size, unit] = /^(-?[\d.]+)(deg|turn|rad|grad)$/.exec(angle) ?? [];
  const length = Math.hypot(x, y, z);
  if (!unit || !length) return false;
  const cos = Math.cos((Number(size) * angles[unit] * Math.PI) / 180);
  return Math.abs(cos + (z / length) ** 2 * (1 - cos)) < 1e-4;
}
/** Of the property `rotate`: an angle, and an axis by its name or as a vector, in either order. */
function isRotatedAway(rotate: string): boolean {
  const words = rotate.trim().toLowerCase().split(/\s+/);
  const angle = words.find((w) => /[a-z]$/.test(w) && !(w in axesByName));
  const axis = words.filter((w) => w !== angle);
  return angle !== undefined && isOnEdge(own(axesByName, axis[0]) ?? axis.map(Number), angle);
}
const turning = /\brotate(x|y|3d)\(([^)]*)\)/gi;
function isTurnedAway(transform: string): boolean {
  return [...transform.matchAll(turning)].some(([, about, inside]) => {
    const words = inside.split(",").map((w) => w.trim());
    const axis = own(axesByName, about.toLowerCase()) ?? words.slice(0, 3).map(Number);
    return isOnEdge(axis, words[words.length - 1]);
  });
}
const isFlat = (words: string): boolean => {
  const [a, b, c, d] = words.split(",").map(Number);
  return a * d - b * c === 0;
};

/** What a list of a shape's words comes to, one for each side as in `margin`. */
const sidesOf = (words: readonly string[]): readonly string[] => {
  const [top, right = top, bottom = top, left = right] = words;
  return [top, right, bottom, left];
};
const share = (length: string): number => (length.endsWith("%") ? Number.parseFloat(length) : 0);

/** Cut to nothing by a shape of its own, with all that is inside (CSS Masking 1 §5, §8): whatever its size. */
export function isClippedAway(css: Css): boolean {
  const [, shape = "", inside = ""] = /^(\w+)\((.*)\)/.exec(css["clip-path"]?.trim() ?? "") ?? [];
  if (shape === "inset") {
    const [top, right, bottom, left] = sidesOf(
      inside
        .split(/\s+round\b/)[0]
        .trim()
        .split(/\s+/),
    ).map(share);
    if (top + bottom >= 100 || left + right >= 100) return true;
  }
  if (/^(circle|ellipse)$/.test(shape) && /^\s*0(?![.\d])/.test(inside)) return true;
  if (shape === "polygon") {
    const points = inside.split(",").map((p) => p.trim().split(/\s+/).slice(-2));
    if ([0, 1].some((axis) => points.every((p) => p[axis] === points[0][axis]))) return true;
  }
  const [, sides] = /^rect\(([^)]*)\)/.exec(css.clip?.trim() ?? "") ?? [];
  if (!sides || !/^(absolute|fixed)$/.test(css.position ?? "")) return false;
  const [top, right, bottom, left] = sides
    .trim()
    .split(/[\s,]+/)
    .map((s) => Number.parseFloat(s));
  return bottom <= top || right <= left;
}

/** Scaled to nothing along an axis, with all that is inside. */
export const isScaledAway = (css: Css): boolean =>
  isTurnedAway(css.transform ?? "") ||
  [...(css.transform ?? "").matchAll(/\bmatrix\(([^)]*)\)/g)].some(([, words]) => isFlat(words)) ||
  isRotatedAway(css.rotate ?? "") ||
  /\bscale(X|Y|3d)?\(\s*0(\.0+)?\s*[,)]|\bscale\([^)]*,\s*0(\.0+)?\s*\)/i.test(css.transform ?? "") ||
  (css.scale?.trim().split(/\s+/).slice(0, 2).some(isNothing) ?? false);

export interface Box {
  /** `checkable` for boxes that are checked and radio buttons: they have neither border nor padding. */
  tag: string;
  css: Css;
}

/** @param inside the parts that stand in it; what it holds besides is words, or nothing */
export function isShut(box: Box, around: Css | undefined, inside: readonly Box[], words: boolean): boolean {
  const { css } = box;
  const isPiece = isField.test(box.tag);
  if ((!inside.length && !words && !isPiece) || !hasSize(box, around)) return false;
  return (["x", "y"] as const).some((axis) => {
    const { sizes, tracks } = axes[axis];
    if (isThick(box, axis)) return false;
    if ((isPiece || cuts(css)) && sizes.some((s) => isNothing(css[s]))) return true;
    const rows = css[tracks]?.trim();
    // A row of no share is as high as what cannot be cut.
    return (
      rows === "0fr" &&
      /grid/.test(css.display ?? "") &&
      !words &&
      inside.every((c) => cuts(c.css) && !isThick(c, axis))
    );
  });
}
