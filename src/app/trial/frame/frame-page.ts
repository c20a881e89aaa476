/** A page in a sandboxed frame as a system: made-up input, a clock that stands still until it is told to go on. */
import { type Remote, wrap } from "comlink";
import type { Stimulus } from "../../../core/model";
import {
  type Done,
  GLIDED,
  type Observation,
  type Opening,
  type Page,
  type StandInRequest,
  type Wanted,
} from "../../../core/trial";
import type { FrameCalls } from "../../../trial/in-frame/calls";

export interface FrameOptions {
  html: string;
  /** Selectors by part, as far as they are known. */
  map: Readonly<Record<string, string>>;
  requests: readonly StandInRequest[];
  /** Where its frame stands. It has to be in view: browsers draw no other. */
  stage: HTMLElement;
  /** ms of real time, after which a page is taken for one that never comes to rest. */
  patience?: number;
  /** Is told what was guessed. */
  guessed?(part: string, selector: string, why: string): void;
}

const PATIENCE = 15_000;
/** ms of real time in which a page answers that is there. */
const ANSWER = 3_000;

/**
 * This machine has two names, and what is under the other is another site's to a browser: the frame has a process of its own
 * there, and what never ends in it does not hold up the app.
 */
function frameAddress(): string {
  const address = new URL("/trial-frame.html", location.href);
  address.hostname = location.hostname === "localhost" ? "127.0.0.1" : "localhost";
  return address.href;
}

export class FramePage implements Page {
  private readonly frame = document.createElement("iframe");
  private readonly map: Record<string, string>;
  private readonly noted = new Set<string>();
  private readonly ended = new AbortController();
  private api: Remote<FrameCalls> | null = null;
  private isLeaving = false;

  constructor(private readonly options: FrameOptions) {
    this.map = { ...options.map };
  }

  async open({ width, height, scroll, reducedMotion }: Opening): Promise<Done> {
    const { frame, options } = this;
    frame.title = "Page on trial";
    // Without leave for forms their `submit` never comes; where they would go is shut by the policy of the frame.
    frame.setAttribute("sandbox", "allow-scripts allow-forms");
    frame.tabIndex = -1;
    frame.style.border = "0";
    this.size(width, height);
    const ready = new Promise<void>((done) => {
      const hear = ({ source, data }: MessageEvent): void => {
        if (source === frame.contentWindow && data === "ready") done();
      };
      addEventListener("message", hear, { signal: this.ended.signal });
    });
    const empty = new Promise((done) => frame.addEventListener("load", done, { once: true }));
    frame.src = frameAddress();
    options.stage.replaceChildren(frame);
    // What is out of view is not drawn, and never goes on.
    options.stage.scrollIntoView({ block: "nearest" });
    await this.bounded(Promise.all([ready, empty]));
    const { port1, port2 } = new MessageChannel();
    // A frame without an origin can be told by no other name.
    frame.contentWindow?.postMessage("port", "*", [port2]);
    const api = wrap<FrameCalls>(port1);
    this.api = api;
    void api.leaving().then(() => {
      this.isLeaving = true;
    });
    frame.focus();
    frame.addEventListener("load", () => void this.loaded(), { signal: this.ended.signal });
    await this.asked((api) => api.write(options.html, { scroll, reducedMotion, requests: options.requests }));
    return this.asked<Done>((api) => api.open(scroll));
  }

  async act(stimulus: Stimulus): Promise<Done> {
    if ("resize" in stimulus) this.size(stimulus.resize.width, stimulus.resize.height);
    return this.asked<Done>((api) => api.act(stimulus, this.map));
  }
  pass(ms: number): Promise<void> {
    return this.asked((api) => api.pass(ms));
  }
  async observe(parts: readonly string[]): Promise<Observation> {
    const seen = await this.asked((api) => api.observe(this.map, [...parts]));
    if (seen.glided) this.noted.add(GLIDED);
    return seen;
  }
  mapped(): readonly string[] {
    return Object.keys(this.map);
  }
  async find(wanted: readonly Wanted[]): Promise<void> {
    for (const { part, selector, why } of await this.asked((api) => api.guess([...wanted], this.map))) {
      this.map[part] = selector;
      this.options.guessed?.(part, selector, why);
    }
  }
  notes(): readonly string[] {
    return [...this.noted];
  }
  async picture(): Promise<string | null> {
    return null;
  }
  async close(): Promise<void> {
    this.ended.abort(new Error("the page was closed"));
    this.frame.remove();
  }

  private size(width: number, height: number): void {
    const { frame } = this;
    const { stage } = this.options;
    const scale = Math.min(1, stage.clientWidth / width);
    frame.width = String(width);
    frame.height = String(height);
    frame.style.transform = `scale(${scale})`;
    stage.style.height = `${height * scale}px`;
  }

  /**
   * A document has come into the frame. The page's own may be told of late; another does not answer, whatever it is: were it
   * the error that it may not go where it wanted.
   */
  private async loaded(): Promise<void> {
    const late = new Promise<boolean>((done) => setTimeout(() => done(false), ANSWER));
    const isHere = !this.isLeaving && (await Promise.race([this.api?.here(), late]));
    if (!isHere) this.ended.abort(new Error("the page left for elsewhere"));
  }

  private asked<T>(work: (api: Remote<FrameCalls>) => PromiseLike<T>): Promise<T> {
    if (!this.api) return Promise.reject(new Error("the page is not open"));
    return this.bounded(work(this.api));
  }

  /** What takes too long, or whose page has gone, is told as such. */
  private bounded<T>(work: PromiseLike<T>): Promise<T> {
    const { signal } = this.ended;
    return new Promise((done, refuse) => {
      if (signal.aborted) return refuse(signal.reason);
      const { patience = PATIENCE } = this.options;
      const tooLong = `the page did not come to rest within ${patience / 1000} s`;
      const late = setTimeout(() => refuse(new Error(tooLong)), patience);
      signal.addEventListener("abort", () => refuse(signal.reason), { once: true });
      const end = (): void => clearTimeout(late);
      work.then(done, refuse).then(end, end);
    });
  }
}
