/**
 * `npm run fuzz -- --minutes N --seed S [--runs N]`: damaged files, pages, charts, cells and style through every door of the
 * core (src/core/testing/fuzz). What throws, hangs or takes all the memory is made small, printed and kept: each case in
 * the folder `kept` is run by the tests from then on.
 */
import { type ChildProcess, fork, spawnSync } from "node:child_process";
import { existsSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import fc from "fast-check";
import { type FuzzCase, fuzzCases } from "../src/core/testing/fuzz/cases";
import { tryDoors } from "../src/core/testing/fuzz/doors";
import { smaller } from "../src/core/testing/fuzz/smaller";
import { demoComponents } from "../src/demo";

const option = (name: string, otherwise: string): string => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : (process.argv[at + 1] ?? otherwise);
};
const self = fileURLToPath(import.meta.url);
/** A case that takes longer than this is one that a person would wait for in vain. */
const LIMIT = Number(option("limit", "15000"));
const kept = fileURLToPath(new URL("../src/core/testing/fuzz/kept/", import.meta.url));

/** What is the same for cases that break in the same place. */
const causeOf = (error: unknown): string => {
  const { message = String(error), stack = "" } = error as Error;
  const place = stack.split("\n").find((l) => /src\/(core|kernel)\/(?!testing)/.test(l)) ?? "";
  const said = message.replace(/"(?:[^"\\]|\\.)*"|[\d.]+/g, "…").slice(0, 160);
  return `${said} ${place.replace(/^.*\/src\//, "").replace(/:\d+\)?$/, "")}`;
};
const causeIn = ({ kind, luck }: FuzzCase, text: string): string | null => {
  try {
    tryDoors(kind, text, luck);
    return null;
  } catch (error) {
    return causeOf(error);
  }
};

const cases = fuzzCases(demoComponents.map((c) => c.load()));
/** A seed is a case: the child's and the driver's are the same. */
const caseOf = (seed: number): FuzzCase => fc.sample(cases, { seed, numRuns: 1 })[0];

type Told = { begun: number } | { done: number } | { broken: FuzzCase; cause: string; seed: number };

/** The child: cases from a seed on, each announced before it is tried. */
function work(from: number): void {
  const known = new Set<string>();
  const say = (told: Told): Promise<void> => new Promise((done) => void process.send!(told, () => done()));
  void (async () => {
    for (let seed = from; ; seed++) {
      const found = caseOf(seed);
      await say({ begun: seed });
      const cause = causeIn(found, found.text);
      if (cause && !known.has(cause)) {
        known.add(cause);
        await say({ done: seed });
        const text = smaller(found.text, (t) => causeIn(found, t) === cause);
        await say({ broken: { ...found, text }, cause, seed });
      } else await say({ done: seed });
    }
  })();
}

/** One case, in a process of its own that may be ended. */
function alone(one: FuzzCase): boolean {
  const done = spawnSync(process.execPath, ["--import", "tsx", self, "--alone"], {
    input: JSON.stringify(one),
    timeout: LIMIT + 3000,
    stdio: ["pipe", "ignore", "ignore"],
    env: { ...process.env, NODE_OPTIONS: "--max-old-space-size=2000" },
  });
  return done.status !== 0;
}

async function drive(): Promise<void> {
  const first = Number(option("seed", String(Date.now() % 100_000_000)));
  const most = Number(option("runs", "0"));
  const minutes = Number(option("minutes", most ? "100000" : "1"));
  const until = Date.now() + minutes * 60_000;
  const causes = new Set<string>();
  let tried = 0;
  let seed = first;
  const tell = (one: FuzzCase, cause: string, at: number): void => {
    if (causes.has(cause)) return;
    causes.add(cause);
    console.log(`\n${causes.size}. seed ${at}, ${one.kind}: ${cause}\n${one.text.slice(0, 1500)}`);
    const file = `${kept}${one.kind}-${at}.json`;
    if (!existsSync(file)) writeFileSync(file, `${JSON.stringify({ ...one, why: cause }, null, 2)}\n`);
  };
  while (Date.now() < until && !(most && tried >= most)) {
    const child: ChildProcess = fork(self, ["--work", "--from", String(seed)], {
      execArgv: ["--import", "tsx", "--max-old-space-size=3000"],
      stdio: ["ignore", "ignore", "inherit", "ipc"],
    });
    await new Promise<void>((ended) => {
      let begun = -1;
      let watch: NodeJS.Timeout | undefined;
      const end = (why: string | null): void => {
        clearTimeout(watch);
        child.removeAllListeners();
        child.kill("SIGKILL");
        if (why && begun >= 0) {
          const found = caseOf(begun);
          const text = alone(found) ? smaller(found.text, (t) => alone({ ...found, text: t }), 90) : found.text;
          // Where it hung nobody can say: each is told, and none is tried again.
          tell({ ...found, text }, `${why}, case ${begun}`, begun);
          seed = begun + 1;
        }
        ended();
      };
      child.on("exit", () => end("the process ended"));
      child.on("message", (told: Told) => {
        if ("begun" in told) {
          begun = told.begun;
          watch = setTimeout(() => end(`more than ${LIMIT / 1000} s`), LIMIT);
          return;
        }
        if ("broken" in told) return tell(told.broken, told.cause, told.seed);
        clearTimeout(watch);
        begun = -1;
        tried++;
        seed = told.done + 1;
        if (Date.now() >= until || (most && tried >= most)) end(null);
      });
    });
  }
  console.log(`\n${tried} cases from seed ${first}: ${causes.size ? `${causes.size} kinds broke` : "nothing broke"}.`);
  process.exitCode = causes.size ? 1 : 0;
}

if (process.argv.includes("--work")) work(Number(option("from", "0")));
else if (process.argv.includes("--alone")) {
  let given = "";
  process.stdin.on("data", (d) => {
    given += d;
  });
  process.stdin.on("end", () => {
    const one = JSON.parse(given) as FuzzCase;
    causeIn(one, one.text);
    process.exit(0);
  });
} else await drive();
