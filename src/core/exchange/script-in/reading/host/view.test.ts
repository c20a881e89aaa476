/** What scripts ask of the browser before they use it, and changes that it shows with a motion of its own. */
import { describe, expect, it } from "vitest";
import { behaviour, rows, script } from "../../../../testing/read";

const told = (text: string) => {
  const { doc, notUnderstood, unlike } = behaviour(script(text));
  expect(unlike).toEqual([]);
  return { rows: rows(doc), looks: doc.looks, remarks: notUnderstood.map((n) => n.text) };
};

describe("whether the browser has something", () => {
  it.each([
    ["'IntersectionObserver' in window", true],
    ["'matchMedia' in window", true],
    ["'ontouchstart' in window", false],
    ["'ontouchstart' in window || navigator.maxTouchPoints > 0", false],
    ["'startViewTransition' in document", true],
    ["'popover' in HTMLElement.prototype", true],
    ["'showModal' in document.createElement('dialog')", true],
    ["'inert' in p", true],
    ["window.matchMedia && 'open' in document.createElement('details')", true],
    ["'open' in p", false],
    ["'value' in b", true],
  ])("is answered: %s", (asked, is) => {
    const { rows, remarks } = told(`b.onclick = () => { if (${asked}) p.hidden = true; else p.title = "none"; };`);
    expect(remarks).toEqual([]);
    expect(Object.values(rows["click b"])[0].includes("hidden")).toBe(is);
  });
  it("is told where it is not known", () => {
    const { remarks } = told("b.onclick = () => { if ('anchorNames' in document) p.hidden = true; };");
    expect(remarks).toEqual(["'anchorNames' in document"]);
  });
});

describe("a view transition", () => {
  const otherwise = ["a view transition: here the page is otherwise at once"];
  it.each([
    ["by a function", "document.startViewTransition(() => { p.hidden = true; });"],
    ["by an option", "document.startViewTransition({ update() { p.hidden = true; }, types: ['back'] });"],
    [
      "in a method",
      "document.startViewTransition(async () => { await null; p.hidden = true; }).finished.then(() => {});",
    ],
  ])("changes the page at once %s, and says so", (_how, text) => {
    const { rows, remarks } = told(`b.onclick = () => { ${text} };`);
    expect(remarks).toEqual(otherwise);
    expect(rows["click b"]).toMatchObject({ shown: "hidden" });
  });
  it("has ended before what waits for it", () => {
    const { rows, looks } = told(
      "b.onclick = async () => { await document.startViewTransition(() => { p.hidden = true; }).finished; p.title = p.hidden ? 'after' : 'before'; };",
    );
    expect(Object.keys(rows)).toEqual(["click b"]);
    expect(JSON.stringify(looks)).toContain("after");
  });
});

describe("what an observer calls in view", () => {
  it.each([
    ["{ rootMargin: '-50% 0px' }", ["what is in view within “-50% 0px” (rootMargin): here by the edges of the window"]],
    ["{ rootMargin: '0px' }", []],
  ])("is told where its window is another: %s", (options, said) => {
    const { remarks } = told(
      `new IntersectionObserver(([entry]) => { b.hidden = entry.isIntersecting; }, ${options}).observe(p);`,
    );
    expect(remarks).toEqual(said);
  });
});

describe("where a part lies that an observer tells of", () => {
  const says = (condition: string): string =>
    `new IntersectionObserver(([entry]) => { b.hidden = ${condition}; }).observe(p);`;
  it("is above once it is out of view, and told", () => {
    const { rows, remarks } = told(says("!entry.isIntersecting && entry.boundingClientRect.top < 0"));
    expect(Object.keys(rows).sort()).toEqual(["in view p", "out of view p"]);
    expect(remarks).toEqual(["where a part is that is not in view: here it is above"]);
  });
  it("is not told where nobody asks", () => {
    expect(told(says("!entry.isIntersecting")).remarks).toEqual([]);
  });
});

describe("what the browser keeps beside the page", () => {
  it.each([
    ["document.cookie", ""],
    [
      "(document.cookie = 'seat=4; path=/', document.cookie = 'pet=dog; max-age=9', document.cookie)",
      "seat=4; pet=dog",
    ],
    ["(document.cookie = 'seat=4', document.cookie = 'seat=; max-age=0', document.cookie)", ""],
    ["(document.cookie = 'a=1', document.cookie = 'a=1; expires=Thu, 01 Jan 1970 00:00:00 GMT', document.cookie)", ""],
    ["(document.title = 'Two berths', document.title)", "Two berths"],
  ])("is kept: %s", (asked, said) => {
    const { looks, remarks } = told(`b.onclick = () => { p.title = "is " + ${asked}; };`);
    expect(remarks).toEqual([]);
    expect(JSON.stringify(looks)).toContain(`"is ${said}"`);
  });
});

describe("how long ago something was done", () => {
  const long = "what goes by how long ago something else was done: here that is always long ago";
  it.each([
    [
      "by throttling",
      "let last = 0; b.onclick = () => { const now = Date.now(); if (now - last < 300) return; last = now; p.hidden = !p.hidden; };",
    ],
    [
      "by an event's own time",
      "let until = -1; b.onclick = (e) => { if (e.timeStamp < until) return; until = e.timeStamp + 300; p.hidden = !p.hidden; };",
    ],
  ])("is long ago where nothing is under way, and that is told: %s", (_how, text) => {
    const { rows, remarks } = told(text);
    expect(rows["click b"]).toEqual({ shown: "hidden", hidden: "shown" });
    expect(remarks).toEqual([long]);
  });
  it("tells nothing where it makes no difference", () => {
    const { rows, remarks } = told("let last = 0; b.onclick = () => { last = Date.now(); p.hidden = !p.hidden; };");
    expect([rows["click b"], remarks]).toEqual([{ shown: "hidden", hidden: "shown" }, []]);
  });
  it("is as long as what is under way takes", () => {
    const { rows, remarks } = told(
      "b.onclick = () => { const end = Date.now() + 400; const id = setInterval(() => { if (Date.now() >= end) { clearInterval(id); p.hidden = true; } }, 200); b.disabled = true; };",
    );
    expect(remarks).toEqual([]);
    expect(Object.values(rows["timer timer"])).toHaveLength(2);
  });
});

describe("what fades", () => {
  it.each([
    ["opacity 1s, visibility 0s 1s", true],
    ["opacity 1s", false],
    ["all 1s", true],
    ["opacity 1s cubic-bezier(0, 0, 1, 1)", false],
  ])("can be had while it goes only where its visibility goes later: %s", (transition, can) => {
    const { doc } = behaviour(
      `<style>.m { visibility: hidden; transition: ${transition} } .m.on { visibility: visible }</style><button id="b">b</button><div id="m" class="m"><button id="in">in</button></div><script>
document.getElementById("in").onclick = () => { b.title = m.matches(".on") ? "had" : "late"; }; b.onclick = () => m.classList.toggle("on");</script>`,
    );
    expect(JSON.stringify(doc.looks).includes("late")).toBe(can);
  });
});

it("a field whose text is selected has the focus", () => {
  const { rows } = told("b.insertAdjacentHTML('afterend', '<input id=f value=x>'); b.onclick = () => f.select();");
  expect(rows["click b"]).toEqual({ ready: "/ focus input" });
});
