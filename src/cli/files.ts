/** Reading files for the commands: component files and SCXML charts. */
import { readFileSync, statSync } from "node:fs";
import { looksLikeXml, readScxml } from "../core/exchange";
import { type Loaded, MAX_FILE, readComponent } from "../core/model";

/** @returns the document, or problems with their places */
export function readDocument(file: string): Loaded {
  const fail = (message: string): Loaded => ({ ok: false, problems: [{ path: "the file", message }] });
  try {
    const { size } = statSync(file);
    // Bytes are at least as many as characters; the loader counts those.
    if (size > MAX_FILE * 4) return fail(`is ${(size / 1e6).toFixed(0)} MB; at most ${MAX_FILE / 1e6} MB is read`);
    const text = readFileSync(file, "utf8");
    return looksLikeXml(text) ? readScxml(text) : readComponent(text);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === undefined) throw error;
    return fail(
      code === "ENOENT" ? "there is no such file" : code === "EISDIR" ? "is a folder" : `cannot be read (${code})`,
    );
  }
}
