/**
 * A trial: many runs, each on a fresh page; where one differs, it is shortened until nothing can be left out, and what has
 * one cause is told once.
 */
import type { Component, Scenario } from "../model";
import { compile, type Program } from "../program";
import { endOf, playScenario, stepText } from "../proof";
import { actOut, type Differing, type Differs, type LetBe, Stopped, type Watching } from "./acting";
import type { TrialRun } from "./runs";
import type { System } from "./system";
import { type Wanted, wantedOf } from "./wanted";

/** A page that a run has for itself. */
export interface Page extends System {
  /** The parts that the page can be asked about; more may be found while it runs. */
  mapped(): readonly string[];
  /** Looks for parts that were not there before, by what they are known by now. */
  find(wanted: readonly Wanted[]): Promise<void>;
  /** Something worth knowing: what was refused, what keeps real time. */
  notes(): readonly string[];
  /** A picture of it now, as a data address; null where none can be had. */
  picture(): Promise<string | null>;
}

export type Verdict = "same" | "differs" | "impossible" | "cut";

export interface RunResult {
  name: string;
  scenario: Scenario;
  verdict: Verdict;
  /** Where it differs: on the shortest way that shows it. */
  differs: (Differs & { scenario: Scenario; picture: string | null }) | null;
  /** The name of an earlier run that shows the same. */
  like: string | null;
  /** Why it could not be done, or was cut. */
  why: string;
  looks: number;
  /** ms of real time */
  took: number;
  notes: readonly string[];
}

export interface TrialOptions {
  /** A fresh page, with nothing loaded in it yet. */
  page(): Promise<Page>;
  /** How many pages at once. */
  atOnce: number;
  letBe: readonly LetBe[];
  /** Whether runs that differ are made shorter, at the price of more runs; true where nothing is said. */
  shorten?: boolean;
  signal?: { readonly aborted: boolean };
  /** Is told of each run as it ends, in the order in which they end. */
  onResult?(result: RunResult, done: number, of: number): void;
}

export interface Trial {
  results: RunResult[];
  /** Parts that no run found, in document order: some run has them in the document. */
  unmapped: string[];
  /** Parts that were not found, and that no run has in the document. */
  unseen: string[];
  stopped: boolean;
}

/** So many pages are spent on making one run shorter; so many different differences are shortened. */
const TRIES = 16;
const SHORTENED = 8;

export async function trial(doc: Component, runs: readonly TrialRun[], options: TrialOptions): Promise<Trial> {
  const program = compile(doc);
  const names = program.parts.map((p) => p.name);
  const results: (RunResult | undefined)[] = runs.map(() => undefined);
  const sought: Sought = { found: new Set(), wanted: null };
  /** By cause, the run that showed it first. */
  const causes = new Map<string, string>();
  let next = 0;
  let done = 0;
  const one = async (index: number): Promise<void> => {
    const run = runs[index];
    const began = Date.now();
    const once = await attempt(
      program,
      run.scenario,
      options,
      names,
      sought,
      options.shorten !== false && causes.size < SHORTENED,
    );
    const result: RunResult = { name: run.name, scenario: run.scenario, like: null, ...once, took: 0 };
    if (result.differs) {
      const cause = causeOf(run.scenario, result.differs);
      result.like = causes.get(cause) ?? null;
      if (result.like === null) {
        causes.set(cause, run.name);
        if (causes.size <= SHORTENED && options.shorten !== false)
          result.differs = await shortest(program, result.differs, options, names, sought);
      }
    }
    result.took = Date.now() - began;
    results[index] = result;
    options.onResult?.(result, ++done, runs.length);
  };
  const worker = async (): Promise<void> => {
    while (next < runs.length && !options.signal?.aborted) await one(next++);
  };
  let stopped = false;
  await Promise.all(Array.from({ length: Math.max(1, options.atOnce) }, worker)).catch((error) => {
    if (!(error instanceof Stopped)) throw error;
    stopped = true;
  });
  return {
    results: results.filter((r) => r !== undefined),
    ...notFound(runs.length ? names : [], sought),
    stopped: stopped || (options.signal?.aborted ?? false),
  };
}

/** What has been found of the parts in all runs, and which of them some run has in the document; null before any was looked at. */
interface Sought {
  found: Set<string>;
  wanted: Set<string> | null;
}

function notFound(names: readonly string[], { found, wanted }: Sought): Pick<Trial, "unmapped" | "unseen"> {
  const not = names.filter((n) => !found.has(n));
  return { unmapped: not.filter((n) => wanted?.has(n) ?? true), unseen: not.filter((n) => wanted?.has(n) === false) };
}

type Attempt = Pick<RunResult, "verdict" | "differs" | "why" | "looks" | "notes">;

async function attempt(
  program: Program,
  scenario: Scenario,
  options: TrialOptions,
  names: readonly string[],
  sought: Sought,
  wait = false,
): Promise<Attempt> {
  let page: Page;
  try {
    page = await options.page();
  } catch (error) {
    return { verdict: "cut", differs: null, why: `no page can be had: ${messageOf(error)}`, looks: 0, notes: [] };
  }
  let picture: string | null = null;
  const take = async (): Promise<void> => {
    picture ??= await page.picture().catch(() => null);
  };
  const watching: Watching = {
    parts: [],
    ...(wait ? { wait: take } : {}),
    letBe: options.letBe,
    ...(options.signal ? { signal: options.signal } : {}),
    before: async (core) => {
      if (page.mapped().length < names.length) {
        const wanted = wantedOf(core.program, core.state);
        sought.wanted ??= new Set();
        for (const { part, present } of wanted) if (present) sought.wanted.add(part);
        await page.find(wanted);
      }
      watching.parts = page.mapped();
    },
    again: ({ program: specified, state }) => page.find(wantedOf(specified, state)),
  };
  try {
    const { differs, impossible, looks } = await actOut(program, scenario, page, watching);
    for (const name of page.mapped()) sought.found.add(name);
    const seen = { looks, notes: page.notes() };
    if (impossible) {
      const where =
        impossible.step < 0 ? "" : `step ${impossible.step + 1}, ${stepText(scenario.steps[impossible.step])}: `;
      return { verdict: "impossible", differs: null, why: `${where}${impossible.why}`, ...seen };
    }
    if (!differs) return { verdict: "same", differs: null, why: "", ...seen };
    await take();
    const steps = scenario.steps.slice(0, differs.step + 1);
    return { verdict: "differs", differs: { ...differs, scenario: { ...scenario, steps }, picture }, why: "", ...seen };
  } catch (error) {
    if (error instanceof Stopped || options.signal?.aborted) throw new Stopped();
    return { verdict: "cut", differs: null, why: messageOf(error), looks: 0, notes: page.notes() };
  } finally {
    await page.close().catch(() => {});
  }
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

const keyOf = (d: Differing): string => `${d.part} ${d.fact} ${d.expected} ${d.found}`;

/** What differs, and after which act: runs that share it show one cause. */
function causeOf(scenario: Scenario, { step, facts }: Differs): string {
  const did = step < 0 ? "open" : stepText(scenario.steps[step]).replace(/^wait .*/, "wait");
  return `${did}: ${facts.map(keyOf).sort().join("; ")}`;
}

type Shown = NonNullable<RunResult["differs"]>;

/** Steps are left out, one after another, as long as the page goes on to differ in the same. */
async function shortest(
  program: Program,
  differs: Shown,
  options: TrialOptions,
  names: readonly string[],
  sought: Sought,
): Promise<Shown> {
  let best = differs;
  let tries = TRIES;
  for (let i = best.scenario.steps.length - 2; i >= 0 && tries > 0; i--) {
    if (i >= best.scenario.steps.length - 1) continue;
    const steps = best.scenario.steps.filter((_s, n) => n !== i);
    const scenario = { ...best.scenario, steps };
    const played = playScenario(program, scenario);
    // What cannot be done without the step, or leads elsewhere, shows something else.
    if (played.stuck || endOf(played).done) continue;
    tries--;
    const again = await attempt(program, scenario, options, names, sought);
    const shared = again.differs?.facts.some((f) => best.facts.some((b) => keyOf(b) === keyOf(f)));
    if (again.differs && shared) best = { ...again.differs, ...(best.late ? { late: best.late } : {}) };
  }
  return best;
}
