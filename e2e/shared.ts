/** One server and one browser for all journeys: each page has a context of its own. */
import { type ChildProcess, spawn } from "node:child_process";
import puppeteer, { type Browser, type Page } from "puppeteer-core";
import { chromiumFlags, findBrowser } from "../src/trial";

export interface App {
  address: string;
  end(): void;
}

/** Starts the server of the built app on a free port. */
export async function startApp(): Promise<App> {
  const server: ChildProcess = spawn("node_modules/.bin/tsx", ["src/server/main.ts"], {
    env: { ...process.env, PORT: "0" },
  });
  const address = await new Promise<string>((resolve, reject) => {
    server.stdout!.on("data", (data) => {
      const found = /http:\S+/.exec(String(data));
      if (found) resolve(found[0]);
    });
    server.stderr!.on("data", (data) => /Error|not built/.test(String(data)) && reject(new Error(String(data))));
  });
  return { address, end: () => void server.kill() };
}

/** Without the flag by which pages on trial may open windows. */
export const launchOwn = (): Promise<Browser> =>
  puppeteer.launch({ executablePath: findBrowser("chromium").path, args: [...chromiumFlags] });

const { LIVELY_SHARED_APP: sharedApp, LIVELY_SHARED_BROWSER: sharedBrowser } = process.env;

/** The shared server where tests have one, else one of its own. */
export const app = async (): Promise<App> => (sharedApp ? { address: sharedApp, end: () => {} } : await startApp());

/** The shared browser where tests have one, else one of its own; `close` leaves the shared one to others. */
export async function launch(): Promise<Browser> {
  if (!sharedBrowser) return launchOwn();
  const browser = await puppeteer.connect({ browserWSEndpoint: sharedBrowser });
  const pages: Page[] = [];
  const contexts: { close(): Promise<void> }[] = [];
  const { newPage, createBrowserContext } = browser;
  browser.newPage = async (...how) => {
    const page = await newPage.apply(browser, how);
    await page.emulateFocusedPage(true);
    pages.push(page);
    return page;
  };
  browser.createBrowserContext = async (...how) => {
    const context = await createBrowserContext.apply(browser, how);
    contexts.push(context);
    return context;
  };
  browser.close = async () => {
    await Promise.all([...pages, ...contexts].map((c) => c.close().catch(() => {})));
    await browser.disconnect();
  };
  return browser;
}
