/** A page and the one that is delivered of what was read of it, pressed alike: what is seen of each, element by element. */
import type { Page } from "puppeteer-core";
import type { Component } from "../../src/core/model";
import { deliveredPage } from "../../src/core/testing/delivered";

/** Every element with its own words, and what is said of it. */
const shapeOf = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll("main, main *")].map((e) => {
      const words = [...e.childNodes].flatMap((c) => (c.nodeType === Node.TEXT_NODE ? [c.nodeValue!.trim()] : []));
      const said = ["aria-pressed", "aria-expanded", "aria-selected", "class"].map(
        (name) => e.getAttribute(name) ?? "",
      );
      const isSeen = e.checkVisibility({ visibilityProperty: true });
      return [e.localName, words.filter(Boolean).join("|"), e.matches(":disabled"), isSeen, ...said].join(" ");
    }),
  );

/** @returns what was pressed */
const press = (page: Page, which: number): Promise<string> =>
  page.evaluate((n) => {
    const all = [...document.querySelectorAll<HTMLButtonElement>("main button:enabled")].filter((e) =>
      e.checkVisibility({ visibilityProperty: true }),
    );
    const button = all[n % all.length];
    button?.click();
    return button?.textContent ?? "";
  }, which);

export interface Acts {
  presses: number;
  /** Other presses for each. */
  seed: number;
  /** Now and then a key instead. */
  key?: "Escape";
}

/** @returns where they are otherwise, in words; null where they are not */
export async function apart(
  its: Page,
  ours: Page,
  html: string,
  doc: Component,
  { presses, seed, key }: Acts,
): Promise<string | null> {
  for (const [page, text] of [
    [its, html],
    [ours, deliveredPage(doc)],
  ] as const)
    await page.goto(`data:text/html;charset=utf-8,${encodeURIComponent(text)}`);
  const pressed: string[] = [];
  for (let n = 0; n <= presses; n++) {
    const [one, other] = [await shapeOf(its), await shapeOf(ours)];
    const at = one.findIndex((line, k) => line !== other[k]);
    if (at >= 0 || one.length !== other.length)
      return `after ${pressed.join(", ")}: “${one[at]}”, in the sheet “${other[at]}”`;
    const which = (n * 7919 + seed * 104_729) >>> 3;
    if (key && which % 9 === 0) {
      for (const page of [its, ours]) await page.keyboard.press(key);
      pressed.push(key);
      continue;
    }
    pressed.push(await press(its, which));
    await press(ours, which);
  }
  return null;
}
