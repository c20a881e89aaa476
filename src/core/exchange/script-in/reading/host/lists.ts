/** Lists of elements as browsers give them (HTML §2.6.3). */

import type { Context } from "../context";
import type { PageElement } from "../page";
import { elementOf, type Host, hosted, type Js, type JsObject, list, native, object, textOf } from "../values";
import { check } from "./native";

/** What a list answers that goes along with the page. @param more what it answers besides */
export const indexed = (now: () => Js[], more: (name: string) => Js): Pick<Host, "get" | "items"> => ({
  get(name) {
    if (name === "length") return now().length;
    if (/^\d+$/.test(name)) return now()[Number(name)];
    return name === "item" ? native(name, ([at]) => now()[Number(at as number)] ?? null) : more(name);
  },
  items: now,
});
/** As lists of nodes and of words have it, and those of elements have not. */
export const goneThrough = (r: Context, now: () => Js[], name: string): Js =>
  /^(forEach|entries|keys|values)$/.test(name) ? r.member(list(now()), name) : undefined;

/** A list of elements that goes along with the page (DOM §4.2.10.2). @param what it is a list of */
export function live(r: Context, what: string, now: () => readonly PageElement[]): Js {
  const by = (word: string): Js =>
    elementOf(now().find((e) => ["id", "name"].some((n) => r.page.attribute(e, n, r.store) === word)) ?? null);
  const more = (name: string): Js =>
    name === "namedItem" ? native(name, ([word]) => by(textOf(word))) : (by(name) ?? undefined);
  return hosted(
    what,
    indexed(() => now().map(elementOf), more),
  );
}

/** Elements by place, id and name, as in `document.forms` and `form.elements`; several of one name are a list of theirs. */
export function named(r: Context, elements: readonly PageElement[]): JsObject {
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
