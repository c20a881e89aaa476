/** The browsers that the tests need: what is missing or too old is installed from Debian's packages, where this process may. */
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { root, run } from "./setup.mjs";

const needed = JSON.parse(readFileSync(join(root, "src/trial/browser/versions.json"), "utf8"));

/** What each is called on the PATH and in Debian's packages. */
const kinds = {
  chromium: {
    name: "Chromium",
    engine: "chromium",
    variable: "LIVELY_CHROMIUM",
    programs: ["chromium", "chromium-browser", "google-chrome"],
    pack: "chromium",
  },
  shell: {
    name: "Chromium's headless shell",
    engine: "chromium",
    programs: ["chromium-headless-shell", "chrome-headless-shell"],
    pack: "chromium-headless-shell",
  },
  firefox: {
    name: "Firefox",
    engine: "firefox",
    variable: "LIVELY_FIREFOX",
    programs: ["firefox-esr", "firefox"],
    pack: "firefox-esr",
  },
};

const onPath = (program) => {
  const found = spawnSync("which", [program], { encoding: "utf8" });
  return found.status === 0 ? found.stdout.trim() : null;
};

/** Its version, such as 153.8.0; null for a program that does not tell one. */
const versionOf = (path) =>
  /\d+(\.\d+)+/.exec(spawnSync(path, ["--version"], { encoding: "utf8" }).stdout ?? "")?.[0] ?? null;

/** A program of this kind, and the version that is too old; neither where there is none. */
function find({ engine, programs, variable }) {
  const named = variable && process.env[variable];
  const path = named || programs.map(onPath).find(Boolean);
  if (!path || !existsSync(path)) return {};
  const version = versionOf(path);
  return Number.parseInt(version ?? "0", 10) >= needed[engine]
    ? { path }
    : { tooOld: `${path}, version ${version ?? "unknown"}` };
}

const mayInstall = () => existsSync("/etc/debian_version") && process.getuid?.() === 0;

function aptInstall(packs) {
  console.log(`Installing ${packs.join(", ")} from Debian's packages …`);
  run("apt-get", ["update", "-qq"]);
  run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...packs], {
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
    stdio: ["ignore", "ignore", "inherit"],
  });
}

/** @returns the path of each, null where it cannot be had; and what to do about those, one message each */
export function browsers() {
  const lacking = () => Object.values(kinds).filter((kind) => !find(kind).path);
  // What somebody has named is not replaced.
  const packs = lacking().flatMap((kind) => (kind.variable && process.env[kind.variable] ? [] : [kind.pack]));
  if (packs.length && mayInstall()) aptInstall(packs);
  const missing = lacking()
    // Without the shell, the whole Chromium stands in for it.
    .filter((kind) => kind !== kinds.shell)
    .map((kind) => {
      const { tooOld } = find(kind);
      const state = tooOld ? `${kind.name} is too old: found ${tooOld}` : `No ${kind.name} was found`;
      return `${state}. ${kind.name} ${needed[kind.engine]} or newer is needed: install Debian's package ${kind.pack}, or name one in ${kind.variable}.`;
    });
  const path = (kind) => find(kind).path ?? null;
  return { chromium: path(kinds.chromium), shell: path(kinds.shell), firefox: path(kinds.firefox), missing };
}
