/**
 * Trials that the app asks for. A browser is started for the app of this start alone: it knows a word that no other page can
 * read, and at most two are open at once.
 */
import { Hono } from "hono";
import { stream } from "hono/streaming";
import { isTrialSet } from "../core/trial/asked";
import { START_HEADER, type TrialAsked, type TrialTold } from "../core/trial/told";

const AT_ONCE = 2;

/** @param word of this start: who does not know it is not the app */
export function trialRoutes(word: string): Hono {
  let open = 0;
  const routes = new Hono();
  // Only a page of this very origin can read the answer.
  routes.get("/start", (c) => c.json({ word }));
  routes.post("/run", async (c) => {
    if (c.req.header(START_HEADER) !== word || !c.req.header("origin"))
      return c.json({ message: "The server was started anew. Reload this page." }, 403);
    if (open >= AT_ONCE) return c.json({ message: "Two trials are under way already. Stop one, or wait." }, 429);
    const asked = (await c.req.json().catch(() => null)) as Partial<TrialAsked> | null;
    if (typeof asked?.component !== "string" || !isTrialSet(asked.set))
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
        const { tryOut } = await import("./try-out");
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
