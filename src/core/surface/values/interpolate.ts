/** Interpolation of CSS values (CSS Values 4 §3, CSS Transforms 1 §9, CSS Color 4 §12.3). */
import {
  modeHsl,
  modeHwb,
  modeLab,
  modeLch,
  modeOklab,
  modeOklch,
  modeRgb,
  parse,
  type Rgb,
  useMode as withMode,
} from "culori/fn";
import { own } from "../../model";
import { type Mix, mixTransformed, mixTransforms } from "./transform";

for (const mode of [modeHsl, modeHwb, modeLab, modeLch, modeOklab, modeOklch]) withMode(mode);
const toRgb = withMode(modeRgb);

const initialValues: Record<string, string> = {
  opacity: "1",
  transform: "none",
  "background-color": "transparent",
  scale: "none",
  translate: "none",
  rotate: "none",
  filter: "none",
  "backdrop-filter": "none",
  "box-shadow": "none",
  "text-shadow": "none",
};

/** The value that is in force where nothing is declared; undefined where it comes from the surroundings. */
export const initialValue = (property: string): string | undefined => own(initialValues, property);

const known = new Map<string, Mix | null>();

/** @returns null where the two values cannot be interpolated: the change then happens at once. */
export function mix(property: string, from: string, to: string): Mix | null {
  const key = `${property}\n${from}\n${to}`;
  let found = known.get(key);
  if (found === undefined) {
    if (known.size > 5000) known.clear();
    found =
      property === "opacity"
        ? mixNumbers(from, to)
        : property === "display"
          ? mixDisplay(from, to)
          : property === "visibility"
            ? mixVisibility(from, to)
            : property === "transform"
              ? mixTransforms(from, to)
              : colourProperty(property)
                ? mixColours(from, to)
                : (mixAlike(property, from, to) ?? mixFilledUp(property, from, to));
    known.set(key, found);
  }
  return found;
}

export function opacityOf(value: string | undefined): number {
  if (value === undefined) return 1;
  const n = value.trim().endsWith("%") ? Number.parseFloat(value) / 100 : Number(value);
  return Number.isNaN(n) ? 1 : Math.min(1, Math.max(0, n));
}

/** Visible all the way, but for where it begins or ends otherwise (CSS Display 3 §4). */
/** It is there until the end, as from the beginning (CSS Display 4 §2.9). */
const mixDisplay = (from: string, to: string): Mix | null =>
  from === "none" || to === "none" ? (p) => (p >= 1 ? to : from === "none" ? to : from) : null;

const mixVisibility =
  (from: string, to: string): Mix =>
  (p) =>
    p <= 0 ? from : p >= 1 ? to : "visible";

function mixNumbers(from: string, to: string): Mix | null {
  const a = opacityOf(from);
  const b = opacityOf(to);
  return (p) => String(Math.min(1, Math.max(0, a + (b - a) * p)));
}

const colourProperty = (property: string): boolean => /color$|^fill$|^stroke$/.test(property);

/** Values that a shape may not go below 0 with, however its easing overshoots (their own sections' value ranges). */
const noLess =
  /^(?:min-|max-)?(?:width|height|inline-size|block-size)$|^(?:padding|border|outline)(?!-offset)|gap$|^(?:font-size|line-height|stroke-width|filter|backdrop-filter)$|^flex-/;
const whole = /^(?:z-index|order)$/;

/** Colours, numbers with their units, and what stands between them. */
const tokens =
  /#[0-9a-f]+|\b(?:rgb|hsl|hwb|lab|lch|oklab|oklch)a?\([^()]*\)|[+-]?(?:\d+\.?\d*|\.\d+)(?:[a-z]+|%)?|[^\s\d#]+|\s+/gi;
const measure = /^([+-]?(?:\d+\.?\d*|\.\d+))([a-z]*|%)$/i;

/**
 * Values of one shape: the same words, with lengths, numbers or colours in the same places, as in margin, border-radius,
 * box-shadow, filter or clip-path. A 0 goes with any unit.
 */
function mixAlike(property: string, from: string, to: string): Mix | null {
  const a = from.trim().match(tokens) ?? [];
  const b = to.trim().match(tokens) ?? [];
  if (!a.length || a.length !== b.length) return null;
  const fine = (n: number): string =>
    String(
      Number((whole.test(property) ? Math.floor(n + 0.5) : noLess.test(property) ? Math.max(0, n) : n).toFixed(6)),
    );
  let moves = false;
  const pieces = a.map((x, i): Mix | null => {
    const y = b[i];
    const [m, n] = [measure.exec(x), measure.exec(y)];
    if (m && n) {
      const compatible = m[2] === n[2] || (!m[2] && Number(m[1]) === 0) || (!n[2] && Number(n[1]) === 0);
      if (!compatible) return null;
      moves = true;
      const [start, way, unit] = [Number(m[1]), Number(n[1]) - Number(m[1]), m[2] || n[2]];
      return (p) => `${fine(start + way * p)}${unit}`;
    }
    if (x.trim().toLowerCase() === y.trim().toLowerCase()) return () => x;
    const colours = /\w/.test(x) && /\w/.test(y) ? mixColours(x, y) : null;
    if (colours) moves = true;
    return colours;
  });
  if (!moves || pieces.includes(null)) return null;
  return (p) => pieces.map((piece) => piece!(p)).join("");
}

const individual = new Set(["scale", "translate", "rotate"]);
const listed = /^(backdrop-)?filter$|shadow$/;
/** What a function of `filter` does nothing with (Filter Effects 1 §6). */
const unchanged = (name: string, args: string): string =>
  name === "drop-shadow"
    ? `drop-shadow(${nothingOf(args)})`
    : `${name}(${/^(brightness|contrast|opacity|saturate)$/.test(name) ? args.replace(/[\d.]+%?/, (n) => (n.endsWith("%") ? "100%" : "1")) : nothingOf(args)})`;
/** A shadow that is nowhere: no lengths, and no colour. */
const nothingOf = (list: string): string =>
  (list.match(tokens) ?? [])
    .map((word) => {
      const found = measure.exec(word);
      return found
        ? `0${found[2]}`
        : word.trim() && word.trim() !== "," && word.trim() !== "inset"
          ? "rgb(0 0 0 / 0)"
          : word;
    })
    .join("");

/** `none` is filled up with what changes nothing (Filter Effects 1 §9, CSS Backgrounds 3 §7.1). */
function mixFilledUp(property: string, from: string, to: string): Mix | null {
  if (individual.has(property)) return mixTransformed(property, from, to);
  if (!listed.test(property)) return null;
  const none = property.endsWith("filter")
    ? (list: string) =>
        list.replace(/([\w-]+)\(((?:[^()]|\([^()]*\))*)\)/g, (_all, name: string, args: string) =>
          unchanged(name, args),
        )
    : nothingOf;
  if (from.trim() === "none") return mixAlike(property, none(to), to);
  return to.trim() === "none" ? mixAlike(property, from, none(from)) : null;
}

function rgb(text: string): Rgb | null {
  const parsed = parse(text.trim() === "transparent" ? "rgb(0 0 0 / 0)" : text.trim());
  if (!parsed) return null;
  return toRgb(parsed) ?? null;
}

/** Premultiplied sRGB, as CSS does for legacy colours. */
function mixColours(from: string, to: string): Mix | null {
  const a = rgb(from);
  const b = rgb(to);
  if (!a || !b) return null;
  const alphaA = a.alpha ?? 1;
  const alphaB = b.alpha ?? 1;
  return (p) => {
    const alpha = Math.min(1, Math.max(0, alphaA + (alphaB - alphaA) * p));
    const channel = (x: number, y: number): number => {
      const value = alpha === 0 ? 0 : (x * alphaA + (y * alphaB - x * alphaA) * p) / alpha;
      return Math.round(Math.min(1, Math.max(0, value)) * 255);
    };
    const [r, g, bl] = [channel(a.r, b.r), channel(a.g, b.g), channel(a.b, b.b)];
    return alpha === 1 ? `rgb(${r}, ${g}, ${bl})` : `rgba(${r}, ${g}, ${bl}, ${Number(alpha.toFixed(4))})`;
  };
}
