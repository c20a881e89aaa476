/** F4: what is held goes on although it was let go. */
import { type EventSpec, isTimed, own, type Reaction } from "../../model";
import { DOCUMENT, type Program, partName, type StateIndex } from "../../program";
import { type RunState, type Stimulus, stimulate } from "../../run";
import type { Explorer, Visitor } from "../exploring/explore";
import type { Situation } from "../exploring/situation";
import type { Collector } from "../findings/collector";
import type { Mend } from "../findings/finding";

/** A state that a press leads to and that a delay ends: what is held long enough. */
interface Held {
  state: StateIndex;
  part: string;
}

/** Ways in which a pointer stops holding; null stands for coming up over the part. */
const endings: { what: string; stimulus: Stimulus | null; event(part: string): EventSpec }[] = [
  {
    what: "the pointer comes up over it",
    stimulus: null,
    event: (part) => ({ on: "pointer up", part, scope: "inside" }),
  },
  {
    what: "the pointer comes up elsewhere",
    stimulus: { up: null },
    event: () => ({ on: "pointer up", scope: "anywhere" }),
  },
  {
    what: "the pointer leaves it",
    stimulus: { move: null },
    event: (part) => ({ on: "pointer leave", part, scope: "inside" }),
  },
  { what: "the window loses the focus", stimulus: { blur: true }, event: () => ({ on: "window blur" }) },
];

export function holdRules(program: Program, collector: Collector): Visitor {
  const held = heldStates(program);
  const asked = new Set<string>();
  return {
    situation(situation, explorer) {
      const { state } = situation;
      if (!held.length || state.pressed === null) return;
      const { states } = program.configurations.at(state.config);
      for (const h of held) {
        const part = program.partIndex.get(h.part)!;
        if (!states.includes(h.state) || state.pressed === DOCUMENT) continue;
        if (!program.parts[state.pressed].path.includes(part)) continue;
        const key = `${h.state} ${h.part} ${state.pose}`;
        if (asked.has(key)) continue;
        asked.add(key);
        ask(program, situation, explorer, h, collector);
      }
    },
  };
}

function ask(program: Program, situation: Situation, explorer: Explorer, held: Held, collector: Collector): void {
  const { state } = situation;
  for (const { what, stimulus: given, event } of endings) {
    const stimulus = given ?? { up: held.part };
    // The pointer cannot leave a part that it is not over.
    const from: RunState = "move" in stimulus ? { ...state, over: state.pressed ?? DOCUMENT } : state;
    const { state: after } = stimulate(program, from, stimulus);
    const goesOn = after.timers.some((t) => t.kind === "state" && t.state === held.state);
    if (!goesOn) continue;
    const { name } = program.states[held.state];
    const text = `${name} goes on when ${what} while ${held.part} is held`;
    const mend = mendOf(program, held, event(held.part));
    const run = { kind: "click" as const, stimulus };
    collector.add({ rule: "F4", text, part: held.part, state: name, mend }, explorer, situation, run);
  }
}

/** The same as letting go over the part, where that is said. */
function mendOf(program: Program, held: Held, event: EventSpec): Mend | null {
  const { doc } = program;
  const { name } = program.states[held.state];
  const release = doc.reactions.find(
    (r) => r.event.on === "pointer up" && own(r.in, name) && own(r.in, name) !== "ignored",
  );
  const cell: Reaction | undefined = own(release?.in, name);
  if (!cell || cell === "ignored") return null;
  const others = Object.fromEntries(
    program.states.filter((s) => s.atomic && s.name !== name).map((s) => [s.name, "ignored" as const]),
  );
  const words = event.on === "window blur" ? "the window loses the focus" : event.on;
  return {
    text: `End ${name} on ${words} too`,
    edit: { kind: "row", row: { event, in: { ...others, [name]: cell } } },
  };
}

function heldStates(program: Program): Held[] {
  const out: Held[] = [];
  for (const row of program.rows) {
    const { event } = row;
    if (event.on !== "pointer down" || event.part === undefined) continue;
    for (const cell of row.cells)
      for (const target of cell?.branches.flatMap((b) => b.targets) ?? []) {
        const timed = program.timedRows.some(
          (r) => isTimed(r.event) && r.event.on === "after" && r.cells[target]?.branches.length,
        );
        if (timed && !out.some((h) => h.state === target && h.part === event.part))
          out.push({ state: target, part: partName(program, program.partIndex.get(event.part)!) });
      }
  }
  return out;
}
