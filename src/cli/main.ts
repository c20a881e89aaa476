/** The command line. Exit 0 when all holds, 1 when not, 2 for bad input. */
import { run } from "./commands";

process.exitCode = await run(process.argv.slice(2), {
  out: (text) => void process.stdout.write(`${text}\n`),
  err: (text) => void process.stderr.write(`${text}\n`),
});
