/** F19: several things are always due at one instant, and how it goes on depends on which of them goes first. */
import { type Program, partName, timerEvent } from "../../program";
import { advance, type RunState } from "../../run";
import { activeNames, stateText } from "../../surface";
import type { Acts } from "../exploring/acts";
import type { Explorer, Visitor } from "../exploring/explore";
import type { Situation } from "../exploring/situation";
import type { Collector } from "../findings/collector";
import { moved, type Thing, thingsOf, tied } from "../zones";

/** All orders of so many are tried; of more, each of two neighbours. */
const MOST = 4;

export function raceRule(program: Program, collector: Collector): Visitor {
  const asked = new Set<string>();
  return {
    together(from, due, explorer) {
      const { acts } = explorer;
      const { zone } = explorer.situations[from.index];
      // What can be pulled apart by acting a moment later is no race: both ways were gone already.
      const group = due.filter((i) => due.every((j) => i === j || tied(zone, i, j)));
      if (group.length < 2) return;
      const names = group.map((i) => nameOf(program, from.things[i]));
      const key = `${acts.core(from.state)} ${names}`;
      if (asked.has(key)) return;
      asked.add(key);
      const [first, ...others] = orders(group).map((order) => outcome(program, acts, from, order));
      const other = others.find((o) => o.key !== first.key);
      if (!other) return;
      const where = stateText(program, from.state);
      const two = [...new Set(names)];
      const ends = first.where === other.where ? "" : `: ${first.where} or ${other.where}`;
      const text = `In ${where}, ${listed(two)} come at the same instant, and it counts which goes first${ends}`;
      const move = { kind: "time" as const, due };
      collector.add(
        { rule: "F19", text, state: activeNames(program, from.state)[0] },
        explorer,
        at(explorer, from),
        move,
      );
    },
  };
}

const at = (explorer: Explorer, { index }: Situation): Situation => explorer.situations[index];
const listed = (names: readonly string[]): string =>
  names.length === 1 ? `two of ${names[0]}` : `${names.slice(0, -1).join(", ")} and ${names[names.length - 1]}`;

/** How it stands when all have come, one a microsecond after the other in the order given. */
function outcome(
  program: Program,
  acts: Acts,
  from: Situation,
  order: readonly number[],
): { key: string; where: string } {
  const { now } = from.state;
  // The others are as far off as they were.
  const left = from.things.map((t, i) =>
    order.includes(i) ? order.indexOf(i) + 1 : (t.due - now) * 1000 + order.length,
  );
  const { states } = moved([program], from, left);
  const end = advance(program, states[0], now + order.length / 1000);
  return { key: `${acts.core(end)} ${runs(program, end)}`, where: stateText(program, end) };
}

const runs = (program: Program, state: RunState): string =>
  thingsOf([program], [state])
    .map((t) => nameOf(program, t))
    .sort()
    .join();

function nameOf(program: Program, { of, track }: Thing): string {
  if (track) return `the end of ${partName(program, track.part)}’s ${track.property}`;
  const timer = of as RunState["timers"][number];
  if (!("kind" in timer)) return "the end of the scrolling";
  if (timer.kind === "state") return `${program.rows[timer.row].label} of ${program.states[timer.state].name}`;
  return timer.event.startsWith(timerEvent("")) ? timer.event.replace(".", " ") : timer.event;
}

function orders(group: readonly number[]): number[][] {
  if (group.length > MOST)
    return [[...group], ...group.slice(1).map((_g, i) => group.with(i, group[i + 1]).with(i + 1, group[i]))];
  if (group.length < 2) return [[...group]];
  return group.flatMap((first) => orders(group.filter((g) => g !== first)).map((rest) => [first, ...rest]));
}
