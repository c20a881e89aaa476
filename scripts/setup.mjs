/** What has to be there before anything else runs: a new enough Node, and the packages. */
import { spawn, spawnSync } from "node:child_process";
import { existsSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = join(dirname(fileURLToPath(import.meta.url)), "..");
process.chdir(root);

const [major, minor] = process.versions.node.split(".").map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  console.error(
    `Lively State needs Node 20.19 or newer; this is ${process.versions.node}. Install a newer Node and try again.`,
  );
  process.exit(2);
}

/** Runs a command in the project's folder; gives its exit code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: "inherit", ...options });
  if (done.error) throw done.error;
  return done.status ?? 1;
}

/** Runs a command beside others; gives its exit code, with its output in one piece once it has ended. */
export function runAside(command, args) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: ["ignore", "pipe", "pipe"] });
    const output = [];
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (text) => output.push(text));
    child.on("error", reject);
    child.on("close", (code) => {
      process.stdout.write(Buffer.concat(output));
      resolve(code ?? 1);
    });
  });
}

/** A program that a package brings. */
export const bin = (name) => join(root, "node_modules", ".bin", name);

/** Installs the packages of a folder when they are missing or older than its lock file. */
export function install({ quiet = false, folder = "." } = {}) {
  const done = join(root, folder, "node_modules", ".package-lock.json");
  const lock = join(root, folder, "package-lock.json");
  if (existsSync(done) && statSync(done).mtimeMs >= statSync(lock).mtimeMs) return;
  const stdio = quiet ? ["ignore", 2, 2] : "inherit";
  if (run("npm", ["ci", "--no-audit", "--no-fund"], { stdio, cwd: join(root, folder) }) !== 0) {
    console.error("The packages could not be installed; see above.");
    process.exit(2);
  }
}
