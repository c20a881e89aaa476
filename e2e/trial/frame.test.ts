/** Pages in a frame of the app, with made-up input: right ones show no difference, planted faults are found, nothing gets out. */
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { build } from "esbuild";
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange";
import type { Component } from "../../src/core/model";
import { deliveredPage } from "../../src/core/testing/delivered";
import { ALL, oneIn } from "../../src/core/testing/depth";
import { faults, strangers } from "../../src/core/testing/strangers";
import { runsOf, type Trial, type TrialRun } from "../../src/core/trial";
import { demoComponents } from "../../src/demo";
import { pasteHtml, press, Stage, text, until, untilText } from "../stage";
import { measured } from "./as-read";
import { fixtures, going } from "./pages";
import { doable, PATIENT, told } from "./told";

let stage: Stage;
let page: Page;
/** What a page on trial could reach, were there a way. */
const reached: string[] = [];
const bait = createServer((request, answer) => {
  reached.push(request.url ?? "");
  answer.setHeader("Access-Control-Allow-Origin", "*");
  answer.end("reached");
});

declare const tryRuns: typeof import("../../src/app/trial/frame/try-runs").tryRuns;

beforeAll(async () => {
  stage = await Stage.open();
  page = await stage.page();
  // The app's own frame and its own policy, without its views around them.
  const built = await build({
    stdin: {
      contents: `export { tryRuns } from "./src/app/trial/frame/try-runs"`,
      resolveDir: ".",
      loader: "ts",
    },
    bundle: true,
    write: false,
    format: "iife",
    globalName: "built",
  });
  await page.evaluate(
    `${built.outputFiles[0].text}; window.tryRuns = built.tryRuns; document.body.innerHTML = "<div id='there'></div>"`,
  );
  await new Promise<void>((done) => bait.listen(0, "127.0.0.1", done));
});
afterAll(async () => {
  bait.close();
  await stage?.close();
});

/** @param patience ms after which a run is cut; only pages that never rest come to that, however busy the machine is */
const tried = async (doc: Component, runs: readonly TrialRun[], html: string, patience = PATIENT): Promise<Trial> => {
  const { trial } = await page.evaluate(
    (d, r, h, patience) =>
      tryRuns(d, r, {
        html: h,
        stage: document.getElementById("there") as HTMLElement,
        signal: new AbortController().signal,
        shorten: false,
        patience,
      }),
    doc,
    [...runs],
    html,
    patience,
  );
  return trial;
};

describe.each(fixtures)("$name", ({ doc, html, faults: planted }) => {
  const { runs } = runsOf(doc, "reactions");
  it("does the same", async () => {
    expect(told(await tried(doc, runs, html))).toEqual([]);
  });
  it("has some of its faults found", async () => {
    for (const { from, to, shows } of planted.slice(0, 2)) {
      const all = runsOf(doc, "situations").runs;
      expect(told(await tried(doc, all.slice(0, 12), html.replace(from, to))).join("\n")).toContain(shows);
    }
  });
});

const EVERY = ALL ? 6 : 15;
/** By its name, so that it stays so whatever pages come. */
const isOfThese = (name: string): boolean => [...name].reduce((sum, c) => sum + c.charCodeAt(0), 0) % EVERY === 0;
/** Runs of each page, the same as in a browser beside it: fewer may not show every part. */
const SOME = 4;
it.each(Object.entries(strangers).filter(([name]) => !faults[name] && isOfThese(name)))(
  "%s: does what was read of it",
  async (name, html) => {
    const read = readHtml(html, name);
    if (!read.ok || !read.behaviour) throw new Error("nothing was read");
    const doc = measured(read.behaviour.doc, name);
    const all = runsOf(doc, "reactions").runs;
    const trial = await tried(
      doc,
      all.filter((_run, i) => i % Math.ceil(all.length / SOME) === 0),
      html,
    );
    expect(doable(told(trial))).toEqual([]);
  },
);

it.each(oneIn(2, demoComponents.slice(0, 6)).map((d) => d.load()))("$name as delivered: does the same", async (doc) => {
  const { runs } = runsOf(doc, "scenarios");
  const trial = await tried(doc, runs, deliveredPage(doc));
  // What cannot be done with such a page is said of a browser too.
  const ill = trial.results.filter((r) => r.verdict !== "impossible");
  expect(told({ ...trial, results: ill })).toEqual([]);
});

const { doc: gone, page: does } = going;
const verdicts = ({ results }: Trial): string[] => results.map((r) => (r.verdict === "cut" ? r.why : r.verdict));
const { runs: goes } = runsOf(gone, "reactions");

const tries: [what: string, does: (address: string) => string][] = [
  ["asks another program on this machine", (a) => `fetch("${a}/fetched").catch(() => {})`],
  [
    "asks the app's own server",
    () => `fetch("/folder").then((r) => r.text()).then((t) => fetch("/" + t)).catch(() => {})`,
  ],
  ["loads a picture", (a) => `new Image().src = "${a}/image"`],
  [
    "loads a script",
    (a) => `document.body.append(Object.assign(document.createElement("script"), { src: "${a}/script" }))`,
  ],
  [
    "sends a form",
    (a) =>
      `document.body.insertAdjacentHTML("beforeend", "<form method=post action=${a}/form>"); document.forms[0].submit()`,
  ],
  ["opens a window", (a) => `open("${a}/window")`],
  ["leaves a beacon", (a) => `navigator.sendBeacon("${a}/beacon", "x")`],
  [
    "takes a style from elsewhere",
    (a) => `document.head.insertAdjacentHTML("beforeend", "<link rel=stylesheet href=${a}/style>")`,
  ],
  [
    "reads the app around it",
    () => `try { parent.document.title = "taken" } catch {}; try { top.localStorage.clear() } catch {}`,
  ],
];
it.each(tries)("that %s: it does not get there, and the run goes on", async (which, what) => {
  const address = `http://127.0.0.1:${(bait.address() as AddressInfo).port}`;
  const title = await page.title();
  // A form that is sent takes the page away; it comes no further than that.
  const [verdict] = verdicts(await tried(gone, goes, does(what(address))));
  expect(verdict).toBe(which === "sends a form" ? "the page left for elsewhere" : "same");
  expect(reached).toEqual([]);
  expect(await page.title()).toBe(title);
});
const leaves: [how: string, does: (address: string) => string][] = [
  ["at once", (a) => `location.href = "${a}/left"`],
  ["by and by", (a) => `setTimeout(() => location.assign("${a}/left"))`],
  ["with a link", (a) => `note.innerHTML = "<a href=${a}/left>On</a>"; note.firstChild.click()`],
  ["for another program", () => `location.href = "mailto:harbour@quay.invalid"`],
  ["to itself", () => `location.reload()`],
];
it.each(leaves)("that leaves %s is cut, does not get there, and the next is unharmed", async (_how, what) => {
  const address = `http://127.0.0.1:${(bait.address() as AddressInfo).port}`;
  expect(verdicts(await tried(gone, goes, does(what(address))))).toEqual(["the page left for elsewhere"]);
  expect(reached).toEqual([]);
  expect(verdicts(await tried(gone, goes, does("")))).toEqual(goes.map(() => "same"));
});
it("that leaves as it opens is cut", async () => {
  const address = `http://127.0.0.1:${(bait.address() as AddressInfo).port}`;
  const html = does("").replace("<title>", `<script>location.href = "${address}/left"</script><title>`);
  expect(verdicts(await tried(gone, goes, html))).toEqual(["the page left for elsewhere"]);
  expect(reached).toEqual([]);
});
it.each(["location.hash = 'on'", "history.pushState(0, '')", "location.href = 'javascript:void 0'"])(
  "that stays where it is at %s does the same",
  async (what) => expect(verdicts(await tried(gone, goes, does(what)))).toEqual(goes.map(() => "same")),
);
it.each([
  ["never comes to rest", "for (;;);"],
  ["keeps no time", "const again = () => { Promise.resolve().then(again) }; again()"],
])("that %s is cut while the app answers, and the next is unharmed", async (_what, what) => {
  const asked = tried(gone, goes, does(what), 6000);
  await page.evaluate(() => 1);
  expect(verdicts(await asked)).toEqual(goes.map(() => "the page did not come to rest within 6 s"));
  expect(verdicts(await tried(gone, goes, does("")))).toEqual(goes.map(() => "same"));
});
it("that has a storage of its own keeps nothing for the next", async () => {
  const counts = does(
    `localStorage.n = 1 + Number(localStorage.getItem("n") ?? 0); if (localStorage.n !== "1") note.remove()`,
  );
  for (let i = 0; i < 2; i++) expect(verdicts(await tried(gone, goes, counts))).toEqual(goes.map(() => "same"));
});

it("from a pasted page to its trial, and to the fault that it gets", async () => {
  const person = await stage.page();
  const html = strangers["hold to turn the heap"]!;
  await press(person, "From HTML");
  await pasteHtml(person, html);
  await press(person, "Make the component");
  await press(person, "Trial", ".views");
  await untilText(person, ".trial-set", "A frame, here");
  // Who goes to another view ends it, and is told.
  await press(person, "Put it on trial");
  await person.waitForSelector(".trial-stage iframe");
  await press(person, "Sheet", ".views");
  await person.waitForSelector(".grid");
  await press(person, "Trial", ".views");
  await untilText(person, ".trial-sum", "stopped");
  await press(person, "Try again");
  const sum = (wanted: RegExp): Promise<string> =>
    until(
      () => text(person, ".trial-sum"),
      (t) => wanted.test(t),
    );
  await sum(/^\d+ runs: \d+ the same$/);
  // Whoever started it has the focus again.
  expect(await person.evaluate(() => document.activeElement?.textContent)).toBe("Try again");
  await person.$eval(".trial-pasted", (field) => {
    const area = field as HTMLTextAreaElement;
    area.setSelectionRange(0, area.value.length);
    area.focus();
  });
  await person.evaluate(
    (changed) => document.execCommand("insertText", false, changed),
    html.replace("'Turned.'", "'Done.'"),
  );
  await press(person, "Try again");
  await sum(/differ/);
  await untilText(person, ".trial-facts", "Done.");
});
