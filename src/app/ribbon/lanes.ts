/** From a run to what the ribbon draws: stretches of time in which something is so. Pure. */
import { DOCUMENT, type PartIndex, type Program, partName } from "../../core/program";
import { explain, type Frame, type RunState, type Session, stimulusText } from "../../core/run";
import { effectiveOpacity, layoutOf, stateText } from "../../core/surface";

export interface Stretch {
  from: number;
  to: number;
  label: string;
}
/** How much of a part is seen: opacity at instants, joined by straight lines. */
export interface Seen {
  from: number;
  to: number;
  kind: "seen" | "blocks" | "none";
  points: { t: number; opacity: number }[];
}
export interface Mark {
  at: number;
  label: string;
  nothing: boolean;
}

/** Frames with the instant at which the next one takes over; several at one instant leave the last. */
function spans(session: Session): { state: RunState; from: number; to: number }[] {
  const out: { state: RunState; from: number; to: number }[] = [];
  session.frames.forEach((frame: Frame, i) => {
    const from = frame.step.at;
    const to = session.frames[i + 1]?.step.at ?? session.end;
    if (to > from || i === session.frames.length - 1) out.push({ state: frame.state, from, to });
  });
  return out;
}

function merged(list: Stretch[]): Stretch[] {
  const out: Stretch[] = [];
  for (const s of list) {
    const last = out[out.length - 1];
    if (last && last.label === s.label && last.to === s.from) last.to = s.to;
    else out.push({ ...s });
  }
  return out;
}

export const stateLane = (session: Session): Stretch[] => {
  const { program } = session;
  return merged(spans(session).map(({ state, from, to }) => ({ from, to, label: stateText(program, state) })));
};

export const focusLane = (session: Session): Stretch[] => {
  const { program } = session;
  return merged(
    spans(session).map(({ state, from, to }) => ({
      from,
      to,
      label: state.focus === DOCUMENT ? "" : partName(program, state.focus),
    })),
  );
};

/** Samples a motion at most this often, ms. */
const SAMPLE = 24;

export function partLane(session: Session, part: PartIndex): Seen[] {
  const { program } = session;
  const out: Seen[] = [];
  for (const { state, from, to } of spans(session)) {
    const layout = layoutOf(program, state);
    if (!layout.inSight[part]) {
      push(out, { from, to, kind: "none", points: [] });
      continue;
    }
    const moving = state.tracks.some((t) => t.property === "opacity" && program.parts[part].path.includes(t.part));
    const points: Seen["points"] = [];
    const steps = moving ? Math.max(1, Math.min(24, Math.ceil((to - from) / SAMPLE))) : 1;
    for (let i = 0; i <= steps; i++) {
      const t = from + ((to - from) * i) / steps;
      points.push({ t, opacity: effectiveOpacity(program, { ...state, now: t }, part) });
    }
    const unseen = points.every((p) => p.opacity <= 0.01);
    const kind = unseen ? (layout.landing[part] === part ? "blocks" : "none") : "seen";
    push(out, { from, to, kind, points });
  }
  return out;
}

function push(list: Seen[], next: Seen): void {
  const last = list[list.length - 1];
  if (last && last.kind === next.kind && last.to === next.from) {
    last.to = next.to;
    last.points.push(...next.points);
  } else list.push(next);
}

export const doneLane = (session: Session): Mark[] =>
  session.frames.flatMap((f) =>
    f.stimulus
      ? [{ at: f.step.at, label: stimulusText(f.stimulus), nothing: explain(session.program, f.step).nothing }]
      : [],
  );

/** Parts whose lane says something: those with a row of looks. */
export const lanesOf = (program: Program): PartIndex[] =>
  program.doc.looks.map((row) => program.partIndex.get(row.part)).filter((p) => p !== undefined);
