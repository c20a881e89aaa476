/** Small things that this browser keeps for its person. Where it refuses to, nothing is lost but the convenience. */
const quietly = <T>(work: () => T, otherwise: T): T => {
  try {
    return work();
  } catch {
    return otherwise;
  }
};

/** What was kept under a name; null for nothing. */
export const choice = (name: string): string | null => quietly(() => localStorage.getItem(name), null);
export const keepChoice = (name: string, value: string): void =>
  quietly(() => localStorage.setItem(name, value), undefined);
export const dropChoice = (name: string): void => quietly(() => localStorage.removeItem(name), undefined);
/** The names under which something is kept, of those that begin so. */
export const choicesFrom = (prefix: string): string[] =>
  quietly(() => Object.keys(localStorage).filter((name) => name.startsWith(prefix)), []);
/** The same for what is no text; undefined for nothing, and for what is not readable. */
export const choiceValue = (name: string): unknown =>
  quietly(() => JSON.parse(choice(name) ?? "null") ?? undefined, undefined);
