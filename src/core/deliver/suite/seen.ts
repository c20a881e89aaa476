/** What a test says of a page: as little as tells a person what there is, and then what has become otherwise. */
import type { Program } from "../../program";
import type { RunState } from "../../run";
import { isSketched, seenPart } from "../../trial";

/** Of one part, by fact; attributes by name, null for one that is not there. */
export type Facts = Readonly<Record<string, unknown>>;

/** Roles that say nothing to whoever listens. */
const silent = /^(|generic|paragraph|none|presentation)$/;
const rounded = (n: number): number => Math.round(n * 100) / 100;

/** All that can be asked of a part on a page that is somebody else's. */
export function factsIn(program: Program, state: RunState, part: number): Facts {
  const is = seenPart(program, state, part);
  if (!is.present) return { visible: false };
  const leaf = program.parts[part].content.every((c) => typeof c !== "number");
  // How long a page is that the component only sketches, and so what of it is in view, the page alone knows.
  const away = (isSketched(program.doc) && is["scrolled away"]) || is["on its way"] || is.restless;
  return {
    ...(away ? {} : { visible: is.visible }),
    ...(is.visible && !is.restless ? { opacity: rounded(is.opacity) } : {}),
    // A control is called what it says.
    ...(is.visible && leaf && is.text !== is.name ? { text: is.text } : {}),
    ...(is.visible && is["takes pointer"] !== null && !is["on its way"]
      ? { "takes pointer": is["takes pointer"] }
      : {}),
    ...(is.exposed && !silent.test(is.role) ? { role: is.role, ...(is.name ? { name: is.name } : {}) } : {}),
    focusable: is.focusable,
    ...(is.displayed ? { disabled: is.disabled } : {}),
    ...is.attributes,
  };
}

const plain = new Set(["visible", "opacity", "text", "takes pointer", "role", "name", "focusable", "disabled"]);
/** What a newcomer would look for first. */
const first = ["visible", "role", "name"];

/**
 * The facts that are new since the last look; of the very first look, the foremost ones.
 * @param before null at first
 */
export function told(before: Facts | null, now: Facts): Facts | null {
  const out: Record<string, unknown> = {};
  const attributes: Record<string, unknown> = {};
  if (before === null) for (const fact of first) if (now[fact] !== undefined) out[fact] = now[fact];
  if (before !== null) {
    for (const [fact, value] of Object.entries(now))
      if (before[fact] !== value) (plain.has(fact) ? out : attributes)[fact] = value;
    for (const fact of Object.keys(before))
      if (!plain.has(fact) && !(fact in now) && now.visible) attributes[fact] = null;
    // What comes into view is said whole, but for what goes without saying.
    if (out.opacity === 1 && !before.visible) delete out.opacity;
    if (out["takes pointer"] === true && !before.visible) delete out["takes pointer"];
    if (out.disabled === false && before.disabled === undefined) delete out.disabled;
  }
  if (Object.keys(attributes).length) out.attributes = attributes;
  return Object.keys(out).length ? out : null;
}
