/** What each rule asks, in a sentence, and an example of what breaks it; docs/rules.md says it at length. */
import type { RuleId } from "./finding";

export interface RuleHelp {
  /** When it is broken. */
  broken: string;
  example: string;
}

const help = (broken: string, example: string): RuleHelp => ({ broken, example });

export const ruleHelp: Readonly<Record<RuleId, RuleHelp>> = {
  F1: help(
    "A part that nobody sees gets clicks, or the Tab key.",
    "A backdrop is transparent when closed and still covers the page.",
  ),
  F2: help("A control that is seen cannot be used.", "A button lies under a layer that was not taken away."),
  F3: help(
    "A click inside something dismisses it.",
    "The backdrop listens for clicks inside, so that one on the dialog's words closes it.",
  ),
  F4: help(
    "A press goes on though the pointer was released, left, or the window lost the focus.",
    "Hold to confirm listens for the release on the button only.",
  ),
  F5: help(
    "Nothing leads back to where it started, or held focus has no way out by key.",
    "A dialog that only its backdrop closes. An end that is meant is a final state.",
  ),
  F6: help("A control says the opposite of what is shown.", "aria-expanded stays “false” while the menu is open."),
  F7: help(
    "The focus is on what nobody sees, or fell to the page.",
    "The menu goes while its item has the focus, and nothing takes it.",
  ),
  F8: help(
    "A dialog has no name, does not take, hold or give back the focus, or stays on Escape.",
    "The page behind it can still be reached by Tab.",
  ),
  F9: help(
    "An attribute names an id that no part has, or two share.",
    'aria-controls="menu", and the list\'s id is “menu-list”.',
  ),
  F10: help("A timer runs twice, or goes on where nobody waits for its end.", "Each click starts another countdown."),
  F11: help(
    "A delay and the motion it waits for are not of one length.",
    "The state ends after 200 ms, the fade after 240.",
  ),
  F12: help("A motion is said that cannot run.", "height moves from 0 to auto, which no browser mixes."),
  F13: help(
    "A scroll rule flickers, or is wrong on a page that opens scrolled.",
    "It comes at 400 px and goes at 400 px.",
  ),
  F15: help("What the first state shows is gone at once.", "The loading state is the start, and mounted leaves it."),
  F16: help("Something can only be done with a pointer.", "Click on a div, with no key that does the same."),
  F17: help(
    "A state is never reached, or a reaction never taken.",
    "A row waits for a scroll that the page is too short for.",
  ),
  F18: help(
    "An event arrives, and nobody said what happens.",
    "Escape while it is loading: say what it does, or “ignored”.",
  ),
  F19: help(
    "Two regions say different things of one part, or two things are due at once.",
    "Two delays of 300 ms that lead to different states.",
  ),
  F20: help(
    "A timer of a state goes on after it and ends the next one.",
    "The notice is shown anew, and goes by the old timer.",
  ),
  F21: help("More than 1,000 reactions follow at one instant.", "Two automatic rows lead to one another."),
  F22: help(
    "A text that is seen changes, and nobody who does not see it hears of it.",
    "“Saved” appears in a paragraph that is no live region.",
  ),
  F23: help("A request is made while the same one is under way.", "Save can be pressed again while it saves."),
  F24: help(
    "Something moves, and nothing calmer is said for those who prefer it.",
    "A panel slides in, without an alternative for reduced motion.",
  ),
  F25: help("A number leaves its range.", "The counter is added to at its maximum."),
  F26: help("A control has no name.", "A button with a mark in it and no aria-label."),
  F27: help(
    "A control reads one thing and is called another.",
    "It reads “Send”, and its aria-label says “Submit form”.",
  ),
  F28: help("The focus is sent where it cannot be taken.", "-> heading, and the heading has no tabindex."),
  P1: help("A dialog holds the focus and does not say so.", "aria-modal is missing."),
  P2: help(
    "What opens and closes does not say whether it is open, or ignores Enter and Space.",
    'aria-expanded="open".',
  ),
  P3: help(
    "An accordion's button is in no heading, or its region has another's name.",
    "aria-labelledby of the region names nobody.",
  ),
  P4: help(
    "A menu button says nothing of its menu, or the menu ignores the arrows.",
    "The focus stays on the button, and the arrows do nothing.",
  ),
  P5: help(
    "A listbox has no name or no options, or does not say which is selected.",
    "An option without aria-selected.",
  ),
  P6: help("A switch does not say whether it is on.", 'role="switch" without aria-checked.'),
  P7: help("Not just one tab is selected, or its panel is another.", 'Two tabs with aria-selected="true".'),
  P8: help(
    "A tooltip describes nothing, takes the focus, or stays on Escape.",
    "Nothing refers to it by aria-describedby.",
  ),
  P9: help("The focus is sent into an alert.", "-> first in notice, when the notice comes."),
};
