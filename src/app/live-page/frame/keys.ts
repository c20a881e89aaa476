/** The key as the specification names it: modifiers in a fixed order, the space bar as Space; null for a bare modifier. */
export function keyOf(
  event: Pick<KeyboardEvent, "key" | "ctrlKey" | "altKey" | "shiftKey" | "metaKey">,
): string | null {
  if (["Shift", "Control", "Alt", "Meta", "AltGraph", "CapsLock"].includes(event.key)) return null;
  const name = event.key === " " ? "Space" : event.key;
  const out: string[] = [];
  if (event.ctrlKey) out.push("Ctrl");
  if (event.altKey) out.push("Alt");
  // Shift is in the character already where the key is one.
  if (event.shiftKey && name.length > 1) out.push("Shift");
  if (event.metaKey) out.push("Meta");
  return [...out, name].join("+");
}
