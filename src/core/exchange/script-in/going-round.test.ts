/** Scripts that wait for one thing after the other, and begin again: the sheet does, too. */
import { describe, expect, it } from "vitest";
import { behaviour, leaves, rows } from "../../testing/read";

/** @param wait what is awaited, and how it is called off */
const lamps = (wait: string, off: string): string => `<span class="lamp">red</span><span class="lamp">green</span>
<button id="run">Run</button><button id="halt">Halt</button>
<script>
const lamps = document.querySelectorAll(".lamp");
let control, stop;
${wait}
run.onclick = async () => {
  control = new AbortController(); run.disabled = true;
  try {
    for (;;) for (const lamp of lamps) { lamp.classList.add("on"); await wait(700); lamp.classList.remove("on"); }
  } catch { lamps.forEach((lamp) => lamp.classList.remove("on")); }
  run.disabled = false;
};
halt.onclick = () => { ${off} };
</script>`;

describe("lamps that go round until they are halted", () => {
  it.each([
    [
      "by a signal, to which each wait listens anew",
      `const wait = (ms) => new Promise((ok, no) => { const t = setTimeout(ok, ms);
        control.signal.addEventListener("abort", () => { clearTimeout(t); no(new Error("off")); }, { once: true }); });`,
      "control?.abort();",
    ],
    [
      "by what is kept of the promise",
      "const wait = (ms) => new Promise((ok, no) => { const t = setTimeout(ok, ms); stop = () => { clearTimeout(t); no(); }; });",
      "stop?.();",
    ],
  ])("%s", (_how, wait, off) => {
    const { doc, unlike, notUnderstood } = behaviour(lamps(wait, off));
    expect([unlike, notUnderstood]).toEqual([[], []]);
    const [first, one, other] = leaves(doc);
    const all = rows(doc);
    expect(all["click run"]).toMatchObject({ [first]: `${one} / start timer after 700ms` });
    expect(all["timer timer"]).toEqual({
      [one]: `${other} / start timer after 700ms`,
      [other]: `${one} / start timer after 700ms`,
    });
  });
});
