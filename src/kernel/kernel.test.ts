/** The kernel by itself, on behaviours that are plain data, with the smallest host there can be. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  type Action,
  complete,
  type Evaluate,
  endChart,
  Fault,
  type Focusing,
  fitted,
  flatten,
  keyOf,
  matches,
  presenceAfter,
  type Row,
  type Run,
  type StateIndex,
  type StateNode,
  select,
  settleFocus,
  startChart,
  take,
  type Value,
} from ".";

type Node = StateNode<Action[]>;
interface Way {
  when?: () => boolean;
  to?: string[];
  internal?: boolean;
  actions?: Action[];
}

/** A host that only writes down what happens. */
class Notes implements Run {
  readonly states;
  readonly said: string[] = [];
  readonly internal: string[] = [];
  readonly external: string[] = [];
  readonly automaticRows: Row[] = [];
  active: Set<StateIndex> | null = null;
  history: Run["history"] = new Map();
  event = "";
  done = false;
  stopping = false;
  private now: ReadonlySet<StateIndex> = new Set([0]);
  private steps = 0;
  private readonly listening = new Map<string, Row[]>();

  constructor(nodes: Node[], rows: Record<string, Record<string, Way[] | "ignored">> = {}, initial?: string) {
    const { states, withActions } = flatten<Action[]>({ name: "root", states: nodes, initial });
    this.states = states;
    withActions((list) => list ?? []);
    const at = (name: string): StateIndex => states.find((s) => s.name === name)!.index;
    for (const [event, cells] of Object.entries(rows)) {
      const row: Row = {
        cells: states.map((s) => {
          const ways = cells[s.name];
          if (!ways) return null;
          const branches = ways === "ignored" ? [] : ways;
          return {
            ignored: ways === "ignored",
            branches: branches.map((w) => ({
              guard: w.when ?? null,
              targets: (w.to ?? []).map(at),
              internal: w.internal ?? false,
              actions: w.actions ?? [],
            })),
          };
        }),
      };
      if (event === "automatic") this.automaticRows.push(row);
      else this.listening.set(event, [row]);
    }
    startChart(this);
    complete(this);
  }
  send(event: string): string {
    this.event = event;
    take(this, select(this, this.rowsFor(event)));
    complete(this);
    return this.names();
  }
  names(): string {
    return [...this.now]
      .sort((a, b) => a - b)
      .slice(1)
      .map((s) => this.states[s].name)
      .join(" ");
  }
  leaves = () => [...this.now].filter((s) => this.states[s].atomic).sort((a, b) => a - b);
  current = () => this.now;
  commit(active: ReadonlySet<StateIndex>): void {
    this.now = new Set(active);
  }
  rowsFor = (event: string) => [...this.listening].flatMap(([d, rows]) => (matches(d, event) ? rows : []));
  attempt(evaluate: Evaluate): Value | undefined {
    try {
      return (evaluate as () => Value)();
    } catch {
      this.failed("guard");
      return undefined;
    }
  }
  act(action: Action): void {
    this.said.push(action.do);
  }
  failed(why: string): void {
    this.said.push(`failed ${why}`);
    this.internal.push("error.execution");
  }
  leave(s: StateIndex): void {
    this.said.push(`-${this.states[s].name}`);
  }
  enter(s: StateIndex): void {
    this.said.push(`+${this.states[s].name}`);
  }
  risen = () => [];
  goesOn = () => ++this.steps < 50;
  end(): void {
    this.said.push("end");
  }
}

const region = (name: string, ...inner: string[]): Node => ({ name, states: inner.map((n) => ({ name: n })) });

describe("selection and transitions", () => {
  it("the inner state decides, and ignored is a decision", () => {
    const run = new Notes([region("a", "x", "y"), { name: "b" }], {
      go: { a: [{ to: ["b"] }], x: "ignored" },
      inner: { x: [{ to: ["y"] }] },
    });
    expect([run.names(), run.send("go"), run.send("inner"), run.send("go")]).toEqual(["a x", "a x", "a y", "b"]);
  });
  it("leaves inner before outer and enters outer before inner, actions between", () => {
    const run = new Notes([region("a", "x"), region("b", "y")], {
      go: { a: [{ to: ["b"], actions: [{ do: "log" }] }] },
    });
    run.said.length = 0;
    run.send("go");
    expect(run.said).toEqual(["-x", "-a", "log", "+b", "+y"]);
  });
  it("in regions each decides; of two that would leave the same, the inner and then the earlier", () => {
    const both: Node = { name: "p", kind: "parallel", states: [region("l", "l1", "l2"), region("r", "r1", "r2")] };
    const run = new Notes([both, { name: "out" }], {
      step: { l1: [{ to: ["l2"] }], r1: [{ to: ["r2"] }] },
      leave: { l2: [{ to: ["out"] }], r2: [{ to: ["r1"] }] },
    });
    expect([run.send("step"), run.send("leave")]).toEqual(["p l l2 r r2", "out"]);
  });
  it("what several regions leave to a state around them is done once", () => {
    const both: Node = { name: "p", kind: "parallel", states: [region("l", "l1"), region("r", "r1")] };
    const run = new Notes([both], { say: { p: [{ actions: [{ do: "log" }] }] } });
    run.said.length = 0;
    run.send("say");
    expect(run.said).toEqual(["log"]);
  });
  it("histories bring back what was active, shallow or deep, and lead by default before", () => {
    const deep: Node = {
      name: "a",
      states: [region("m", "x", "y"), { name: "h", kind: "deep history", initial: "y" }],
    };
    const run = new Notes([{ name: "off" }, deep], {
      on: { off: [{ to: ["h"] }] },
      off: { a: [{ to: ["off"] }] },
      flip: { y: [{ to: ["x"] }] },
    });
    expect([run.send("on"), run.send("flip"), run.send("off"), run.send("on")]).toEqual([
      "a m y",
      "a m x",
      "off",
      "a m x",
    ]);
  });
  it("a target deep in one region enters the others as they begin", () => {
    const both: Node = { name: "p", kind: "parallel", states: [region("l", "l1", "l2"), region("r", "r1", "r2")] };
    const run = new Notes([{ name: "off" }, both], { go: { off: [{ to: ["l2"] }] } });
    expect(run.send("go")).toBe("p l l2 r r1");
  });
  it("what is done on a default way is done on that way alone", () => {
    const inner: Node = {
      name: "a",
      initial: "x",
      initialActions: [{ do: "log" }],
      states: [
        { name: "x" },
        { name: "y" },
        { name: "h", kind: "history", initial: "y", initialActions: [{ do: "announce" }] },
      ],
    };
    const ways = { whole: { off: [{ to: ["a"] }] }, to: { off: [{ to: ["y"] }] }, back: { off: [{ to: ["h"] }] } };
    const said = (...events: string[]): string[] => {
      const run = new Notes([{ name: "off" }, inner], { ...ways, off: { a: [{ to: ["off"] }] } });
      run.said.length = 0;
      for (const e of events) run.send(e);
      return run.said.filter((w) => !/^[+-]/.test(w));
    };
    expect([said("whole"), said("to"), said("back"), said("whole", "off", "back")]).toEqual([
      ["log"],
      [],
      ["announce"],
      ["log"],
    ]);
  });
  it("histories that lead to one another by default come to an end", () => {
    const round: Node = {
      name: "a",
      states: [
        { name: "x" },
        { name: "h", kind: "history", initial: "k" },
        { name: "k", kind: "history", initial: "h" },
      ],
    };
    const run = new Notes([{ name: "off" }, round], { go: { off: [{ to: ["h"] }] } });
    expect(run.send("go")).not.toContain("x");
  });
  it("an internal transition does not leave its own state", () => {
    const run = new Notes([region("a", "x", "y")], {
      in: { a: [{ to: ["y"], internal: true }] },
      ex: { a: [{ to: ["x"] }] },
    });
    run.said.length = 0;
    run.send("in");
    run.send("ex");
    expect(run.said).toEqual(["-x", "+y", "-y", "-a", "+a", "+x"]);
  });
});

describe("run to completion", () => {
  it("raised events come before all else, by the beginnings of their names", () => {
    const run = new Notes([{ name: "a" }, { name: "b" }, { name: "c" }], {
      go: { a: [{ to: ["b"], actions: [{ do: "raise", event: "saved.ok" }] }] },
      saved: { b: [{ to: ["c"] }] },
    });
    expect(run.send("go")).toBe("c");
  });
  it("final states say that what is around them is done, and one at the top ends all", () => {
    const inner: Node = { name: "a", states: [{ name: "x" }, { name: "f", kind: "final" }] };
    const run = new Notes([inner, { name: "end", kind: "final" }], {
      go: { x: [{ to: ["f"] }] },
      "done.state.a": { a: [{ to: ["end"] }] },
    });
    expect([run.send("go"), run.done, run.said.at(-1)]).toEqual(["end", true, "end"]);
  });
  it("regions around are done when each has come to its end, not before", () => {
    const ending = (name: string): Node => ({
      name,
      states: [{ name: `${name}1` }, { name: `${name}f`, kind: "final" }],
    });
    const both: Node = { name: "p", kind: "parallel", states: [ending("l"), ending("r")] };
    const run = new Notes([both, { name: "out" }], {
      left: { l1: [{ to: ["lf"] }] },
      right: { r1: [{ to: ["rf"] }] },
      "done.state.p": { p: [{ to: ["out"] }] },
    });
    expect([run.send("left"), run.send("right")]).toEqual(["p l lf r r1", "out"]);
  });
  it("what goes on by itself goes before what was raised, and all of it", () => {
    const run = new Notes([{ name: "a" }, { name: "b" }, { name: "c" }, { name: "d" }, { name: "wrong" }], {
      go: { a: [{ to: ["b"], actions: [{ do: "raise", event: "e" }] }] },
      automatic: { b: [{ to: ["c"] }], c: [{ to: ["d"] }] },
      e: { b: [{ to: ["wrong"] }], c: [{ to: ["wrong"] }] },
    });
    expect(run.send("go")).toBe("d");
  });
  it("nothing is left on its way at the end", () => {
    const run = new Notes([{ name: "a", exit: [{ do: "raise", event: "late" }] }]);
    run.external.push("later");
    endChart(run);
    expect([run.internal, run.external]).toEqual([[], []]);
  });
  it("automatic reactions go on as long as they hold, and endless ones are cut", () => {
    const run = new Notes([{ name: "a" }, { name: "b" }], { automatic: { a: [{ to: ["b"] }], b: [{ to: ["a"] }] } });
    expect(["a", "b"]).toContain(run.names());
  });
  it("runs the exit actions of all that is active at the end", () => {
    const run = new Notes([{ name: "a", exit: [{ do: "log" }], states: [{ name: "x", exit: [{ do: "announce" }] }] }]);
    run.said.length = 0;
    endChart(run);
    expect(run.said).toEqual(["announce", "log", "end"]);
  });
});

describe("actions", () => {
  it("a block that fails leaves out the rest of it alone; the event goes on", () => {
    const actions: Action[] = [
      { do: "block", actions: [{ do: "log" }, { do: "fail", why: "no" }, { do: "focus" }] },
      {
        do: "if",
        branches: [
          { when: () => false, actions: [{ do: "send" }] },
          // What is no answer is no yes.
          { when: () => 1, actions: [{ do: "request" }] },
          { when: null, actions: [{ do: "stop" }] },
        ],
      },
      { do: "announce" },
    ];
    const run = new Notes([{ name: "a" }], {
      go: { a: [{ actions }] },
      "error.execution": { a: [{ actions: [{ do: "cancel" }] }] },
    });
    run.said.length = 0;
    run.send("go");
    expect([run.said, run.stopping]).toEqual([["log", "failed no", "announce", "cancel"], true]);
  });
  it("a condition that fails is false, and an error", () => {
    const when = (): boolean => {
      throw new Fault("x");
    };
    const run = new Notes([{ name: "a" }, { name: "b" }, { name: "c" }], {
      go: { a: [{ when, to: ["b"] }] },
      "error.*": { a: [{ to: ["c"] }] },
    });
    expect(run.send("go")).toBe("c");
  });
});

describe("data", () => {
  it("whole numbers stay in their range, texts are texts, and one of several is one of them", () => {
    const value = fc.oneof(fc.double(), fc.string(), fc.boolean(), fc.integer());
    fc.assert(
      fc.property(value, (v) => {
        const n = fitted({ type: "integer", min: -3, max: 5 }, v) as number;
        expect(Number.isInteger(n) && n >= -3 && n <= 5).toBe(true);
        expect(fitted({ type: "text" }, v)).toBe(String(v));
        expect(["p", undefined]).toContain(fitted({ type: "one of", values: ["p"] }, v));
      }),
    );
    expect(() => fitted({ type: "text" }, "x".repeat(10_001))).toThrow(Fault);
  });
});

describe("names and keys", () => {
  it.each([
    ["saved", "saved.ok", true],
    ["saved.*", "saved", true],
    ["sav", "saved", false],
    ["*", "x", true],
    ["a.b", "a", false],
  ])("%s hears %s: %s", (descriptor, event, hears) => expect(matches(descriptor, event)).toBe(hears));
  it("modifiers in a fixed order, the space bar by its name, none alone", () => {
    const plain = { ctrlKey: false, altKey: false, shiftKey: false, metaKey: false };
    expect(keyOf({ ...plain, key: " " })).toBe("Space");
    expect(keyOf({ ...plain, key: "K", shiftKey: true, ctrlKey: true })).toBe("Ctrl+Shift+K");
    expect(keyOf({ ...plain, key: "Tab", shiftKey: true, altKey: true })).toBe("Alt+Shift+Tab");
    expect(keyOf({ ...plain, key: "Shift", shiftKey: true })).toBeNull();
  });
});

describe("presence", () => {
  it.each([
    ["shown", "display", "none", "not displayed"],
    ["not displayed", "display", "flex", "shown"],
    ["hidden", "display", "flex", "hidden"],
    ["shown", "visibility", "collapse", "hidden"],
    ["hidden", "visibility", "inherit", "shown"],
    ["not displayed", "visibility", "hidden", "not displayed"],
    ["transparent", "color", "red", "transparent"],
  ] as const)("%s and %s: %s is %s", (as, property, value, then) =>
    expect(presenceAfter(as, property, value)).toBe(then),
  );
});

describe("the focus", () => {
  /** Elements are numbers; 10 holds 11 to 13. */
  const asked = (over: Partial<Focusing<number>> = {}) => {
    const moves: (number | null)[] = [];
    const refused: (number | null)[] = [];
    let now: number | null = 1;
    const f: Focusing<number> = {
      get focused() {
        return now;
      },
      back: undefined,
      unheld: false,
      holder: () => null,
      canFocus: (p) => p !== 10 && p !== 13,
      contains: (outer, inner) => outer === 10 && inner > 10 && inner < 14,
      stops: (within) => (within === 10 ? [11, 12] : [1, 2, 11, 12]),
      among: () => [11, 12],
      move: (to) => {
        now = to;
        moves.push(to);
      },
      refused: (p) => void refused.push(p),
      ...over,
    };
    return { f, moves, refused };
  };
  it("goes where it is asked to, in order, and says what could not have it", () => {
    const { f, moves, refused } = asked();
    settleFocus(f, [
      { kind: "part", part: 13 },
      { kind: "last", part: 10 },
      { kind: "next", part: 10 },
      { kind: "previous", part: null },
    ]);
    expect([moves, refused]).toEqual([[12, 11, 2], [13]]);
  });
  it("is held, remembered, and given back", () => {
    const { f, moves } = asked({ holder: () => 10 });
    settleFocus(f, []);
    expect([moves, f.back]).toEqual([[11], 1]);
    settleFocus(f, []);
    f.holder = () => null;
    settleFocus(f, [{ kind: "back" }]);
    expect([moves, f.back]).toEqual([[11, 1], undefined]);
  });
  it("is lost by what can no longer have it", () => {
    const { f, moves } = asked({ canFocus: () => false });
    settleFocus(f, []);
    expect(moves).toEqual([null]);
  });
});
