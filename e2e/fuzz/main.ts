/**
 * `npm run fuzz -- --minutes N --seed S [--runs N] [--family NAME] [--record]`: everything that could break
 * the program, tried at random. Prints the smallest case of what does; `--record` writes the table in docs/reliability.md,
 * for which the last `npm test` gives the numbers of the tests.
 */
import { existsSync } from "node:fs";
import { option } from "../option";
import { days } from "./day";
import { doors } from "./doors";
import type { Length, Tried } from "./family";
import { injected } from "./injected";
import { kills } from "./kills";
import { properties } from "./properties";
import { record } from "./record";

/** Each with its share of the time, and how many of its cases are worth one of the doors' where a number is given. */
const families: Record<string, { share: number; each: number; run(length: Length): Promise<Tried> }> = {
  doors: { share: 0.6, each: 1, run: doors },
  injected: { share: 0.1, each: 0.1, run: injected },
  kills: { share: 0.1, each: 0.005, run: kills },
  properties: { share: 0.1, each: 0.0003, run: properties },
  day: { share: 0.1, each: 0.00005, run: days },
};

const seed = Number(option("seed", String(Date.now() % 100_000_000)));
const runs = Number(option("runs", "0"));
const minutes = Number(option("minutes", runs ? "100000" : "1"));
const only = option("family", "");
if (only && !families[only])
  throw new Error(`There is no family ${only}. There are ${Object.keys(families).join(", ")}.`);
const chosen = Object.entries(families).filter(([name]) => !only || name === only);
if (!only && !existsSync("dist/app/index.html")) throw new Error("The app is not built. Run: npm run build");
const whole = chosen.reduce((sum, [, f]) => sum + f.share, 0);
const done: Record<string, Tried> = {};
for (const [name, { share, each, run }] of chosen) {
  const until = Date.now() + (minutes * 60_000 * share) / whole;
  const most = runs ? Math.ceil(only ? runs : runs * each) : Number.POSITIVE_INFINITY;
  const { tried, broken } = await run({ seed, most, until });
  done[name] = { tried, broken };
  for (const b of broken) console.log(`\n${name}: ${b.slice(0, 2000)}`);
  console.log(
    `\n${name}: ${tried} tried from seed ${seed}: ${broken.length ? `${broken.length} broke` : "nothing broke"}.`,
  );
}
if (process.argv.includes("--record")) record(done, seed);
process.exit(Object.values(done).some((d) => d.broken.length) ? 1 : 0);
