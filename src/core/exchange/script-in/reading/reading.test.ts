/** What older and newer pages say, read as browsers do it. */
import { describe, expect, it } from "vitest";
import { printEvent, printLook } from "../../../expression";
import { behaviour, button, leaves, read, rows, script } from "../../../testing/read";

describe("what a script says once and for all, as the page is loaded", () => {
  const toggling = "b.onclick = () => { b.disabled = true; };";
  it.each([
    ["p.title = '1/2'", { attributes: { id: "p", title: "1/2" } }],
    ["p.setAttribute('role', 'status'); p.removeAttribute('id')", { attributes: { role: "status" } }],
    ["p.hidden = true", { attributes: { id: "p", hidden: "" } }],
    ["p.classList.add('ready')", { attributes: { id: "p", class: "ready" } }],
    ["p.style.color = 'teal'", { css: { color: "teal" } }],
    ["p.textContent = 'now ${b}'", { content: ["now \\${b}"] }],
    ["document.body.classList.add('js'); p.tabIndex = -1", { attributes: { id: "p", tabindex: "-1" } }],
  ])("is said by the markup: %s", (text, is) => {
    const { doc, notUnderstood } = behaviour(script(`${text}; ${toggling}`));
    expect(notUnderstood).toEqual([]);
    expect(doc.parts.find((part) => part.name === "p")).toMatchObject(is);
    expect(Object.keys(doc.parts.find((part) => part.name === "p")!.attributes ?? {})).not.toContain("onclick");
    expect(doc.looks.find((l) => l.part === "p")?.in ?? {}).toEqual({});
  });
  it("is a look where it takes something away, or stands in place of parts", () => {
    const { doc } = behaviour(
      `<button id="b">b</button><div id="box"><i id="i">in</i></div><p id="p">p</p><script>p.remove(); box.textContent = 'none'; ${toggling}</script>`,
    );
    const always = (part: string) => doc.looks.find((l) => l.part === part)?.in.always;
    expect(always("p")).toEqual({ as: "absent" });
    expect(always("box")).toEqual({ text: "none" });
  });
});

describe("what is done in several places", () => {
  it("is a part at each place at which the script puts it", () => {
    const { doc } = behaviour(
      `<p id="row"><button id="b" type="button">b</button><button id="c" type="button">c</button></p><script>
        for (const x of [b, c]) {
          let note = null;
          x.onclick = () => {
            if (note) { note.remove(); note = null; return; }
            note = document.createElement('em'); note.textContent = x.id + '!'; x.after(note);
          };
        }</script>`,
    );
    const row = doc.parts[0].content!.map((c) => (typeof c === "string" ? c : [c.tag, c.content?.[0]]));
    expect(row).toEqual([
      ["button", "b"],
      ["em", "b!"],
      ["button", "c"],
      ["em", "c!"],
    ]);
    expect(Object.keys(rows(doc))).toEqual(["click b", "click c"]);
  });

  it.each([
    ["forEach", "[].forEach.call(all, function (x) { x.onclick = function () { said(x.id) } })"],
    ["apply", "Array.prototype.forEach.apply(all, [function (x) { x.onclick = function () { said(x.id) } }])"],
    ["slice", "Array.prototype.slice.call(all).map(function (x) { x.onclick = function () { said(x.id) } })"],
    ["NodeList", "NodeList.prototype.forEach.call(all, function (x) { x.onclick = function () { said(x.id) } })"],
    ["own", "for (var k in { b: 1, c: 2 }) if (Object.prototype.hasOwnProperty.call({ b: 1, c: 2 }, k)) on(k)"],
    ["bind", "var each = [].forEach.bind(all); each(function (x) { x.onclick = function () { said(x.id) } })"],
  ])("asks the method of one value of another: %s", (_name, text) => {
    const { doc, notUnderstood } = behaviour(
      `<button id="b">b</button><button id="c">c</button><p id="p">p</p><script>
        var all = document.querySelectorAll('button');
        function said(w) { p.textContent = w }
        function on(k) { document.getElementById(k).onclick = function () { said(k) } }
        ${text}</script>`,
    );
    expect(notUnderstood).toEqual([]);
    expect(Object.keys(rows(doc))).toEqual(["click b", "click c"]);
  });

  it("takes classes as one text for those that come and go", () => {
    const { doc, notUnderstood } = behaviour(
      `<p id="p" class="note calm">p</p><button id="b">b</button><script>
        b.onclick = function () { p.className = p.className.indexOf('loud') < 0 ? p.className.replace('calm', 'loud') : 'note calm'; };</script>`,
    );
    expect(notUnderstood).toEqual([]);
    const said = Object.values(doc.looks.find((l) => l.part === "p")!.in).map(printLook);
    expect(said).toEqual([".loud; no .calm"]);
    expect(leaves(doc)).toHaveLength(2);
  });

  it("finds what a script holds as data, and one part where a list is made anew", () => {
    const { doc, notUnderstood } = behaviour(
      `<script type="application/json" id="data">["Arle", "Benn"]</script><ul id="l"></ul><button id="b">b</button><script>
        const names = JSON.parse(document.getElementById('data').textContent);
        let n = 1;
        const draw = () => l.replaceChildren(...names.slice(0, n).map((name) => {
          const li = document.createElement('li'); li.textContent = name; return li;
        }));
        b.onclick = () => { n = 3 - n; draw(); };
        draw();</script>`,
    );
    expect(notUnderstood).toEqual([]);
    expect(doc.parts[0].content!.map((c) => (typeof c === "string" ? c : c.content))).toEqual([["Arle"], ["Benn"]]);
    expect(leaves(doc)).toHaveLength(2);
  });

  it("says of a key what each does that can have the focus then", () => {
    const { doc } = behaviour(
      `<p><button id="a" type="button">a</button><button id="b" type="button" hidden>b</button></p><script>
        const swap = (on) => { a.hidden = on; b.hidden = !on; };
        a.onkeydown = (e) => { if (e.key === 'Delete') swap(true); };
        b.onkeydown = (e) => { if (e.key === 'Delete') swap(false); };</script>`,
    );
    const [[event, row]] = Object.entries(rows(doc));
    expect(event).toMatch(/^press Delete/);
    const [one, two] = leaves(doc);
    expect(row).toEqual({ [one]: two, [two]: one });
  });

  it.each([
    ["all", "Promise.all([fetch('/x'), fetch('/y')]).then(() => { p.textContent = 'both' }, () => {})", "both"],
    ["any", "Promise.any([fetch('/x'), fetch('/y')]).then(() => { p.textContent = 'one' }, () => {})", "one"],
    ["settled", "Promise.allSettled([fetch('/x'), fetch('/y')]).then(() => { p.textContent = 'over' })", "over"],
  ])("waits for the answers of %s", (_name, text, word) => {
    const { doc } = behaviour(script(`b.onclick = () => { b.disabled = true; ${text} }`));
    const says = (state: string): unknown => doc.looks.find((l) => l.part === "p")!.in[state]?.text;
    const of = rows(doc);
    const [sent] = Object.values(of["click b"])[0].split(" /");
    const then = (state: string, event: string): string => of[event]?.[state] ?? state;
    const first = then(sent, "request ok x");
    expect(says(first)).toBe(word === "one" ? word : undefined);
    expect(says(then(first, "request ok y"))).toBe(word);
    // They come in any order.
    expect(says(then(then(sent, "request ok y"), "request ok x"))).toBe(word);
  });

  it("takes any of several only for broken once all are", () => {
    const { doc } = behaviour(
      script(`b.onclick = () => { b.disabled = true;
        Promise.any([fetch('/x'), fetch('/y')]).then(() => { p.textContent = 'one' }, () => { p.textContent = 'none' }) }`),
    );
    const says = (state: string): unknown => doc.looks.find((l) => l.part === "p")!.in[state]?.text;
    const of = rows(doc);
    const then = (state: string, event: string): string => of[event]?.[state] ?? state;
    const [sent] = Object.values(of["click b"])[0].split(" /");
    const failed = then(sent, "request failed x");
    expect(says(failed)).toBeUndefined();
    expect(says(then(failed, "request ok y"))).toBe("one");
    expect(says(then(failed, "request failed y"))).toBe("none");
  });

  const awaited = "const clicked = (e) => new Promise((r) => e.addEventListener('click', r, { once: true }));";
  it.each([
    ["by what settles them", `${awaited} (async () => { for (;;) { await clicked(b); p.hidden = !p.hidden; } })();`],
    [
      "by a function that does",
      `const ask = () => new Promise((r) => { b.onclick = () => r(); });
       (async () => { for (;;) { await ask(); p.hidden = !p.hidden; } })();`,
    ],
    [
      "of which one is there first",
      `${awaited} const wait = (ms) => new Promise((r) => setTimeout(r, ms));
       (async () => { for (;;) { p.hidden = true; await clicked(b); p.hidden = false; await Promise.race([wait(900), clicked(b)]); } })();`,
    ],
  ])("goes round with promises that are waited for again and again, %s", (_name, text) => {
    const { doc, notUnderstood } = behaviour(script(text));
    expect(notUnderstood).toEqual([]);
    const [one, two] = leaves(doc);
    expect(leaves(doc)).toHaveLength(2);
    expect(Object.keys(rows(doc)["click b"]).sort()).toEqual([one, two].sort());
  });
});

describe("names that nobody has declared", () => {
  it("are the window's", () => {
    const { doc, notUnderstood } = behaviour(
      script(
        "on = false; onkeydown = (e) => { if (e.key === 'Escape') on = false; p.hidden = !on; }; b.onclick = () => { on = !on; p.hidden = !window.on; }; p.hidden = true;",
      ),
    );
    expect(notUnderstood).toEqual([]);
    const [off, on] = leaves(doc);
    expect(rows(doc)).toMatchObject({ "click b": { [off]: on, [on]: off }, "press Escape": { [on]: off } });
  });
  it("lead to a place of the page, and not away from it", () => {
    const { notUnderstood } = behaviour(script("b.onclick = () => { location = '/elsewhere'; }"));
    expect(notUnderstood.map((n) => n.text)).toEqual(["location"]);
  });
});

describe("keys", () => {
  const pressed = (condition: string): string[] => {
    const { doc } = behaviour(
      script(`document.addEventListener("keydown", (e) => { if (${condition}) p.hidden = !p.hidden; });`),
    );
    return doc.reactions.map((r) => printEvent(r.event));
  };
  it.each([
    ["e.ctrlKey && e.key === 'k'", ["press Ctrl+K"]],
    ["(e.metaKey || e.ctrlKey) && e.key === 'k'", ["press Ctrl+K", "press Meta+K"]],
    ["e.ctrlKey && e.shiftKey && e.code === 'KeyP'", ["press Ctrl+Shift+P"]],
    ["e.ctrlKey && e.key === 'K'", ["press Ctrl+Shift+K"]],
    ["e.altKey && e.key === 'ArrowUp'", ["press Alt+ArrowUp"]],
    ["e.getModifierState('Control') && e.key === 'Enter'", ["press Ctrl+Enter"]],
    // Nobody looks for a modifier there, or it makes no difference.
    ["e.key === 'Escape'", ["press Escape"]],
    ["e.key === '?' && (e.shiftKey || true)", ["press ?"]],
    ["e.key === 'x' && !e.ctrlKey && !e.metaKey", ["press x"]],
  ])("are asked for with their modifiers: %s", (condition, expected) => {
    expect(pressed(condition)).toEqual(expected);
  });
  it("that nobody names are told", () => {
    const told = (text: string): string[] => behaviour(script(text)).notUnderstood.map((n) => n.text);
    const any = ["what is done at any key"];
    expect(told("document.onkeydown = () => { p.hidden = true; }; b.onclick = () => { p.hidden = false; };")).toEqual(
      any,
    );
    expect(told("b.onkeyup = (e) => { if (e.key !== 'Tab') p.textContent = 'typed'; };")).toEqual(any);
    expect(told("b.onkeydown = (e) => { if (e.key.length > 1) return; p.textContent = 'typed'; };")).toEqual(any);
    expect(told("b.onkeydown = (e) => { if (e.key !== 'Enter') return; p.hidden = !p.hidden; };")).toEqual([]);
  });
});

describe("scripts in the head", () => {
  const page = (head: string): string =>
    `<!doctype html><html lang="en"><head>${head}</head><body>${button}<button id="c" onclick="flip(this)">c</button></body></html>`;
  it("are read, and wait for the page as their authors have it", () => {
    const { doc, notUnderstood } = behaviour(
      page(
        `<script>function flip(e) { e.title = e.title ? '' : 'on'; }
          document.addEventListener('DOMContentLoaded', () => { b.onclick = () => { p.hidden = true; }; });</script>`,
      ),
    );
    expect(notUnderstood).toEqual([]);
    expect(Object.keys(rows(doc))).toEqual(["click b", "click c"]);
  });
  it("come before there is a body; modules after everything", () => {
    const listens = "document.getElementById('b').onclick = () => { p.hidden = true; };";
    const early = behaviour(page(`<script>function flip() {}\n${listens}</script>`));
    expect(early.notUnderstood.map((n) => n.line)).toEqual([2]);
    expect(rows(early.doc)).toEqual({});
    const late = behaviour(page(`<script type="module">${listens}</script><script>function flip() {}</script>`));
    expect(late.notUnderstood).toEqual([]);
    expect(Object.keys(rows(late.doc))).toEqual(["click b"]);
  });
  it("that are linked are told of, as style sheets are", () => {
    const told = read(page('<link rel="stylesheet" href="a.css"><script src="b.js"></script>')).remarks;
    expect(told.map((t) => t.text).join()).toMatch(/style sheet was not loaded.*script was not read/);
  });
});
