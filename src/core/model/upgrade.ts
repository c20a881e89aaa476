/** Files of earlier versions, made into what they mean today. Nothing is checked here: that comes after. */

type Json = Record<string, unknown>;
const isObject = (value: unknown): value is Json =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Declarations that said how a part is there, not what it is like. */
const saysPresence = (property: string, value: unknown): boolean =>
  property === "visibility" || property === "pointer-events" || (property === "display" && value === "none");

/**
 * In version 1 the style of a part was a rule before those of the page, `[data-part="…"] { … }`; in version 2 it is what
 * its `style` attribute says, which no rule beats. So it becomes such a rule.
 */
export function fromVersion1(json: Json): Json {
  const rules: string[] = [];
  const one = (part: unknown): unknown => {
    if (!isObject(part)) return part;
    const { css, content, ...rest } = part;
    const kept: Json = {};
    const lines: string[] = [];
    if (isObject(css))
      for (const [property, value] of Object.entries(css)) {
        // What is no text, and what could end its rule, is left where it stands: the checks name it there.
        const loose =
          typeof value !== "string" ||
          /[{};\\"'<\n]|\/\*/.test(value.replace(/"[^"\\<{}\n]*"/g, "")) ||
          !/^[\w-]+$/.test(property);
        if (loose || saysPresence(property, value)) kept[property] = value;
        else lines.push(`  ${property}: ${value};`);
      }
    if (lines.length) rules.push(`[data-part="${String(rest.name)}"] {\n${lines.join("\n")}\n}`);
    const out: Json = { ...rest };
    if (css !== undefined && (!isObject(css) || Object.keys(kept).length)) out.css = isObject(css) ? kept : css;
    if (content !== undefined) out.content = Array.isArray(content) ? content.map(one) : content;
    return out;
  };
  const parts = Array.isArray(json.parts) ? json.parts.map(one) : json.parts;
  const page = isObject(json.page) ? { ...json.page } : json.page;
  if (isObject(page) && rules.length) {
    const own = page.css;
    if (own === undefined || typeof own === "string") page.css = [...rules, ...(own ? [own] : [])].join("\n");
  }
  return { ...json, version: 2, ...(json.parts === undefined ? {} : { parts }), ...(isObject(page) ? { page } : {}) };
}
