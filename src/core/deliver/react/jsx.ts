/** The first state's markup as JSX. */
import type { RenderedPart } from "../../surface";
import { outline } from "../shared/outline";
import { SLOT, slotOf } from "../shared/slots";

/** Attributes that React calls otherwise than HTML does. */
const names: Record<string, string> = {
  class: "className",
  for: "htmlFor",
  tabindex: "tabIndex",
  readonly: "readOnly",
  maxlength: "maxLength",
  minlength: "minLength",
  colspan: "colSpan",
  rowspan: "rowSpan",
  contenteditable: "contentEditable",
  spellcheck: "spellCheck",
  autocomplete: "autoComplete",
  autofocus: "autoFocus",
  autoplay: "autoPlay",
  crossorigin: "crossOrigin",
  datetime: "dateTime",
  enctype: "encType",
  enterkeyhint: "enterKeyHint",
  formnovalidate: "formNoValidate",
  inputmode: "inputMode",
  novalidate: "noValidate",
  popovertarget: "popoverTarget",
  popovertargetaction: "popoverTargetAction",
  srcset: "srcSet",
  srclang: "srcLang",
  usemap: "useMap",
  accesskey: "accessKey",
  charset: "charSet",
  "accept-charset": "acceptCharset",
  "http-equiv": "httpEquiv",
  value: "value",
  "xlink:href": "xlinkHref",
  "xml:lang": "xmlLang",
  "xml:space": "xmlSpace",
};
const fields = new Set(["input", "textarea", "select"]);
const flags = new Set(
  "hidden inert disabled required readonly multiple autofocus novalidate open controls loop muted reversed default checked selected autoplay".split(
    " ",
  ),
);
const numbers = new Set(
  "tabindex maxlength minlength colspan rowspan rows cols size span start aria-colcount aria-colindex aria-colspan aria-level aria-posinset aria-rowcount aria-rowindex aria-rowspan aria-setsize aria-valuemax aria-valuemin aria-valuenow".split(
    " ",
  ),
);

/** In SVG a hyphen is a capital letter: `stroke-width` is `strokeWidth`. */
const camel = (name: string): string => name.replace(/-([a-z])/g, (_all, letter: string) => letter.toUpperCase());

const isPlain = (value: string): boolean => /^[^"\\{}<>&\r\n]*$/.test(value);

function attribute(part: RenderedPart, name: string, value: string): string {
  const isField = fields.has(part.tag);
  if (name === "value" && isField) return ` defaultValue=${quoted(value)}`;
  if (name === "checked" && isField) return " defaultChecked";
  if (name === "style") return ` style={${styleObject(value)}}`;
  const called = Object.hasOwn(names, name)
    ? names[name]
    : name.startsWith("data-") || name.startsWith("aria-")
      ? name
      : camel(name);
  if (name === "contenteditable")
    return ` contentEditable${value === "" || value === "true" ? "" : `=${quoted(value)}`} suppressContentEditableWarning`;
  if (flags.has(name) && (value === "" || value === name)) return ` ${called}`;
  if (numbers.has(name) && /^-?\d+(\.\d+)?$/.test(value)) return ` ${called}={${value}}`;
  return ` ${called}=${quoted(value)}`;
}

const quoted = (value: string): string => (isPlain(value) ? `"${value}"` : `{${JSON.stringify(value)}}`);

function styleObject(css: string): string {
  const entries = css.split(/;\s*/).flatMap((line): string[] => {
    const colon = line.indexOf(":");
    if (colon < 0) return [];
    const [name, value] = [line.slice(0, colon).trim(), line.slice(colon + 1).trim()];
    return [`${name.startsWith("--") ? JSON.stringify(name) : camel(name)}: ${JSON.stringify(value)}`];
  });
  return `{ ${entries.join(", ")} }`;
}

/** @param slots what each slot is called among the props */
export function jsx(parts: readonly RenderedPart[], slots: ReadonlyMap<string, string>, pad: string): string {
  return outline(
    parts.map(forReact),
    {
      attributes: (part) =>
        Object.entries(part.attributes)
          .filter(([name]) => name !== SLOT)
          .map(([name, value]) => attribute(part, name, value))
          .join(""),
      text: words,
      slot: (part) => {
        const slot = slotOf(part.attributes);
        if (slot === null) return null;
        const usual = part.content.filter((c) => typeof c === "string").join("");
        const name = slots.get(slot);
        return usual ? `{${name} ?? ${JSON.stringify(usual)}}` : `{${name}}`;
      },
      empty: (tag, attributes) => `<${tag}${attributes} />`,
    },
    pad,
  );
}

/** React has the content of a text area as its value. */
const forReact = (part: RenderedPart): RenderedPart =>
  part.tag === "textarea" && part.content.length
    ? { ...part, attributes: { ...part.attributes, value: part.content.join("") }, content: [] }
    : { ...part, content: part.content.map((c) => (typeof c === "string" ? c : forReact(c))) };

/** A string literal in which spaces that a reader cannot tell from a plain one are escaped. */
const withSpacesEscaped = (text: string): string =>
  JSON.stringify(text).replace(/[^\S ]/g, (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, "0")}`);
const words = (text: string): string =>
  /^(?:[^{}<>&\s]|[ \t])+$/.test(text) && text.trim() === text ? text : `{${withSpacesEscaped(text)}}`;
