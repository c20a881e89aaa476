/** A component on a page: the kernel's run, with the browser as its host. */

import type { Action, State, StateIndex, Value } from "../behaviour";
import { flatten } from "../chart";
import { complete, endChart } from "../complete";
import { fitted } from "../data";
import { matches } from "../events";
import { Fault, type Run } from "../run";
import { select } from "../select";
import { startChart, take } from "../take";
import type { Act, Component, Env, Expression, Target, Time } from "./component";
import { action, type PageRow, rowsOf } from "./rows";
import { Timers } from "./timers";

/** Automatic steps at one instant after which a run is cut. */
const MAX_STEPS = 1000;

/** What a component needs beside the chart: each adds what the page listens to, or does an action. */
export interface Feature {
  acts?: Record<string, (page: Page, action: never) => void>;
  begin?(page: Page): void;
  /** After every change, once the looks are on the page. */
  settle?(page: Page): void;
  /** Once everything is as it is to be: those who listen for what has come of it are told. */
  told?(page: Page): void;
  /** The component has begun: what changes from now on is seen to change. */
  begun?(page: Page): void;
  /** A CSS time that only the page can compute, ms. */
  time?(page: Page, text: string): number;
  /** Before every change. */
  before?(page: Page): void;
}

export class Page implements Run<Env>, Env {
  readonly states: State<Env>[];
  readonly rows: PageRow[];
  // only with automatic reactions
  readonly automaticRows: PageRow[];
  readonly parts: Record<string, HTMLElement> = Object.create(null);
  readonly data: Record<string, Value>;
  // only with own events
  readonly internal: string[] = [];
  // only with timers
  readonly external: string[] = [];
  // only with held focus
  /** What had the focus before something began to hold it. */
  back: HTMLElement | null | undefined;
  // only with focus that nothing holds
  /** What had it before the looks were written. */
  before: HTMLElement | null | undefined;
  readonly listening = new AbortController();
  // only with measures
  /** Done once the component is there, in the order in which it was asked for. */
  readonly starts: (() => void)[] = [];
  /** What was asked of the focus since it was settled last. */
  wanted: Target[] = [];
  active: Set<StateIndex> | null = null;
  // only with histories
  history: ReadonlyMap<StateIndex, readonly StateIndex[]> = new Map();
  event = "";
  done = false;
  // only with stopped events
  stopping = false;
  // only with focus listened for
  /** The page is being changed: nobody is told of what is so only on the way. */
  settling = false;
  /** The browser's event that is handled. */
  dom: Event | null = null;
  private now: ReadonlySet<StateIndex> = new Set([0]);
  // only with delays or timers
  private readonly timers = new Timers();
  // only with repeated steps
  private steps = 0;
  // only with rising conditions
  private holds: boolean[] = [];
  // only with rising conditions
  private readonly begun: boolean = false;
  // only with repeated steps
  /** One thing brings about another while it is handled. */
  private depth = 0;
  private readonly index: Map<string, StateIndex>;

  readonly root: HTMLElement;
  readonly component: Component;
  private readonly features: readonly Feature[];

  constructor(root: HTMLElement, component: Component, features: readonly Feature[]) {
    this.root = root;
    this.component = component;
    this.features = features;
    const chart = flatten<Act[], Env>({ name: "always", initial: component.initial, states: component.states });
    const { states } = chart;
    this.states = states;
    this.index = new Map(states.map((s) => [s.name, s.index]));
    // only with initial actions or entry actions or exit actions
    chart.withActions((list) => (list ?? []).map(action));
    for (const name of component.parts) this.parts[name] = root.querySelector<HTMLElement>(`[data-part="${name}"]`)!;
    this.data = { ...component.data };
    this.rows = rowsOf(component, this.index);
    // only with automatic reactions
    this.automaticRows = this.on("automatic");
    for (const f of features) f.begin?.(this);
    startChart(this);
    // only with completion
    complete(this);
    this.settle();
    // only with rising conditions
    this.holds = this.on("becomes").map((r) => this.attempt(r.at.when!) === true);
    // only with rising conditions
    this.begun = true;
    // only with reactions to the start
    this.react(this.on("mounted"));
    // only with measures
    for (const run of this.starts) run();
    for (const f of features) f.begun?.(this);
  }

  /** The rows that listen for one kind of event. */
  on(kind: string): PageRow[] {
    return this.rows.filter((r) => r.at.on === kind);
  }

  /**
   * Gives an event to rows, runs what they say to completion, and brings the page up to date.
   * @param only for a delay: the one state whose cell is meant
   */
  react(rows: readonly PageRow[], dom: Event | null = null, only?: StateIndex, event = ""): void {
    if (this.done || (!rows.length && !event)) return;
    // only with stopped events
    let stopped = false;
    this.handle(() => {
      const outer = this.dom;
      // only with stopped events
      const outerStopping = this.stopping;
      this.dom = dom;
      // only with stopped events
      this.stopping = false;
      this.event = event;
      take(this, select(this, rows, only));
      // only with stopped events
      stopped = this.stopping;
      // only with completion
      complete(this);
      this.settle();
      this.dom = outer;
      // only with stopped events
      this.stopping = outerStopping;
    });
    // only with stopped events
    if (stopped) dom?.stopPropagation();
  }

  // only with own events
  /** An own event that comes by itself: a timer's, an answer's, one that was sent. */
  arrive(event: string): void {
    this.react(this.rowsFor(event), null, undefined, event);
  }

  /** The page itself has changed: conditions may hold that did not. */
  refresh(): void {
    if (this.done) return;
    this.handle(() => {
      // only with completion
      complete(this);
      this.settle();
    });
  }

  private handle(what: () => void): void {
    // only with focus listened for
    // One thing within another is counted: what goes round without an end is cut.
    if (this.depth > 0 && !this.goesOn()) return;
    // only with repeated steps
    if (this.depth === 0) this.steps = 0;
    // only with repeated steps
    this.depth++;
    // tried only with repeated steps
    try {
      what();
    } finally {
      this.depth--;
    }
  }

  private settle(): void {
    // only with focus listened for
    this.settling = true;
    for (const f of this.features) f.before?.(this);
    this.root.dataset.states = this.states
      .filter((s) => s.index > 0 && this.now.has(s.index))
      .map((s) => s.name)
      .join(" ");
    for (const f of this.features) f.settle?.(this);
    // only with focus listened for
    this.settling = false;
    for (const f of this.features) f.told?.(this);
    // only with timers
    for (const event of this.external.splice(0)) this.later(event, 0);
  }

  // only with timers
  later(event: string, delay: number, id?: string): void {
    this.timers.start({ delay, id }, () => this.arrive(event));
  }

  // only with an end from outside
  /** The component is taken away: its rows for that are asked, then everything ends. */
  unmount = (): void => {
    this.react(this.on("unmounted"));
    if (!this.done) {
      this.done = true;
      endChart(this);
    }
    this.listening.abort();
  };

  // What the kernel asks of its host, and expressions of the run.

  isIn = (name: string): boolean => {
    const state = this.index.get(name);
    return state !== undefined && (this.active ?? this.now).has(state);
  };
  // only with focus and pointer asked for
  /** Told by the feature that looks after it. */
  focusWithin = (_part: string): boolean => false;
  // only with focus and pointer asked for
  hovered = (_part: string): boolean => false;
  // only with the page asked for
  readonly page = {
    get width() {
      return document.documentElement.clientWidth;
    },
    get height() {
      return innerHeight;
    },
    get scroll() {
      return scrollY;
    },
    get reducedMotion() {
      return matchMedia("(prefers-reduced-motion: reduce)").matches;
    },
  };
  leaves(): StateIndex[] {
    return [...this.now].filter((s) => this.states[s].atomic).sort((a, b) => a - b);
  }
  current(): ReadonlySet<StateIndex> {
    return this.now;
  }
  commit(active: ReadonlySet<StateIndex>): void {
    this.now = new Set(active);
  }
  // only with own events
  rowsFor(event: string): PageRow[] {
    return this.rows.filter((r) => r.at.events?.some((d) => matches(d, event)));
  }
  attempt(evaluate: Expression): Value | undefined {
    // tried only with what can fail
    try {
      return evaluate(this);
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      this.failed();
      return undefined;
    }
  }
  // only with what can fail
  failed(): void {
    // only with own events
    this.internal.push("error.execution");
  }
  act(action: Action<Env>): void {
    const act = action as unknown as Act;
    switch (act.do) {
      // only with changing data
      case "assign": {
        const value = fitted(this.component.ranges[act.data], act.value(this));
        if (value !== undefined) this.data[act.data] = value;
        break;
      }
      // only with prevented defaults
      case "prevent":
        this.dom?.preventDefault();
        break;
      // only with focus that is put somewhere
      case "focus":
        this.wanted.push(act.target);
        break;
      // only with timers
      case "cancel":
        this.timers.cancel((t) => t.id === act.id);
        break;
      // only with timers
      case "send": {
        const delay = this.time(act.delay);
        if (act.restart) this.timers.cancel((t) => t.id === act.id);
        if (delay <= 0 && !act.restart) this.external.push(act.event);
        else this.later(act.event, delay, act.id);
        break;
      }
      // only with actions of features
      default:
        for (const f of this.features) f.acts?.[act.do]?.(this, act as never);
    }
  }
  // only with delays or timers
  private time(time: Time): number {
    return typeof time === "number" ? time : this.features.find((f) => f.time)!.time!(this, time);
  }
  // only with delays
  leave(state: StateIndex): void {
    this.timers.cancel((t) => t.state === state);
  }
  // only with delays or focus that is put somewhere
  enter(state: StateIndex): void {
    const { name } = this.states[state];
    // only with delays
    for (const row of this.rows) {
      const after = row.at.after?.[name];
      if (after === undefined || !row.cells[state]) continue;
      const timer = { delay: this.time(after), repeats: row.at.on === "every", state };
      this.timers.start(timer, () => this.react([row], null, state));
    }
    // only with focus that is put somewhere
    const to = this.component.focus[name]?.to;
    // only with focus that is put somewhere
    if (to) this.wanted.push(to);
  }
  // only with rising conditions
  risen(): PageRow[] {
    if (!this.begun) return [];
    const before = this.holds;
    const rows = this.on("becomes");
    this.holds = rows.map((r) => this.attempt(r.at.when!) === true);
    return rows.filter((_r, i) => this.holds[i] && !before[i]);
  }
  // only with repeated steps
  goesOn(): boolean {
    if (++this.steps <= MAX_STEPS) return true;
    // only with own events
    // What it has sent by then would only begin it anew.
    this.internal.length = 0;
    // only with timers
    this.external.length = 0;
    return false;
  }
  // only with final states or an end from outside
  end(): void {
    // only with delays or timers
    this.timers.cancel(() => true);
  }
}
