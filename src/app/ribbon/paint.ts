/** Draws lanes on a canvas: only what is in sight, and of what is too narrow to be told apart only the first. */
import type { Lane } from "./lanes";
import type { Segment } from "./segments";

/** Measures of the ribbon, px: a lane, the axis above, the names on the left. */
export const LANE = 17;
export const AXIS = 17;
export const NAMES = 118;
/** Height of what is drawn in a lane. */
const TALL = 13;

/** A row of the ribbon: a lane, or a group that is folded into one. */
export interface Row {
  id: string;
  label: string;
  lanes: readonly Lane[];
  folded: boolean;
}

export interface Colours {
  ink: string;
  ink2: string;
  ink3: string;
  line: string;
  sunk: string;
  now: string;
  focus: string;
  holds: string;
  wrong: string;
  paper: string;
}
export function coloursOf(element: Element): Colours {
  const style = getComputedStyle(element);
  const get = (name: string): string => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: get("ink"),
    ink2: get("ink-2"),
    ink3: get("ink-3"),
    line: get("line-2"),
    sunk: get("sunk"),
    now: get("now"),
    focus: get("focus"),
    holds: get("holds"),
    wrong: get("wrong"),
    paper: get("sheet"),
  };
}

export interface View {
  /** The instant at the left edge, ms, and px for each ms. */
  from: number;
  perMs: number;
  /** px */
  width: number;
  height: number;
  /** How far the run has come, ms. */
  end: number;
}

export function paint(
  context: CanvasRenderingContext2D,
  rows: readonly Row[],
  segments: ReadonlyMap<string, readonly Segment[]>,
  view: View,
  colours: Colours,
): void {
  context.clearRect(0, 0, view.width, view.height);
  context.font = '11px "Figtree Variable", sans-serif';
  context.textBaseline = "alphabetic";
  rows.forEach((row, i) => {
    const y = i * LANE + 2;
    if (row.folded) folded(context, row, segments, view, colours, y);
    else lane(context, row.lanes[0], segments.get(row.lanes[0].id) ?? [], view, colours, y);
  });
}

type Draw = (s: Segment, x1: number, x2: number) => void;

/** Calls back for each segment in sight; of several on one pixel only for the first. */
function each(list: readonly Segment[], view: View, draw: Draw): void {
  let last = Number.NEGATIVE_INFINITY;
  for (const s of list) {
    const x1 = (s.from - view.from) * view.perMs;
    const x2 = (Math.min(s.to, view.end) - view.from) * view.perMs;
    if (x2 < -200 || x1 > view.width + 20) continue;
    if (x2 - last < 0.7) continue;
    draw(s, Math.max(x1, -4), Math.min(x2, view.width + 4));
    last = x2;
  }
}

function folded(
  c: CanvasRenderingContext2D,
  row: Row,
  segments: ReadonlyMap<string, readonly Segment[]>,
  view: View,
  colours: Colours,
  y: number,
): void {
  c.fillStyle = colours.line;
  c.fillRect(0, y + TALL / 2, Math.max(0, (view.end - view.from) * view.perMs), 1);
  c.fillStyle = colours.ink3;
  for (const { id } of row.lanes)
    each(segments.get(id) ?? [], view, (_s, x1) => c.fillRect(Math.round(x1), y + 3, 1, TALL - 6));
}

function lane(
  c: CanvasRenderingContext2D,
  of: Lane,
  list: readonly Segment[],
  view: View,
  colours: Colours,
  y: number,
): void {
  const base = y + TALL;
  const bottom = base - 0.5;
  const write = (text: string, x: number, room: number, fill: string, dy = 10): void => {
    const fits = Math.floor(room / 5.7);
    if (fits < 2 || !text) return;
    c.fillStyle = fill;
    c.fillText(text.length <= fits ? text : `${text.slice(0, fits - 1)}…`, x, y + dy);
  };
  if (of.kind === "scroll") return curve(c, of, list, view, colours, y);
  if (of.kind === "you" || of.kind === "findings") return marks(c, list, view, colours, y);
  each(list, view, (s, x1, x2) => {
    const width = x2 - x1;
    switch (s.kind) {
      case "state":
        c.fillStyle = colours.sunk;
        c.fillRect(x1, y, Math.max(1, width - 1), TALL);
        return write(s.label, Math.max(x1, 0) + 5, width - 8, colours.ink);
      case "text":
        c.strokeStyle = colours.line;
        c.beginPath();
        c.moveTo(x1 + 0.5, y);
        c.lineTo(x1 + 0.5, base);
        c.moveTo(x1, bottom);
        c.lineTo(x2 - 1, bottom);
        c.stroke();
        return write(s.label, Math.max(x1, 0) + 4, width - 6, colours.ink2);
      case "focus":
        c.fillStyle = colours.focus;
        c.fillRect(x1, base - 2, Math.max(1, width - 1), 2);
        return write(s.label, Math.max(x1, 0) + 4, width - 5, colours.focus, 9);
      case "timer": {
        c.fillStyle = s.quiet ? colours.line : colours.holds;
        c.fillRect(x1, base - 3, Math.max(1, width), 2);
        const due = ((s.due ?? s.to) - view.from) * view.perMs;
        // Where it is due: a full mark when it came to that, an open one when it was ended before, or is to come.
        c.beginPath();
        c.arc(Math.min(due, view.width - 4), base - 2.5, 3, 0, 7);
        c.strokeStyle = s.quiet ? colours.ink3 : colours.holds;
        if (!s.quiet && (s.due ?? 0) <= view.end) c.fill();
        else c.stroke();
        return write(s.label, Math.max(x1, 0) + 3, width - 8, colours.ink2, 9);
      }
      case "not displayed":
      case "absent":
      case "unseen":
        c.strokeStyle = s.kind === "absent" ? colours.sunk : colours.line;
        c.setLineDash(s.kind === "unseen" ? [5, 3] : [1.5, 3]);
        c.beginPath();
        c.moveTo(x1, bottom - 1);
        c.lineTo(x2, bottom - 1);
        c.stroke();
        return c.setLineDash([]);
      case "blocks":
        c.fillStyle = colours.wrong;
        c.fillRect(x1, base - 3, Math.max(1, width), 3);
        return write("catches clicks", Math.max(x1, 0) + 4, width - 6, colours.wrong, 9);
      case "seen":
        c.fillStyle = colours.ink2;
        c.globalAlpha = 0.72;
        c.beginPath();
        c.moveTo(x1, base);
        for (const p of s.points ?? [])
          c.lineTo((Math.min(p.t, view.end) - view.from) * view.perMs, base - (TALL - 2) * p.v);
        c.lineTo(x2, base);
        c.fill();
        c.globalAlpha = 1;
    }
  });
}

function marks(c: CanvasRenderingContext2D, list: readonly Segment[], view: View, colours: Colours, y: number): void {
  const shown: { s: Segment; x1: number; x2: number }[] = [];
  each(list, view, (s, x1, x2) => shown.push({ s, x1, x2 }));
  shown.forEach(({ s, x1, x2 }, i) => {
    const wrong = s.kind === "fault";
    c.fillStyle = wrong ? colours.wrong : s.quiet ? colours.now : colours.holds;
    if (x2 - x1 > 1) c.fillRect(x1, y + TALL - 3, x2 - x1, 3);
    else {
      c.beginPath();
      c.moveTo(x1, y + 3);
      c.lineTo(x1 + 4, y + 11);
      c.lineTo(x1 - 4, y + 11);
      c.fill();
    }
    const room = (shown[i + 1]?.x1 ?? view.width) - x1 - 12;
    const fits = Math.floor(room / 5.7);
    if (fits < 2 || !s.label) return;
    c.fillStyle = wrong ? colours.wrong : colours.ink;
    c.fillText(s.label.length <= fits ? s.label : `${s.label.slice(0, fits - 1)}…`, Math.max(0, x1) + 7, y + 10);
  });
}

function curve(
  c: CanvasRenderingContext2D,
  { range, thresholds }: { range: number; thresholds: readonly number[] },
  list: readonly Segment[],
  view: View,
  colours: Colours,
  y: number,
): void {
  const at = (px: number): number => y + TALL - 1 - (TALL - 3) * Math.min(1, px / range);
  c.strokeStyle = colours.now;
  c.setLineDash([3, 3]);
  for (const px of thresholds) {
    c.beginPath();
    c.moveTo(0, Math.round(at(px)) + 0.5);
    c.lineTo((view.end - view.from) * view.perMs, Math.round(at(px)) + 0.5);
    c.stroke();
  }
  c.setLineDash([]);
  c.strokeStyle = colours.ink2;
  c.beginPath();
  list.forEach((s, i) => {
    for (const [k, p] of (s.points ?? []).entries()) {
      const x = (Math.min(p.t, view.end) - view.from) * view.perMs;
      if (i === 0 && k === 0) c.moveTo(x, at(p.v));
      else c.lineTo(x, at(p.v));
    }
  });
  c.stroke();
}
