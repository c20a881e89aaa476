/** The script that a page on trial gets before its own: it stands there under one name. */
import { type PageOpening, takeHold } from "./take-hold";

const { trialOpening } = window as unknown as { trialOpening?: PageOpening };
const opening = trialOpening ?? { scroll: 0, requests: [], realTime: false };
// Frames in the page have this script as well; it is the page that opens scrolled.
const trialPage = takeHold(window === top ? opening : { ...opening, scroll: 0 });
Object.defineProperty(window, "trialPage", { value: trialPage });
