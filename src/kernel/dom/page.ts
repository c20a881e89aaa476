/** A component on a page: the kernel's run, with the browser as its host. */

import type { Action, Row, State, StateIndex, Value } from "../behaviour";
import { flatten } from "../chart";
import { complete, endChart } from "../complete";
import { fitted } from "../data";
import { matches } from "../events";
import { Fault, type Run } from "../run";
import { select } from "../select";
import { startChart, take } from "../take";
import type { Act, Component, Env, Expression, Reaction, Target, Time, Way } from "./component";

/** Automatic steps at one instant after which a run is cut. */
const MAX_STEPS = 1000;

export interface PageRow extends Row<Env> {
  at: Reaction;
}
interface Timer {
  id: string | undefined;
  state: StateIndex;
  handle: number;
}
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
  readonly automaticRows: PageRow[];
  readonly parts: Record<string, HTMLElement> = Object.create(null);
  readonly data: Record<string, Value>;
  readonly internal: string[] = [];
  readonly external: string[] = [];
  readonly listening = new AbortController();
  /** Done once the component is there, in the order in which it was asked for. */
  readonly starts: (() => void)[] = [];
  /** What was asked of the focus since it was settled last. */
  wanted: Target[] = [];
  active: Set<StateIndex> | null = null;
  history: ReadonlyMap<StateIndex, readonly StateIndex[]> = new Map();
  event = "";
  done = false;
  stopping = false;
  /** The page is being changed: nobody is told of what is so only on the way. */
  settling = false;
  /** The browser's event that is handled. */
  dom: Event | null = null;
  private now: ReadonlySet<StateIndex> = new Set([0]);
  private timers: Timer[] = [];
  private steps = 0;
  private holds: boolean[] = [];
  private readonly begun: boolean = false;
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
    const { states, withActions } = flatten<Act[], Env>(
      { name: "always", initial: component.initial, states: component.states },
      (list) => (list ?? []).map(action),
    );
    this.states = states;
    this.index = new Map(states.map((s) => [s.name, s.index]));
    withActions();
    for (const name of component.parts) this.parts[name] = root.querySelector<HTMLElement>(`[data-part="${name}"]`)!;
    this.data = { ...component.data };
    this.rows = component.reactions.map((at) => ({ at, cells: states.map((s) => this.cell(at.in, s.name)) }));
    this.automaticRows = this.on("automatic");
    for (const f of features) f.begin?.(this);
    startChart(this);
    complete(this);
    this.settle();
    this.holds = this.on("becomes").map((r) => this.attempt(r.at.when!) === true);
    this.begun = true;
    this.react(this.on("mounted"));
    for (const run of this.starts) run();
    for (const f of features) f.begun?.(this);
  }

  /** The rows that listen for one kind of event. */
  on(kind: string): PageRow[] {
    return this.rows.filter((r) => r.at.on === kind);
  }

  private cell(cells: Record<string, Way[]>, state: string): Row<Env>["cells"][number] {
    if (!Object.hasOwn(cells, state)) return null;
    const branches = cells[state].map((w) => ({
      guard: w.when ?? null,
      targets: (w.to ?? []).map((t) => this.index.get(t)!),
      internal: w.internal ?? false,
      actions: (w.actions ?? []).map(action),
    }));
    return { ignored: !branches.length, branches };
  }

  /**
   * Gives an event to rows, runs what they say to completion, and brings the page up to date.
   * @param only for a delay: the one state whose cell is meant
   * @returns true when a reaction stopped the event
   */
  react(rows: readonly PageRow[], dom: Event | null = null, only?: StateIndex, event = ""): boolean {
    if (this.done || (!rows.length && !event)) return false;
    let stopped = false;
    this.handle(() => {
      const outer = { dom: this.dom, stopping: this.stopping };
      this.dom = dom;
      this.stopping = false;
      this.event = event;
      take(this, select(this, rows, only));
      stopped = this.stopping;
      complete(this);
      this.settle();
      this.dom = outer.dom;
      this.stopping = outer.stopping;
    });
    if (stopped) dom?.stopPropagation();
    return stopped;
  }

  /** An own event that comes by itself: a timer's, an answer's, one that was sent. */
  arrive(event: string): void {
    this.react(this.rowsFor(event), null, undefined, event);
  }

  /** The page itself has changed: conditions may hold that did not. */
  refresh(): void {
    if (this.done) return;
    this.handle(() => {
      complete(this);
      this.settle();
    });
  }

  /** One thing within another is counted: what goes round without an end is cut. */
  private handle(what: () => void): void {
    if (this.depth === 0) this.steps = 0;
    else if (!this.goesOn()) return;
    this.depth++;
    try {
      what();
    } finally {
      this.depth--;
    }
  }

  private settle(): void {
    this.settling = true;
    for (const f of this.features) f.before?.(this);
    this.root.dataset.states = this.states
      .filter((s) => s.index > 0 && this.now.has(s.index))
      .map((s) => s.name)
      .join(" ");
    for (const f of this.features) f.settle?.(this);
    this.settling = false;
    for (const f of this.features) f.told?.(this);
    for (const event of this.external.splice(0)) this.later(event, 0);
  }

  later(event: string, delay: number, id?: string): void {
    const timer: Timer = { id, state: -1, handle: 0 };
    timer.handle = setTimeout(() => {
      this.timers = this.timers.filter((t) => t !== timer);
      this.arrive(event);
    }, delay);
    this.timers.push(timer);
  }
  cancel(which: (timer: Timer) => boolean): void {
    for (const t of this.timers) if (which(t)) clearTimeout(t.handle);
    this.timers = this.timers.filter((t) => !which(t));
  }

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
  /** Told by the feature that looks after it. */
  focusWithin = (_part: string): boolean => false;
  hovered = (_part: string): boolean => false;
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
  isActive(state: StateIndex): boolean {
    return this.now.has(state);
  }
  commit(active: ReadonlySet<StateIndex>): void {
    this.now = new Set(active);
  }
  rowsFor(event: string): PageRow[] {
    return this.rows.filter((r) => r.at.events?.some((d) => matches(d, event)));
  }
  attempt(evaluate: Expression): Value | undefined {
    try {
      return evaluate(this);
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      this.failed();
      return undefined;
    }
  }
  failed(): void {
    this.internal.push("error.execution");
  }
  act(a: Action<Env>): void {
    const act = a as unknown as Act;
    if (act.do === "assign") {
      const value = fitted(this.component.ranges[act.data], act.value(this));
      if (value !== undefined) this.data[act.data] = value;
    } else if (act.do === "prevent") this.dom?.preventDefault();
    else if (act.do === "focus") this.wanted.push(act.target);
    else if (act.do === "cancel") this.cancel((t) => t.id === act.id);
    else if (act.do === "send") {
      const delay = this.time(act.delay);
      if (act.restart) this.cancel((t) => t.id === act.id);
      if (delay <= 0 && !act.restart) this.external.push(act.event);
      else this.later(act.event, delay, act.id);
    } else for (const f of this.features) f.acts?.[act.do]?.(this, act as never);
  }
  private time(time: Time): number {
    return typeof time === "number" ? time : this.features.find((f) => f.time)!.time!(this, time);
  }
  leave(state: StateIndex): void {
    this.cancel((t) => t.state === state);
  }
  enter(state: StateIndex): void {
    const { name } = this.states[state];
    for (const row of this.rows) {
      const after = row.at.after?.[name];
      if (after === undefined || !row.cells[state]) continue;
      const delay = this.time(after);
      const timer: Timer = { id: undefined, state, handle: 0 };
      const run = (): void => {
        if (row.at.on === "every") timer.handle = setTimeout(run, delay);
        else this.timers = this.timers.filter((t) => t !== timer);
        this.react([row], null, state);
      };
      timer.handle = setTimeout(run, delay);
      this.timers.push(timer);
    }
    const to = this.component.focus[name]?.to;
    if (to) this.wanted.push(to);
  }
  risen(): PageRow[] {
    if (!this.begun) return [];
    const before = this.holds;
    const rows = this.on("becomes");
    this.holds = rows.map((r) => this.attempt(r.at.when!) === true);
    return rows.filter((_r, i) => this.holds[i] && !before[i]);
  }
  goesOn(): boolean {
    if (++this.steps <= MAX_STEPS) return true;
    // What it has sent by then would only begin it anew.
    this.internal.length = 0;
    this.external.length = 0;
    return false;
  }
  end(): void {
    this.cancel(() => true);
  }
}

/** An action as the kernel knows it: conditions that are not there are null. */
function action(act: Act): Action<Env> {
  if (act.do === "block") return { do: "block", actions: act.actions.map(action) };
  if (act.do !== "if") return act as Action<Env>;
  return { do: "if", branches: act.branches.map((b) => ({ when: b.when ?? null, actions: b.actions.map(action) })) };
}
