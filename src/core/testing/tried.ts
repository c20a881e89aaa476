/** How many cases a test made, and from which seed: for the counts of a run, and for docs/reliability.md. */
export interface Task {
  meta: object;
}
interface Tried {
  tried?: number;
  seed?: number;
}
/** The seed that `vitest.setup.ts` gives to properties without one of their own. */
export const SEED = 20_784;

export const triedBy = ({ meta }: Task): number => (meta as Tried).tried ?? 0;

/** @param seed the first, where it is not the common one */
export function tried(task: Task, cases: number, seed: number = SEED): void {
  Object.assign(task.meta, { tried: triedBy(task) + cases, seed } satisfies Tried);
}
