/** What a script wrote of the page, as looks. */
import { ALWAYS, allParts, type Component, escapeTemplate, type Look, type LookRow, type Part } from "../../../model";
import { isTemplate, TEMPLATE } from "../counters";
import type { Explored } from "../exploring";
import type { Cell, Store } from "../reading";
import type { Region } from "./regions";

function lookFor(keys: readonly string[], values: readonly (Cell | undefined)[], base: Component): Map<string, Look> {
  const out = new Map<string, Look>();
  const parts = new Map(allParts(base).map(({ part }) => [part.name, part]));
  keys.forEach((key, i) => {
    const value = values[i];
    const [kind, name, what] = key.split(" ");
    const part = parts.get(name);
    if (value === undefined || !part || /^(variable|modal|words|behind|after)$/.test(kind)) return;
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

/**
 * One that is displayed before it moves is said to come, whichever way the script displays it: it has its display all the
 * time, and the look says when it is away.
 */
function comeSoftly(
  part: string,
  displayOf: (store: Store) => string | null,
  regions: readonly Region[],
  names: readonly string[][],
  rows: Map<string, LookRow["in"]>,
): void {
  const row = { ...rows.get(part) };
  regions.forEach((r, g) => {
    if (!r.keys.some((k) => k.split(" ")[1] === part)) return;
    const displays = r.states.map((values) => displayOf(storeOf(r.keys, values)));
    const display = displays.find((d) => d !== "none");
    if (display === undefined || !displays.includes("none")) return;
    displays.forEach((own, s) => {
      const look = row[names[g][s]];
      const away: Look = { as: "not displayed", ...(display ? { css: { ...look?.css, display } } : {}) };
      row[names[g][s]] = { ...look, ...(own === "none" ? away : { as: "shown" }) };
    });
  });
  rows.set(part, row);
}
/** What a script takes away is gone at once, be it on its way or not; a part that goes would stay until it has moved. */
function goAtOnce(row: LookRow["in"] | undefined): void {
  for (const [state, look] of Object.entries(row ?? {}))
    if (look.as === "not displayed" || look.as === "absent")
      row![state] = { ...look, css: { ...look.css, transition: "none" } };
}
/** A size that the script measured is a word of the content, to which sizes move only where that is said. */
const isMeasured = (row: LookRow["in"]): boolean =>
  Object.values(row).some((l) => Object.values(l.css ?? {}).includes("max-content"));
const SIZES_MOVE = ":root { interpolate-size: allow-keywords }";
export function withWords(doc: Component): Component {
  const { css = "" } = doc.page;
  if (!doc.looks.some((row) => isMeasured(row.in)) || css.includes("interpolate-size")) return doc;
  return { ...doc, page: { ...doc.page, css: `${css}\n${SIZES_MOVE}`.trim() } };
}
const storeOf = (keys: readonly string[], values: readonly (Cell | undefined)[]): Store =>
  new Map(keys.flatMap((k, i) => (values[i] === undefined ? [] : [[k, values[i]]])));

/** @param told keys of the store that are told by states */
export function looksOf(
  doc: Component,
  regions: readonly Region[],
  names: readonly string[][],
  found: Explored,
  told: ReadonlySet<string>,
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
  for (const [part, displayOf] of found.softly) comeSoftly(part, displayOf, regions, names, rows);
  for (const part of found.moving) goAtOnce(rows.get(part));
  // What is so in every way the page can be is said once.
  for (const [key, value] of found.stores[0]) {
    if (told.has(key) || found.stores.some((s) => s.get(key) !== value)) continue;
    for (const [part, look] of lookFor([key], [value], doc)) {
      if (!Object.keys(look).length) continue;
      const row = rows.get(part) ?? {};
      rows.set(part, row);
      row[ALWAYS] = { ...row[ALWAYS], ...look, css: { ...row[ALWAYS]?.css, ...look.css } };
      if (!Object.keys(row[ALWAYS].css ?? {}).length) delete row[ALWAYS].css;
    }
  }
  return [...rows].map(([part, said]) => ({ part, in: said }));
}

/** The words that stand beside what is in a part, where they differ: told by the states. */
export function beside(doc: Component, regions: readonly Region[], names: readonly string[][]): Component {
  const said = { words: new Map<string, Said>(), behind: new Map<string, Said>(), after: new Map<string, Said>() };
  for (const [g, r] of regions.entries())
    for (const [k, key] of r.keys.entries()) {
      const [kind, name] = key.split(" ");
      if (kind !== "words" && kind !== "behind" && kind !== "after") continue;
      said[kind].set(
        name,
        r.states.map((state, s) => [names[g][s], state[k]] as const),
      );
    }
  if (!said.words.size && !said.behind.size && !said.after.size) return doc;
  const withBeside = (part: Part): Part => {
    const [words, behind] = [said.words.get(part.name), said.behind.get(part.name)];
    const inside = (part.content ?? []).map((c) => (typeof c === "string" ? c : withBeside(c)));
    const before = words ? withWordsBefore(words, inside) : inside;
    const content = before.flatMap((c) => {
      const after = typeof c === "string" ? undefined : said.after.get(c.name);
      return after ? [c, byStates(after, "")] : [c];
    });
    if (behind) content.push(byStates(behind, ""));
    return part.content || content.length ? { ...part, content } : part;
  };
  return { ...doc, parts: doc.parts.map(withBeside) };
}

/** In place of a part's own words; those stay where they are, unless it begins with them. */
function withWordsBefore(words: Said, content: readonly (string | Part)[]): (string | Part)[] {
  const own = content.filter((c) => typeof c === "string");
  const isOwn = (v: Cell | undefined): boolean => v === undefined || v === null;
  if (own.length === 0 || (own.length === 1 && content[0] === own[0]))
    return [byStates(words, own.join("")), ...content.filter((c) => typeof c !== "string")];
  const others = byStates(
    words.map(([state, v]) => [state, isOwn(v) ? "" : v]),
    "",
  );
  const inPlace = (c: string): string =>
    byStates(
      words.map(([state, v]) => [state, isOwn(v) ? v : ""]),
      c,
    );
  return [...(others ? [others] : []), ...content.map((c) => (typeof c === "string" ? inPlace(c) : c))];
}
type Said = readonly (readonly [state: string, value: Cell | undefined])[];
function byStates(values: Said, own: string): string {
  const of = new Map<string, string[]>();
  for (const [state, value] of values) {
    const text = value === undefined || value === null ? own : textFor(value);
    if (text) of.set(text, [...(of.get(text) ?? []), state]);
  }
  return [...of]
    .map(([text, states]) => `\${${states.map((s) => `in("${s}")`).join(" || ")} ? ${JSON.stringify(text)} : ""}`)
    .join("");
}
