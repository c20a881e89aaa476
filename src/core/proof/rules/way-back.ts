/** F5: states without a way back, and held focus that the keyboard cannot leave. Looks at the whole graph at the end. */
import { ALWAYS, own } from "../../model";
import { DOCUMENT, type Program } from "../../program";
import { activeNames, stateText } from "../../surface";
import { type Explorer, KEY, POINTER, SURROUNDINGS, TIME } from "../exploring/explore";
import type { Collector } from "../findings/collector";
import type { Mend } from "../findings/finding";

export function wayBackRules(explorer: Explorer, collector: Collector): void {
  const { program, situations } = explorer;
  const home = situations[0].state.config;
  // Where it may come to an end that is meant, there need be no way back.
  const isGoal = (i: number): boolean => {
    const { config } = situations[i].state;
    return config === home || isEnd(program, config);
  };
  const canReturn = reachesBackwards(explorer, isGoal, [POINTER, KEY, SURROUNDINGS, TIME]);
  const stuck = new Set(situations.flatMap((s) => (canReturn[s.index] ? [] : s.state.config)));
  const told = deadEnds(explorer, stuck, canReturn);
  for (const s of situations) {
    if (canReturn[s.index] || !told.delete(s.state.config)) continue;
    const state = stateText(program, s.state);
    const text = `From ${state} nothing leads back to ${stateText(program, situations[0].state)}`;
    const mend = asEnd(program, s.state.config);
    collector.add(
      { rule: "F5", severity: "warning", text, state: activeNames(program, s.state)[0], mend },
      explorer,
      s,
    );
  }
  const held = (i: number): boolean => holds(program, situations[i].state.config);
  if (!situations.some((s) => held(s.index))) return;
  const leavesByKey = reachesBackwards(explorer, (i) => !held(i), [KEY, SURROUNDINGS, TIME]);
  const trapped = situations.find((s) => held(s.index) && !leavesByKey[s.index]);
  if (trapped) {
    const state = stateText(program, trapped.state);
    const text = `The keyboard has no way out of ${state}, which holds the focus`;
    collector.add({ rule: "F5", text, state: activeNames(program, trapped.state)[0] }, explorer, trapped);
  }
}

/** More than these are not compared: then the first is told. */
const MOST_STUCK = 300;

/** Of the configurations without a way back those that no other one comes after; of several that lead round, the first. */
function deadEnds({ edges, situations }: Explorer, stuck: ReadonlySet<number>, canReturn: Uint8Array): Set<number> {
  if (stuck.size > MOST_STUCK) return new Set([...stuck].slice(0, 1));
  const next = new Map([...stuck].map((config) => [config, new Set<number>()]));
  for (let e = 0; e < edges.length; e += 3) {
    if (canReturn[edges[e]]) continue;
    next.get(situations[edges[e]].state.config)?.add(situations[edges[e + 1]].state.config);
  }
  const after = new Map([...stuck].map((config) => [config, reachableFrom(config, next)]));
  const out = new Set<number>();
  for (const config of stuck) {
    const further = after.get(config)!;
    const isLast = [...further].every((c) => after.get(c)!.has(config));
    if (isLast && ![...further].some((c) => out.has(c))) out.add(config);
  }
  return out;
}

function reachableFrom(config: number, next: ReadonlyMap<number, ReadonlySet<number>>): Set<number> {
  const seen = new Set(next.get(config));
  for (const c of seen) for (const to of next.get(c) ?? []) seen.add(to);
  return seen;
}

/** Whether the component has come to an end there that its author said (SCXML §3.7). */
const isEnd = (program: Program, config: number): boolean =>
  program.configurations
    .at(config)
    .states.some((s) => program.states[s].kind === "final" && program.states[s].parent === 0);

/** A state of its own in which nothing happens may be meant as the end: that is said by making it final. */
function asEnd(program: Program, config: number): Mend | null {
  const { doc, configurations, states } = program;
  const [state, ...more] = configurations.at(config).states.filter((s) => s !== 0);
  if (state === undefined || more.length || states[state].kind !== "atomic") return null;
  const { name } = states[state];
  const acts = doc.reactions.some((r) => [name, ALWAYS].some((s) => (own(r.in, s) ?? "ignored") !== "ignored"));
  return acts ? null : { text: `It ends there: make ${name} final`, edit: { kind: "final", state: name } };
}

const holds = (program: Program, config: number): boolean =>
  program.configurations.at(config).states.some((s) => (program.focus[s]?.within ?? DOCUMENT) !== DOCUMENT);

/** For each situation, whether one that satisfies `goal` can be reached by edges of the given kinds. */
function reachesBackwards(explorer: Explorer, goal: (index: number) => boolean, kinds: readonly number[]): Uint8Array {
  const { edges, situations } = explorer;
  const n = situations.length;
  const start = new Uint32Array(n + 1);
  for (let e = 0; e < edges.length; e += 3) if (kinds.includes(edges[e + 2])) start[edges[e + 1] + 1]++;
  for (let i = 0; i < n; i++) start[i + 1] += start[i];
  const sources = new Uint32Array(start[n]);
  const at = start.slice();
  for (let e = 0; e < edges.length; e += 3) {
    if (kinds.includes(edges[e + 2])) sources[at[edges[e + 1]]++] = edges[e];
  }
  const reached = new Uint8Array(n);
  const queue: number[] = [];
  for (let i = 0; i < n; i++) {
    if (!goal(i)) continue;
    reached[i] = 1;
    queue.push(i);
  }
  for (let i = queue.pop(); i !== undefined; i = queue.pop()) {
    for (let k = start[i]; k < start[i + 1]; k++) {
      if (reached[sources[k]]) continue;
      reached[sources[k]] = 1;
      queue.push(sources[k]);
    }
  }
  return reached;
}
