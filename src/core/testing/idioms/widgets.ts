/** The components themselves: what each is made of and does, whoever wrote it. */
import { choosing } from "./choosing";
import { making } from "./making";
import { moving } from "./moving";
import { has, lines, type Widget, type Words } from "./writing";

function disclosure(w: Words, bits: number): Widget {
  const says = has(bits, 0);
  return {
    html: `${w.tag("button", "trigger", `type="button" aria-expanded="false"`)}Show notes</button>${w.panel("div", "notes", "Mind the gap.", false)}`,
    elements: ["trigger", "notes"],
    state: { open: "false" },
    methods: {
      draw: [
        "",
        lines(
          w.show("@notes", "@open"),
          w.aria("@trigger", "expanded", "@open"),
          says && w.say("@trigger", `@open ? "Hide notes" : "Show notes"`),
        ),
      ],
    },
    start: lines(
      w.on("@trigger", "click", "@open = !@open; @draw();"),
      has(bits, 1) &&
        w.on("@root", "keydown", `if (e.key === "Escape" && @open) { @open = false; @draw(); @trigger.focus(); }`),
    ),
  };
}

function dialog(w: Words, bits: number): Widget {
  const slow = has(bits, 0);
  const back = has(bits, 1) ? "@last = document.activeElement;" : "";
  return {
    html: `${w.tag("button", "opener", `type="button"`)}Book</button>${w.panel(
      "div",
      "veil",
      `<div class="box" role="dialog" aria-modal="true" aria-label="Booking"><p>Book a berth?</p>${w.tag("button", "yes", `type="button"`)}Yes</button>${w.tag("button", "no", `type="button"`)}No</button></div>`,
      false,
    )}${w.tag("p", "answer")}none</p>`,
    elements: ["opener", "veil", "yes", "no", "answer"],
    state: { last: "null" },
    methods: {
      open: [
        "",
        lines(back, w.show("@veil", "true"), has(bits, 2) && "document.body.classList.add('locked');", "@yes.focus();"),
      ],
      close: [
        "words",
        lines(
          `if (!(${w.isShown("@veil")})) return;`,
          slow
            ? `@veil.classList.add("going"); ${w.later(200, `@veil.classList.remove("going"); ${w.show("@veil", "false")}`)}`
            : w.show("@veil", "false"),
          has(bits, 2) && "document.body.classList.remove('locked');",
          w.say("@answer", "words"),
          has(bits, 1) ? "@last.focus();" : "@opener.focus();",
        ),
      ],
    },
    start: lines(
      w.on("@opener", "click", "@open();"),
      w.on("@yes", "click", `@close("yes");`),
      w.on("@no", "click", `@close("no");`),
      has(bits, 3) && `@veil.addEventListener("click", (e) => { if (e.target === @veil) @close("left"); });`,
      has(bits, 4) && `document.addEventListener("keydown", (e) => { if (e.key === "Escape") @close("left"); });`,
      has(bits, 5) &&
        w.on(
          "@veil",
          "keydown",
          `if (e.key !== "Tab") return; if (e.shiftKey && document.activeElement === @yes) { e.preventDefault(); @no.focus(); } else if (!e.shiftKey && document.activeElement === @no) { e.preventDefault(); @yes.focus(); }`,
        ),
    ),
    css: `.veil { position: fixed; inset: 0; background: rgb(0 0 0 / 30%) } .box { background: #fff; width: 300px; margin: 120px auto; padding: 16px }
.going { opacity: .5 } .locked { overflow: hidden }`,
  };
}

function menu(w: Words, bits: number): Widget {
  const words = ["Holm", "Vardey", "Skerry"];
  return {
    html: `${w.tag("button", "trigger", `type="button" aria-haspopup="menu" aria-expanded="false"`)}Port</button>${w.panel(
      "ul",
      "menu",
      words
        .map(
          (t) =>
            `<li role="none"><button type="button" class="item" role="menuitem" data-port="${t}">${t}</button></li>`,
        )
        .join(""),
      false,
      `role="menu"`,
    )}`,
    elements: ["trigger", "menu"],
    lists: ["item"],
    methods: {
      open: [
        "",
        lines(w.show("@menu", "true"), w.aria("@trigger", "expanded", "true"), has(bits, 0) && "@item[0].focus();"),
      ],
      close: ["", lines(w.show("@menu", "false"), w.aria("@trigger", "expanded", "false"))],
      choose: ["x", lines(w.say("@trigger", "x.dataset.port"), "@close(); @trigger.focus();")],
      move: [
        "step",
        "const all = [...@item], at = all.indexOf(document.activeElement); all[(at + step + all.length) % all.length].focus();",
      ],
    },
    start: lines(
      w.on("@trigger", "click", `if (${w.isShown("@menu")}) @close(); else @open();`),
      has(bits, 1)
        ? w.on("@menu", "click", `const x = e.target.closest(".item"); if (x) @choose(x);`)
        : w.each("@item", `x.addEventListener("click", () => @choose(x));`),
      has(bits, 2) && `document.addEventListener("click", (e) => { if (!@root.contains(e.target)) @close(); });`,
      has(bits, 3) &&
        w.on("@root", "keydown", `if (e.key === "Escape" && ${w.isShown("@menu")}) { @close(); @trigger.focus(); }`),
      has(bits, 4) &&
        w.on(
          "@menu",
          "keydown",
          `switch (e.key) { case "ArrowDown": e.preventDefault(); @move(1); break; case "ArrowUp": e.preventDefault(); @move(-1); break; case "Home": e.preventDefault(); @item[0].focus(); break; }`,
        ),
      has(bits, 5) && w.on("@root", "focusout", `if (!@root.contains(e.relatedTarget)) @close();`),
    ),
    css: ".menu { list-style: none; margin: 0; padding: 0 }",
  };
}

function tabs(w: Words, bits: number): Widget {
  const decks = ["Sun", "Car", "Crew"];
  return {
    html: `<div role="tablist">${decks
      .map(
        (d, i) =>
          `<button type="button" role="tab" class="tab" data-at="${i}" aria-selected="${i === 0}" ${has(bits, 0) ? `tabindex="${i ? -1 : 0}"` : ""}>${d}</button>`,
      )
      .join(
        "",
      )}</div>${decks.map((d, i) => `<p class="page" role="tabpanel" ${i ? "hidden" : ""}>${d} deck</p>`).join("")}`,
    elements: [],
    lists: ["tab", "page"],
    state: { at: "0" },
    methods: {
      choose: [
        "n",
        lines(
          "@at = n;",
          w.each(
            "@tab",
            `const is = i === @at; ${w.aria("x", "selected", "is")} ${has(bits, 0) ? "x.tabIndex = is ? 0 : -1;" : ""} ${has(bits, 1) ? `x.classList.toggle("here", is);` : ""} @page[i].hidden = !is;`,
          ),
        ),
      ],
    },
    start: lines(
      w.each("@tab", `x.addEventListener("click", () => @choose(${has(bits, 2) ? "i" : "Number(x.dataset.at)"}));`),
      has(bits, 3) &&
        w.on(
          "@root",
          "keydown",
          `const step = { ArrowRight: 1, ArrowLeft: -1 }[e.key]; if (!step) return; @choose((@at + step + @tab.length) % @tab.length); @tab[@at].focus();`,
        ),
    ),
    css: ".here { font-weight: bold }",
  };
}

function accordion(w: Words, bits: number): Widget {
  const items = ["Luggage", "Animals", "Bicycles"];
  return {
    html: items
      .map(
        (t) =>
          `<div class="entry"><h3><button type="button" class="head" aria-expanded="false">${t}</button></h3><div class="body" hidden>About ${t.toLowerCase()}.</div></div>`,
      )
      .join(""),
    elements: [],
    lists: ["head", "body", "entry"],
    methods: {
      put: [
        "one, open",
        lines(
          has(bits, 0)
            ? `const its = one.closest(".entry").querySelector(".body");`
            : "const its = one.parentElement.nextElementSibling;",
          w.aria("one", "expanded", "open"),
          "its.hidden = !open;",
          has(bits, 1) && `one.closest(".entry").classList.toggle("open", open);`,
        ),
      ],
      flip: [
        "one",
        lines(
          `const was = one.getAttribute("aria-expanded") === "true";`,
          has(bits, 2) && w.each("@head", "@put(x, false);"),
          "@put(one, !was);",
        ),
      ],
    },
    start: has(bits, 3)
      ? w.on("@root", "click", `const one = e.target.closest(".head"); if (one) @flip(one);`)
      : w.each("@head", "x.addEventListener('click', () => @flip(x));"),
    css: ".open { color: navy }",
  };
}

function stepper(w: Words, bits: number): Widget {
  return {
    html: `${w.tag("button", "less", `type="button" disabled`)}Fewer</button>${w.tag("output", "count")}0</output>${w.tag("button", "more", `type="button"`)}More</button>`,
    elements: ["less", "count", "more"],
    state: { n: "0" },
    methods: {
      step: [
        "by",
        lines(
          has(bits, 0) ? "@n = Math.min(3, Math.max(0, @n + by));" : "@n += by;",
          w.say("@count", has(bits, 1) ? "String(@n)" : "`${@n}`"),
          "@less.disabled = @n === 0; @more.disabled = @n >= 3;",
        ),
      ],
    },
    start: lines(w.on("@less", "click", "@step(-1);"), w.on("@more", "click", "@step(1);")),
  };
}

function list(w: Words, bits: number): Widget {
  return {
    html: `<ul class="all">${["Skiff", "Dory", "Punt"].map((t) => `<li class="row"><span>${t}</span> <button type="button" class="drop" aria-label="Remove ${t}">×</button></li>`).join("")}</ul>${w.tag("p", "left")}3 left</p>${w.panel("p", "none", "Nothing left.", false)}`,
    elements: ["left", "none"],
    lists: ["drop"],
    methods: {
      draw: [
        "",
        lines(
          `const n = @root.querySelectorAll(".row").length;`,
          w.say("@left", has(bits, 0) ? "n + ' left'" : "`${n} left`"),
          w.show("@none", "n === 0"),
        ),
      ],
      take: ["row", lines(has(bits, 1) ? "row.parentNode.removeChild(row);" : "row.remove();", "@draw();")],
    },
    start: has(bits, 2)
      ? w.on("@root", "click", `if (e.target.matches(".drop")) @take(e.target.parentElement);`)
      : w.each("@drop", `x.addEventListener("click", () => @take(x.closest("li")));`),
  };
}

function switches(w: Words, bits: number): Widget {
  return {
    html: `${["Fog horn", "Deck lamp"].map((t) => `<button type="button" class="lamp" role="switch" aria-checked="false">${t}</button>`).join("")}${w.tag("p", "sum")}0 on</p>`,
    elements: ["sum"],
    lists: ["lamp"],
    methods: {
      draw: [
        "",
        lines(
          has(bits, 0)
            ? `const n = @root.querySelectorAll("[aria-checked=true]").length;`
            : `const n = [...@lamp].filter((x) => x.getAttribute("aria-checked") === "true").length;`,
          w.say("@sum", "n + ' on'"),
        ),
      ],
      flip: [
        "x",
        lines(`const on = x.getAttribute("aria-checked") !== "true";`, w.aria("x", "checked", "on"), "@draw();"),
      ],
    },
    start: w.each("@lamp", `x.onclick = () => @flip(x);`),
  };
}

const makers = {
  disclosure,
  dialog,
  menu,
  tabs,
  accordion,
  stepper,
  list,
  switches,
  ...choosing,
  ...making,
  ...moving,
};
export type Kind = keyof typeof makers;
export const kinds = Object.keys(makers) as Kind[];
export const widgetOf = (kind: Kind, words: Words, bits: number): Widget => makers[kind](words, bits);
