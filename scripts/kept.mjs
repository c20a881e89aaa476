/** Builds are kept: one is made again only where what it is made of has changed. */
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { root } from "./setup.mjs";

const isSource = (path) => !/\.test\.tsx?$|(^|\/)approved\//.test(path);

function* filesIn(path) {
  const all = join(root, path);
  if (!statSync(all).isDirectory()) return yield all;
  for (const entry of readdirSync(all, { recursive: true, withFileTypes: true })) {
    const file = join(entry.parentPath, entry.name);
    if (entry.isFile() && isSource(file)) yield file;
  }
}

/** A digest of the names and contents of files and folders; tests are left out. */
function digestOf(paths) {
  const hash = createHash("sha1");
  for (const file of paths.flatMap((p) => [...filesIn(p)]).sort())
    hash.update(file).update("\0").update(readFileSync(file));
  return hash.digest("hex");
}

/**
 * Runs `make` unless the result lies there and was made of the same.
 * @param result a file or folder, from the project's folder
 * @param paths what it is made of
 */
export function keep(result, paths, make) {
  const note = join(root, "dist", `.${result.replaceAll(/\W+/g, "-")}`);
  const digest = digestOf(["package-lock.json", "scripts", ...paths]);
  if (existsSync(join(root, result)) && existsSync(note) && readFileSync(note, "utf8") === digest) return;
  make();
  mkdirSync(dirname(note), { recursive: true });
  writeFileSync(note, digest);
}
