/** How looks come together: the base, then what active states say, outer before inner; later wins. */

/** The six ways a part can be, from fully there to not in the document. */
export type Presence = "shown" | "transparent" | "hidden" | "not displayed" | "absent" | "moved out";

/** What the style sheet of a page is told of a part, as words in `data-as`; empty for nothing. */
export const styleWords = (as: Presence | undefined, pointer: boolean | null | undefined): string =>
  [
    as === "hidden" || as === "transparent" || as === "moved out" ? as.replace(" ", "-") : "",
    pointer === undefined || pointer === null ? "" : pointer ? "pointer" : "no-pointer",
  ]
    .filter(Boolean)
    .join(" ");

/** Declarations that say how a part is there count as that, whichever way they are written. */
export function presenceAfter(as: Presence, property: string, value: string): Presence {
  if (property === "display") return value === "none" ? "not displayed" : as === "not displayed" ? "shown" : as;
  if (property !== "visibility" || as === "not displayed") return as;
  // What is not displayed is hidden already, whatever its visibility.
  if (value === "hidden" || value === "collapse") return "hidden";
  return as === "hidden" ? "shown" : as;
}
