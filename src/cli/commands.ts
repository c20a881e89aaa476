/** The commands of `lively`: the same core as the app. */
import { fileURLToPath } from "node:url";
import { Command, CommanderError, InvalidArgumentError } from "commander";
// The lists alone: what they name is loaded when it is asked for.
import { type TargetKey, targetKeys } from "../core/deliver/keys";
import { isTrialSet, sets, type TrialSet } from "../core/trial/asked";
import type { Apart } from "./apart";
import type { Output, Wishes } from "./check";
import type { DeliverWishes } from "./deliver";
import type { TrialWishes } from "./trial";

function percent(text: string): number {
  const n = Number(text);
  if (text.trim() === "" || !(n >= 0 && n <= 100)) throw new InvalidArgumentError("a number from 0 to 100");
  return n;
}
function shardOf(text: string): NonNullable<Wishes["shard"]> {
  const found = /^(\d+)\/(\d+)$/.exec(text);
  const [index, of] = [Number(found?.[1]), Number(found?.[2])];
  if (!(index >= 1 && index <= of)) throw new InvalidArgumentError("such as 1/3, from 1/3 to 3/3");
  return { index, of };
}

function count(text: string): number {
  const n = Number(text);
  if (!Number.isSafeInteger(n) || n < 1) throw new InvalidArgumentError("a whole number from 1");
  return n;
}

function targetOf(text: string): TargetKey {
  const found = targetKeys.find((t) => t === text);
  if (!found) throw new InvalidArgumentError(`one of ${targetKeys.join(", ")}`);
  return found;
}

function trialSet(text: string): TrialSet {
  if (!isTrialSet(text)) throw new InvalidArgumentError(`one of ${sets.join(", ")}`);
  return text;
}

function port(text: string): number {
  const n = Number(text);
  if (text.trim() === "" || !Number.isInteger(n) || n < 0 || n > 65_535)
    throw new InvalidArgumentError("a number from 0 to 65535");
  return n;
}

type ProversFor = (files: readonly string[]) => Apart;

interface Added {
  program: Command;
  output: Output;
  /** Without it, files are proved in processes of their own. */
  proversFor: ProversFor | undefined;
  exit(code: number): void;
}

function addCheck({ program, output, exit, proversFor: given }: Added): void {
  program
    .command("check")
    .description("run the scenarios and rules of component files")
    .argument("<files...>", "component files")
    .option("--json", "one JSON object instead of a report")
    .option("--junit <file>", "write a report for continuous integration")
    .option("--markdown <file>", "write a report to be read")
    .option("--min-coverage <percent>", "share of the reactions that each component's scenarios have to take", percent)
    .option("--min-mutation <percent>", "share of small faults put in that the scenarios have to notice", percent)
    .option("--situations <number>", "after which exploring a component stops and says so (default: 50000)", count)
    .option("--tag <word>", "only scenarios with that tag")
    .option("--shard <I/N>", "only every N-th file from the I-th on", shardOf)
    .action(async (files: string[], wishes: Wishes) => {
      // The processes that prove start while the rest of the command is loaded.
      const proversFor = given ?? (await import("./apart")).proversFor;
      const prover = proversFor(files);
      const { check } = await import("./check");
      exit(await check(files, wishes, output, prover));
    });
}

function addTrace({ program, output, exit }: Added): void {
  program
    .command("trace")
    .description("run a component file or SCXML chart step by step, one JSON object a line")
    .argument("<file>", "a component file or an SCXML chart")
    .argument("[steps...]", "send:NAME or wait:MS, one after another")
    .action(async (file: string, steps: string[]) => {
      const { trace } = await import("./trace");
      exit(trace(file, steps, output));
    });
}

function addDeliver({ program, output, exit }: Added): void {
  program
    .command("deliver")
    .description("write components as code for a project")
    .argument("<files...>", "component files")
    .requiredOption("--to <target>", `one of ${targetKeys.join(", ")}`, targetOf)
    .requiredOption("--out <folder>", "where the files go; nothing else is written")
    .option("--watch", "again whenever a file changes")
    .option("--force", "overwrite what was changed by hand")
    .option("--no-proof", "do not prove the components first")
    .action(async (files: string[], wishes: DeliverWishes & { watch?: boolean }) => {
      const { deliver, watchFiles } = await import("./deliver");
      exit(await deliver(files, wishes, output));
      if (!wishes.watch) return;
      const ended = new AbortController();
      process.once("SIGINT", () => ended.abort());
      output.out("Watching. Ctrl+C ends it.");
      watchFiles(files, ended.signal, (file) => void deliver([file], wishes, output));
    });
}

function addTrial({ program, output, exit }: Added): void {
  program
    .command("trial")
    .description("hold pages in a real browser to component files")
    .argument("<files...>", "component files")
    .option("--page <address or file>", "the page; without it the one that would be delivered")
    .option("--browser <name or path>", "chromium, firefox, or the path of a browser", "chromium")
    .option("--connect <address>", "a browser that runs already: its WebSocket or debugging address")
    .option("--set <runs>", "scenarios, reactions, pairs or situations", trialSet, "scenarios" as const)
    .option("--tag <word>", "only scenarios with that tag")
    .option("--shard <I/N>", "only every N-th run from the I-th on", shardOf)
    .option("--map <part=selector...>", "which element is which part, where it is not guessed right")
    .option("--allow-host <name...>", "hosts beside this machine that the page may be at, and ask")
    .option("--json", "one JSON object instead of a report")
    .option("--junit <file>", "write a report for continuous integration")
    .option("--markdown <file>", "write a report to be read")
    .option("--pictures <folder>", "a picture of the page at each difference")
    .option("--real-time", "leave the page its own clock, and let pass what is a little late")
    .option("--strict", "fail where something that was asked could not be done, too")
    .option("--real-requests", "send requests to their servers, instead of answering them as specified")
    .action(async (files: string[], wishes: TrialWishes) => {
      const { trial } = await import("./trial");
      exit(await trial(files, wishes, output));
    });
}

function addServe({ program, output, exit }: Added): void {
  program
    .command("serve")
    .description("start the app on this machine; in a folder of component files, it works on those")
    .argument("[folder]", "component files, *.lively.json")
    .option("--port <number>", "0 for any that is free", port, 4173)
    .action(async (folder: string | undefined, { port: wanted }: { port: number }) => {
      const { startServer } = await import("../server/serve");
      const ended = await startServer({
        root: fileURLToPath(new URL("../app", import.meta.url)),
        port: wanted,
        ...(folder === undefined ? {} : { folder }),
        ...output,
        otherPort: "lively serve --port 4174",
      });
      if (ended !== null) exit(ended);
    });
}

/**
 * Runs one command.
 * @param args as they follow `lively`
 * @returns the exit code: 0 where all holds, 1 where not, 2 for bad input
 */
export async function run(args: readonly string[], output: Output, proversFor?: ProversFor): Promise<number> {
  let code = 0;
  const program = new Command("lively").description("Check and run component files, and start the app.").exitOverride();
  program.configureOutput({
    writeOut: (text) => output.out(text.trimEnd()),
    writeErr: (text) => output.err(text.trimEnd()),
  });
  if (process.env.LIVELY_VERSION) program.version(process.env.LIVELY_VERSION);
  const exit = (ended: number): void => {
    code = ended;
  };
  for (const add of [addCheck, addTrace, addDeliver, addTrial, addServe]) add({ program, output, exit, proversFor });
  try {
    await program.parseAsync(args, { from: "user" });
  } catch (error) {
    if (!(error instanceof CommanderError)) throw error;
    return error.exitCode === 0 ? 0 : 2;
  }
  return code;
}
