/** The same component as plain lines, a function that is called, a class, an object, an element of its own. */
import type { Habits, Widget } from "./writing";

/** How an element is found. */
function finder(how: Habits, name: string, n: number, root: string): string {
  if (name === "root") return root;
  switch (how.find) {
    case "id":
      return `document.getElementById("${name}${n}")`;
    case "selector":
      return `document.querySelector("#w${n} .${name}")`;
    case "data":
      return `${root}.querySelector("[data-${name}]")`;
    case "within":
      return `${root}.querySelector(".${name}")`;
  }
}

/** Words with what is the component's own written as `own` says. */
const put = (words: string, own: (name: string) => string, bind: string): string =>
  words.replace(/@(\w+)/g, (_all, name: string) => own(name)).replaceAll("~BIND~", bind);

/** The script of a component, whose root has the id `w` with its number. */
export function wrapped(widget: Widget, how: Habits, n: number): string {
  const around = how.wrap === "element" ? "this" : `document.getElementById("w${n}")`;
  const state = Object.entries(widget.state ?? {});
  const methods = Object.entries(widget.methods);
  const found = (root: string): [string, string][] => [
    ...widget.elements.map((name): [string, string] => [name, finder(how, name, n, root)]),
    ...(widget.lists ?? []).map((name): [string, string] => [name, `${root}.querySelectorAll(".${name}")`]),
  ];
  const plain = (): string => {
    const own = (name: string): string => name;
    return [
      `const root = ${around};`,
      ...found("root").map(([name, e]) => `const ${name} = ${e};`),
      ...state.map(([name, value]) => `let ${name} = ${put(value, own, "")};`),
      ...methods.map(([name, [params, body]]) => `function ${name}(${params}) { ${put(body, own, "")} }`),
      put(widget.start, own, ""),
    ].join("\n");
  };
  const inClass = (
    mark: string,
    root: string,
  ): { fields: string; begin: string; methods: (readonly [string, string, string])[] } => {
    const own = (name: string): string => `this.${mark}${name}`;
    const names = ["root", ...found("").map(([name]) => name), ...state.map(([name]) => name)];
    return {
      fields: mark ? names.map((name) => `${mark}${name};`).join(" ") : "",
      begin: [
        `${own("root")} = ${root};`,
        ...found(own("root")).map(([name, e]) => `${own(name)} = ${e};`),
        ...state.map(([name, value]) => `${own(name)} = ${put(value, own, "")};`),
        put(widget.start, own, ".bind(this)"),
      ].join("\n"),
      methods: methods.map(([name, [params, body]]) => [mark + name, params, put(body, own, ".bind(this)")] as const),
    };
  };
  const inBody = (all: ReturnType<typeof inClass>["methods"], end = ""): string =>
    all.map(([name, params, body]) => `${name}(${params}) { ${body} }${end}`).join("\n");
  switch (how.wrap) {
    case "plain":
      return `{ ${plain()} }`;
    case "iife":
      return `(function () { "use strict"; ${plain()} })();`;
    case "ready":
      return `document.addEventListener("DOMContentLoaded", () => { ${plain()} });`;
    case "factory":
      return `function make${n}() { ${plain()} return { root }; } const made${n} = make${n}();`;
    case "class":
    case "private": {
      const made = inClass(how.wrap === "private" ? "#" : "", "root");
      return `class Widget${n} { ${made.fields} constructor(root) { ${made.begin} }\n${inBody(made.methods)} }\nnew Widget${n}(${around});`;
    }
    case "element": {
      const made = inClass("", "this");
      return `customElements.define("x-widget${n}", class extends HTMLElement { connectedCallback() { ${made.begin} }\n${inBody(made.methods)} });`;
    }
    case "prototype": {
      const made = inClass("", "root");
      return `function Widget${n}(root) { ${made.begin} }
${made.methods.map(([name, params, body]) => `Widget${n}.prototype.${name} = function (${params}) { ${body} };`).join("\n")}
const widget${n} = new Widget${n}(${around});`;
    }
    case "object": {
      const made = inClass("", around);
      return `const widget${n} = { init() { ${made.begin} },\n${inBody(made.methods, ",")} };\nwidget${n}.init();`;
    }
  }
}
