/** Kernel code of which a component takes only what it needs: what stands between two marks is for what has that. */

/** Before what only some need: what they have, one of several by "or". */
export const FROM = "//# only with ";
/** Before what is one step further out where a component has none of these: around it stands what only they need. */
export const OUT = "//# further out without ";
export const UNTIL = "//# until here";

/** The text without its marks and without what is not needed. @param has whether it stays, by the words of its mark */
export function only(text: string, has: (words: string) => boolean): string {
  const open: { keeps: boolean; outwards: number }[] = [];
  const kept = text.split("\n").flatMap((line) => {
    const word = line.trim();
    if (word.startsWith(FROM)) open.push({ keeps: has(word.slice(FROM.length)), outwards: 0 });
    else if (word.startsWith(OUT)) open.push({ keeps: true, outwards: has(word.slice(OUT.length)) ? 0 : 2 });
    else if (word === UNTIL) open.pop();
    else if (open.every((o) => o.keeps)) return line.slice(open.reduce((sum, o) => sum + o.outwards, 0));
    return [];
  });
  // What is gone leaves no gaps at the edges of blocks.
  return settled(kept.join("\n"))
    .replace(/\n{3,}/g, "\n\n")
    .replace(/([{[(])\n\n/g, "$1\n")
    .replace(/\n\n(\s*[}\])])/g, "\n$1");
}

/** What is given once now, it is given for good. */
const settled = (text: string): string =>
  text.replace(/\blet ((?:\{ )?(\w+)(?: \})? = )/g, (whole, rest: string, name: string) =>
    new RegExp(`(?<!let |let \\{ |const |[.\\w])${name}( [-+*/|&?]*= |\\+\\+|--)`).test(text) ? whole : `const ${rest}`,
  );
