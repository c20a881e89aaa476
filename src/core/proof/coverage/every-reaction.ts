/** Runs that take every reaction: a search that has no rule to ask, and ends with the last of them. */
import type { Component, Scenario } from "../../model";
import { compile } from "../../program";
import { type Bounds, Explorer, type Visitor } from "../exploring/explore";
import { Counts } from "../rules/reactions";
import { CoverageCounter, scenariosFor } from "./coverage";

export interface EveryReaction {
  offered: Scenario[];
  /** False when it was not gone on to the end, and some reaction was never taken by then. */
  complete: boolean;
  /** Situations that were seen. */
  situations: number;
}

/** So many are gone on from in the order in which they come: the runs of most specifications are the shortest. */
const PLAIN = 2000;
/** From so many more without a reaction that was not taken before no other is expected. */
const PATIENCE = 4000;

/** Situations between two looks at whether all are taken. */
const OFTEN = 20;

/** Yields the number of situations seen so far. The runs are those that a proof offers where no scenario takes any. */
export function* everyReaction(doc: Component, bounds: Bounds): Generator<number, EveryReaction> {
  const program = compile(doc);
  const counts = new Counts(program);
  const taking: Visitor = {
    move(from, move, step) {
      if (step) counts.add(step, { from, move });
    },
  };
  const all = doc.reactions
    .flatMap((row) => Object.values(row.in))
    .reduce((n, cell) => n + (cell === "ignored" ? 0 : cell.branches.length), 0);
  const explorer = new Explorer(program, [taking], bounds);
  counts.add(explorer.first);
  let [gone, last, given] = [0, 0, false];
  let taken = 0;
  for (const seen of explorer.run(OFTEN, PLAIN)) {
    gone += OFTEN;
    if (counts.taken.size > taken) [taken, last] = [counts.taken.size, gone];
    given = gone - Math.max(last, PLAIN) > PATIENCE;
    if (taken >= all || given) break;
    yield seen;
  }
  const branches = [...counts.taken.keys()];
  const counter = new CoverageCounter(program, { states: [], branches });
  const offered = scenariosFor(program, counter, branches, (branch) => {
    const way = counts.first.get(branch);
    return way ? explorer.pathTo(way.from, way.move) : null;
  });
  const complete = (explorer.complete && !given) || branches.length >= all;
  return { offered, complete, situations: explorer.situations.length };
}
