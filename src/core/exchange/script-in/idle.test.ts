/** What a script begins and lets be out of habit tells no way to be from another. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { atMost } from "../../testing/depth";
import { idioms, tellable } from "../../testing/idioms";
import { behaviour, leaves, rows } from "../../testing/read";
import { readHtml } from "..";

const toast = (
  more: string,
): string => `<button id="save">Save</button><div id="toast" hidden>Saved <button id="close">Close</button></div>
<script>
const toast = document.getElementById("toast");
let timer = null;
function come() { toast.hidden = false; clearTimeout(timer); timer = setTimeout(go, 1500); }
function go() { clearTimeout(timer); toast.hidden = true; }
document.getElementById("save").addEventListener("click", come);
document.getElementById("close").addEventListener("click", go);
${more}
</script>`;
const basic = {
  "click save": { hidden: "shown / start timer after 1500ms", shown: "/ start timer after 1500ms" },
  "click close": { shown: "hidden / cancel timer" },
  "timer timer": { shown: "hidden" },
};

describe("a notice", () => {
  it("is hidden or shown, whether it has been there before or not", () => {
    const { doc } = behaviour(toast(""));
    expect(leaves(doc)).toEqual(["hidden", "shown"]);
    expect(rows(doc)).toEqual(basic);
  });

  it.each([
    ["by the same function", "setTimeout(go, 1500)"],
    ["by another of the same length", "setTimeout(() => { toast.hidden = true; }, 1500)"],
  ])("waits while it is pointed at, and goes %s", (_how, begins) => {
    const { doc, unlike, notUnderstood } = behaviour(
      toast(`toast.addEventListener("mouseenter", () => clearTimeout(timer));
      toast.addEventListener("mouseleave", () => { clearTimeout(timer); timer = ${begins}; });`),
    );
    expect([unlike, notUnderstood]).toEqual([[], []]);
    expect(leaves(doc)).toEqual(["hidden", "shown"]);
    expect(rows(doc)).toEqual({
      ...basic,
      "pointer enters toast": { hidden: "ignored", shown: "/ cancel timer" },
      "pointer leaves toast": { hidden: "ignored", shown: "/ start timer after 1500ms" },
    });
  });

  it("keeps two timers of two lengths apart", () => {
    const { doc } = behaviour(
      toast(`toast.addEventListener("mouseleave", () => { clearTimeout(timer); timer = setTimeout(go, 500); });`),
    );
    expect(Object.keys(rows(doc)).filter((row) => row.startsWith("timer"))).toHaveLength(2);
  });

  it("comes back where what it goes from under the pointer shows it", () => {
    const { unlike } = behaviour(toast(`toast.addEventListener("mouseleave", come);`));
    expect(unlike).toEqual([]);
  });
});

describe("what is pressed and let go elsewhere", () => {
  it("is a click on what is around both", () => {
    const { doc, unlike } =
      behaviour(`<div id="menu"><button id="b">Menu</button><ul id="list" hidden><li>Holm</li></ul></div>
<button id="held">Hold</button><p id="said">-</p>
<script>
b.onclick = () => { list.hidden = !list.hidden; };
document.addEventListener("click", (e) => { if (!menu.contains(e.target)) list.hidden = true; });
held.onpointerdown = () => { said.textContent = "held"; };
held.onpointerup = () => { said.textContent = "-"; };
</script>`);
    expect(unlike).toEqual([]);
    expect(rows(doc)["click outside menu"]).toEqual({ "list-shown": "list-hidden" });
  });
});

it("is not told to differ where the Tab key takes the focus to what listens for it", () => {
  const { unlike } = behaviour(`<button id="term">Gangway</button><span id="tip" hidden>The way on board</span>
<div id="box"><button id="yes">Yes</button><button id="no">No</button></div>
<script>
term.onfocus = () => { tip.hidden = false; };
term.onblur = () => { tip.hidden = true; };
box.addEventListener("keydown", (e) => {
  if (e.key === "Tab" && !e.shiftKey && document.activeElement === no) { e.preventDefault(); yes.focus(); }
});
</script>`);
  expect(unlike).toEqual([]);
});

it("is so whoever wrote it: nothing else is told of what every page has", () => {
  fc.assert(
    fc.property(idioms, ({ html }) => {
      const read = readHtml(html, "Quay");
      if (!read.ok || !read.behaviour) throw new Error("nothing was read");
      const { unlike, notUnderstood } = read.behaviour;
      expect([...unlike, ...notUnderstood.map((n) => n.text)].filter((text) => !tellable.test(text))).toEqual([]);
    }),
    { numRuns: atMost(8, 24), seed: 20_261_203 },
  );
});
