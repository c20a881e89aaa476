/**
 * Whole style sheets, read by a parser of their own: css-tree's keeps a buffer as long as the longest text it ever read and
 * clears all of it for each text after that, so that each selector read after a long sheet would cost as much as the sheet.
 */
import { fork, type ParseOptions, type StyleSheet } from "css-tree";

let own: ReturnType<typeof fork> | null = null;

export function parseSheet(text: string, options: ParseOptions = {}): StyleSheet {
  own ??= fork({});
  return own.parse(text, options) as StyleSheet;
}
