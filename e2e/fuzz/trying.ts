/** The process in which cases are tried: it may hang or take all the memory, and is ended from outside then. */
import fc from "fast-check";
import { type FuzzCase, fuzzCases } from "../../src/core/testing/fuzz/cases";
import { tryDoors } from "../../src/core/testing/fuzz/doors";
import { smaller } from "../../src/core/testing/fuzz/smaller";
import { strangers } from "../../src/core/testing/strangers";
import { demoComponents } from "../../src/demo";

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

const cases = fuzzCases(
  demoComponents.map((c) => c.load()),
  Object.values(strangers),
);
/** A seed is a case: this process's and the driver's are the same. */
export const caseOf = (seed: number): FuzzCase => fc.sample(cases, { seed, numRuns: 1 })[0];

/** s of the processor; a case that takes more is one that a person would wait for in vain. */
export const LIMIT = 15;

export type Told =
  | { begun: number }
  | { done: number; seconds: number }
  | { broken: FuzzCase; cause: string; seed: number };

/** Cases from a seed on, each announced before it is tried. */
function work(from: number): void {
  const known = new Set<string>();
  const say = (told: Told): Promise<void> => new Promise((done) => void process.send!(told, () => done()));
  void (async () => {
    for (let seed = from; ; seed++) {
      const found = caseOf(seed);
      await say({ begun: seed });
      const before = process.cpuUsage();
      const cause = causeIn(found, found.text);
      const { user, system } = process.cpuUsage(before);
      const seconds = (user + system) / 1e6;
      if (cause && !known.has(cause)) {
        known.add(cause);
        await say({ done: seed, seconds });
        const text = smaller(found.text, (t) => causeIn(found, t) === cause);
        await say({ broken: { ...found, text }, cause, seed });
      } else await say({ done: seed, seconds });
    }
  })();
}

if (process.argv.includes("--work")) work(Number(process.argv[process.argv.indexOf("--from") + 1]));
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
}
