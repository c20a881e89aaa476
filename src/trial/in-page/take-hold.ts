/** Takes hold of a page, before its own scripts run: its clock, its requests, what it says, what goes wrong. */
import type { StandInRequest } from "../../core/trial";
import type { NoPlace } from "../../core/trial/system";
import { boxesOf } from "./boxes";
import { holdClock } from "./clock";
import { elementsOf, roots } from "./elements";
import { guessMap } from "./map";
import { hearAnnouncements, isOnItsWay, observe, type Place, placeOf } from "./observe";
import { openScrolled } from "./opened-scrolled";
import { letRun } from "./real-time";
import { standIn } from "./stand-in";

/** How a page opens. */
export interface PageOpening {
  scroll: number;
  requests: readonly StandInRequest[];
  realTime: boolean;
}

/** px: as wide as a scrollbar may be. */
const EDGE = 24;

/** What a page on trial can be asked, and told. */
export function takeHold({ scroll, requests: known, realTime }: PageOpening) {
  const errors: string[] = [];
  addEventListener("error", (e) => errors.push(e.message || String(e.error)));
  addEventListener("unhandledrejection", (e) => errors.push(`unhandled: ${(e.reason as Error)?.message ?? e.reason}`));
  // A pressed pointer that moves would drag a link or a picture away, which no page is told of.
  addEventListener("dragstart", (e) => e.preventDefault());
  const requests = standIn(known);
  const running = realTime ? letRun() : null;
  const clock = running ?? holdClock(roots);
  const heard = hearAnnouncements();
  openScrolled(scroll);
  return {
    pass: clock.pass,
    guess: guessMap,
    answer: requests.answer,
    observe(map: Readonly<Record<string, string>>, parts: readonly string[]) {
      const seen = observe(map, parts);
      const { lag, glided } = clock;
      const told = { announced: heard(), errors: errors.splice(0), lag: lag(), glided: glided() };
      return { ...seen, ...told, ...(running ? { now: running.now() } : {}) };
    },
    place(map: Readonly<Record<string, string>>, part: string): Place | NoPlace {
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
}

export type TrialPage = ReturnType<typeof takeHold>;
