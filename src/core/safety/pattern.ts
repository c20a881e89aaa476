/** Regular expressions by strangers, as far as what they take is bounded. */

const LONGEST = 400;
const MOST_REPEATS = 4;
const known = new Map<string, RegExp>();

/**
 * No repetition of what repeats, on short texts.
 * @param flags others than `gimsu` are left out
 * @returns null for one that could take long, and for one that is none
 */
export function boundedPattern(source: string, flags: string, text: string): RegExp | null {
  const repeats = source.replace(/\\.|\[(?:\\.|[^\]])*\]/g, "x").match(/[*+{]/g)?.length ?? 0;
  if (
    source.length > 200 ||
    text.length > LONGEST ||
    repeats > MOST_REPEATS ||
    /\)[*+{]|\\[1-9k]|\(\?<[!=]/.test(source)
  )
    return null;
  const id = `${flags}/${source}`;
  try {
    const found = known.get(id) ?? new RegExp(source, flags.replace(/[^gimsu]/g, ""));
    known.set(id, found);
    found.lastIndex = 0;
    return found;
  } catch {
    return null;
  }
}
