/** Acts and specifications that agreement leaves out, because the outcome is not the specification's to decide: counted by reason. */

export const reasons = {
  // Acts
  dragged:
    "the pointer is pressed on a page that scrolls: a drag selects, and scrolls the page by the browser's own rules",
  unscrollable: "the page has no blocks, so the core does not know its length",
  unaskable: "Firefox cannot be asked to prefer reduced motion",
  scrollingKey: "a key scrolls a page with blocks, or leads past its last stop",
  typing: "a key types into a field or an editable part",
  opening: "a key opens a select, or a field with a picker of the browser's own",
  pressedWhileKeyed: "a rule asks for :active, and a key is used while the pointer is pressed",
  insideControl: "Tab goes through the pieces of a date field or a player, or a player takes the key",
  linkedPlace: "a link leads to a place of the page, which moves what lies under the pointer",
  modifiedEnter: "Enter with a modifier opens another window, or uses a button in one engine alone",
  movedToLink: "Enter at key down moves the focus to a link, which Firefox alone activates",
  checkedRadio: "the space bar clicks a checked radio button in Chromium alone",
  focusedField: "the field that gets the focus at key down is scrolled to",
  heldTab: "a key with modifiers, or Tab, is pressed and kept down",
  numberedStops: "Tab starts from clicked words among numbered stops",
  caretless: "Tab starts from a click beside words, from which Firefox does not go on",
  draggedTab: "Tab starts from where a drag ended, from which Firefox goes on",
  dialogStop: "Firefox stops at a dialog itself",
  radioGroup: "Shift+Tab goes back into a group of radio buttons, in each engine otherwise",
  outOfPage: "Tab leaves the page",
  opener: "a click opens a select, a picker or a player's controls",
  selectedInto: "the pointer is dragged into a field, which takes the focus in one engine alone",
  nearCaret: "Chromium puts the caret of a press beside an editable part into it",
  labelScroll: "a label's field is scrolled to",
  flicker: "the part goes from under the pointer because the pointer is on it",
  movedPage: "the pointer's way moves the page under it",
  resized: "the pointer's way, or the press, changes the layout",
  vanishing: "Firefox reports nothing of a press on what goes meanwhile",
  strayUp: "Firefox reports no button that comes up without having gone down",
  nothingToHit: "nothing can be hit",
  pressedAlready: "the button or the key is down already, or up",
  noPoint: "the browser has no point at which the part itself is hit",
  refused: "the page has no place for the act just now",
  // Specifications
  engineRules: "a rule asks for :focus-visible or :active, which Firefox decides otherwise",
  endless: "the specification never comes to rest, and each host cuts it elsewhere (F21)",
  fadedPage: "a rule fades html and body, which a form for a project does not have",
  disabledFieldset: "a disabled fieldset has a tabindex, and Chromium focuses it",
  slidAway: "the page moved under a pointer at rest",
  unknownLength: "the focus scrolled a page whose length the core does not know, and an expression asks for the scroll",
} as const;
export type Reason = keyof typeof reasons;

const counts = new Map<Reason, number>();

/** Counts what is left out. @returns null */
export function leaveOut(reason: Reason): null {
  counts.set(reason, (counts.get(reason) ?? 0) + 1);
  return null;
}

/** What was left out so far, most often first. */
export const leftOut = (): [count: number, reason: string][] =>
  [...counts].map(([reason, n]): [number, string] => [n, reasons[reason]]).toSorted((a, b) => b[0] - a[0]);

/** A line each, for people. */
export const leftOutText = (rows: readonly (readonly [number, string])[]): string =>
  rows.map(([n, reason]) => `${String(n).padStart(7)}  ${reason}`).join("\n");
