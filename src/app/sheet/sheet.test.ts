import { describe, expect, it } from "vitest";
import { compile } from "../../core/program";
import { proveNow } from "../../core/proof";
import { box, bubblingDialog, button, component } from "../../core/testing";
import { arcsOf, curve, heightOf, pairsOf } from "./grid/arcs";
import { cellText, cleared, draftKey, kindOf, typed } from "./grid/cells";
import { draftsOf } from "./grid/drafts";
import { bandsOf, between, buildGrid, everything, type Grid, isCell, step, type View } from "./grid/grid";
import { pastedWhole } from "./grid/paste";
import { standingOf } from "./grid/standing";
import { idFrom, idOf, idText, placeOf } from "./selection";

const doc = bubblingDialog();
const grid = buildGrid(doc);
const row = (g: Grid, id: string) => g.rows.find((r) => r.id === id || (r.section === "event" && r.label === id))!;
const column = (g: Grid, id: string) => g.columns.find((c) => c.id === id)!;
const type = (r: string, c: string, text: string) => typed(doc, row(grid, r), column(grid, c), text);
const changed = (r: string, c: string, text: string) => {
  const change = type(r, c, text);
  if (!change.ok) throw new Error(change.message);
  return change.change(doc);
};

describe("the grid", () => {
  it("has a column a state, outer ones before what is inside, and rows for parts, focus and events", () => {
    const nested = buildGrid(
      component({ parts: [button("b")], states: [{ name: "on", states: [{ name: "low" }] }, { name: "off" }] }),
    );
    expect(nested.columns.map((c) => c.id)).toEqual(["", "always", "on", "low", "off", "+"]);
    expect(grid.rows.map((r) => r.section)).toEqual([
      "state",
      "look",
      "look",
      "add-look",
      "focus",
      "event",
      "event",
      "event",
      "event",
      "add-event",
    ]);
  });
  it("arrows skip what is no cell and stay at the edge", () => {
    const corner = { row: 0, column: 2 };
    expect(step(grid, corner, 0, -1)).toEqual(corner);
    expect(step(grid, { row: 1, column: 2 }, -1, 0)).toEqual(corner);
    expect(step(grid, { row: 2, column: 3 }, 1, 0)).toEqual({ row: 4, column: 3 });
    expect(isCell(grid, { row: 3, column: 0 })).toBe(true);
    // Below “+ state” there is nothing, nor in the last row but “+ event”: the nearest cell is next.
    const last = grid.columns.length - 1;
    expect(step(grid, { row: 0, column: last }, 1, 0)).toEqual({ row: 1, column: last - 1 });
    expect(step(grid, { row: grid.rows.length - 2, column: 3 }, 1, 0)).toEqual({
      row: grid.rows.length - 1,
      column: 0,
    });
    expect(between({ row: 2, column: 3 }, { row: 1, column: 2 }).flat()).toHaveLength(4);
  });
  it("a selection finds its cell again, also after rows moved or went", () => {
    const id = idOf(grid, { row: 5, column: 3 });
    expect(placeOf(grid, idFrom(idText(id))!)).toEqual({ row: 5, column: 3 });
    expect(placeOf(grid, { section: "event", row: 99, column: "gone" })).toEqual({ row: 8, column: 3 });
    expect(placeOf(grid, { section: "state", row: 0, column: "" })).toEqual({ row: 0, column: 2 });
  });
});

describe("cells", () => {
  it("show their notation and take it", () => {
    expect(cellText(doc, row(grid, "click close"), column(grid, "open"))).toBe("closed");
    expect(changed("click close", "closed", "ignored").reactions[1].in.closed).toBe("ignored");
    expect(changed("look trigger", "open", "shown; disabled").looks[0].in.open).toEqual({
      as: "shown",
      disabled: true,
    });
    expect(changed("focus", "open", "held in dialog").focus.open).toEqual({ within: "dialog" });
    expect(changed("click close", "open", " ").reactions[1].in).toEqual({});
  });
  it("headers rename, add and change", () => {
    expect(changed("state", "open", "shown").states[1].name).toBe("shown");
    expect(changed("state", "+", "half").states.map((s) => s.name)).toEqual(["closed", "open", "half"]);
    expect(changed("look trigger", "", "opener").parts[0].name).toBe("opener");
    expect(changed("add-look", "", "body").looks.at(-1)).toEqual({ part: "body", in: {} });
    expect(changed("add-event", "", "click outside dialog").reactions.at(-1)!.event).toMatchObject({
      scope: "outside",
    });
    expect(changed("click backdrop", "", "click exactly backdrop").reactions[2].in.open).toBeDefined();
    expect(changed("click backdrop", "", "after").reactions[2].in).toEqual({});
  });
  it("refuse what is wrong and change nothing", () => {
    for (const [r, c, text] of [
      ["state", "open", "closed"],
      ["state", "+", "1st"],
      ["state", "open", "always"],
      ["add-look", "", "nobody"],
      ["add-look", "", "trigger"],
      ["click close", "open", "ajar"],
    ]) {
      expect(type(r, c, text)).toMatchObject({ ok: false, message: expect.any(String) });
    }
  });
  it("Delete leaves a cell undecided, and takes a header's row or column away", () => {
    const without = (r: string, c: string) => cleared(row(grid, r), column(grid, c))!.change(doc);
    expect(without("click close", "open").reactions[1].in).toEqual({});
    expect(without("click close", "").reactions).toHaveLength(3);
    expect(without("state", "open").states).toHaveLength(1);
    expect(without("look backdrop", "").looks).toHaveLength(1);
    expect(cleared(row(grid, "focus"), column(grid, ""))).toBeNull();
  });
  it("have an editor of their kind, and drafts of their own", () => {
    expect(kindOf(doc, row(grid, "focus"), column(grid, "open"))).toBe("focus");
    expect(kindOf(doc, row(grid, "add-look"), column(grid, ""))).toBe("part");
    expect(new Set(grid.rows.flatMap((r) => grid.columns.map((c) => draftKey(r, c)))).size).toBe(
      grid.rows.length * grid.columns.length,
    );
  });
});

describe("what a cell says for itself", () => {
  const undecidedDoc = bubblingDialog({
    reactions: {
      "click trigger": { closed: "open" },
      "press Escape": { open: "closed" },
      "click backdrop": { always: "closed" },
    },
  });
  const g = buildGrid(undecidedDoc);
  const program = compile(undecidedDoc);
  const proof = proveNow(undecidedDoc);
  const kind = (r: string, c: string, current = true) =>
    standingOf(undecidedDoc, program, proof, current, row(g, r), column(g, c));
  it("undecided where the event arrives, cannot reach where not, nothing while the proof is older", () => {
    expect(kind("press Escape", "closed").kind).toBe("undecided");
    expect(kind("click trigger", "open").kind).toBe("cannot reach");
    expect(kind("press Escape", "closed", false).kind).toBe("none");
    expect(kind("click backdrop", "open")).toMatchObject({ kind: "inherited", inherited: "closed" });
  });
  it("marks what differs from the column before, and findings at their cell", () => {
    expect(kind("look trigger", "open").differs).toBe(true);
    expect(kind("look trigger", "closed").differs).toBe(false);
    expect(kind("click backdrop", "always").findings.map((f) => f.rule)).toContain("F3");
  });
});

describe("arcs", () => {
  it("join what leads from a state to another, and do not lie on each other", () => {
    const x: Record<string, number> = { a: 100, b: 250, c: 400 };
    const many = component({
      parts: [button("p"), box("q")],
      states: ["a", "b", "c"],
      reactions: {
        "click p": { a: "b", b: "c", c: "a" },
        "press Escape": { a: "b", b: "a" },
        after: { b: "200ms → c" },
      },
    });
    const arcs = arcsOf(pairsOf(many), (s) => x[s]);
    expect(arcs.map((a) => `${a.from}-${a.to} ${a.label}`).sort()).toEqual([
      "a-b p · Escape",
      "b-a Escape",
      "b-c 200ms",
      "b-c p",
      "c-a p",
    ]);
    for (const a of arcs) {
      for (const b of arcs) {
        if (a === b || a.level !== b.level) continue;
        const [a1, a2, b1, b2] = [
          Math.min(a.x1, a.x2),
          Math.max(a.x1, a.x2),
          Math.min(b.x1, b.x2),
          Math.max(b.x1, b.x2),
        ];
        expect(a2 <= b1 + 6 || b2 <= a1 + 6).toBe(true);
      }
    }
    expect(curve(arcs[0], heightOf(arcs)).labelY).toBeGreaterThan(0);
  });
});

describe("nested states and regions", () => {
  const ship = component({
    parts: [button("b"), box("p")],
    states: [
      { name: "off" },
      {
        name: "on",
        kind: "parallel",
        states: [
          { name: "sails", states: [{ name: "down" }, { name: "up" }] },
          { name: "flag", states: [{ name: "none" }, { name: "red" }, { name: "was", kind: "history" }] },
        ],
      },
      { name: "sunk", kind: "final" },
    ],
    looks: { p: { on: "inert", up: "shown" } },
    reactions: { "click b": { on: "off", off: "on" }, "press x": { sails: "ignored" } },
  });
  const at = buildGrid(ship);
  const index = (id: string): number => at.columns.findIndex((c) => c.id === id);

  it("have bands over their columns, a line a depth", () => {
    const bands = bandsOf(at).map((line) => line.map((b) => [b.name, b.regions, b.region, b.from, b.to]));
    expect(bands).toEqual([
      [["on", true, false, index("on"), index("was")]],
      [
        ["sails", false, true, index("sails"), index("up")],
        ["flag", false, true, index("flag"), index("was")],
      ],
    ]);
  });
  it("an inner column shows what an outer one says, until it says something itself", () => {
    const program = compile(ship);
    const stands = (r: string, c: string) => {
      const { kind, inherited } = standingOf(ship, program, null, false, row(at, r), at.columns[index(c)]);
      return [kind, inherited];
    };
    expect(stands("click b", "on")).toEqual(["said", ""]);
    expect(stands("click b", "down")).toEqual(["inherited", "off"]);
    expect(stands("press x", "up")).toEqual(["inherited", "ignored"]);
    expect(stands("look p", "down")).toEqual(["inherited", "inert"]);
    expect(stands("look p", "up")[0]).toBe("said");
  });
  it("nothing can be said of a history, and nothing happens in a final state", () => {
    const place = (r: string, c: string) => ({ row: at.rows.indexOf(row(at, r)), column: index(c) });
    expect(isCell(at, place("look p", "was"))).toBe(false);
    expect(isCell(at, place("click b", "sunk"))).toBe(false);
    expect(isCell(at, place("look p", "sunk"))).toBe(true);
  });
  it("kinds are typed before the name", () => {
    const change = typed(ship, at.rows[0], column(at, "off"), "final off");
    expect(change.ok && change.change(ship).states[0]).toEqual({ name: "off", kind: "final" });
    expect(typed(ship, at.rows[0], column(at, "off"), "parallel off")).toMatchObject({ ok: false });
    expect(typed(ship, at.rows[0], column(at, "on"), "final on")).toMatchObject({ ok: false });
    expect(cellText(ship, at.rows[0], column(at, "on"))).toBe("parallel on");
    const added = typed(ship, at.rows[0], column(at, "+"), "deep history back in sails");
    expect(added.ok && added.change(ship).states[1].states![0].states![2]).toEqual({
      name: "back",
      kind: "deep history",
    });
  });
  it("rows are filtered, sections folded, states put away, and entering and leaving shown", () => {
    const rows = (view: Partial<View>): string[] => buildGrid(ship, { ...everything, ...view }).rows.map((r) => r.id);
    expect(rows({ filter: "press" })).toEqual(["state", "add-look", "focus", "event 1", "add-event"]);
    expect(rows({ folded: ["event"] })).not.toContain("event 0");
    expect(rows({ lifecycle: true })).toContain("entry");
    const closed = buildGrid(ship, { ...everything, closed: ["sails"] });
    expect(closed.columns.map((c) => c.id)).not.toContain("down");
  });
});

describe("whole rows and columns", () => {
  const other = component({ parts: [button("trigger"), button("close")], states: ["closed", "open", "third"] });
  const paste = (target: string, lines: string[][]) => {
    const g = buildGrid(other);
    const r = g.rows.findIndex((x) => x.id === target);
    const c = target === "state" ? g.columns.length - 1 : 0;
    const problems: string[] = [];
    const next = pastedWhole(g, { row: r, column: c }, lines)!.change(other, problems);
    return { next, problems };
  };
  it("come from one component into another", () => {
    const { next, problems } = paste("add-event", [
      ["click trigger", "", "open", ""],
      ["press Escape", "", "ignored", "closed / focus trigger"],
      ["click nobody", "", "open"],
    ]);
    expect(next.reactions.map((r) => Object.keys(r.in))).toEqual([["closed"], ["closed", "open"]]);
    expect(problems).toEqual([expect.stringContaining('"nobody" is not a part')]);
  });
  it("a state with its column", () => {
    const made = paste("add-look", [["close", "", "inert"]]).next;
    const g = buildGrid(made);
    const lines = [["later"], ["hidden"], [""], ["→ close"]];
    const next = pastedWhole(g, { row: 0, column: g.columns.length - 1 }, lines)!.change(made, []);
    expect(next.looks[0].in).toEqual({ closed: { inert: true }, later: { as: "hidden" } });
    expect(next.focus.later).toEqual({ to: { part: "close" } });
  });
  it("single cells are not meant by it", () => {
    expect(pastedWhole(grid, { row: 1, column: 2 }, [["shown"]])).toBeNull();
  });
});

describe("several states at once", () => {
  it("are only taken where they can be entered together: what is typed can be read again", () => {
    const said = (text: string) => type("press Escape", "open", text);
    expect(said("→ open, closed")).toMatchObject({
      ok: false,
      message: expect.stringContaining("cannot be entered together"),
    });
    expect(said("→ closed, closed")).toMatchObject({ ok: false, message: "closed is here twice" });
    const two = component({
      parts: [button("b")],
      states: [
        {
          name: "both",
          kind: "parallel",
          states: [
            { name: "l", states: [{ name: "l1" }] },
            { name: "r", states: [{ name: "r1" }] },
          ],
        },
        { name: "off" },
      ],
      reactions: { "click b": { both: "off" } },
    });
    const at = buildGrid(two);
    const click = row(at, "click b");
    expect(typed(two, click, column(at, "off"), "→ l1, r1")).toMatchObject({ ok: true });
  });
});

describe("what is typed and not in force", () => {
  it("is listed with its place and why, as long as its cell is there", () => {
    const doc = component({ parts: [button("a")], states: ["one", "two"], reactions: { "click a": { one: "two" } } });
    const supports = (): boolean => true;
    const drafts = { "event click a|two": "thre", "look gone|one": "x", "event click a|one": "two / " };
    const list = draftsOf(doc, drafts, supports);
    expect(list.map((d) => [d.where, d.text])).toEqual([
      ["click a in one", "two / "],
      ["click a in two", "thre"],
    ]);
    expect(list[1].why).toContain('"thre" is not a state');
    expect(draftsOf(doc, {}, supports)).toEqual([]);
  });
});
