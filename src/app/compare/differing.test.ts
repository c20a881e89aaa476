import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readComponent } from "../../core/model";
import { compile } from "../../core/program";
import { act, atRest, openSession, runTo, stateAt } from "../../core/run";
import { differingRows } from "./differing";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const program = compile(read.doc);
const states = (...names: string[]) => names.map((n) => ({ program, state: atRest(program, n) }));
const marked = (marks: { part: string }[]): string[] => marks.map((m) => m.part);

describe("what differs", () => {
  it("is nothing between an instant and itself", () => {
    expect(differingRows(states("open", "open"))).toEqual({ rows: [], marks: [[], []] });
    expect(differingRows([])).toEqual({ rows: [], marks: [] });
  });
  it("is told fact by fact for all of them, in the order of the tree", () => {
    const { rows } = differingRows(states("closed", "open", "closing"));
    const row = rows.find((r) => r.part === "backdrop" && r.fact === "takes the pointer")!;
    expect(row.values).toEqual(["no", "yes", "no"]);
    expect(rows.find((r) => r.part === null && r.fact === "state")!.values).toEqual(["closed", "open", "closing"]);
    const order = rows.map((r) => (r.part === null ? -1 : program.partIndex.get(r.part)!));
    expect(order).toEqual(order.toSorted((a, b) => a - b));
  });
  it("points out the parts of which something is said, not those inside that follow", () => {
    const { rows, marks } = differingRows(states("closed", "open"));
    expect(marked(marks[1])).toEqual(["trigger", "backdrop", "dialog"]);
    expect(rows.find((r) => r.part === "title" && r.fact === "displayed")).toMatchObject({ follows: true });
  });
  it("points out what says something else, not what lies around it", () => {
    const opened = runTo(act(openSession(program), { click: "trigger" }), 400);
    const taken = runTo(act(opened, { click: "take" }), 1000);
    const { rows, marks } = differingRows([
      { program, state: stateAt(taken, 0) },
      { program, state: stateAt(taken, 1000) },
    ]);
    expect(marked(marks[1])).toContain("summary");
    expect(marked(marks[1])).not.toContain("page");
    expect(rows.find((r) => r.part === "page" && r.fact === "text")).toMatchObject({ follows: true });
    expect(rows.find((r) => r.part === null && r.fact === "sailing")!.values).toEqual(["09:40", "11:10"]);
  });
});
