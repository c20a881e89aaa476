/**
 * Trials that the app asks for. A browser is started for the app of this start alone: it knows a word that no other page can
 * read, and at most two are open at once.
 */
import { randomUUID } from "node:crypto";
import { Hono } from "hono";
import { stream } from "hono/streaming";
import { readComponent } from "../core/model";
import { isTrialSet, runsOf, START_HEADER, type TrialAsked, type TrialTold } from "../core/trial";
import { NoBrowser, putOnTrial, type Started, sourceOf, startBrowser } from "../trial";

const AT_ONCE = 2;

export function trialRoutes(): Hono {
  const word = randomUUID();
  let open = 0;
  const routes = new Hono();
  // Only a page of this very origin can read the answer.
  routes.get("/start", (c) => c.json({ word }));
  routes.post("/run", async (c) => {
    if (c.req.header(START_HEADER) !== word || !c.req.header("origin"))
      return c.json({ message: "The server was started anew. Reload this page." }, 403);
    if (open >= AT_ONCE) return c.json({ message: "Two trials are under way already. Stop one, or wait." }, 429);
    const asked = (await c.req.json().catch(() => null)) as Partial<TrialAsked> | null;
    if (typeof asked?.component !== "string" || !isTrialSet(asked.set ?? ""))
      return c.json({ message: "This is no trial that can be run." }, 400);
    open++;
    c.header("Content-Type", "application/x-ndjson");
    return stream(c, async (out) => {
      const signal = { aborted: false };
      out.onAbort(() => {
        signal.aborted = true;
      });
      const tell = async (told: TrialTold): Promise<void> => {
        await out.write(`${JSON.stringify(told)}\n`);
      };
      try {
        await tryOut(asked as TrialAsked, signal, tell);
      } catch (error) {
        await tell({ kind: "problem", message: error instanceof Error ? error.message : String(error) });
      } finally {
        open--;
      }
    });
  });
  return routes;
}

async function tryOut(
  { component, set, page, browser, allow = [] }: TrialAsked,
  signal: { aborted: boolean },
  tell: (told: TrialTold) => Promise<void>,
): Promise<void> {
  const read = readComponent(component);
  if (!read.ok)
    return tell({ kind: "problem", message: read.problems.map((p) => `${p.path}: ${p.message}`).join("; ") });
  const { doc } = read;
  const source = sourceOf(doc, page, allow);
  if (typeof source === "string") return tell({ kind: "problem", message: source });
  const { runs, left } = runsOf(doc, isTrialSet(set) ? set : "scenarios");
  await tell({ kind: "runs", of: runs.length, left });
  let started: Started;
  try {
    started = await startBrowser({ browser: browser === "firefox" ? "firefox" : "chromium" });
  } catch (error) {
    if (error instanceof NoBrowser) return tell({ kind: "problem", message: error.message });
    throw error;
  }
  try {
    const { trial, guessed } = await putOnTrial(
      started,
      doc,
      { runs },
      {
        source,
        map: doc.trial?.map ?? {},
        letBe: (doc.trial?.letBe ?? []).map(({ part, fact }) => ({ part: part ?? null, fact })),
        allowed: allow,
        signal,
        onResult: (result, done) => void tell({ kind: "result", result, done }),
      },
    );
    await tell({ kind: "end", unmapped: trial.unmapped, guessed, stopped: trial.stopped });
  } finally {
    await started.end();
  }
}
