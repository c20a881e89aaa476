/** Which browser is on this machine, and how it is started: without a window, with a profile that is thrown away. */
import { existsSync } from "node:fs";
import { basename, delimiter, join } from "node:path";
import puppeteer, { type Browser } from "puppeteer-core";
import needed from "./versions.json" with { type: "json" };

export type Engine = "chromium" | "firefox";

export interface BrowserWish {
  /** `chromium`, `firefox`, or the path of a program. */
  browser: string;
  /** The address of a browser that runs already: its WebSocket, or its HTTP debugging address. */
  connect?: string;
  /** Pages draw in real time, so the whole Chromium is started even where its headless shell is installed. */
  drawsByItself?: boolean;
}

/** There is no such browser, or it does not start; says where it was looked for, and the way out. */
export class NoBrowser extends Error {}

const names: Record<Engine, readonly string[]> = {
  chromium: ["chromium", "chromium-browser", "google-chrome", "google-chrome-stable", "chrome", "microsoft-edge"],
  firefox: ["firefox", "firefox-esr"],
};
/** Chromium without windows: its tabs draw on demand, which a trial does not have to wait for. */
const shells: readonly string[] = ["chromium-headless-shell", "chrome-headless-shell"];
const isShell = (path: string): boolean => /headless[-_]shell/i.test(basename(path));
const variables: Record<Engine, string> = { chromium: "LIVELY_CHROMIUM", firefox: "LIVELY_FIREFOX" };
const elsewhere: Record<Engine, readonly string[]> = {
  chromium: [
    "/Applications/Chromium.app/Contents/MacOS/Chromium",
    "/Applications/Google Chrome.app/Contents/MacOS/Google Chrome",
    "C:\\Program Files\\Google\\Chrome\\Application\\chrome.exe",
  ],
  firefox: ["/Applications/Firefox.app/Contents/MacOS/firefox", "C:\\Program Files\\Mozilla Firefox\\firefox.exe"],
};

/** What Chromium is told: no window, nothing of its own over the network. */
export const chromiumFlags: readonly string[] = [
  "--headless",
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

/** Flags of a browser whose tabs wait for `beginFrame`. Their tabs come from `Lanes`. */
const onDemandFlags: readonly string[] = [
  "--enable-begin-frame-control",
  "--run-all-compositor-stages-before-draw",
  // One process for all pages that the tab opens, one after the other: to start one takes as long as many a run.
  "--renderer-process-limit=1",
  "--disable-site-isolation-trials",
  "--disable-features=BackForwardCache",
];

/** Pages may open windows, so that it is seen that they do. */
const WINDOWS = "--disable-popup-blocking";

/** Motions go on in the page itself: beside it they would be taken up where real time has brought them. */
const firefoxPrefs = { "layers.offmainthreadcomposition.async-animations": false, "layout.frame_rate": 1000 };

/** Paths at which one of these programs may be. */
const placesOf = (programs: readonly string[]): string[] => {
  const folders = (process.env.PATH ?? "").split(delimiter);
  return [...programs.flatMap((n) => folders.map((f) => join(f, n))), ...programs.map((n) => join("/usr/bin", n))];
};

/** The program, and which engine it is. @throws NoBrowser */
export function findBrowser(wished: string): { path: string; engine: Engine } {
  if (wished !== "chromium" && wished !== "firefox") {
    if (!existsSync(wished))
      throw new NoBrowser(`There is no ${wished}. Say --browser chromium, firefox, or its path.`);
    return { path: wished, engine: /firefox|librewolf/i.test(wished) ? "firefox" : "chromium" };
  }
  const own = process.env[variables[wished]];
  const places = [...(own ? [own] : []), ...placesOf(names[wished]), ...elsewhere[wished]];
  const path = places.find((p) => existsSync(p));
  if (path) return { path, engine: wished };
  throw new NoBrowser(
    `No ${wished === "chromium" ? "Chromium" : "Firefox"} was found. Install one, or say where it is: --browser PATH, or ${variables[wished]}.`,
  );
}

/** The browser for pages on trial: the headless shell in place of Chromium, where nobody has named another. @throws NoBrowser */
function findForTrial(wished: string, drawsByItself: boolean): { path: string; engine: Engine } {
  const shell = placesOf(shells).find((p) => existsSync(p));
  const isOpen = wished === "chromium" && !process.env[variables.chromium] && !drawsByItself;
  return isOpen && shell ? { path: shell, engine: "chromium" } : findBrowser(wished);
}

export interface Started {
  browser: Browser;
  engine: Engine;
  /** Its tabs draw on demand. */
  onDemand: boolean;
  /** Starts one more of the same kind, which ends with this one. */
  another(): Promise<Browser>;
  /** Ends it where it was started here; lets go of it where it ran already. */
  end(): Promise<void>;
}

/**
 * Why a browser cannot be used; null where it can.
 * @param version as the browser reports it, such as `HeadlessChrome/156.0.8078.114`
 */
export function versionProblem(engine: Engine, version: string): string | null {
  const found = /\d[\d.]*/.exec(version)?.[0];
  if (found && Number.parseInt(found, 10) >= needed[engine]) return null;
  const name = engine === "firefox" ? "Firefox" : "Chromium";
  const state = found ? `${name} ${found} is too old` : `${name} reports no version`;
  return `${state}: ${name} ${needed[engine]} or newer is needed. Update it, or name another: --browser PATH, or ${variables[engine]}.`;
}

/** Ends what was started where its version is less than the one that is needed. @throws NoBrowser */
async function recentEnough(started: Started): Promise<Started> {
  const problem = versionProblem(started.engine, await started.browser.version());
  if (!problem) return started;
  await started.end();
  throw new NoBrowser(problem);
}

function launch(path: string, engine: Engine, onDemand: boolean): Promise<Browser> {
  if (engine === "chromium")
    return puppeteer.launch({
      executablePath: path,
      args: [...chromiumFlags, WINDOWS, ...(onDemand ? onDemandFlags : [])],
    });
  return puppeteer.launch({
    browser: "firefox",
    protocol: "webDriverBiDi",
    executablePath: path,
    headless: true,
    extraPrefsFirefox: firefoxPrefs,
  });
}

/** @throws NoBrowser */
export async function startBrowser({ browser: wished, connect, drawsByItself = false }: BrowserWish): Promise<Started> {
  try {
    if (connect !== undefined) {
      const at = connect.startsWith("ws") ? { browserWSEndpoint: connect } : { browserURL: connect };
      const engine: Engine = wished === "firefox" ? "firefox" : "chromium";
      const protocol = engine === "firefox" ? { protocol: "webDriverBiDi" as const } : {};
      const browser = await puppeteer.connect({ ...at, ...protocol, defaultViewport: null });
      const another = (): Promise<Browser> => Promise.reject(new NoBrowser("a connected browser is the only one"));
      return await recentEnough({ browser, engine, onDemand: false, another, end: () => browser.disconnect() });
    }
    const { path, engine } = findForTrial(wished, drawsByItself);
    const onDemand = isShell(path) && !drawsByItself;
    const all: Browser[] = [];
    const another = async (): Promise<Browser> => {
      const browser = await launch(path, engine, onDemand);
      all.push(browser);
      return browser;
    };
    const end = async (): Promise<void> => void (await Promise.all(all.map((b) => b.close())));
    return await recentEnough({ browser: await another(), engine, onDemand, another, end });
  } catch (error) {
    if (error instanceof NoBrowser) throw error;
    const what = connect === undefined ? `${wished} does not start` : `nothing answers at ${connect}`;
    throw new NoBrowser(`${what}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
