/** The script that a page on trial gets before its own: it stands there under one name. */

import { boxesOf } from "./boxes";
import { holdClock } from "./clock";
import { elementsOf, roots } from "./elements";
import { guessMap } from "./map";
import { hearAnnouncements, isOnItsWay, observe, type Place, placeOf } from "./observe";
import { openScrolled } from "./opened-scrolled";
import { type StandInRequest, standIn } from "./stand-in";

const errors: string[] = [];
addEventListener("error", (e) => errors.push(e.message || String(e.error)));
addEventListener("unhandledrejection", (e) => errors.push(`unhandled: ${(e.reason as Error)?.message ?? e.reason}`));
// A pressed pointer that moves would drag a link or a picture away, which no page is told of.
addEventListener("dragstart", (e) => e.preventDefault());

const { trialOpening } = window as unknown as { trialOpening?: { scroll: number; requests: StandInRequest[] } };
const requests = standIn(trialOpening?.requests ?? []);
const clock = holdClock(roots);
const heard = hearAnnouncements();
openScrolled(trialOpening?.scroll ?? 0);

const trialPage = {
  pass: clock.pass,
  guess: guessMap,
  answer: requests.answer,
  observe(map: Readonly<Record<string, string>>, parts: readonly string[]) {
    const seen = observe(map, parts);
    return { ...seen, announced: heard(), errors: errors.splice(0), lag: clock.lag(), glided: clock.glided() };
  },
  place(
    map: Readonly<Record<string, string>>,
    part: string,
  ): Place | "not found" | "not drawn" | "on its way" | "without room" {
    const all = elementsOf(map);
    const element = all.get(part) ?? null;
    if (!element) return "not found";
    const others = [...all].flatMap(([name, other]) => {
      if (name === part) return [];
      return other && element.contains(other) && other !== element ? [other] : [];
    });
    const drawn = element.getClientRects().length > 0;
    return placeOf(element, others) ?? (isOnItsWay(element) ? "on its way" : drawn ? "without room" : "not drawn");
  },
  /** A point at which nothing of the map lies. */
  bare(map: Readonly<Record<string, string>>): { x: number; y: number } | null {
    const elements = [...elementsOf(map).values()].flatMap((e) => e ?? []);
    for (const y of [0.99, 0.5, 0.75, 0.25, 0.01])
      for (const x of [0.99, 0.5, 0.01, 0.75, 0.25]) {
        const at = { x: Math.floor(innerWidth * x), y: Math.floor(innerHeight * y) };
        const top = document.elementFromPoint(at.x, at.y);
        if (!elements.some((e) => e.contains(top))) return at;
      }
    return null;
  },
  boxes: boxesOf,
  blur: () => dispatchEvent(new FocusEvent("blur")),
};

export type TrialPage = typeof trialPage;
declare global {
  interface Window {
    trialPage: TrialPage;
  }
}
Object.defineProperty(window, "trialPage", { value: trialPage });
