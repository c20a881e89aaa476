/** The command line: the same core as the app. Exit 0 when all holds, 1 when not, 2 for bad input. */
import { Command, CommanderError } from "commander";
import { check } from "./check";
import { trace } from "./trace";

const program = new Command("lively").description("Check and run component files.").exitOverride();
program
  .command("check")
  .description("run the scenarios and rules of component files")
  .argument("<files...>", "component files")
  .option("--json", "one JSON object instead of a report")
  .action((files: string[], options: { json?: boolean }) => {
    process.exitCode = check(files, options.json ?? false, {
      out: (text) => process.stdout.write(`${text}\n`),
      err: (text) => process.stderr.write(`${text}\n`),
    });
  });
program
  .command("trace")
  .description("run a component file or SCXML chart step by step, one JSON object a line")
  .argument("<file>", "a component file or an SCXML chart")
  .argument("[steps...]", "send:NAME or wait:MS, one after another")
  .action((file: string, steps: string[]) => {
    process.exitCode = trace(file, steps, {
      out: (text) => process.stdout.write(`${text}\n`),
      err: (text) => process.stderr.write(`${text}\n`),
    });
  });

try {
  await program.parseAsync();
} catch (error) {
  if (!(error instanceof CommanderError)) throw error;
  process.exitCode = error.exitCode === 0 ? 0 : 2;
}
