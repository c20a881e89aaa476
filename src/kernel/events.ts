/** Names of events. */

/** SCXML §3.12.1: a descriptor matches an event whose name begins with its tokens. */
export function matches(descriptor: string, event: string): boolean {
  if (descriptor === "*") return true;
  const stem = descriptor.replace(/\.\*?$/, "");
  return event === stem || event.startsWith(`${stem}.`);
}
