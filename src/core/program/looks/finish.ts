/** The last step to a pose: the page's rules under what the parts themselves and the looks say. */
import { Fault } from "../../../kernel";
import type { Cascaded, Sheet } from "../../cascade";
import type { Env, Template } from "../../expression";
import { type MeasureEnv, measureEnv, substitute } from "../../measure";
import type { Presence } from "../../model";
import type { CompiledMotion, PartLook, Program } from "../program";
import { animationsOf } from "./animations";
import {
  type Custom,
  customIn,
  generatedIn,
  pointerOf,
  type SheetStyle,
  sheetMotion,
  sheetStyle,
  visibilityOf,
  withCustom,
} from "./applied";
import { isLifted, layerOf, placedLooks } from "./placed";
import { classesWith, mediaBits, type Standing, type Styled, styleOf, whoBits } from "./styled";
import type { Who } from "./who";

/** The page's own rules, and what they made of the parts, by how the parts stood. */
export interface Ruled {
  sheet: Sheet | null;
  known: Map<string, Styled>;
}

/** What the markup and the looks say of a part, before any rule. */
export interface Draft {
  as: Presence;
  pointer: boolean | null;
  inert: boolean;
  disabled: boolean;
  exposed: boolean;
  text: Template | null;
  attributes: Map<string, Template | null>;
  marks: Map<string, string>;
  classes: Map<string, boolean>;
  css: Record<string, string>;
  /** Null where nobody said how it moves. */
  motion: Readonly<Record<string, CompiledMotion>> | null;
  /** The last that was said of `visibility` as a property. */
  visibility: string | null;
}

/** What a template gives now; null where one of its expressions fails. */
export function valueNow(template: Template, env: Env): string | null {
  try {
    return template.run(env);
  } catch (error) {
    if (error instanceof Fault) return null;
    throw error;
  }
}

/** The looks of a pose, with what the page's rules say under them. */
export function finished(program: Program, ruled: Ruled, drafts: readonly Draft[], env: Env, who: Who): PartLook[] {
  const rules = ruled.sheet ? rulesFor(program, ruled, ruled.sheet, drafts, env, who) : null;
  const custom: ReadonlyMap<string, string>[] = [];
  const measures = measureEnv(program.doc);
  const around = new Map([...(rules?.around ?? [])].map(([p, list]) => [p, aroundOf(list, measures)]));
  const looks = drafts.map((draft, p): PartLook => {
    const { parent, part } = program.parts[p];
    const found = rules?.parts[p];
    const sheet = found ? sheetStyle(found) : null;
    const page = around.get(p);
    custom[p] = customIn([sheet?.normal, draft.css, sheet?.important], custom[parent] ?? page?.custom ?? none);
    const make = (from: SheetStyle | null): PartLook =>
      settled(program, ruled.sheet, draft, from, custom[p], part.layer);
    const resting = known(draft, found, custom[p], () => make(sheet));
    const first = rules?.starting?.[p];
    const look = first && first !== found ? withStart(resting, first, () => make(sheetStyle(first))) : resting;
    const inside =
      rules?.generated && generatedIn(look, [rules.generated.before[p], rules.generated.after[p]], custom[p], measures);
    const whole = inside ? { ...look, generated: inside } : look;
    if (!page) return whole;
    return {
      ...whole,
      rendered: look.rendered && page.rendered,
      visibility: look.visibility ?? page.visibility,
      pointer: look.pointer ?? page.pointer,
      around: page.opacity,
    };
  });
  return placedLooks(program, looks, measures);
}

/** A look with the values from which it moves when it is drawn for the first time. */
function withStart(look: PartLook, rules: Cascaded, make: () => PartLook): PartLook {
  const made = starts.get(look) ?? new Map<Cascaded, PartLook>();
  starts.set(look, made);
  let found = made.get(rules);
  if (!found) {
    const first = Object.entries(make().css).filter(([property, value]) => look.css[property] !== value);
    found = { ...look, starting: Object.fromEntries(first) };
    made.set(rules, found);
  }
  return found;
}
const starts = new WeakMap<PartLook, Map<Cascaded, PartLook>>();

interface Around {
  rendered: boolean;
  visibility: PartLook["visibility"];
  pointer: boolean | null;
  opacity: number;
  custom: ReadonlyMap<string, string>;
}
/** What the document's own elements and a block say for what stands in them. */
function aroundOf(list: readonly Cascaded[], measures: MeasureEnv): Around {
  let out: Around = { rendered: true, visibility: null, pointer: null, opacity: 1, custom: none };
  for (const rules of list) {
    const { normal, important } = sheetStyle(rules);
    const css = { ...normal, ...important };
    const custom = customIn([css], out.custom);
    const opacity = Number(substitute(withCustom(css.opacity ?? "1", custom), measures));
    out = {
      rendered: out.rendered && css.display !== "none",
      visibility: visibilityOf(css.visibility) ?? out.visibility,
      pointer: pointerOf(css["pointer-events"]) ?? out.pointer,
      opacity: out.opacity * (Number.isNaN(opacity) ? 1 : Math.min(1, Math.max(0, opacity))),
      custom,
    };
  }
  return out;
}
const none: Custom = new Map();

/** The same part, said of and ruled the same, is the same. */
function known(draft: Draft, found: Cascaded | null | undefined, custom: Custom, make: () => PartLook): PartLook {
  if (custom !== none) return make();
  const looks = byDraft.get(draft) ?? new Map<Cascaded | null, PartLook>();
  byDraft.set(draft, looks);
  const look = looks.get(found ?? null) ?? make();
  looks.set(found ?? null, look);
  return look;
}
const byDraft = new WeakMap<Draft, Map<Cascaded | null, PartLook>>();

function rulesFor(program: Program, ruled: Ruled, sheet: Sheet, drafts: readonly Draft[], env: Env, who: Who): Styled {
  const standing = drafts.map((draft, p): Standing => {
    const info = program.parts[p];
    const attributes: Record<string, string> = {};
    if (sheet.attributes.has("data-part")) attributes["data-part"] = info.name;
    for (const [name, value] of [...info.attributes, ...draft.attributes]) {
      if (!sheet.attributes.has(name)) continue;
      if (value === null) delete attributes[name];
      else attributes[name] = valueNow(value, env) ?? "";
    }
    const said = (name: string, is: boolean, value = ""): void => {
      if (!sheet.attributes.has(name)) return;
      if (is) attributes[name] = value;
      else delete attributes[name];
    };
    said("hidden", draft.as === "not displayed");
    said("inert", draft.inert);
    said("disabled", draft.disabled);
    if (!draft.exposed) said("aria-hidden", true, "true");
    if (draft.classes.size) said("class", true, classesWith(attributes.class ?? "", draft.classes));
    return { absent: draft.as === "absent", attributes, holds: draft.text === null };
  });
  const media = mediaBits(sheet, env);
  const key = `${media} ${whoBits(program, sheet, who)} ${JSON.stringify(standing)}`;
  let found = ruled.known.get(key);
  if (!found) {
    found = styleOf(program, sheet, standing, media, who);
    ruled.known.set(key, found);
  }
  return found;
}

/** What a part is in the end: what the rules say, then the part itself and the looks, then what is important. */
function settled(
  program: Program,
  page: Sheet | null,
  draft: Draft,
  sheet: SheetStyle | null,
  custom: ReadonlyMap<string, string>,
  ownLayer: number | undefined,
): PartLook {
  const { visibility: _v, ...look } = draft;
  const own = draft.css;
  const saysPointer = draft.pointer !== null;
  if (!sheet) {
    return {
      ...look,
      saysPointer,
      away: false,
      shut: false,
      clips: false,
      inLine: false,
      around: 1,
      motion: draft.motion ?? sheetMotion(program, Object.entries(own)),
      animations: [],
      endless: [],
      own,
      rendered: true,
      visibility: null,
      layer: ownLayer ?? layerOf(own),
      lifted: isLifted(own, look.as),
      rules: null,
    };
  }
  const { normal, important } = sheet;
  const said: [string, string][] = [];
  const css: Record<string, string> = {};
  let visibility: string | undefined;
  let pointer: string | undefined;
  let rendered = true;
  // Each where it was said last; nothing is deleted again, which would make the objects slow.
  const say = (property: string, given: string): void => {
    const value = withCustom(given, custom);
    said.push([property, value]);
    if (property === "visibility") visibility = value;
    else if (property === "pointer-events") pointer = value;
    else if (property === "display" && value === "none") rendered = false;
    else css[property] = value;
  };
  for (const property in normal)
    if (!Object.hasOwn(own, property) && !Object.hasOwn(important, property)) say(property, normal[property]);
  for (const property in own) if (!Object.hasOwn(important, property)) say(property, own[property]);
  for (const property in important) say(property, important[property]);
  const beaten = (property: string): boolean => important[property] !== undefined;
  // What an important rule says of its opacity, a look does not take back.
  const as = look.as === "transparent" && beaten("opacity") ? "shown" : look.as;
  return {
    ...look,
    as,
    css,
    own,
    rendered,
    visibility: seenAs(draft, page, sheet, visibility),
    pointer: beaten("pointer-events") ? pointerOf(pointer) : (draft.pointer ?? pointerOf(pointer)),
    saysPointer,
    away: false,
    shut: false,
    clips: false,
    inLine: false,
    around: 1,
    layer: ownLayer ?? layerOf(css),
    lifted: isLifted(css, as),
    motion: draft.motion ?? sheetMotion(program, said),
    ...animationsOf(
      program.doc,
      page,
      said.filter(([p]) => p.startsWith("animation")),
      beaten,
    ),
    rules: sheet.rules,
  };
}

/** What is said of its own visibility; null where it is as around it. */
function seenAs(draft: Draft, page: Sheet | null, sheet: SheetStyle, said: string | undefined): PartLook["visibility"] {
  if (draft.as === "hidden" && sheet.important.visibility === undefined) return "hidden";
  // A look's own `visibility` is a declaration only where there are rules that it could have to beat.
  if (sheet.important.visibility === undefined && draft.visibility !== null && page?.properties.has("visibility"))
    return visibilityOf(draft.visibility);
  return visibilityOf(said);
}
