/** What a script counts and never looks at is nothing that a component keeps. */
import { describe, expect, it } from "vitest";
import { behaviour, script } from "../../../../testing/read";

const data = (text: string): string[] => {
  const { doc, notUnderstood } = behaviour(script(text));
  expect(notUnderstood).toEqual([]);
  return (doc.data ?? []).map((d) => d.name);
};
const toggles = "p.hidden = !p.hidden;";

describe("a variable that is counted", () => {
  it.each([
    ["by one", "n++;"],
    ["by a sum", "n += 2; n = n + 1;"],
    ["and set back", "n = 0; n--;"],
    ["and written to the console", "n++; console.log('clicked', n, `${n} times`);"],
  ])("is none where nobody looks at it: %s", (_how, counts) => {
    expect(data(`let n = 0; b.onclick = () => { ${counts} ${toggles} };`)).toEqual([]);
  });
  it.each([
    ["it is shown", "n++; p.textContent = n % 4;"],
    ["its value is used as it is counted", "p.textContent = n++ % 4;"],
    ["it is asked for", "n++; if (n > 3) n = 0; p.hidden = n === 2;"],
    ["what is written to the console does something", "n++; console.log(show());"],
  ])("stays where %s", (_how, counts) => {
    const text = `let n = 0; const show = () => { p.textContent = n % 4; }; b.onclick = () => { ${counts} };`;
    const { doc } = behaviour(script(text));
    expect(JSON.stringify(doc.reactions)).toMatch(/"value":"|"to":"/);
  });
  it("stays where an attribute looks at it", () => {
    const { doc } = behaviour(
      `<button id="b" type="button" onclick="n++; p.textContent = n % 3">b</button><p id="p">p</p><script>var n = 0; function more() { n++; }</script>`,
    );
    expect(doc.reactions.length).toBeGreaterThan(0);
  });
  it("is another one where one of its name is of a function", () => {
    const { doc } = behaviour(
      script("let n = 0; b.onclick = () => { n++; show(n % 3); }; function show(n) { p.textContent = n; }"),
    );
    expect(JSON.stringify(doc.reactions)).toMatch(/"to":"|"value":"/);
  });
});
