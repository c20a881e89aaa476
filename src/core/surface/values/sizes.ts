/** Sizes by a word of the content, where `interpolate-size` lets them move (CSS Values 5 §2.3, `calc-size()`). */
import type { Mix } from "./transform";

interface Size {
  word: string | null;
  length: number;
  unit: string;
  /** Of the size that the word stands for. */
  share: number;
}
const sized = /^(min-|max-)?(width|height|block-size|inline-size)$/;
const words = /^(auto|min-content|max-content|fit-content)$/;
const partly = /^calc-size\((\S+), ([\d.]+)(\D*) \+ size \* ([\d.]+)\)$/;

function read(text: string): Size | null {
  const value = text.trim();
  if (words.test(value)) return { word: value, length: 0, unit: "", share: 1 };
  const mixed = partly.exec(value);
  if (mixed) return { word: mixed[1], length: Number(mixed[2]), unit: mixed[3], share: Number(mixed[4]) };
  const plain = /^([\d.]+)([a-z%]*)$/i.exec(value);
  return plain && { word: null, length: Number(plain[1]), unit: plain[2], share: 0 };
}

/** @returns null where this is not from a length to one word, or back */
export function mixSizes(property: string, from: string, to: string): Mix | null {
  const [a, b] = [read(from), read(to)];
  const word = a?.word ?? b?.word;
  if (!sized.test(property) || !a || !b || !word || (a.word && b.word && (a.word !== b.word || a.share === b.share)))
    return null;
  const unit = a.unit || b.unit || "px";
  if (a.length && b.length && a.unit !== b.unit) return null;
  const at = (x: number, y: number, p: number): number => Number((x + (y - x) * p).toFixed(6));
  return (p) =>
    p <= 0
      ? from
      : p >= 1
        ? to
        : `calc-size(${word}, ${at(a.length, b.length, p)}${unit} + size * ${at(a.share, b.share, p)})`;
}
