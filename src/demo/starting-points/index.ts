/** Starting points: a small, complete component of each kind, to begin from. Most are the demo's, in plain words. */
import { type Component, readComponentValue } from "../../core/model";
import { demoComponents } from "..";
import disclosure from "./disclosure.lively.json";
import menuButton from "./menu-button.lively.json";
import tabs from "./tabs.lively.json";
import tooltip from "./tooltip.lively.json";
import { worded, wordsOf } from "./words";

export interface StartingPoint {
  kind: string;
  /** The WAI-ARIA pattern that it follows, where there is one. */
  pattern: string | null;
  load(): Component;
}

const own = (json: unknown) => (): Component => {
  const read = readComponentValue(structuredClone(json));
  if (!read.ok) throw new Error(`${read.problems[0].path}: ${read.problems[0].message}`);
  return read.doc;
};
const ofDemo = (kind: string, name: string) => (): Component => ({
  ...worded(demoComponents.find((d) => d.name === name)!.load(), wordsOf[name]),
  name: kind,
});
const point = (kind: string, pattern: string | null, from: string | unknown): StartingPoint => ({
  kind,
  pattern,
  load: typeof from === "string" ? ofDemo(kind, from) : own(from),
});

export const startingPoints: readonly StartingPoint[] = [
  point("Disclosure", "disclosure", disclosure),
  point("Toggle", "switch", "Harbour lamp"),
  point("Dialog", "dialog", "Change-crossing dialog"),
  point("Accordion", "accordion", "Fare rules"),
  point("Dropdown", "listbox", "Port picker"),
  point("Menu button", "menu button", menuButton),
  point("Tabs", "tabs", tabs),
  point("Tooltip", "tooltip", tooltip),
  point("Notice", "alert", "Notice"),
  point("Hold", null, "Hold to give up a seat"),
  point("Two-press", null, "Remove a passenger"),
  point("Countdown", null, "Boarding countdown"),
  point("Stepper", null, "Passenger stepper"),
  point("Back to top", null, "Back to timetable top"),
  point("Docking bar", null, "Book bar"),
  point("Progress button", null, "Send my pass"),
  point("Request toggle", null, "Route alerts"),
];
