/**
 * Small damage, done to a value or a text. Each change is three numbers that mean something wherever they are applied, so
 * that a list of them can be drawn at random, played again, and shortened one by one.
 */
import { languageNames, payloads } from "../hostile";

export interface Change {
  kind: number;
  at: number;
  what: number;
}

const scalars: readonly unknown[] = [
  null,
  true,
  false,
  0,
  -1,
  0.5,
  1e21,
  1e308,
  -1e-7,
  2 ** 53,
  "",
  " ",
  "0",
  "\u0000",
  "\ud800",
  "\u2028",
  "é\u0301",
  "${",
  "${x}",
  "[",
  "->",
  "a.b.c",
  "1e99ms",
  "9".repeat(400),
  "x".repeat(5000),
  "__proto__",
  [],
  {},
  [[]],
  ...languageNames,
  ...payloads,
];

/** Of JSON alone. */
export const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value));

type Key = string | number;
interface Place {
  in: Record<Key, unknown>;
  key: Key;
  /** The nearest name on the way there: what stands under one name can stand in each other's place. */
  name: string;
}

function placesOf(value: unknown, name: string, out: Place[]): Place[] {
  if (typeof value !== "object" || value === null) return out;
  for (const key of Object.keys(value)) {
    const k = Array.isArray(value) ? Number(key) : key;
    const called = Array.isArray(value) ? name : key;
    out.push({ in: value as Record<Key, unknown>, key: k, name: called });
    placesOf((value as Record<string, unknown>)[key], called, out);
  }
  return out;
}

const pick = <T>(list: readonly T[], n: number): T => list[n % list.length];

type Damage = (place: Place, change: Change, all: readonly Place[]) => void;
/** What stands elsewhere under the same name, or anything of the same kind. */
const another: Damage = (place, { what }, all) => {
  const now = place.in[place.key];
  const alike = all.filter((p) => p.name === place.name && typeof p.in[p.key] === typeof now);
  place.in[place.key] = copyOf(pick(alike, what).in[pick(alike, what).key]);
};
const damages: readonly Damage[] = [
  another,
  another,
  another,
  (place, { what }) => {
    place.in[place.key] = copyOf(pick(scalars, what));
  },
  (place) => {
    if (Array.isArray(place.in)) place.in.splice(place.key as number, 1);
    else delete place.in[place.key];
  },
  (place, { what }) => {
    if (Array.isArray(place.in)) place.in.splice(place.key as number, 0, copyOf(place.in[what % place.in.length]));
    else place.in[pick(languageNames, what)] = copyOf(place.in[place.key]);
  },
  (place, { what }, all) => {
    place.in[place.key] = copyOf(pick(all, what).in[pick(all, what).key]);
  },
  (place, { what }) => {
    const now = place.in[place.key];
    if (typeof now === "number")
      place.in[place.key] = pick([-now, now * 1000, now + 0.5, now - 1, 1 / (now || 1)], what);
    else if (typeof now === "string") place.in[place.key] = changedText(now, [{ kind: what, at: what * 7, what }]);
    else place.in[place.key] = what % 2 ? [now] : { [pick(languageNames, what)]: now };
  },
  (place) => {
    if (Array.isArray(place.in)) place.in.reverse();
  },
];

/** A copy of a JSON value with each change done to it, one after the other. */
export function changedValue(base: unknown, changes: readonly Change[]): unknown {
  const value = copyOf(base);
  for (const change of changes) {
    const all = placesOf(value, "", []);
    if (all.length) pick(damages, change.kind)(pick(all, change.at), change, all);
  }
  return value;
}

/** Pieces of the languages that are read. */
const pieces: readonly string[] = [
  ..."<>\"'&/=;{}[](),.:!#$`\\ \n\t-*@%|^~?+0",
  "<!--",
  "-->",
  "<![CDATA[",
  "]]>",
  "&#0;",
  "&#xD800;",
  "&lt;",
  "</",
  "/>",
  "<script>",
  "</script>",
  "<style>",
  "</style>",
  "<svg>",
  "<template>",
  "<o:p>",
  "<table>",
  "<select>",
  "<p",
  "<scxml>",
  "<state id='x'>",
  "<transition target='x'/>",
  "<parallel>",
  "<history>",
  "<invoke/>",
  "xmlns:a='b'",
  "style='color:red'",
  "class='open'",
  "hidden",
  "onclick='x()'",
  "href='javascript:x'",
  "/*",
  "*/",
  "@media",
  "@keyframes x { to { opacity: 0 } }",
  "@layer",
  ":not(",
  ":is(",
  ":has(",
  ":nth-child(",
  "!important",
  "var(--x)",
  "calc(",
  "transition: all 1s",
  "1e9ms",
  "after ",
  "click ",
  "press ",
  "->",
  "→",
  "[",
  "in(",
  "page.scroll",
  "${",
  "=>",
  "function () {",
  "for (;;) {",
  "setTimeout(",
  "await ",
  "`",
  "document.",
  "\u0000",
  "\ud800",
  "\ufeff",
  "\u2028",
  ...payloads,
];

/** A text with each change done to it, one after the other. */
export function changedText(base: string, changes: readonly Change[]): string {
  let text = base;
  for (const { kind, at, what } of changes) {
    const from = text.length ? at % text.length : 0;
    const to = Math.min(text.length, from + 1 + (what % 40));
    const range = text.slice(from, to);
    const done: readonly (() => string)[] = [
      () => text.slice(0, from) + text.slice(to),
      () => text.slice(0, from) + range + text.slice(from),
      () => text.slice(0, from) + pick(pieces, what) + text.slice(from),
      () => text.slice(0, from) + pick(pieces, what) + text.slice(to),
      () => text.slice(0, from) + range.repeat(1 + (what % 200)) + text.slice(to),
      () => text.slice(0, from) + [...range].reverse().join("") + text.slice(to),
      () => text.slice(0, from),
      () => {
        const other = text.slice((what * 31) % (text.length || 1)).slice(0, 80);
        return text.slice(0, from) + other + text.slice(from);
      },
    ];
    text = pick(done, kind)();
    if (text.length > 400_000) text = text.slice(0, 400_000);
  }
  return text;
}
