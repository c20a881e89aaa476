/** From a run to what a lane draws: stretches of time in which something is so, and marks. Pure; computed once a stretch of frames. */
import { DOCUMENT, isInState, type Program, partName } from "../../core/program";
import { faultsIn, faultsOf } from "../../core/proof";
import { explain, type Frame, type RunState, type Session, stimulusText } from "../../core/run";
import { activeNames, effectiveOpacity, layoutOf, scrollAt, stateText, textOf, trackEnd } from "../../core/surface";
import type { Lane } from "./lanes";

export interface Segment {
  from: number;
  /** Infinity while it still goes on at the end of its stretch. */
  to: number;
  /** What the lane's kind draws it as. */
  kind:
    | "state"
    | "seen"
    | "blocks"
    | "unseen"
    | "not displayed"
    | "absent"
    | "text"
    | "focus"
    | "timer"
    | "line"
    | "mark"
    | "fault";
  label: string;
  /** Values between 0 and 1 (opacity), or px (scroll), at instants, joined by straight lines. */
  points?: readonly { t: number; v: number }[];
  /** A timer that was ended before its time, a stimulus that came to nothing. */
  quiet?: boolean;
  /** When a timer is due, ms. */
  due?: number;
}

/** What a run itself tells of; how a page was found is known beside it. */
type RunLane = Exclude<Lane, { kind: "found" }>;

interface Span {
  state: RunState;
  from: number;
  to: number;
}

/** How often a motion is sampled, ms, and how many times at most. */
const SAMPLE = 24;
const MOST_SAMPLES = 40;

/** Frames with the instant at which the next one takes over; several at one instant leave the last. */
function spansOf(frames: readonly Frame[], to: number): Span[] {
  const out: Span[] = [];
  frames.forEach((frame, i) => {
    const from = frame.step.at;
    const next = frames[i + 1]?.step.at ?? to;
    if (next > from) out.push({ state: frame.state, from, to: next });
  });
  return out;
}

const known = new WeakMap<object, Map<string, readonly Segment[]>>();

/**
 * What lanes show between two instants, ms: for each lane its segments, in time order. Stretches that are narrower than
 * `coarse` ms are told by how they began; so are, for now, those that are not known when `until` (performance.now) is past.
 * Segments of neighbouring stretches are not joined.
 */
export function segmentsOf(
  session: Session,
  lanes: readonly Lane[],
  { from, to, coarse = 0, until = Number.POSITIVE_INFINITY }: Range,
): { segments: Segment[][]; complete: boolean } {
  const { program } = session;
  const segments: Segment[][] = lanes.map(() => []);
  const stretches = session.frames.stretches();
  const ofRun: { lane: RunLane; n: number }[] = [];
  lanes.forEach((lane, n) => {
    if (lane.kind === "found") segments[n].push(...foundSegments(lane));
    else ofRun.push({ lane, n });
  });
  let complete = true;
  stretches.forEach((stretch, i) => {
    const end = stretches[i + 1]?.from ?? Number.POSITIVE_INFINITY;
    if (stretch.from > to || end < from) return;
    const byLane = known.get(stretch.key) ?? new Map<string, readonly Segment[]>();
    known.set(stretch.key, byLane);
    const narrow = end - stretch.from < coarse;
    for (const { lane, n } of ofRun) {
      const late = !byLane.has(lane.id) && performance.now() > until;
      if (late && !narrow) complete = false;
      const key = narrow || late ? `rough ${lane.id}` : lane.id;
      let list = byLane.get(key);
      if (!list) {
        list =
          key === lane.id
            ? ofFrames(program, lane, stretch.frames(), end)
            : ofSpans(program, lane, [{ state: stretch.before, from: stretch.from, to: end }]);
        byLane.set(key, list);
      }
      for (const s of list) segments[n].push(s);
    }
  });
  return { segments, complete };
}

export interface Range {
  from: number;
  to: number;
  coarse?: number;
  until?: number;
}

function ofFrames(program: Program, lane: RunLane, frames: readonly Frame[], end: number): Segment[] {
  if (lane.kind === "you") return done(program, frames);
  const lasting = ofSpans(program, lane, spansOf(frames, end));
  return lane.kind === "findings" ? [...lasting, ...happened(program, frames)] : lasting;
}

/** Neighbours that say the same are one. */
function joined(list: readonly Segment[]): Segment[] {
  const out: Segment[] = [];
  for (const s of list) {
    const last = out[out.length - 1];
    if (last && last.kind === s.kind && last.label === s.label && last.to === s.from && last.due === s.due)
      out[out.length - 1] = {
        ...last,
        to: s.to,
        ...(s.points ? { points: [...(last.points ?? []), ...s.points] } : {}),
      };
    else out.push(s);
  }
  return out;
}

function ofSpans(program: Program, lane: RunLane, spans: readonly Span[]): Segment[] {
  return joined(spans.flatMap((span) => ofSpan(program, lane, span)));
}

function ofSpan(program: Program, lane: RunLane, span: Span): Segment[] {
  const { state, from, to } = span;
  const one = (kind: Segment["kind"], label: string): Segment[] => (label ? [{ from, to, kind, label }] : []);
  switch (lane.kind) {
    case "state":
      return one("state", stateIn(program, state, lane.region));
    case "part":
      return [partSegment(program, lane.part, span)];
    case "text":
      return layoutOf(program, state).present[lane.part] ? one("text", textOf(program, state, lane.part)) : [];
    case "focus":
      return one("focus", state.focus === DOCUMENT ? "" : partName(program, state.focus));
    case "timer":
    case "request":
      return state.timers.flatMap((t) => {
        const mine =
          lane.kind === "request"
            ? t.kind === "event" && t.request === lane.request
            : lane.row !== null
              ? t.kind === "state" && t.row === lane.row
              : t.kind === "event" && t.event === lane.event;
        const label = t.kind === "state" ? program.states[t.state].name : lane.label;
        return mine
          ? [{ from, to: Math.min(to, t.due), kind: "timer" as const, label, due: t.due, quiet: to < t.due }]
          : [];
      });
    case "scroll": {
      const end = state.page.glide ? Math.min(to, state.page.glide.start + state.page.glide.duration) : from;
      return [{ from, to, kind: "line", label: "", points: sampled(from, end, to, (t) => scrollAt(state.page, t)) }];
    }
    case "findings":
      return faultsIn(program, state).map((f) => ({ from, to, kind: "fault", label: `${f.rule} ${f.text}` }));
    case "you":
      return Number.isFinite(to) ? [{ from, to, kind: "mark", label: "" }] : [];
  }
}

function stateIn(program: Program, state: RunState, region: number): string {
  if (region === 0) return stateText(program, state);
  const inside = activeNames(program, state).filter((n) =>
    isInState(program.states[region], program.stateIndex.get(n) ?? -1),
  );
  return inside.join(" + ");
}

function partSegment(program: Program, part: number, { state, from, to }: Span): Segment {
  const layout = layoutOf(program, state);
  const base = { from, to, label: "" };
  if (!layout.present[part]) return { ...base, kind: "absent" };
  if (!layout.displayed[part]) return { ...base, kind: "not displayed" };
  if (!layout.inSight[part]) return { ...base, kind: "unseen" };
  const moving = state.tracks.filter((t) => t.property === "opacity" && program.parts[part].path.includes(t.part));
  const end = Math.min(to, Math.max(from, ...moving.map(trackEnd)));
  const points = sampled(from, end, to, (now) => effectiveOpacity(program, { ...state, now }, part));
  const unseen = points.every((p) => p.v <= 0.01);
  return { ...base, kind: unseen ? (layout.landing[part] === part ? "blocks" : "unseen") : "seen", points };
}

/** Values while something moves, from `from` to `end`; and that it stays so to `to`. */
function sampled(from: number, end: number, to: number, value: (t: number) => number): { t: number; v: number }[] {
  const n = end > from ? Math.max(1, Math.min(MOST_SAMPLES, Math.ceil((end - from) / SAMPLE))) : 0;
  const out = [{ t: from, v: value(from) }];
  for (let i = 1; i <= n; i++) {
    const t = from + ((end - from) * i) / n;
    out.push({ t, v: value(t) });
  }
  if (to > end) out.push({ t: to, v: out[out.length - 1].v });
  return out;
}

/** From look to look; what was between two is not known, and drawn as a straight line. */
function foundSegments({ part, looks }: Extract<Lane, { kind: "found" }>): Segment[] {
  return joined(
    looks.flatMap(({ at: from, focus, parts }, i): Segment[] => {
      const next = looks[i + 1];
      const to = next?.at ?? from + 1;
      if (part === null) return focus === null ? [] : [{ from, to, kind: "focus", label: focus }];
      const seen = parts[part];
      const base = { from, to, label: "" };
      if (!seen?.present) return [{ ...base, kind: "absent" }];
      if (!seen.displayed) return [{ ...base, kind: "not displayed" }];
      const then = next?.parts[part];
      if (!seen.visible && !then?.visible) return [{ ...base, kind: "unseen" }];
      const v = seen.visible ? seen.opacity : 0;
      return [
        {
          ...base,
          kind: "seen",
          points: [
            { t: from, v },
            { t: to, v: then?.visible ? then.opacity : v },
          ],
        },
      ];
    }),
  );
}

const done = (program: Program, frames: readonly Frame[]): Segment[] =>
  frames.flatMap((f) => {
    if (!f.stimulus) return [];
    const { nothing } = explain(program, f.step);
    const label = nothing ? `${stimulusText(f.stimulus)} — nothing` : stimulusText(f.stimulus);
    return [{ from: f.step.at, to: f.step.at, kind: "mark" as const, label, quiet: nothing }];
  });

const happened = (program: Program, frames: readonly Frame[]): Segment[] =>
  frames.flatMap((f) =>
    faultsOf(program, f).map((fault) => ({
      from: f.step.at,
      to: f.step.at,
      kind: "fault" as const,
      label: `${fault.rule} ${fault.text}`,
    })),
  );
