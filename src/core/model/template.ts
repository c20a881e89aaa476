/** A text that is no template: `${` in it stands for those two characters. */
export const escapeTemplate = (text: string): string => text.replaceAll("${", "\\${");

/** White space that HTML and CSS collapse (Infra §4.6, CSS Text 4 §4): no-break spaces and line separators are not among it. */
const SPACES = "[ \\t\\n\\f\\r]+";
const all = new RegExp(SPACES, "g");
const first = new RegExp(`^${SPACES}`);
const last = new RegExp(`${SPACES}$`);

/** Replaces each run of white space by one space. */
export const collapse = (text: string): string => text.replace(all, " ");
export const trimStart = (text: string): string => text.replace(first, "");
export const trimEnd = (text: string): string => text.replace(last, "");
/** True for a text that shows nothing where white space collapses. */
export const isBlank = (text: string): boolean => trimStart(text) === "";
