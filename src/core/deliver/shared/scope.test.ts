/** A component's style among others': its root is the one with its class, and what the root is asked is asked there. */
import { describe, expect, it } from "vitest";
import { rootAttributes } from "../keys";
import { scoped } from "./scope";

describe("style in a page that has others", () => {
  it.each(rootAttributes)("asks the component's own root for %s", (attribute) => {
    const sheet = scoped(`:where([${attribute}~="open"]) [data-part="p"] { opacity: 0.5 }`, "own");
    expect(sheet).toMatch(/\.own/);
    // Not of what stands inside the root: the attribute is the root's.
    expect(sheet).not.toMatch(new RegExp(`\\.own\\)?\\s+:where\\(\\[${attribute}`));
  });
  it("leaves the attributes of an author to the parts", () => {
    expect(scoped('[data-state="open"] .panel { color: red }', "own")).toMatch(
      /\.own\)?\s+\[data-state="?open"?\] \.panel/,
    );
  });
});
