/** What the browser keeps for the page beside its elements: its storage, its cookies, its title. */
import type { Context } from "../../context";
import { hosted, type Js, native, textOf } from "../../values";

/** What the browser keeps for the page (HTML §12.2); nothing yet, on the first visit. */
export function storage(r: Context, host: string): Js {
  const key = (name: string): string => `${host} ${name}`;
  const names = (): string[] =>
    [...r.global.of.keys()].flatMap((k) => (k.startsWith(key("")) ? [k.slice(key("").length)] : []));
  const change = (to: (of: Map<string, Js>) => void): undefined => {
    r.heap.touch(r.global);
    to(r.global.of);
  };
  const get = (name: string): Js => r.global.of.get(key(name));
  const set = (name: string, value: Js) => change((of) => of.set(key(name), textOf(value)));
  const remove = (name: string) => change((of) => of.delete(key(name)));
  const calls: Record<string, (args: Js[]) => Js> = {
    getItem: ([name]) => get(textOf(name)) ?? null,
    setItem: ([name, value]) => set(textOf(name), value),
    removeItem: ([name]) => remove(textOf(name)),
    clear: () => names().forEach(remove) as undefined,
    key: ([at]) => names()[Number(at as number)] ?? null,
  };
  return hosted(host, {
    get(name) {
      if (name === "length") return names().length;
      return Object.hasOwn(calls, name) ? native(name, calls[name]) : get(name);
    },
    set,
    remove,
    names,
  });
}

const COOKIES = "cookie of the document ";
const TITLE = "title of the document";
const keep = (r: Context, change: (of: Map<string, Js>) => void): void => {
  r.heap.touch(r.global);
  change(r.global.of);
};
/** What is taken away is said to have ended long ago. */
const LONG_AGO = Date.UTC(2000, 0, 1);
const hasEnded = (attributes: readonly string[]): boolean =>
  attributes.some((a) => {
    const [name, value = ""] = a.split("=").map((w) => w.trim());
    return /^max-age$/i.test(name) ? Number(value) <= 0 : /^expires$/i.test(name) && Date.parse(value) < LONG_AGO;
  });

/** `document.cookie` and `document.title`; of cookies there are none on the first visit (HTML §3.1.4, §3.1.5). */
export function keptOf(r: Context, property: string): { is: Js } | null {
  if (property === "title") return { is: r.global.of.get(TITLE) ?? r.page.doc.name };
  if (property !== "cookie") return null;
  const pairs = [...r.global.of].filter(([name]) => name.startsWith(COOKIES));
  return { is: pairs.map(([name, value]) => `${name.slice(COOKIES.length)}=${textOf(value)}`).join("; ") };
}
/** @returns whether it is one of these */
export function keepOf(r: Context, property: string, value: Js): boolean {
  if (property === "title") keep(r, (of) => of.set(TITLE, textOf(value)));
  else if (property === "cookie") {
    const [pair, ...attributes] = textOf(value).split(";");
    const at = pair.indexOf("=");
    const [name, text] = at < 0 ? ["", pair.trim()] : [pair.slice(0, at).trim(), pair.slice(at + 1).trim()];
    keep(r, (of) => (hasEnded(attributes) ? of.delete(COOKIES + name) : of.set(COOKIES + name, text)));
  } else return false;
  return true;
}
