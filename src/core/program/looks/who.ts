/** What a person does with the page just now, as far as rules and conditions can ask (Selectors 4 §9). */
import { isCheckable, takesKeys } from "../../cascade";
import { DOCUMENT, type PartIndex, type Program } from "../program";

export interface Who {
  /** The part under the pointer, DOCUMENT for none. */
  readonly over: PartIndex;
  readonly focus: PartIndex;
  /** Where the button went down that is still held; null while it is up. */
  readonly pressed: PartIndex | null;
  /** What is pressed has lost the focus since; kept where rules ask what is pressed. */
  readonly letGo: boolean;
  /** Where the space bar went down that is still held. */
  readonly spaceAt: PartIndex | null;
  /** The pointer was the last to give the focus to anything; kept where rules ask whether the focus is to be seen. */
  readonly byPointer: boolean;
  /** A key was pressed since the pointer moved the focus; kept where `byPointer` is. */
  readonly keyed: boolean;
  /** Where the last link into the page led, DOCUMENT for nowhere; kept where rules ask for it. */
  readonly target: PartIndex;
}
export const NOBODY: Who = {
  over: DOCUMENT,
  focus: DOCUMENT,
  pressed: null,
  letGo: false,
  spaceAt: null,
  byPointer: false,
  keyed: false,
  target: DOCUMENT,
};

/** Whether the focus is to be seen on what nobody types into. */
export const showsFocus = ({ byPointer, keyed }: Who): boolean => !byPointer || keyed;

/** What is pressed: by the button, or by the space bar where that is as good as a button. */
export function activated(program: Program, { pressed, spaceAt, focus }: Who): PartIndex {
  if (pressed !== null) return pressed;
  if (spaceAt === null || spaceAt === DOCUMENT || spaceAt !== focus) return DOCUMENT;
  const { tag, attributes = {} } = program.parts[spaceAt].part;
  const isButton = /^(button|summary)$/.test(tag) || (tag === "input" && !takesKeys(tag, attributes));
  return isButton ? spaceAt : DOCUMENT;
}

/** Buttons and what is checked are no longer pressed, in Chromium, once they have lost the focus. */
export function isLetGo(program: Program, part: PartIndex): boolean {
  const { tag, attributes } = program.parts[part].part;
  return tag === "button" || isCheckable(tag, attributes);
}

/** What of it depends on the attributes that parts have by now. */
interface Now {
  /** The control of a label; DOCUMENT for none. */
  controlOf(label: PartIndex): PartIndex;
  /** True for what one types into. */
  takesKeys(part: PartIndex): boolean;
}
/** The parts that a pseudo-class holds for, and the one it also holds around; DOCUMENT for none. */
interface DoneTo {
  on: readonly PartIndex[];
  within: PartIndex;
}

/**
 * By pseudo-class, without its colon. A label takes its control along (HTML §4.16.3). When the focus is to be seen the
 * standard leaves open; it is as Chromium has it: always where one types, else unless the pointer gave it and no key was
 * pressed since.
 */
export function doneTo(program: Program, who: Who, now: Now): ReadonlyMap<string, DoneTo> {
  const pathOf = (p: PartIndex): readonly PartIndex[] => (p === DOCUMENT ? [] : program.parts[p].path);
  const reached = (within: PartIndex): DoneTo => {
    const path = pathOf(within);
    const labels = path.filter((p) => program.parts[p].part.tag === "label");
    return { on: [...path, ...labels.map(now.controlOf).filter((p) => p !== DOCUMENT)], within };
  };
  const one = (p: PartIndex, holds = true): DoneTo => ({ on: p === DOCUMENT || !holds ? [] : [p], within: DOCUMENT });
  const { focus } = who;
  const active = reached(activated(program, who));
  return new Map([
    ["hover", reached(who.over)],
    ["active", { ...active, on: who.letGo ? active.on.filter((p) => !isLetGo(program, p)) : active.on }],
    ["focus", one(focus)],
    ["focus-visible", one(focus, showsFocus(who) || (focus !== DOCUMENT && now.takesKeys(focus)))],
    ["focus-within", { on: pathOf(focus), within: focus }],
    ["target", one(who.target)],
  ]);
}
