/** `element.animate(…)`: as an animation of CSS, with what is done at its end. */
import { describe, expect, it } from "vitest";
import { currentValue } from "../../../../surface";
import { facts, runOf } from "../../../../testing/acted";
import { behaviour, rows, script } from "../../../../testing/read";

const read = (text: string) => {
  const { doc, notUnderstood, unlike } = behaviour(script(text));
  expect(unlike).toEqual([]);
  return { doc, remarks: notUnderstood.map((n) => n.text) };
};
const valueAfter = (text: string, property: string, ...waits: number[]): (string | undefined)[] => {
  const { doc, remarks } = read(`b.onclick = () => { ${text} };`);
  expect(remarks).toEqual([]);
  return waits.map((ms) => {
    const { program, run, at } = runOf(doc, { click: "b" }, ms);
    return currentValue(program, run, at("p"), property);
  });
};

describe("what an element is animated by", () => {
  it.each([
    ["a list of frames", "p.animate([{ opacity: 0 }, { opacity: 1 }], 200)", ["0", "0.5", "1"]],
    ["an object of lists", "p.animate({ opacity: [0, 1] }, { duration: 200 })", ["0", "0.5", "1"]],
    ["one frame, from as it is", "p.animate({ opacity: 0 }, { duration: 200 })", ["1", "0.5", "1"]],
    ["three frames", "p.animate({ opacity: [1, 0, 1] }, 200)", ["1", "0", "1"]],
    [
      "a frame at a place",
      "p.animate([{ opacity: 0 }, { opacity: 0.8, offset: 0.25 }, { opacity: 1 }], 400)",
      ["0", "0.8", "0.866667"],
    ],
    ["a delay", "p.animate({ opacity: [0, 0.5] }, { duration: 200, delay: 100 })", ["1", "0", "0.25"]],
    [
      "a delay that it fills",
      "p.animate({ opacity: [0, 0.5] }, { duration: 200, delay: 100, fill: 'both' })",
      ["0", "0", "0.25"],
    ],
    ["an end that stays", "p.animate({ opacity: 0 }, { duration: 200, fill: 'forwards' })", ["1", "0.5", "0"]],
    [
      "a way back",
      "p.animate({ opacity: [0, 1] }, { duration: 100, iterations: 2, direction: 'alternate' })",
      ["0", "1", "1"],
    ],
    ["an easing", "p.animate({ opacity: [0, 1] }, { duration: 200, easing: 'steps(2, end)' })", ["0", "0.5", "1"]],
    [
      "an easing of a frame",
      "p.animate([{ opacity: 0, easing: 'steps(1, end)' }, { opacity: 1 }], 200)",
      ["0", "0", "1"],
    ],
  ])("%s", (_what, text, values) => {
    const near = valueAfter(`${text};`, "opacity", 0, 100, 200).map((v) => String(Number(Number(v).toFixed(6))));
    expect(near).toEqual(values);
  });

  it("is over once it has ended, and begins anew when it is asked for again", () => {
    const { doc } = read("b.onclick = () => { p.animate({ opacity: [0, 1] }, 200); };");
    const opacity = (...acts: ({ click: string } | number)[]) => {
      const { program, run, at } = runOf(doc, ...acts);
      return currentValue(program, run, at("p"), "opacity");
    };
    expect([opacity({ click: "b" }, 150), opacity({ click: "b" }, 150, { click: "b" })]).toEqual(["0.75", "0"]);
    expect([opacity({ click: "b" }, 250), opacity({ click: "b" }, 250, { click: "b" }, 100)]).toEqual(["1", "0.5"]);
  });
});

describe("what waits for its end", () => {
  const hidden = "p.hidden = true;";
  it.each([
    ["finished.then", `p.animate({ opacity: 0 }, 300).finished.then(() => { ${hidden} });`],
    ["await finished", `(async () => { await p.animate({ opacity: 0 }, 300).finished; ${hidden} })();`],
    ["onfinish", `const a = p.animate({ opacity: 0 }, 300); a.onfinish = () => { ${hidden} };`],
    ["its event", `p.animate({ opacity: 0 }, 300).addEventListener("finish", () => { ${hidden} });`],
    [
      "the end of a way that only a browser measures",
      `p.animate({ height: [p.scrollHeight + "px", "0px"] }, 300).onfinish = () => { ${hidden} };`,
    ],
  ])("comes then: %s", (_how, text) => {
    const { doc } = read(`b.onclick = () => { ${text} };`);
    expect(Object.keys(rows(doc))).toEqual(expect.arrayContaining(["click b", "timer timer"]));
    expect([299, 300].map((ms) => facts(doc, "p", { click: "b" }, ms).displayed)).toEqual([true, false]);
  });
  it("does not come where it is taken back", () => {
    const { doc, remarks } = read(
      `let a = null; b.onclick = () => { if (a) { a.cancel(); a = null; } else { a = p.animate({ opacity: 0 }, { duration: 300, iterations: Infinity }); } };`,
    );
    expect(remarks).toEqual([]);
    expect(Object.keys(rows(doc))).toEqual(["click b"]);
  });
  it.each(["a.pause()", "a.reverse()"])("is told where it is not gone into: %s", (text) => {
    expect(read(`b.onclick = () => { const a = p.animate({ opacity: 0 }, 300); ${text}; };`).remarks).toContain(text);
  });
});
