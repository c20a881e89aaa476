/** The keys and the notation of each view: one line each, with an example. The examples are read by the tests. */

export interface KeyLine {
  keys: string;
  does: string;
}
/** What an example is read as. */
export type Reads = "event" | "reaction" | "look" | "focus" | "step" | "expectation" | "claim";
export interface FormLine {
  example: string;
  reads: Reads;
  means: string;
}
export interface Topic {
  title: string;
  keys?: readonly KeyLine[];
  forms?: readonly FormLine[];
}

export type View = "shelf" | "sheet" | "parts" | "motion" | "compare" | "proof" | "deliver" | "trial";

const key = (keys: string, does: string): KeyLine => ({ keys, does });
const form =
  (reads: Reads) =>
  (example: string, means: string): FormLine => ({ example, reads, means });
const [event, reaction, look, focus, step, expectation, claim] = (
  ["event", "reaction", "look", "focus", "step", "expectation", "claim"] as const
).map(form);

const everywhere: Topic = {
  title: "Everywhere",
  keys: [key("Ctrl+Z  Ctrl+Y", "undo, redo"), key("F6", "leave the live page"), key("?", "this help")],
};
const ribbon: Topic = {
  title: "On the ribbon",
  keys: [
    key("← →", "an instant back, on; with Shift further"),
    key(",  .", "to the change before, to the next"),
    key("Home  End", "to the beginning, to now"),
    key("P", "pin the instant"),
    key("+  −  0", "closer, further, all of it"),
  ],
};

const sheet: readonly Topic[] = [
  {
    title: "On the sheet",
    keys: [
      key("arrows", "move; with Shift select a range"),
      key("type, Enter", "say something, take it"),
      key("Tab", "complete, else go right"),
      key("Escape", "leave the cell as it was"),
      key("Delete", "undecided; on a header the row or state goes"),
      key("Alt+↓", "the controls of the cell"),
      key("Alt+arrows", "on a header: move the row or state"),
      key("Ctrl+C X V", "copy, cut, paste as text"),
    ],
  },
  {
    title: "Events",
    forms: [
      event("click opener", "on it, or on what is inside"),
      event("click exactly panel", "not on what is inside"),
      event("click outside panel", "anywhere else"),
      event("press Escape", "a key; with “in panel” while the focus is there"),
      event("pointer down opener", "also up, enters, leaves"),
      event("scroll past 300px", "the page is scrolled over it; “scroll back above”"),
      event("after", "so long after the state was entered: the cell begins with the time"),
      event("becomes [n > 2]", "when the condition comes to hold"),
      event("automatic", "as soon as the state is entered"),
    ],
  },
  {
    title: "What happens",
    forms: [
      reaction("open", "go to that state"),
      reaction("[n > 0] open; closed", "where the condition holds; else the next"),
      reaction("/ n = n + 1", "stay, and do something"),
      reaction('open / focus panel, announce "Opened"', "go there and do several things"),
      reaction("ignored", "decided: nothing happens"),
    ],
  },
  {
    title: "How a part looks",
    forms: [
      look("not displayed", "also hidden, transparent, absent, moved out"),
      look('"Saved"', 'its text; with data in it: "${n} left"'),
      look("disabled; inert", "also no pointer, not exposed"),
      look('aria-expanded="true"', "an attribute"),
      look(".open", "a class that rules wait for; no .open takes it away"),
      look("opacity: 0; transition: opacity 200ms", "style, and how it moves"),
      look("[n > 2] disabled", "only while the condition holds"),
      look("[focusWithin(panel)] .open", "while the focus is in it; hovered(panel): the pointer"),
    ],
  },
  {
    title: "Where the focus goes",
    forms: [
      focus("opener", "to the part"),
      focus("first in panel; held in panel", "to its first stop, and it stays inside"),
      focus("back", "to where it was before"),
    ],
  },
];

const proof: readonly Topic[] = [
  {
    title: "Steps",
    forms: [
      step("click opener", "as a person does it"),
      step("press Escape", "a key"),
      step("wait 200 ms", "the clock runs on"),
      step("scroll to 400 px", "also resize to 600 × 800"),
      step("hold Space", "until “release Space”"),
    ],
  },
  {
    title: "What is expected",
    forms: [
      expectation("panel is visible", "also displayed, focused, in view, disabled, inert"),
      expectation("panel has text “Saved”", "also name, role, an attribute"),
      expectation("panel has opacity 0.5 within 0.01", "in the middle of a fade"),
      expectation("panel is visible within 200 ms", "also for 1 s, until …"),
    ],
  },
  {
    title: "In every run",
    forms: [
      claim("never panel is visible and state is closed", "at no instant"),
      claim("whenever state is open, panel is visible at once", "also within 200 ms"),
      claim("from everywhere, state is closed can be reached again", "there is a way back"),
    ],
  },
];

const own: Record<View, readonly Topic[]> = {
  shelf: [
    {
      title: "The shelf",
      keys: [key("Tab, Enter", "open a component"), key("Ctrl+Enter", "make it, from pasted HTML")],
    },
  ],
  sheet,
  parts: [
    {
      title: "Parts",
      keys: [
        key("↑ ↓", "choose a part"),
        key("Alt+↑ ↓", "move it among its neighbours"),
        key("Delete", "take it away"),
      ],
    },
  ],
  motion: [{ title: "Motion", keys: [key("← →", "on a bar's end: 10 ms; with Shift 1 ms")] }],
  compare: [],
  proof,
  deliver: [{ title: "Deliver", keys: [key("↑ ↓", "choose a form")] }],
  trial: [{ title: "Trial", keys: [key("Enter", "in Page: put it on trial")] }],
};

/** What is told in a view, the view's own first. */
export const topicsOf = (view: View): readonly Topic[] =>
  view === "shelf" ? [...own.shelf, everywhere] : [...own[view], ribbon, everywhere];

export const isView = (text: string | undefined): text is View => text !== undefined && Object.hasOwn(own, text);
