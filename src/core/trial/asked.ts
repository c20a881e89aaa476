/** What a trial is asked for: which runs, and where; apart from what makes them, so that asking costs nothing. */
export const sets = ["scenarios", "reactions", "pairs", "situations"] as const;
/** Each set holds those before it, but for the scenarios. */
export type TrialSet = (typeof sets)[number];
export const isTrialSet = (text: unknown): text is TrialSet => (sets as readonly unknown[]).includes(text);

/** True for a host name that is this very machine's (RFC 6761 §6.3, RFC 4291 §2.5.3). */
export const isThisMachine = (hostname: string): boolean => /^(127(\.\d+){3}|localhost|\[::1\])$/.test(hostname);
