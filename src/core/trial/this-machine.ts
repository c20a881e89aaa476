/** True for a host name that is this very machine's (RFC 6761 §6.3, RFC 4291 §2.5.3). */
export const isThisMachine = (hostname: string): boolean => /^(127(\.\d+){3}|localhost|\[::1\])$/.test(hostname);
