import { readdirSync, readFileSync } from "node:fs";
import { readHtml } from "../src/core/exchange";
import { allStates } from "../src/core/model";
import { runsOf } from "../src/core/trial";
import { putOnTrial, startBrowser } from "../src/trial";
import { told } from "./trial/told";

const only = process.argv[2];
const browser = process.argv.includes("--read") ? null : await startBrowser({ browser: "chromium" });
for (const f of readdirSync("/tmp/str2")
  .filter((f) => f.endsWith(".html") && (!only || only.startsWith("--") || new RegExp(only).test(f)))
  .sort()) {
  const html = readFileSync(`/tmp/str2/${f}`, "utf8");
  const t = Date.now();
  try {
    const read = readHtml(html, f);
    if (!read.ok) {
      console.log(f, "REFUSED", read.message);
      continue;
    }
    if (!read.behaviour) {
      console.log(f, "no behaviour");
      continue;
    }
    const { doc, notUnderstood, unlike } = read.behaviour;
    console.log(
      `${f} ${Date.now() - t} ms: ${allStates(doc).length} states, ${doc.data.length} data, ${doc.reactions.length} rows`,
    );
    for (const n of notUnderstood) console.log("   NOT", JSON.stringify(n).slice(0, 200));
    for (const u of unlike) console.log("   UNLIKE", JSON.stringify(u).slice(0, 300));
    if (browser) {
      const all = runsOf(doc, "reactions").runs;
      const runs = all.filter((_r, i) => i % Math.ceil(all.length / 8) === 0);
      const { trial } = await putOnTrial(browser, doc, runs, { source: { html } });
      const lines = told(trial).filter((l) => !l.includes("is still on its way"));
      console.log(`   trial: ${runs.length} of ${all.length} runs`, lines.length ? "" : "ok");
      for (const l of lines.slice(0, 4)) console.log("   ✗", l.slice(0, 400));
    }
  } catch (e) {
    console.log(f, "THREW", (e as Error).stack?.slice(0, 600));
  }
}
await browser?.end();
