/** Where a part stands by its style, once everything around it is known: away, shut, above what. */
import { isCheckable } from "../../cascade";
import type { Template } from "../../expression";
import { type MeasureEnv, measureEnv, substitute } from "../../measure";
import type { Presence } from "../../model";
import { DOCUMENT, type PartIndex, type PartInfo, type PartLook, type Program } from "../program";
import { isAway, isPositioned, takesAway } from "./away";
import { isClippedAway, isInLine, isScaledAway, isShut, shutting, withoutTransforms } from "./shut";
import { nothing } from "./styled";

/** The looks with what follows from where the parts stand in one another. */
export function placedLooks(program: Program, looks: readonly PartLook[], measures: MeasureEnv): PartLook[] {
  return looks.map((look, p) => {
    const said = Object.keys(look.css);
    const shut = said.some(shutting) && isShutIn(program, looks, p, {}, measures);
    const away = said.some(takesAway) && !isEmpty(program.parts[p], look) && isAwayIn(program, looks, p, {}, measures);
    const inLine = standsInLine(program, looks, p, look.css);
    const lifted = inLine ? isLifted(withoutTransforms(look.css), look.as) : look.lifted;
    const clips = shut && isClippedAway(plain(look.css, measures));
    return shut || away || inLine ? { ...look, shut, clips, away, inLine, lifted } : look;
  });
}

type Css = Readonly<Record<string, string>>;
const plain = (css: Css, measures: MeasureEnv): Css =>
  Object.fromEntries(
    Object.entries(css).map(([p, v]) => {
      const value = v.endsWith("!important") ? v.slice(0, -"!important".length).trim() : v;
      return [p, value.includes("var(") ? substitute(value, measures) : value];
    }),
  );

/** What has its area in a block is positioned there, unless it has a way of its own. */
const boxOf = ({ part: { tag, area, attributes } }: PartInfo, css: Css) => ({
  tag: isCheckable(tag, attributes) ? "checkable" : tag.toLowerCase(),
  css: area && !/^(fixed|sticky)$/.test(css.position ?? "") ? { ...css, position: "absolute" } : css,
});

const around = (looks: readonly PartLook[], { parent }: PartInfo): Css | undefined =>
  parent === DOCUMENT ? undefined : looks[parent].css;

function standsInLine(program: Program, looks: readonly PartLook[], part: PartIndex, css: Css): boolean {
  const info = program.parts[part];
  return isInLine(boxOf(info, css), around(looks, info));
}

/** A part's style with some values in place of those it has, less what does nothing to it. */
function placing(
  program: Program,
  looks: readonly PartLook[],
  part: PartIndex,
  instead: Css,
  measures: MeasureEnv,
): Css {
  const css = plain({ ...looks[part].css, ...instead }, measures);
  return standsInLine(program, looks, part, css) ? withoutTransforms(css) : css;
}

/** Whether a part would show nothing of what is inside, with some values of its style in place of those it has. */
export function isShutIn(
  program: Program,
  looks: readonly PartLook[],
  part: PartIndex,
  instead: Css,
  measures: MeasureEnv = measureEnv(program.doc),
): boolean {
  const css = placing(program, looks, part, instead, measures);
  if (isScaledAway(css) || isClippedAway(css)) return true;
  const info = program.parts[part];
  // What has no box itself is nothing that could be cut off.
  const isThere = (p: PartIndex): boolean => looks[p].rendered && !/^(absent|not displayed)$/.test(looks[p].as);
  const inside =
    looks[part].text === null ? info.content.filter((c): c is PartIndex => typeof c === "number" && isThere(c)) : [];
  const words = looks[part].text !== null || info.content.some((c) => typeof c !== "number" && saysSomething(c));
  return isShut(
    boxOf(info, css),
    around(looks, info),
    inside.map((p) => boxOf(program.parts[p], plain(looks[p].css, measures))),
    words,
  );
}
const saysSomething = (t: Template): boolean => !t.constant || t.run(nothing).trim() !== "";

/** Whether a part would be away with some values of its style in place of those it has. */
export function isAwayIn(
  program: Program,
  looks: readonly PartLook[],
  part: PartIndex,
  instead: Readonly<Record<string, string>>,
  measures: MeasureEnv = measureEnv(program.doc),
): boolean {
  const outers = program.parts[part].path.slice(1).map((q) => plain(looks[q].css, measures));
  const css = placing(program, looks, part, instead, measures);
  return isAway({ css, around: outers, isLine: isLine(program.parts[part], looks[part], css) });
}

/** Without anything in it a box has no size by which it could be moved. */
function isEmpty({ content }: PartInfo, { text, css }: PartLook): boolean {
  if (Object.keys(css).some((p) => /^(padding|border|(min-)?(height|width|block-size))/.test(p))) return false;
  const says = (t: Template): boolean => !t.constant || t.run(nothing) !== "";
  return text === null ? !content.some((c) => typeof c === "number" || says(c)) : !says(text);
}

/** A few words in a link or a button, as large as browsers make them. */
function isLine({ part, content }: PartInfo, { text }: PartLook, css: Readonly<Record<string, string>>): boolean {
  if (!/^(a|button|label|span|summary)$/.test(part.tag)) return false;
  if (Object.keys(css).some((p) => /^(font|line-height|min-height|width|max-width|writing-mode|white-space)/.test(p)))
    return false;
  const words = text ? [text] : content;
  let length = 0;
  for (const c of words) {
    if (typeof c === "number" || !c.constant) return false;
    length += c.run(nothing).length;
  }
  return length <= 30;
}

/** What makes a stacking context of its own without a z-index is drawn where positioned boxes are. */
export const isLifted = (css: Readonly<Record<string, string>>, as: Presence): boolean =>
  as === "transparent" ||
  as === "moved out" ||
  isPositioned(css) ||
  (css.opacity !== undefined && Number(css.opacity) < 1) ||
  ["transform", "filter", "perspective", "backdrop-filter"].some((p) => css[p] !== undefined && css[p] !== "none");

/** The part's own place in the stack; only what is positioned has one (CSS 2 §9.9.1). */
export function layerOf(css: Readonly<Record<string, string>>): number | null {
  if (!isPositioned(css)) return null;
  const z = Number(css["z-index"]);
  return Number.isInteger(z) && css["z-index"] !== "" ? z : null;
}
