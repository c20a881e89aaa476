/** The script that a page on trial gets before its own: the browser calls it with the page's opening (`browser/page-script.ts`). */
import { type PageOpening, takeHold } from "./take-hold";

declare const trialOpening: PageOpening;

// Frames in the page have this script as well; it is the page that opens scrolled.
const value = takeHold(window === top ? trialOpening : { ...trialOpening, scroll: 0 });
Object.defineProperty(window, "trialPage", { value });
