/** Small pieces of ECMAScript: names, texts, expressions of the document as code. */
import { mentions, templateHoles } from "../../expression";
import { allStates, type Component, type FocusTarget } from "../../model";

/** A text as a literal that stays one line and one script (HTML §4.12.1.3 on `</script` and `<!--`). */
export const text = (value: string): string =>
  JSON.stringify(value).replaceAll("\u2028", "\\u2028").replaceAll("\u2029", "\\u2029");
/** What stands behind `//`: no line end of any kind, so that it stays a comment (ECMAScript §12.3). */
export const remark = (value: string): string => value.replace(/[\r\n\u2028\u2029]+/g, " ");
/** What stands between the signs of a comment over lines. */
export const blockRemark = (value: string): string => remark(value).replaceAll("*/", "* /");
/** A script as the content of an element: only texts and comments can hold these letters, and there they mean the same. */
export const scriptInHtml = (script: string): string =>
  script.replace(/<(?=\/script)/gi, "<\\").replace(/<(?=!--)/g, "<\\");
/** A datum of the component. */
export const datum = (name: string): string => (/^[A-Za-z_]\w*$/.test(name) ? `data.${name}` : `data[${text(name)}]`);
/** A property name, in quotes only where it needs them. */
export const key = (name: string): string => (/^[A-Za-z_]\w*$/.test(name) ? name : text(name));
/**
 * What a table begins with that says nothing about some states: where one of them is called `toString`, the table must
 * not answer with what every object has.
 */
export const bare = (doc: Component): string[] =>
  allStates(doc).some((s) => s.state.name in Object.prototype) ? ["__proto__: null"] : [];
/** A part's element. */
export const element = (part: string): string =>
  /^[A-Za-z_]\w*$/.test(part) ? `parts.${part}` : `parts[${text(part)}]`;

/** The expressions of the document are ECMAScript already; only names of data and `in(…)` change. */
export function expressionCode(source: string): string {
  let out = "";
  let at = 0;
  for (const m of mentions(source)) {
    if (m.kind === "state") continue;
    out += source.slice(at, m.from) + (m.kind === "in" ? "isIn" : datum(m.name));
    at = m.to;
  }
  return (out + source.slice(at)).replace(/\b_event\.name\b/g, "eventName");
}

const lineEnds: Record<string, string> = { "\r": "\\r", "\n": "\\n", "\u2028": "\\u2028", "\u2029": "\\u2029" };

/** A text template as code: a template literal, or a plain text where nothing in it changes. */
export function templateCode(template: string): string {
  const holes = templateHoles(template);
  const fixed = (piece: string): string => piece.replaceAll("\\${", "${");
  if (!holes.length) return text(fixed(template));
  const quoted = (piece: string): string =>
    fixed(piece)
      .replaceAll("\\", "\\\\")
      .replaceAll("`", "\\`")
      .replaceAll("${", "\\${")
      .replace(/[\r\n\u2028\u2029]/g, (end) => lineEnds[end]);
  let out = "`";
  let at = 0;
  for (const hole of holes) {
    out += `${quoted(template.slice(at, hole.from - 2))}\${${expressionCode(template.slice(hole.from, hole.to))}}`;
    at = hole.to + 1;
  }
  return `${out}${quoted(template.slice(at))}\``;
}

/** A focus target as a function: it is asked for only once the new state is on the screen. */
export const focusCode = (t: FocusTarget): string => {
  if ("back" in t) return "() => back";
  if ("part" in t) return `() => ${element(t.part)}`;
  if ("first" in t) return `() => firstIn(${element(t.first)})`;
  if ("last" in t) return `() => among(${element(t.last)}).at(-1)`;
  const [by, inside] = "next" in t ? [1, t.next] : [-1, t.previous];
  return `() => step(${inside === null ? "root" : element(inside)}, ${by})`;
};

export const indented = (lines: string, pad = "  "): string =>
  lines
    .split("\n")
    .map((line) => (line ? pad + line : line))
    .join("\n");

/** `const name = { … };` with one entry a line. */
export const table = (name: string, entries: readonly string[]): string =>
  entries.length ? `const ${name} = {\n${entries.map((e) => indented(`${e},`)).join("\n")}\n};` : `const ${name} = {};`;
