/** Random programs that change and ask a page's elements: what they log is what any browser logs. */
import fc from "fast-check";
import { joined, type Text } from "./program-texts";

const of = (...texts: string[]): Text => fc.constantFrom(...texts);

/** What they find: a button that starts them, one that asks again, and where they play; there nobody else does anything. */
const close = `<button id="b" type="button">b</button><button id="ask" type="button">ask</button><p id="p">p</p>
<section id="area" inert class="dock wide" data-pier="2" title="Area"><ul id="list" class="berths"><li id="one" class="on">One</li><li id="two" data-n="2">Two</li><li id="three" hidden>Three</li></ul><p id="note" style="color: red">Note</p><button id="go" type="button" aria-pressed="false">Go</button><input id="box" type="checkbox" checked><input id="field" value="v"><details id="more"><summary id="head">More</summary><div id="inner">Inside</div></details></section>`;
export const playground = {
  "without white space": close,
  "with white space": close.replace(
    /(<ul[^>]*>|<section[^>]*>|<details[^>]*>|<.(?:li|ul|p|details|summary|div|button)>|<input[^>]*>)/g,
    "$1\n  ",
  ),
};

/** Tells all that there is of an element and of what is in it. */
const OUTLINE = `const classesOf = (e) => [...e.classList].sort().join(".");
const outline = (e) => e.localName + "#" + e.id + "." + classesOf(e) + "[" + e.style.cssText + " " +
  e.getAttributeNames().filter((n) => !/^(class|style|value|checked)$/.test(n)).sort().map((n) => n + "=" + e.getAttribute(n)).join(" ") + "]" +
  ":" + e.textContent.replace(/\\s+/g, "") + "(" + [...e.children].map(outline).join(",") + ")";
const told = (v) => v && v.localName ? v.localName + "#" + v.id + "." + classesOf(v) : String(v).replace(/\\s+/g, " ").replace(/> | (?=<)|^ | $/g, (t) => t.trim()) || "~";
`;

const variable = of("x", "y", "z");
const ids = of("one", "two", "three", "list", "note", "go", "more", "area", "inner", "mine");
const selector = of(
  "li",
  ".on",
  "#list > li",
  "[data-n]",
  "li:not(.on)",
  "ul, p",
  ":scope > *",
  "li + li",
  ".new",
  "[hidden]",
  "li:first-child",
  "li:last-child",
  "li:nth-child(2)",
  "button",
  "[aria-pressed=true]",
  "*",
  ".a.b",
  "section .on",
  "[title^=A]",
);
const word = of("on", "a", "b", "new", "dock", "wide");
const attribute = of("title", "data-n", "data-far-off", "hidden", "aria-pressed", "aria-label", "role", "lang", "id2");
const said = of("true", "false", "", "x", "2", "Quay");
const number = fc.integer({ min: 0, max: 3 });

const made: Text = fc.oneof(
  joined`make(${of("'li'", "'p'", "'span'", "'div'")}, ${of("'new'", "''", "'a b'")}, ${of("'Made'", "'Raft'")})`,
);
const element: Text = fc.oneof(
  variable,
  ids.map((i) => `document.getElementById("${i}")`),
  joined`area.querySelector("${selector}")`,
  joined`${variable}.querySelector("${selector}")`,
  joined`${variable}.closest("${selector}")`,
  joined`${variable}.${of("parentElement", "firstElementChild", "lastElementChild", "nextElementSibling", "previousElementSibling", "parentNode")}`,
  joined`${variable}.children[${number}]`,
  joined`[...list.children].${of("find", "findLast")}((e) => e.matches("${selector}"))`,
  joined`list.querySelectorAll("li")[${number}]`,
  joined`document.getElementsByClassName("${word}")[${number}]`,
  made,
);
const asked: Text = fc.oneof(
  joined`${variable}.getAttribute("${attribute}")`,
  joined`${variable}.hasAttribute("${attribute}")`,
  joined`${variable}.matches("${selector}")`,
  joined`${variable}.contains(${variable})`,
  joined`${variable} === ${variable}`,
  joined`${variable}.${of("textContent", "id", "title", "hidden", "tagName", "localName", "nodeName", "isConnected", "childElementCount", "children.length", "ariaPressed", "ariaLabel", "role", "lang", "dataset.n", "dataset.farOff", "nodeType", "tabIndex", "classList.length", "style.color", "style.display", "style.cssText", "outerHTML", "innerHTML", "attributes.length", "hasAttributes()")}`,
  joined`${of("one", "note", "head", "more")}.${of("firstChild", "lastChild")}?.${of("nodeValue", "nodeType", "parentNode.id", "id")}`,
  joined`${of("one", "two", "note", "head")}.${of("nextSibling", "previousSibling")}?.${of("nodeName", "id", "nodeType")}`,
  joined`[...${of("one", "note", "head", "more")}.childNodes].map((n) => n.nodeName).join()`,
  joined`${variable}.classList.contains("${word}")`,
  joined`${variable}.classList.toggle("${word}")`,
  joined`${variable}.classList.toggle("${word}", ${of("true", "false")})`,
  joined`${variable}.classList.replace("${word}", "${word}")`,
  joined`[...${variable}.classList].sort().join()`,
  joined`String(${variable}.classList).trim().length`,
  joined`${variable}.toggleAttribute("${attribute}")`,
  joined`${variable}.toggleAttribute("${attribute}", ${of("true", "false")})`,
  joined`Object.keys(${variable}.dataset).join()`,
  joined`"n" in ${variable}.dataset`,
  joined`${variable}.getAttributeNames().filter((n) => !/^(class|style)$/.test(n)).sort().join()`,
  joined`area.querySelectorAll("${selector}").length`,
  joined`${variable}.querySelectorAll("${selector}").length`,
  joined`[...list.querySelectorAll("${selector}")].map(told).join()`,
  joined`${variable}.getElementsByTagName("li").length`,
  joined`live.length + ":" + kids.length`,
  joined`[...live].map(told).join()`,
  joined`[...kids].map((e) => e.id).join()`,
  joined`Array.from(list.children, (e) => e.textContent).join()`,
  joined`[...list.children].indexOf(${variable})`,
  joined`${variable}.insertAdjacentElement("${of("beforebegin", "afterbegin", "beforeend", "afterend")}", ${made}) === ${variable}`,
  joined`told(${variable}.appendChild(${made}))`,
  joined`told(${element})`,
  joined`box.checked + " " + field.value + " " + more.open + " " + go.disabled`,
  joined`box.matches(":checked") + " " + go.matches(":disabled") + " " + more.matches("[open]")`,
  joined`${variable}.style.getPropertyValue("${of("color", "display")}")`,
  joined`${variable}.compareDocumentPosition(${variable})`,
  joined`[...area.querySelectorAll("${selector}")].map(told).join()`,
  joined`${variable}.style.length`,
);
const done: Text = fc.oneof(
  joined`${variable} = ${element} ?? ${variable};`,
  joined`list.${of("append", "prepend")}(${made});`,
  joined`${variable}.${of("append", "prepend", "after", "before")}(${made});`,
  joined`list.insertBefore(${made}, ${of("null", "list.firstElementChild", "list.children[1]", "list.lastElementChild", "list.firstChild")});`,
  joined`${variable}.remove();`,
  joined`${variable}.replaceWith(${made});`,
  joined`${variable}.replaceChildren(${of("", "make('b', '', 'Bold')", "'Text'", "make('i', 'a', 'I'), make('i', 'b', 'J')", "make('i', '', 'I'), ' words'", "'Words ', make('i', '', 'I')")});`,
  joined`if (one.firstChild) one.removeChild(one.${of("firstChild", "lastChild")});`,
  joined`${of("one", "note", "more")}.${of("firstChild", "lastChild")}?.remove();`,
  joined`while (list.firstChild) list.removeChild(list.${of("firstChild", "lastChild")});`,
  joined`list.insertBefore(${made}, two.parentNode === list ? two.${of("nextSibling", "previousSibling")} : null);`,
  joined`if (${of("one", "note", "x")}.firstChild?.nodeType === 3) ${of("one", "note")}.firstChild.${of("nodeValue", "data", "textContent")} = "Said";`,
  joined`list.removeChild(list.${of("firstElementChild", "lastElementChild")});`,
  joined`list.replaceChild(${made}, list.${of("firstElementChild", "lastElementChild")});`,
  joined`${variable}.textContent = "${said}";`,
  joined`${variable}.innerHTML = "${of("", "Plain", "<b>Bold</b>", "<i class='on'>I</i><i>J</i>", "<i>I</i> words", "Words <i>I</i>", "a <b>b</b> c", "<i>1</i> of <b>2</b>", "<i>1</i> <b>2</b>")}";`,
  joined`${variable}.${of("append", "prepend")}(${of("' words'", "'Words', make('b', '', 'Bold')", "make('b', '', 'Bold'), ' words'", "make('b', '', 'Bold'), ' and ', make('i', '', 'I')", "make('b', '', 'Bold'), ' ', make('i', '', 'I')")});`,
  joined`if (${variable}.parentElement) ${variable}.insertAdjacentHTML("${of("afterbegin", "beforeend")}", "<li class='new'>HTML</li>");`,
  joined`if (x.parentElement) x.insertAdjacentHTML("${of("beforebegin", "afterend")}", "<li class='new'>HTML</li>");`,
  joined`if (y.parentElement) y.outerHTML = "<li class='new'>Outer</li>";`,
  joined`${variable}.classList.${of("add", "remove")}("${word}", "${word}");`,
  joined`${variable}.className = "${of("", "on", "a b", "on on", " wide ")}";`,
  joined`${variable}.className += " ${word}";`,
  joined`${variable}.classList.value = "${of("", "on", "a b")}";`,
  joined`${variable}.setAttribute("${attribute}", "${said}");`,
  joined`${variable}.setAttribute("${of("class", "CLASS")}", "${of("on", "a b")}");`,
  joined`${variable}.removeAttribute("${attribute}");`,
  joined`${variable}.removeAttribute("class");`,
  joined`${variable}.${of("hidden", "inert")} = ${of("true", "false", "'x'", "0")};`,
  joined`${variable}.${of("id", "title", "lang", "ariaPressed", "ariaLabel", "role")} = ${of('"mine"', "null", "2", "undefined", "true")};`,
  joined`${variable}.dataset.${of("n", "farOff")} = ${of("1", "'x'", "null")};`,
  joined`delete ${variable}.dataset.${of("n", "farOff")};`,
  joined`${variable}.style.${of('color = ""', 'color = "red"', 'display = "none"', 'display = ""', 'display = "block"')};`,
  joined`${variable}.style.setProperty(${of('"color", ""', '"color", "blue"', '"display", "none"', '"display", ""')});`,
  joined`${variable}.style.removeProperty("${of("color", "display")}");`,
  joined`${variable}.style.cssText = "${of("", "color: blue", "color: red; display: none")}";`,
  joined`${variable}.tabIndex = ${of("0", "-1")};`,
  joined`go.disabled = ${of("true", "false")};`,
  joined`box.checked = ${of("true", "false")};`,
  joined`field.value = "${said}";`,
  joined`more.open = ${of("true", "false")};`,
  joined`for (const e of area.querySelectorAll("${selector}")) e.classList.toggle("${word}");`,
  joined`list.querySelectorAll("${selector}").forEach((e, i) => e.dataset.n = i);`,
  joined`for (const e of [...list.children]) if (e.matches("${selector}")) e.remove();`,
  joined`while (list.${of("firstChild", "firstElementChild", "lastElementChild")}) list.${of("firstElementChild", "lastElementChild")}.remove();`,
  joined`${variable} = ${variable}.cloneNode(${of("true", "false")});`,
);

const bodyOf = (...lines: { weight: number; arbitrary: Text }[]): Text =>
  fc
    .array(fc.oneof(...lines, { weight: 2, arbitrary: asked.map((a) => `log.push(told(${a}));`) }), {
      minLength: 2,
      maxLength: 9,
    })
    .map((said) => said.map((l) => `  ${l}`).join("\n"));

export const trees: Text = bodyOf({ weight: 3, arbitrary: done });

/** What lies in the page is put elsewhere in it. */
const moved: Text = fc.oneof(
  joined`area.${of("append", "prepend")}(${variable});`,
  joined`${of("list", "note", "more")}.${of("before", "after")}(${variable});`,
  joined`if (list.lastElementChild) list.insertBefore(list.${of("lastElementChild", "children[0]")}, list.children[${number}] ?? null);`,
  joined`list.append(...[...list.children].reverse());`,
  joined`{ const box = make("div", "new", ""); ${variable}.before(box); box.append(${variable}, ${variable}); }`,
  joined`{ const box = make("div", "", ""); while (${of("note", "list", "inner", "more")}.firstChild) box.append(${of("note", "list", "inner", "more")}.firstChild); area.append(box); }`,
  joined`{ const box = make("b", "", ""); box.append(...note.childNodes); note.append(box); }`,
  joined`more.replaceWith(...more.childNodes);`,
);
export const moves: Text = bodyOf({ weight: 2, arbitrary: moved }, { weight: 1, arbitrary: done });

/**
 * The whole script: `b` plays, each time another of them, `ask` tells what has become of it.
 * @param atOnce what is played as the page is loaded
 */
export const played = (bodies: readonly string[], atOnce = ""): string => `${OUTLINE}
const area = document.getElementById("area"), list = document.getElementById("list"), box = document.getElementById("box"),
  one = document.getElementById("one"), two = document.getElementById("two"), note = document.getElementById("note"), head = document.getElementById("head"), field = document.getElementById("field"), go = document.getElementById("go"), more = document.getElementById("more"), inner = document.getElementById("inner"), p = document.getElementById("p");
const make = (tag, name, text) => { const e = document.createElement(tag); if (name) e.className = name; e.textContent = text; return e; };
const live = list.getElementsByTagName("li"), kids = list.children;
let turn = 0, x = one, y = note, z = list;
const said = (play) => {
  const log = [];
  try { play(log); } catch (x) { log.push("!" + x.name); }
  p.textContent = log.join(" | ");
};
const turns = [${bodies
  .map(
    (body) => `(log) => {
${body}
}`,
  )
  .join(", ")}];
${atOnce ? `said((log) => {\n${atOnce}\n});` : ""}
document.getElementById("b").onclick = () => {
  if (turn < turns.length) said(turns[turn++]);
};
document.getElementById("ask").onclick = () => { p.textContent = outline(area); };`;
