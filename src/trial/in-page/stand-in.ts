/** Requests that the specification names are answered as it says, on the page's own clock; others go where they go. */

import type { StandInRequest } from "../../core/trial";

export type { StandInRequest };

interface Waiting {
  name: string;
  answer(ok: boolean): void;
}

export interface StandIn {
  /** Answers one under way now. @returns false where none is */
  answer(name: string, ok: boolean): boolean;
  /** Once servers have said what the page has been told by now; null where nobody waits for one. */
  arrived(): Promise<unknown> | null;
}

/** How the page that is delivered asks the app's own stand-in. */
const OWN = "/stand-in";

/** @param known what the specification says of requests */
export function standIn(known: readonly StandInRequest[]): StandIn {
  const real = fetch.bind(window);
  let waiting: Waiting[] = [];
  let coming: Promise<unknown>[] = [];
  window.fetch = (input, init = {}) => {
    const address = input instanceof Request ? input.url : String(input);
    const method = (init.method ?? (input instanceof Request ? input.method : "GET")).toUpperCase();
    const { pathname } = new URL(address, location.href.startsWith("http") ? location.href : "http://127.0.0.1/");
    const path = pathname.startsWith(`${OWN}/`) ? pathname.slice(OWN.length) : pathname;
    const found = known.find((r) => r.path === path && r.method === method) ?? known.find((r) => path.endsWith(r.path));
    if (!found) return real(input, init);
    const signal = init.signal ?? (input instanceof Request ? input.signal : null);
    if (found.letThrough) {
      const answer = real(input, init);
      // Whoever is told of it is told by the page.
      answer.catch(() => {});
      return new Promise((done) => {
        const tell = (): void => {
          clearTimeout(timer);
          coming.push(answer);
          done(answer);
        };
        const timer = setTimeout(tell, found.latency);
        signal?.addEventListener("abort", tell);
      });
    }
    return new Promise((done, refuse) => {
      const end = (): void => {
        clearTimeout(timer);
        waiting = waiting.filter((w) => w !== mine);
      };
      const answer = (ok: boolean): void => {
        end();
        done(Response.json({ ok, path }, { status: ok ? 200 : 503 }));
      };
      const mine: Waiting = { name: found.name, answer };
      const timer = setTimeout(() => answer(found.ok), found.latency);
      waiting.push(mine);
      if (signal?.aborted) end();
      signal?.addEventListener("abort", () => {
        end();
        refuse(new DOMException("aborted", "AbortError"));
      });
    });
  };
  return {
    answer: (name, ok) => {
      const found = waiting.find((w) => w.name === name);
      found?.answer(ok);
      return found !== undefined;
    },
    arrived: () => {
      if (!coming.length) return null;
      const all = Promise.allSettled(coming);
      coming = [];
      return all;
    },
  };
}
