/** From which situations something can be reached whatever the timing: by somebody's act, or by waiting whatever comes first. */
import { type Explorer, TIME } from "../exploring/explore";
import type { Asked } from "./condition";

/** @returns by situation: 1 where it can be reached from every one of its timings */
export function canAlwaysReach(explorer: Explorer, goal: Asked): Uint8Array {
  const { edges, situations } = explorer;
  const n = situations.length;
  const reached = new Uint8Array(n);
  /** How many of the things that may come first lead elsewhere. */
  const astray = new Uint32Array(n);
  const into: number[][] = Array.from({ length: n }, () => []);
  for (let e = 0; e < edges.length; e += 3) {
    into[edges[e + 1]].push(e);
    if (edges[e + 2] === TIME) astray[edges[e]]++;
  }
  const queue: number[] = [];
  const add = (i: number): void => {
    if (reached[i]) return;
    reached[i] = 1;
    queue.push(i);
  };
  for (const s of situations) if (goal(s.state)) add(s.index);
  for (let i = queue.pop(); i !== undefined; i = queue.pop())
    for (const e of into[i]) {
      const from = edges[e];
      if (edges[e + 2] !== TIME || --astray[from] === 0) add(from);
    }
  return reached;
}
