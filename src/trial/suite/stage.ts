/**
 * What a delivered test suite stands on, in one file beside it: a real browser, a page whose clock stands still until it is
 * told to go on, and a look at what a person would notice. Made into `stage.mjs` by `npm run kernel`.
 */
import assert from "node:assert/strict";
import type { Observation, SeenPart, Wanted } from "../../core/trial";
import { type Started, startBrowser } from "../browser/find";
import { openPage } from "../browser/page";
import type { StandInRequest } from "../in-page/stand-in";

/** What is expected of a part; what is not said is not looked at. */
export type Seen = Partial<Omit<SeenPart, "scrolled away">>;
export interface WholePage {
  /** The part that has the focus; null for none. */
  focus?: string | null;
  /** px from the top */
  scroll?: number;
  /** What was announced since the last look, among other things. */
  announced?: readonly string[];
}
export interface Opened {
  width?: number;
  height?: number;
  scroll?: number;
  reducedMotion?: boolean;
}
export interface Component {
  /** Where the page is: http, https or file. */
  address: string;
  /** What each part is known by. */
  parts: readonly Wanted[];
  /** Selectors for parts that are not found by that. */
  selectors?: Readonly<Record<string, string>>;
  /** The page may be longer or shorter than the component knows. */
  sketched?: boolean;
  /** Requests that are answered here, on the page's clock. */
  requests?: readonly StandInRequest[];
}

/** So little more or less opacity nobody sees. */
const OPACITY = 0.02;
const FRAME = 1000 / 60;

/** @param engine `chromium` or `firefox`, or the path of a browser */
export async function openBrowser(engine = process.env.BROWSER_UNDER_TEST ?? "chromium"): Promise<Stage> {
  return new Stage(await startBrowser({ browser: engine }));
}

export class Stage {
  constructor(private readonly started: Started) {}
  /**
   * A fresh page, as it is the instant it is there.
   * @param skip is told why this page, or this browser, cannot be put through a step; what follows is let be
   */
  async open(component: Component, opened: Opened, skip: (why: string) => void): Promise<PageUnderTest> {
    const page = await openPage(this.started, {
      address: component.address,
      map: component.selectors ?? {},
      requests: component.requests ?? [],
      allowed: [],
    });
    const done = await page.open({ width: 1280, height: 800, scroll: 0, reducedMotion: false, ...opened });
    const under = new PageUnderTest(page, component, skip);
    under.goesOn(done);
    return under;
  }
  close(): Promise<void> {
    return this.started.end();
  }
}

type BrowserPage = Awaited<ReturnType<typeof openPage>>;
type Act = Parameters<BrowserPage["act"]>[0];

export class PageUnderTest {
  /** ms by which the page is ahead, since it was given frames to draw in. */
  private ahead = 0;
  constructor(
    private readonly page: BrowserPage,
    private readonly component: Component,
    private readonly skip: (why: string) => void,
  ) {}
  private ended = false;

  private async act(stimulus: Act): Promise<void> {
    if (this.ended) return;
    this.goesOn(await this.page.act(stimulus));
  }
  /** What no page or no browser can do ends the test; what this page does not let happen fails it. */
  goesOn(done: Awaited<ReturnType<BrowserPage["act"]>>): void {
    if (done.done) return;
    if (!done.impossible) assert.fail(done.why);
    this.ended = true;
    this.skip(done.why);
  }
  /** @param part null for the bare page */
  click = (part: string | null) => this.act({ click: part });
  pointerDown = (part: string | null) => this.act({ down: part });
  pointerUp = (part: string | null) => this.act({ up: part });
  moveOnto = (part: string | null) => this.act({ move: part });
  press = (key: string) => this.act({ press: key });
  hold = (key: string) => this.act({ keyDown: key });
  release = (key: string) => this.act({ keyUp: key });
  scrollTo = (px: number) => this.act({ scroll: px });
  resize = (width: number, height: number) => this.act({ resize: { width, height } });
  leaveWindow = () => this.act({ blur: true });
  reducedMotion = (preferred: boolean) => this.act({ reducedMotion: preferred });
  /** Answers a request that is under way. */
  answer = (request: string, ok: boolean) => this.act({ answer: request, ok });

  /** Lets the page's clock run, ms. */
  async wait(ms: number): Promise<void> {
    if (this.ended) return;
    const left = Math.max(0, ms - this.ahead);
    this.ahead = Math.max(0, this.ahead - ms);
    await this.page.pass(left);
  }

  /** Looks at the page as it is now. @throws an AssertionError that names each part and fact */
  async sees(expected: Readonly<Record<string, Seen>>, whole: WholePage = {}): Promise<void> {
    if (this.ended) return;
    await this.page.find(
      this.component.parts.map((p) => ({ ...p, present: p.present || expected[p.part]?.visible === true })),
    );
    const names = Object.keys(expected);
    const seen = await this.page.observe(this.page.mapped());
    const sketched = this.component.sketched ?? false;
    let differs = unlike(names, expected, whole, seen, sketched);
    if (differs.length) {
      // A page that draws in frames, and timers that count whole ms, get theirs.
      const ms = seen.lag ? seen.lag + 3 * FRAME : 1;
      await this.page.pass(ms);
      this.ahead += ms;
      const later = await this.page.observe(this.page.mapped());
      const still = unlike(names, expected, { ...whole, announced: undefined }, later, sketched);
      differs = differs.filter((d) => d.startsWith("announced") || still.some((s) => about(s) === about(d)));
    }
    assert.ok(!differs.length, differs.join("\n"));
  }
  close(): Promise<void> {
    return this.page.close();
  }
}

const about = (line: string): string => line.slice(0, line.indexOf(" is "));
const shown = (value: unknown): string => (value === undefined ? "nothing" : JSON.stringify(value));

function unlike(
  names: readonly string[],
  expected: Readonly<Record<string, Seen>>,
  whole: WholePage,
  seen: Observation,
  sketched: boolean,
): string[] {
  const out: string[] = seen.errors.map((e) => `the page threw: ${e}`);
  const say = (what: string, is: unknown, wanted: unknown): void => {
    if (JSON.stringify(is) !== JSON.stringify(wanted)) out.push(`${what} is ${shown(is)}, expected ${shown(wanted)}`);
  };
  for (const name of names) {
    const is = seen.parts[name];
    for (const [fact, wanted] of Object.entries(expected[name])) {
      // What is not in the document is not to be seen.
      if (fact === "visible" && sketched && is?.["scrolled away"]) continue;
      if (!is?.present) {
        if (fact === "visible" || fact === "present") say(`${name}: ${fact}`, false, wanted);
        else if (expected[name].visible !== false) out.push(`${name}: ${fact} is nothing, since no element was found`);
      } else if (fact === "opacity") {
        if (Math.abs(is.opacity - Number(wanted)) > OPACITY) say(`${name}: opacity`, is.opacity, wanted);
      } else if (fact === "attributes") {
        for (const [attribute, value] of Object.entries(wanted as SeenPart["attributes"]))
          say(`${name}: attribute ${attribute}`, is.attributes[attribute], value ?? undefined);
      } else if (fact !== "takes pointer" || is[fact] !== null) say(`${name}: ${fact}`, is[fact as keyof Seen], wanted);
    }
  }
  if (whole.focus !== undefined) say("focus", seen.focus.part, whole.focus);
  if (whole.scroll !== undefined && Math.abs(seen.scroll - whole.scroll) > 1) say("scroll", seen.scroll, whole.scroll);
  const unheard = whole.announced?.filter((text) => !seen.announced.includes(text)) ?? [];
  if (unheard.length) out.push(`announced is ${shown(seen.announced)}, expected ${shown(unheard)} among it`);
  return out;
}
