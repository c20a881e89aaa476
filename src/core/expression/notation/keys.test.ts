import { describe, expect, it } from "vitest";
import { keyOf } from "../../../kernel";
import { keyParts, normalKey } from "./event-notation";

const key = (name: string, ...held: ("ctrlKey" | "altKey" | "shiftKey" | "metaKey")[]): string | null =>
  keyOf({
    key: name,
    ctrlKey: false,
    altKey: false,
    shiftKey: false,
    metaKey: false,
    ...Object.fromEntries(held.map((h) => [h, true])),
  });

describe("keys, as the specification names them", () => {
  it.each([
    [key("Escape"), "Escape"],
    [key(" "), "Space"],
    [key("Tab", "shiftKey"), "Shift+Tab"],
    [key("K", "shiftKey"), "K"],
    [key("k", "ctrlKey", "altKey"), "Ctrl+Alt+k"],
    [key("Enter", "metaKey", "shiftKey"), "Shift+Meta+Enter"],
    [key("Shift", "shiftKey"), null],
    [key("Control", "ctrlKey"), null],
  ])("%s", (found, wanted) => {
    expect(found).toBe(wanted);
    if (found) expect(normalKey(found)).toBe(found);
  });
});

describe("a key apart from its modifiers", () => {
  it.each([
    ["Enter", "", "Enter"],
    ["Ctrl+Shift+Space", "Ctrl+Shift+", "Space"],
    ["+", "", "+"],
    ["Ctrl++", "Ctrl+", "+"],
    ["C", "", "C"],
  ])("%s", (text, modifiers, key) => {
    expect(keyParts(text)).toEqual({ modifiers, key });
  });
});
