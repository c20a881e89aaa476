/** Runs in the page: a point at which the browser hits the part itself. */
export function placeOf(part: string | null, by: string): { x: number; y: number } | null {
  const element =
    part === null ? document.body : (document.querySelector(`[${by}="${part}"]`) ?? document.getElementById(part));
  if (!element) return null;
  const box = element.getBoundingClientRect();
  for (const fy of [0.5, 0.02, 0.98, 0.75, 0.25]) {
    for (const fx of [0.5, 0.02, 0.98, 0.75, 0.25]) {
      const [x, y] = [box.left + box.width * fx, box.top + box.height * fy];
      if (document.elementFromPoint(x, y) === element) return { x, y };
    }
  }
  return null;
}
