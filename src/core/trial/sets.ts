/** Which runs a page is put through; apart from what makes them, so that asking costs nothing. */
export const sets = ["scenarios", "reactions", "pairs", "situations"] as const;
/** Each set holds those before it, but for the scenarios. */
export type TrialSet = (typeof sets)[number];
export const isTrialSet = (text: unknown): text is TrialSet => (sets as readonly unknown[]).includes(text);
