/** What controls, lists, landmarks and all that has a role say in the names of what they stand in, against Chromium. */
import { roles } from "aria-query";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange/html-in/read";
import { emptyComponent } from "../../src/core/model";
import { compile } from "../../src/core/program";
import { start } from "../../src/core/run";
import { type Held, open, show } from "./engine";
import { unlikeProbe, unlikeTree } from "./tree";

let browser: Held;
beforeAll(async () => {
  browser = await open("chromium");
});
afterAll(() => browser?.end());

/** What is in them names these, or is named by them. */
const contexts: Record<string, (id: string, x: string) => string> = {
  button: (id, x) => `<div role=button id="${id}">fleet ${x}</div>`,
  tab: (id, x) => `<div role=tab id="${id}">fleet ${x}</div>`,
  treeitem: (id, x) => `<div role=tree><div role=treeitem id="${id}">fleet ${x}</div></div>`,
  option: (id, x) => `<div role=listbox><div role=option id="${id}">fleet ${x}</div></div>`,
  menuitem: (id, x) => `<div role=menu><div role=menuitem id="${id}">fleet ${x}</div></div>`,
  cell: (id, x) => `<div role=table><div role=row><div role=cell id="${id}">fleet ${x}</div></div></div>`,
  heading: (id, x) => `<h2 id="${id}">fleet ${x}</h2>`,
  labelled: (id, x) => `<input id="${id}" aria-labelledby="l${id}"><div id="l${id}">fleet ${x}</div>`,
  label: (id, x) => `<label>fleet ${x}<input id="${id}"></label>`,
  deep: (id, x) => `<div role=button id="${id}"><div>fleet <span>${x}</span></div></div>`,
  article: (id, x) => `<article><div role=button id="${id}">fleet ${x}</div></article>`,
  main: (id, x) => `<main><section aria-label=x><div role=button id="${id}">fleet ${x}</div></section></main>`,
  strayed: (id, x) => `<ul role=list><li role=treeitem id="${id}">fleet ${x}</li></ul>`,
};

/** What stands in them, by what it is. */
const contents: Record<string, string> = {
  ul: "<ul><li>ship</ul>",
  ol: "<ol><li>ship</ol>",
  menu: "<menu><li>ship</menu>",
  dl: "<dl><dt>ship</dl>",
  table: "<table><tr><td>ship</table>",
  tbody: "<table><caption>ship</caption></table>",
  nav: "<nav>ship</nav>",
  details: "<details open><summary>x</summary>ship</details>",
  fieldset: "<fieldset>ship</fieldset>",
  form: "<form>ship</form>",
  output: "<output>ship</output>",
  hr: "<p>ship</p>",
  pre: "<pre>ship</pre>",
  address: "<address>ship</address>",
  hgroup: "<hgroup><h3>ship</h3></hgroup>",
  search: "<search>ship</search>",
  dialog: "<dialog open>ship</dialog>",
  figure: "<figure>ship<figcaption>x</figcaption></figure>",
  figcaption: "<figure>x<figcaption>ship</figcaption></figure>",
  blockquote: "<blockquote>ship</blockquote>",

  main: "<main>ship</main>",
  header: "<header>ship</header>",
  footer: "<footer>ship</footer>",
  section: "<section>ship</section>",
  sectionN: "<section aria-label=x>ship</section>",
  article: "<article>ship</article>",
  aside: "<aside>ship</aside>",
  optgroup: "<span>ship</span>",
  tr: "<table><tr><th>ship</table>",
  li: "<li>ship</li>",
  roletable: "<div role=table><div role=row><div role=cell>ship</div></div></div>",
  rolegrid: "<div role=grid><div role=row><div role=cell>ship</div></div></div>",
  gridtable: "<table role=grid><tr><td>ship</table>",
  select: "<select><option>boat<option selected>ship</select>",
  multi: "<select multiple><option>boat<option selected>ship</select>",
  textarea: "<textarea>ship</textarea>",
  input: "<input value=ship>",
  inputlist: "<input value=ship list=dl><datalist id=dl><option>z</datalist>",
  checkbox: "<input type=checkbox checked>",
  range: "<input type=range value=30>",
  number: "<input type=number value=30>",
  rangevalue: "<div role=slider aria-valuenow=7 aria-valuetext=ship>x</div>",
  spin: "<div role=spinbutton aria-valuenow=7>x</div>",
  meterv: "<div role=meter aria-valuenow=7 aria-valuemin=3>x</div>",
  meterv2: "<div role=meter aria-valuemin=3>x</div>",
  slider2: "<div role=slider aria-valuemin=10 aria-valuemax=20>x</div>",
  bar: "<div role=progressbar aria-valuenow=7>x</div>",
  barText: "<div role=progressbar aria-valuetext=ship>x</div>",
  sep: "<div role=separator tabindex=0 aria-valuenow=7>x</div>",
  img: "<img alt=ship src='data:,'>",
  button: "<button>ship</button>",
  link: "<a href=#x>ship</a>",
  combo: "<div role=combobox tabindex=0>ship</div>",
  combov: "<div role=combobox aria-valuetext=ship>x</div>",
  listbox: "<div role=listbox><div role=option aria-selected=true>ship</div><div role=option>boat</div></div>",
  editable: "<div contenteditable>ship</div>",
  textboxrole: "<div role=textbox>ship</div>",
  searchboxrole: "<div role=searchbox contenteditable>ship</div>",
  meter: "<meter value=.5>x</meter>",
  progress: "<progress value=.5>x</progress>",
  svg: "<svg width=9 height=9><title>ship</title></svg>",
  odd: "<div role='foo button'>ship</div>",
  odd2: "<div role=foo>ship</div>",
  upper: "<div role=NAVIGATION>ship</div>",
  image: "<div role=image aria-label=boat>ship</div>",
  imgtitle: "<div role=img title=boat>ship</div>",
  legend: "<fieldset><legend>ship</legend>x</fieldset>",
  titledNav: "<nav title=boat>ship</nav>",
  labelledList: "<ul aria-label=boat><li>ship</ul>",
  optionIn: "<div role=group><div role=option>ship</div></div>",
  treeIn: "<div role=tree><div role=none><div role=treeitem>ship</div></div></div>",
  listIn: "<div role=list><div><div role=listitem>ship</div></div></div>",
  hidden: "<span hidden>ship</span>",
  ariahidden: "<span aria-hidden=true>ship</span>",
};

const given = [...roles.entries()].flatMap(([role, { abstract }]) =>
  abstract || /^(doc|graphics)-/.test(role) ? [] : `<div role="${role}">ship</div>`,
);

async function unlike(html: string, css = ""): Promise<string[]> {
  const read = readHtml(html, "Names");
  if (!read.ok) throw new Error(read.message);
  const empty = emptyComponent("Names");
  const doc = { ...empty, parts: read.doc.parts, page: { ...empty.page, css } };
  const { page, done } = await show(browser, doc);
  const program = compile(doc);
  const { state } = start(program);
  const lines = [...(await unlikeTree(page, program, state, css === "")), ...(await unlikeProbe(page, program, state))];
  await done();
  return lines;
}

describe("a name", () => {
  it.each(Object.keys(contexts))("of a %s with anything in it is that of Chromium", async (context) => {
    const all = [...given, ...Object.values(contents)];
    expect(await unlike(all.map((inner, i) => contexts[context](`k${i}`, inner)).join("\n"))).toEqual([]);
  });
});

/** What a rule says of what stands before or after. */
const words = [
  `"▾"`,
  `"×" / "Close"`,
  `"×" / ""`,
  `""`,
  `"\\f00c"`,
  `"\\201C x\\22 y"`,
  `"a\\a b"`,
  `'it"s'`,
  "attr(data-x)",
  "attr(data-none)",
  'attr(data-none, "else")',
  '"a" attr(data-x) "b"',
  "counter(k)",
  'counter(k, upper-roman) ". "',
  'url("data:image/gif;base64,R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7") / "pic"',
  "var(--sign)",
  "var(--none)",
  '"a" var(--none)',
  'var(--none, "other")',
  "none",
  "normal",
];
const laid = [
  "",
  "display: block",
  "display: none",
  "float: right",
  "position: absolute",
  "visibility: hidden",
  "opacity: 0",
  "display: inline-flex",
];
const ways = [
  ...words.flatMap((w) => [`content: ${w}`, `--sign: "own"; content: ${w} !important; content: "no"`]),
  ...laid.map((l) => `content: "▾"; ${l}`),
];

describe("what a style sheet puts before and after", () => {
  const css = [
    `body { --sign: "sign"; counter-reset: k 3 }`,
    ...ways.flatMap((w, i) => [`.b${i}::before { ${w} }`, `.a${i}:after { ${w} }`]),
    ...ways.map((w, i) => `#own${i}::before { ${w} } .whole${i} { display: flex } #own${i}x::after { ${w} }`),
    ".gone { display: none } .unseen { visibility: hidden } .gone::before, .unseen::after { content: 'x' }",
    ".quote::before { content: open-quote } .quote::after { content: close-quote }",
  ].join("\n");
  const inner = [
    ...ways.flatMap((_, i) => [
      `<span class="b${i}" data-x="said">ship</span>`,
      `<b class="a${i}" data-x="said"></b>`,
      `<i class="a${i} b${i}" aria-hidden="true" data-x="said">ship</i>`,
    ]),
    `<q class="quote">ship</q>`,
    `<span class="gone">ship</span>`,
    `<span class="unseen">ship</span>`,
    `<details class="b0"><summary class="a0">more</summary>rest</details>`,
    `<details class="a0">rest</details>`,
    "<details><summary>more</summary>rest<p>all</p></details>",
  ];
  it.each(Object.keys(contexts))("of what is in a %s has a say as in Chromium", async (context) => {
    expect(await unlike(inner.map((x, i) => contexts[context](`k${i}`, x)).join("\n"), css)).toEqual([]);
  });
  it("the words of what is named", async () => {
    const html = ways.flatMap((_, i) => [
      `<button id="own${i}" data-x="said" title="t"></button>`,
      `<a href="#x" id="own${i}x" class="whole${i}" data-x="said"> ship <em>boat</em> </a>`,
      `<label class="a${i}" data-x="said">ship <input></label>`,
    ]);
    expect(await unlike(html.join("\n"), css)).toEqual([]);
  });
});

/** Elements of every kind that have a name, by what is in them or by what their author says. */
const named: readonly ((a: string) => string)[] = [
  (a) => `<select ${a}><option ${a}>ship<option>boat</select>`,
  (a) => `<select size="3" ${a}><option ${a}>ship<option>boat</select>`,
  (a) =>
    `<select multiple ${a}><optgroup label="fleet" ${a}><option ${a}>ship<option selected>boat</optgroup></select>`,
  (a) => `<table ${a}><caption ${a}>fleet</caption><tr ${a}><th ${a}>ship<td ${a}>boat</table>`,
  (a) => `<table role="grid" ${a}><tr ${a}><th ${a}>ship<td ${a}>boat</table>`,
  (a) => `<div role="table" ${a}><div role="row" ${a}><div role="cell" ${a}>ship</div></div></div>`,
  (a) => `<div role="treegrid" ${a}><div role="row" ${a}><div role="gridcell" ${a}>ship</div></div></div>`,
  (a) => `<fieldset ${a}><legend ${a}>fleet</legend>ship</fieldset>`,
  (a) => `<figure ${a}><figcaption ${a}>fleet</figcaption>ship</figure>`,
  (a) => `<details ${a}><summary ${a}>fleet</summary><button ${a}>ship</button></details>`,
  (a) => `<details open ${a}><summary ${a}>fleet</summary><button ${a}>ship</button></details>`,
  (a) => `<div role="listbox" ${a}><div role="option" ${a}>ship</div></div>`,
  (a) => `<label ${a}>fleet <input ${a}></label><label ${a}>fleet <select ${a}><option ${a}>ship</select></label>`,
  (a) =>
    `<input type="submit" value="ship" ${a}><input type="button" ${a}><input type="image" alt="ship" src="data:," ${a}>`,
  (a) =>
    `<textarea ${a}>ship</textarea><progress ${a}></progress><meter value=".5" ${a}></meter><output ${a}>ship</output>`,
  (a) => `<h2 ${a}>ship</h2><a href="#x" ${a}>ship</a><a ${a}>ship</a><dl ${a}><dt ${a}>ship<dd ${a}>boat</dl>`,
  (a) =>
    `<nav ${a}>ship</nav><section ${a}>ship</section><ul ${a}><li ${a}>ship</ul><hr ${a}><img alt="boat" src="data:," ${a}>`,
  (a) => `<div hidden id="away" ${a}>ship <b ${a}>boat</b></div><button aria-labelledby="away">x</button>`,
  (a) => `<button ${a}><span style="display: contents" ${a}>ship</span><i hidden ${a}>boat</i></button>`,
];
describe("what has a name", () => {
  const css =
    ".said::before { content: 'before' } .said::after { content: 'after' } .apart::after { content: 'a'; position: absolute }";
  it.each([
    "",
    "class=said",
    "class=apart",
    "title=told",
    "aria-label=told",
    "class=said title=told",
    'aria-label="" title=told',
  ])("has it from Chromium's own: %s", async (a) => {
    const html = named.map((of, i) => of(a).replaceAll("away", `away${i}`)).join("\n");
    expect(await unlike(html, css)).toEqual([]);
  });
});

describe("a role", () => {
  const some = "option treeitem listitem cell form region generic directory image odd tab menuitem row".split(" ");
  const around = "list listbox tree group table grid treegrid tablist menu none article".split(" ");
  it.each(some)("%s in anything is that of Chromium", async (role) => {
    const inner = [`<div role="${role}">x</div>`, `<li role="${role}">x</li>`, `<nav role="${role} button">x</nav>`];
    const html = around.flatMap((r) =>
      inner.flatMap((x) => [
        `<div role="${r}" aria-label="a">${x}</div>`,
        `<div role="${r}" aria-label="a"><div>${x}</div></div>`,
        `<ul role="${r}">${x}</ul>`,
        `<fieldset>${x}</fieldset>`,
      ]),
    );
    expect(await unlike(html.join("\n"))).toEqual([]);
  });
});
