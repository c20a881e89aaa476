/** Keys as the specification names them. */

const modifiers = new Set(["Shift", "Control", "Alt", "Meta", "AltGraph", "CapsLock"]);

/**
 * Modifiers in a fixed order, then the key, the space bar as Space; null for a bare modifier. A letter that is pressed with
 * Ctrl, Alt or Meta is a capital one, whatever Shift and Caps Lock make of it (WAI-ARIA, `aria-keyshortcuts`).
 */
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
  if (event.metaKey) out.push("Meta");
  const capital = name.toUpperCase();
  const isShortcut = out.length > 0 && /^\p{Lu}$/u.test(capital);
  // Shift is in the character already where the key is another one.
  if (event.shiftKey && (isShortcut || [...name].length > 1)) out.splice(event.metaKey ? -1 : out.length, 0, "Shift");
  return [...out, isShortcut ? capital : name].join("+");
}

/** What is pressed one after another for a key that `keyOf` names: Ctrl and k for `Ctrl+K`, Shift and K for `K`. */
export function keysOf(name: string): string[] {
  // A plus that nothing follows is the key itself.
  const held = name.split(/\+(?=.)/su);
  const key = held.pop()!;
  if (!/^\p{L}$/u.test(key) || key.toUpperCase() === key.toLowerCase()) return [...held, key];
  if (!held.length) return key === key.toLowerCase() ? [key] : ["Shift", key];
  return [...held, held.includes("Shift") ? key.toUpperCase() : key.toLowerCase()];
}
