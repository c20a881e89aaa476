/** Elements that scripts make: kept and put back, made anew in place of one another, with words beside them. */
import { describe, expect, it } from "vitest";
import { allParts, type Part } from "../../../../../model";
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
  it("is one part, though what stood beside it is gone", () => {
    const { doc } = read(`let n = 0; b.onclick = () => { if (n++) return; p.remove();
const el = document.createElement('div'); el.textContent = 'In its place'; document.body.prepend(el); };`);
    expect(
      allParts(doc)
        .map(({ part }) => part.name)
        .sort(),
    ).toEqual(["b", "el", "p"]);
  });
});

describe("words of the markup", () => {
  const turns = "b.onclick = () => { n = (n + 1) % 3; if (n === 1) { BUSY } else if (n === 2) { DONE } }";
  const said = (busyWith: string, doneWith: string): (string | null)[] => {
    const found = read(
      `let n = 0; const was = b.innerHTML; ${turns.replace("BUSY", busyWith).replace("DONE", doneWith)}`,
    );
    expect(found.remarks).toEqual([]);
    return ["", "b", "b b"].map((clicks) => textAfter(found, "b", ...clicks.split(" ").filter(Boolean)));
  };
  it("go where an element takes their place", () => {
    const spin = "const s = document.createElement('i'); s.textContent = '…'; b.replaceChildren(s)";
    expect(said(`{ ${spin} }`, "b.textContent = 'saved'")).toEqual(["b", "…", "saved"]);
    expect(said("b.innerHTML = '<i>…</i>'", "b.innerHTML = was")).toEqual(["b", "…", "b"]);
  });
  it("give way to others before and behind elements", () => {
    expect(said("b.innerHTML = '<i>…</i> saving'", "b.innerHTML = was")).toEqual(["b", "… saving", "b"]);
    expect(said("b.innerHTML = 'saving <i>…</i>'", "b.append(' still')")).toEqual(["b", "saving …", "saving … still"]);
  });
});

describe("what the markup has inside", () => {
  const page = (text: string): string =>
    `<button id="b"><i id="i">x</i> Menu</button><div id="w"><div><p id="p">p</p></div></div><script>${text}</script>`;
  const told = (text: string, part: string, ...clicks: string[]): string | null => {
    const { doc, notUnderstood, unlike } = behaviour(page(text));
    expect([...unlike, ...notUnderstood]).toEqual([]);
    return textAfter({ doc, remarks: [] }, part, ...clicks);
  };
  it("does not come back with what takes the place of a text", () => {
    const text = "b.onclick = () => { w.textContent = ''; w.append(document.createElement('b')); };";
    expect(told(text, "p", "b")).toBeNull();
  });
  it("is there again where it is put back as markup", () => {
    const text = "let n = 0; const was = b.innerHTML; b.onclick = () => { b.innerHTML = n++ % 2 ? was : 'Wait'; };";
    expect(["", "b", "b b"].map((c) => told(text, "i", ...c.split(" ").filter(Boolean)))).toEqual(["x", null, "x"]);
  });
  it("has its own words behind what is in it", () => {
    const text = "let o = false; b.onclick = () => { o = !o; b.lastChild.nodeValue = o ? ' Close' : ' Menu'; };";
    expect(["", "b", "b b"].map((c) => told(text, "b", ...c.split(" ").filter(Boolean)))).toEqual([
      "x Menu",
      "x Close",
      "x Menu",
    ]);
  });
  it("has what is said of it once and for all, however deep it lies", () => {
    const { doc } = behaviour(page("p.title = 'Said'; let o = false; b.onclick = () => { o = !o; w.hidden = o; };"));
    expect(allParts(doc).find(({ part }) => part.name === "p")!.part.attributes?.title).toBe("Said");
  });
});

describe("lists that go along with the page", () => {
  it("have what is there now", () => {
    const found = read(`const all = document.getElementsByTagName('i'), el = document.createElement('i');
b.onclick = () => { if (el.isConnected) el.remove(); else document.body.append(el); p.textContent = all.length; };`);
    expect([1, 2].map((n) => textAfter(found, "p", ...Array(n).fill("b")))).toEqual(["1", "0"]);
  });
});

describe("what is moved as the page is loaded", () => {
  const page = (text: string): string =>
    `<main id="m"><h2 id="h">Fares <b id="f">soon</b></h2><p id="one">One</p><p id="two">Two</p></main><table id="t"><tbody><tr id="r"><td>Holm</td></tr><tr><td>Vardey</td></tr></tbody></table><button id="b">b</button><script>
${text} b.onclick = () => { document.body.classList.toggle("x"); };</script>`;
  const names = (part: Part): string => {
    const inside = (part.content ?? []).map((c) => (typeof c === "string" ? JSON.stringify(c) : names(c)));
    return `${part.name}(${inside.join(" ")})`;
  };
  const lies = (text: string): string => {
    const { doc, notUnderstood } = behaviour(page(text));
    expect(notUnderstood).toEqual([]);
    return doc.parts.slice(0, -1).map(names).join(" ");
  };
  it.each([
    ["m.append(h);", 'm(one("One") two("Two") h("Fares " f("soon")))'],
    ["document.body.prepend(two);", 'two("Two") m(h("Fares " f("soon")) one("One"))'],
    [
      "const w = document.createElement('div'); h.after(w); w.append(one, two);",
      'm(h("Fares " f("soon")) w(one("One") two("Two")))',
    ],
    [
      "const w = document.createElement('i'); while (h.firstChild) w.append(h.firstChild); h.append(w);",
      'm(h(w("Fares " f("soon"))) one("One") two("Two"))',
    ],
    ["h.replaceWith(...h.childNodes);", 'm("Fares " f("soon") h() one("One") two("Two"))'],
    ["m.append(two);", 'm(h("Fares " f("soon")) one("One") two("Two"))'],
  ])("lies there from then on: %s", (text, said) => {
    expect(lies(text)).toContain(said);
  });
  it("is told where a click moves it", () => {
    const { notUnderstood } = behaviour(page("h.onclick = () => m.append(h);"));
    expect(notUnderstood.map((n) => n.text)).toEqual(["m.append(h)"]);
  });
  it("has its rows and cells", () => {
    const found = behaviour(
      page(
        "h.onclick = () => { one.textContent = [t.rows.length, t.tBodies[0].rows[1].cells[0].textContent, r.rowIndex, t.tHead].join(); };",
      ),
    );
    expect(JSON.stringify(found.doc.looks)).toContain('"2,Vardey,0,"');
  });
});
