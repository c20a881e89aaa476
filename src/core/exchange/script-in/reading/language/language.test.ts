/** Random programs say on a page that is read what they say where they are run. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Component, Stimulus } from "../../../../model";
import { facts } from "../../../../testing/acted";
import { atMost } from "../../../../testing/depth";
import { type Pause, programs } from "../../../../testing/programs";
import { behaviour, script } from "../../../../testing/read";

/** Everything that a function may do goes into its log, also what it answers and throws. */
type Ran = Exclude<Pause, "stop">;
const heads: Record<Ran, string> = { none: "function", await: "async function", yield: "function*" };
const whole = (pause: Ran, body: string): string => `${heads[pause]} run(log) { ${body} }`;
const MOST_ASKED = 30;
/** Goes through a function, and gives its log away. */
const calls: Record<Ran, string> = {
  none: `const log = []; try { log.push("=" + run(log)); } catch (x) { log.push("!!" + x); } say(log.map(String).join(" "));`,
  await: `const log = []; try { log.push("=" + await run(log)); } catch (x) { log.push("!!" + x); } say(log.map(String).join(" "));`,
  yield: `const log = []; const it = run(log);
    try { for (let n = 0; n < ${MOST_ASKED}; n++) { const { value, done } = it.next(n); log.push((done ? "=" : ":") + value); if (done) break; } }
    catch (x) { log.push("!!" + x); } say(log.map(String).join(" "));`,
};

async function ran(pause: Ran, body: string): Promise<string> {
  let said = "";
  const make = new Function("say", `${whole(pause, body)}\nreturn (async () => { ${calls[pause]} })();`);
  await make((text: string) => {
    said = text;
  });
  return said;
}
const textAfter = (doc: Component, ...acts: (Stimulus | number)[]): string => facts(doc, "p", ...acts).text;
const clicks = (n: number) => Array.from({ length: n }, () => ({ click: "b" }));
/** @throws where something of it is not understood */
function readOf(text: string): Component {
  const { doc, notUnderstood, unlike } = behaviour(script(text));
  const twice = /^a timer that can be set again/;
  expect([...unlike, ...notUnderstood.flatMap((n) => (twice.test(n.text) ? [] : [n.text]))]).toEqual([]);
  return doc;
}

/** Other ones: `LIVELY_SEED`, more of them: `LIVELY_PROGRAMS`. */
const trying = (numRuns: number) => ({
  numRuns: Number(process.env.LIVELY_PROGRAMS ?? atMost(Math.ceil(numRuns / 5), numRuns)),
  seed: Number(process.env.LIVELY_SEED ?? 1),
});

describe.each<Ran>(["none", "await", "yield"])("a random program, left at: %s", (pause) => {
  it("logs what it logs in an engine", async () => {
    await fc.assert(
      fc.asyncProperty(programs(pause), async (body) => {
        const doc = readOf(
          `${whole(pause, body)}\nconst say = (t) => { p.textContent = t; };\nb.onclick = async () => { ${calls[pause]} };`,
        );
        expect(textAfter(doc, ...clicks(1))).toBe(await ran(pause, body));
      }),
      trying(60),
    );
  }, 300_000);
});

/** More ways than these a page may not be in. */
const MOST_STEPS = 12;
/** Its steps are few enough, and it has some. */
const isOfSteps = (texts: readonly string[]): boolean => texts.length >= 3 && texts.length <= MOST_STEPS;

describe("a random program that is gone on with at each click", () => {
  it("is where it was left", async () => {
    await fc.assert(
      fc.property(programs("yield"), (body) => {
        const made = `const log = []; ${whole("yield", body)}\nconst it = run(log); let over = false;
          const ask = (n) => { try { const { value, done } = it.next(n); over = done; log.push((done ? "=" : ":") + value); }
            catch (x) { over = true; log.push("!!" + x); } return log.map(String).join(" "); };`;
        const texts: string[] = [];
        const go = `for (let n = 0; !over && n <= ${MOST_STEPS}; n++) texts.push(ask(n % 2));`;
        new Function("texts", `${made}\n${go}`)(texts);
        fc.pre(isOfSteps(texts));
        const doc = readOf(
          `${made}\nlet n = 0; b.onclick = () => { if (over) return; p.textContent = ask(n); n = 1 - n; };`,
        );
        for (const [i, text] of texts.entries()) expect(textAfter(doc, ...clicks(i + 1))).toBe(text.trim());
      }),
      trying(20),
    );
  }, 300_000);
});

/** What stops a program until the next click, or for a while. */
const stops = {
  "a click": 'new Promise((ok) => b.addEventListener("click", () => ok(v), { once: true }))',
  "a timer": "new Promise((ok) => setTimeout(() => ok(v), 100))",
};
/** @param stop the promise that is waited for */
const stopping = (
  body: string,
  stop: string,
): string => `const log = []; const say = () => shown(log.map(String).join(" "));
  const stop = (v) => { say(); return ${stop}; };
  const run = async () => { ${body} };
  const begin = async () => { try { log.push("=" + await run()); } catch (x) { log.push("!!" + x); } say(); };`;

/** Its log where it stops, each time, and at its end. */
async function stepsOf(body: string): Promise<string[]> {
  let text = "";
  const waiting: (() => void)[] = [];
  const code = `${stopping(body, "new Promise((ok) => waiting.push(() => ok(v)))")} return begin;`;
  const begin = new Function("shown", "waiting", code)((t: string) => {
    text = t;
  }, waiting);
  const texts: string[] = [];
  const done = async (): Promise<void> => {
    await new Promise((ok) => setImmediate(ok));
    texts.push(text);
  };
  begin();
  await done();
  while (waiting.length && texts.length <= MOST_STEPS) {
    for (const go of waiting.splice(0)) go();
    await done();
  }
  return texts;
}

describe.each(Object.entries(stops))("a random program that waits for %s", (kind, stop) => {
  it("goes on where it was, and not before", async () => {
    await fc.assert(
      fc.asyncProperty(programs("stop"), async (body) => {
        const texts = await stepsOf(body);
        fc.pre(isOfSteps(texts));
        const doc = readOf(
          `${stopping(body, stop)}\nconst shown = (t) => { p.textContent = t; };
          let on = false; b.addEventListener("click", () => { if (!on) { on = true; begin(); } });`,
        );
        for (const [i, text] of texts.entries()) {
          const acts = kind === "a click" ? clicks(i + 1) : [...clicks(1), ...(i ? [i * 100] : [])];
          expect(textAfter(doc, ...acts)).toBe(text.trim());
        }
      }),
      trying(12),
    );
  }, 300_000);
});
