/** What an element's own style says (CSSOM §6.6). */
import type { Context, Seen } from "../../context";
import type { PageElement } from "../../page";
import { hosted, type Js, NotUnderstood, native, textOf } from "../../values";
import { indexed } from "../lists";

/** Stands for a height that is measured. */
export const CONTENT = "\u0001content";

export const kebab = (property: string): string => property.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);

const declarations = (text: string): [string, string][] =>
  text.split(";").flatMap((d) => {
    const at = d.indexOf(":");
    return at < 0 ? [] : [[d.slice(0, at).trim(), d.slice(at + 1).trim()] as [string, string]];
  });
const measuredIn =
  /^(left|right|top|bottom|inset|width|height|min-|max-|margin|padding|transform|translate|background-position|--)/;

const ownOf = (e: PageElement): Readonly<Record<string, string>> => ({ ...e.part?.css, ...e.css });
/** All declarations that it has now, by property. */
export function styled({ store }: Seen, e: PageElement): Map<string, string> {
  const out = new Map(Object.entries(ownOf(e)));
  const about = `style ${e.name} `;
  for (const [key, value] of store) {
    if (!key.startsWith(about)) continue;
    if (value === "" || value === null) out.delete(key.slice(about.length));
    else out.set(key.slice(about.length), String(value));
  }
  return out;
}
export const styleText = (r: Seen, e: PageElement): string =>
  [...styled(r, e)].map(([name, value]) => `${name}: ${value};`).join(" ");

/** All that is said in its style anew. */
export function styleTextSet(r: Context, e: PageElement, said: string): void {
  for (const key of [...r.store.keys()]) if (key.startsWith(`style ${e.name} `)) r.erase(key);
  const now = declarations(said);
  for (const name of Object.keys(ownOf(e))) if (!now.some(([n]) => n === name)) styleSet(r, e, name, "");
  for (const [name, value] of now) styleSet(r, e, name, value);
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

/** `element.style`. */
export function style(r: Context, e: PageElement): Js {
  const names = (): string[] => [...styled(r, e).keys()];
  const said = (name: string): string => styled(r, e).get(name) ?? "";
  const calls: Record<string, (args: Js[]) => Js> = {
    setProperty: ([name, value]) => styleSet(r, e, textOf(name), value) as undefined,
    removeProperty: ([name]) => {
      const before = said(textOf(name));
      styleSet(r, e, textOf(name), "");
      return before;
    },
    getPropertyValue: ([name]) => said(textOf(name)),
    getPropertyPriority: ([name]) => (/!\s*important$/.test(said(textOf(name))) ? "important" : ""),
  };
  const more = (name: string): Js => {
    if (Object.hasOwn(calls, name)) return native(name, calls[name]);
    return name === "cssText" ? styleText(r, e) : said(name === "cssFloat" ? "float" : kebab(name));
  };
  return hosted(`style ${e.name}`, {
    ...indexed(names, more),
    set: (name, value) => styleSet(r, e, name, value),
    text: () => "[object CSSStyleDeclaration]",
  });
}
