/** How much of what takes long is gone through: a fixed part of it each time, all of it with `LIVELY_ALL=1`. */
export const ALL = process.env.LIVELY_ALL === "1";

/** One in so many, spread over all of them. */
export const oneIn = <T>(n: number, all: readonly T[]): T[] => all.filter((_one, i) => ALL || i % n === 0);

/** So many each time; so many more for all. */
export const atMost = (few: number, all: number): number => (ALL ? all : few);
