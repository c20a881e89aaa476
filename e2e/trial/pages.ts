/**
 * Pages as people write them by hand, each with its specification and with faults that such pages have. The setting is a
 * glasshouse and its vents.
 */
import type { Component } from "../../src/core/model";
import { box, button, component } from "../../src/core/testing";

export interface Fault {
  what: string;
  from: string;
  to: string;
  /** Part and fact that the trial has to name, among others. */
  shows: string;
}
export interface Fixture {
  name: string;
  doc: Component;
  html: string;
  faults: Fault[];
}

const page = (body: string, style = "", script = ""): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><title>Glasshouse</title><style>body { margin: 20px; font: 16px/1.4 sans-serif } ${style}</style>\n<body>${body}\n<script>${script}</script></body></html>`;

export const drawer: Fixture = {
  name: "a drawer by classes, closed at the end of its fade",
  doc: component({
    parts: [
      button("opener", { content: ["Vents"] }),
      box("scrim", [], { covers: "viewport", layer: 5 }),
      {
        name: "drawer",
        tag: "aside",
        layer: 6,
        attributes: { role: "dialog", "aria-label": "Vents" },
        content: [box("words", ["Three vents are open."]), button("shut", { content: ["Close"] })],
      },
    ],
    states: ["closed", "open"],
    looks: {
      opener: { closed: 'aria-expanded="false"', open: 'aria-expanded="true"' },
      scrim: { closed: "not displayed" },
      drawer: {
        closed: "not displayed; opacity: 0; transition: opacity 200ms linear",
        open: "opacity: 1; transition: opacity 200ms linear",
      },
    },
    focus: { open: "→ shut; held in drawer" },
    reactions: {
      "click opener": { closed: "open" },
      "click shut": { open: "closed / focus opener" },
      "click scrim": { open: "closed / focus opener" },
      "press Escape": { open: "closed / focus opener" },
    },
  }),
  html: page(
    `<button class="opener" aria-expanded="false">Vents</button>
<div class="scrim" hidden></div>
<aside class="drawer" role="dialog" aria-label="Vents" hidden><p>Three vents are open.</p><button class="close">Close</button></aside>`,
    `.scrim { position: fixed; inset: 0; z-index: 5; background: #0003 }
.drawer { position: fixed; top: 0; right: 0; bottom: 0; width: 300px; z-index: 6; background: #fff; opacity: 0; transition: opacity 200ms linear }
.drawer.is-open { opacity: 1 }`,
    `const $ = (s) => document.querySelector(s);
const opener = $(".opener"), scrim = $(".scrim"), panel = $(".drawer"), close = $(".close");
let isOpen = false;
function open() {
  isOpen = true;
  scrim.hidden = false; panel.hidden = false; panel.offsetWidth;
  panel.classList.add("is-open");
  opener.setAttribute("aria-expanded", "true");
  close.focus();
}
function shut() {
  if (!isOpen) return;
  isOpen = false;
  scrim.hidden = true;
  panel.classList.remove("is-open");
  if (!panel.getAnimations().length) panel.hidden = true;
  opener.setAttribute("aria-expanded", "false");
  opener.focus();
}
panel.addEventListener("transitionend", () => { if (!isOpen) panel.hidden = true; });
opener.addEventListener("click", open);
close.addEventListener("click", shut);
scrim.addEventListener("click", shut);
document.addEventListener("keydown", (e) => {
  if (e.key === "Escape") shut();
  if (e.key === "Tab" && isOpen) { e.preventDefault(); close.focus(); }
});
panel.addEventListener("mousedown", (e) => { if (isOpen && !e.target.closest("button")) e.preventDefault(); });
scrim.addEventListener("mousedown", (e) => e.preventDefault());`,
  ),
  faults: [
    { what: "focus is not moved in", from: "close.focus();\n}", to: "}", shows: "focus" },
    { what: "focus is left behind", from: "opener.focus();\n}", to: "}", shows: "focus" },
    { what: "Escape does nothing", from: 'if (e.key === "Escape") shut();', to: "", shows: "drawer" },
    { what: "the scrim does not close", from: 'scrim.addEventListener("click", shut);', to: "", shows: "scrim" },
    { what: "the scrim stays", from: "scrim.hidden = true;", to: "", shows: "scrim: visible" },
    { what: "the fade is twice as long", from: "opacity 200ms", to: "opacity 400ms", shows: "drawer: opacity" },
    { what: "there is no fade", from: "transition: opacity 200ms linear", to: "", shows: "drawer: visible" },
    {
      what: "aria-expanded is not kept",
      from: 'opener.setAttribute("aria-expanded", "true");',
      to: "",
      shows: "aria-expanded",
    },
    { what: "it stays in the way when it is gone", from: "if (!isOpen) panel.hidden = true;", to: "", shows: "drawer" },
    {
      what: "a fade that never began never ends",
      from: "if (!panel.getAnimations().length) panel.hidden = true;",
      to: "",
      shows: "drawer: exposed",
    },
    { what: "the dialog has no role", from: ' role="dialog"', to: "", shows: "drawer: role" },
    {
      what: "it is named otherwise",
      from: 'role="dialog" aria-label="Vents"',
      to: 'role="dialog" aria-label="Ventilation"',
      shows: "drawer: name",
    },
    {
      what: "the focus can leave",
      from: 'if (e.key === "Tab" && isOpen) { e.preventDefault(); close.focus(); }',
      to: "",
      shows: "focus",
    },
    { what: "the words differ", from: "Three vents are open.", to: "Two vents are open.", shows: "not found: words" },
  ],
};

const toast: Fixture = {
  name: "a toast that goes by itself",
  doc: component({
    parts: [
      button("save", { content: ["Save plan"] }),
      box("toast", ["Plan saved"], { attributes: { role: "status" } }),
    ],
    states: ["quiet", "told"],
    looks: { toast: { quiet: "not displayed" } },
    reactions: { "click save": { quiet: "told", told: "told" }, after: { told: "3s quiet" } },
  }),
  html: page(
    `<button id="save">Save plan</button><div id="toast" role="status" style="display: none">Plan saved</div>`,
    "",
    `let timer;
document.getElementById("save").onclick = () => {
  const toast = document.getElementById("toast");
  clearTimeout(timer);
  toast.style.display = "block";
  timer = setTimeout(() => { toast.style.display = "none"; }, 3000);
};`,
  ),
  faults: [
    { what: "it goes too late", from: "3000", to: "3100", shows: "toast: visible" },
    { what: "it goes too soon", from: "3000", to: "2950", shows: "toast: visible" },
    { what: "an old timer ends it", from: "clearTimeout(timer);", to: "", shows: "toast: visible" },
    { what: "it never goes", from: 'toast.style.display = "none"', to: "", shows: "toast: visible" },
    { what: "it never comes", from: 'toast.style.display = "block"', to: "", shows: "toast: visible" },
    { what: "it is no status", from: ' role="status"', to: "", shows: "toast" },
    { what: "an error is thrown", from: "clearTimeout(timer);", to: "clearTimeout(timer); gone.x;", shows: "error" },
    { what: "only a double click saves", from: ".onclick", to: ".ondblclick", shows: "toast: visible" },
  ],
};

const disclosure: Fixture = {
  name: "a disclosure in a list, by one listener and the next frame",
  doc: component({
    parts: [
      {
        name: "list",
        tag: "ul",
        content: [
          {
            name: "item",
            tag: "li",
            content: [
              button("head", { content: ["Bed one"], attributes: { type: "button" } }),
              box("body", ["Tomatoes, watered at six."]),
            ],
          },
        ],
      },
      button("reset", { content: ["Shut all"] }),
    ],
    states: ["shut", "open"],
    looks: {
      head: { shut: 'aria-expanded="false"', open: 'aria-expanded="true"' },
      body: { shut: "not displayed" },
      reset: { shut: "disabled" },
    },
    reactions: {
      "click head": { shut: "open", open: "shut" },
      "click reset": { open: "shut" },
      "press Escape in item": { open: "shut / focus head" },
    },
  }),
  html: page(
    `<ul><li><button type="button" aria-expanded="false">Bed one</button><div class="panel" hidden>Tomatoes, watered at six.</div></li></ul>
<button class="all" disabled>Shut all</button>`,
    "",
    `const show = (head, open) => {
  head.setAttribute("aria-expanded", String(open));
  requestAnimationFrame(() => {
    head.nextElementSibling.hidden = !open;
    document.querySelector(".all").disabled = !open;
  });
};
document.addEventListener("click", (e) => {
  const head = e.target.closest("li > button");
  if (head) show(head, head.getAttribute("aria-expanded") !== "true");
  else if (e.target.matches(".all")) show(document.querySelector("li > button"), false);
});
document.querySelector("li").addEventListener("keydown", (e) => {
  const head = document.querySelector("li > button");
  if (e.key === "Escape" && head.getAttribute("aria-expanded") === "true") { show(head, false); head.focus(); }
});`,
  ),
  faults: [
    { what: "it opens and does not shut", from: "hidden = !open", to: "hidden = false", shows: "body: visible" },
    { what: "the reset stays shut", from: "disabled = !open", to: "disabled = true", shows: "reset" },
    {
      what: "the state is not said",
      from: 'head.setAttribute("aria-expanded", String(open));',
      to: "head.dataset.open = String(open);",
      shows: "head",
    },
    {
      what: "shut all does nothing",
      from: 'else if (e.target.matches(".all"))',
      to: "else if (false)",
      shows: "body: visible",
    },
    { what: "Escape is not heard", from: '"Escape"', to: '"Esc"', shows: "body: visible" },
    {
      what: "the head is no button",
      from: '<button type="button" aria-expanded="false">Bed one</button>',
      to: '<a type="button" aria-expanded="false">Bed one</a>',
      shows: "head",
    },
    {
      what: "the head cannot be reached by Tab",
      from: '<button type="button"',
      to: '<button type="button" tabindex="-1"',
      shows: "head: in tab order",
    },
    {
      what: "an overlay takes the clicks",
      from: "<ul>",
      to: '<div style="position: fixed; inset: 0"></div><ul>',
      shows: "takes pointer",
    },
  ],
};

const countdown: Fixture = {
  name: "a countdown by an interval",
  doc: component({
    parts: [
      box("left", ["${n} s"], { attributes: { role: "timer" } }),
      button("start", { content: ["Open the vents"] }),
    ],
    states: ["counting", "ready", "done"],
    data: [{ name: "n", type: "integer", initial: 4, min: 0, max: 4 }],
    looks: { start: { counting: "disabled", done: '"Vents open"' } },
    reactions: {
      every: { counting: "1s [n > 1] / n = n - 1; ready / n = 0" },
      "click start": { ready: "done" },
    },
  }),
  html: page(
    `<div data-part="left" role="timer">4 s</div><button data-part="start" disabled>Open the vents</button>`,
    "",
    `let n = 4;
const left = document.querySelector("[data-part=left]"), start = document.querySelector("[data-part=start]");
const tick = setInterval(() => {
  n--;
  left.textContent = n + " s";
  if (n === 0) { clearInterval(tick); start.disabled = false; }
}, 1000);
start.addEventListener("click", () => { start.textContent = "Vents open"; });`,
  ),
  faults: [
    { what: "it is slow", from: "}, 1000)", to: "}, 1040)", shows: "left: text" },
    { what: "it goes on below nought", from: "clearInterval(tick);", to: "", shows: "left: text" },
    { what: "it can be pressed too soon", from: "if (n === 0)", to: "if (n <= 1)", shows: "start" },
    { what: "it can be pressed at once", from: '"start" disabled', to: '"start"', shows: "start: disabled" },
    { what: "it counts by two", from: "n--;", to: "n -= 2;", shows: "left: text" },
    { what: "the words stay", from: 'start.textContent = "Vents open";', to: "", shows: "start" },
    { what: "the unit is missing", from: 'n + " s"', to: "n", shows: "left" },
  ],
};

const toggle: Fixture = {
  name: "a switch that another script draws late",
  doc: component({
    parts: [
      {
        name: "lamp",
        tag: "button",
        attributes: { role: "switch", type: "button" },
        content: ["Night lamp"],
      },
      box("light", ["The lamp is on."]),
    ],
    states: ["off", "on"],
    looks: {
      lamp: { off: 'aria-checked="false"', on: 'aria-checked="true"' },
      light: { off: "absent" },
    },
    reactions: { "click lamp": { off: "on", on: "off" } },
  }),
  html: page(
    `<main></main>`,
    "",
    `addEventListener("DOMContentLoaded", () => Promise.resolve().then(() => {
  const main = document.querySelector("main");
  const draw = (on) => {
    main.innerHTML = '<button type="button" role="switch" aria-checked="' + on + '">Night lamp</button>' + (on ? "<p>The lamp is on.</p>" : "");
    main.firstChild.onclick = () => { draw(!on); main.firstChild.focus(); };
  };
  draw(false);
}));`,
  ),
  faults: [
    { what: "drawing anew loses the focus", from: " main.firstChild.focus();", to: "", shows: "focus" },
    { what: "it is always on", from: "draw(!on)", to: "draw(true)", shows: "lamp" },
    {
      what: "it says the contrary",
      from: `aria-checked="' + on + '"`,
      to: `aria-checked="' + !on + '"`,
      shows: "aria-checked",
    },
    { what: "it is a checkbox", from: 'role="switch"', to: 'role="checkbox"', shows: "lamp: role" },
  ],
};

const framed: Fixture = {
  name: "a panel in a frame, with what stands around it",
  doc: component({
    parts: [
      box("words", ["Closed."], { attributes: { role: "status" } }),
      button("vent", { content: ["Vent"] }),
      box("panel", ["Half open."]),
    ],
    states: ["closed", "open", "late"],
    looks: {
      words: { closed: '"Closed."', open: '"Open."', late: '"Open for long."' },
      vent: { closed: 'aria-expanded="false"', open: 'aria-expanded="true"', late: 'aria-expanded="true"' },
      panel: {
        closed: "not displayed; opacity: 0; transition: opacity 200ms linear",
        open: "opacity: 1; transition: opacity 200ms linear",
        late: "opacity: 1",
      },
    },
    reactions: {
      "click vent": { closed: "open", open: "closed", late: "closed" },
      "press Escape": { open: "closed", late: "closed" },
      after: { open: "3s late" },
    },
  }),
  html: page(
    `<p class="words" role="status">Closed.</p><iframe title="Vent" style="width: 300px; height: 200px; border: 2px solid; padding: 4px" srcdoc='<!doctype html><style>
.panel { opacity: 0; transition: opacity 200ms linear; display: none } .panel.shown { display: block } .panel.in { opacity: 1 }</style>
<button class="vent" aria-expanded="false">Vent</button><div class="panel">Half open.</div><script>
const vent = document.querySelector(".vent"), panel = document.querySelector(".panel"), words = parent.document.querySelector(".words");
let timer = 0;
const isOpen = () => panel.classList.contains("in");
const turn = () => {
  clearTimeout(timer);
  if (isOpen()) { panel.classList.remove("in"); if (!panel.getAnimations().length) panel.classList.remove("shown"); }
  else { panel.classList.add("shown"); panel.offsetWidth; panel.classList.add("in"); timer = setTimeout(() => { words.textContent = "Open for long."; }, 3000); }
  vent.setAttribute("aria-expanded", isOpen());
  words.textContent = isOpen() ? "Open." : "Closed.";
};
panel.ontransitionend = () => { if (!isOpen()) panel.classList.remove("shown"); };
vent.onclick = turn;
for (const d of [document, parent.document]) d.addEventListener("keydown", (e) => { if (e.key === "Escape" && isOpen()) turn(); });
</script>'></iframe>`,
  ),
  faults: [
    { what: "the frame's timer is late", from: "3000", to: "3400", shows: "words: text" },
    {
      what: "the frame's fade is twice as long",
      from: "200ms linear; display",
      to: "400ms linear; display",
      shows: "panel: opacity",
    },
    {
      what: "Escape is heard in the frame alone",
      from: "[document, parent.document]",
      to: "[document]",
      shows: "words: text",
    },
    {
      what: "the frame is hidden",
      from: '<iframe title="Vent" style="',
      to: '<iframe title="Vent" style="visibility: hidden; ',
      shows: "vent",
    },
  ],
};

const shadowed: Fixture = {
  name: "a switch and its note in a shadow root",
  doc: component({
    parts: [
      button("lamp", { attributes: { "aria-pressed": "false" }, content: ["Night lamp"] }),
      box("note", ["It is on."], { attributes: { role: "status" } }),
    ],
    states: ["off", "on"],
    looks: {
      lamp: { off: 'aria-pressed="false"', on: 'aria-pressed="true"' },
      note: {
        off: "not displayed; opacity: 0; transition: opacity 100ms linear",
        on: "opacity: 1; transition: opacity 100ms linear",
      },
    },
    reactions: { "click lamp": { off: "on", on: "off" }, after: { on: "2s off" } },
  }),
  html: page(
    `<night-lamp></night-lamp>`,
    "",
    `customElements.define("night-lamp", class extends HTMLElement {
  connectedCallback() {
    const root = this.attachShadow({ mode: "open" });
    root.innerHTML = '<style>.note { opacity: 0; transition: opacity 100ms linear } .note.on { opacity: 1 } .note[hidden] { display: none }</style><button aria-pressed="false">Night lamp</button><div class="note" role="status" hidden>It is on.</div>';
    const lamp = root.querySelector("button"), note = root.querySelector(".note");
    let timer = 0, on = false;
    const turn = () => {
      on = !on;
      clearTimeout(timer);
      lamp.setAttribute("aria-pressed", on);
      if (on) { note.hidden = false; note.offsetWidth; timer = setTimeout(turn, 2000); }
      note.classList.toggle("on", on);
      if (!on && !note.getAnimations().length) note.hidden = true;
    };
    lamp.addEventListener("click", turn);
    note.addEventListener("transitionend", () => { if (!on) note.hidden = true; });
  }
});`,
  ),
  faults: [
    {
      what: "the fade inside is three times as long",
      from: "100ms linear",
      to: "300ms linear",
      shows: "note: opacity",
    },
    { what: "the timer inside is late", from: "2000", to: "2300", shows: "lamp: attribute aria-pressed" },
    {
      what: "what is pressed is not said",
      from: 'lamp.setAttribute("aria-pressed", on);',
      to: "",
      shows: "aria-pressed",
    },
  ],
};

/** What lies around a dialog is inert, though it stands in another tree; what a status in a tree says is heard. */
const dialogInside: Fixture = {
  name: "a modal dialog in a shadow root, and a status in another",
  doc: component({
    parts: [
      button("ask", { content: ["Close the vents"] }),
      box("talk", [button("shut", { content: ["Shut them"] })], {
        tag: "dialog",
        attributes: { "aria-label": "Vents" },
        covers: "viewport",
        layer: 1,
      }),
      box("note", ["The vents are open"], { attributes: { role: "status" } }),
    ],
    states: ["open", "asked", "left", "shut"],
    looks: {
      talk: { asked: 'open=""' },
      ask: { asked: "inert" },
      note: { asked: "inert", shut: '"All vents are shut"' },
    },
    focus: { asked: "→ shut", shut: "→ ask", left: "→ ask" },
    reactions: {
      "click ask": { open: "asked", left: "asked", shut: "asked" },
      "click shut": { asked: "shut" },
      "press Escape": { asked: "left" },
    },
  }),
  html: page(
    `<button id="ask">Close the vents</button><vent-dialog></vent-dialog><vent-note></vent-note>`,
    "",
    `const ask = document.getElementById("ask"), inside = (host, html) => {
  const root = document.querySelector(host).attachShadow({ mode: "open" });
  root.innerHTML = html;
  return root.firstElementChild;
};
const talk = inside("vent-dialog", '<dialog aria-label="Vents"><button>Shut them</button></dialog>');
const note = inside("vent-note", '<div role="status">The vents are open</div>');
ask.onclick = () => { note.textContent = "The vents are open"; talk.showModal(); };
talk.firstElementChild.onclick = () => { talk.close(); note.textContent = "All vents are shut"; ask.focus(); };`,
  ),
  faults: [
    { what: "the rest can be used beside it", from: "showModal()", to: "show()", shows: "ask: " },
    { what: "nobody hears of it", from: 'role="status"', to: 'role="group"', shows: "note: role" },
    { what: "the focus is lost", from: "ask.focus()", to: "document.activeElement.blur()", shows: "focus" },
  ],
};

/** A page with a button that shows a note, and does something besides, as no page on trial should. */
export const going = {
  doc: component({
    parts: [button("go", { content: ["Go"] }), box("note", ["Gone"])],
    states: ["here", "there"],
    looks: { note: { here: "not displayed" } },
    reactions: { "click go": { here: "there" } },
  }),
  page: (does: string): string =>
    `<!doctype html><title>Go</title><button id="go">Go</button><div id="note" hidden>Gone</div><script>
document.getElementById("go").onclick = () => { document.getElementById("note").hidden = false; ${does} };</script>`,
};

export const fixtures: readonly Fixture[] = [shadowed, dialogInside, drawer, toast, disclosure, countdown, toggle];
/** Frames within a frame have no origin in common: these need a browser. */
export const framedFixtures: readonly Fixture[] = [framed];
