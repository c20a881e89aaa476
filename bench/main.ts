/** What things cost, as ratios in one run. Prints a table; docs/bench.md keeps the last one. */

import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { transformSync } from "esbuild";
import type { Page } from "puppeteer-core";
import { Bench } from "tinybench";
import { actOut } from "../e2e/delivered";
import { clickLive, launch, Stage } from "../e2e/stage";
import { deliverTo, KERNEL_FILE } from "../src/core/deliver";
import { readComponent } from "../src/core/model";
import { compile } from "../src/core/program";
import { Explorer, proveNow, runScenario } from "../src/core/proof";
import { advance, start, stimulate } from "../src/core/run";
import { deliveredPage, marked } from "../src/core/testing/delivered";
import { demoComponents } from "../src/demo";
import { longDay } from "./day";
import { exploring } from "./families";
import { heavy } from "./heavy";
import { largeInApp, largeInCore } from "./large";
import { initial, reduce } from "./reducer";
import { rulesInCore } from "./rules";
import { ribbonInApp, timeInCore } from "./time";
import { trialInFrame, trialsInBrowser } from "./trials";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const doc = read.doc;
const program = compile(doc);
/** Told as they come: the whole takes a while, and what was measured stands whatever comes of the rest. */
const rows = {
  push(...more: (readonly [what: string, number: string, aim: string])[]): void {
    for (const row of more) console.log(`| ${row.join(" | ")} |`);
  },
};
console.log("\n| what | measured | aim |\n|---|---|---|");

function interpreter(): void {
  let s = start(program).state;
  for (const target of ["trigger", "help", "take"]) s = stimulate(program, s, { click: target }).state;
  s = advance(program, s, s.now + 180);
  s = stimulate(program, s, { click: "trigger" }).state;
  s = advance(program, s, s.now + 240);
  for (const key of ["Tab", "Tab", "Escape"]) s = stimulate(program, s, { press: key }).state;
  advance(program, s, s.now + 180);
}
function byHand(): void {
  let d = initial;
  for (const target of ["trigger", "help", "take"]) d = reduce(d, { type: "click", target });
  d = reduce(d, { type: "time", to: d.now + 180 });
  d = reduce(d, { type: "click", target: "trigger" });
  d = reduce(d, { type: "time", to: d.now + 240 });
  for (const key of ["Tab", "Tab", "Escape"]) d = reduce(d, { type: "key", key });
  reduce(d, { type: "time", to: d.now + 180 });
}
const explore = (): Explorer => {
  const explorer = new Explorer(program, [], { situations: 1e6 });
  for (const _seen of explorer.run());
  return explorer;
};

const bench = new Bench({ time: 800 });
bench.add("interpreter", interpreter).add("reducer", byHand);
bench.add("explorer", () => void explore()).add("proof", () => void proveNow(doc));
bench.add("scenarios", () => {
  for (const s of doc.scenarios) runScenario(program, s);
});
await bench.run();
const ms = (name: string): number => {
  const { result } = bench.getTask(name)!;
  if (!result || !("latency" in result)) throw new Error(`${name} did not run`);
  return result.latency.p50;
};

const { situations, edges } = explore();
rows.push([
  "Interpreter against a hand-written reducer, the same 11 stimuli",
  `${(ms("interpreter") / ms("reducer")).toFixed(1)}×`,
  "5×",
]);
rows.push(["Interpreter, one stimulus", `${((ms("interpreter") / 11) * 1000).toFixed(1)} µs`, ""]);
rows.push([
  "Explorer on the demo dialog, situations a second",
  Math.round((situations.length / ms("explorer")) * 1000).toLocaleString("en"),
  "100,000",
]);
rows.push([
  "Explorer on the demo dialog, moves a second",
  Math.round((edges.length / 3 / ms("explorer")) * 1000).toLocaleString("en"),
  "",
]);
rows.push(["Full proof of the demo dialog", `${ms("proof").toFixed(1)} ms`, "150 ms"]);

rows.push(...heavy());
rows.push(
  ...exploring(
    doc,
    demoComponents.map((d) => d.load()),
  ),
);

// In the browser

const browser = await launch();
const open = async (): Promise<Page> => {
  const page = await browser.newPage();
  await page.setViewport({ width: doc.page.width, height: doc.page.height });
  await page.setContent(deliveredPage(marked(doc), null));
  return page;
};
let real = 0;
for (const scenario of doc.scenarios) {
  const from = performance.now();
  const wrong = await actOut(open, doc, scenario);
  real += performance.now() - from;
  if (wrong.length) throw new Error(wrong.join("\n"));
}
await browser.close();
rows.push([
  "Scenario set against the same set acted out in Chromium",
  `${Math.round(real / ms("scenarios")).toLocaleString("en")}× faster`,
  "500×",
]);

const stage = await Stage.open();
const app = await stage.page();
await app.click(".shelf-link");
await app.waitForSelector(".grid");
await app.evaluate(() => {
  const spans: number[] = [];
  let clicked = 0;
  addEventListener("message", ({ data }) => {
    if (data?.type === "click") clicked = performance.now();
    if (data?.type === "painted" && clicked) {
      spans.push(performance.now() - clicked);
      clicked = 0;
    }
  });
  Object.assign(window, { spans });
});
for (let i = 0; i < 12; i++) {
  await clickLive(app, "trigger");
  await new Promise((r) => setTimeout(r, 400));
  await clickLive(app, "close");
  await new Promise((r) => setTimeout(r, 400));
}
const spans = (await app.evaluate(() => (window as unknown as { spans: number[] }).spans)).sort((a, b) => a - b);
rows.push(
  ...rulesInCore(doc),
  ...largeInCore(),
  ...(await largeInApp(stage)),
  ...timeInCore(program),
  ...(await ribbonInApp(stage)),
);
rows.push(...(await trialsInBrowser(doc)), await trialInFrame(stage));
rows.push(...(await longDay(stage)));
await stage.close();
rows.push(["Stimulus to painted frame, median of 24 clicks", `${spans[spans.length >> 1].toFixed(1)} ms`, "16 ms"]);
rows.push(["Stimulus to painted frame, the slowest", `${spans[spans.length - 1].toFixed(1)} ms`, ""]);

// First load: what the page asks for before a view is opened

const folder = "dist/app/assets";
const entry = /src="\/assets\/([^"]+)"/.exec(readFileSync("dist/app/index.html", "utf8"))![1];
const linked = [...readFileSync("dist/app/index.html", "utf8").matchAll(/href="\/assets\/([^"]+\.js)"/g)].map(
  (m) => m[1],
);
const size = (file: string): number => gzipSync(readFileSync(join(folder, file))).length;
rows.push([
  "First load, compressed script",
  `${Math.round([entry, ...linked].reduce((n, f) => n + size(f), 0) / 1000)} kB`,
  "300 kB",
]);
rows.push([
  "All script, compressed",
  `${Math.round(
    readdirSync(folder)
      .filter((f) => f.endsWith(".js"))
      .reduce((n, f) => n + size(f), 0) / 1000,
  )} kB`,
  "",
]);

// What a project takes over

const taken = deliverTo("module", doc, null);
if (taken.ok) {
  const least = (text: string): string =>
    `${(gzipSync(transformSync(text, { minify: true }).code).length / 1000).toFixed(1)} kB`;
  const [own] = taken.files;
  const kernel = taken.files.find((f) => f.path === KERNEL_FILE)!;
  rows.push(["The kernel whole, minified and compressed", least(kernel.text), "6 kB"]);
  rows.push(["The dialog's own module, minified and compressed", least(own.text), "2 kB"]);
}
