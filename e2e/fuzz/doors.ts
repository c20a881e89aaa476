/**
 * Damaged files, pages, charts, cells and style through every door of the core (src/core/testing/fuzz). What throws, hangs
 * or takes all the memory is made small, printed and kept: each case in the folder `kept` is run by the tests from then on.
 */
import { type ChildProcess, fork, spawnSync } from "node:child_process";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import type { FuzzCase } from "../../src/core/testing/fuzz/cases";
import { smaller } from "../../src/core/testing/fuzz/smaller";
import type { Length, Tried } from "./family";
import { caseOf, LIMIT, type Told } from "./trying";

const trying = fileURLToPath(new URL("./trying.ts", import.meta.url));
/** s of the processor after which a case hangs; on a busy machine, or where nobody counts them, it may take so many times that. */
const HANGS = 4 * LIMIT;
const BUSY = 20;
/** ms between two looks at a case that is under way. */
const LOOK = 2000;

/** s of the processor that a process has had; null where the system does not say. */
function hadOf(pid: number): number | null {
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, "utf8")
      .replace(/^.*\)\s/s, "")
      .split(" ");
    return (Number(fields[11]) + Number(fields[12])) / 100;
  } catch {
    return null;
  }
}
const kept = fileURLToPath(new URL("../../src/core/testing/fuzz/kept/", import.meta.url));

/** One case, in a process of its own that may be ended. */
function alone(one: FuzzCase): boolean {
  const done = spawnSync(process.execPath, ["--import", "tsx", trying, "--alone"], {
    input: JSON.stringify(one),
    timeout: 1000 * HANGS,
    stdio: ["pipe", "ignore", "ignore"],
    env: { ...process.env, NODE_OPTIONS: "--max-old-space-size=2000" },
  });
  return done.status !== 0;
}

/** Tries cases from a seed on, until their number or the time is reached; tells what breaks, and keeps it made small. */
export async function doors({ seed: first, most, until }: Length): Promise<Tried> {
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
  while (Date.now() < until && tried < most) {
    const child: ChildProcess = fork(trying, ["--work", "--from", String(seed)], {
      execArgv: ["--import", "tsx", "--max-old-space-size=3000"],
      stdio: ["ignore", "ignore", "inherit", "ipc"],
    });
    await new Promise<void>((ended) => {
      let begun = -1;
      let watch: NodeJS.Timeout | undefined;
      const end = (why: string | null): void => {
        clearInterval(watch);
        child.removeAllListeners();
        child.kill("SIGKILL");
        if (why && begun >= 0) {
          const found = caseOf(begun);
          const text = alone(found) ? smaller(found.text, (t) => alone({ ...found, text: t }), 20) : found.text;
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
          clearInterval(watch);
          const [had, since] = [hadOf(child.pid!) ?? 0, Date.now()];
          watch = setInterval(() => {
            const takes = (hadOf(child.pid!) ?? 0) - had;
            if (takes > HANGS || Date.now() - since > 1000 * HANGS * BUSY) end(`more than ${HANGS} s`);
          }, LOOK);
          return;
        }
        if ("broken" in told) return tell(told.broken, told.cause, told.seed);
        clearInterval(watch);
        if (told.seconds > LIMIT) tell(caseOf(told.done), `${told.seconds.toFixed(0)} s, case ${told.done}`, told.done);
        begun = -1;
        tried++;
        if (tried % 1000 === 0) console.log(`${tried} cases, up to seed ${told.done}`);
        seed = told.done + 1;
        if (Date.now() >= until || tried >= most) end(null);
      });
    });
  }
  return { tried, broken: [...causes] };
}
