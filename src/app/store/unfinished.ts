/** Proofs that ended with the tab: they are not begun again by themselves, or the tab would end each time it is opened. */
const prefix = "proving ";
const begun = new Set<string>();

const quietly = <T>(work: () => T, otherwise: T): T => {
  try {
    return work();
  } catch {
    // Where nothing can be stored, nothing is remembered.
    return otherwise;
  }
};

/** A proof of this component begins. */
export function begin(id: string): void {
  begun.add(id);
  quietly(() => localStorage.setItem(prefix + id, "1"), undefined);
}
/** It came to an end, however it went. */
export function end(id: string): void {
  begun.delete(id);
  quietly(() => localStorage.removeItem(prefix + id), undefined);
}
/** Whether a proof of it began somewhere and never came to an end. */
export const isUnfinished = (id: string): boolean =>
  !begun.has(id) && quietly(() => localStorage.getItem(prefix + id) !== null, false);

// Whoever leaves while something is proved ends it, and that is no crash.
addEventListener("pagehide", () => {
  for (const id of begun) end(id);
});
