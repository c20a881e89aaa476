/** What component files are called. */
import { fileName } from "../deliver/download";

export const COMPONENT_FILE = ".lively.json";

/** A name for each that no other has, also where file systems take no case. */
export function fileNames(names: readonly string[], taken: readonly string[] = []): string[] {
  const used = new Set(taken.map((t) => t.toLowerCase()));
  return names.map((name) => {
    const stem = fileName(name).toLowerCase();
    for (let n = 1; ; n++) {
      const file = `${n === 1 ? stem : `${stem}-${n}`}${COMPONENT_FILE}`;
      if (used.has(file)) continue;
      used.add(file);
      return file;
    }
  });
}
