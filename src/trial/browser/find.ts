/** Which browser is on this machine, and how it is started: without a window, with a profile that is thrown away. */
import { existsSync } from "node:fs";
import { delimiter, join } from "node:path";
import puppeteer, { type Browser } from "puppeteer-core";

export type Engine = "chromium" | "firefox";

export interface BrowserWish {
  /** `chromium`, `firefox`, or the path of a program. */
  browser: string;
  /** The address of a browser that runs already: its WebSocket, or its HTTP debugging address. */
  connect?: string;
}

/** There is no such browser, or it does not start; says where it was looked for, and the way out. */
export class NoBrowser extends Error {}

const names: Record<Engine, readonly string[]> = {
  chromium: ["chromium", "chromium-browser", "google-chrome", "google-chrome-stable", "chrome", "microsoft-edge"],
  firefox: ["firefox", "firefox-esr"],
};
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

/** Pages may open windows, so that it is seen that they do. */
const WINDOWS = "--disable-popup-blocking";

/** Motions go on in the page itself: beside it they would be taken up where real time has brought them. */
const firefoxPrefs = { "layers.offmainthreadcomposition.async-animations": false, "layout.frame_rate": 1000 };

/** The program, and which engine it is. @throws NoBrowser */
export function findBrowser(wished: string): { path: string; engine: Engine } {
  if (wished !== "chromium" && wished !== "firefox") {
    if (!existsSync(wished))
      throw new NoBrowser(`There is no ${wished}. Say --browser chromium, firefox, or its path.`);
    return { path: wished, engine: /firefox|librewolf/i.test(wished) ? "firefox" : "chromium" };
  }
  const own = process.env[variables[wished]];
  const folders = (process.env.PATH ?? "").split(delimiter);
  const places = [
    ...(own ? [own] : []),
    ...names[wished].flatMap((n) => folders.map((f) => join(f, n))),
    ...names[wished].map((n) => join("/usr/bin", n)),
    ...elsewhere[wished],
  ];
  const path = places.find((p) => existsSync(p));
  if (path) return { path, engine: wished };
  throw new NoBrowser(
    `No ${wished === "chromium" ? "Chromium" : "Firefox"} was found. Install one, or say where it is: --browser PATH, or ${variables[wished]}.`,
  );
}

export interface Started {
  browser: Browser;
  engine: Engine;
  /** Ends it where it was started here; lets go of it where it ran already. */
  end(): Promise<void>;
}

/** @throws NoBrowser */
export async function startBrowser({ browser: wished, connect }: BrowserWish): Promise<Started> {
  try {
    if (connect !== undefined) {
      const at = connect.startsWith("ws") ? { browserWSEndpoint: connect } : { browserURL: connect };
      const engine: Engine = wished === "firefox" ? "firefox" : "chromium";
      const protocol = engine === "firefox" ? { protocol: "webDriverBiDi" as const } : {};
      const browser = await puppeteer.connect({ ...at, ...protocol, defaultViewport: null });
      return { browser, engine, end: () => browser.disconnect() };
    }
    const { path, engine } = findBrowser(wished);
    const browser =
      engine === "firefox"
        ? await puppeteer.launch({
            browser: "firefox",
            protocol: "webDriverBiDi",
            executablePath: path,
            headless: true,
            extraPrefsFirefox: firefoxPrefs,
          })
        : await puppeteer.launch({ executablePath: path, args: [...chromiumFlags, WINDOWS] });
    return { browser, engine, end: () => browser.close() };
  } catch (error) {
    if (error instanceof NoBrowser) throw error;
    const what = connect === undefined ? `${wished} does not start` : `nothing answers at ${connect}`;
    throw new NoBrowser(`${what}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
