/** Presses on the shelf and in menus. */
import type { Page } from "puppeteer-core";
import { untilText } from "../stage";

export const openNamed = async (page: Page, name: string): Promise<void> => {
  await page.evaluate(
    (n) =>
      [...document.querySelectorAll<HTMLElement>(".shelf-link")].find((l) => l.textContent?.startsWith(n))?.click(),
    name,
  );
  await page.waitForSelector(".grid");
};
/** In the menu that is open. */
export const choose = async (page: Page, label: string): Promise<void> => {
  await untilText(page, ".ant-dropdown-menu", label);
  await page.evaluate(
    (l) =>
      [...document.querySelectorAll<HTMLElement>(".ant-dropdown-menu-item")].find((i) => i.textContent === l)?.click(),
    label,
  );
};
