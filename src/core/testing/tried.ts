/** How many cases a test tried, for the table of what was tried to break the program (docs/reliability.md). */
export interface Task {
  meta: object;
}
export const triedBy = ({ meta }: Task): number => (meta as { tried?: number }).tried ?? 0;
export function tried(task: Task, cases: number): void {
  Object.assign(task.meta, { tried: triedBy(task) + cases });
}
