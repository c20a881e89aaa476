import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { keyOf, keysOf } from "../../kernel";
import { keyNames, keyParts, normalKey, notAKey } from "./keys";
import { componentSchema } from "./schema";

type Flag = "ctrlKey" | "altKey" | "shiftKey" | "metaKey";
const flags: Readonly<Record<string, Flag>> = { Ctrl: "ctrlKey", Alt: "altKey", Shift: "shiftKey", Meta: "metaKey" };
const key = (name: string, ...held: Flag[]): string | null =>
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
    // Caps Lock
    [key("K"), "K"],
    [key("?", "shiftKey"), "?"],
    [key("k", "ctrlKey", "altKey"), "Ctrl+Alt+K"],
    // Caps Lock
    [key("K", "ctrlKey"), "Ctrl+K"],
    [key("K", "ctrlKey", "shiftKey"), "Ctrl+Shift+K"],
    [key("k", "ctrlKey", "shiftKey"), "Ctrl+Shift+K"],
    [key("ж", "metaKey", "shiftKey"), "Shift+Meta+Ж"],
    [key("ß", "ctrlKey"), "Ctrl+ß"],
    [key("!", "ctrlKey", "shiftKey"), "Ctrl+!"],
    [key("+", "ctrlKey"), "Ctrl++"],
    [key("Enter", "metaKey", "shiftKey"), "Shift+Meta+Enter"],
    [key("Shift", "shiftKey"), null],
    [key("Control", "ctrlKey"), null],
  ])("%s", (found, wanted) => {
    expect(found).toBe(wanted);
    if (found) expect(normalKey(found)).toBe(found);
  });

  it.each([
    ["esc", "Escape"],
    ["shift+ctrl+ArrowDown", "Ctrl+Shift+ArrowDown"],
    ["Ctrl+k", "Ctrl+K"],
    ["ctrl+shift+k", "Ctrl+Shift+K"],
    ["Shift+a", "A"],
    ["a", "a"],
    ["A", "A"],
    ["Hyper+a", null],
    ["Shift+1", null],
    ["Ctrl+Shift+?", null],
    ["{key}", null],
  ])("%s is written %s", (text, wanted) => {
    expect(normalKey(text)).toBe(wanted);
  });

  it("says what to write where Shift makes another character", () => {
    expect(notAKey("Shift+1")).toContain("write the one that comes");
    expect(notAKey("Hyper+a")).toContain("name one key");
  });

  const modifiers = fc.subarray(Object.keys(flags));
  const anyKey = fc.oneof(
    fc.constantFrom(...keyNames, "+", "?", "/", "1", "é", "ß", "ж", "Ж"),
    fc.stringMatching(/^[ -~]$/),
    fc.stringMatching(/^\p{L}$/u),
  );
  it("and pressed as they are named come to the same name", () => {
    fc.assert(
      fc.property(modifiers, anyKey, (held, one) => {
        const name = normalKey([...held, one].join("+"));
        fc.pre(name !== null);
        const keys = keysOf(name!);
        const last = keys.pop()!;
        expect(key(last === "Space" ? " " : last, ...keys.map((k) => flags[k]))).toBe(name);
        expect(normalKey(name!)).toBe(name);
      }),
      { numRuns: 2000 },
    );
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

it("a file in which a key is written otherwise is read", () => {
  const read = (written: string): unknown =>
    componentSchema.shape.reactions.parse([
      { event: { on: "key", key: written }, in: { shut: { branches: [{ to: "open" }] } } },
    ]);
  expect(read("Ctrl+k")).toMatchObject([{ event: { key: "Ctrl+K" } }]);
  expect(read("Shift+1")).toMatchObject([{ event: { key: "Shift+1" } }]);
});
