/** Keys as the specification names them. */

const modifiers = new Set(["Shift", "Control", "Alt", "Meta", "AltGraph", "CapsLock"]);

/** Modifiers in a fixed order, then the key, the space bar as Space; null for a bare modifier. */
export function keyOf(event: {
  key: string;
  ctrlKey: boolean;
  altKey: boolean;
  shiftKey: boolean;
  metaKey: boolean;
}): string | null {
  if (modifiers.has(event.key)) return null;
  const name = event.key === " " ? "Space" : event.key;
  const out: string[] = [];
  if (event.ctrlKey) out.push("Ctrl");
  if (event.altKey) out.push("Alt");
  // Shift is in the character already where the key is one.
  if (event.shiftKey && name.length > 1) out.push("Shift");
  if (event.metaKey) out.push("Meta");
  return [...out, name].join("+");
}
