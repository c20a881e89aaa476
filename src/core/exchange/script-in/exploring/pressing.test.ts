/** A button that is held: where it can be let go, and what hears of it before. */
import { describe, expect, it } from "vitest";
import { behaviour, rows, script } from "../../../testing/read";

const hold = (ends: string): string =>
  script(`let t; const stop = () => clearTimeout(t);
b.addEventListener("pointerdown", () => { t = setTimeout(() => { p.hidden = !p.hidden; }, 500); });
${ends}`);

describe("what is held", () => {
  it("is let go elsewhere only once it has heard the pointer leave", () => {
    const { doc, unlike, notUnderstood } = behaviour(
      hold('["pointerup", "pointerleave", "pointercancel"].forEach((e) => b.addEventListener(e, stop));'),
    );
    expect([unlike, notUnderstood]).toEqual([[], []]);
    const row = rows(doc)["pointer down b"];
    // It is never pressed while it is held already.
    expect(Object.values(row).join(" ")).not.toContain("cancel");
    expect(Object.keys(rows(doc)).sort()).toEqual([
      "pointer down b",
      "pointer leaves b",
      "pointer up b",
      "timer timer",
    ]);
  });
  it("is let go on the window, which hears of it from the button alone", () => {
    const { doc, unlike, notUnderstood } = behaviour(
      script(`let t; const to = (held) => { p.className = held ? "held" : ""; clearTimeout(t); };
b.addEventListener("pointerdown", () => { to(true); t = setTimeout(() => to(false), 500); });
b.addEventListener("pointerleave", () => to(false)); window.addEventListener("pointerup", () => to(false));`),
    );
    expect([unlike, notUnderstood]).toEqual([[], []]);
    const up = Object.entries(rows(doc)).filter(([event]) => event.startsWith("pointer up"));
    expect(up).toEqual([["pointer up b", rows(doc)["pointer leaves b"]]]);
  });
  it("is let go anywhere where nobody hears the pointer leave: the timer goes on", () => {
    const { notUnderstood } = behaviour(hold('b.addEventListener("pointerup", stop);'));
    expect(notUnderstood.map((n) => n.text).join()).toContain("set again while it is under way");
  });
  it("is let go anywhere by who has captured the pointer", () => {
    const { notUnderstood, doc } = behaviour(
      hold(
        'b.addEventListener("pointerdown", (e) => b.setPointerCapture(e.pointerId)); b.addEventListener("pointerup", stop); b.addEventListener("pointerleave", () => { p.title = "left"; });',
      ),
    );
    expect(notUnderstood).toEqual([]);
    expect(Object.keys(rows(doc))).toContain("pointer up anywhere");
  });
});
