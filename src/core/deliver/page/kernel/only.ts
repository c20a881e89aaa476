/** Kernel code of which a component takes only what it needs: what stands between two marks is for what has that. */

/** A module of the kernel, as kernel-source.ts has them. */
export interface KernelModule {
  /** What it says of itself. */
  about: string;
  pieces: readonly KernelPiece[];
}
/** A declaration. */
interface KernelPiece {
  name: string;
  /** The declarations that it uses. */
  needs: readonly string[];
  /** Those that it uses where a component has all of these, each of them one of several by "or". */
  more: readonly { with: readonly string[]; needs: readonly string[] }[];
  /** It stands right under the one before. */
  joined: boolean;
  /** What only some need stands between marks. */
  text: string;
}

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
