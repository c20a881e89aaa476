/** F1, F2, F15: what is seen against what can be used. */
import { DOCUMENT, looksAt, type PartIndex, type Program, partName } from "../../program";
import { beforeMount, type RunState } from "../../run";
import {
  activeNames,
  isControl,
  isHold,
  isPainted,
  layoutOf,
  opacityOf,
  restingValue,
  stateText,
  tabStops,
  UNSEEN,
} from "../../surface";
import { isDialog } from "../exploring/acts";
import type { Visitor } from "../exploring/explore";
import type { Collector, Told } from "../findings/collector";

/** True while the opacity of the part, or of something around it, is on its way, or it only just begins to come. */
export const isFading = (program: Program, state: RunState, part: PartIndex): boolean =>
  state.tracks.some((t) => (t.property === "opacity" || isHold(t)) && program.parts[part].path.includes(t.part));

/** True when the part will not be seen once all motion has ended. */
export function goes(program: Program, state: RunState, part: PartIndex): boolean {
  const looks = looksAt(program, state.pose);
  let opacity = 1;
  for (const p of program.parts[part].path) {
    const { as, away } = looks[p];
    if (away) return true;
    if (as !== "shown" && as !== "transparent") return true;
    opacity *= opacityOf(restingValue(program, looks[p], "opacity", state.page));
  }
  return opacity <= UNSEEN;
}

export const seenRules = (collector: Collector): Visitor => ({
  situation(situation, explorer) {
    seenIn(explorer.program, situation.state, (told) => collector.add(told, explorer, situation));
  },
});

/** Of several active states the one whose looks say most about the part: of itself, or of what is around it. */
function tellingState(program: Program, state: RunState, part: PartIndex): string {
  const names = activeNames(program, state);
  for (const p of program.parts[part].path) {
    const row = program.doc.looks.find((r) => r.part === program.parts[p].name);
    const found = names.find((n) => row?.in[n] !== undefined);
    if (found !== undefined) return found;
  }
  return names[0];
}

/** F1 and F2 at one instant. */
export function seenIn(program: Program, state: RunState, add: (told: Told) => void): void {
  const layout = layoutOf(program, state);
  const stops = tabStops(program, state, layout);
  const name = (p: PartIndex): string => partName(program, p);
  const dialogOpen = program.parts.some((p) => isDialog(program, p.index) && isPainted(program, state, p.index));
  for (const { index: p, parent } of program.parts) {
    if (!layout.displayed[p] || isFading(program, state, p)) continue;
    const visible = isPainted(program, state, p);
    const tell = (rule: "F1" | "F2", is: string, what: string): void => {
      const column = tellingState(program, state, p);
      add({ rule, text: `${name(p)} ${is} in ${column}, but ${what}`, part: name(p), state: column });
    };
    if (!visible) {
      const parentSame = parent !== DOCUMENT && !isPainted(program, state, parent) && layout.catches[parent];
      if (layout.landing[p] === p && !parentSame) tell("F1", "is not seen", "it still catches clicks");
      if (stops.includes(p)) tell("F1", "is not seen", "the Tab key still reaches it");
      continue;
    }
    if (!isControl(program, p) || layout.disabled[p] || goes(program, state, p)) continue;
    const onto = layout.landing[p];
    if (onto !== DOCUMENT && program.parts[onto].path.includes(p)) continue;
    const cover = onto !== DOCUMENT && program.parts[onto].covers?.[p] ? onto : DOCUMENT;
    const comes = cover !== DOCUMENT && isFading(program, state, cover) && !goes(program, state, cover);
    const underSeen = cover !== DOCUMENT && (comes || isPainted(program, state, cover));
    if (layout.inert[p] && underSeen) continue;
    if (cover !== DOCUMENT && dialogOpen && !isFading(program, state, cover)) continue;
    const why = layout.inert[p]
      ? "it is inert"
      : cover !== DOCUMENT
        ? `${name(cover)} lies over it`
        : "it takes no pointer events";
    tell("F2", "is seen", `it cannot be used: ${why}`);
  }
}

/** F15: what is seen before the first event and gone right after it. */
export function flashRule(program: Program, mounted: RunState, collector: Collector): void {
  const before = beforeMount(program);
  if (mounted.pose === before.pose) return;
  const isLost = (p: PartIndex): boolean => goes(program, mounted, p) || !isPainted(program, mounted, p);
  for (const { index: p, parent, name } of program.parts) {
    if (!isPainted(program, before, p) || !isLost(p)) continue;
    if (parent !== DOCUMENT && isLost(parent)) continue;
    const first = stateText(program, before);
    const then = stateText(program, mounted);
    const text = `${name} flashes at the start: ${first} shows it, and mounted goes on to ${then}, which does not`;
    const run = { name: text, steps: [] };
    const mend = { text: `Make ${then} the initial state`, edit: null };
    collector.add({ rule: "F15", text, part: name, state: activeNames(program, before)[0], run, mend });
  }
}
