/** How people write the same thing in other words: finding, showing, saying, listening, waiting. */
import fc from "fast-check";

const pick = <T>(...of: readonly T[]): fc.Arbitrary<T> => fc.constantFrom(...of);

/** The habits of whoever wrote a component. */
export interface Habits {
  wrap: "plain" | "iife" | "ready" | "class" | "private" | "object" | "prototype" | "factory" | "element";
  find: "id" | "selector" | "data" | "within";
  shown: "hidden" | "class" | "style" | "data" | "aria" | "fade";
  says: "textContent" | "innerText" | "innerHTML" | "replaceChildren" | "node";
  listens: "arrow" | "function" | "property" | "delegated" | "object";
  waits: "timeout" | "promise" | "async";
  loops: "forEach" | "of" | "index" | "map";
  reflects: "setAttribute" | "property" | "both";
}
export const habits: fc.Arbitrary<Habits> = fc.record({
  wrap: pick<Habits["wrap"]>("plain", "iife", "ready", "class", "private", "object", "prototype", "factory", "element"),
  find: pick<Habits["find"]>("id", "selector", "data", "within"),
  shown: pick<Habits["shown"]>("hidden", "class", "style", "data", "aria", "fade"),
  says: pick<Habits["says"]>("textContent", "innerText", "innerHTML", "replaceChildren", "node"),
  listens: pick<Habits["listens"]>("arrow", "function", "property", "delegated", "object"),
  waits: pick<Habits["waits"]>("timeout", "promise", "async"),
  loops: pick<Habits["loops"]>("forEach", "of", "index", "map"),
  reflects: pick<Habits["reflects"]>("setAttribute", "property", "both"),
});

/** A component in words that are yet to be wrapped: `@name` is something of its own. */
export interface Widget {
  html: string;
  /** Names of its elements; `id` of each is the name with the component's number. */
  elements: readonly string[];
  /** Lists of elements, by a class. */
  lists?: readonly string[];
  /** Variables, with what they begin as. */
  state?: Readonly<Record<string, string>>;
  /** By name: parameters, and what is done. `async` where it waits. */
  methods: Readonly<Record<string, readonly [params: string, body: string]>>;
  /** What is done at the start. */
  start: string;
  css?: string;
}

/** Whether one of what a kind leaves open is so. */
export const has = (bits: number, which: number): boolean => (bits & (1 << which)) !== 0;
export const lines = (...all: (string | false)[]): string => all.filter(Boolean).join("\n");

/** What a component's words are made with. */
export class Words {
  constructor(
    readonly how: Habits,
    readonly n: number,
  ) {}

  /** The start of an element that is found. */
  tag(tag: string, name: string, more = ""): string {
    return `<${tag} id="${name}${this.n}" class="${name}" data-${name} ${more}>`;
  }

  /** An element that is shown and hidden; `begins` says how it is at first. */
  panel(tag: string, name: string, inner: string, begins: boolean, more = ""): string {
    const is = {
      hidden: begins ? "" : "hidden",
      class: "",
      fade: "",
      style: begins ? "" : `style="display: none"`,
      data: `data-state="${begins ? "open" : "closed"}"`,
      aria: `aria-hidden="${!begins}"`,
    }[this.how.shown];
    const on = begins && (this.how.shown === "class" || this.how.shown === "fade") ? " on" : "";
    const kind =
      { class: " by-class", fade: " by-fade", data: " by-data", aria: " by-aria" }[this.how.shown as string] ?? "";
    return `<${tag} id="${name}${this.n}" class="${name}${kind}${on}" data-${name} ${is} ${more}>${inner}</${tag}>`;
  }

  show(e: string, value: string): string {
    const flag = value === "true" || value === "false";
    const not = flag ? String(value === "false") : `!(${value})`;
    switch (this.how.shown) {
      case "hidden":
        return `${e}.hidden = ${not};`;
      case "class":
      case "fade":
        if (flag) return `${e}.classList.${value === "true" ? "add" : "remove"}("on");`;
        return `${e}.classList.toggle("on", ${value});`;
      case "style":
        return `${e}.style.display = ${flag ? (value === "true" ? `""` : `"none"`) : `(${value}) ? "" : "none"`};`;
      case "data":
        return `${e}.dataset.state = ${flag ? (value === "true" ? `"open"` : `"closed"`) : `(${value}) ? "open" : "closed"`};`;
      case "aria":
        return `${e}.setAttribute("aria-hidden", ${flag ? `"${not}"` : `String(${not})`});`;
    }
  }

  isShown(e: string): string {
    return {
      hidden: `!${e}.hidden`,
      class: `${e}.classList.contains("on")`,
      fade: `${e}.matches(".on")`,
      style: `${e}.style.display !== "none"`,
      data: `${e}.dataset.state === "open"`,
      aria: `${e}.getAttribute("aria-hidden") === "false"`,
    }[this.how.shown];
  }

  say(e: string, words: string): string {
    return {
      textContent: `${e}.textContent = ${words};`,
      innerText: `${e}.innerText = ${words};`,
      innerHTML: `${e}.innerHTML = ${words};`,
      replaceChildren: `${e}.replaceChildren(${words});`,
      node: `${e}.firstChild.data = ${words};`,
    }[this.how.says];
  }

  /** Says a state to assistive technology. */
  aria(e: string, name: "expanded" | "pressed" | "selected" | "checked" | "busy", value: string): string {
    const set = `${e}.setAttribute("aria-${name}", String(${value}));`;
    const property = `${e}.aria${name[0].toUpperCase()}${name.slice(1)} = String(${value});`;
    return { setAttribute: set, property, both: name === "expanded" ? property : set }[this.how.reflects];
  }

  /** `e` is the event. */
  on(element: string, type: string, does: string): string {
    const self = /^@(\w+)$/.exec(element);
    switch (this.how.listens) {
      case "function":
        if (!does.includes("@")) return `${element}.addEventListener("${type}", function (e) { ${does} });`;
        return `${element}.addEventListener("${type}", (function (e) { ${does} })~BIND~);`;
      case "property":
        return /^focus(in|out)$/.test(type)
          ? `${element}.addEventListener("${type}", (e) => { ${does} });`
          : `${element}.on${type} = (e) => { ${does} };`;
      case "delegated":
        if (type === "click" && self)
          return `@root.addEventListener("click", (e) => { if (!e.target.closest(".${self[1]}")) return; ${does} });`;
        return `${element}.addEventListener("${type}", (e) => { ${does} });`;
      case "object":
        return `${element}.addEventListener("${type}", { handleEvent: (e) => { ${does} } });`;
      default:
        return `${element}.addEventListener("${type}", (e) => { ${does} });`;
    }
  }

  /** Does something for each of a list: `x` is one, `i` its place. */
  each(list: string, does: string): string {
    switch (this.how.loops) {
      case "of":
        return `for (const [i, x] of [...${list}].entries()) { ${does} }`;
      case "index":
        return `for (let i = 0; i < ${list}.length; i++) { const x = ${list}[i]; ${does} }`;
      case "map":
        return `Array.from(${list}).map((x, i) => { ${does} });`;
      default:
        return `${list}.forEach((x, i) => { ${does} });`;
    }
  }

  /** Does something later, and keeps no handle. */
  later(ms: number, does: string): string {
    switch (this.how.waits) {
      case "promise":
        return `new Promise((done) => setTimeout(done, ${ms})).then(() => { ${does} });`;
      case "async":
        return `(async () => { await new Promise((done) => setTimeout(done, ${ms})); ${does} })();`;
      default:
        return `setTimeout(() => { ${does} }, ${ms});`;
    }
  }

  /** Does something after a while, and keeps the handle in `timer`. */
  timed(timer: string, ms: number, does: string): string {
    return `clearTimeout(${timer}); ${timer} = setTimeout(() => { ${does} }, ${ms});`;
  }
}

export const CSS = `.by-class { display: none } .by-class.on { display: block }
.by-fade { opacity: 0; visibility: hidden; transition: opacity 120ms linear, visibility 120ms } .by-fade.on { opacity: 1; visibility: visible }
.by-data[data-state=closed] { display: none } .by-aria[aria-hidden=true] { display: none }`;
