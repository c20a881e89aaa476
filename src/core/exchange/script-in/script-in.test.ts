/** Scripts read as text: what everyday ones make of a page, and that no script gets anything done here. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { printLook } from "../../expression";
import { proveNow } from "../../proof";
import { facts } from "../../testing/acted";
import { atMost, oneIn } from "../../testing/depth";
import { everyday } from "../../testing/everyday";
import { behaviour, button, leaves, read, rows, script } from "../../testing/read";
import { remarks, strangers } from "../../testing/strangers";

describe("everyday pages", () => {
  it.each(oneIn(8, Object.entries(everyday)))(
    "%s: is understood, can be proved, and says what its script does",
    (name, html) => {
      const found = behaviour(html);
      expect(found.notUnderstood.map((n) => n.text)).toEqual(remarks[name] ?? []);
      expect(found.unlike).toEqual([]);
      expect(leaves(found.doc).length).toBeGreaterThan(1);
      expect(proveNow(found.doc).problems).toEqual([]);
    },
  );

  it.each(oneIn(24, Object.entries(strangers)))("%s: is understood and can be proved", (name, html) => {
    const found = behaviour(html);
    expect(found.notUnderstood.map((n) => n.text)).toEqual(remarks[name] ?? []);
    expect(found.unlike).toEqual([]);
    expect(found.doc.reactions.length).toBeGreaterThan(0);
    // What several components can be in together is more than need be gone through to see that it can be.
    expect(proveNow(found.doc, { situations: 2000 }).problems).toEqual([]);
  });

  it("are asked for every key that they name: in a table, too, and by number", () => {
    expect(Object.keys(rows(behaviour(strangers["a lightbox"]).doc))).toContain("release ArrowLeft");
    const numbered = "document.onkeydown = (e) => { if (e.keyCode === 27) p.hidden = true; }";
    expect(Object.keys(rows(behaviour(script(numbered)).doc))).toEqual(["press Escape"]);
  });

  it("say what closes a dialog as a person would", () => {
    const { doc } = behaviour(everyday["a dialog by a class"]);
    expect(leaves(doc)).toEqual(["closed", "open"]);
    expect(rows(doc)).toEqual({
      "click change": { closed: "open", open: "ignored" },
      "click exactly backdrop": { closed: "ignored", open: "closed" },
      "click keep": { closed: "ignored", open: "closed" },
      "click later": { closed: "ignored", open: "closed" },
      "press Escape": { closed: "ignored", open: "closed" },
    });
    expect(doc.looks.find((l) => l.part === "backdrop")!.in.open).toEqual({ classes: { open: true } });
  });

  it("become regions where things change by themselves, and states where one goes at a time", () => {
    const accordion = behaviour(everyday["an accordion of three"]).doc;
    expect(accordion.states).toHaveLength(1);
    expect(accordion.states[0]).toMatchObject({ kind: "parallel" });
    expect(accordion.states[0].states).toHaveLength(3);
    expect(leaves(behaviour(everyday["tabs, one at a time"]).doc)).toEqual(["Outbound", "Return", "Stay"]);
  });

  it("begin as what is in view makes them", () => {
    const spy =
      "new IntersectionObserver((all) => all.forEach((e) => { if (e.isIntersecting) h.textContent = e.target.id; }))";
    const { doc, unlike } = behaviour(
      `<h1 id="h">top</h1><p id="a">a</p><p id="c">c</p><script>const o = ${spy}; o.observe(a); o.observe(c);</script>`,
    );
    expect(unlike).toEqual([]);
    expect(leaves(doc)).toEqual(["first", "a", "c"]);
  });

  it("say once what is so in every state, and say the rest where it takes fewest words", () => {
    const two = "b.onclick = () => b.classList.toggle('on'); p.onclick = () => p.classList.toggle('on');";
    const held = "document.onkeydown = (e) => { if (e.key === 's') e.preventDefault(); };";
    expect(rows(behaviour(script(two + held)).doc)["press s"]).toEqual({ always: "/ prevent" });
    const said = rows(behaviour(strangers["decks by their first letter"]).doc);
    expect(said["press ArrowDown in Car-deck"]).toEqual({ "Deck-open": "/ focus Sun-deck, prevent" });
    expect(said["click Car-deck"]).toEqual({
      "Deck-open": "Deck-closed / focus Deck, prevent",
      "where-first": "where-Car-deck",
      "where-Sun-deck": "where-Car-deck",
      "where-Bridge": "where-Car-deck",
    });
  });

  it("keep their timers, their focus and what stops a click", () => {
    expect(rows(behaviour(everyday["a notice that goes by itself"]).doc)).toMatchObject({
      "click save": { off: "on / start timer after 2000ms", on: "/ cancel timer, start timer after 2000ms" },
      "timer timer": { on: "off" },
    });
    expect(rows(behaviour(everyday["a menu that closes outside"]).doc)).toEqual({
      "click decks": { hidden: "shown / stop", shown: "hidden / stop" },
      "click outside menu": { hidden: "ignored", shown: "hidden" },
      "press Escape": { hidden: "/ focus decks", shown: "hidden / focus decks" },
    });
  });
});

describe("a page without a script", () => {
  const style = "<style>.drawer { display: none } .drawer.open { display: block } .note.loud { color: red }</style>";
  it("has controls that say what they are for, and rules that wait", () => {
    const html = `${style}\n<button id="b" aria-controls="d" aria-expanded="false">Menu</button>\n<nav id="d" class="drawer">…</nav>\n<p class="note">x</p>`;
    const { doc, proposals } = behaviour(html);
    expect(proposals).toEqual([{ line: 2, text: "click on b" }]);
    expect(rows(doc)).toEqual({ "click b": { closed: "open", open: "closed" } });
    expect(printLook(doc.looks.find((l) => l.part === "d")!.in.open)).toBe(".open");
    expect(printLook(doc.looks.find((l) => l.part === "b")!.in.open)).toBe('aria-expanded="true"');
    expect(read(html).remarks.map((r) => r.text)).toEqual([
      ".note.loud waits for .loud, and nothing brings it: say .loud of note in a state",
    ]);
  });

  it("shows what is hidden by the control that names it", () => {
    const { doc } = behaviour('<button data-target="#more">More</button><div id="more" hidden>text</div>');
    expect(rows(doc)).toEqual({ "click More": { hidden: "shown", shown: "hidden" } });
  });
});

describe("what is taken and left", () => {
  const html = `${button}\n<script>\nb.onclick = () => p.classList.toggle('on');\nb.addEventListener('mouseenter', () => { p.hidden = true; });\n</script>`;
  it("is chosen by its line", () => {
    const all = behaviour(html);
    expect(all.proposals.map((p) => [p.line, p.text])).toEqual([
      [3, "click on b"],
      [4, "mouseenter on b"],
    ]);
    expect(Object.keys(rows(all.doc))).toEqual(["click b", "pointer enters b"]);
    const some = behaviour(html, [4]);
    expect(Object.keys(rows(some.doc))).toEqual(["click b"]);
    expect(some.proposals).toHaveLength(2);
    expect(behaviour(html, [3, 4]).doc.reactions).toEqual([]);
  });

  it("does not see in markup what only stands behind a dot there", () => {
    const { notUnderstood, doc } = behaviour(
      '<button id="a" onclick="remove()">a</button><button id="b" onclick="this.remove()">b</button>',
    );
    expect(notUnderstood).toMatchObject([{ text: "remove" }]);
    expect(Object.keys(rows(doc))).toEqual(["click b"]);
  });

  it("says where a click on the backdrop of a modal dialog is not heard", () => {
    const dialog = (opens: string): string =>
      `<button id="b">Open</button><dialog id="d"><button id="no">No</button></dialog>\n<script>\nb.onclick = () => d.${opens}();\nno.onclick = () => d.close();\nd.onclick = (e) => { if (e.target === d) d.close(); };\n</script>`;
    expect(behaviour(dialog("showModal")).notUnderstood).toMatchObject([{ line: 5, otherwise: true }]);
    expect(behaviour(dialog("show")).notUnderstood).toEqual([]);
  });

  it("names the lines that were not understood, and takes the rest", () => {
    const found = behaviour(
      `${button}\n<script>\nconst seen = new Worker('/w.js');\nb.onclick = () => {\n  new Audio('/bell').play();\n  p.classList.add('on');\n};\naddEventListener('wheel', () => {});\n</script>`,
    );
    expect(found.notUnderstood.map((n) => n.line)).toEqual([3, 5, 8]);
    expect(found.notUnderstood[1].text).toContain("Audio");
    expect(printLook(found.doc.looks.find((l) => l.part === "p")!.in[leaves(found.doc)[1]])).toBe(".on");
  });

  it("is read of attributes as well, and of details without any script", () => {
    expect(rows(behaviour('<button id="b" onclick="this.disabled = true">b</button>').doc)).toHaveProperty("click b");
    expect(read("<p>no script</p>").behaviour).toBeNull();
    expect(leaves(behaviour("<details><summary>s</summary><p>p</p></details>").doc)).toEqual(["closed", "open"]);
  });
});

it("one script that cannot be read leaves the others as they are", () => {
  const found = behaviour(
    `${button}\n<script>this is no script</script>\n<script>b.onclick = () => p.classList.toggle("on");</script>`,
  );
  expect(found.notUnderstood.map((n) => n.line)).toEqual([2]);
  expect(Object.keys(rows(found.doc))).toEqual(["click b"]);
});

describe("a script that means no good", () => {
  it("gets nothing done and comes to an end", () => {
    const global = globalThis as Record<string, unknown>;
    for (const text of [
      "globalThis.reached = 1; window.reached = 1; reached = 1",
      "b.constructor.constructor('globalThis.reached = 1')()",
      "[].constructor.prototype.reached = 1; ({}).__proto__.reached = 1",
      "for (;;) {}",
      "while (true) p.classList.toggle('a')",
      "const f = () => f(); f()",
      "b.onclick = function f() { b.click(); }",
      "b.onclick = () => { for (;;) p.textContent += 'x'; }",
      "setTimeout(function again() { setTimeout(again, 0) }, 0)",
      "let n = 0; b.onclick = () => { p.textContent = ++n; }",
      "eval('globalThis.reached = 1'); new Function('globalThis.reached = 1')()",
      "import('/elsewhere.js'); fetch('/elsewhere')",
      "b.innerHTML = '<img src=x onerror=alert(1)>'",
      "p.style.cssText = 'x'; p.setAttribute('onclick', 'alert(1)'); p.setAttribute('style', 'x')",
      "'x'.repeat(1e9).replace(/(x+)+y/, '')",
      "var a = 'x'; for (let i = 0; i < 60; i++) a += a; p.textContent = a",
      "} this is no script {",
      "requestAnimationFrame(function f() { requestAnimationFrame(f) })",
      "b.onclick = function f() { fetch('/x').then(() => f()) }",
      "async function f() { await f(); } b.onclick = f",
      "async function g() { for (;;) await fetch('/x'); } b.onclick = g",
      "new IntersectionObserver(() => { for (;;); }).observe(b); addEventListener('scroll', () => { while (scrollY > -1); })",
      "b.onclick = () => { throw b; }; p.onclick = () => { try { throw new Error('x'); } finally { for (;;); } }",
      `p.textContent = ${"(".repeat(4000)}1${")".repeat(4000)}`,
      `p.textContent = ${Array.from({ length: 6000 }, () => "1").join("+")}`,
      "let q = b; for (let i = 0; i < 4000; i++) q = new Proxy(q, {}); b.onclick = () => { q.hidden = true; }",
      "const l = []; b.onclick = () => { for (let i = 0; i < 500; i++) l.push({ l }); }",
      "class A extends A {} new A()",
      "customElements.define('p', class extends HTMLElement { connectedCallback() { this.remove(); this.append(this); } })",
      "const e = new EventTarget(); e.addEventListener('x', () => e.dispatchEvent(new Event('x'))); b.onclick = () => e.dispatchEvent(new Event('x'))",
      "b.onclick = () => document.body.append(document.createElement('script'), document.createElement('i'))",
      "p.innerHTML = '<b onclick=alert(1)>x</b><script>alert(1)</' + 'script>'",
      "'aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa!'.match(/(a+)+$/)",
      "async function h() { while (true) await null; } b.onclick = h",
      "let n = 0; setInterval(() => { n += 0.1; p.textContent = n; b.style.width = n + 'px'; }, 0)",
    ]) {
      const found = read(script(text));
      expect(global.reached, text).toBeUndefined();
      expect(({} as Record<string, unknown>).reached).toBeUndefined();
      if (found.behaviour) expect(JSON.stringify(found.behaviour.doc).length, text).toBeLessThan(400_000);
    }
    // What grows in a way that no line tells, without an end.
    const grown = behaviour(script("let n = 1; b.onclick = () => { n = n * 3 + 1; p.textContent = n; }"));
    expect(grown.notUnderstood.at(-1)!.text).toContain("more ways by its script");
  });

  it.each(
    oneIn(4, [
      ["let s = []", "s.push(s.length)"],
      ["let s = new Set()", "s.add(s.size + 'k')"],
      ["let s = new Map()", "s.set(s.size, { n: 1 })"],
      ["let s = {}", "s['k' + Object.keys(s).length] = true"],
      ["let s = []", "s = [...s, { at: 1 }]"],
    ]),
  )("is read as far as a little of it tells where it keeps ever more: %s; %s", (begins, grows) => {
    const often = "(s.length ?? s.size ?? Object.keys(s).length) > 2";
    const { doc, notUnderstood } = behaviour(
      script(
        `${begins}; p.onclick = () => p.classList.toggle("on"); b.onclick = () => { ${grows}; b.textContent = ${often} ? "often" : "once"; };`,
      ),
    );
    expect(notUnderstood.map((n) => n.text)).toEqual(["“s” grows and grows: the sheet has 2 of it"]);
    expect([2, 3].map((n) => facts(doc, "b", ...Array.from({ length: n }, () => ({ click: "b" }))).text)).toEqual([
      "once",
      "often",
    ]);
  });
  it("is refused where a text grows and grows", () => {
    const { notUnderstood } = behaviour(
      script("let s = ''; b.onclick = () => { s += 'x'; p.textContent = s.length > 2 ? 'often' : 'once'; };"),
    );
    expect(notUnderstood.at(-1)?.text).toContain("more ways by its script than are gone through");
  });

  it("never stops the reading, whatever it is made of", () => {
    const piece = fc.constantFrom(
      "b.onclick = () => p.classList.toggle('on');",
      "document.addEventListener('keydown', e => { if (e.key === 'Escape') p.hidden = !p.hidden; });",
      "let x = document.querySelector('",
      "for (const e of document.querySelectorAll('*')) { e.hidden = ",
      "}",
      ");",
      "p.dataset.a = b.dataset.b ?? 'c';",
      "const { a, ...rest } = p;",
      "switch (p.id) { case 'p': b.focus(); break; default: p.remove(); }",
      "setInterval(() => p.classList.toggle('tick'), 100);",
      "class A { constructor() { this.p = p; } }",
      "async function f() { await f(); } f();",
      "b.onclick = null;",
      "p.querySelector(':::').hidden = true;",
      "let [q, ...r] = [...document.body.children];",
      "this.hidden = true;",
      "null.hidden;",
      "label: for (;;) break label;",
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 6 }), (pieces) => {
        const found = read(script(pieces.join("\n")));
        if (found.behaviour) expect(proveNow(found.behaviour.doc).problems).toEqual([]);
      }),
      { numRuns: atMost(30, 150) },
    );
  });
});

describe("numbers that count", () => {
  it("become a datum, texts with it, and conditions at their ends", () => {
    const { doc } = behaviour(everyday["a countdown"]);
    expect(doc.data).toEqual([{ name: "n", type: "integer", initial: 10, min: 0, max: 10 }]);
    expect(leaves(doc)).toEqual(["hidden", "shown"]);
    expect(rows(doc)["timer timer"]).toEqual({
      hidden: "[n <= 1] shown / n = n - 1; [n >= 2] / n = n - 1, start timer after 1000ms",
    });
    expect(printLook(doc.looks.find((l) => l.part === "n")!.in.always)).toBe('"${n}"');
  });

  it("are told whatever they begin with, end at and are said by", () => {
    const page = fc.record({
      from: fc.integer({ min: -5, max: 40 }),
      by: fc.integer({ min: 1, max: 7 }),
      times: fc.integer({ min: 5, max: 14 }),
      down: fc.boolean(),
      before: fc.constantFrom("", "only ", "${", "step "),
      after: fc.constantFrom("", " s", "%", " of many"),
      factor: fc.constantFrom(1, 2, 10),
    });
    fc.assert(
      fc.property(page, ({ from, by, times, down, before, after, factor }) => {
        const end = down ? from - by * times : from + by * times;
        const said = `${JSON.stringify(before)} + n * ${factor} + ${JSON.stringify(after)}`;
        const found = behaviour(
          script(`let n = ${from}; let t;
function show() { p.textContent = ${said}; }
b.onclick = () => { n = ${from}; show(); clearInterval(t); t = setInterval(() => {
  n ${down ? "-" : "+"}= ${by}; show();
  if (n ${down ? "<=" : ">="} ${end}) { clearInterval(t); p.classList.add('over'); }
}, 100); };`),
        );
        expect(found.notUnderstood).toEqual([]);
        expect(found.unlike).toEqual([]);
        // Texts with a sign before the number go by no line that is told; all others do.
        if (Math.min(from, end) < 0) return;
        expect(found.doc.data).toHaveLength(1);
        expect(leaves(found.doc).length).toBeLessThanOrEqual(6);
      }),
      { numRuns: atMost(8, 25) },
    );
  });

  it.each([
    ["tenths", "p.textContent = (n / 10).toFixed(1) + ' s';", "${Math.floor(n / 10)}.${n % 10} s"],
    ["thousandths", "p.textContent = (n * 100 / 1000).toFixed(1);", "${Math.floor(n / 10)}.${n % 10}"],
  ])("are told by %s that are always there", (_what, says, text) => {
    const { doc, unlike } = behaviour(script(`let n = 0; b.onclick = () => { n = Math.min(25, n + 1); ${says} };`));
    expect(unlike).toEqual([]);
    expect(JSON.stringify(doc.looks)).toContain(JSON.stringify(text));
  });

  it("count beside something that they go by, and say what of it they do not", () => {
    const { doc, unlike } = behaviour(
      `<button id="more" type="button">More</button><p id="n">1</p>${script(`let n = 1, all = 0;
more.onclick = () => { n = n % 3 + 1; document.getElementById("n").textContent = n; };
b.onclick = () => { all += n; p.textContent = all > 9 ? "many" : all; };`)}`,
    );
    expect(unlike).toEqual([]);
    expect(doc.data).toEqual([{ name: "all", type: "integer", initial: 0, min: 0, max: 999 }]);
    for (const clicks of [
      [],
      ["b"],
      ["more", "b"],
      ["more", "more", "b", "b"],
      ["more", "b", "b", "b", "b", "more", "b"],
    ]) {
      const n = clicks.reduce(([m, sum], c) => (c === "b" ? [m, sum + m] : [(m % 3) + 1, sum]), [1, 0])[1];
      const { text } = facts(doc, "p", ...clicks.map((click) => ({ click })));
      expect(text).toBe(clicks.includes("b") ? (n > 9 ? "many" : String(n)) : "p");
    }
  });
});
