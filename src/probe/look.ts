/** Results that hold for one look at the page: it is read in one go, and nothing changes meanwhile. */

let depth = 0;
const kept: { clear(): void }[] = [];

/** Reads the page. Functions made by `onceALook` compute each result once until this returns. */
export function inOneLook<T>(read: () => T): T {
  depth++;
  try {
    return read();
  } finally {
    if (--depth === 0) for (const results of kept) results.clear();
  }
}

/** Keeps results by element during a look; outside of one, computes each anew. */
export function onceALook<E extends object, T>(compute: (e: E) => T): (e: E) => T {
  const results = new Map<E, T>();
  kept.push(results);
  return (e) => {
    if (!depth) return compute(e);
    if (results.has(e)) return results.get(e)!;
    const result = compute(e);
    results.set(e, result);
    return result;
  };
}
