/** Scrolling, resizing and what the viewport shows: crossings are noticed as browsers report them, after the change. */
import { micros } from "../../measure";
import { DOCUMENT, type Program } from "../../program";
import { glideMeets, inViewRatio, type PageState, pixels, placeOf, scrollAt, scrollRange } from "../../surface";
import type { RunState } from "../state/state";
import type { Working } from "../state/working";

/** Whether any row asks about the page; most components have none, and then nothing is computed. */
export const watchesPage = (program: Program): boolean =>
  program.scrollRows.length > 0 || program.viewRows.length > 0 || program.widthRows.length > 0;

const inView = (ratio: number, wanted: number): boolean => (wanted === 0 ? ratio > 0 : ratio >= wanted);

/** What the rows about scrolling and widths ask, answered for a page at an instant. */
function answers(
  program: Program,
  pose: number,
  page: PageState,
  now: number,
): { scroll: boolean[]; view: boolean[]; width: boolean[] } {
  const at = scrollAt(page, now);
  const range = scrollRange(program, page);
  return {
    scroll: program.scrollRows.map((r) => at > pixels(program, r.distance, page, range)),
    view: program.viewRows.map((r) => inView(inViewRatio(program, r.part, pose, page, now), r.ratio)),
    width: program.widthRows.map((r) => page.width > pixels(program, r.width, page, page.width)),
  };
}
export type Answers = ReturnType<typeof answers>;
export const answersOf = (m: Working): Answers => answers(m.program, m.pose, m.pageState, m.now);
export const answersIn = (program: Program, state: RunState): Answers =>
  answers(program, state.pose, state.page, state.now);

/**
 * Tells the rows whose answer has changed; every row where `before` is null, as at mount.
 * Widths first, then distances, then the viewport: style, scroll and intersection as HTML's rendering update has them.
 */
export function noticePage(m: Working, before: Answers | null): void {
  const { program } = m;
  if (!watchesPage(program)) return;
  const after = answersOf(m);
  program.widthRows.forEach(({ row, above }, i) => {
    if (before && before.width[i] !== after.width[i] && after.width[i] === above) m.dispatch(DOCUMENT, "page", [row]);
    if (!before && after.width[i] === above) m.dispatch(DOCUMENT, "page", [row]);
  });
  program.scrollRows.forEach(({ row, past }, i) => {
    if ((!before || before.scroll[i] !== after.scroll[i]) && after.scroll[i] === past)
      m.dispatch(DOCUMENT, "scroll", [row]);
  });
  program.viewRows.forEach(({ row, part, enters }, i) => {
    if ((!before || before.view[i] !== after.view[i]) && after.view[i] === enters) m.dispatch(part, "view", [row]);
  });
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
