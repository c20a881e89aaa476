/** What a script wrote of the page, as looks. */
import { ALWAYS, allParts, type Component, escapeTemplate, type Look, type LookRow } from "../../../model";
import { isTemplate, TEMPLATE } from "../counters";
import type { Explored } from "../explore";
import type { Cell } from "../reading";
import type { Region } from "./regions";

function lookFor(keys: readonly string[], values: readonly (Cell | undefined)[], base: Component): Map<string, Look> {
  const out = new Map<string, Look>();
  const parts = new Map(allParts(base).map(({ part }) => [part.name, part]));
  keys.forEach((key, i) => {
    const value = values[i];
    const [kind, name, what] = key.split(" ");
    const part = parts.get(name);
    if (value === undefined || !part || kind === "variable" || kind === "modal") return;
    const look = out.get(name) ?? {};
    out.set(name, look);
    if (kind === "attached") {
      if (value === false) look.as = "absent";
    } else if (kind === "class") look.classes = { ...look.classes, [what]: value === true };
    else if (kind === "text") look.text = textFor(value);
    else if (kind === "style")
      styled(look, what, isTemplate(value) ? textFor(value) : String(value ?? ""), part.css?.[what]);
    else if (what === "hidden") look.as = value === null ? "shown" : "not displayed";
    else if (what === "disabled") look.disabled = value !== null;
    else if (what === "inert") look.inert = value !== null;
    else look.attributes = { ...look.attributes, [what]: value === null ? null : textFor(value) };
  });
  return out;
}

/** With the datum in it where it goes by a number; else nothing in it is one. */
const textFor = (value: Cell): string =>
  isTemplate(value) ? value.slice(TEMPLATE.length) : escapeTemplate(String(value));

function styled(look: Look, property: string, value: string, own: string | undefined): void {
  if (property === "display" && value === "none") look.as = "not displayed";
  // Taken away: what the rules say is in force again, which for what the attribute said is nothing.
  else if (value === "" && property === "display") look.as = "shown";
  else if (value === "" && own !== undefined) look.css = { ...look.css, [property]: "unset" };
  else if (value !== "") look.css = { ...look.css, [property]: value };
}

export function looksOf(
  doc: Component,
  regions: readonly Region[],
  names: readonly string[][],
  found: Explored,
): LookRow[] {
  const rows = new Map(doc.looks.map((r) => [r.part, { ...r.in }]));
  regions.forEach((r, g) => {
    r.states.forEach((values, s) => {
      for (const [part, look] of lookFor(r.keys, values, doc)) {
        const row = rows.get(part) ?? {};
        rows.set(part, row);
        if (Object.keys(look).length) row[names[g][s]] = look;
      }
    });
  });
  // What goes by a number in every way the page can be is said once.
  for (const [key, value] of found.stores[0]) {
    if (!isTemplate(value) || found.stores.some((s) => s.get(key) !== value)) continue;
    for (const [part, look] of lookFor([key], [value], doc)) {
      const row = rows.get(part) ?? {};
      rows.set(part, row);
      row[ALWAYS] = { ...row[ALWAYS], ...look, css: { ...row[ALWAYS]?.css, ...look.css } };
      if (!Object.keys(row[ALWAYS].css ?? {}).length) delete row[ALWAYS].css;
    }
  }
  return [...rows].map(([part, said]) => ({ part, in: said }));
}
