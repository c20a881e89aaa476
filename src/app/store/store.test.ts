import { beforeEach, describe, expect, it } from "vitest";
import { setReaction } from "../../core/model";
import { atRest } from "../../core/run";
import { stateText } from "../../core/surface";
import { bubblingDialog } from "../../core/testing";
import { useDocument } from "./document";
import { openProgram, programOf } from "./program";
import { frameOf, momentOf, sessionOf, useRun } from "./run";

const doc = bubblingDialog();
const edit = (label: string, row: number, to: string): void =>
  useDocument.getState().edit(label, (d) => setReaction(d, row, "open", { branches: [{ to }] }));
const state = (): string => {
  const run = useRun.getState();
  const moment = momentOf(run)!;
  return stateText(run.session!.program, moment);
};

beforeEach(() => {
  useDocument.getState().close();
  useDocument.getState().open("id", doc, {});
});

describe("the open document", () => {
  it("undoes and redoes edit by edit, and forgets what was undone when something new is done", () => {
    edit("one", 1, "open");
    edit("two", 2, "open");
    const { undo, redo } = useDocument.getState();
    undo();
    undo();
    expect(useDocument.getState().doc).toBe(doc);
    undo();
    redo();
    expect(useDocument.getState().past.map((p) => p.label)).toEqual(["one"]);
    edit("three", 3, "open");
    expect(useDocument.getState().future).toEqual([]);
  });
  it("does not count an edit that changes nothing", () => {
    useDocument.getState().edit("nothing", (d) => d);
    expect(useDocument.getState().past).toEqual([]);
  });
  it("cannot be changed while another tab has it", () => {
    useDocument.setState({ writable: false });
    edit("one", 1, "open");
    useDocument.getState().undo();
    expect(useDocument.getState().doc).toBe(doc);
  });
  it("keeps texts that are not in force beside it", () => {
    const { setDraft } = useDocument.getState();
    setDraft("a", "half");
    setDraft("b", "x");
    setDraft("b", null);
    expect(useDocument.getState().drafts).toEqual({ a: "half" });
    const { drafts } = useDocument.getState();
    setDraft("none", null);
    expect(useDocument.getState().drafts).toBe(drafts);
  });
});

describe("the run", () => {
  it("starts with the document, goes on with the clock, and rests when nothing is due", () => {
    expect(state()).toBe("closed");
    const { tick } = useRun.getState();
    let turns = 0;
    while (tick(100) && turns < 50) turns++;
    expect(turns).toBeLessThan(12);
    const { end } = useRun.getState().session!;
    useRun.getState().act({ click: "trigger" });
    expect(state()).toBe("open");
    expect(tick(16.4)).toBe(true);
    expect(useRun.getState().session!.end).toBeGreaterThan(end);
  });

  it("stands at whole ms, whatever the screen's frames are, and loses none", () => {
    for (let i = 0; i < 30; i++) useRun.getState().tick(16.67);
    const { end } = useRun.getState().session!;
    expect(Number.isInteger(end)).toBe(true);
    expect(Math.abs(end - 30 * 16.67)).toBeLessThanOrEqual(1);
  });

  it("turned back, shows that instant; doing something goes on from there", () => {
    const { act, tick, seek } = useRun.getState();
    act({ click: "trigger" });
    tick(100);
    act({ press: "Escape" });
    tick(100);
    expect(state()).toBe("closed");
    seek(50);
    expect(state()).toBe("open");
    expect(frameOf(useRun.getState())!.step.cause.kind).toBe("click");
    act({ click: "body" });
    expect(useRun.getState().session!.frames.map((f) => f.step.at)).toEqual([0, 0, 50]);
    expect(useRun.getState().instant).toBeNull();
  });

  it("steps to the change before and after, and on to what is due", () => {
    const { act, tick, toChange, seek } = useRun.getState();
    tick(40);
    act({ click: "trigger" });
    tick(60);
    toChange(-1);
    expect(useRun.getState().instant).toBe(40);
    toChange(-1);
    expect(useRun.getState().instant).toBe(0);
    toChange(1);
    toChange(1);
    expect(useRun.getState().instant).toBe(useRun.getState().session!.end);
    seek(null);
    expect(useRun.getState()).toMatchObject({ instant: null, playing: true });
  });

  it("frozen, stays as the state is and does not react", () => {
    const { freeze, act, tick } = useRun.getState();
    freeze("open");
    expect(state()).toBe("open");
    act({ press: "Escape" });
    expect(tick(100)).toBe(false);
    expect(state()).toBe("open");
    freeze(null);
    expect(state()).toBe("closed");
    expect(atRest(openProgram()!, "open").timers).toEqual([]);
  });

  it("is replayed when the specification changes", () => {
    const { act, tick } = useRun.getState();
    act({ click: "trigger" });
    tick(80);
    act({ click: "body" });
    tick(80);
    expect(state()).toBe("closed");
    // Clicks inside no longer dismiss it: the same acts now leave it open.
    useDocument.getState().edit("mend", (d) => setReaction(d, 2, "open", "ignored"));
    expect(state()).toBe("open");
    useDocument.getState().undo();
    expect(state()).toBe("closed");
  });

  it("shows a scenario at an instant, or plays it from the start", () => {
    const scenario = { name: "s", steps: [{ do: { wait: 30 } }, { do: { click: "trigger" } }] };
    useRun.getState().show(scenario, 30);
    expect(state()).toBe("open");
    expect(useRun.getState()).toMatchObject({ showing: "s", playing: false });
    useRun.getState().show(scenario, null);
    expect(state()).toBe("closed");
    useRun.getState().setSpeed(0.25);
    useRun.getState().tick(80);
    expect(useRun.getState().instant).toBe(20);
    useRun.getState().setSpeed(1);
    while (useRun.getState().tick(100));
    expect(useRun.getState().playing).toBe(false);
    expect(state()).toBe("open");
    useRun.getState().restart();
    expect(useRun.getState().showing).toBeNull();
  });
});

describe("runs beside the run", () => {
  const run = () => useRun.getState();
  const names = (): string =>
    run()
      .session!.frames.map((f) => (f.stimulus ? Object.values(f.stimulus)[0] : "-"))
      .join();
  beforeEach(() => {
    run().act({ click: "trigger" });
    run().tick(100);
    run().act({ click: "close" });
    run().tick(100);
  });

  it("are kept when something else is done from an instant of the past, and can be gone back to", () => {
    const before = names();
    run().seek(50);
    run().act({ press: "Escape" });
    expect(run().kept.map((k) => k.id)).toEqual([1]);
    expect(run().run).toBe(2);
    expect(names()).toBe("-,trigger,Escape");
    run().toRun(1);
    expect(names()).toBe(before);
    expect(run().kept.map((k) => k.id)).toEqual([2]);
    expect(run().playing).toBe(false);
  });
  it("are not made by going on from the end, nor by a past in which nothing came after", () => {
    run().act({ press: "Tab" });
    run().seek(run().session!.end);
    run().act({ press: "Tab" });
    expect(run().kept).toEqual([]);
  });
  it("are closed with their pins; closing the one that is shown shows another", () => {
    run().pin(20);
    run().seek(50);
    run().act({ press: "Escape" });
    run().pin();
    expect(run().pins).toMatchObject({ a: { run: 1, at: 20 }, b: { run: 2 } });
    run().closeRun(2);
    expect(run().run).toBe(1);
    expect(run().pins.b).toBeNull();
    run().closeRun(1);
    expect(run().session).not.toBeNull();
  });
  it("compile a document once", () => {
    const program = openProgram()!;
    // Whatever else is compiled in the meantime: the run goes on with it.
    for (let i = 0; i < 20; i++) programOf({ ...program.doc });
    expect(programOf(program.doc)).toBe(program);
    expect(openProgram()).toBe(program);
  });
  it("go by the specification as it is now, the kept ones too", () => {
    run().seek(50);
    run().act({ press: "Escape" });
    edit("stay open", 1, "open");
    edit("the backdrop too", 2, "open");
    const kept = sessionOf(run(), 1)!;
    expect(kept.program).toBe(openProgram());
    expect(kept.frames.map((f) => stateText(kept.program, f.state))).toEqual(["closed", "open", "open"]);
    expect(sessionOf(run(), 9)).toBeNull();
  });
  it("stay stopped where one stopped them, whatever is done", () => {
    run().setPlaying(false);
    run().act({ press: "Escape" });
    expect(run().playing).toBe(false);
    expect(run().tick(50)).toBe(false);
    run().setPlaying(true);
    expect(run().instant).toBeNull();
    run().seek(30);
    run().act({ press: "Tab" });
    expect(run().playing).toBe(true);
  });
  it("have two pins: the first free one, then the second anew; a stretch sets both in order", () => {
    run().pin(10);
    run().pin(40);
    run().pin(30);
    expect([run().pins.a?.at, run().pins.b?.at]).toEqual([10, 30]);
    run().unpin("a");
    expect([run().pins.a?.at, run().pins.b]).toEqual([30, null]);
    run().pinSpan(90, 15);
    expect([run().pins.a?.at, run().pins.b?.at]).toEqual([15, 90]);
  });
});
