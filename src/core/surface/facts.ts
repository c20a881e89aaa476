/** The core's reader of facts: what is so of a part at a moment of a run. The list itself is model/schema/facts. */
import { type Expectation, type FactName, factNames, type PartFacts } from "../model";
import type { PartIndex, Program } from "../program";
import { DOCUMENT, looksAt } from "../program";
import { nameOf } from "./accessibility/names";
import { attributeOf, roleOf, textOf } from "./accessibility/roles";
import { type Layout, layoutOf, tabStops } from "./layout";
import { activeNames, isActive, type Moment } from "./moment";
import { currentValue } from "./motion/motion";
import { inViewRatio, scrollAt } from "./page";
import { opacityOf } from "./values/interpolate";

/** Opacity up to which a person sees nothing. */
export const UNSEEN = 0.01;

/** The part's opacity with that of everything around it, 0 to 1. */
export function effectiveOpacity(program: Program, moment: Moment, part: PartIndex): number {
  const { path } = program.parts[part];
  let opacity = looksAt(program, moment.pose)[path[path.length - 1]].around;
  for (const p of path) opacity *= opacityOf(currentValue(program, moment, p, "opacity"));
  return opacity;
}

/** Some of it lies on the page's visible area. */
export const isInView = (program: Program, moment: Moment, part: PartIndex): boolean =>
  inViewRatio(program, part, moment.pose, moment.page, moment.now) > 0;

/** Displayed, not hidden or moved out of view, effective opacity over 1 %, wherever the page is scrolled to. */
export const isPainted = (program: Program, moment: Moment, part: PartIndex): boolean =>
  layoutOf(program, moment).inSight[part] && effectiveOpacity(program, moment, part) > UNSEEN;

/** Visible to a person: displayed, not hidden or moved out of view, effective opacity over 1 %, in the viewport. */
export const isVisible = (program: Program, moment: Moment, part: PartIndex): boolean =>
  isPainted(program, moment, part) && isInView(program, moment, part);

type Reader<F extends FactName> = (program: Program, moment: Moment, part: PartIndex, layout: Layout) => PartFacts[F];

const readers: { readonly [F in FactName]: Reader<F> } = {
  present: (_p, _m, part, l) => l.present[part],
  displayed: (_p, _m, part, l) => l.displayed[part],
  visible: (p, m, part) => isVisible(p, m, part),
  "in view": (p, m, part, l) => l.displayed[part] && !l.movedOut[part] && isInView(p, m, part),
  opacity: (p, m, part, l) => (l.displayed[part] && !l.hidden[part] ? effectiveOpacity(p, m, part) : 0),
  "takes pointer": (_p, _m, part, l) => l.displayed[part] && l.landing[part] === part,
  focusable: (_p, _m, part, l) => l.focusable[part],
  "in tab order": (p, m, part, l) => tabStops(p, m, l).includes(part),
  focused: (_p, m, part) => m.focus === part,
  inert: (_p, _m, part, l) => l.inert[part],
  disabled: (_p, _m, part, l) => l.disabled[part],
  // Browsers tell all of a menu, and of what is told as something else only what is not hidden.
  exposed: (p, m, part, l) =>
    l.exposed[part] && !(l.hiddenInMenu[part] && roleOf(p, m, p.parts[part].parent) !== "combobox"),
  role: (p, m, part) => roleOf(p, m, part) ?? "",
  name: (p, m, part) => nameOf(p, m, part),
  text: (p, m, part, l) => (l.present[part] ? textOf(p, m, part) : ""),
};

/** One fact about a part. */
export const factOf = <F extends FactName>(program: Program, moment: Moment, part: PartIndex, fact: F): PartFacts[F] =>
  readers[fact](program, moment, part, layoutOf(program, moment));

/** Every fact about a part. */
export function factsOf(program: Program, moment: Moment, part: PartIndex): PartFacts {
  const layout = layoutOf(program, moment);
  const read = (fact: FactName): unknown => readers[fact](program, moment, part, layout);
  return Object.fromEntries(factNames.map((fact) => [fact, read(fact)])) as PartFacts;
}

export type Found = boolean | number | string | null;

const thousandths = (n: number): number => Math.round(n * 1000) / 1000;
const isPresent = (program: Program, moment: Moment, part: PartIndex): boolean =>
  layoutOf(program, moment).present[part];

/** What is found where an expectation looks. */
export function found(program: Program, moment: Moment, expectation: Expectation): Found {
  if (expectation.fact === "state") {
    return isActive(program, moment, expectation.is) ? expectation.is : activeNames(program, moment).join(", ");
  }
  if (expectation.fact === "announced") return moment.said?.text ?? "";
  if (expectation.fact === "scroll") return thousandths(scrollAt(moment.page, moment.now));
  const part = program.partIndex.get(expectation.part) ?? DOCUMENT;
  if (part === DOCUMENT) return null;
  switch (expectation.fact) {
    case "style":
      return isPresent(program, moment, part) ? (currentValue(program, moment, part, expectation.property) ?? "") : "";
    case "attribute":
      return isPresent(program, moment, part) ? attributeOf(program, moment, part, expectation.attribute) : null;
    case "opacity":
      return thousandths(factOf(program, moment, part, "opacity"));
    default:
      return factOf(program, moment, part, expectation.fact);
  }
}

/** True when the expectation holds at the moment. */
export const holds = (program: Program, moment: Moment, expectation: Expectation): boolean =>
  meets(expectation, found(program, moment, expectation));

/** Whether what was found is what is expected; numbers may be a little off where that is said. */
export const meets = (expectation: Expectation, what: Found): boolean =>
  typeof what === "number" && typeof expectation.is === "number" && "within" in expectation
    ? Math.abs(what - expectation.is) <= (expectation.within ?? 0) + 1e-9
    : what === expectation.is;
