/** Which attributes a part may carry, and where an address in one may lead. */
import { escapeTemplate } from "../model";

/** A name that no parser takes apart (HTML §13.1.2.3), without the characters that only accidents bring. */
const namePattern = /^[A-Za-z_:][\w:.-]*$/;
/** What the parts' own machinery writes, and what would be a page within the page. */
const kept = new Set(["style", "data-part", "data-states", "data-when", "srcdoc", "http-equiv", "__proto__"]);

const addresses = new Set(
  "href xlink:href src action formaction poster cite data background longdesc ping manifest codebase dynsrc lowsrc".split(
    " ",
  ),
);
const schemes = new Set(["http", "https", "mailto", "tel", "sms"]);
/** Elements that only show what a data: address holds. */
const shows = new Set(["img", "image", "feimage", "source", "video", "audio", "track", "input"]);
/** SVG's elements that set an attribute of another, by its name. */
const setters = new Set(["set", "animate", "animatemotion", "animatetransform"]);

/** Why an attribute of this name cannot stand anywhere; null where it can. */
export function attributeNameProblem(name: string): string | null {
  const lower = name.toLowerCase();
  if (/^on./.test(lower)) return `${name} would run a script; say it as a reaction row`;
  if (lower === "style") return "style is said as style, not as an attribute";
  if (kept.has(lower)) return `${name} cannot be set on a part`;
  if (name.length > 200 || !namePattern.test(name)) return `“${name.slice(0, 40)}” is not a name for an attribute`;
  return null;
}

/** An address as the URL parser sees it: spaces at the ends, tabs and line ends anywhere are no part of it (URL §4.4). */
const normalised = (address: string): string => address.replace(/^[\0-\x20]+/, "").replace(/[\t\n\r]/g, "");

function schemeProblem(tag: string, address: string): string | null {
  const scheme = /^([a-z][a-z0-9+.-]*):/i.exec(normalised(address))?.[1].toLowerCase();
  if (scheme === undefined || schemes.has(scheme)) return null;
  if (scheme === "data" && shows.has(tag) && /^data:(image|audio|video|text\/vtt)\b/i.test(normalised(address)))
    return null;
  return `${scheme}: is not an address that a page may lead to`;
}

/** The text before the first hole decides where an address with data in it leads. */
const isDecided = (start: string): boolean =>
  /[/#?]/.test(normalised(start)) || /^[a-z][a-z0-9+.-]*:./i.test(normalised(start));

/**
 * Why a part may not have this attribute with this value; null where it may.
 * @param value a text template
 */
export function attributeProblem(tag: string, name: string, value: string | null): string | null {
  const bad = attributeNameProblem(name);
  if (bad || value === null) return bad;
  const element = tag.toLowerCase();
  const lower = name.toLowerCase();
  const hole = /(?<!\\)\$\{/.exec(value);
  const fixed = (hole ? value.slice(0, hole.index) : value).replaceAll("\\${", "${");
  if (addresses.has(lower)) {
    const problem = schemeProblem(element, fixed);
    if (problem) return `${name}: ${problem}`;
    if (hole && !isDecided(fixed)) return `${name} begins with data; begin the address with fixed text, such as / or #`;
  }
  if (
    setters.has(element) &&
    lower === "attributename" &&
    (hole || /^\s*((xlink:)?href|on.*|style)\s*$/i.test(fixed))
  ) {
    return `<${element}> may not set ${fixed.trim() || "what data say"}`;
  }
  return null;
}

/** The same for a value that is computed already: what the live page asks before it sets one. */
export const isSafeAttribute = (tag: string, name: string, value: string): boolean =>
  attributeProblem(tag, name, escapeTemplate(value)) === null;
