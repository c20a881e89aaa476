/** Random programs on a page's elements: what they log, and what becomes of the page, is what a browser makes of them. */
import fc from "fast-check";
import { expect, it } from "vitest";
import type { Stimulus } from "../src/core/model";
import { facts } from "../src/core/testing/acted";
import { behaviour } from "../src/core/testing/read";
import { moves, played, playground, trees } from "../src/core/testing/trees";
import { ownPage } from "./own-page";

const page = ownPage();

const TURNS = 2;
const turns = fc.array(trees, { minLength: TURNS, maxLength: TURNS });
/** What the page says at first, each time after it was played on, and once it is asked what has become of it. */
async function inBrowser(html: string): Promise<string[]> {
  await page().goto(`data:text/html;charset=utf-8,${encodeURIComponent(`<!doctype html>${html}`)}`);
  const clicked = ["", ...Array.from({ length: TURNS }, () => ["b", "ask"]).flat()];
  return page().evaluate(
    (ids) =>
      ids.map((id) => {
        document.getElementById(id)?.click();
        return document.getElementById("p")?.textContent ?? "";
      }),
    clicked,
  );
}
/** @returns null where something of it is not understood: it is told then */
function asRead(html: string): string[] | null {
  const { doc, notUnderstood, unlike } = behaviour(html);
  if (unlike.length || notUnderstood.length) return null;
  const [plays, asks]: Stimulus[] = [{ click: "b" }, { click: "ask" }];
  const times = Array.from({ length: TURNS }, (_turn, n) => Array.from({ length: n + 1 }, () => plays));
  return [[], ...times.flatMap((played) => [played, [...played, asks]])].map((acts) => facts(doc, "p", ...acts).text);
}

it.each(Object.entries(playground))(
  "what is changed %s is as in a browser",
  async (_how, markup) => {
    let told = 0;
    const numRuns = Number(process.env.LIVELY_PROGRAMS ?? 40);
    await fc.assert(
      fc.asyncProperty(turns, async (bodies) => {
        const html = `${markup}<script>${played(bodies)}</script>`;
        const found = asRead(html);
        if (found) expect(found).toEqual(await inBrowser(html));
        else told++;
      }),
      { numRuns, seed: Number(process.env.LIVELY_SEED ?? 1) },
    );
    expect(told).toBeLessThan(numRuns / 3);
  },
  600_000,
);

it("what is moved as the page is loaded lies where a browser has it", async () => {
  let told = 0;
  const numRuns = Number(process.env.LIVELY_PROGRAMS ?? 40);
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...Object.values(playground)), moves, turns, async (markup, atOnce, bodies) => {
      const html = `${markup}<script>${played(bodies, atOnce)}</script>`;
      const found = asRead(html);
      if (found) expect(found).toEqual(await inBrowser(html));
      else told++;
    }),
    { numRuns, seed: Number(process.env.LIVELY_SEED ?? 1) },
  );
  expect(told).toBeLessThan(numRuns / 2);
}, 600_000);
