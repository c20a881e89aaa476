/** Frames of a tab that draws only when it is asked (`HeadlessExperimental.beginFrame` of the DevTools protocol). */
import type { Browser, BrowserContext, CDPSession, Protocol, Page as Tab } from "puppeteer-core";
import type { Started } from "./find";

type FrameRequest = Protocol.HeadlessExperimental.BeginFrameRequest;
type FrameAnswer = Protocol.HeadlessExperimental.BeginFrameResponse;

/** ms of real time before another frame is requested where the browser refused one, as between two documents. */
const PAUSE = 4;

export interface Frames {
  /** Requests frames until the work is done, and returns its result. */
  during<T>(work: Promise<T>): Promise<T>;
  /** A picture of the page as PNG, in base64. */
  picture(): Promise<string>;
}

/** A tab that draws by itself. */
const bySelf = (tab: Tab): Frames => ({
  during: (work) => work,
  picture: () => tab.screenshot({ encoding: "base64", type: "png" }),
});

/** How many frames a picture may take: one without changes brings none. */
const MOST_FRAMES = 10;

class RequestedFrames implements Frames {
  private pending = 0;
  private isDrawing = false;
  private last: Promise<unknown> = Promise.resolve();

  constructor(private readonly client: CDPSession) {}

  async during<T>(work: Promise<T>): Promise<T> {
    this.pending++;
    if (!this.isDrawing) void this.draw();
    try {
      return await work;
    } finally {
      this.pending--;
    }
  }

  async picture(): Promise<string> {
    for (let frames = 0; frames < MOST_FRAMES; frames++) {
      const { screenshotData } = await this.frame({ screenshot: { format: "png" } });
      if (screenshotData) return screenshotData;
    }
    throw new Error("the browser draws no picture");
  }

  private async draw(): Promise<void> {
    this.isDrawing = true;
    while (this.pending > 0 && !this.client.detached)
      // Nobody looks at what is drawn: layout, animation frames and observers are what a page is told of.
      await this.frame({ noDisplayUpdates: true }).catch(() => new Promise((done) => setTimeout(done, PAUSE)));
    this.isDrawing = false;
  }

  /** The browser takes one request at a time. */
  private frame(request: FrameRequest): Promise<FrameAnswer> {
    const answer = this.last.then(() => this.client.send("HeadlessExperimental.beginFrame", request));
    this.last = answer.catch(() => {});
    return answer;
  }
}

const byTab = new WeakMap<Tab, Frames>();

export const framesOf = (tab: Tab): Frames => byTab.get(tab) ?? bySelf(tab);

/**
 * Browsers of which each has one tab, because two frames at once crash a browser, and because a page that never draws would
 * hold up the frames of all others.
 */
class Lanes {
  private readonly idle: Browser[];

  constructor(private readonly started: Started) {
    this.idle = [started.browser];
  }

  async open(newContext: (browser: Browser) => Promise<BrowserContext>): Promise<Tab> {
    const browser = this.idle.find((b) => b.connected) ?? (await this.started.another());
    this.take(browser);
    const context = await newContext(browser);
    const tab = await openTab(browser, context);
    tab.once("close", () => this.idle.push(browser));
    byTab.set(tab, new RequestedFrames(await tab.createCDPSession()));
    return tab;
  }

  private take(browser: Browser): void {
    const at = this.idle.indexOf(browser);
    if (at >= 0) this.idle.splice(at, 1);
  }
}

const lanes = new WeakMap<Started, Lanes>();

/** Opens a tab that draws on demand, in a browser that has no other. */
export function tabOnDemand(started: Started, newContext: (browser: Browser) => Promise<BrowserContext>): Promise<Tab> {
  let own = lanes.get(started);
  if (!own) {
    own = new Lanes(started);
    lanes.set(started, own);
  }
  return own.open(newContext);
}

async function openTab(browser: Browser, context: BrowserContext): Promise<Tab> {
  const root = await browser.target().createCDPSession();
  await root.send("Target.createTarget", {
    url: "about:blank",
    ...(context.id ? { browserContextId: context.id } : {}),
    enableBeginFrameControl: true,
  });
  await root.detach();
  const target = await context.waitForTarget((t) => t.type() === "page");
  const tab = await target.page();
  if (!tab) throw new Error("the browser opened no tab");
  return tab;
}
