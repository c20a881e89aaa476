/** What has to be there before anything else runs: a new enough Node, the packages, for tests a Chromium. */
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, statSync } from "node:fs";
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

/** A program by one of its names; installs Debian's package when none is found and this process may. Null without. */
function debian(names, pack) {
  const find = () => {
    for (const name of names) {
      const found = spawnSync("which", [name], { encoding: "utf8" });
      if (found.status === 0) return found.stdout.trim();
    }
    return null;
  };
  const found = find();
  if (found) return found;
  const isDebian =
    existsSync("/etc/debian_version") ||
    /debian/i.test(existsSync("/etc/os-release") ? readFileSync("/etc/os-release", "utf8") : "");
  if (!isDebian || process.getuid?.() !== 0) return null;
  console.log(`Installing ${pack} from Debian's packages …`);
  run("apt-get", ["update", "-qq"]);
  run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", pack], {
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    stdio: ["ignore", "ignore", "inherit"],
  });
  return find();
}

/** The path of a Chromium. */
export const chromium = () =>
  process.env.LIVELY_CHROMIUM || debian(["chromium", "chromium-browser", "google-chrome"], "chromium");
/** The same Chromium without its windows, with which pages are held half as long; the whole one where there is none. */
export const shell = () =>
  process.env.LIVELY_CHROMIUM || debian(["chromium-headless-shell"], "chromium-headless-shell") || chromium();
/** The path of a Firefox. */
export const firefox = () => process.env.LIVELY_FIREFOX || debian(["firefox-esr", "firefox"], "firefox-esr");
