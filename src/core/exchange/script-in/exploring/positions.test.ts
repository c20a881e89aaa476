/** Variables that keep where the page was scrolled. */
import { describe, expect, it } from "vitest";
import { behaviour, rows, script } from "../../../testing/read";

describe("where the page was scrolled", () => {
  const told = "“last” keeps where the page was scrolled before; the sheet takes it as it is at first";
  it.each([
    [
      "held against the next place",
      "let last = 0; onscroll = () => { p.hidden = scrollY > last && scrollY > 100; last = scrollY; }",
    ],
    [
      "as a difference",
      "let last = 0; onscroll = () => { const by = scrollY - last; if (Math.abs(by) < 5) return; p.hidden = by > 0; last = scrollY; }",
    ],
    [
      "in an object",
      "const at = { last: 0 }; addEventListener('scroll', () => { p.hidden = window.scrollY > at.last; at.last = window.scrollY; })",
    ],
  ])("is told where it is %s", (_what, text) => {
    const { notUnderstood, doc } = behaviour(script(text));
    expect(notUnderstood).toMatchObject([{ text: told, otherwise: true }]);
    expect(doc.reactions.length).toBeLessThan(6);
  });
  it("is nothing to tell of where it is only looked up", () => {
    const { notUnderstood, doc } = behaviour(
      script(
        "let last = 0; onscroll = () => { last = scrollY; p.hidden = last > 300; }; b.onclick = () => { p.textContent = last > 300 ? 'far' : 'near'; }",
      ),
    );
    expect(notUnderstood).toEqual([]);
    expect(Object.keys(rows(doc))).toContain("scroll past 300px");
  });
  it("is asked for at a few distances, and told where there are more", () => {
    const many = Array.from({ length: 12 }, (_, i) => `scrollY > ${i * 100 + 50} ? "${i}" :`)
      .reverse()
      .join(" ");
    const { notUnderstood } = behaviour(script(`onscroll = () => { p.textContent = ${many} "top"; }`));
    expect(notUnderstood.map((n) => n.text)).toContain("more than 8 distances that it asks for");
  });
});
