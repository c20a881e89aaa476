/** What style sheets put before and after what elements hold, as names have it (accname 1.2, step 2F ii). */

const text = /"((?:[^"\\]|\\[\s\S])*)"|'((?:[^'\\]|\\[\s\S])*)'/.source;
const pieces = new RegExp(
  `${text}|attr\\(\\s*([-\\w]+)[^()"',]*(?:,\\s*(?:${text})?\\s*)?\\)|[-\\w]+\\((?:[^()"']|${text})*\\)|[-\\w]+|/`,
  "gi",
);

/** A string of CSS without its quotes (CSS Syntax 3 §4.3.5). */
const decoded = (inside: string): string =>
  inside.replace(/\\(?:([0-9a-f]{1,6})\s?|(\n)|([\s\S]))/gi, (_, hex?: string, newline?: string, other?: string) =>
    hex ? String.fromCodePoint(Number.parseInt(hex, 16) || 0xfffd) : newline ? "" : (other ?? ""),
  );

/**
 * @param content the value of `content` (CSS Generated Content 3 §1)
 * @param attribute of the element whose `::before` or `::after` it is; null where it has none of that name
 * @returns its words, or those that stand for it behind a `/`; pictures and counters say nothing
 */
export function generatedText(content: string, attribute: (name: string) => string | null): string {
  let out = "";
  for (const [whole, double, single, name, orDouble, orSingle] of content.matchAll(pieces)) {
    const string = double ?? single;
    if (whole === "/") out = "";
    else if (name) out += attribute(name.toLowerCase()) ?? decoded(orDouble ?? orSingle ?? "");
    else if (string !== undefined) out += decoded(string);
    else out += quotes[whole.toLowerCase()] ?? "";
  }
  return out;
}
const quotes: Readonly<Record<string, string>> = { "open-quote": "“", "close-quote": "”" };
