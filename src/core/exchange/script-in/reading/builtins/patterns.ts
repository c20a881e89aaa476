/** Regular expressions, as far as what they take is bounded: no repetition of what repeats, on short texts. */
import { type JsPattern, NotUnderstood } from "../values";

const LONGEST = 400;
const MOST_REPEATS = 4;
const known = new Map<string, RegExp>();

/** @throws for one that could take long */
export function patternOf({ source, flags }: JsPattern, text: string): RegExp {
  const repeats = source.replace(/\\.|\[(?:\\.|[^\]])*\]/g, "x").match(/[*+{]/g)?.length ?? 0;
  if (
    source.length > 200 ||
    text.length > LONGEST ||
    repeats > MOST_REPEATS ||
    /\)[*+{]|\\[1-9k]|\(\?<[!=]/.test(source)
  )
    throw new NotUnderstood(null, `the pattern ${source.slice(0, 60)}`);
  const id = `${flags}/${source}`;
  try {
    const found = known.get(id) ?? new RegExp(source, flags.replace(/[^gimsu]/g, ""));
    known.set(id, found);
    found.lastIndex = 0;
    return found;
  } catch {
    throw new NotUnderstood(null, `the pattern ${source.slice(0, 60)}`);
  }
}
