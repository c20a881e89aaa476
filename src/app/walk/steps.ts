/** The walk: the README's five minutes with the demo, as one does them. */
import type { View } from "../help/topics";

export interface Step {
  title: string;
  /** Short paragraphs; *words* between stars are what stands on the screen. */
  does: string;
  /** Where it is done, and the word that leads there. */
  view: View;
}

/** The component that the walk goes through. */
export const WALKED = "Change-crossing dialog";

export const steps: readonly Step[] = [
  {
    title: "A column a state, a row a part or an event",
    view: "sheet",
    does: "At left is the live page. Click *Change crossing* on it: the column of the active state lights up, and the ribbon below draws what is seen, where the focus is and what you did.",
  },
  {
    title: "Ask why, and go back in time",
    view: "sheet",
    does: "Click the words inside the dialog: nothing happens, and the box under the page says why. Press Tab a few times, then Escape. Now drag along the ribbon, back into the middle of the fade, and click another button there.",
  },
  {
    title: "Break it",
    view: "sheet",
    does: "Select the header *click exactly backdrop*, type `click backdrop` and press Enter. Within a moment the header says *1 finding*.",
  },
  {
    title: "See the shortest run, and mend it",
    view: "proof",
    does: "*F3* says that a click inside the dialog reaches the backdrop and dismisses it. *Play* shows the run. *Listen for clicks exactly on backdrop* mends it; so does Ctrl+Z.",
  },
  {
    title: "Keep a run as a scenario",
    view: "sheet",
    does: "Do something on the live page and press *Keep as scenario*. Each step offers what can be expected from the facts it changed. From now on it is checked after every edit.",
  },
  {
    title: "Times that are tied",
    view: "motion",
    does: "Drag the end of a bar: the timer tied to the same measure comes along. *Interrupt it* shows the way home from the middle.",
  },
  {
    title: "Take the code",
    view: "deliver",
    does: "As a page, a module, a custom element, for a framework, or as a document. What was proved about it stands in its first lines.",
  },
  {
    title: "Hold the real page to it",
    view: "trial",
    does: "Any page at an address of this machine or in a file. Where it does something else, it is said in which step. Then bring a component of your own: *From HTML*, on the shelf.",
  },
];
