/** Animations by keyframes on the clock (CSS Animations 1): start, iterations, fill, what they leave, their end. */
import { describe, expect, it } from "vitest";
import { compile } from "../../program";
import { advance, nextDue, start, stimulate } from "../../run";
import { box, button, component, type Sketch } from "../../testing";
import { currentValue, stateText } from "..";

const toast = (animation: string, frames: string, more: Partial<Sketch> = {}) =>
  component({
    parts: [button("b"), box("t", [], { attributes: { class: "toast" } })],
    states: ["off", "on"],
    looks: { t: { on: ".show" } },
    reactions: { "click b": { off: "on", on: "off" }, "motion ended t": { on: "off" } },
    page: {
      width: 640,
      height: 480,
      css: `.toast { opacity: 0 } .toast.show { animation: ${animation} } @keyframes go { ${frames} }`,
    },
    ...more,
  });
const run = (doc: ReturnType<typeof toast>) => {
  const program = compile(doc);
  expect(program.problems).toEqual([]);
  const t = program.partIndex.get("t")!;
  const shown = stimulate(program, start(program).state, { click: "b" }).state;
  const opacity = (ms: number): number => Number(currentValue(program, advance(program, shown, ms), t, "opacity"));
  return { program, shown, opacity };
};

const rise = "from { opacity: 0 } to { opacity: 1 }";

describe("an animation", () => {
  it("is where its frames say, and ends with its event", () => {
    const { program, shown, opacity } = run(
      toast("go 1s linear", "0% { opacity: 0 } 20%, 80% { opacity: 1 } 100% { opacity: 0 }"),
    );
    expect([0, 100, 200, 500, 900].map(opacity)).toEqual([0, 0.5, 1, 1, expect.closeTo(0.5, 9)]);
    expect(nextDue(program, shown)).toBe(1000);
    expect(stateText(program, advance(program, shown, 1000))).toBe("off");
  });
  it("moves by frames alone, where no rule says anything of any element", () => {
    const { opacity } = run(
      toast("", "", {
        looks: { t: { on: "animation: go 1s linear" } },
        page: { width: 640, height: 480, css: `@keyframes go { ${rise} }` },
      }),
    );
    expect([0, 500].map(opacity)).toEqual([0, 0.5]);
  });
  it("does not show where a declaration is important, and ends all the same", () => {
    const doc = toast("go 1s linear", "from { opacity: 0 } to { opacity: 1 }");
    const beaten = { ...doc, page: { ...doc.page, css: `${doc.page.css} .toast.show { opacity: 0.7 !important }` } };
    const { program, shown, opacity } = run(beaten);
    expect([0, 500].map(opacity)).toEqual([0.7, 0.7]);
    expect(stateText(program, advance(program, shown, 1000))).toBe("off");
  });
  it("goes on beneath what is important only for a while", () => {
    const doc = toast("go 1s linear", rise);
    const css = `${doc.page.css} .toast.show:active { opacity: 0.7 !important } .toast:hover { opacity: 0.9 !important }`;
    const { program, shown } = run({ ...doc, page: { ...doc.page, css } });
    const t = program.partIndex.get("t")!;
    let now = advance(program, shown, 200);
    const at = (ms: number, stimulus: Parameters<typeof stimulate>[2]): number => {
      now = stimulate(program, advance(program, now, ms), stimulus).state;
      return Number(currentValue(program, now, t, "opacity"));
    };
    expect(at(300, { down: "t" })).toBe(0.7);
    expect(at(400, { up: "t" })).toBe(0.9);
    expect(at(500, { move: "b" })).toBe(0.5);
  });
  it("that runs goes by what is said of it now, from when it began", () => {
    const doc = toast("go 1s linear", rise);
    const css = `${doc.page.css} .toast.show:hover { animation: go 2s linear } .toast.show:active { animation: go 100ms linear }`;
    const { program, shown } = run({ ...doc, page: { ...doc.page, css } });
    const t = program.partIndex.get("t")!;
    const opacity = (state: typeof shown): number => Number(currentValue(program, state, t, "opacity"));
    const over = stimulate(program, advance(program, shown, 500), { move: "t" }).state;
    expect([opacity(over), opacity(advance(program, over, 1000))]).toEqual([0.25, 0.5]);
    expect(nextDue(program, over)).toBe(2000);
    const pressed = stimulate(program, over, { down: "t" }).state;
    expect(stateText(program, advance(program, pressed, 500))).toBe("off");
  });
  it("goes to and fro, as often as it is said, after its delay", () => {
    const alternate = run(toast("go 100ms linear 50ms 3 alternate", "from { opacity: 0.2 } to { opacity: 1 }"));
    expect([0, 50, 100, 200, 300].map(alternate.opacity)).toEqual([
      0,
      0.2,
      ...[1, 2, 3].map(() => expect.closeTo(0.6, 9)),
    ]);
    expect(nextDue(alternate.program, alternate.shown)).toBe(350);
    const both = run(toast("go 100ms linear 50ms both", "from { opacity: 0.2 } to { opacity: 1 }"));
    expect(both.opacity(0)).toBe(0.2);
  });
  it("lies on top of those before it only while it has an effect", () => {
    const leave = "{ opacity: 0.6 }";
    const stays = { reactions: { "click b": { off: "on", on: "off" } } };
    const frames = `${rise} } @keyframes leave { to ${leave}`;
    const near = (...list: number[]) => list.map((n) => expect.closeTo(n, 9));
    const last = run(toast("go 100ms linear, leave 100ms linear 300ms forwards", frames, stays));
    expect([0, 50, 150, 350, 400, 900].map(last.opacity)).toEqual(near(0, 0.5, 0, 0.3, 0.6, 0.6));
    const first = run(toast("go 100ms linear forwards, leave 100ms linear 300ms", frames, stays));
    expect([50, 150, 350, 400].map(first.opacity)).toEqual(near(0.5, 1, 0.8, 1));
  });
  it("leaves its last value where it fills, as long as the class is there", () => {
    const kept = toast("go 100ms linear forwards", "to { opacity: 0.8 }", {
      reactions: { "click b": { off: "on", on: "off" } },
    });
    const { program, shown, opacity } = run(kept);
    expect(opacity(100)).toBe(0.8);
    const off = stimulate(program, advance(program, shown, 300), { click: "b" }).state;
    expect(currentValue(program, off, program.partIndex.get("t")!, "opacity")).toBe("0");
  });
  it("breaks off with its class, and one without an end is waited for by nobody", () => {
    const { program, shown } = run(toast("go 1s", "to { opacity: 1 }"));
    const off = stimulate(program, advance(program, shown, 300), { click: "b" }).state;
    expect([off.tracks, nextDue(program, off)]).toEqual([[], null]);
    expect(run(toast("go 1s infinite", "to { opacity: 1 }")).shown.tracks).toEqual([]);
  });
  it("runs from the start of the page where the markup has it", () => {
    const doc = toast("go 400ms linear", "from { opacity: 0 } to { opacity: 1 }", {
      parts: [button("b"), box("t", [], { attributes: { class: "toast show" } })],
      looks: {},
      reactions: {},
    });
    const program = compile(doc);
    const first = start(program).state;
    expect(currentValue(program, advance(program, first, 100), program.partIndex.get("t")!, "opacity")).toBe("0.25");
  });
});

describe("an animation and a transition of one property", () => {
  const both = (animation: string) =>
    toast("none", rise, {
      looks: { t: { on: `.show; opacity: 0.2; transition: opacity 100ms linear; animation: ${animation}` } },
    });
  it("the animation lies on top where it has begun or fills; beneath it no transition begins", () => {
    for (const animation of ["go 200ms linear", "go 200ms linear 50ms backwards"]) {
      const { shown, opacity } = run(both(animation));
      expect(opacity(0)).toBe(0);
      expect(shown.tracks.filter((t) => !t.animation)).toEqual([]);
    }
  });
  it("while it waits the transition is seen", () => {
    const { opacity } = run(both("go 200ms linear 50ms"));
    expect([0, 25, 50, 150].map(opacity)).toEqual([0, expect.closeTo(0.05, 9), 0, expect.closeTo(0.5, 9)]);
  });
});
