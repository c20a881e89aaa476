/** Runs work that tells how far it is to its end. @param progress is given what it tells */
export function toTheEnd<T>(run: Generator<number, T>, progress: (count: number) => void = () => {}): T {
  for (;;) {
    const next = run.next();
    if (next.done) return next.value;
    progress(next.value);
  }
}
