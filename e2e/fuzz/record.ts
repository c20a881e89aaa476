/** The table in docs/reliability.md: the families, what was tried of each in the last `npm run test:all`, and what at random. */
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { triedBy } from "../../src/core/testing/tried";
import { writeTable } from "../table";
import type { Tried } from "./family";

interface Row {
  name: string;
  what: string;
  holds: string;
  /** The tests, by file; and by name, where not all of it are meant. */
  where: string;
  named?: RegExp;
  /** What a case is. */
  each: string;
  /** What else of it was tried at random. */
  random?: string;
}

const families: readonly Row[] = [
  {
    name: "names from the language",
    what: "every demo component with states, parts and data named `constructor`, `toString`, `valueOf`, `hasOwnProperty` …",
    each: "components",
    holds: "proved, charted and delivered as under their own names; `__proto__` is refused with its place",
    where: "src/core/safety/safety.test.ts",
    named: /^names from the language/,
  },
  {
    name: "texts that break out",
    what: "50 payloads in each place of a component, and hostile markup",
    each: "components and pages",
    holds: "refused with the place, or stays there: file, chart and page read back the same",
    where: "src/core/safety/safety.test.ts",
    named: /^what a component says/,
  },
  {
    name: "the same, in a browser",
    what: "everything of it that is delivered as a page, opened in Chromium; at random, several texts at once in every form of delivery",
    each: "pages",
    holds: "nothing runs, no handler, no address that runs, one script, one style sheet",
    where: "e2e/injection.test.ts",
    random: "injected",
  },
  {
    name: "names in what is delivered",
    what: "components whose name, states, data, requests and scenarios have random names, words of the languages and names that look alike among them, in every form",
    each: "components",
    holds:
      "every file is read by its language without a fault; states, properties, requests and tests are found in it again, each once",
    where: "src/core/deliver/names.test.ts",
  },
  {
    name: "style",
    what: "random sheets of pieces that end things",
    each: "sheets",
    holds: "stays in its `<style>`",
    where: "src/core/safety/safety.test.ts",
    named: /^style/,
  },
  {
    name: "claims, facts, steps",
    what: "random claims with quotes, brackets and words of the notation in their texts",
    each: "claims, expectations and steps",
    holds: "read back as they were",
    where: "src/core/expression/notation/claim-notation.test.ts",
    named: /is read as the/,
  },
  {
    name: "bundles",
    what: "bundles of random and damaged components, cut and with changed bytes",
    each: "bundles",
    holds: "every component comes out as it went in; what is damaged is refused by its name, the others come in",
    where: "src/app/storage/bundle.test.ts",
  },
  {
    name: "a busy, full or refusing store",
    what: "random edits, refusals and waits over two components",
    each: "runs",
    holds: "at every instant the last edit is stored, or known not to be; in the end it is stored",
    where: "src/app/storage/keeper.test.ts",
  },
  {
    name: "leaving, undoing, taking over",
    what: "the same in the real interface; the tab killed",
    each: "journeys",
    holds: "nothing is lost",
    where: "e2e/keeping/",
  },
  {
    name: "killed browsers",
    what: "the whole browser killed at a random instant in the middle of edits, undoing and changing from one component to another, and started again",
    each: "kills",
    holds: "what was in force for 0.4 s is there, and nothing that was never said",
    where: "e2e/fuzz/kills.test.ts",
    random: "kills",
  },
  {
    name: "damaged records",
    what: "records of any shape in the store",
    each: "records",
    holds: "they stand on the shelf with the reason, can be saved and removed; the others work",
    where: "src/app/storage/stored.test.ts",
  },
  {
    name: "time, texts and tokens without end",
    what: "an interval of 1 ms and a wait of a day, texts that double, 60 tokens that double, 100,000 digits",
    each: "cases",
    holds: "stopped with its place, or done in one pass",
    where: "src/core/proof/budgets.test.ts",
  },
  {
    name: "one file that takes all the memory",
    what: "`lively check` with it and another",
    each: "run",
    holds: "it is told, the other is proved",
    where: "src/cli/check.test.ts",
    named: /takes all the memory/,
  },
  {
    name: "the core and the page",
    what: "random specifications, acted out in Chromium and Firefox; many more by `npm run agree` (docs/deliver.md has its runs)",
    each: "specifications",
    holds: "every fact of every part is the same after every act",
    where: "e2e/agree/agree.test.ts",
  },
  {
    name: "every door of the core",
    what: "damaged component files, pages, charts, cells and style: read, compiled, run, proved, asked, compared, merged, edited, delivered, written and read again",
    each: "cases",
    holds:
      "nothing throws; what is refused has a place and a reason; what was read reads back the same; nothing takes longer than 15 s or all the memory",
    where: "src/core/testing/fuzz/fuzz.test.ts",
    named: /^damaged/,
    random: "doors",
  },
  {
    name: "what ever broke a door",
    what: "each case, made small, in `core/testing/fuzz/kept/`",
    each: "cases",
    holds: "it does not any more",
    where: "src/core/testing/fuzz/fuzz.test.ts",
    named: /^what broke once/,
  },
  {
    name: "every property of the tests",
    what: "all that the tests hold for random cases, with another seed each time",
    each: "runs of all of them",
    holds: "as with the seed of the tests",
    where: "",
    random: "properties",
  },
  {
    name: "a long day",
    what: "5,000 stimuli, 1,000 edits, all undone, 50 components opened in turn, in one tab",
    each: "days",
    holds: "memory comes back, the last stretch is as fast as the first: `npm run bench` has the figures",
    where: "",
    random: "day",
  },
];

interface Result {
  file: string;
  name: string;
  passed: boolean;
  tried: number;
}
function results(): Result[] {
  return ["unit", "journeys"].flatMap((suite) => {
    const file = `dist/${suite}-results.json`;
    if (!existsSync(file))
      throw new Error(`There is no ${file}. Run npm run test:all first: its numbers go into the table.`);
    const { testResults } = JSON.parse(readFileSync(file, "utf8")) as {
      testResults: { name: string; assertionResults: { fullName: string; status: string; meta: object }[] }[];
    };
    return testResults.flatMap(({ name, assertionResults }) =>
      assertionResults.map((a) => ({
        file: name,
        name: a.fullName,
        passed: a.status === "passed",
        tried: triedBy(a),
      })),
    );
  });
}

const count = (n: number): string => n.toLocaleString("en");

/** What was tried at random last, of each family. */
interface Last {
  tried: number;
  broken: number;
  seed: number;
  /** The day, ISO 8601. */
  on: string;
}
const LAST = "e2e/fuzz/tried.json";

/** @param random what was tried at random just now, by family; of the others the table has what was tried before */
export function record(random: Readonly<Record<string, Tried>>, seed: number): void {
  const on = new Date().toISOString().slice(0, 10);
  const last = JSON.parse(readFileSync(LAST, "utf8")) as Record<string, Last>;
  for (const [name, { tried, broken }] of Object.entries(random))
    last[name] = { tried, broken: broken.length, seed, on };
  writeFileSync(LAST, `${JSON.stringify(last, null, 2)}\n`);
  const all = results();
  const rows = families.map(({ name, what, each, holds, where, named, random: also }) => {
    const of = where ? all.filter((r) => r.file.includes(where) && (!named || named.test(r.name))) : [];
    if (where && !of.length) throw new Error(`${where} has no test of “${name}”`);
    // A test that does not say how many cases it has is one.
    const tests = of.reduce((sum, r) => sum + (r.tried || 1), 0);
    const failed = of.filter((r) => !r.passed).length;
    const more = also ? last[also] : undefined;
    const tried = [
      ...(tests ? [`${count(tests)} ${each} with the tests`] : []),
      ...(more ? [`${count(more.tried)} ${tests ? "" : `${each} `}at random (${more.on}, seed ${more.seed})`] : []),
    ].join(", ");
    const broken = failed + (more?.broken ?? 0);
    const place = where ? ` \`${where.replace(/^src\//, "")}\`` : "";
    return `| ${name} | ${what} | ${tried || "not in this run"} | ${broken ? `**${broken} broke.** ` : ""}${holds} |${place} |`;
  });
  writeTable("docs/reliability.md", "tried", ["family", "what is tried", "how many", "what holds", "where"], rows);
}
