/** Takes hold of a page, before its own scripts run: its clock, its requests, what it says, what goes wrong. */
import type { StandInRequest } from "../../core/trial";
import type { NoPlace } from "../../core/trial/system";
import { soughtNow } from "../../core/trial/wanted";
import { align, meetAll } from "./align";
import { boxesOf } from "./boxes";
import { holdChance, holdClock, letRun, openScrolled } from "./clock";
import { elementsOf, isAstray, isWithin, roots } from "./elements";
import { hearFilling } from "./fields";
import { byFrame, innerPages, offsetOf, throughFrame } from "./frames";
import { guessMap } from "./map";
import { hearAnnouncements, hit, isOnItsWay, observe, type Place, partOver, placeOf, seen } from "./observe";
import { standIn } from "./stand-in";
import type { TrialPage } from "./trial-page";

/** How a page opens. */
export interface PageOpening {
  scroll: number;
  requests: readonly StandInRequest[];
  realTime: boolean;
}

/** px: as wide as a scrollbar may be. */
const EDGE = 24;

/** Before the page's own scripts. */
export function takeHold({ scroll, requests: known, realTime }: PageOpening): TrialPage {
  const errors: string[] = [];
  addEventListener("error", (e) => errors.push(e.message || String(e.error)));
  addEventListener("unhandledrejection", (e) => errors.push(`unhandled: ${(e.reason as Error)?.message ?? e.reason}`));
  // A pressed pointer that moves would drag a link or a picture away, which no page is told of.
  addEventListener("dragstart", (e) => e.preventDefault());
  hearFilling();
  const requests = standIn(known);
  const running = realTime ? letRun() : null;
  const clock = running ?? holdClock(roots);
  if (!realTime) holdChance();
  const heard = hearAnnouncements();
  openScrolled(scroll);
  return {
    async pass(ms) {
      await clock.pass(ms);
      for (let late = requests.arrived(); late; late = requests.arrived()) {
        await late;
        await clock.pass(0);
      }
      for (const { page: inner } of innerPages()) await inner.pass(ms);
    },
    guess(wanted, had) {
      align(wanted, had, false);
      const found = guessMap(soughtNow(wanted), had);
      const now = { ...had, ...Object.fromEntries(found.map((g) => [g.part, g.selector])) };
      found.push(...align(wanted, now, true));
      meetAll();
      return found;
    },
    answer: (name, ok) => requests.answer(name, ok) || innerPages().some(({ page: inner }) => inner.answer(name, ok)),
    observe(map, parts) {
      const told = {
        announced: heard(),
        errors: errors.splice(0),
        lag: clock.lag(),
        glided: clock.glided(),
        ...(running ? { now: running.now() } : {}),
      };
      return observeAll(map, parts, told);
    },
    place(map, part) {
      const { inner } = byFrame(map);
      for (const { frame, page: within } of innerPages()) {
        const rest = inner.get(frame);
        if (!rest || !(part in rest)) continue;
        const place = within.place(rest, part);
        if (typeof place === "string") return place;
        const { x, y } = offsetOf(frame);
        return { ...place, x: place.x + x, y: place.y + y };
      }
      return placeHere(map, part);
    },
    bare: bareOf,
    boxes: boxesOf,
    told: () => running?.told() ?? null,
    blur: () => void dispatchEvent(new FocusEvent("blur")),
  };
}

type Seen = ReturnType<TrialPage["observe"]>;

/** What is seen here and in the frames within, each asked by its own script. */
function observeAll(
  map: Readonly<Record<string, string>>,
  parts: readonly string[],
  told: Pick<Seen, "announced" | "errors" | "lag" | "glided">,
): Seen {
  const { own, inner } = byFrame(map);
  const ownParts = parts.filter((p) => p in own || !(p in map));
  const all: Seen = { ...observe(own, ownParts), ...told, astray: isAstray(own) };
  for (const { frame, page: within } of innerPages()) {
    const rest = inner.get(frame) ?? {};
    const found = within.observe(
      rest,
      Object.keys(rest).filter((p) => parts.includes(p)),
    );
    const around = seen(frame, elementsOf(own));
    for (const [name, part] of Object.entries(found.parts))
      all.parts = { ...all.parts, [name]: throughFrame(part, around) };
    if (document.activeElement === frame) all.focus = found.focus;
    all.announced = [...all.announced, ...found.announced];
    all.errors = [...all.errors, ...found.errors];
    all.lag = Math.max(all.lag, found.lag);
    all.glided ||= found.glided;
  }
  return all;
}

/** A point of the page at which none of the mapped elements lies. */
function bareOf(map: Readonly<Record<string, string>>): { x: number; y: number } | null {
  const elements = [...elementsOf(map).values()].flatMap((e) => e ?? []);
  // Not at the very edge: a scrollbar that lies over the page takes what is pressed there.
  const across = (size: number): number[] =>
    [size - EDGE, size / 2, size * 0.75, size / 4, EDGE, 2].map((n) => Math.floor(Math.max(1, n)));
  for (const y of across(innerHeight))
    for (const x of across(innerWidth)) {
      const top = hit(x, y);
      if (top?.localName !== "iframe" && !elements.some((e) => isWithin(top, e))) return { x, y };
    }
  return null;
}

function placeHere(map: Readonly<Record<string, string>>, part: string): Place | NoPlace {
  const all = elementsOf(map);
  const element = all.get(part) ?? null;
  if (!element) return "not found";
  const others = [...all].flatMap(([name, other]) => {
    if (name === part) return [];
    return other && isWithin(other, element) && other !== element ? [other] : [];
  });
  const drawn = element.getClientRects().length > 0;
  const place = placeOf(element, others);
  if (!place) return isOnItsWay(element) ? "on its way" : drawn ? "without room" : "not drawn";
  const on = place.under === null ? partOver(hit(place.x, place.y), all) : null;
  return on === null || on === part ? place : { ...place, on };
}
