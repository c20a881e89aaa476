/**
 * `npm run agree:components -- --target page|module|… --engine chromium|firefox`: every demo component and every starting
 * point in one form, on trial over its scenarios and over what leads to each of its reactions. With `--record` the run is
 * told in docs/deliver.md and in the app.
 */
import { demoComponents } from "../../src/demo";
import { startingPoints } from "../../src/demo/starting-points";
import { startBrowser } from "../../src/trial";
import { option } from "../option";
import { tryForm } from "../trial/forms";
import type { BuiltTarget } from "./built";
import type { EngineName } from "./engine";
import { record, today } from "./record";

const engine = option("engine", "chromium") as EngineName;
const target = option("target", "page") as BuiltTarget | "page";

const browser = await startBrowser({ browser: engine });
const all = [...demoComponents, ...startingPoints];
let [of, agreed] = [0, 0];
for (const each of all) {
  const doc = each.load();
  const { runs, right, told } = await tryForm(browser, target, doc);
  of += runs;
  agreed += right;
  console.log(`${target} ${engine}: ${doc.name}: ${right} of ${runs}`);
  for (const line of told) console.log(`  ${line}`);
}
await browser.end();
console.log(`${target} ${engine}: ${agreed} of ${of} runs of ${all.length} components are as specified.`);
process.exitCode = agreed < of ? 1 : 0;
if (process.argv.includes("--record"))
  record({ target, engine, components: { of, agreed, on: today(), components: all.length } });
