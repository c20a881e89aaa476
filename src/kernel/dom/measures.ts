/** How wide the page is, how far it is scrolled, and what of it is in view. */
import type { Feature, Page } from "./page";
import type { PageRow } from "./rows";

/** A length of the specification in pixels, as the browser computes it. @param whole what 100 % is, px */
export function pixels(page: Page, length: string, whole: number): number {
  const box = document.createElement("div");
  box.style.cssText = `position: absolute; visibility: hidden; height: ${whole}px;`;
  const ruler = document.createElement("div");
  ruler.style.cssText = `position: absolute; visibility: hidden; width: 0; height: ${length};`;
  box.append(ruler);
  page.root.append(box);
  const { height } = ruler.getBoundingClientRect();
  box.remove();
  return height;
}
/** A time of the specification in ms, as the browser computes it where the component is. */
export const times: Feature = {
  time({ root }, text) {
    const ruler = document.createElement("div");
    // Whatever a page says about motion, so that it cannot change what is measured.
    ruler.style.setProperty("animation-duration", text, "important");
    root.append(ruler);
    const seconds = Number.parseFloat(getComputedStyle(ruler).animationDuration);
    ruler.remove();
    return Math.round(seconds * 1e6) / 1e3;
  },
};

const range = (): number => Math.max(0, document.documentElement.scrollHeight - innerHeight);

/**
 * Tells a row when the answer to its question changes to what it waits for; at the start, too.
 * @param yes the kind of event that waits for true @param no the kind that waits for false
 */
function notice(page: Page, yes: string, no: string, ask: (row: PageRow) => boolean): Noticed {
  const rows = page.rows.filter((r) => r.at.on === yes || r.at.on === no);
  const known = new Map<PageRow, boolean>();
  const tell = (): void => {
    const changed = rows.filter((r) => {
      const is = ask(r);
      const was = known.get(r);
      known.set(r, is);
      return is !== was && is === (r.at.on === yes);
    });
    for (const r of changed) page.react([r]);
  };
  page.starts.push(tell);
  return { rows, tell };
}
interface Noticed {
  rows: readonly PageRow[];
  tell: () => void;
}

export const widths: Feature = {
  begin(page) {
    const is = (r: PageRow): boolean => innerWidth > pixels(page, r.at.distance!, innerWidth);
    const { tell } = notice(page, "width above", "width below", is);
    window.addEventListener("resize", tell, { signal: page.listening.signal });
  },
};

export const distances: Feature = {
  begin(page) {
    const is = (r: PageRow): boolean => scrollY > pixels(page, r.at.distance!, range());
    const { tell } = notice(page, "scroll past", "scroll back", is);
    const { signal } = page.listening;
    window.addEventListener("scroll", tell, { signal, passive: true });
    window.addEventListener("resize", tell, { signal });
  },
};

/** The share of an element's height that lies in the viewport. */
function shareOf(element: HTMLElement): number {
  if (!element.getClientRects().length) return 0;
  const { top, bottom, height } = element.getBoundingClientRect();
  const overlap = Math.min(bottom, innerHeight) - Math.max(top, 0);
  return height ? overlap / height : Number(overlap >= 0);
}

export const views: Feature = {
  begin(page) {
    const { rows, tell } = notice(page, "in view", "out of view", ({ at }) => {
      const share = shareOf(page.parts[at.part!]);
      return at.ratio ? share >= at.ratio - 0.0005 : share > 0;
    });
    // One observer for all, so that what one scroll brings about comes in the order of the rows.
    const threshold = [...new Set([0, 0.001, 1, ...rows.map((r) => r.at.ratio ?? 0)])].sort((a, b) => a - b);
    const observer = new IntersectionObserver(tell, { threshold });
    for (const r of rows) observer.observe(page.parts[r.at.part!]);
    page.listening.signal.addEventListener("abort", () => observer.disconnect());
  },
};
