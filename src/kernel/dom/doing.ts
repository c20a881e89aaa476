/** What some components do beside: scroll, announce, ask, write to the console. */
import type { Act } from "./component";
import { pixels } from "./measures";
import type { Feature, Page } from "./page";

type Of<D extends Act["do"]> = Extract<Act, { do: D }>;

export const scrolling: Feature = {
  acts: {
    scroll(page: Page, { to, smooth }: Of<"scroll">) {
      const range = Math.max(0, document.documentElement.scrollHeight - innerHeight);
      const top =
        "part" in to ? page.parts[to.part].getBoundingClientRect().top + scrollY : pixels(page, to.distance, range);
      scrollTo({ top, behavior: smooth && !page.page.reducedMotion ? "smooth" : "instant" });
    },
  },
};

/** What is said to assistive technology. */
export const announcing: Feature = {
  begin({ root }) {
    const region = document.createElement("div");
    region.setAttribute("data-announcements", "");
    region.setAttribute("role", "status");
    region.style.cssText =
      "position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap;";
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
      const { method, path } = page.component.requests[request];
      const { signal } = page.listening;
      let ok = false;
      try {
        ({ ok } = await fetch(path, { method, signal }));
      } catch {
        if (signal.aborted) return;
      }
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
