/** Several components in one file: a zip of component files, which any program can open (docs/file-format.md). */
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { type Component, MAX_FILE, type Problem, readComponent } from "../../core/model";
import { COMPONENT_FILE, fileNames } from "./file-names";
import { storedName, storedText } from "./stored";

/** @param docs documents as they are stored, of any shape: what cannot be read is kept too */
export function writeBundle(docs: readonly unknown[]): Uint8Array {
  const files = fileNames(docs.map(storedName));
  return zipSync(Object.fromEntries(docs.map((doc, i) => [files[i], strToU8(storedText(doc))])));
}

/** Bytes that one file in a bundle, and all of them, may have once they are unpacked. */
const MOST_IN_ALL = 200_000_000;

/** @returns the components in it, and for what did not come in: its file, and why. Never throws. */
export function readBundle(bytes: Uint8Array): { docs: Component[]; refused: Problem[] } {
  const refused: Problem[] = [];
  let sum = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (!name.toLowerCase().endsWith(COMPONENT_FILE) || /(^|\/)(\.|__MACOSX)/.test(name)) return false;
        sum += originalSize;
        const fits = originalSize <= MAX_FILE && sum <= MOST_IN_ALL;
        if (!fits)
          refused.push({ path: name, message: `is larger than a component file may be, ${MAX_FILE / 1e6} MB` });
        return fits;
      },
    });
  } catch {
    return { docs: [], refused: [{ path: "the file", message: "is no zip file, or it is damaged" }] };
  }
  const docs: Component[] = [];
  for (const [name, content] of Object.entries(files).sort(([a], [b]) => (a < b ? -1 : 1))) {
    const read = readComponent(strFromU8(content));
    if (read.ok) docs.push(read.doc);
    else refused.push({ path: `${name}: ${read.problems[0].path}`, message: read.problems[0].message });
  }
  return { docs, refused };
}
