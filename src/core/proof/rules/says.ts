/** F6 and F22: what a control says of itself against what is shown; content that changes unheard (WAI-ARIA 1.2, §6). */

import { own } from "../../model";
import { DOCUMENT, isInside, type PartIndex, type Program, partName } from "../../program";
import type { RunState, Step } from "../../run";
import {
  activeNames,
  attributeOf,
  isControl,
  isPainted,
  layoutOf,
  nameOf,
  partById,
  roleOf,
  stateText,
  textOf,
} from "../../surface";
import type { Visitor } from "../exploring/explore";
import type { Collector } from "../findings/collector";
import { isFading } from "./seen";

/** Roles whose changes are announced by themselves (WAI-ARIA 1.2, §5.3.5), or are meant not to be (timer). */
const live = new Set(["alert", "log", "status", "timer", "marquee"]);
/** Attributes that say how a control stands: true in one state only, they say nothing in the others. */
const claims = ["aria-expanded", "aria-pressed", "aria-checked", "aria-selected"];
const shows = /^(show|open|expand|unfold)\b/i;
const hides = /^(hide|close|collapse|fold)\b/i;

export function saysRules(program: Program, collector: Collector): Visitor {
  const controls = program.parts.flatMap(({ index, attributes }) =>
    attributes.some(([n]) => n === "aria-controls") || looksSay(program, index, "aria-controls") ? index : [],
  );
  const told = new Set<PartIndex>();
  const texts = program.parts.flatMap(({ index, part }) =>
    part.content?.some((c) => typeof c === "string" && c.includes("${")) || looksText(program, index) ? index : [],
  );
  const once = program.parts.flatMap(({ index }) =>
    claims.flatMap((name) =>
      looksSay(program, index, name) ? [{ index, name, said: "", unsaid: "", told: false }] : [],
    ),
  );
  return {
    situation(situation, explorer) {
      const { state } = situation;
      for (const o of once) {
        const layout = layoutOf(program, state);
        if (o.told || !layout.exposed[o.index] || layout.disabled[o.index]) continue;
        const where = stateText(program, state);
        if (attributeOf(program, state, o.index, o.name) === null) o.unsaid ||= where;
        else o.said ||= where;
        if (!o.said || !o.unsaid) continue;
        o.told = true;
        const part = partName(program, o.index);
        const text = `${part} has ${o.name} in ${o.said}, but none in ${o.unsaid}`;
        collector.add({ rule: "F6", text, part, state: activeNames(program, state)[0] }, explorer, situation);
      }
      for (const p of controls) {
        const text = opposite(program, state, p);
        if (text) {
          const column = activeNames(program, state)[0];
          collector.add({ rule: "F6", text, part: partName(program, p), state: column }, explorer, situation);
        }
      }
    },
    move(from, move, step, to, explorer) {
      if (!step || (from.state.pose === to.state.pose && from.state.data === to.state.data)) return;
      for (const index of texts) {
        if (told.has(index)) continue;
        const { name } = program.parts[index];
        const text = changed(program, from.state, to.state, index, led(step));
        if (text) {
          // Once is enough: what is mended is the part, not each of its texts.
          told.add(index);
          const column = activeNames(program, to.state)[0];
          const severity = "warning" as const;
          collector.add({ rule: "F22", severity, text, part: name, state: column }, explorer, from, move);
        }
      }
    },
  };
}

const looksSay = (program: Program, part: PartIndex, attribute: string): boolean =>
  program.doc.looks.some(
    (r) =>
      r.part === program.parts[part].name &&
      Object.values(r.in).some((l) => own(l.attributes, attribute) !== undefined),
  );

/** What a control says about the part that it controls, where that is not so. */
function opposite(program: Program, state: RunState, part: PartIndex): string | null {
  if (!layoutOf(program, state).exposed[part]) return null;
  const id = attributeOf(program, state, part, "aria-controls");
  const target = id ? partById(program, state, id) : DOCUMENT;
  if (
    target === DOCUMENT ||
    isFading(program, state, target) ||
    state.tracks.some((t) => isInside(program, t.part, target))
  )
    return null;
  const seen = isPainted(program, state, target);
  const where = stateText(program, state);
  const [mine, its] = [partName(program, part), partName(program, target)];
  const expanded =
    attributeOf(program, state, part, "aria-expanded") ?? attributeOf(program, state, part, "aria-selected");
  if (expanded === "true" && !seen) return `${mine} says in ${where} that ${its} is open, but it is not seen`;
  if (expanded === "false" && seen) return `${mine} says in ${where} that ${its} is closed, but it is seen`;
  const label = nameOf(program, state, part) ?? "";
  if (expanded !== null && expanded !== undefined) return null;
  if (shows.test(label) && seen) return `${mine} is called “${label}” in ${where}, but ${its} is seen already`;
  if (hides.test(label) && !seen) return `${mine} is called “${label}” in ${where}, but ${its} is not seen`;
  return null;
}

/** The person is led elsewhere with the change, and hears what is there. */
const led = (step: Step): boolean => step.focus.some((f) => f.cause === "action" || f.cause === "state");

/** A text that is there before and after, and is another. */
function changed(program: Program, before: RunState, after: RunState, part: PartIndex, led: boolean): string | null {
  const { name, path } = program.parts[part];
  const [was, is] = [textOf(program, before, part), textOf(program, after, part)];
  if (was === is || !isPainted(program, before, part) || !isPainted(program, after, part)) return null;
  const where = stateText(program, after);
  const emptied = is.trim() === "" && was.trim() !== "";
  const control = path.some((p) => isControl(program, p));
  if (emptied && (control || /^h[1-6]$/.test(program.parts[part].part.tag))) {
    if (!nameOf(program, after, part)) return `${name} becomes empty in ${where}`;
  }
  if (emptied || !layoutOf(program, after).exposed[part]) return null;
  // The name of what has or gets the focus is heard, and so is what is around it when it comes into a dialog.
  const { focus } = after;
  if (focus !== DOCUMENT && (path.includes(focus) || program.parts[focus].path.includes(part))) return null;
  if (after.said !== before.said && after.said) return null;
  const announced = path.some((p) => {
    const value = attributeOf(program, after, p, "aria-live");
    return value ? value !== "off" : live.has(roleOf(program, after, p) ?? "");
  });
  // What is behind a dialog that opens or closes is met again by itself.
  if (announced || control || led) return null;
  return `${name} changes in ${where} from “${was}” to “${is}”, and nobody who does not see it hears of it`;
}

const looksText = (program: Program, part: PartIndex): boolean =>
  program.doc.looks.some(
    (r) => r.part === program.parts[part].name && Object.values(r.in).some((l) => l.text !== undefined),
  );
