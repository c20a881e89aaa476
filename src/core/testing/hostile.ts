/** Texts that try to leave their place, and the places of a component where a text can stand. */
import type { Component, Look, Part } from "../model";
import { box, button, component } from "./index";

/** What every object answers to, and what is a word of the language. */
export const languageNames = ["constructor", "toString", "valueOf", "hasOwnProperty", "isPrototypeOf", "default"];

/** Words of the languages that components go out in, and names that look alike once they are written as each wants them. */
export const awkwardNames: readonly string[] =
  "class default new function await let static enum eval arguments undefined NaN Infinity null true this super import export key ref children style className slot is state send set data requests onState onData root mounted props emit value model input output effect watch host element content initial given options kebab mount embed component features markup document window event name id on of as it now before useEffect onMount untrack onclick title hidden innerHTML ngOnInit a A a-b a_b aB a--b A_B a-B ab AB _ __ a1 a-1 a_1 x-x html svelte template script default- -default _default".split(
    " ",
  );

const run = "window.ran=1";
/** Each runs `window.ran = 1` if it gets out of its place. */
export const payloads: readonly string[] = [
  `</style><script>${run}</script>`,
  `</STYLE ><script>${run}</script>`,
  `</script><script>${run}</script>`,
  `</SCRIPT><SCRIPT>${run}</SCRIPT>`,
  `--><script>${run}</script>`,
  `--!><script>${run}</script>`,
  `---><script>${run}</script>`,
  `"><img src=x onerror=${run}>`,
  `'><img src=x onerror=${run}>`,
  `" onfocus="${run}" autofocus="`,
  `<!--<script>`,
  `<svg><style><img src=x onerror=${run}></style></svg>`,
  `</textarea><img src=x onerror=${run}>`,
  `</title><img src=x onerror=${run}>`,
  `";${run};"`,
  `';${run};'`,
  `\`;${run};\``,
  `\${${run}}`,
  `*/${run}/*`,
  `\n${run}\n`,
  `\u2028${run}\u2028`,
  `\\`,
  `\\";${run}//`,
  `"`,
  `'`,
  `red } </style><script>${run}</script>`,
  `"</style><script>${run}</script>"`,
  `url("</style><script>${run}</script>")`,
  `url(</style><script>${run}</script>)`,
  `"\\3c/style\\3e\\3cscript\\3e ${run}"`,
  `red; } body { background: url(javascript:${run})`,
  `/*`,
  `/* </style><script>${run}</script> */`,
  `(`,
  `{`,
  `javascript:${run}`,
  `JaVaScRiPt:${run}`,
  `java\tscript:${run}`,
  `\njavascript:${run}`,
  ` \rjavascript:${run}`,
  `vbscript:${run}`,
  `data:text/html,<script>${run}</script>`,
  `data:image/svg+xml,<svg xmlns="http://www.w3.org/2000/svg" onload="${run}"/>`,
  `onclick`,
  `script`,
  `SCRIPT`,
  `iframe`,
  `a><script>${run}</script`,
  `__proto__`,
  `constructor`,
  `1ms;}</style><script>${run}</script>`,
];

const look = (more: Partial<Look>): Component["looks"] => [{ part: "a", in: { one: more } }];
const part = (doc: Component, more: Partial<Part>): Component => ({
  ...doc,
  parts: [{ ...(doc.parts[0] as Part), ...more }, ...doc.parts.slice(1)],
});
const on = (tag: string, attribute: string) => (doc: Component, t: string) =>
  part(doc, { tag, attributes: { [attribute]: t }, content: ["go"] });

/** Places by name: each puts a text into a component. */
export const places: Record<string, (doc: Component, text: string) => Component> = {
  name: (d, t) => ({ ...d, name: t.slice(0, 120) }),
  lang: (d, t) => ({ ...d, page: { ...d.page, lang: t } }),
  "page style": (d, t) => ({ ...d, page: { ...d.page, css: t } }),
  "page style in a rule": (d, t) => ({ ...d, page: { ...d.page, css: `body { content: ${t} }` } }),
  "block height": (d, t) => ({ ...d, page: { ...d.page, blocks: [{ name: "b", height: `calc(${t})` }] } }),
  token: (d, t) => ({ ...d, tokens: [{ name: "--t", value: t }] }),
  tag: (d, t) => part(d, { tag: t }),
  "attribute name": (d, t) => part(d, { attributes: { [t]: "x" } }),
  "attribute value": (d, t) => part(d, { attributes: { title: t } }),
  href: on("a", "href"),
  "xlink:href": on("a", "xlink:href"),
  src: on("img", "src"),
  action: on("form", "action"),
  formaction: on("button", "formaction"),
  srcdoc: on("div", "srcdoc"),
  style: on("div", "style"),
  "animated attribute": on("set", "attributeName"),
  "href in a look": (d, t) => ({ ...part(d, { tag: "a" }), looks: look({ attributes: { href: t } }) }),
  "attribute name in a look": (d, t) => ({ ...d, looks: look({ attributes: { [t]: "x" } }) }),
  "attribute in a look": (d, t) => ({ ...d, looks: look({ attributes: { title: t } }) }),
  "text in a look": (d, t) => ({ ...d, looks: look({ text: t }) }),
  "style in a look": (d, t) => ({ ...d, looks: look({ css: { color: t } }) }),
  "property in a look": (d, t) => ({ ...d, looks: look({ css: { [t]: "red" } }) }),
  "condition of a look": (d, t) => ({ ...d, looks: look({ and: [{ when: t, text: "x" }] }) }),
  "duration of a motion": (d, t) => ({
    ...d,
    looks: look({ motion: { color: { duration: `calc(${t})`, easing: "ease" } } }),
  }),
  "easing of a motion": (d, t) => ({ ...d, looks: look({ motion: { color: { duration: "1s", easing: t } } }) }),
  "property of a motion": (d, t) => ({ ...d, looks: look({ motion: { [t]: { duration: "1s", easing: "ease" } } }) }),
  "style name": (d, t) => part(d, { css: { [t]: "red" } }),
  "style value": (d, t) => part(d, { css: { color: t } }),
  "custom property": (d, t) => part(d, { css: { "--x": t } }),
  text: (d, t) => part(d, { content: [t] }),
  "text of a textarea": (d, t) => part(d, { tag: "textarea", content: [t] }),
  "text of a pre": (d, t) => part(d, { tag: "pre", content: [t] }),
  datum: (d, t) => ({ ...d, data: [{ name: "x", type: "text", initial: t }] }),
  "one of": (d, t) => ({ ...d, data: [{ name: "x", type: "one of", values: [t, "y"], initial: "y" }] }),
  "datum's name": (d, t) => ({ ...d, data: [{ name: t, type: "boolean", initial: false }] }),
  announcement: (d, t) => doing(d, { do: "announce", text: t }),
  log: (d, t) => doing(d, { do: "log", label: t }),
  "why it fails": (d, t) => doing(d, { do: "fail", why: t }),
  assignment: (d, t) =>
    doing({ ...d, data: [{ name: "x", type: "text", initial: "" }] }, { do: "assign", data: "x", value: t }),
  "assigned text": (d, t) =>
    doing(
      { ...d, data: [{ name: "x", type: "text", initial: "" }] },
      { do: "assign", data: "x", value: JSON.stringify(t) },
    ),
  "own event": (d, t) => doing(d, { do: "raise", event: t }),
  key: (d, t) => ({ ...d, reactions: [{ event: { on: "key", key: t }, in: { one: { branches: [{ to: "two" }] } } }] }),
  condition: (d, t) => ({
    ...d,
    reactions: [{ event: { on: "mounted" }, in: { one: { branches: [{ when: t, to: "two" }] } } }],
  }),
  "request's path": (d, t) => ({
    ...d,
    requests: [{ name: "r", method: "POST", path: `/${t}`, latency: "1ms", outcome: "ok" }],
  }),
  state: (d, t) => ({ ...d, states: [...d.states, { name: t }] }),
};

const doing = (doc: Component, action: NonNullable<Component["states"][0]["entry"]>[0]): Component => ({
  ...doc,
  states: doc.states.map((s, i) => (i ? s : { ...s, entry: [action] })),
});

/** A component that a text is put into. */
export const plainComponent = (): Component =>
  component({
    parts: [button("a"), box("b", ["text"])],
    states: ["one", "two"],
    reactions: { "click a": { one: "two", two: "one" } },
    looks: { b: { two: "hidden" } },
  });

/** Markup that a browser reads into something that runs, or that changes when it is written and read again. */
export const hostileMarkup: readonly string[] = [
  `<style>p { content: "\\3c/style\\3e\\3cscript\\3e ${run}\\3c/script\\3e" }</style><p>x</p>`,
  `<p>x</p><style>p::before { content: "</sty" "le><script>${run}</script>" }</style>`,
  `<div style="background: url('</style><script>${run}</script>')">x</div>`,
  `<svg><style>/* </style><img src=x onerror=${run}> */</style><circle r="1"/></svg>`,
  `<svg><style>&lt;/style>&lt;script>${run}&lt;/script></style><circle r="1"/></svg>`,
  `<math><mtext><table><mglyph><style><!--</style><img title="--&gt;&lt;img src=1 onerror=${run}&gt;">`,
  `<form><math><mtext></form><form><mglyph><style></math><img src onerror=${run}>`,
  `<table><a href="x"><td>x</td></a></table>`,
  `<p><table></p></table><div>x</div>`,
  `<select><option><img src=x onerror=${run}></option></select>`,
  `<noscript><p title="</noscript><img src=x onerror=${run}>"></noscript><p>x</p>`,
  `<a href="java&Tab;script:${run}">x</a>`,
  `<a href="&#1;javascript:${run}">x</a>`,
  `<a href="javascript&colon;${run}">x</a>`,
  `<svg><a xlink:href="javascript:${run}"><text>x</text></a></svg>`,
  `<form action="javascript:${run}"><button formaction="java&NewLine;script:${run}">x</button></form>`,
  `<svg><a><animate attributeName="href" values="javascript:${run}"/><text>x</text></a></svg>`,
  `<svg><a><set attributeName="xlink:href" to="javascript:${run}"/><text>x</text></a></svg>`,
  `<svg onload="${run}"><circle r="1"/></svg>`,
  `<img src=x onerror="${run}">`,
  `<iframe srcdoc="<script>parent.ran=1</script>"></iframe><p>x</p>`,
  `<meta http-equiv="refresh" content="0;url=javascript:${run}"><p>x</p>`,
  `<base href="javascript:${run}//"><a href="x">x</a>`,
  `<style>@IMPORT "//x";p{color:red}</style><p>x</p>`,
  `<style>@\\69mport "//x";p:hover{color:red}</style><p>x</p>`,
  `<p>\${${run}} \\\${${run}} \`</p>`,
  `<o:p>office</o:p><a_b>x</a_b><x.y>z</x.y>`,
  `<p style="z-index: 99999999999999999999; position: fixed">x</p>`,
  `<form><input name="style"><input name="attributes"><input name="childNodes"></form>`,
  `<textarea>\n\n</textarea><pre>\n\nx</pre>`,
  `<image src=x onerror=${run}>`,
  `<a href='x"><script>${run}</script>'>y</a>`,
  `<p title="--><script>${run}</script>">--><script>${run}</script></p>`,
  `<template><img src=x onerror=${run}></template><p>x</p>`,
  `<xmp><img src=x onerror=${run}></xmp><p>x</p>`,
  `<plaintext><img src=x onerror=${run}>`,
  `<style></style><svg><desc><style><!--</style><img src=x onerror=${run}>--></desc></svg>`,
];
