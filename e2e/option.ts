/** Options of the command lines of the tests, as `--name value`. */
export const option = (name: string, otherwise: string): string => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : (process.argv[at + 1] ?? otherwise);
};
