/** What a script says of an element: its text, attributes, classes and style. */

import { isClassName } from "../../../../model";
import type { Context } from "../context";
import { isElement, type PageElement } from "../page";
import { isTrue, type Js, methodsOf, NotUnderstood, native, object, textOf } from "../values";
import { tellChanged } from "./custom";
import { closeOthers, toggled } from "./native";
import { isHandler } from "./properties";
import { detach, replaceInside } from "./tree";

/** Stands for a height that is measured. */
export const CONTENT = "\u0001content";

export const kebab = (property: string): string => property.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);

export function setText(r: Context, e: PageElement, text: string): void {
  // Nothing, where a script's own elements stood: they are taken out.
  if (text === "" && e.children.some((c) => isElement(c) && c.made)) replaceInside(r, e, "");
  else {
    r.erase(`words ${e.name}`);
    for (const c of e.children) if (isElement(c) && c.made && r.page.isThere(c, r.store)) detach(r, c);
    r.write(`text ${e.name}`, text);
  }
}

export function attributeSet(r: Context, e: PageElement, name: string, value: string | null): void {
  if (name === "class") return classesSet(r, e, value ?? "");
  if (name === "style") return styleTextSet(r, e, value ?? "");
  if (isHandler(name)) {
    if (value === null) r.listen(e, name.slice(2), null, object({ property: true }));
    else r.listenBy(e, name.slice(2), value);
    return;
  }
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

/** All that is said in its style anew. */
export function styleTextSet(r: Context, e: PageElement, said: string): void {
  for (const key of [...r.store.keys()]) if (key.startsWith(`style ${e.name} `)) r.erase(key);
  for (const [name, value] of declarations(said)) styleSet(r, e, name, value);
}

export function styleSet(r: Context, e: PageElement, property: string, value: Js): void {
  if (property === "cssText") return styleTextSet(r, e, textOf(value ?? ""));
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

export function classList(r: Context, e: PageElement): Js {
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
