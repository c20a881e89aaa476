/** What stays as it was until a motion has ended: what goes, what turns invisible, what is brought out of view. */
import { looksAt, type PartLook, type PoseIndex, type Program } from "../../program";
import { isPlace, type Lingering, type Moment, NOT_IN_YET, type Track, trackEnd } from "../moment";
import { gone } from "./changes";
import { HELD, hold } from "./track";

const isOut = ({ away, shut }: PartLook): boolean => away || shut;

/** What is brought out of view stays in it until it has moved; what comes is not in it at the very beginning. */
export function placesAfter(
  program: Program,
  moment: Pick<Moment, "pose" | "tracks" | "lingering">,
  to: PoseIndex,
  tracks: readonly Track[],
): { held: Track[]; lingering: Lingering[] } {
  const [before, after] = [looksAt(program, moment.pose), looksAt(program, to)];
  const out = { held: [] as Track[], lingering: [] as Lingering[] };
  for (const part of new Set(tracks.filter((t) => isPlace(t.property)).map((t) => t.part))) {
    const entry = moment.lingering.find((l) => l.part === part && l.of !== undefined && isPlace(l.of));
    const was = entry ? entry.as !== "shown" : isOut(before[part]);
    const mine = tracks.filter((t) => t.part === part && isPlace(t.property));
    const last = mine.reduce((a, b) => (trackEnd(b) > trackEnd(a) ? b : a));
    if (isOut(after[part]) && !was) out.lingering.push({ part, as: "shown", of: last.property });
    if (isOut(after[part]) || !was) continue;
    const known = moment.tracks.find((t) => t.property === NOT_IN_YET && t.part === part);
    out.held.push(known ?? hold(last, NOT_IN_YET));
    const wasAway = entry ? entry.as === "moved out" : before[part].away;
    out.lingering.push({ part, as: wasAway ? "moved out" : "hidden", of: NOT_IN_YET });
  }
  return out;
}

export const visibilities = (tracks: readonly Track[], held: readonly Track[]): Lingering[] =>
  tracks.flatMap((t): Lingering[] => {
    // What a rule takes out of the page is there until then.
    if (t.property === "display" && t.to === "none") return [{ part: t.part, as: "shown", of: "display" }];
    if (t.property !== "visibility") return [];
    if (held.some((h) => h.part === t.part)) return [{ part: t.part, as: "hidden", of: HELD }];
    return t.to === "hidden" ? [{ part: t.part, as: "shown", of: "visibility" }] : [];
  });

export function lingeringAfter(
  program: Program,
  moment: Pick<Moment, "pose" | "lingering">,
  to: PoseIndex,
  tracks: readonly Track[],
): readonly Lingering[] {
  const before = looksAt(program, moment.pose);
  const after = looksAt(program, to);
  if (!tracks.some((t) => gone(after[t.part]))) return moment.lingering.length ? [] : moment.lingering;
  const out: Lingering[] = [];
  for (const part of new Set(tracks.map((t) => t.part))) {
    if (!gone(after[part])) continue;
    const already = moment.lingering.find((l) => l.part === part && !l.of);
    if (already) out.push(already);
    else if (!gone(before[part])) out.push({ part, as: before[part].as });
  }
  return out;
}

/** What still waits for one of the motions. */
export const stillLingering = (list: readonly Lingering[], tracks: readonly Track[]): Lingering[] =>
  list.filter((l) => tracks.some((t) => t.part === l.part && (l.of === undefined || t.property === l.of)));

/** What is left of the motions at `now`: those that have ended are dropped, and what waited for them goes. */
export function ended(moment: Pick<Moment, "tracks" | "lingering">, now: number): Pick<Moment, "tracks" | "lingering"> {
  const tracks = moment.tracks.filter((t) => trackEnd(t) > now);
  if (tracks.length === moment.tracks.length) return moment;
  return { tracks, lingering: stillLingering(moment.lingering, tracks) };
}
