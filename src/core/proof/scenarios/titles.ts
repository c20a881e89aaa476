/** Names for scenarios that nobody named: what is done last, where, and where that leads. */
import type { Scenario, Step } from "../../model";
import type { Program } from "../../program";
import { activeNames } from "../../surface";
import { type Played, playScenario, stepText } from "./scenario";

/** Of more acts than these, how many there are is said first. */
const FEW = 4;
/** Of more states than these the others are left out. */
const MOST = 2;
/** The most that a name in the document can have. */
const LONGEST = 200;

/** Such as `click cancel in open leads to closing`, `click backdrop in open leads to closing, 90 ms on`. @param played where the steps were played already */
export function titleOf(
  program: Program,
  steps: readonly Step[],
  { session, after }: Played = playScenario(program, { name: "", steps: [...steps] }),
): string {
  const start = session.frames.at(0)!.state;
  const names = (i: number): string[] =>
    activeNames(program, (i < 0 ? null : after[Math.min(i, after.length - 1)]) ?? start);
  const told = (list: readonly string[]): string =>
    list.length > MOST ? `${list.slice(0, MOST).join(" + ")} …` : list.join(" + ");
  /** Of several regions those that changed. */
  const changed = (one: number, other: number): string => {
    const was = names(one);
    return told(names(other).filter((n) => !was.includes(n)));
  };
  const last = steps.findLastIndex(({ do: what }) => !("wait" in what));
  const waited = steps.slice(last + 1).reduce((ms, { do: what }) => ms + ("wait" in what ? what.wait : 0), 0);
  const end = changed(last, steps.length - 1);
  if (last < 0) return waited ? `left alone for ${timeText(waited)}: ${end || told(names(-1))}` : "at the start";
  const to = changed(last - 1, last);
  const from = changed(last, last - 1) || told(names(last - 1));
  const acts = steps.filter(({ do: what }) => !("wait" in what)).length;
  const many = acts > FEW ? `${acts} acts, then ` : "";
  const leads = to ? ` leads to ${to}` : "";
  const on = waited ? `, ${timeText(waited)} on${end ? `: ${end}` : ""}` : "";
  return `${many}${stepText(steps[last])} in ${from}${leads}${on}`.slice(0, LONGEST);
}

const timeText = (ms: number): string => stepText({ do: { wait: ms } }).replace("wait ", "");

/** The name; where others have it already, with what comes before its end, else with a number. */
export function unusedTitle({ name, steps }: Scenario, others: readonly Scenario[]): string {
  const used = new Set(others.map((s) => s.name));
  if (!used.has(name)) return name;
  const last = steps.findLastIndex(({ do: what }) => !("wait" in what));
  for (let from = last - 1; from >= Math.max(0, last - FEW); from--) {
    const longer = `${name}, after ${steps.slice(from, last).map(stepText).join(" → ")}`;
    if (!used.has(longer) && longer.length <= LONGEST) return longer;
  }
  let n = 2;
  while (used.has(`${name} (${n})`)) n++;
  return `${name} (${n})`;
}
