/** The serialiser of ECMAScript: names, texts, comments, expressions of the document as code. */
import { type Mention, mentions, templateHoles } from "../../expression";

/** A text as a literal that stays one line and one script. */
export const text = (value: string): string =>
  JSON.stringify(value).replaceAll("\u2028", "\\u2028").replaceAll("\u2029", "\\u2029");
/** A text as a template literal that keeps its lines. */
export const literal = (value: string): string =>
  `\`${value.replaceAll("\\", "\\\\").replaceAll("`", "\\`").replaceAll("${", "\\${").replaceAll("\r", "\\r")}\``;
/** What stands behind `//`: no line end of any kind, so that it stays a comment (ECMAScript §12.3). */
export const remark = (value: string): string => value.replace(/[\r\n\u2028\u2029]+/g, " ");
/** A script as the content of an element (HTML §4.12.1.3): only texts and comments can hold these letters. */
export const scriptInHtml = (script: string): string =>
  script.replace(/<(?=\/script)/gi, "<\\").replace(/<(?=!--)/g, "<\\");

/** A property name, in quotes only where it needs them. */
export const key = (name: string): string => (/^[A-Za-z_]\w*$/.test(name) ? name : text(name));
/** Something of an object, by its name. */
export const member = (of: string, name: string): string =>
  /^[A-Za-z_]\w*$/.test(name) ? `${of}.${name}` : `${of}[${text(name)}]`;

interface Code {
  code: string;
  /** What it asks of its surroundings. */
  asks: Set<string>;
}

/** The expressions of the document are ECMAScript already; only data, `in(…)` and the event get other names. */
function expression(source: string): Code {
  const asks = new Set<string>();
  let out = "";
  let at = 0;
  const named: Partial<Record<Mention["kind"], string>> = { in: "isIn", event: "event" };
  for (const m of mentions(source)) {
    if (m.kind === "state") continue;
    if (m.kind !== "part") asks.add(m.kind === "in" ? "isIn" : m.kind === "doing" ? m.name : m.kind);
    const code = m.kind === "data" ? member("data", m.name) : m.kind === "part" ? text(m.name) : m.name;
    out += source.slice(at, m.from) + (named[m.kind] ?? code);
    at = m.to;
  }
  return { code: out + source.slice(at), asks };
}

const lineEnds: Record<string, string> = { "\r": "\\r", "\n": "\\n", "\u2028": "\\u2028", "\u2029": "\\u2029" };

/** A text template: a template literal, or a plain text where nothing in it changes. */
function template(source: string): Code {
  const holes = templateHoles(source);
  const plain = (piece: string): string => piece.replaceAll("\\${", "${");
  if (!holes.length) return { code: text(plain(source)), asks: new Set() };
  const quoted = (piece: string): string =>
    plain(piece)
      .replaceAll("\\", "\\\\")
      .replaceAll("`", "\\`")
      .replaceAll("${", "\\${")
      .replace(/[\r\n\u2028\u2029]/g, (end) => lineEnds[end]);
  const asks = new Set<string>();
  let out = "`";
  let at = 0;
  for (const hole of holes) {
    const inner = expression(source.slice(hole.from, hole.to));
    for (const a of inner.asks) asks.add(a);
    out += `${quoted(source.slice(at, hole.from - 2))}\${${inner.code}}`;
    at = hole.to + 1;
  }
  return { code: `${out}${quoted(source.slice(at))}\``, asks };
}

/** A function of what the component knows; it takes only what it asks for. */
const asFunction = ({ code, asks }: Code): string => {
  const taken = ["data", "isIn", "focusWithin", "hovered", "event", "page"].filter((a) => asks.has(a));
  return `${taken.length ? `({ ${taken.join(", ")} })` : "()"} => ${code.startsWith("{") ? `(${code})` : code}`;
};
export const expressionCode = (source: string): string => asFunction(expression(source));
export const templateCode = (source: string): string => asFunction(template(source));

export const indented = (lines: string, pad = "  "): string =>
  lines
    .split("\n")
    .map((line) => (line ? pad + line : line))
    .join("\n");

const LONG = 100;
const listed = (open: string, items: readonly string[], close: string, space: string): string => {
  if (!items.length) return open + close;
  const flat = `${open}${space}${items.join(", ")}${space}${close}`;
  return flat.length < LONG && !flat.includes("\n")
    ? flat
    : `${open}\n${items.map((e) => indented(`${e},`)).join("\n")}\n${close}`;
};
/** An object literal; entries that are not there are left out. */
export const object = (entries: readonly (readonly [string, string | undefined])[]): string =>
  listed(
    "{",
    entries.flatMap(([k, v]) => (v === undefined ? [] : [`${key(k)}: ${v}`])),
    "}",
    " ",
  );
export const list = (items: readonly string[]): string => listed("[", items, "]", "");
