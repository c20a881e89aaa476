/** A component's style among others': its root is the one with its class, and what the root is asked is asked there. */
import { describe, expect, it } from "vitest";
import { emptyComponent } from "../../model";
import { rootAttributes } from "../keys";
import { deliverTo } from "../targets";
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

describe("a rule that means the whole page", () => {
  const told = (css: string): string[] => {
    const doc = emptyComponent("x");
    const made = deliverTo("react", { ...doc, page: { ...doc.page, css } }, null);
    return made.ok ? made.notes.filter((n) => n.includes("whole page")) : [];
  };
  it("is told where it means the component alone", () => {
    expect(told(":not(.open) { opacity: 0.3 }")).toEqual([expect.stringContaining(":not(.open) { opacity: 0.3 }")]);
    expect(told("@media (width > 10px) { .a, *:has(.open) { display: none } }")).toHaveLength(1);
  });
  it.each([
    "* { box-sizing: border-box }",
    "p:not(.open) { opacity: 0 }",
    ":root { opacity: 0.5 }",
    ":focus { color: red }",
  ])("is not what %s is", (css) => expect(told(css)).toEqual([]));
});
