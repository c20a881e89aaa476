/** The page around the component, without a browser: blocks one under the other, a viewport that is scrolled over them. */

import { compute, measureEnv, micros, substitute } from "../measure";
import type { Measured } from "../model";
import { DOCUMENT, looksAt, type PartIndex, type PoseIndex, type Program } from "../program";
import { glideTime, smooth } from "./glide";

/** A smooth scroll under way (CSSOM View §3.2 leaves its timing to the browser). All px and ms. */
export interface Glide {
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly duration: number;
}
export interface PageState {
  /** px */
  readonly width: number;
  readonly height: number;
  /** How far the page is scrolled while nothing glides, px. */
  readonly scroll: number;
  readonly glide: Glide | null;
  readonly reducedMotion: boolean;
}

/** How far the page is scrolled at `now`, px. */
export function scrollAt({ scroll, glide }: Pick<PageState, "scroll" | "glide">, now: number): number {
  if (!glide) return scroll;
  const t = (now - glide.start) / glide.duration;
  if (t <= 0) return glide.from;
  return t >= 1 ? glide.to : glide.from + (glide.to - glide.from) * smooth(t);
}

/** A page that can be scrolled so far, px, and no further: what glides beyond that goes on to its end, from where it is. */
export function scrolledWithin(page: PageState, range: number, now: number): PageState {
  const from = Math.min(scrollAt(page, now), range);
  if (!page.glide) return { ...page, scroll: from };
  if (page.glide.to <= range && page.glide.from <= range) return page;
  const to = Math.min(page.glide.to, range);
  if (to === from) return { ...page, scroll: to, glide: null };
  return { ...page, scroll: from, glide: { from, to, start: now, duration: glideTime(to - from) } };
}

/** When a glide passes a distance, ms; null when it does not on its way. */
export function glideMeets(glide: Glide, distance: number): number | null {
  const low = Math.min(glide.from, glide.to);
  const high = Math.max(glide.from, glide.to);
  if (distance < low || distance >= high || low === high) return null;
  const share = (distance - glide.from) / (glide.to - glide.from);
  let a = 0;
  let b = 1;
  for (let i = 0; i < 50; i++) {
    const mid = (a + b) / 2;
    if (smooth(mid) < share) a = mid;
    else b = mid;
  }
  // Whole microseconds, and on the far side of the distance.
  return Math.min(micros(glide.start + glide.duration), Math.ceil((glide.start + b * glide.duration) * 1000) / 1000);
}

type Size = Pick<PageState, "width" | "height">;

/** A length of the document in px at a viewport size; percentages are of `percentOf`, 0 where it cannot be computed. */
export function pixels(program: Program, text: string, page: Size, percentOf = 0): number {
  const key = `px ${text} ${page.width} ${page.height} ${percentOf}`;
  let px = program.cache.get(key) as number | undefined;
  if (px === undefined) {
    const found = compute(text, { ...measureEnv(program.doc, page), percentOf }, "length");
    px = found.ok ? found.value.n : 0;
    program.cache.set(key, px);
  }
  return px;
}

const relative = /(?<![\w#.-])[+-]?(?:\d+\.?\d*|\.\d+)(?:rem|[sld]?v(?:w|h|min|max)|cm|mm|q|in|pt|pc)\b/gi;

/** A CSS value with lengths that need no surroundings but the page in px, as computed values have them (CSS Values 4 §6). */
export const absoluteCss = (program: Program, text: string, page: Size): string =>
  /\d/.test(text) ? text.replace(relative, (length) => `${pixels(program, length, page)}px`) : text;

/** A CSS value with its tokens and math computed where they can be. */
export function computedCss(program: Program, text: string, page: Size): string {
  if (!text.includes("(")) return text;
  const key = `css ${text} ${page.width} ${page.height}`;
  let value = program.cache.get(key) as string | undefined;
  if (value === undefined) {
    value = substitute(text, measureEnv(program.doc, page));
    program.cache.set(key, value);
  }
  return value;
}

export interface BlockPlace {
  name: string;
  top: number;
  height: number;
}
/** The blocks from top to bottom, px. */
export function blocksOf(program: Program, page: Size): readonly BlockPlace[] {
  const key = `blocks ${page.width} ${page.height}`;
  let list = program.cache.get(key) as BlockPlace[] | undefined;
  if (!list) {
    let top = 0;
    list = (program.doc.page.blocks ?? []).map((b) => {
      const place = { name: b.name, top, height: pixels(program, b.height, page, page.height) };
      top += place.height;
      return place;
    });
    program.cache.set(key, list);
  }
  return list;
}

/** The drawn page at the width nearest to that of the viewport; blocks, where there are some, say more. */
function measuredAt({ doc }: Program, { width }: Pick<Size, "width">): Measured | null {
  if (doc.page.blocks?.length || !doc.page.measured?.length) return null;
  const off = (m: Measured): number => Math.abs(m.width - width);
  return doc.page.measured.reduce((best, m) => (off(m) < off(best) ? m : best));
}

/** How far the page can be scrolled, px. */
export function scrollRange(program: Program, page: Size): number {
  const last = blocksOf(program, page).at(-1);
  const length = last ? last.top + last.height : (measuredAt(program, page)?.length ?? 0);
  return Math.max(0, length - page.height);
}

/** Where a part was measured at the start; one that sticks goes on with the viewport, but not out of what is around it. */
function measuredPlace(program: Program, part: PartIndex, measured: Measured, scroll: number, stick: number | null) {
  const own = measured.parts[program.parts[part].name];
  if (!own || stick === null) return own ?? null;
  const around = program.parts[part].path.slice(1).find((p) => Object.hasOwn(measured.parts, program.parts[p].name));
  const outer = around === undefined ? null : measured.parts[program.parts[around].name];
  const bottom = outer ? outer.top + outer.height : measured.length;
  return { top: Math.max(own.top, Math.min(scroll + stick, bottom - own.height)), height: own.height };
}

/** Where a part lies on the page, px from its top; null for one that is not placed: it is where the viewport is. */
export function placeOf(
  program: Program,
  part: PartIndex,
  pose: PoseIndex,
  page: PageState,
  now: number,
): { top: number; height: number } | null {
  const looks = looksAt(program, pose);
  const scroll = scrollAt(page, now);
  const measured = measuredAt(program, page);
  for (const p of program.parts[part].path) {
    const { css } = looks[p];
    if (css.position === "fixed") return null;
    const { area } = program.parts[p].part;
    if (!area && measured && Object.hasOwn(measured.parts, program.parts[p].name)) {
      const sticks = css.position === "sticky" && css.top !== undefined;
      return measuredPlace(program, p, measured, scroll, sticks ? pixels(program, css.top, page, page.height) : null);
    }
    if (!area) continue;
    const block = blocksOf(program, page).find((b) => b.name === area.block);
    if (!block) return null;
    const offset = area.top === undefined ? 0 : pixels(program, area.top, page, block.height);
    const height =
      area.height === undefined ? Math.max(0, block.height - offset) : pixels(program, area.height, page, block.height);
    let top = block.top + offset;
    if (css.position === "sticky" && css.top !== undefined) {
      // It keeps that distance from the viewport's top, but does not leave its block (CSS Positioned Layout 3 §6.3).
      const stuck = scroll + pixels(program, css.top, page, page.height);
      top = Math.max(top, Math.min(stuck, block.top + block.height - height));
    }
    return { top, height };
  }
  return null;
}

/** The share of a part's height that lies in the viewport, 0 to 1 (Intersection Observer §2.2.3). */
export function inViewRatio(program: Program, part: PartIndex, pose: PoseIndex, page: PageState, now: number): number {
  if (part === DOCUMENT) return 1;
  const place = placeOf(program, part, pose, page, now);
  if (!place) return 1;
  const scroll = scrollAt(page, now);
  const overlap = Math.min(place.top + place.height, scroll + page.height) - Math.max(place.top, scroll);
  if (place.height === 0) return overlap >= 0 ? 1 : 0;
  return Math.max(0, Math.min(1, overlap / place.height));
}
