/**
 * How many cases the tests go through: a fixed sample of each property in `npm test`, all of them with `LIVELY_ALL=1`, which
 * `npm run test:all` sets.
 */
const { process } = globalThis as { process?: { env: Record<string, string | undefined> } };
export const ALL = process?.env.LIVELY_ALL === "1";

/** A number of cases: the first in the sample. */
export const atMost = (few: number, all: number): number => (ALL ? all : few);

/** Every n-th of a list in the sample, the whole list with all. */
export const oneIn = <T>(n: number, all: readonly T[]): T[] => all.filter((_one, i) => ALL || i % n === 0);
