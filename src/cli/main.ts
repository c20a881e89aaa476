/** The command line: the same core as the app. Exit 0 when all holds, 1 when not, 2 for bad input. */
import { Command, CommanderError } from "commander";
import { check } from "./check";

const program = new Command("lively").description("Check component files.").exitOverride();
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

try {
  await program.parseAsync();
} catch (error) {
  if (!(error instanceof CommanderError)) throw error;
  process.exitCode = error.exitCode === 0 ? 0 : 2;
}
