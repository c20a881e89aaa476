/** A long day in one tab: whether the last stretch is as fast as the first, and whether memory comes back. */
import { dayIn, WHOLE } from "../e2e/fuzz/day";
import type { Stage } from "../e2e/stage";
import type { Row } from "./families";

export async function longDay(stage: Stage): Promise<Row[]> {
  const { stimulus, edit, undo, open, memory, nodes, broken } = await dayIn(stage);
  if (broken.length) throw new Error(broken.join("\n"));
  const pace = ([first, last]: readonly [number, number]): string =>
    `${first.toFixed(1)} ms, ${last.toFixed(1)} ms: ${(last / first).toFixed(2)}×`;
  return [
    [`${WHOLE.stimuli} stimuli in one tab, the first tenth and the last, each`, pace(stimulus), "1.5×"],
    [`${WHOLE.edits} edits typed into a cell, the first tenth and the last, each`, pace(edit), "1.5×"],
    ["all undone, the first tenth and the last, each", pace(undo), "1.5×"],
    [`${WHOLE.opened} components opened in turn, the first tenth and the last, each`, pace(open), "1.5×"],
    [
      "memory of the tab on the shelf, before all that and after",
      memory.map((m) => `${m.toFixed(0)} MB`).join(", "),
      "+30 MB",
    ],
    ["nodes of the tab on the shelf, before and after", nodes.map((n) => n.toLocaleString("en")).join(", "), ""],
  ];
}
