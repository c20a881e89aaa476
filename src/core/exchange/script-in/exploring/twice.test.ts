/** Timers and requests of which two can be under way; and what waits for an answer. */
import { describe, expect, it } from "vitest";
import { behaviour, rows, script } from "../../../testing/read";

describe("what is under way twice", () => {
  const told = (text: string): string[] => behaviour(script(text)).notUnderstood.map((n) => n.text.slice(0, 32));
  const timer = ["a timer that can be set again wh"];
  const request = ["a request that can be made again"];
  const later = "setTimeout(() => { b.textContent = 'b' }, 900)";
  const said = "b.textContent = 'said'";
  const sent = "fetch('/x', { method: 'POST' }).then(() => { p.textContent = 'sent' })";
  it.each([
    ["set at each click", `b.onclick = () => { ${said}; ${later} }`, timer],
    ["cleared before", `let t; b.onclick = () => { ${said}; clearTimeout(t); t = ${later} }`, []],
    [
      "of a button that is disabled",
      "b.onclick = () => { b.disabled = true; setTimeout(() => { b.disabled = false }, 900) }",
      [],
    ],
    [
      "set while nothing is",
      `let t = null; b.onclick = () => { ${said}; t ??= setTimeout(() => { t = null; b.textContent = 'b' }, 900) }`,
      [],
    ],
    [
      "cleared when the pointer comes back",
      `let t; b.onmouseenter = () => { clearTimeout(t); ${said} }; b.onmouseleave = () => { t = ${later} }`,
      [],
    ],
    [
      "set by two ways",
      `let t; b.onmouseenter = () => { clearTimeout(t); ${said} }; b.onmouseleave = b.onclick = () => { t = ${later} }`,
      timer,
    ],
    ["that changes nothing", "b.onclick = () => { setTimeout(() => { b.textContent = 'b' }, 900) }", []],
    ["over before anybody could", `b.onclick = () => { ${said}; setTimeout(() => { b.textContent = 'b' }, 20) }`, []],
    ["that goes on and on", "let t; b.onclick = () => { t = setInterval(() => { p.hidden = !p.hidden }, 900) }", timer],
    [
      "that counts how often, and sets it once",
      `let n = 0; b.onclick = () => { if (n++ === 0) { ${said}; ${later} } else n = 1 }`,
      [],
    ],
    [
      "set by an answer that is asked for again",
      `b.onclick = () => fetch('/x', { method: 'POST' }).then(() => { ${said}; ${later} })`,
      [...timer, ...request],
    ],
    [
      "set by an answer, while nobody can ask again",
      `b.onclick = () => { b.disabled = true; fetch('/x', { method: 'POST' }).then(() => { ${said}; setTimeout(() => { b.disabled = false }, 900) }) }`,
      [],
    ],
    ["asked at each click", `b.onclick = () => { ${said}; ${sent} }`, request],
    [
      "asked while nothing is",
      `b.onclick = () => { b.disabled = true; ${sent}.finally(() => { b.disabled = false }) }`,
      [],
    ],
  ])("%s", (_name, text, expected) => {
    expect(told(text)).toEqual(expected);
  });

  it("goes on with what was so when it was asked", () => {
    const { doc } = behaviour(
      script(`b.ariaPressed = 'false';
        b.onclick = async () => {
          const was = b.ariaPressed;
          b.ariaPressed = was === 'true' ? 'false' : 'true'; b.disabled = true;
          const { ok } = await fetch('/keep', { method: 'POST' });
          if (!ok) b.ariaPressed = was;
          b.disabled = false;
        };`),
    );
    expect(doc.requests?.map((r) => r.name)).toEqual(["keep"]);
    const row = rows(doc)["request failed keep"];
    const pressed = (state: string): unknown =>
      doc.looks.find((l) => l.part === "b")!.in[state]?.attributes?.["aria-pressed"] ?? "false";
    for (const [from, to] of Object.entries(row)) expect(pressed(to), `${from} to ${to}`).not.toBe(pressed(from));
    expect(Object.keys(row)).toHaveLength(2);
  });
});
