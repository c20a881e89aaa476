/** What some components do beside: scroll, announce, ask, write to the console. */
import type { Act } from "./component";
import { pixels } from "./measures";
import type { Feature, Page } from "./page";

type Of<D extends Act["do"]> = Extract<Act, { do: D }>;

/** Where each page is to be scrolled once its parts are as they are to be; the last that was asked. */
const asked = new WeakMap<Page, Of<"scroll">>();

export const scrolling: Feature = {
  acts: {
    scroll(page: Page, act: Of<"scroll">) {
      asked.set(page, act);
    },
  },
  settle(page) {
    const act = asked.get(page);
    if (!act) return;
    asked.delete(page);
    const { to, smooth } = act;
    const part = "part" in to ? page.parts[to.part] : null;
    if (part && !part.getClientRects().length) return;
    const range = Math.max(0, document.documentElement.scrollHeight - innerHeight);
    const top = part
      ? part.getBoundingClientRect().top + scrollY
      : pixels(page, (to as { distance: string }).distance, range);
    scrollTo({ top, behavior: smooth && !page.page.reducedMotion ? "smooth" : "instant" });
  },
};

/** What is said to assistive technology. */
export const announcing: Feature = {
  begin({ root }) {
    const region = document.createElement("div");
    region.setAttribute("data-announcements", "");
    region.setAttribute("role", "status");
    region.style.cssText =
      "position: absolute; top: 0; left: 0; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap;";
    root.append(region);
  },
  acts: {
    announce(page: Page, { text }: Of<"announce">) {
      page.root.querySelector("[data-announcements]")!.textContent = text(page);
    },
  },
};

/** A request answers ok where the status says so; anything else, and no answer at all, has failed. */
export const requesting: Feature = {
  acts: {
    async request(page: Page, { request }: Of<"request">) {
      const ask = page.component.requests![request];
      const { signal } = page.listening;
      let ok = false;
      try {
        const answer = await (typeof ask === "function"
          ? ask({ signal })
          : fetch(ask.path, { method: ask.method, signal }));
        ok = answer !== false && (answer as { ok?: boolean } | undefined)?.ok !== false;
      } catch {}
      if (signal.aborted) return;
      page.arrive(`request.${request}.${ok ? "ok" : "failed"}`);
    },
  },
};

export const logging: Feature = {
  acts: {
    log(page: Page, { label, value }: Of<"log">) {
      console.log(...[label, value?.(page)].filter((v) => v !== undefined));
    },
  },
};
