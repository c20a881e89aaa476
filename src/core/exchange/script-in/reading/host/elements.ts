/** Elements as scripts find them: what their properties and methods do to the page that is read. */

import { isClassName } from "../../../../model";
import type { Context } from "../context";
import type { PageElement } from "../page";
import { isElement } from "../page";
import {
  elementOf,
  isA,
  isTrue,
  type Js,
  list,
  MEASURED,
  methodsOf,
  NotUnderstood,
  native,
  object,
  textOf,
} from "../values";
import { tellChanged } from "./custom";
import { raised } from "./event";
import { report, reset } from "./forms";
import {
  ANSWER,
  answerBy,
  capture,
  capturing,
  check,
  closeDialog,
  closeOthers,
  focusable,
  showModal,
  showPopover,
  toggled,
  togglePopover,
} from "./native";
import { nodeOf, replaceInside, treeMethods } from "./tree";
import { isSmooth, scrollPage } from "./view";

/** Properties that stand for an attribute of the same meaning (HTML §2.6.1). */
const reflected: Record<string, string> = {
  id: "id",
  className: "class",
  title: "title",
  href: "href",
  src: "src",
  alt: "alt",
  role: "role",
  htmlFor: "for",
  type: "type",
  name: "name",
};
const flags = new Set(["hidden", "disabled", "inert", "open", "required", "readOnly", "checked"]);
const aria = (property: string): string => property.replace(/^aria(?=[A-Z])/, "aria-").toLowerCase();

/** Names that elements have in browsers; all others are the script's own. */
const ofBrowser = new Set(
  `classList style dataset textContent innerText innerHTML outerHTML outerText value tagName nodeName parentElement
   parentNode children childNodes firstElementChild lastElementChild nextElementSibling previousElementSibling firstChild
   lastChild nextSibling previousSibling scrollHeight scrollWidth scrollTop scrollLeft offsetHeight offsetWidth offsetTop
   offsetLeft offsetParent clientHeight clientWidth clientTop clientLeft tabIndex hidden disabled inert open required
   readOnly checked indeterminate id className title href src alt role htmlFor type name lang dir draggable contentEditable
   isContentEditable hash host hostname pathname search protocol shadowRoot slot attributes part form elements options
   selectedIndex selectedOptions selected files valueAsNumber valueAsDate max min step pattern placeholder autofocus
   validity validationMessage willValidate labels returnValue nodeType nodeValue isConnected ownerDocument
   childElementCount currentTime duration paused muted volume popover width height`.split(/\s+/),
);
export const isOfBrowser = (name: string): boolean =>
  ofBrowser.has(name) || /^(aria|on)[A-Z]|^on[a-z]+$/.test(name) || Object.hasOwn(elementMethods, name);

/** Stands for a height that is measured. */
const CONTENT = "\u0001content";

export const kebab = (property: string): string => property.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);

/** Elements by place, id and name, as in `document.forms` and `form.elements`; several of one name are a list of theirs. */
export function named(r: Context, elements: readonly PageElement[]): Js {
  const of = new Map<string, Js>([["length", elements.length]]);
  elements.forEach((e, i) => {
    of.set(String(i), elementOf(e));
    for (const attribute of ["id", "name"]) {
      const word = r.page.attribute(e, attribute, r.store);
      if (!word || of.has(word)) continue;
      const same = elements.filter((o) => r.page.attribute(o, attribute, r.store) === word);
      of.set(word, same.length > 1 ? radioList(r, same) : elementOf(e));
    }
  });
  return object(of);
}

/** HTML §2.6.3.2: its value is that of the one that is checked. */
function radioList(r: Context, elements: readonly PageElement[]): Js {
  const radios = elements.filter((e) => e.attributes.type === "radio");
  const valueIn = (e: PageElement): string => r.page.attribute(e, "value", r.store) ?? "on";
  const checked = native("checked value", () => {
    const one = radios.find((e) => r.page.attribute(e, "checked", r.store) !== null);
    return one ? valueIn(one) : "";
  });
  const checkOne = native("check by value", ([v]) => {
    const one = radios.find((e) => valueIn(e) === textOf(v));
    if (one) check(r, one, true);
    return undefined;
  });
  const places = elements.map((e, i): [string, Js] => [String(i), elementOf(e)]);
  const value: Js = { is: "accessor", get: checked, set: checkOne };
  return object(new Map<string, Js>([["length", elements.length], ["value", value], ...places]));
}

/** A property of an element. @returns undefined for what is known to be none */
export function elementGet(r: Context, e: PageElement, property: string): Js {
  const { page, store } = r;
  const inside = (of: PageElement): PageElement[] =>
    of.children.filter(isElement).filter((c) => page.isThere(c, store));
  const siblings = e.parent ? inside(e.parent) : [e];
  const at = siblings.indexOf(e);
  if (gauges.test(e.tag) && Object.hasOwn(gaugeValues, property))
    return Number(page.attribute(e, property, store) ?? gaugeValues[property]);
  switch (property) {
    case "classList":
      return classList(r, e);
    case "style":
      return native(`style ${e.name}`);
    case "dataset":
      return native(`dataset ${e.name}`);
    case "textContent":
    case "innerText":
      return page.text(e, store);
    case "value":
      return e.tag === "output" ? page.text(e, store) : (page.attribute(e, "value", store) ?? "");
    case "innerHTML":
      if (e.children.some(isElement)) throw new NotUnderstood(null, "markup as a text");
      return page.text(e, store);
    case "returnValue":
      return r.extra(e, false)?.of.get(ANSWER) ?? "";
    case "form":
      return elementOf(page.closest("form", e, store));
    case "elements":
      return named(r, page.all("button, input, select, textarea, fieldset, output", e, store));
    case "hash":
      if (!/^(a|area)$/.test(e.tag)) return undefined;
      return /#.+$/s.exec(page.attribute(e, "href", store) ?? "")?.[0] ?? "";
    case "isConnected":
      return page.isInPage(e, store);
    case "nodeType":
      return 1;
    case "childElementCount":
      return inside(e).length;
    case "ownerDocument":
      return native("document");
    case "tagName":
    case "nodeName":
      return e.tag.toUpperCase();
    case "parentElement":
    case "parentNode":
      return elementOf(e.parent);
    case "children":
      return list(inside(e).map(elementOf));
    case "firstElementChild":
      return elementOf(inside(e)[0] ?? null);
    case "lastElementChild":
      return elementOf(inside(e).at(-1) ?? null);
    case "firstChild":
    case "lastChild":
    case "childNodes":
      return nodeOf(r, e, property, (text) => setText(r, e, text));
    case "hasChildNodes":
      return native(property, () => page.text(e, store) !== "" || inside(e).length > 0);
    case "nextElementSibling":
      return elementOf(siblings[at + 1] ?? null);
    case "previousElementSibling":
      return elementOf(siblings[at - 1] ?? null);
    case "offsetParent":
      r.layout();
      if (page.computed(e, "display", store) === "none" || page.computed(e, "position", store) === "fixed") return null;
      return elementOf(e.parent);
    case "offsetWidth":
    case "offsetLeft":
    case "offsetTop":
    case "clientWidth":
    case "clientHeight":
    case "clientTop":
    case "clientLeft":
    case "scrollWidth":
    case "scrollLeft":
      r.layout();
      return MEASURED;
    case "scrollHeight":
    case "offsetHeight":
      r.layout();
      // How tall what is inside is, only the browser knows; in style there is a word for it.
      return CONTENT;
    case "tabIndex":
      return Number(
        page.attribute(e, "tabindex", store) ?? (/^(a|button|input|select|textarea)$/.test(e.tag) ? 0 : -1),
      );
  }
  if (property === "scrollTop" && (e.tag === "html" || e.tag === "body")) return r.scroll.ask();
  if (flags.has(property)) return page.attribute(e, property.toLowerCase(), store) !== null;
  if (property === "className") return [...page.classes(e, store)].join(" ");
  if (Object.hasOwn(reflected, property)) return page.attribute(e, reflected[property], store) ?? "";
  if (/^aria[A-Z]/.test(property)) return page.attribute(e, aria(property), store);
  const call = elementMethods[property];
  if (call) return native(`${property} of ${e.name}`, (args) => call(r, e, args));
  if (/^on[a-z]+$/.test(property)) return null;
  // What the script says of it is not said yet.
  if (!isOfBrowser(property)) return undefined;
  throw new NotUnderstood(null, `.${property}`);
}

/** What says a number by its attributes (HTML §4.10.13, §4.10.14). */
const gauges = /^(progress|meter)$/;
const gaugeValues: Record<string, number> = { value: 0, max: 1, min: 0 };

export function elementSet(r: Context, e: PageElement, property: string, value: Js): void {
  if (property === "scrollTop" && (e.tag === "html" || e.tag === "body")) {
    scrollPage(r, [undefined, value]);
  } else if (property === "textContent" || property === "innerText" || (property === "value" && e.tag === "output")) {
    setText(r, e, textOf(value ?? ""));
  } else if (property === "innerHTML") {
    replaceInside(r, e, textOf(value ?? ""));
  } else if (property === "checked") check(r, e, isTrue(value));
  else if (flags.has(property)) attributeSet(r, e, property.toLowerCase(), isTrue(value) ? "" : null);
  else if (property === "tabIndex") attributeSet(r, e, "tabindex", textOf(value));
  else if (Object.hasOwn(reflected, property)) attributeSet(r, e, reflected[property], textOf(value));
  else if (/^aria[A-Z]/.test(property)) attributeSet(r, e, aria(property), value === null ? null : textOf(value));
  else if (/^on[a-z]+$/.test(property)) r.listen(e, property.slice(2), value, object({ property: true }));
  else if (property === "value" || (gauges.test(e.tag) && Object.hasOwn(gaugeValues, property)))
    attributeSet(r, e, property, textOf(value));
  else if (property === "style") {
    for (const key of [...r.store.keys()]) if (key.startsWith(`style ${e.name} `)) r.erase(key);
    for (const [name, said] of declarations(textOf(value))) styleSet(r, e, name, said);
  } else if (property === "returnValue" && e.tag === "dialog") answerBy(r, e, textOf(value));
  else throw new NotUnderstood(null, `.${property} = …`);
}

function setText(r: Context, e: PageElement, text: string): void {
  // Nothing, where a script's own elements stood: they are taken out.
  if (text === "" && e.children.some((c) => isElement(c) && c.made)) replaceInside(r, e, "");
  else r.write(`text ${e.name}`, text);
}

function attributeSet(r: Context, e: PageElement, name: string, value: string | null): void {
  if (name === "class") return classesSet(r, e, value ?? "");
  if (name === "style") return elementSet(r, e, "style", value ?? "");
  const before = r.page.attribute(e, name, r.store);
  r.write(`attribute ${e.name} ${name}`, value);
  if (before !== value) tellChanged(r, e, name, before, value);
  if (name === "open" && e.tag === "details" && (before === null) !== (value === null)) {
    toggled(r, e, value !== null);
    if (value !== null) closeOthers(r, e);
  }
}

const wordsOf = (text: string): string[] => text.split(/\s+/).filter(Boolean);
/** Classes as one text are those that come and those that go; that one stands there twice counts for nothing. */
function classesSet(r: Context, e: PageElement, said: string): void {
  const before = [...r.page.classes(e, r.store)].join(" ");
  for (const key of [...r.store.keys()]) if (key.startsWith(`class ${e.name} `)) r.erase(key);
  const [now, own] = [wordsOf(said), wordsOf(e.attributes.class ?? "")];
  r.erase(`attribute ${e.name} class`);
  for (const c of now) if (!own.includes(c)) r.write(`class ${e.name} ${c}`, true);
  for (const c of own) if (!now.includes(c)) r.write(`class ${e.name} ${c}`, false);
  if (before !== said) tellChanged(r, e, "class", before, said);
}

const declarations = (text: string): [string, string][] =>
  text.split(";").flatMap((d) => {
    const at = d.indexOf(":");
    return at < 0 ? [] : [[d.slice(0, at).trim(), d.slice(at + 1).trim()] as [string, string]];
  });
const measuredIn =
  /^(left|right|top|bottom|inset|width|height|min-|max-|margin|padding|transform|translate|background-position|--)/;

export function styleSet(r: Context, e: PageElement, property: string, value: Js): void {
  if (property === "cssText") return elementSet(r, e, "style", value);
  const name = property === "cssFloat" ? "float" : property.startsWith("--") ? property : kebab(property);
  const text = value === null || value === undefined ? "" : textOf(value);
  // Where something lies, and how large it is, is no fact of its own.
  if (/\bNaN/.test(text) && measuredIn.test(name)) return;
  if (text !== `${CONTENT}px` && text.includes(CONTENT)) throw new NotUnderstood(null, "a height that is measured");
  r.write(`style ${e.name} ${name}`, text === `${CONTENT}px` ? "max-content" : text);
}

export function styleGet(r: Context, e: PageElement, property: string): Js {
  if (property === "setProperty")
    return native("setProperty", ([name, value]) => styleSet(r, e, textOf(name), value) as undefined);
  if (property === "removeProperty")
    return native("removeProperty", ([name]) => styleSet(r, e, textOf(name), "") as undefined);
  const name = kebab(property);
  const said = r.store.get(`style ${e.name} ${name}`);
  return said === undefined ? (e.part?.css?.[name] ?? "") : String(said ?? "");
}

function classList(r: Context, e: PageElement): Js {
  const has = (c: Js): boolean => r.page.classes(e, r.store).has(textOf(c));
  const put = (c: Js, on: boolean): void => {
    if (!isClassName(textOf(c))) throw new NotUnderstood(null, `the class ${JSON.stringify(textOf(c))}`);
    r.write(`class ${e.name} ${textOf(c)}`, on);
  };
  const methods: Record<string, (args: Js[]) => Js> = {
    add: (args) => args.forEach((c) => void put(c, true)) as undefined,
    remove: (args) => args.forEach((c) => void put(c, false)) as undefined,
    contains: ([c]) => has(c),
    toggle: ([c, force]) => {
      const on = force === undefined ? !has(c) : isTrue(force);
      put(c, on);
      return on;
    },
    replace: ([a, b]) => {
      if (!has(a)) return false;
      put(a, false);
      put(b, true);
      return true;
    },
  };
  const calls = methodsOf({
    ...methods,
    item: ([i]) => [...r.page.classes(e, r.store)][Number(i as number)] ?? null,
    forEach: ([fn]) => {
      for (const [i, c] of [...r.page.classes(e, r.store)].entries()) r.call(fn, [c, i]);
      return undefined;
    },
  });
  const said = [...r.page.classes(e, r.store)];
  return object(new Map<string, Js>([["length", said.length], ["value", said.join(" ")], ...calls.of]));
}

export const elementMethods: Record<string, (r: Context, e: PageElement, args: Js[]) => Js> = {
  ...treeMethods,
  addEventListener: (r, e, [type, fn, options]) => r.listen(e, textOf(type), fn, options),
  removeEventListener: (r, e, [type, fn, options]) => r.unlisten(e, textOf(type), fn, options),
  dispatchEvent: (r, e, [event]) => raised(r, e, event),
  getAttributeNames: (r, e) => list(Object.keys(e.attributes).filter((n) => r.page.attribute(e, n, r.store) !== null)),
  hasAttributes: (_r, e) => Object.keys(e.attributes).length > 0,
  checkVisibility: () => {
    throw new NotUnderstood(null, "whether this can be seen");
  },
  querySelector: (r, e, [s]) => elementOf(r.page.all(textOf(s), e, r.store)[0] ?? null),
  querySelectorAll: (r, e, [s]) => list(r.page.all(textOf(s), e, r.store).map(elementOf)),
  getElementsByClassName: (r, e, [c]) =>
    list(r.page.all(`.${textOf(c).trim().replace(/\s+/g, ".")}`, e, r.store).map(elementOf)),
  getElementsByTagName: (r, e, [t]) => list(r.page.all(textOf(t), e, r.store).map(elementOf)),
  closest: (r, e, [s]) => elementOf(r.page.closest(textOf(s), e, r.store)),
  matches: (r, e, [s]) => r.page.matches(textOf(s), e, r.store),
  contains: (r, e, [other]) => (isA(other, "element") ? r.page.contains(e, other.element) : false),
  getAttribute: (r, e, [n]) => r.page.attribute(e, textOf(n).toLowerCase(), r.store),
  hasAttribute: (r, e, [n]) => r.page.attribute(e, textOf(n).toLowerCase(), r.store) !== null,
  setAttribute: (r, e, [n, v]) => attributeSet(r, e, textOf(n).toLowerCase(), textOf(v)) as undefined,
  removeAttribute: (r, e, [n]) => attributeSet(r, e, textOf(n).toLowerCase(), null) as undefined,
  toggleAttribute: (r, e, [n, force]) => {
    const name = textOf(n).toLowerCase();
    const on = force === undefined ? r.page.attribute(e, name, r.store) === null : isTrue(force);
    attributeSet(r, e, name, on ? "" : null);
    return on;
  },
  focus: (r, e) => {
    r.layout();
    if (r.page.matches(focusable, e, r.store)) r.effect({ do: "focus", part: e.name });
    return undefined;
  },
  blur: () => undefined,
  click: (r, e) => {
    r.dispatch("click", e);
    return undefined;
  },
  scrollIntoView: (r, e, [options]) => {
    const smooth = isSmooth(options);
    r.effect(e.part || e.made ? { do: "scroll", part: e.name, smooth } : { do: "scroll to", distance: 0, smooth });
    return undefined;
  },
  getBoundingClientRect: (r) => {
    r.layout();
    const sides = ["x", "y", "left", "top", "right", "bottom", "width", "height"];
    return object(Object.fromEntries(sides.map((n) => [n, MEASURED])));
  },
  setPointerCapture: capture,
  releasePointerCapture: (r) => capture(r, null),
  hasPointerCapture: (r, e) => capturing(r) === e,
  reset,
  checkValidity: (r, e) => report(r, e, false),
  reportValidity: (r, e) => report(r, e),
  show: (r, e) => attributeSet(r, e, "open", "") as undefined,
  close: (r, e, [answer]) => closeDialog(r, e, answer === undefined ? undefined : textOf(answer)),
  showModal,
  showPopover: (r, e) => showPopover(r, e, true),
  hidePopover: (r, e) => showPopover(r, e, false),
  togglePopover,
};
