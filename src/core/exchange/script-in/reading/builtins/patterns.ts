/** Regular expressions, as far as what they take is bounded. */
import { boundedPattern } from "../../../../safety";
import { type JsPattern, NotUnderstood } from "../values";

/** @throws for one that could take long */
export function patternOf({ source, flags }: JsPattern, text: string): RegExp {
  const found = boundedPattern(source, flags, text);
  if (!found) throw new NotUnderstood(null, `the pattern ${source.slice(0, 60)}`);
  return found;
}
