/** So many times at one instant it may be asked in vain by who waits for another number. */
const PATIENCE = 100;

/** Chance is always the middle, so that a page does the same in every run, and what its script was read to do. */
export function holdChance(): void {
  const { random } = Math;
  let instant = -1;
  let asked = 0;
  Math.random = () => {
    const now = performance.now();
    asked = now === instant ? asked + 1 : 0;
    instant = now;
    return asked < PATIENCE ? 0.5 : random();
  };
}
