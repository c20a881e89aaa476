/** Proofs that ended with the tab: they are not begun again by themselves, or the tab would end each time it is opened. */
import { choice, dropChoice, keepChoice } from "../storage/choices";

const prefix = "proving ";
const begun = new Set<string>();

/** A proof of this component begins. */
export function begin(id: string): void {
  begun.add(id);
  keepChoice(prefix + id, "1");
}
/** It came to an end, however it went. */
export function end(id: string): void {
  begun.delete(id);
  dropChoice(prefix + id);
}
/** Whether a proof of it began somewhere and never came to an end. */
export const isUnfinished = (id: string): boolean => !begun.has(id) && choice(prefix + id) !== null;

// Whoever leaves while something is proved ends it, and that is no crash.
addEventListener("pagehide", () => {
  for (const id of begun) end(id);
});
