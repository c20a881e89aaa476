/** Keys as text: `Escape`, `a`, `?`, `Ctrl+K`, `Shift+ArrowDown`. */
import { keyOf, splitKey } from "../../kernel";

const modifiers = ["Ctrl", "Alt", "Shift", "Meta"];
const namedKeys = new Map(
  "Escape Enter Tab Space ArrowUp ArrowDown ArrowLeft ArrowRight Home End PageUp PageDown Backspace Delete Insert F1 F2 F3 F4 F5 F6 F7 F8 F9 F10 F11 F12"
    .split(" ")
    .map((k) => [k.toLowerCase(), k]),
);
namedKeys.set("esc", "Escape");
export const keyNames: readonly string[] = [...new Set(namedKeys.values())];

/**
 * A key as `KeyboardEvent.key` names it (UI Events), with modifiers in a fixed order. The space bar is `Space`. Shift of a
 * character is in the character (`A`, `?`); a letter with other modifiers is a capital one, and Shift is said (`Ctrl+K`,
 * `Ctrl+Shift+K`). Null when it is none.
 */
export function normalKey(text: string): string | null {
  const parts = splitKey(text);
  const key = parts.pop() ?? "";
  const found = parts.map((p) => modifiers.find((m) => m.toLowerCase() === p.trim().toLowerCase()));
  if (found.includes(undefined)) return null;
  const named = key === " " ? "Space" : (namedKeys.get(key.trim().toLowerCase()) ?? key.trim());
  const isCharacter = [...named].length === 1;
  if (!isCharacter && !keyNames.includes(named)) return null;
  const [ctrlKey, altKey, shiftKey, metaKey] = modifiers.map((m) => found.includes(m));
  if (shiftKey && isCharacter && !isLetter(named)) return null;
  const typed = shiftKey && isCharacter ? named.toUpperCase() : named;
  return keyOf({ key: typed, ctrlKey, altKey, shiftKey, metaKey });
}

const isLetter = (key: string): boolean => /^\p{Lu}$/u.test(key.toUpperCase());

/** Why a text names no key, and what to write. */
export const notAKey = (text: string): string =>
  /shift\s*\+\s*\S$/iu.test(text)
    ? "Shift makes another character of it: write the one that comes, such as ! or Ctrl+?"
    : "name one key, such as Escape, ArrowDown, a or Ctrl+K";

const held = new RegExp(`^((?:(?:${modifiers.join("|")})\\+)*)(.*)$`, "s");
/** A key as `normalKey` gives it, apart from the modifiers that are held with it (each with its `+`). */
export function keyParts(key: string): { modifiers: string; key: string } {
  const [, before, name] = held.exec(key)!;
  return { modifiers: before, key: name };
}
