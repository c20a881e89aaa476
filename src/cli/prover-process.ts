/** The process that proves the files it is told, one after the other. */
import { type Asked, proveFile } from "./check-file";

process.on("message", ({ file, asked }: { file: string; asked: Asked }) => {
  try {
    process.send!({ result: proveFile(file, asked) });
  } catch (error) {
    process.send!({ result: { ok: false, problems: [{ path: "proving it", message: String(error) }] } });
  }
});
// Whoever asked is gone.
process.on("disconnect", () => process.exit());
