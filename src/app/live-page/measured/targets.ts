/** Targets of the pointer that are too small where they are drawn (WCAG 2.2, 2.5.8). Pure. */

/** A part's box, px. */
export interface Target {
  x: number;
  y: number;
  width: number;
  height: number;
  /** It stands among words of a sentence, or looks as the browser has it: then its size is not the author's. */
  isExcepted: boolean;
}
export interface Small extends Target {
  name: string;
  /** The target that it is too close to. */
  near: string;
}

/** px, either way. */
export const LEAST = 24;
/** Browsers lay out in fractions. */
const ROUNDING = 0.05;

const isUnder = ({ width, height }: Target): boolean => Math.min(width, height) < LEAST - ROUNDING;
const middle = ({ x, y, width, height }: Target): [number, number] => [x + width / 2, y + height / 2];

/** px from a point to a box. */
const distanceTo = ([px, py]: [number, number], { x, y, width, height }: Target): number =>
  Math.hypot(Math.max(x - px, 0, px - x - width), Math.max(y - py, 0, py - y - height));

const holds = (outer: Target, inner: Target): boolean =>
  outer.x <= inner.x &&
  outer.y <= inner.y &&
  outer.x + outer.width >= inner.x + inner.width &&
  outer.y + outer.height >= inner.y + inner.height;

/**
 * A circle of 24 px around its middle meets another target, or the circle of another that is too small.
 * One inside another is the same target to whoever aims.
 */
export function tooSmall(targets: Readonly<Record<string, Target>>): Small[] {
  const all = Object.entries(targets);
  return all.flatMap(([name, target]) => {
    if (target.isExcepted || !isUnder(target)) return [];
    const at = middle(target);
    const near = all.find(([other, box]) => {
      if (other === name || holds(box, target) || holds(target, box)) return false;
      if (distanceTo(at, box) < LEAST / 2 - ROUNDING) return true;
      const [x, y] = middle(box);
      return isUnder(box) && Math.hypot(x - at[0], y - at[1]) < LEAST - ROUNDING;
    });
    return near ? [{ ...target, name, near: near[0] }] : [];
  });
}
