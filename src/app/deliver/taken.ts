/** What was taken of a component last, so that one sees what has changed since. Kept in this browser. */
import type { File, TargetKey } from "../../core/deliver";
import { choicesFrom, choiceValue, keepChoice } from "../storage/choices";

interface Taken {
  at: number;
  files: Record<string, string>;
}

const keyOf = (id: string): string => `lively.taken.${id}`;

/** FNV-1a, 32 bits, with the length: enough to see that a text is another. */
function mark(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return `${text.length}:${(hash >>> 0).toString(36)}`;
}

const all = (id: string): Partial<Record<TargetKey, Taken>> =>
  (choiceValue(keyOf(id)) as Partial<Record<TargetKey, Taken>> | undefined) ?? {};

export function noteTaken(id: string, target: TargetKey, files: readonly File[]): void {
  const before = all(id)[target]?.files;
  const marks = Object.fromEntries(files.map((f) => [f.path, mark(f.text)]));
  const next = { ...all(id), [target]: { at: Date.now(), files: { ...before, ...marks } } };
  keepChoice(keyOf(id), JSON.stringify(next));
}

/** Whether a text is one that was taken from here, of whatever component: it may be written over. */
export function wasTaken(path: string, text: string): boolean {
  const is = mark(text);
  return choicesFrom(keyOf(""))
    .flatMap((key) => Object.values(all(key.slice(keyOf("").length))))
    .some((taken) => taken && Object.hasOwn(taken.files, path) && taken.files[path] === is);
}

export type Since = "never taken" | "as taken" | "changed";

/** @returns when the target was taken last, and how each file stands to what was taken */
export function sinceTaken(
  id: string,
  target: TargetKey,
  files: readonly File[],
): { at: number | null; of: ReadonlyMap<string, Since> } {
  const taken = all(id)[target];
  const of = new Map<string, Since>(
    files.map((f) => {
      const was = taken && Object.hasOwn(taken.files, f.path) ? taken.files[f.path] : null;
      return [f.path, was === null ? "never taken" : was === mark(f.text) ? "as taken" : "changed"];
    }),
  );
  return { at: taken?.at ?? null, of };
}
