/** The script that a page on trial gets before its own: it stands there under one name. */

import { boxesOf } from "./boxes";
import { holdClock } from "./clock";
import { elementsOf, roots } from "./elements";
import { guessMap } from "./map";
import { hearAnnouncements, isOnItsWay, observe, type Place, placeOf } from "./observe";
import { openScrolled } from "./opened-scrolled";
import { letRun } from "./real-time";
import { type StandInRequest, standIn } from "./stand-in";

const errors: string[] = [];
addEventListener("error", (e) => errors.push(e.message || String(e.error)));
addEventListener("unhandledrejection", (e) => errors.push(`unhandled: ${(e.reason as Error)?.message ?? e.reason}`));
// A pressed pointer that moves would drag a link or a picture away, which no page is told of.
addEventListener("dragstart", (e) => e.preventDefault());

const { trialOpening } = window as unknown as {
  trialOpening?: { scroll: number; requests: StandInRequest[]; realTime: boolean };
};
const requests = standIn(trialOpening?.requests ?? []);
const running = trialOpening?.realTime ? letRun() : null;
const clock = running ?? holdClock(roots);
const heard = hearAnnouncements();
openScrolled(trialOpening?.scroll ?? 0);

/** px: as wide as a scrollbar may be. */
const EDGE = 24;

const trialPage = {
  pass: clock.pass,
  guess: guessMap,
  answer: requests.answer,
  observe(map: Readonly<Record<string, string>>, parts: readonly string[]) {
    const seen = observe(map, parts);
    const { lag, glided } = clock;
    const told = { announced: heard(), errors: errors.splice(0), lag: lag(), glided: glided() };
    return { ...seen, ...told, ...(running ? { now: running.now() } : {}) };
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
    // Not at the very edge: a scrollbar that lies over the page takes what is pressed there.
    const across = (size: number): number[] =>
      [size - EDGE, size / 2, size * 0.75, size / 4, EDGE, 2].map((n) => Math.floor(Math.max(1, n)));
    for (const y of across(innerHeight))
      for (const x of across(innerWidth)) {
        const at = { x, y };
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
