/** Scrolling, resizing and what the viewport shows: crossings are noticed as browsers report them, after the change. */
import { micros } from "../../measure";
import { DOCUMENT, type PartIndex, type Program, type RowInfo } from "../../program";
import { glideMeets, inViewRatio, type PageState, pixels, placeOf, scrollAt, scrollRange } from "../../surface";
import type { RunState } from "../state/state";
import type { Working } from "../state/working";

/** Whether any row asks about the page; most components have none, and then nothing is computed. */
export const watchesPage = (program: Program): boolean =>
  program.scrollRows.length > 0 || program.viewRows.length > 0 || program.widthRows.length > 0;

const inView = (ratio: number, wanted: number): boolean => (wanted === 0 ? ratio > 0 : ratio >= wanted);

type Pages = Pick<RunState, "pose" | "page" | "now">;
/** A row that asks something about the page, and which answer it waits for. */
interface Question {
  row: RowInfo;
  at: PartIndex;
  kind: "page" | "scroll" | "view";
  waitsFor: boolean;
  ask(state: Pages): boolean;
}

/** Widths first, then distances, then the viewport: style, scroll and intersection as HTML's rendering update has them. */
function questionsOf(program: Program): readonly Question[] {
  const known = program.cache.get("page questions") as readonly Question[] | undefined;
  if (known) return known;
  const list: Question[] = [
    ...program.widthRows.map(({ row, width, above }): Question => {
      const ask = ({ page }: Pages): boolean => page.width > pixels(program, width, page, page.width);
      return { row, at: DOCUMENT, kind: "page", waitsFor: above, ask };
    }),
    ...program.scrollRows.map(({ row, distance, past }): Question => {
      const ask = ({ page, now }: Pages): boolean =>
        scrollAt(page, now) > pixels(program, distance, page, scrollRange(program, page));
      return { row, at: DOCUMENT, kind: "scroll", waitsFor: past, ask };
    }),
    ...program.viewRows.map(({ row, part, ratio, enters }): Question => {
      const ask = ({ pose, page, now }: Pages): boolean => inView(inViewRatio(program, part, pose, page, now), ratio);
      return { row, at: part, kind: "view", waitsFor: enters, ask };
    }),
  ];
  program.cache.set("page questions", list);
  return list;
}

/** What rows were answered last; null before they have asked. */
type Answers = Map<Question, boolean | null>;

const KINDS = ["page", "scroll", "view"] as const;
/** All of a kind are asked before the first of them is told. @returns whether any was told */
function tell(m: Working, answers: Answers): boolean {
  let told = false;
  for (const kind of KINDS) {
    const changed: Question[] = [];
    for (const [q, was] of answers) {
      if (q.kind !== kind) continue;
      const is = q.ask({ pose: m.pose, page: m.pageState, now: m.now });
      answers.set(q, is);
      if (is !== was && is === q.waitsFor) changed.push(q);
    }
    for (const q of changed) m.dispatch(q.at, q.kind, [q.row]);
    told ||= changed.length > 0;
  }
  return told;
}

/** As at mount: every row asks, once. What one of them changes the others hear of when the page has been drawn. */
export function firstNotice(m: Working): Answers {
  const answers: Answers = new Map(questionsOf(m.program).map((q) => [q, null]));
  tell(m, answers);
  return answers;
}

/**
 * Tells the rows whose answer has changed since. A row may scroll the page itself: then all are asked anew, as the next
 * scroll event has it.
 */
export function noticePage(m: Working, since: Pages | Answers): void {
  if (!watchesPage(m.program)) return;
  const answers = since instanceof Map ? since : new Map(questionsOf(m.program).map((q) => [q, q.ask(since)]));
  // Rows that scroll to and fro without end are cut as everything endless is.
  while (!m.done && tell(m, answers)) if (m.overspent()) return;
}

/** When a smooth scroll next passes something that a row asks about, or ends, ms. */
export function glideDue(program: Program, state: RunState): number | null {
  const { page, now, pose } = state;
  const { glide } = page;
  if (!glide) return null;
  const end = micros(glide.start + glide.duration);
  const distances = program.scrollRows.map((r) => pixels(program, r.distance, page, scrollRange(program, page)));
  for (const { part, ratio } of program.viewRows) {
    const place = placeOf(program, part, pose, { ...page, scroll: 0, glide: null }, now);
    if (!place) continue;
    const share = ratio * place.height;
    // It comes in from below at the first distance, and goes out above at the second.
    distances.push(place.top + share - page.height, place.top + place.height - share);
  }
  const meets = distances.flatMap((d) => [glideMeets(glide, d), glideMeets(glide, d - 0.001)]);
  return Math.min(end, ...meets.filter((t): t is number => t !== null && t > now));
}

/** The page at the end of a glide rests where that led. */
export function endGlide(page: PageState, now: number): PageState {
  const { glide } = page;
  return glide && now >= micros(glide.start + glide.duration) ? { ...page, scroll: glide.to, glide: null } : page;
}
