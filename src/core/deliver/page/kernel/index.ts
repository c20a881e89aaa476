/** The kernel as delivered files carry it: the declarations that something needs, and of those what its component has. */
import { kernelSource, kernelWords } from "./kernel-source";
import { type KernelModule, only } from "./only";

/** What some components have and others have not. */
export type KernelWord = (typeof kernelWords)[number];

/** A kernel that several components share has all but what only a record of a run asks. */
export const everything: ReadonlySet<KernelWord> = new Set(kernelWords.filter((w) => w !== "a record"));

/** Declarations of the kernel with all that they use, as they stand in its modules. @param has what the component has */
export function kernelCode(entries: readonly string[], has: ReadonlySet<KernelWord>): string {
  const isAsked = (words: string): boolean => words.split(" or ").some((w) => has.has(w as KernelWord));
  const needs = new Map(
    kernelSource.flatMap((m) =>
      m.pieces.map((p) => {
        const more = p.more.filter((o) => o.with.every(isAsked)).flatMap((o) => o.needs);
        return [p.name, [...p.needs, ...more]] as const;
      }),
    ),
  );
  const wanted = new Set<string>();
  const add = (name: string): void => {
    if (wanted.has(name)) return;
    wanted.add(name);
    for (const need of needs.get(name) ?? []) add(need);
  };
  for (const name of entries) add(name);
  const textOf = ({ about, pieces }: KernelModule): string =>
    pieces.reduce(
      (text, { name, joined, text: piece }, i) => {
        if (!wanted.has(name)) return text;
        return `${text}${joined && wanted.has(pieces[i - 1].name) ? "\n" : "\n\n"}${only(piece, isAsked)}`;
      },
      // Of one declaration alone its own words say enough.
      pieces.filter((p) => wanted.has(p.name)).length > 1 ? about : "",
    );
  return kernelSource
    .filter((m) => m.pieces.some((p) => wanted.has(p.name)))
    .map((m) => textOf(m).trim())
    .join("\n\n");
}
