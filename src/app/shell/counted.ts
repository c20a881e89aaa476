/** So many of something, in words: `1 part`, `1,204 situations`. */
export const counted = (n: number, one: string, more = `${one}s`): string =>
  `${n.toLocaleString("en")} ${n === 1 ? one : more}`;
