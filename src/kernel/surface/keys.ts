/** Keys as the specification names them. */

const modifiers = new Set(["Shift", "Control", "Alt", "Meta", "AltGraph", "CapsLock"]);

/**
 * Modifiers in a fixed order, then the key, the space bar as Space; null for a bare modifier. A letter with Ctrl, Alt or Meta
 * is a capital one, whatever Shift and Caps Lock make of it (WAI-ARIA, `aria-keyshortcuts`).
 */
export function keyOf(event: {
  key: string;
  ctrlKey: boolean;
  altKey: boolean;
  shiftKey: boolean;
  metaKey: boolean;
}): string | null {
  if (modifiers.has(event.key)) return null;
  const { ctrlKey, altKey, shiftKey, metaKey } = event;
  let name = event.key === " " ? "Space" : event.key;
  // Shift is in the character already where the key is one.
  let isShifted = shiftKey && [...name].length > 1;
  // only with shortcuts by letters
  if ((ctrlKey || altKey || metaKey) && /^\p{Lu}$/u.test(name.toUpperCase())) {
    name = name.toUpperCase();
    isShifted = shiftKey;
  }
  const out: string[] = [];
  if (ctrlKey) out.push("Ctrl");
  if (altKey) out.push("Alt");
  if (isShifted) out.push("Shift");
  if (metaKey) out.push("Meta");
  return [...out, name].join("+");
}

/** A key is written after its modifiers: a plus that nothing follows is the key itself. */
export const splitKey = (name: string): string[] => name.split(/\+(?=.)/su);

/** What is pressed one after another for a key that `keyOf` names: Ctrl and k for `Ctrl+K`, Shift and K for `K`. */
export function keysOf(name: string): string[] {
  const held = splitKey(name);
  const key = held.pop()!;
  if (!/^\p{L}$/u.test(key) || key.toUpperCase() === key.toLowerCase()) return [...held, key];
  if (!held.length) return key === key.toLowerCase() ? [key] : ["Shift", key];
  return [...held, held.includes("Shift") ? key.toUpperCase() : key.toLowerCase()];
}
