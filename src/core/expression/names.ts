/** What a cell may mention. */
import type { MeasureEnv } from "../measure";
import type { Scope } from "./expression";

/** The names that a cell may mention. */
export interface Names extends Scope {
  parts: readonly string[];
  requests?: readonly string[];
  /** What is wrong with entering these states together; without it that is checked only when the document is read. */
  clash?: (states: readonly string[]) => string | null;
  /** Names of tokens, for completion. */
  tokens?: readonly string[];
  /** Classes that the page's rules wait for or parts have, for completion. */
  classes?: readonly string[];
  /** What measures are computed with; without it they are checked only when the document is prepared. */
  measures?: MeasureEnv;
}
