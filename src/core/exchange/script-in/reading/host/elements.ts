/** Elements as scripts find them: what their properties and methods do to the page that is read. */

import type { Context } from "../context";
import type { PageElement } from "../page";
import {
  elementOf,
  isTrue,
  type Js,
  type JsObject,
  list,
  MEASURED,
  NotUnderstood,
  native,
  object,
  textOf,
} from "../values";
import { elementMethods } from "./element-methods";
import { fieldValue, optionGet, validityOf } from "./fields";
import { live, named } from "./lists";
import { ANSWER, answerBy, check } from "./native";
import { isHandler, isOfBrowser } from "./properties";
import { attributeGet, attributeNames, attributeSet, CONTENT, classList, dataset, style, styleTextSet } from "./said";
import { markupIn, markupOf, nodeOf, replaceBy, replaceInside, setText, tableGet } from "./tree";
import { scrollPage } from "./view";

/** Properties that stand for an attribute of the same meaning (HTML §2.6.1). */
const reflected: Record<string, string> = {
  id: "id",
  className: "class",
  title: "title",
  href: "href",
  src: "src",
  alt: "alt",
  htmlFor: "for",
  type: "type",
  name: "name",
  lang: "lang",
  placeholder: "placeholder",
  target: "target",
  accessKey: "accesskey",
  slot: "slot",
  pattern: "pattern",
  label: "label",
};
/** Of these nothing takes the attribute away (ARIA in HTML, reflecting content attributes: `DOMString?`). */
const isNullable = (property: string): boolean => property === "role" || /^aria[A-Z]/.test(property);
const flags = new Set(["hidden", "disabled", "inert", "open", "required", "readOnly", "checked"]);
/** The attribute of a property about accessibility (ARIA §10.2). */
const aria = (property: string): string => property.replace(/^aria(?=[A-Z])/, "aria-").toLowerCase();

/** A form's controls, which are also its own properties by their names (HTML §4.10.3). */
const controlsOf = (r: Context, form: PageElement): JsObject =>
  named(r, r.page.all("button, input, select, textarea, fieldset, output", form, r.store));

/** A property of an element. @returns undefined for what is known to be none */
export function elementGet(r: Context, e: PageElement, property: string): Js {
  const { page, store } = r;
  // Its controls go before what a form has by itself (Web IDL §3.9, "LegacyOverrideBuiltIns").
  const control = e.tag === "form" ? controlsOf(r, e).of.get(property) : undefined;
  if (control !== undefined && property !== "length") return control;
  if (!isOfBrowser(e.tag, property)) return undefined;
  const inside = (of: PageElement): PageElement[] => page.childrenOf(of, store);
  const parent = page.parentOf(e, store);
  const siblings = parent ? inside(parent) : [e];
  const at = siblings.indexOf(e);
  if (gauges.test(e.tag) && Object.hasOwn(gaugeValues, property))
    return Number(page.attribute(e, property, store) ?? gaugeValues[property]);
  switch (property) {
    case "classList":
      return classList(r, e);
    case "style":
      return style(r, e);
    case "dataset":
      return dataset(r, e);
    case "textContent":
    case "innerText":
      return page.text(e, store);
    case "value":
      return fieldValue(r, e);
    case "innerHTML":
      return markupIn(r, e);
    case "outerHTML":
      return markupOf(r, e);
    case "returnValue":
      return r.extra(e, false)?.of.get(ANSWER) ?? "";
    case "form":
      return elementOf(page.closest("form", e, store));
    case "elements":
      return controlsOf(r, e);
    case "validity":
      return validityOf(r, e);
    case "hash":
      return /#.+$/s.exec(page.attribute(e, "href", store) ?? "")?.[0] ?? "";
    case "isConnected":
      return page.isInPage(e, store);
    case "nodeType":
      return 1;
    case "childElementCount":
      return inside(e).length;
    case "ownerDocument":
      return native("document");
    case "localName":
      return e.tag;
    case "tagName":
    case "nodeName":
      return e.tag.toUpperCase();
    case "parentElement":
    case "parentNode":
      return elementOf(parent);
    case "children":
      return live(r, `children of ${e.name}`, () => page.childrenOf(e, r.store));
    case "attributes":
      return list(attributeNames(r, e).map((n) => object({ name: n, value: attributeGet(r, e, n) })));
    case "firstElementChild":
      return elementOf(inside(e)[0] ?? null);
    case "lastElementChild":
      return elementOf(inside(e).at(-1) ?? null);
    case "firstChild":
    case "lastChild":
    case "childNodes":
    case "hasChildNodes":
    case "nextSibling":
    case "previousSibling":
      return nodeOf(r, e, property);
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
        page.attribute(e, "tabindex", store) ??
          (/^(a|area|button|input|select|textarea|summary|iframe|object)$/.test(e.tag) ? 0 : -1),
      );
  }
  const ofOption = optionGet(r, e, property);
  if (ofOption !== undefined) return ofOption;
  const ofTable = tableGet(r, e, property);
  if (ofTable !== undefined) return ofTable;
  if (property === "scrollTop" && (e.tag === "html" || e.tag === "body")) return r.scroll.ask();
  if (flags.has(property)) return page.attribute(e, property.toLowerCase(), store) !== null;
  if (property === "className") return [...page.classes(e, store)].join(" ");
  if (isNullable(property)) return page.attribute(e, aria(property), store);
  if (Object.hasOwn(reflected, property)) return page.attribute(e, reflected[property], store) ?? "";
  const call = elementMethods[property];
  if (call) return native(`${property} of ${e.name}`, (args) => call(r, e, args));
  if (isHandler(property)) return null;
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
  } else if (property === "outerHTML") {
    replaceBy(r, e, textOf(value ?? ""));
  } else if (property === "checked") check(r, e, isTrue(value));
  else if (flags.has(property)) attributeSet(r, e, property.toLowerCase(), isTrue(value) ? "" : null);
  else if (property === "tabIndex") attributeSet(r, e, "tabindex", textOf(value));
  else if (isNullable(property))
    attributeSet(r, e, aria(property), value === null || value === undefined ? null : textOf(value));
  else if (Object.hasOwn(reflected, property)) attributeSet(r, e, reflected[property], textOf(value));
  else if (isHandler(property)) r.listen(e, property.slice(2), value, object({ property: true }));
  else if (property === "value" || (gauges.test(e.tag) && Object.hasOwn(gaugeValues, property)))
    attributeSet(r, e, property, textOf(value));
  else if (property === "style") {
    styleTextSet(r, e, textOf(value));
  } else if (property === "returnValue" && e.tag === "dialog") answerBy(r, e, textOf(value));
  else throw new NotUnderstood(null, `.${property} = …`);
}
