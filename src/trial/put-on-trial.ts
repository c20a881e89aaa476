/** A component against a page in a browser that is there already. */
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import type { Component } from "../core/model";
import { compile } from "../core/program";
import {
  CoreSystem,
  type Guess,
  letBeOf,
  openingOf,
  type PagePicture,
  requestsOf,
  type Trial,
  type TrialOptions,
  type TrialRun,
  trial,
  wantedOf,
} from "../core/trial";
import type { Started } from "./browser/find";
import { type OpenedPage, openPage, type PageOptions } from "./browser/page";

/** What a page is opened from: where it is, or what stands in it. */
export type Source = { address: string } | { html: string };

export interface PutOnTrial {
  source: Source;
  /** Selectors by part, before those that the component has; what is in neither is guessed. */
  map?: Readonly<Record<string, string>>;
  /** Pages at once, in Chromium. */
  atOnce?: number;
  allowed?: readonly string[];
  shorten?: boolean;
  /** A page that has not answered for longer is cut, ms of real time; 30 s where nothing is said. */
  patience?: number;
  /** The page's own clock runs, and what is a little late is let pass. */
  realTime?: boolean;
  /** Requests go to their servers, whose answers come in when the specification says; otherwise it answers them, too. */
  realRequests?: boolean;
  signal?: TrialOptions["signal"];
  onResult?: TrialOptions["onResult"];
}

/** @returns what became of it, and what was guessed on the way */
export async function putOnTrial(
  started: Started,
  doc: Component,
  runs: readonly TrialRun[],
  {
    source,
    map,
    atOnce = 2,
    allowed = [],
    shorten = true,
    patience,
    realTime = false,
    realRequests = false,
    signal,
    onResult,
  }: PutOnTrial,
): Promise<{ trial: Trial; guessed: Record<string, Guess> }> {
  const guessed: Record<string, Guess> = {};
  const note: PageOptions["guessed"] = (part, selector, why) => {
    guessed[part] ??= { selector, why };
  };
  const result = await withPages(started, doc, { source, map, allowed, patience, realTime, realRequests }, (open) =>
    trial(doc, runs, {
      page: () => open(note),
      // Of Firefox's pages one alone is active: in another, keys and the focus go otherwise than for a person.
      atOnce: started.engine === "firefox" ? 1 : atOnce,
      letBe: letBeOf(doc),
      shorten,
      ...(signal ? { signal } : {}),
      ...(onResult ? { onResult } : {}),
    }),
  );
  return { trial: result, guessed };
}

/** The page as it opens, with where its elements lie. */
export const pictureOf = (started: Started, doc: Component, where: Where): Promise<PagePicture | null> =>
  withPages(started, doc, where, async (open) => {
    const core = new CoreSystem(doc);
    core.openNow({});
    const page = await open();
    try {
      const { width, height } = doc.page;
      await page.open(openingOf(doc, {}));
      await page.find(wantedOf(core.program, core.state));
      const [image, boxes] = [await page.picture(), await page.boxes()];
      return image === null ? null : { image, width, height, boxes };
    } finally {
      await page.close().catch(() => {});
    }
  });

type Where = Pick<PutOnTrial, "source" | "map" | "allowed" | "patience" | "realTime" | "realRequests">;

/** What a page may take to answer where it waits for real, ms. */
const REAL = 600_000;

/** @param use is given what opens one more page; where it ends, whatever was put down for them is taken away */
async function withPages<T>(
  started: Started,
  doc: Component,
  { source, map, allowed = [], realTime = false, realRequests = false, patience = realTime ? REAL : undefined }: Where,
  use: (open: (guessed?: PageOptions["guessed"]) => Promise<OpenedPage>) => Promise<T>,
): Promise<T> {
  const requests = requestsOf(compile(doc)).map((r) => (realRequests ? { ...r, letThrough: true } : r));
  const { address, remove } = await addressOf(source);
  const options = { address, map: { ...doc.trial?.map, ...map }, requests, allowed, realTime };
  const more = patience === undefined ? {} : { patience };
  return use((guessed) => openPage(started, { ...options, ...more, ...(guessed ? { guessed } : {}) })).finally(remove);
}

/** A page that is only a text lies in a file as long as it is on trial. */
async function addressOf(source: Source): Promise<{ address: string; remove(): Promise<void> }> {
  if ("address" in source) return { address: source.address, remove: async () => {} };
  const folder = await mkdtemp(join(tmpdir(), "lively-trial-"));
  const file = join(folder, "page.html");
  await writeFile(file, source.html);
  return { address: pathToFileURL(file).href, remove: () => rm(folder, { recursive: true, force: true }) };
}
