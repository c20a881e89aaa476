/** Links whose address is a script: what they do is done instead of going anywhere. */
import { describe, expect, it } from "vitest";
import { allParts } from "../../../model";
import { behaviour, read, rows } from "../../../testing/read";

const page = (href: string, script = ""): string =>
  `<a id="a" href="${href}"><b id="b">a</b></a><p id="p">p</p><script>${script}</script>`;
const show = "function show() { document.getElementById('p').hidden = true; }";

describe("a link with a script for an address", () => {
  it.each([
    ["as it is mostly written", "javascript:show()"],
    ["in capitals, with white space around and in it", " JavaScript:&#10;show(&#9;) "],
    ["as an address has it", "javascript:show%28%29"],
    ["with its answer thrown away", "javascript:void(show())"],
  ])("does what it says, %s", (_how, href) => {
    const { doc, notUnderstood } = behaviour(page(href, show));
    expect(notUnderstood).toEqual([]);
    expect(rows(doc)).toEqual({ "click a": { shown: "hidden / prevent", hidden: "/ prevent" } });
    expect(allParts(doc)[0].part.attributes?.href).toBe("#");
  });

  it.each(["javascript:void(0)", "javascript:;", "javascript:", "javascript: void 0;"])(
    "leads nowhere, and can have the focus: %s",
    (href) => {
      const { behaviour: found, remarks } = read(page(href));
      expect([found?.notUnderstood, remarks]).toEqual([[], []]);
      expect(rows(found!.doc)).toEqual({ "click a": { ready: "/ prevent" } });
      expect(allParts(found!.doc)[0].part.attributes?.href).toBe("#");
    },
  );

  it("does nothing where whoever hears of the click prevents it", () => {
    const { doc } = behaviour(page("javascript:show()", `${show} a.onclick = () => false;`));
    expect(rows(doc)).toEqual({ "click a": { ready: "/ prevent" } });
  });
});
