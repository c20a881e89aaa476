/**
 * `npm run agree -- --runs N --seed S --engine chromium|firefox`: random specifications, acted out by the core and by the
 * delivered page. Prints the smallest one that differs, of each that does. With `--crowded` of few words that come again
 * and again; with `--nested` of parts in parts, in few words each of which meets all others; with `--small` of little, with
 * pages that carry little of the kernel; with `--target` in another form than the page, with `--target live` on the live
 * page of the built app; with `--frames own` in a browser that draws by itself; with `--record` the run is told in
 * docs/deliver.md and in the app. `--processes` and `--tabs` share out the work.
 */
import { fork } from "node:child_process";
import { availableParallelism } from "node:os";
import fc from "fast-check";
import { printEvent, printFocusRule, printLook, printReaction } from "../../src/core/expression";
import { allParts, allStates, type Component } from "../../src/core/model";
import { nested } from "../../src/core/testing/nested";
import { crowded, type Deed, deeds, small, specifications } from "../../src/core/testing/specifications";
import { LiveTarget, liveDifference } from "../live/target";
import { option } from "../option";
import { Stage } from "../stage";
import type { BuiltTarget } from "./built";
import { type EngineName, open } from "./engine";
import { type Difference, difference } from "./hold";
import { leftOut, leftOutText } from "./left-out";
import { record, today } from "./record";

const kinds = { crowded, nested, small };
const kind = Object.entries(kinds).find(([name]) => process.argv.includes(`--${name}`));
const from = kind ? kind[1] : specifications;
const runs = Number(option("runs", "100"));
const seed = Number(option("seed", String(Date.now() % 1_000_000)));
const engine = option("engine", "chromium") as EngineName;
const target = option("target", "page") as "page" | "live" | BuiltTarget;
// Firefox has one focus for all its tabs: where another takes it, a page hears that its window has lost it.
const processes = engine === "firefox" ? 1 : Number(option("processes", String(availableParallelism())));
const side = engine === "firefox" || target === "live" ? 1 : Number(option("tabs", "2"));
/** `--frames own`: the whole Chromium, which draws by itself; else its headless shell, which draws on demand. */
const drawsByItself = option("frames", "asked") === "own";
const shrink = option("shrink", "yes") === "yes";

/** A specification as a person would type it. */
function sheet(doc: Component): string {
  const lines = [
    `parts: ${allParts(doc)
      .map(({ part, depth }) => `${"·".repeat(depth)}${part.name}`)
      .join(" ")}`,
  ];
  lines.push(
    `states: ${allStates(doc)
      .map(
        ({ state, depth }) =>
          `${"·".repeat(depth)}${state.name}${state.kind ? ` (${state.kind})` : ""}${state.entry ? ` entry ${JSON.stringify(state.entry)}` : ""}${state.exit ? ` exit ${JSON.stringify(state.exit)}` : ""}`,
      )
      .join(" ")}`,
  );
  if (doc.page.blocks) lines.push("with blocks");
  for (const rule of doc.page.css?.split("\n") ?? []) lines.push(rule);
  for (const row of doc.looks)
    for (const [s, l] of Object.entries(row.in)) lines.push(`look ${row.part} in ${s}: ${printLook(l)}`);
  for (const [s, f] of Object.entries(doc.focus)) lines.push(`focus in ${s}: ${printFocusRule(f)}`);
  for (const row of doc.reactions)
    for (const [s, c] of Object.entries(row.in)) lines.push(`${printEvent(row.event)} in ${s}: ${printReaction(c)}`);
  return lines.map((l) => `  ${l}`).join("\n");
}

interface Share {
  begun: number;
  differing: number;
  left: readonly (readonly [number, string])[];
}

interface Host {
  difference(doc: Component, acts: readonly Deed[]): Promise<Difference | null>;
  isThere(): boolean;
  end(): Promise<void>;
}

/** The live page of the built app: one tab, since each real key goes to the tab in front. */
async function liveHost(): Promise<Host> {
  const stage = await Stage.open();
  const page = await LiveTarget.newPage(stage);
  return {
    difference: (doc, acts) => liveDifference(stage, page, doc, acts),
    isThere: () => stage.browser.connected,
    end: () => stage.close(),
  };
}

async function deliveredHost(target: "page" | BuiltTarget): Promise<Host> {
  const browser = await open(engine, drawsByItself);
  return {
    difference: (doc, acts) => difference(browser, doc, acts, engine, target),
    isThere: () => browser.browser.connected,
    end: () => browser.end(),
  };
}

/** Acts out every `of`-th specification, from the `index`-th on, and prints those that differ. */
async function share(index: number, of: number): Promise<Share> {
  const host = await (target === "live" ? liveHost() : deliveredHost(target));
  let next = index;
  let begun = 0;
  let differing = 0;
  const one = async (): Promise<void> => {
    while (next < runs) {
      const run = next;
      next += of;
      if (begun++ % 100 === 0 && run > of) process.stderr.write(`${run} begun, ${differing} differ\n`);
      const property = fc.asyncProperty(from, deeds, async (doc, acts) => {
        const d = await host.difference(doc, acts);
        if (d)
          throw new Error(
            `${sheet(doc)}\n  done: ${d.done.join(" → ") || "nothing"}\n  ${d.differs.slice(0, 4).join("\n  ")}`,
          );
      });
      const result = await fc.check(property, {
        seed: seed + run,
        numRuns: 1,
        ...(shrink ? {} : { endOnFailure: true }),
      });
      // Not one of those that are left is held against anything.
      if (!host.isThere()) throw new Error(`the browser has gone, at seed ${seed + run}`);
      if (!result.failed) continue;
      differing++;
      const message = (result.errorInstance as Error | null)?.message ?? String(result.errorInstance);
      console.log(`\nseed ${seed + run}\n${message.slice(0, 3000)}`);
    }
  };
  await Promise.all(Array.from({ length: side }, one));
  await host.end();
  return { begun, differing, left: leftOut() };
}

/** The same in a process of its own. @throws where that ends before it has done its share */
const shareApart = (index: number, of: number): Promise<Share> =>
  new Promise((resolve, reject) => {
    const child = fork(process.argv[1], [...process.argv.slice(2), "--share", `${index}/${of}`]);
    child.on("message", (done) => resolve(done as Share));
    child.on("exit", (code) => code && reject(new Error(`a process ended with code ${code}`)));
  });

function report(shares: readonly Share[], seconds: number): void {
  const differing = shares.reduce((n, s) => n + s.differing, 0);
  const left = new Map<string, number>();
  for (const [n, reason] of shares.flatMap((s) => s.left)) left.set(reason, (left.get(reason) ?? 0) + n);
  const rows = [...left].map(([reason, n]) => [n, reason] as const).toSorted((a, b) => b[0] - a[0]);
  console.log(`\nLeft out, by reason:\n${leftOutText(rows)}`);
  console.log(
    `\n${engine}: ${runs - differing} of ${runs} specifications agree, from seed ${seed}, in ${seconds.toFixed(0)} s.`,
  );
  process.exitCode = differing ? 1 : 0;
  if (process.argv.includes("--record") && target !== "live")
    record({ target, engine, specifications: { of: runs, agreed: runs - differing, on: today(), seed } });
}

const own = option("share", "");
if (own) {
  const [index, of] = own.split("/").map(Number);
  process.send!(await share(index, of));
  process.disconnect();
} else {
  const began = performance.now();
  const of = Math.min(runs, processes);
  const shares = await Promise.all(Array.from({ length: of }, (_v, index) => shareApart(index, of)));
  report(shares, (performance.now() - began) / 1000);
}
