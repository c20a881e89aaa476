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
import { type Mix, mixTransforms } from "./transform";

for (const mode of [modeHsl, modeHwb, modeLab, modeLch, modeOklab, modeOklch]) withMode(mode);
const toRgb = withMode(modeRgb);

const initialValues: Record<string, string> = {
  opacity: "1",
  transform: "none",
  "background-color": "transparent",
};

/** The value that is in force where nothing is declared; undefined where it comes from the surroundings. */
export const initialValue = (property: string): string | undefined => initialValues[property];

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
        : property === "transform"
          ? mixTransforms(from, to)
          : colourProperty(property)
            ? mixColours(from, to)
            : mixLengths(from, to);
    known.set(key, found);
  }
  return found;
}

export function opacityOf(value: string | undefined): number {
  if (value === undefined) return 1;
  const n = value.trim().endsWith("%") ? Number.parseFloat(value) / 100 : Number(value);
  return Number.isNaN(n) ? 1 : Math.min(1, Math.max(0, n));
}

function mixNumbers(from: string, to: string): Mix | null {
  const a = opacityOf(from);
  const b = opacityOf(to);
  return (p) => String(Math.min(1, Math.max(0, a + (b - a) * p)));
}

const colourProperty = (property: string): boolean => /color$|^fill$|^stroke$/.test(property);

/** One or more lengths of the same units, as in width, margin or border-radius; 0 goes with any unit. */
function mixLengths(from: string, to: string): Mix | null {
  const read = (text: string) =>
    text
      .trim()
      .split(/\s+/)
      .map((t) => /^([+-]?(?:\d+\.?\d*|\.\d+))([a-z]*|%)$/i.exec(t));
  const a = read(from);
  const b = read(to);
  if (a.length !== b.length || a.includes(null) || b.includes(null)) return null;
  const pairs = a.map((x, i) => {
    const [, n, unit] = x!;
    const [, m, other] = b[i]!;
    const compatible = unit === other || (unit === "" && Number(n) === 0) || (other === "" && Number(m) === 0);
    return compatible ? { n: Number(n), m: Number(m), unit: unit || other } : null;
  });
  if (pairs.includes(null)) return null;
  return (p) => pairs.map((x) => `${Number((x!.n + (x!.m - x!.n) * p).toFixed(6))}${x!.unit}`).join(" ");
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
