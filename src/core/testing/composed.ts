/**
 * Random pages of several components, in the ways in which people write those, some of which know of one another: together
 * they can be in far more ways than anybody would go through, each by itself in few.
 */
import fc from "fast-check";

const kinds = ["toggle", "disclosure", "accordion", "tabs", "stepper", "notice", "dialog", "menu", "list"] as const;
type Kind = (typeof kinds)[number];
/** How one is written: by listeners of its own, by one listener that hears of all, or as a class. */
type Writing = "direct" | "delegated" | "class";
interface Piece {
  kind: Kind;
  writing: Writing;
  /** It closes as another one is used, or says in the page's one notice what it did. */
  knows: "nothing" | "others" | "notice";
}
/** Markup, what is done by the name of an action, and how it is closed. */
interface Made {
  html: string;
  state: string;
  actions: Record<string, string>;
  close?: string;
  /** In words of JavaScript, what it says of itself. */
  says?: string;
}

const button = (action: string, words: string, more = ""): string =>
  `<button type="button" data-do="${action}"${more}>${words}</button>`;

const makers: Record<Kind, (n: number) => Made> = {
  toggle: (n) => ({
    html: button("flip", `Lamp ${n}`, ` aria-pressed="false"`),
    state: "on: false",
    actions: { flip: `s.on = !s.on; one("button").setAttribute("aria-pressed", String(s.on));` },
    says: `"Lamp ${n} is " + (s.on ? "lit" : "out")`,
  }),
  disclosure: (n) => ({
    html: `${button("flip", `Notes ${n}`, ` aria-expanded="false"`)}<p class="panel" hidden>Mind the gap ${n}.</p>`,
    state: "open: false",
    actions: {
      flip: `s.open = !s.open; one("button").setAttribute("aria-expanded", String(s.open)); one(".panel").hidden = !s.open;`,
    },
    close: `s.open = false; one("button").setAttribute("aria-expanded", "false"); one(".panel").hidden = true;`,
    says: `s.open ? "Notes ${n} are open" : "Notes ${n} are shut"`,
  }),
  accordion: (n) => ({
    html: [0, 1, 2]
      .map(
        (i) =>
          `<div class="item">${button(`q${i}`, `Question ${n}.${i}`, ` aria-expanded="false"`)}<p>Answer ${n}.${i}</p></div>`,
      )
      .join(""),
    state: "at: -1",
    actions: Object.fromEntries(
      [0, 1, 2].map((i) => [
        `q${i}`,
        `s.at = s.at === ${i} ? -1 : ${i};
        all(".item").forEach((e, i) => { e.classList.toggle("open", i === s.at); e.firstElementChild.setAttribute("aria-expanded", String(i === s.at)); });`,
      ]),
    ),
  }),
  tabs: (n) => ({
    html: [0, 1, 2]
      .map((i) => button(`t${i}`, `Deck ${n}.${i}`, ` class="tab" aria-selected="${i === 0}"`))
      .concat([0, 1, 2].map((i) => `<p class="panel"${i ? " hidden" : ""}>On deck ${n}.${i}</p>`))
      .join(""),
    state: "at: 0",
    actions: Object.fromEntries(
      [0, 1, 2].map((i) => [
        `t${i}`,
        `s.at = ${i}; all(".tab").forEach((t, i) => t.setAttribute("aria-selected", String(i === s.at))); all(".panel").forEach((p, i) => { p.hidden = i !== s.at; });`,
      ]),
    ),
    says: `"Deck ${n}." + s.at`,
  }),
  stepper: (n) => ({
    html: `${button("less", `Fewer ${n}`, ` class="less" disabled`)}<output>0</output>${button("more", `More ${n}`, ` class="more"`)}`,
    state: "n: 0",
    actions: Object.fromEntries(
      [
        ["less", "s.n--"],
        ["more", "s.n++"],
      ].map(([name, does]) => [
        name,
        `${does}; one("output").textContent = s.n; one(".less").disabled = s.n <= 0; one(".more").disabled = s.n >= 3;`,
      ]),
    ),
  }),
  notice: (n) => ({
    html: `${button("show", `Save ${n}`)}<p class="note">Saved ${n}.</p>`,
    state: "timer: 0",
    actions: {
      show: `one(".note").classList.add("in"); clearTimeout(s.timer); s.timer = setTimeout(() => one(".note").classList.remove("in"), 30000);`,
    },
    close: `clearTimeout(s.timer); one(".note").classList.remove("in");`,
  }),
  dialog: (n) => ({
    html: `${button("open", `Book ${n}`)}<div class="dialog" role="dialog" aria-label="Booking ${n}" hidden>${button("shut", `Not now ${n}`, ` class="shut"`)}</div>`,
    state: "open: false",
    actions: {
      open: `s.open = true; one(".dialog").hidden = false; one(".shut").focus();`,
      shut: `s.open = false; one(".dialog").hidden = true; one("button").focus();`,
    },
    close: `if (s.open) { s.open = false; one(".dialog").hidden = true; }`,
  }),
  menu: (n) => ({
    html: `${button("flip", `Actions ${n}`, ` aria-expanded="false"`)}<ul>${["Move", "Sell"]
      .map((w) => `<li>${button(w.toLowerCase(), `${w} ${n}`)}</li>`)
      .join("")}</ul><p class="last"></p>`,
    state: "open: false",
    actions: {
      flip: `s.open = !s.open; root.classList.toggle("open", s.open); one("button").setAttribute("aria-expanded", String(s.open));`,
      ...Object.fromEntries(
        ["move", "sell"].map((w) => [
          w,
          `s.open = false; root.classList.remove("open"); one("button").setAttribute("aria-expanded", "false"); one(".last").textContent = "${w} ${n}";`,
        ]),
      ),
    },
    close: `s.open = false; root.classList.remove("open"); one("button").setAttribute("aria-expanded", "false");`,
  }),
  list: (n) => ({
    html: `<ul class="list">${["Holm", "Vardey"].map((w, i) => `<li>${button(`go${i}`, `Remove ${w} ${n}`)}</li>`).join("")}</ul><p class="none" hidden>Nothing left ${n}.</p>`,
    state: "left: 2",
    actions: Object.fromEntries(
      [0, 1].map((i) => [
        `go${i}`,
        `s.left--; one("[data-do=go${i}]").parentElement.remove(); one(".none").hidden = s.left > 0;`,
      ]),
    ),
    says: `s.left + " left"`,
  }),
};

/** The script of one, as somebody would write it; `others` closes the rest, `tell` says something in the notice. */
function scriptOf({ writing, knows }: Piece, made: Made, id: string): string {
  const after =
    knows === "others" ? `closeOthers("${id}");` : knows === "notice" && made.says ? `tell(${made.says});` : "";
  const help = `const root = document.getElementById("${id}");
    const one = (q) => root.querySelector(q), all = (q) => [...root.querySelectorAll(q)];`;
  const closing = made.close ? `closers.set("${id}", () => { ${made.close} });` : "";
  const actions = Object.entries(made.actions);
  if (writing === "direct")
    return `(() => { ${help} const s = { ${made.state} }; ${closing}
      ${actions.map(([name, does]) => `one("[data-do=${name}]").addEventListener("click", () => { ${does} ${after} });`).join("\n")} })();`;
  if (writing === "delegated")
    return `(() => { ${help} const s = { ${made.state} }; ${closing}
      root.addEventListener("click", (event) => {
        const by = event.target.closest("[data-do]");
        if (!by) return;
        switch (by.dataset.do) { ${actions.map(([name, does]) => `case "${name}": { ${does} break; }`).join(" ")} }
        ${after}
      }); })();`;
  return `{ class Part_${id} {
      constructor(root) { this.root = root; this.s = { ${made.state} };
        for (const b of root.querySelectorAll("[data-do]")) b.onclick = () => this[b.dataset.do]();
        ${made.close ? `closers.set("${id}", () => this.close());` : ""} }
      ${actions.map(([name, does]) => `${name}() { const { s, root } = this, one = (q) => root.querySelector(q), all = (q) => [...root.querySelectorAll(q)]; ${does} ${after} }`).join("\n")}
      ${made.close ? `close() { const { s, root } = this, one = (q) => root.querySelector(q); ${made.close} }` : ""}
    } new Part_${id}(document.getElementById("${id}")); }`;
}

const CSS = `ul { display: none } .open > ul, .list { display: block } .item > p { display: none } .item.open > p { display: block }
  .note { visibility: hidden } .note.in { visibility: visible }`;

function pageOf(pieces: readonly Piece[], byKey: boolean): string {
  const made = pieces.map((p, i) => ({ piece: p, id: `c${i}`, made: makers[p.kind](i) }));
  const parts = made.map(({ id, made: m }) => `<section id="${id}">${m.html}</section>`).join("\n");
  return `<!doctype html><html lang="en"><head><title>Quay</title><style>${CSS}</style></head><body><main>
${parts}
<p id="said"></p></main><script>
const closers = new Map();
const closeOthers = (own) => { for (const [id, close] of closers) if (id !== own) close(); };
const tell = (words) => { document.getElementById("said").textContent = words; };
${made.map(({ piece, id, made: m }) => scriptOf(piece, m, id)).join("\n")}
${byKey ? `document.addEventListener("keydown", (event) => { if (event.key === "Escape") for (const close of closers.values()) close(); });` : ""}
</script></body></html>`;
}

const piece: fc.Arbitrary<Piece> = fc.record({
  kind: fc.constantFrom(...kinds),
  writing: fc.constantFrom<Writing>("direct", "delegated", "class"),
  knows: fc.constantFrom<Piece["knows"]>("nothing", "nothing", "others", "notice"),
});

/** Pages, with the kinds of components on each. */
export const compositions: fc.Arbitrary<{ html: string; kinds: Kind[] }> = fc
  .record({ pieces: fc.array(piece, { minLength: 3, maxLength: 6 }), byKey: fc.boolean() })
  .map(({ pieces, byKey }) => ({ html: pageOf(pieces, byKey), kinds: pieces.map((p) => p.kind) }));
