/** The word by which the server knows the app of this start; no other page can read it. */
let word: Promise<string> | null = null;

export const startWord = (): Promise<string> => {
  word ??= fetch("/trial/start")
    .then((r) => r.json() as Promise<{ word: string }>)
    .then((r) => r.word)
    .catch((error) => {
      word = null;
      throw error;
    });
  return word;
};
/** After a new start of the server the old word is worth nothing. */
export const forgetWord = (): void => {
  word = null;
};
