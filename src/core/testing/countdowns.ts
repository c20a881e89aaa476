/** Random pages that go by the clock, as different people write them: countdowns, alone and beside one another, and notices. */
import fc from "fast-check";

const pick = <T>(...of: readonly T[]): fc.Arbitrary<T> => fc.constantFrom(...of);

/** What time it is, in the page's words. */
const clock = pick("Date.now()", "performance.now()", "new Date().getTime()");
/** How it comes again: all the time, or each time anew. */
const again = pick("interval", "timeout");
/** How what it keeps is kept. */
const kept = pick("variables", "closure", "class", "object");

const countdown = fc.record({
  clock,
  again,
  kept,
  /** What it holds the instant against: the one at which it ends, or began; or it counts by itself. */
  by: pick("end", "start", "count"),
  every: pick(200, 250, 500),
  turns: fc.integer({ min: 2, max: 4 }),
  starts: pick("load", "click"),
  stops: fc.boolean(),
  says: pick("text", "markup"),
});
type Countdown = typeof countdown extends fc.Arbitrary<infer T> ? T : never;

/** The words of one countdown; `c` is where it keeps what it keeps, a dot behind it. */
function body(d: Countdown, c: string, local: string, show: string): string {
  const { clock: now, every, turns } = d;
  const whole = every * turns;
  const begin = { end: `${c}end = ${now} + ${whole};`, start: `${c}began = ${now};`, count: `${c}left = ${turns};` }[
    d.by
  ];
  const left = {
    end: `Math.round((${c}end - ${now}) / ${every})`,
    start: `${turns} - Math.round((${now} - ${c}began) / ${every})`,
    count: `${c}left`,
  }[d.by];
  const step = d.by === "count" ? `${c}left -= 1;` : "";
  const stop = d.again === "interval" ? `clearInterval(${c}id);` : `clearTimeout(${c}id);`;
  const set =
    d.again === "interval"
      ? `${c}id = setInterval(${local}tick, ${every});`
      : `${c}id = setTimeout(${local}tick, ${every});`;
  const goOn = d.again === "interval" ? "" : `${c}id = setTimeout(${local}tick, ${every});`;
  return `
  ${local === "" ? "function draw()" : "DRAW"} { const n = ${left}; ${show} return n; }
  ${local === "" ? "function tick()" : "TICK"} { ${step} if (${local}draw() <= 0) { ${stop} out.textContent = "over"; go.disabled = false; return; } ${goOn} }
  ${local === "" ? "function start()" : "START"} { ${stop} ${begin} go.disabled = true; ${local}draw(); ${set} }
  ${local === "" ? "function halt()" : "HALT"} { ${stop} out.textContent = "stopped"; go.disabled = false; }`;
}

function scriptOf(d: Countdown, i: number): string {
  const find = `const out = document.getElementById("out${i}"), go = document.getElementById("go${i}"), stop = document.getElementById("stop${i}");`;
  const show =
    d.says === "text" ? "out.textContent = n + ' left';" : `out.innerHTML = \`<b id="n${i}">\${n}</b> left\`;`;
  const wired = (of: string): string =>
    `go.addEventListener("click", () => ${of}start()); ${d.stops ? `stop.addEventListener("click", () => ${of}halt());` : "stop.remove();"} ${d.starts === "load" ? `${of}start();` : ""}`;
  switch (d.kept) {
    case "variables":
      return `{ ${find} let id, end, began, left; ${body(d, "", "", show)} ${wired("")} }`;
    case "closure":
      return `(function () { ${find} const kept = { id: 0 }; ${body(d, "kept.", "", show)} ${wired("")} })();`;
    case "class": {
      const text = body(d, "this.", "this.", show)
        .replace(/\b(DRAW|TICK|START|HALT)\b/g, (w) => `${w.toLowerCase()}()`)
        .replace(/(setInterval|setTimeout)\(this\.tick,/g, "$1(() => this.tick(),");
      return `{ ${find} class Countdown { ${text} } const one = new Countdown(); ${wired("one.")} }`;
    }
    default: {
      const text = body(d, "kept.", "kept.", show).replace(
        /\b(DRAW|TICK|START|HALT)\b/g,
        (w) => `kept.${w.toLowerCase()} = function ()`,
      );
      return `{ ${find} const kept = {}; ${text.replace(/\}\n/g, "};\n")}; ${wired("kept.")} }`;
    }
  }
}

const NOTICE = `<button id="say">Say</button><p id="said" role="status" hidden>Said</p>
<script>(() => { let t; const said = document.getElementById("said"); document.getElementById("say").addEventListener("click", () => { said.hidden = false; clearTimeout(t); t = setTimeout(() => { said.hidden = true; }, 700); }); })();</script>`;

/** A page of one or two countdowns, and perhaps of a notice that comes and goes beside them. */
export const countdowns: fc.Arbitrary<string> = fc
  .record({ all: fc.array(countdown, { minLength: 1, maxLength: 2 }), notice: fc.boolean() })
  .map(({ all, notice }) => {
    const one = (d: Countdown, i: number): string =>
      `<section><p id="out${i}">ready</p><button id="go${i}">Go</button><button id="stop${i}">Stop</button></section>\n<script>${scriptOf(d, i)}</script>`;
    return `<!doctype html><html lang="en"><head><title>Countdowns</title></head><body>\n${all.map(one).join("\n")}\n${notice ? NOTICE : ""}</body></html>`;
  });
