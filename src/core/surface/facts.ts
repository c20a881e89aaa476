/** Facts: the one vocabulary about parts at an instant that scenarios, rules, the ribbon and the page share. */
import type { Expectation } from "../model";
import type { PartIndex, Program } from "../program";
import { DOCUMENT } from "../program";
import { attributeOf, nameOf, roleOf, textOf } from "./accessibility/roles";
import { layoutOf } from "./layout";
import { activeNames, isActive, type Moment } from "./moment";
import { currentValue } from "./motion";
import { inViewRatio, scrollAt } from "./page";
import { opacityOf } from "./values/interpolate";

/** Opacity up to which a person sees nothing. */
export const UNSEEN = 0.01;

/** The part's opacity with that of everything around it, 0 to 1. */
export function effectiveOpacity(program: Program, moment: Moment, part: PartIndex): number {
  let opacity = 1;
  for (const p of program.parts[part].path) opacity *= opacityOf(currentValue(program, moment, p, "opacity"));
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

export interface PartFacts {
  present: boolean;
  displayed: boolean;
  visible: boolean;
  inView: boolean;
  /** 0 to 1, with everything around it */
  opacity: number;
  takesPointer: boolean;
  /** Who gets a click aimed at it; DOCUMENT for nobody. */
  landing: PartIndex;
  focusable: boolean;
  inTabOrder: boolean;
  focused: boolean;
  inert: boolean;
  disabled: boolean;
  exposed: boolean;
  role: string | null;
  name: string;
  text: string;
}

export function factsOf(program: Program, moment: Moment, part: PartIndex): PartFacts {
  const layout = layoutOf(program, moment);
  return {
    present: layout.present[part],
    displayed: layout.displayed[part],
    visible: isVisible(program, moment, part),
    inView: layout.displayed[part] && isInView(program, moment, part),
    opacity: layout.inSight[part] ? effectiveOpacity(program, moment, part) : 0,
    takesPointer: layout.displayed[part] && layout.landing[part] === part,
    landing: layout.landing[part],
    focusable: layout.focusable[part],
    inTabOrder: layout.tabOrder.includes(part),
    focused: moment.focus === part,
    inert: layout.inert[part],
    disabled: layout.disabled[part],
    exposed: layout.exposed[part],
    role: roleOf(program, moment, part),
    name: nameOf(program, moment, part),
    text: layout.present[part] ? textOf(program, moment, part) : "",
  };
}

export type Found = boolean | number | string | null;

/** What is found where an expectation looks. */
export function found(program: Program, moment: Moment, expectation: Expectation): Found {
  if (expectation.fact === "state") {
    return isActive(program, moment, expectation.is) ? expectation.is : activeNames(program, moment).join(", ");
  }
  if (expectation.fact === "announced") return moment.said?.text ?? "";
  if (expectation.fact === "scroll") return Math.round(scrollAt(moment.page, moment.now) * 1000) / 1000;
  const part = program.partIndex.get(expectation.part) ?? DOCUMENT;
  if (part === DOCUMENT) return null;
  const layout = layoutOf(program, moment);
  switch (expectation.fact) {
    case "visible":
      return isVisible(program, moment, part);
    case "displayed":
      return layout.displayed[part];
    case "present":
      return layout.present[part];
    case "takes pointer":
      return layout.displayed[part] && layout.landing[part] === part;
    case "in tab order":
      return layout.tabOrder.includes(part);
    case "focused":
      return moment.focus === part;
    case "in view":
      return layout.displayed[part] && isInView(program, moment, part);
    case "text":
      return layout.present[part] ? textOf(program, moment, part) : "";
    case "name":
      return nameOf(program, moment, part);
    case "opacity":
      return Math.round((layout.inSight[part] ? effectiveOpacity(program, moment, part) : 0) * 1000) / 1000;
    case "style":
      return layout.present[part] ? (currentValue(program, moment, part, expectation.property) ?? "") : "";
    case "attribute":
      return layout.present[part] ? attributeOf(program, moment, part, expectation.attribute) : null;
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
