/** An element's attributes, whatever they are kept as (DOM §4.9.2). */
import type { Context, Seen } from "../../context";
import type { PageElement } from "../../page";
import { object } from "../../values";
import { tellChanged } from "../custom";
import { closeOthers, toggled } from "../native";
import { isHandler } from "../properties";
import { classesSet, classesText } from "./classes";
import { styleText, styleTextSet } from "./style";

/** @returns null where it has none of that name */
export function attributeGet(r: Seen, e: PageElement, name: string): string | null {
  if (name === "class") return classesText(r, e);
  if (name === "style") return styleText(r, e) || null;
  return r.page.attribute(e, name, r.store);
}

export function attributeNames(r: Seen, e: PageElement): string[] {
  const about = `attribute ${e.name} `;
  const written = [...r.store.keys()].flatMap((k) => (k.startsWith(about) ? [k.slice(about.length)] : []));
  return [...new Set([...Object.keys(e.attributes), ...written, "class", "style"])].filter(
    (n) => attributeGet(r, e, n) !== null,
  );
}

export function attributeSet(r: Context, e: PageElement, name: string, value: string | null): void {
  if (name === "class") return classesSet(r, e, value);
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
