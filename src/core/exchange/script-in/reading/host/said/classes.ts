/** An element's classes as one text, and as a list (DOM §7.1). */
import { isClassName } from "../../../../../model";
import type { Context, Seen } from "../../context";
import type { PageElement } from "../../page";
import { hosted, isTrue, type Js, NotUnderstood, native, textOf } from "../../values";
import { tellChanged } from "../custom";
import { goneThrough, indexed } from "../lists";

const wordsOf = (text: string): string[] => text.split(/\s+/).filter(Boolean);
/** Classes as one text are those that come and those that go; that one stands there twice counts for nothing. */
export function classesSet(r: Context, e: PageElement, said: string | null): void {
  const before = [...r.page.classes(e, r.store)].join(" ");
  for (const key of [...r.store.keys()]) if (key.startsWith(`class ${e.name} `)) r.erase(key);
  const [now, own] = [wordsOf(said ?? ""), wordsOf(e.attributes.class ?? "")];
  r.erase(`attribute ${e.name} class`);
  for (const c of now) if (!own.includes(c)) r.write(`class ${e.name} ${c}`, true);
  for (const c of own) if (!now.includes(c)) r.write(`class ${e.name} ${c}`, false);
  if (before !== (said ?? "")) tellChanged(r, e, "class", before, said ?? "");
}

/** `class` as an attribute; null where it has none. */
export function classesText(r: Seen, e: PageElement): string | null {
  const words = [...r.page.classes(e, r.store)];
  return words.length || r.page.attribute(e, "class", r.store) !== null ? words.join(" ") : null;
}

/** `element.classList`. */
export function classList(r: Context, e: PageElement): Js {
  const words = (): string[] => [...r.page.classes(e, r.store)];
  const has = (c: Js): boolean => r.page.classes(e, r.store).has(textOf(c));
  const put = (c: Js, on: boolean): void => {
    if (!isClassName(textOf(c))) throw new NotUnderstood(null, `the class ${JSON.stringify(textOf(c))}`);
    r.write(`class ${e.name} ${textOf(c)}`, on);
  };
  const calls: Record<string, (args: Js[]) => Js> = {
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
    toString: () => words().join(" "),
  };
  const more = (name: string): Js => {
    if (Object.hasOwn(calls, name)) return native(name, calls[name]);
    return name === "value" ? words().join(" ") : goneThrough(r, words, name);
  };
  return hosted(`classList ${e.name}`, {
    ...indexed(words, more),
    set(name, value) {
      if (name === "value") classesSet(r, e, textOf(value));
    },
    text: () => words().join(" "),
  });
}
