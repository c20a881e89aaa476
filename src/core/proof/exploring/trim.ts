/** Which motions count in a proof: those that somebody waits for, or that change what is seen or can be used. */
import { looksAt, type PartIndex, type Program } from "../../program";
import { beforeMount, type RunState } from "../../run";
import { attributeOf, gone, isPlace, NOT_IN_YET, partById } from "../../surface";

/** Leaves out of a state the motions that only change how something looks on the way: nothing else depends on them. */
export function trimmer(program: Program): (state: RunState) => RunState {
  const listened = countedMotions(program);
  return (whole) => {
    const state = begun(whole);
    const { tracks } = state;
    const inOrder = tracks.every((t, i) => counts(state, t) && (i === 0 || tracks[i - 1].goal < t.goal));
    if (inOrder) return state;
    // In one order, so that the same motions are the same situation.
    const kept = tracks.filter((t) => counts(state, t)).sort((a, b) => a.goal - b.goal);
    return { ...state, tracks: kept };
  };

  function counts({ lingering }: RunState, { property, part }: RunState["tracks"][number]): boolean {
    if (property === "opacity" || property === "visibility" || listened.has(part)) return true;
    // How it is seen waits for it.
    return isPlace(property) && lingering.some((l) => l.part === part && l.of === property);
  }
}

/** The very beginning of a way into view, at which a part is not there yet, is too short to tell from what follows. */
function begun(state: RunState): RunState {
  const isIt = (t: { property: string }): boolean => t.property === NOT_IN_YET;
  if (!state.tracks.some(isIt)) return state;
  return {
    ...state,
    tracks: state.tracks.filter((t) => !isIt(t)),
    lingering: state.lingering.filter((l) => l.of !== NOT_IN_YET),
  };
}

/** Parts whose motions count, whatever moves. */
export function countedMotions(program: Program): ReadonlySet<PartIndex> {
  const listened = new Set<PartIndex>(program.motionRows.map((r) => r.part));
  const opened = beforeMount(program);
  for (const { index } of program.parts) {
    const controls = attributeOf(program, opened, index, "aria-controls");
    const target = controls ? partById(program, opened, controls) : -1;
    if (target >= 0) for (let p = target; p < program.parts[target].end; p++) listened.add(p);
    if (goesSometimes(program, index)) listened.add(index);
  }
  return listened;
}

/** Whether any look takes the part away: then it stays until its motions have ended. */
function goesSometimes(program: Program, part: PartIndex): boolean {
  const { name } = program.parts[part];
  const row = program.doc.looks.find((l) => l.part === name);
  const said = JSON.stringify(row ?? "");
  return (
    said.includes("not displayed") || said.includes("absent") || gone(looksAt(program, beforeMount(program).pose)[part])
  );
}
