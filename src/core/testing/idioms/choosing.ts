/** Components by which something is chosen, and those that browsers have by themselves. */
import { has, lines, type Widget, type Words } from "./writing";

function stars(w: Words, bits: number): Widget {
  return {
    html: `<div class="row">${[1, 2, 3].map((n) => `<button type="button" class="star" data-n="${n}" aria-label="${n} stars" aria-pressed="false">★</button>`).join("")}</div>${w.tag("output", "note")}none</output>`,
    elements: ["note"],
    lists: ["star"],
    state: { n: "0" },
    methods: {
      paint: [
        "n",
        w.each("@star", `x.classList.toggle("lit", ${has(bits, 0) ? "i < n" : "Number(x.dataset.n) <= n"});`),
      ],
      rate: [
        "n",
        lines(
          has(bits, 1) ? "@n = @n === n ? 0 : n;" : "@n = n;",
          "@paint(@n);",
          w.each("@star", `x.setAttribute("aria-pressed", String(i + 1 === @n));`),
          w.say("@note", "@n ? @n + ' of 3' : 'none'"),
        ),
      ],
    },
    start: lines(
      w.each(
        "@star",
        lines(
          `x.addEventListener("click", () => @rate(i + 1));`,
          has(bits, 2) &&
            `x.addEventListener("mouseenter", () => @paint(i + 1)); x.addEventListener("mouseleave", () => @paint(@n));`,
        ),
      ),
    ),
    css: ".lit { color: orange }",
  };
}

function chips(w: Words, bits: number): Widget {
  const boats = [
    ["Skiff", "sail"],
    ["Ferry", "motor"],
    ["Yawl", "sail"],
  ];
  return {
    html: `${["all", "sail", "motor"].map((k) => `<button type="button" class="chip" data-kind="${k}" aria-pressed="${k === "all"}">${k}</button>`).join("")}<ul>${boats.map(([t, k]) => `<li class="boat" data-kind="${k}">${t}</li>`).join("")}</ul>${w.tag("p", "sum")}3 boats</p>`,
    elements: ["sum"],
    lists: ["chip", "boat"],
    methods: {
      filter: [
        "kind",
        lines(
          has(bits, 0) && "let n = 0;",
          w.each("@chip", `x.setAttribute("aria-pressed", String(x.dataset.kind === kind));`),
          w.each(
            "@boat",
            `const is = kind === "all" || x.dataset.kind === kind; ${has(bits, 1) ? `x.style.display = is ? "" : "none";` : "x.hidden = !is;"} ${has(bits, 0) ? "if (is) n++;" : ""}`,
          ),
          has(bits, 0)
            ? w.say("@sum", "n + ' boats'")
            : w.say("@sum", `[...@boat].filter((x) => kind === "all" || x.dataset.kind === kind).length + " boats"`),
        ),
      ],
    },
    start: has(bits, 2)
      ? w.on("@root", "click", `const chip = e.target.closest(".chip"); if (chip) @filter(chip.dataset.kind);`)
      : w.each("@chip", `x.addEventListener("click", () => @filter(x.dataset.kind));`),
  };
}

function checks(w: Words, bits: number): Widget {
  return {
    html: `<label>${w.tag("input", "every", `type="checkbox"`)} All</label>${["Rope", "Oars"].map((t) => `<label><input type="checkbox" class="box"> ${t}</label>`).join("")}${w.tag("button", "pack", `type="button" disabled`)}Pack</button>${w.tag("p", "sum")}0 chosen</p>`,
    elements: ["every", "pack", "sum"],
    lists: ["box"],
    methods: {
      draw: [
        "",
        lines(
          has(bits, 0)
            ? "const n = [...@box].filter((x) => x.checked).length;"
            : "let n = 0; for (const b of @box) if (b.checked) n += 1;",
          w.say("@sum", "n + ' chosen'"),
          "@pack.disabled = n === 0;",
          "@every.checked = n === @box.length;",
        ),
      ],
    },
    start: lines(
      `@every.addEventListener("change", () => { ${w.each("@box", "x.checked = @every.checked;")} @draw(); });`,
      w.each("@box", `x.addEventListener("change", () => @draw());`),
    ),
  };
}

function theme(w: Words, bits: number): Widget {
  return {
    html: `${w.tag("button", "lamp", `type="button" aria-pressed="false"`)}Night</button>`,
    elements: ["lamp"],
    state: { dark: "false" },
    methods: {
      draw: [
        "",
        lines(
          has(bits, 0)
            ? `document.documentElement.dataset.theme = @dark ? "dark" : "light";`
            : `document.body.classList.toggle("dark", @dark);`,
          w.aria("@lamp", "pressed", "@dark"),
          has(bits, 1) && w.say("@lamp", `@dark ? "Day" : "Night"`),
          has(bits, 2) && `localStorage.setItem("dark", String(@dark));`,
        ),
      ],
    },
    start: lines(w.on("@lamp", "click", "@dark = !@dark; @draw();")),
    css: `.dark, [data-theme=dark] { background: #123; color: #fff }`,
  };
}

function modal(w: Words, bits: number): Widget {
  return {
    html: `${w.tag("button", "ask", `type="button"`)}Cancel trip</button>${w.tag("dialog", "box", `aria-label="Cancel trip"`)}<p>Cancel?</p>${
      has(bits, 0)
        ? `<form method="dialog"><button value="no">Keep</button><button value="yes">Cancel it</button></form>`
        : `${w.tag("button", "no", `type="button"`)}Keep</button>${w.tag("button", "yes", `type="button"`)}Cancel it</button>`
    }</dialog>${w.tag("p", "said")}booked</p>`,
    elements: has(bits, 0) ? ["ask", "box", "said"] : ["ask", "box", "said", "no", "yes"],
    methods: {},
    start: lines(
      w.on("@ask", "click", "@box.showModal();"),
      has(bits, 0)
        ? `@box.addEventListener("close", () => { ${w.say("@said", `@box.returnValue === "yes" ? "cancelled" : "booked"`)} });`
        : lines(
            w.on("@no", "click", "@box.close();"),
            w.on("@yes", "click", lines(w.say("@said", "'cancelled'"), "@box.close();")),
          ),
      has(bits, 1) && `@box.addEventListener("click", (e) => { if (e.target === @box) @box.close(); });`,
    ),
  };
}

function folds(_w: Words, bits: number): Widget {
  return {
    html: ["Luggage", "Animals"]
      .map((t) => `<details class="fold"><summary>${t}</summary><p>About ${t.toLowerCase()}</p></details>`)
      .join(""),
    elements: [],
    lists: ["fold"],
    methods: {
      only: ["one", "for (const x of @fold) if (x !== one) x.open = false;"],
    },
    start: has(bits, 0)
      ? `for (const x of @fold) x.addEventListener("toggle", () => { if (x.open) @only(x); });`
      : `for (const x of @fold) x.querySelector("summary").addEventListener("click", () => { if (!x.open) @only(x); });`,
  };
}

function lightbox(w: Words, bits: number): Widget {
  const names = ["Quay", "Mole"];
  return {
    html: `${names.map((t, i) => `<button type="button" class="thumb" data-i="${i}">${t}</button>`).join("")}${w.panel("div", "glass", `${w.tag("p", "name")}Quay</p>${w.tag("button", "shut", `type="button"`)}Close</button>${w.tag("button", "on", `type="button"`)}On</button>`, false)}`,
    elements: ["glass", "name", "shut", "on"],
    lists: ["thumb"],
    state: { at: "0", names: JSON.stringify(names) },
    methods: {
      show: [
        "i",
        lines("@at = (i + @names.length) % @names.length;", w.say("@name", "@names[@at]"), w.show("@glass", "true")),
      ],
      hide: ["", lines(w.show("@glass", "false"), has(bits, 0) && "@thumb[@at].focus();")],
    },
    start: lines(
      w.each("@thumb", `x.addEventListener("click", () => { @show(i); ${has(bits, 1) ? "@shut.focus();" : ""} });`),
      w.on("@shut", "click", "@hide();"),
      w.on("@on", "click", "@show(@at + 1);"),
      has(bits, 2) &&
        `document.addEventListener("keydown", (e) => { if (!(${w.isShown("@glass")})) return; if (e.key === "Escape") @hide(); else if (e.key === "ArrowRight") @show(@at + 1); });`,
    ),
    css: ".glass { background: #eee; padding: 8px }",
  };
}

export const choosing = { stars, chips, checks, theme, modal, folds, lightbox };
