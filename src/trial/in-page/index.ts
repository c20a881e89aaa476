/** The script that a page on trial gets before its own: it stands there under one name. */
import { type PageOpening, type TrialPage, takeHold } from "./take-hold";

declare global {
  interface Window {
    trialPage: TrialPage;
  }
}
const { trialOpening } = window as unknown as { trialOpening?: PageOpening };
const trialPage = takeHold(trialOpening ?? { scroll: 0, requests: [], realTime: false });
Object.defineProperty(window, "trialPage", { value: trialPage });
