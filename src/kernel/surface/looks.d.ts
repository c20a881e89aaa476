/** How looks come together: the base, then what active states say, outer before inner; later wins. */
/** The six ways a part can be, from fully there to not in the document. */
export type Presence = "shown" | "transparent" | "hidden" | "not displayed" | "absent" | "moved out";
/** Declarations that say how a part is there count as that, whichever way they are written. */
export declare function presenceAfter(as: Presence, property: string, value: string): Presence;
