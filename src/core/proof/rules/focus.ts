/** F7 and F8: where the focus is, and how a dialog treats it (WAI-ARIA Authoring Practices, dialog pattern). */
import { DOCUMENT, isInside, type PartIndex, type Program, partName } from "../../program";
import type { RunState } from "../../run";
import { activeNames, attributeOf, isPainted, layoutOf, nameOf, stateText, tabStops } from "../../surface";
import { isDialog } from "../exploring/acts";
import type { Visitor } from "../exploring/explore";
import type { Collector } from "../findings/collector";
import { goes, isFading } from "./seen";

export function focusRules(program: Program, collector: Collector): Visitor {
  const dialogs = program.parts.map((p) => p.index).filter((p) => isDialog(program, p));
  const name = (p: PartIndex): string => partName(program, p);
  const open = (state: RunState, d: PartIndex): boolean =>
    isPainted(program, state, d) && !isFading(program, state, d) && !goes(program, state, d);
  const modal = (state: RunState, d: PartIndex): boolean => attributeOf(program, state, d, "aria-modal") !== "false";

  return {
    situation(situation, explorer) {
      const { state } = situation;
      const stateName = stateText(program, state);
      const column = activeNames(program, state)[0];
      const { focus } = state;
      if (focus !== DOCUMENT && !isFading(program, state, focus) && !isPainted(program, state, focus)) {
        const text = `The focus is on ${name(focus)} in ${stateName}, and nobody sees it`;
        collector.add({ rule: "F7", text, part: name(focus), state: column }, explorer, situation);
      }
      const layout = layoutOf(program, state);
      for (const d of dialogs) {
        if (!open(state, d) || !modal(state, d)) continue;
        const at = { rule: "F8" as const, part: name(d), state: column };
        if (!nameOf(program, state, d)) {
          const text = `${name(d)} has no name: give it aria-labelledby or aria-label`;
          collector.add({ ...at, text }, explorer, situation);
        }
        if (!isInside(program, focus, d) || focus === DOCUMENT) {
          const text = `${name(d)} is open in ${stateName}, but the focus is not in it`;
          collector.add({ ...at, text }, explorer, situation);
        }
        const outside = tabStops(program, state, layout).find((p) => !isInside(program, p, d));
        if (outside !== undefined) {
          const text = `${name(outside)} can be reached while ${name(d)} is open: make it inert`;
          collector.add({ ...at, text }, explorer, situation);
        }
      }
    },
    move(from, move, step, to, explorer) {
      if (!step) return;
      // Where another of the same instant had its way, nothing is missing.
      const taken = step.focus.some((f) => f.cause === "action");
      for (const refused of new Set(step.refused)) {
        if (refused === DOCUMENT || taken) continue;
        const state = stateText(program, to.state);
        const text = `The focus is sent to ${name(refused)} in ${state}, which cannot take it: ${whyNot(program, to.state, refused)}`;
        const at = { part: name(refused), state: activeNames(program, to.state)[0] };
        collector.add({ rule: "F28", severity: "warning", text, ...at }, explorer, from, move);
      }
      const lost = step.focus.findLast((f) => f.cause === "lost");
      if (lost && to.state.focus === DOCUMENT) {
        const state = stateText(program, to.state);
        const text = `The focus was on ${name(lost.from)} and falls to the page when ${state} takes it away`;
        collector.add(
          { rule: "F7", text, part: name(lost.from), state: activeNames(program, to.state)[0] },
          explorer,
          from,
          move,
        );
      }
      for (const d of dialogs) {
        const before = from.state;
        const stateName = stateText(program, before);
        const at = { rule: "F8" as const, part: name(d), state: activeNames(program, before)[0] };
        if (open(before, d) && modal(before, d) && "stimulus" in move && isInside(program, before.focus, d)) {
          const key = "press" in move.stimulus ? move.stimulus.press : "";
          if ((key === "Tab" || key === "Shift+Tab") && before.focus !== DOCUMENT && open(to.state, d)) {
            const left = to.state.focus === DOCUMENT || !isInside(program, to.state.focus, d);
            if (left) collector.add({ ...at, text: `${key} leaves ${name(d)} while it is open` }, explorer, from, move);
          }
          if (key === "Escape" && open(to.state, d)) {
            collector.add({ ...at, text: `Escape does not close ${name(d)} in ${stateName}` }, explorer, from, move);
          }
        }
        const wasThere = layoutOf(program, before).displayed[d];
        const isThere = layoutOf(program, to.state).displayed[d];
        if (wasThere && !isThere && to.state.focus === DOCUMENT && (before.focus !== DOCUMENT || lost)) {
          const text = `The focus is not given back when ${name(d)} closes`;
          collector.add({ ...at, text }, explorer, from, move);
        }
      }
    },
  };
}

/** Why a part cannot take the focus there, and what would let it. */
function whyNot(program: Program, state: RunState, part: PartIndex): string {
  const layout = layoutOf(program, state);
  if (!layout.present[part]) return "it is absent";
  if (!layout.displayed[part]) return "it is not displayed";
  if (layout.hidden[part]) return "it is hidden";
  if (layout.inert[part]) return "it is inert";
  if (layout.disabled[part]) return "it is disabled";
  return 'it is no control; tabindex="-1" lets it';
}
