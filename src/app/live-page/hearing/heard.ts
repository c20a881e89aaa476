/** What the live page tells of a person, done to the component. */
import { DOCUMENT } from "../../../core/program";
import type { Stimulus } from "../../../core/run";
import { useDocument } from "../../store/document";
import { useRun } from "../../store/run";
import type { Places } from "../measured/Disagreements";
import { withDrawn } from "../measured/drawn";
import type { FromFrame } from "../protocol";

interface Hearing {
  /** What the page stands in. */
  pane: Element | null;
  setPlaces(places: Places): void;
}

export function heard(event: FromFrame, { pane, setPlaces }: Hearing): void {
  const { act } = useRun.getState();
  switch (event.type) {
    case "click":
      return act({ click: event.part });
    case "pointer":
      return act({ [event.did]: event.part } as Stimulus);
    case "scrolled":
      return act({ scroll: event.top });
    case "key":
      return key(event, pane);
    case "leave":
      return leavePage(pane, true);
    case "measured":
      setPlaces({ onTop: event.onTop, targets: event.targets });
      return noteDrawn(event);
  }
}

function key({ did, key: name }: Extract<FromFrame, { type: "key" }>, pane: Element | null): void {
  useRun.getState().act(did === "press" ? { press: name } : did === "down" ? { keyDown: name } : { keyUp: name });
  const focus = useRun.getState().session?.frames.last.state.focus;
  if ((name === "Tab" || name === "Shift+Tab") && focus === DOCUMENT) leavePage(pane, name === "Tab");
}

/** Where parts lie at the start is kept with the page, as long as nothing was done to it. */
function noteDrawn({ drawn }: Extract<FromFrame, { type: "measured" }>): void {
  const { session, instant, frozen } = useRun.getState();
  const isUntouched =
    session?.frames.length === 1 && instant === null && !frozen && !session.frames.last.state.tracks.length;
  if (isUntouched) useDocument.getState().note((d) => withDrawn(d, drawn));
}

/** Out of the sandboxed page, to what comes after or before it. */
function leavePage(pane: Element | null, forward: boolean): void {
  const { ownerDocument } = pane ?? document.body;
  if (forward) ownerDocument.getElementById("after-live-page")?.focus();
  else ownerDocument.querySelector<HTMLElement>(".live-head button")?.focus();
}
