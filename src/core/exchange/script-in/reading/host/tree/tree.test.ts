/** Elements that scripts make: kept and put back, made anew in place of one another, with words beside them. */
import { describe, expect, it } from "vitest";
import { allParts } from "../../../../../model";
import { compile } from "../../../../../program";
import { factsOf } from "../../../../../surface";
import { runOf } from "../../../../../testing/acted";
import { behaviour, rows, script } from "../../../../../testing/read";

const read = (text: string) => {
  const { doc, notUnderstood, unlike } = behaviour(script(text));
  expect(unlike).toEqual([]);
  expect(compile(doc).problems).toEqual([]);
  return { doc, remarks: notUnderstood.map((n) => n.text) };
};
/** The text of a part after clicks; null where it is not there. */
const textAfter = ({ doc }: ReturnType<typeof read>, part: string, ...clicks: string[]): string | null => {
  const { program, run, at } = runOf(doc, ...clicks.map((click) => ({ click })));
  const { present, text } = factsOf(program, run, at(part));
  return present ? text : null;
};

const make = "const el = document.createElement('div'); el.textContent = 'Inside';";

describe("an element that a script makes", () => {
  it("is as it was when it is put back", () => {
    const found = read(`let el_; function make() { ${make} el.onclick = () => { p.textContent = 'hit'; }; return el; }
b.onclick = () => { el_ ??= make(); if (el_.isConnected) el_.remove(); else document.body.append(el_); };`);
    expect(found.remarks).toEqual([]);
    expect(textAfter(found, "el", "b")).toBe("Inside");
    expect(textAfter(found, "el", "b", "b")).toBeNull();
    expect(textAfter(found, "el", "b", "b", "b")).toBe("Inside");
    expect(textAfter(found, "p", "b", "b", "b", "el")).toBe("hit");
  });
  it("is blank where it is made anew", () => {
    const found = read(`let n = 0; b.onclick = () => { document.querySelector('.k')?.remove();
const el = document.createElement('div'); el.className = 'k'; if (n++ === 0) el.title = 'first'; else n = 1; p.before(el); };`);
    const { looks } = found.doc;
    expect(JSON.stringify(looks)).toContain("first");
    expect(allParts(found.doc).filter(({ part }) => part.attributes?.class === "k")).toHaveLength(1);
  });
  it("is one part where each takes the place of the one before", () => {
    const { doc, remarks } =
      read(`const say = (text) => { const el = document.createElement('div'); el.textContent = text;
const x = document.createElement('button'); x.textContent = 'Dismiss'; x.onclick = () => el.remove(); el.append(x); p.replaceChildren(el); };
let n = false; b.onclick = () => { n = !n; say(n ? 'Saved. ' : 'Copied. '); };`);
    expect(remarks).toEqual([]);
    expect(allParts(doc).map(({ part }) => part.name)).toEqual(["b", "p", "el", "x"]);
    const found = { doc, remarks };
    expect(textAfter(found, "el", "b")).toBe("Saved. Dismiss");
    expect(textAfter(found, "el", "b", "x")).toBeNull();
    expect(textAfter(found, "el", "b", "b")).toBe("Copied. Dismiss");
    expect(Object.keys(rows(doc)).sort()).toEqual(["click b", "click x"]);
  });
  it("goes with the text that is said in its place", () => {
    const found =
      read(`b.onclick = () => { const el = document.createElement('i'); el.textContent = 'i'; p.textContent = 'Now: '; p.append(el); };
p.onclick = () => { p.textContent = 'gone'; };`);
    expect(textAfter(found, "p")).toBe("p");
    expect(textAfter(found, "p", "b")).toBe("Now: i");
    expect(textAfter(found, "p", "b", "p")).toBe("gone");
    expect(textAfter(found, "el", "b", "p")).toBeNull();
  });
});
