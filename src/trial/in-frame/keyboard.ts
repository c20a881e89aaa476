/** The keys of an American keyboard, made up by a library that knows few of them. */
import type { UserEvent } from "@testing-library/user-event";

/** As the library writes keys. */
const names: Readonly<Record<string, string>> = { Ctrl: "Control", Space: " " };
/** Characters with Shift and without, by the key that they are on (UI Events KeyboardEvent code Values). */
const others: Readonly<Record<string, string>> = {
  Backquote: "~`",
  Minus: "_-",
  Equal: "+=",
  BracketLeft: "{[",
  BracketRight: "}]",
  Backslash: "|\\",
  Semicolon: ":;",
  Quote: "\"'",
  Comma: "<,",
  Period: ">.",
  Slash: "?/",
};
const characters = [
  ...[..."ABCDEFGHIJKLMNOPQRSTUVWXYZ"].map((key) => ({ key, code: `Key${key}` })),
  ...[...")!@#$%^&*("].map((key, i) => ({ key, code: `Digit${i}` })),
  ...Object.entries(others).flatMap(([code, both]) => [...both].map((key) => ({ key, code }))),
];

/** @returns presses a key, as `keysOf` gives it, or lets go of it */
export function keyboardOf(user: UserEvent): (goes: "down" | "up", key: string) => Promise<void> {
  // The library takes the first of its keys that is written alike in small letters.
  const shifted = user.setup({ keyboardMap: characters });
  return (goes, key) => {
    const isOther = key.length === 1 && !/[a-z\d]/.test(key);
    const written = isOther ? `\\${key}` : (names[key] ?? key);
    return (isOther ? shifted : user).keyboard(goes === "down" ? `{${written}>}` : `{/${written}}`);
  };
}
