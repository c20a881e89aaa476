/** A page in a real browser as a system: real input, a clock that stands still until it is told to go on. */
import { readFile } from "node:fs/promises";
import { fileURLToPath } from "node:url";
import type { Browser, BrowserContext, PageEvents, Page as Tab } from "puppeteer-core";
import type { Stimulus } from "../../core/model";
import type { Done, Observation, Opening, Page, PageBox, Wanted } from "../../core/trial";
import { isThisMachine } from "../../core/trial/asked";
import { GLIDED, never } from "../../core/trial/system";
import type { StandInRequest } from "../in-page/stand-in";
import type {} from "../in-page/trial-page";
import type { Engine, Started } from "./find";
import { type Frames, framesOf, tabOnDemand } from "./frames";
import { Input, NOT_CALMED } from "./input";
import { scriptOfPage, scriptTab } from "./opening";

/** A page in a browser can be pointed at, and asked more than the port does. */
export interface OpenedPage extends Page {
  boxes(): Promise<PageBox[]>;
  readonly tab: Tab;
}
export interface PageOptions {
  /** http, https or file. */
  address: string;
  /** Selectors by part, as far as they are known. */
  map: Readonly<Record<string, string>>;
  requests: readonly StandInRequest[];
  /** Hosts beside this machine that the page may be at, and ask. */
  allowed: readonly string[];
  /** A page that has not answered for longer is cut, ms of real time. */
  patience?: number;
  /** The page's own clock runs; nobody holds it. */
  realTime?: boolean;
  /** Is told what was guessed. */
  guessed?(part: string, selector: string, why: string): void;
}

/** ms: a tab that is not as good as new by then, since the browser draws no more frames in it, is not used again. */
const CLEARING = 10_000;

/** Why a page cannot open scrolled. */
const GROWS = "what the page is long by comes by its script; no browser scrolls it before";

/** @param late what is told where the work is not done by then; whatever becomes of it afterwards is nobody's business */
async function within<T>(ms: number, work: Promise<T>, late: Error): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const over = new Promise<never>((_done, refuse) => {
    timer = setTimeout(() => refuse(late), ms);
  });
  try {
    return await Promise.race([work, over]);
  } finally {
    clearTimeout(timer);
    work.catch(() => {});
  }
}

/** A page that has not answered for longer than this is cut, ms of real time: a busy machine is slow, but goes on. */
const LONGEST = 30_000;

/** Firefox loses its way where pages come and go at once. */
let opening: Promise<unknown> = Promise.resolve();
const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
  const mine = opening.then(work);
  opening = mine.catch(() => {});
  return mine;
};

export function openPage(started: Started, options: PageOptions): Promise<OpenedPage> {
  if (options.realTime && started.onDemand) throw new Error("in real time a page needs a browser that draws by itself");
  return inTurn(async () => {
    for (let tries = 1; ; tries++)
      try {
        return await openOne(started, options);
      } catch (error) {
        if (tries === 3) throw error;
      }
  });
}

/** Tabs in which a run has ended well; as good as new, and a good deal faster to have. */
const free = new WeakMap<Browser, Tab[]>();

async function openOne(started: Started, options: PageOptions): Promise<OpenedPage> {
  const { browser, engine } = started;
  const tabs = free.get(browser) ?? [];
  free.set(browser, tabs);
  const tab = tabs.pop() ?? (await newTab(started));
  const page = new BrowserPage(tab, engine, options, tabs);
  await page.prepare();
  return page;
}

/** What a person clicks may put a text into the clipboard; Chromium without windows lets nobody. */
async function mayCopy(tab: Tab): Promise<void> {
  // What is permitted goes with the session that permits it.
  const client = await tab.createCDPSession();
  const { id } = tab.browserContext();
  await client
    .send("Browser.setPermission", {
      permission: { name: "clipboard-write" },
      setting: "granted",
      ...(id ? { browserContextId: id } : {}),
    })
    // A browser that runs already may have its own mind.
    .catch(() => {});
}

const newContext = (browser: Browser): Promise<BrowserContext> =>
  browser
    .createBrowserContext({ downloadBehavior: { policy: "deny" } })
    // Not every browser can be told about downloads.
    .catch(() => browser.createBrowserContext());

async function newTab(started: Started): Promise<Tab> {
  const { browser, engine, onDemand } = started;
  const tab = onDemand ? await tabOnDemand(started, newContext) : await (await newContext(browser)).newPage();
  // Of several pages at once each has the focus, whichever window was opened last; Firefox has one for all.
  if (engine === "chromium") {
    await tab.emulateFocusedPage(true);
    await mayCopy(tab);
  }
  // Whatever is asked of it is bounded here.
  tab.setDefaultTimeout(0);
  await tab.setRequestInterception(true);
  return tab;
}

class BrowserPage implements OpenedPage {
  private readonly map: Record<string, string>;
  private readonly noted = new Set<string>();
  private opened = false;
  private readonly input: Input;
  /** Why the run cannot go on. */
  private broken: string | null = null;
  private readonly patience: number;
  /** It was waited for in vain. */
  private hangs = false;
  /** What is undone when the tab is given back. */
  private readonly leave: (() => unknown)[] = [];
  private readonly frames: Frames;

  constructor(
    readonly tab: Tab,
    private readonly engine: Engine,
    private readonly options: PageOptions,
    private readonly free: Tab[],
  ) {
    this.map = { ...options.map };
    this.input = new Input(tab, engine, this.map);
    this.patience = options.patience ?? LONGEST;
    this.frames = framesOf(tab);
  }

  async prepare(): Promise<void> {
    const { tab } = this;
    this.listen("dialog", (d) => {
      this.noted.add(`the page opened a dialog of the browser (“${d.message().slice(0, 80)}”); it was dismissed`);
      d.dismiss().catch(() => {});
    });
    this.listen("popup", (other) => {
      this.noted.add("the page opened another window; it was closed");
      other?.close().catch(() => {});
    });
    let loaded = false;
    this.listen("framenavigated", (frame) => {
      if (frame !== tab.mainFrame() || !this.opened || frame.url() === "about:blank") return;
      if (loaded && !frame.url().includes("#")) this.broken = `the page left for ${frame.url().slice(0, 200)}`;
      loaded = true;
    });
    this.listen("close", () => {
      this.broken ??= "the page was closed";
    });
    this.listen("error", () => {
      this.broken ??= "the page crashed";
    });
    // Nothing leaves this machine but for hosts that were allowed.
    this.listen("request", (request) => {
      const { protocol, hostname } = new URL(request.url());
      if (loaded && request.isNavigationRequest() && request.frame() === tab.mainFrame()) {
        this.noted.add(`the page would have left for ${request.url().slice(0, 200)}; it was held back`);
        return void request.abort("aborted").catch(() => {});
      }
      const inside =
        !/^(https?|wss?):$/.test(protocol) || isThisMachine(hostname) || this.options.allowed.includes(hostname);
      if (inside) return void request.continue().catch(() => {});
      this.noted.add(
        `the page asked ${hostname}, which is not on this machine; it was refused (--allow-host ${hostname})`,
      );
      request.abort().catch(() => {});
    });
  }

  private listen<K extends keyof PageEvents>(event: K, handler: (e: PageEvents[K]) => void): void {
    this.tab.on(event, handler);
    this.leave.push(() => this.tab.off(event, handler));
  }

  async open({ width, height, scroll, reducedMotion }: Opening): Promise<Done> {
    const { tab, options } = this;
    await tab.setViewport({ width, height });
    if (reducedMotion && !(await this.input.calm(true))) return { done: false, impossible: true, why: NOT_CALMED };
    if (scroll > 0 && (await this.bounded(this.lengthWithoutScript())) < scroll)
      return { done: false, impossible: true, why: GROWS };
    this.opened = true;
    await scriptTab(tab);
    const [{ identifier }] = await Promise.all([
      tab.evaluateOnNewDocument(
        scriptOfPage({ scroll, requests: options.requests, realTime: options.realTime === true }),
      ),
      this.input.letBe(true),
    ]);
    this.leave.push(() => tab.removeScriptToEvaluateOnNewDocument(identifier));
    const answer = await this.bounded(tab.goto(options.address, { waitUntil: "load" }));
    if (answer && answer.status() >= 400) throw new Error(`${options.address} answers ${answer.status()}`);
    await this.pass(0);
    await this.input.letBe(false);
    return { done: true };
  }

  /** How far, px, the page can be scrolled by its markup alone; without end where that cannot be found out. */
  private async lengthWithoutScript(): Promise<number> {
    const { tab, options } = this;
    const isFile = options.address.startsWith("file:");
    const text = isFile
      ? await readFile(fileURLToPath(options.address), "utf8")
      : await fetch(options.address).then((r) => r.text());
    // What lies beside a file is not given to a page that is elsewhere, and may be what it is long by.
    const markup = text.replace(/<script\b[\s\S]*?<\/script\s*>/gi, "");
    if (isFile && /\s(src|href)\s*=\s*["']?(?!data:|https?:|#|["'])/i.test(markup)) return Number.POSITIVE_INFINITY;
    const [doctype] = /^\s*<!doctype[^>]*>/i.exec(text) ?? [""];
    const still = `<meta http-equiv="Content-Security-Policy" content="script-src 'none'">`;
    const base = isFile ? "" : `<base href="${options.address.replaceAll('"', "%22")}">`;
    await tab.setContent(`${doctype}${still}${base}${text.slice(doctype.length)}`, { waitUntil: "load" });
    return tab.evaluate(() => (document.scrollingElement?.scrollHeight ?? 0) - innerHeight);
  }

  async act(stimulus: Stimulus): Promise<Done> {
    if ("answer" in stimulus && this.options.requests.some((r) => r.name === stimulus.answer && r.letThrough))
      return never(`the request ${stimulus.answer} goes to its server, which alone answers it`);
    return this.bounded(this.frames.during(this.actAndSettle(stimulus)));
  }

  private async actAndSettle(stimulus: Stimulus): Promise<Done> {
    const done = await this.input.act(stimulus);
    if (!done.done) return done;
    const told = this.options.realTime && (await this.tab.evaluate(() => window.trialPage.told()));
    await this.pass(0);
    return told ? { ...done, ...told } : done;
  }

  async pass(ms: number): Promise<void> {
    await this.bounded(this.frames.during(this.tab.evaluate((by) => window.trialPage.pass(by), ms)));
  }

  async observe(parts: readonly string[]): Promise<Observation> {
    const seen = await this.bounded(
      this.tab.evaluate((map, names) => window.trialPage.observe(map, names), this.map, parts as string[]),
    );
    if (seen.glided) this.noted.add(GLIDED);
    return seen;
  }

  mapped(): readonly string[] {
    return Object.keys(this.map);
  }

  async find(wanted: readonly Wanted[]): Promise<void> {
    const guesses = await this.bounded(
      this.tab.evaluate((w, map) => window.trialPage.guess(w, map), wanted as Wanted[], this.map),
    );
    for (const { part, selector, why } of guesses) {
      this.map[part] = selector;
      this.options.guessed?.(part, selector, why);
    }
  }

  notes(): readonly string[] {
    return [...this.noted];
  }

  boxes(): Promise<PageBox[]> {
    return this.bounded(this.tab.evaluate((map) => window.trialPage.boxes(map), this.map));
  }
  async picture(): Promise<string | null> {
    return `data:image/png;base64,${await this.bounded(this.frames.picture())}`;
  }

  async close(): Promise<void> {
    const { tab } = this;
    const spoilt = this.broken !== null || this.engine !== "chromium" || this.hangs;
    if (!spoilt && this.opened) {
      try {
        await within(CLEARING, this.clear(), new Error("the tab is not as good as new"));
        this.free.push(tab);
        return;
      } catch {
        // Then it is not used again.
      }
    }
    await inTurn(() => tab.browserContext().close());
  }

  /** What the page has kept goes, and what it was told; nothing is left of it for the next one. */
  private async clear(): Promise<void> {
    const { tab } = this;
    const url = new URL(tab.url());
    const origin = url.protocol === "file:" ? "file://" : url.origin;
    await this.frames.during(this.input.release());
    await tab.goto("about:blank");
    const client = await tab.createCDPSession();
    await Promise.all([
      ...this.leave.map((undo) => undo()),
      origin === "null" ? null : client.send("Storage.clearDataForOrigin", { origin, storageTypes: "all" }),
      client.send("Network.clearBrowserCookies"),
      this.frames.during(tab.mouse.move(-10, -10)),
    ]);
    await client.detach();
  }

  /** What takes too long, or ended with its page, is told as such. */
  private async bounded<T>(work: Promise<T>): Promise<T> {
    if (this.broken) throw new Error(this.broken);
    const late = new Error(`the page did not come to rest within ${this.patience / 1000} s`);
    try {
      const result = await within(this.patience, work, late);
      if (this.broken) throw new Error(this.broken);
      return result;
    } catch (error) {
      if (error === late) this.hangs = true;
      throw this.broken ? new Error(this.broken) : error;
    }
  }
}
