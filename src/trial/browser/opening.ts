/**
 * How the script for pages on trial gets into each page before the page's own. It is long, so a tab is sent it once, as a
 * function; each page calls that with its opening. Browsers run the two scripts in either order.
 */
import type { Page as Tab } from "puppeteer-core";
import type { PageOpening } from "../in-page/take-hold";
import { pageScript } from "./page-script";

const scripted = new WeakSet<Tab>();

/** Defines the function in every page of the tab, and calls it where the opening is there already. */
export async function scriptTab(tab: Tab): Promise<void> {
  if (scripted.has(tab)) return;
  scripted.add(tab);
  await tab.evaluateOnNewDocument(`window.takeHoldOfPage = (trialOpening) => {
delete window.takeHoldOfPage;
delete window.trialOpening;
${await pageScript()}
};
if (window.trialOpening) takeHoldOfPage(trialOpening);`);
}

export const scriptOfPage = (opening: PageOpening): string =>
  `window.trialOpening = ${JSON.stringify(opening)};
window.takeHoldOfPage?.(trialOpening);`;
