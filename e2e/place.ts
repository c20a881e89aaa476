/**
 * Runs in the page: a point at which the browser hits the part itself.
 * @param corner px at each corner of the window in which no point is taken
 */
export function placeOf(part: string | null, by: string, corner = 0): { x: number; y: number } | null {
  const element =
    part === null ? document.body : (document.querySelector(`[${by}="${part}"]`) ?? document.getElementById(part));
  if (!element) return null;
  const box = element.getBoundingClientRect();
  for (const fy of [0.5, 0.02, 0.98, 0.75, 0.25]) {
    for (const fx of [0.5, 0.02, 0.98, 0.75, 0.25]) {
      const [x, y] = [box.left + box.width * fx, box.top + box.height * fy];
      if (Math.min(x, innerWidth - x) < corner && Math.min(y, innerHeight - y) < corner) continue;
      if (document.elementFromPoint(x, y) === element) return { x, y };
    }
  }
  return null;
}
