import { readFileSync } from "node:fs";
import { basename } from "node:path";
import { readHtml } from "../src/core/exchange";
import { runsOf } from "../src/core/trial";
import { putOnTrial, startBrowser } from "../src/trial";
import { told } from "./trial/told";
const files = process.argv.slice(3);
const max = Number(process.argv[2]);
const browser = max > 0 ? await startBrowser({ browser: "chromium" }) : null;
for (const f of files) {
  const html = readFileSync(f, "utf8");
  const t = Date.now();
  const read = readHtml(html, basename(f, ".html"));
  if (!read.ok) { console.log(f, "REFUSED", read.message); continue; }
  if (!read.behaviour) { console.log(f, "NOTHING READ"); continue; }
  const { doc, notUnderstood, unlike } = read.behaviour;
  console.log(`== ${basename(f)} ${Date.now() - t} ms; ${doc.states.length} states, ${doc.reactions?.length ?? 0} rows, data ${(doc.data ?? []).map((d) => d.name).join(",")}`);
  for (const n of notUnderstood) console.log("   not understood:", JSON.stringify(n));
  for (const n of unlike) console.log("   unlike:", JSON.stringify(n));
  if (process.env.SHOW) console.log(JSON.stringify(doc, null, 1).slice(0, 6000));
  if (!browser) continue;
  const { runs, left } = runsOf(doc, "reactions");
  const some = runs.filter((_r, i) => i % Math.ceil(runs.length / max) === 0);
  const { trial } = await putOnTrial(browser, doc, some, { source: { html }, patience: 120000 });
  console.log(`   ${some.length} of ${runs.length} runs; unseen ${trial.unseen}; left ${left.join("; ").slice(0, 200)}`);
  for (const l of told(trial).slice(0, 8)) console.log("   !!", l.slice(0, 400));
}
await browser?.end();
process.exit(0);
