/** What the page around a component tells it: the focus, motions, the window; and what browsers do by themselves, held back. */
import { focused } from "./focus";
import { movesUnseen, saidNow } from "./looks";
import type { Feature, Page } from "./page";

/** The parts that somebody listens at and that have the focus inside. */
const focusedIn = new WeakMap<Page, readonly string[]>();
function listenedAround(page: Page, has: HTMLElement | null): string[] {
  const rows = [...page.on("focus leaves"), ...page.on("focus enters")];
  return rows.map((r) => r.at.part!).filter((part) => page.parts[part].contains(has));
}

/**
 * The focus has come into a part, or left it, since that was told last. What is taken out of the document, or cannot have
 * the focus any more, loses it before another gets it: only where it ends counts, and where it was inside before.
 */
function tellFocus(page: Page, event: Event | null): void {
  const before = focusedIn.get(page)!;
  const now = listenedAround(page, focused(page));
  focusedIn.set(page, now);
  const change = (kind: string, from: readonly string[], to: readonly string[]): void => {
    for (const r of page.on(kind)) if (to.includes(r.at.part!) && !from.includes(r.at.part!)) page.react([r], event);
  };
  change("focus leaves", now, before);
  change("focus enters", before, now);
}

export const focusEvents: Feature = {
  begin(page) {
    focusedIn.set(page, listenedAround(page, focused(page)));
    const hear = (event: FocusEvent): void => {
      // On its way to another part it is told where it arrives.
      const goesOn = event.type === "focusout" && page.root.contains(event.relatedTarget as Node | null);
      if (!page.settling && !goesOn) tellFocus(page, event);
    };
    for (const type of ["focusin", "focusout"] as const)
      page.root.addEventListener(type, hear, { signal: page.listening.signal });
  },
  told: (page) => tellFocus(page, null),
};

export const motions: Feature = {
  begin(page) {
    for (const r of [...page.on("motion ended"), ...page.on("motion interrupted")]) {
      const part = page.parts[r.at.part!];
      const ended = r.at.on === "motion ended";
      const react = (event: Event): void => {
        const still = ended && part.getAnimations().some((a) => a.playState !== "finished");
        if (event.target === part && !still && !movesUnseen(part)) page.react([r], event);
      };
      const what = ended ? "end" : "cancel";
      for (const motion of ["transition", "animation"])
        part.addEventListener(`${motion}${what}`, react, { signal: page.listening.signal });
    }
  },
};

export const blur: Feature = {
  begin(page) {
    const rows = page.on("window blur");
    const react = (event: Event): void => void (event.target === window && page.react(rows, event));
    window.addEventListener("blur", react, { signal: page.listening.signal });
  },
};

export const calm: Feature = {
  begin(page) {
    const query = matchMedia("(prefers-reduced-motion: reduce)");
    const tell = (): void => void page.react(page.on(`reduced motion ${query.matches ? "on" : "off"}`));
    query.addEventListener("change", tell, { signal: page.listening.signal });
    page.starts.push(() => query.matches && tell());
  },
};

/** Conditions that ask about the page hold or no longer when it changes. */
export const conditions: Feature = {
  begin(page) {
    const { signal } = page.listening;
    const refresh = (): void => page.refresh();
    window.addEventListener("resize", refresh, { signal });
    window.addEventListener("scroll", refresh, { signal, passive: true });
    matchMedia("(prefers-reduced-motion: reduce)").addEventListener("change", refresh, { signal });
  },
};

/** What had the focus when the conditions were asked last. */
const lastFocused = new WeakMap<Page, Element | null>();

/** Conditions that ask where the focus is, or the pointer. */
export const whereabouts: Feature = {
  begin(page) {
    const { signal } = page.listening;
    const tree = page.root.getRootNode();
    let over: Node | null = null;
    let moved = false;
    lastFocused.set(page, focused(page));
    page.focusWithin = (part) => page.parts[part].contains(focused(page));
    page.hovered = (part) => page.parts[part].contains(over);
    const focus = (): void => {
      if (page.settling) return;
      lastFocused.set(page, focused(page));
      page.refresh();
    };
    tree.addEventListener("focusin", focus, { signal });
    const leaves = (event: Event): boolean => !tree.contains((event as FocusEvent | MouseEvent).relatedTarget as Node);
    tree.addEventListener("focusout", (event) => leaves(event) && focus(), { signal });
    const move = (to: Node | null): void => {
      over = to;
      moved = true;
    };
    // Those who listen for the pointer's coming and going are told before.
    const tell = (): void => {
      if (!moved) return;
      moved = false;
      page.refresh();
    };
    const early = { signal, capture: true };
    tree.addEventListener("pointerover", (event) => move(event.composedPath()[0] as Node), early);
    tree.addEventListener("pointerout", (event) => move((event as PointerEvent).relatedTarget as Node | null), early);
    tree.addEventListener("pointermove", tell, early);
    tree.addEventListener("mouseover", tell, early);
    tree.addEventListener("mouseout", (event) => leaves(event) && tell(), early);
  },
  // It has gone elsewhere, or was lost without a word with what was taken out of the document.
  told(page) {
    const has = focused(page);
    const isOther = lastFocused.get(page) !== has;
    lastFocused.set(page, has);
    if (isOther) page.refresh();
  },
};

const operable = "a[href], button, input, label, select, textarea, [contenteditable]:not([contenteditable=false])";

/** What browsers do by themselves with elements whose states a component says. */
export const native: Feature = {
  begin(page) {
    const { root, parts } = page;
    const { signal } = page.listening;
    const first = new Map([...root.querySelectorAll("details")].map((e) => [e, e.open]));
    // A link to a place in closed ones would open them (HTML, ancestor revealing).
    const settle = ({ target: e }: Event): void => {
      if (!(e instanceof HTMLDetailsElement) || !first.has(e)) return;
      const name = Object.keys(page.component.looks).find((n) => parts[n] === (e as HTMLElement));
      e.open = (name === undefined ? undefined : saidNow(page, name, "open")) ?? first.get(e)!;
    };
    root.addEventListener("toggle", settle, { signal, capture: true });
    // Whether details are open is for the looks to say; what stands in a summary may be pressed all the same.
    window.addEventListener(
      "click",
      (event) => {
        const path = event.composedPath().filter((e) => e instanceof HTMLElement && root.contains(e)) as HTMLElement[];
        const pressed = path.find((e) => e.matches(`${operable}, details > summary`));
        // Details without a summary have one of the browser's own, which is pressed on the details themselves.
        const ownSummary = path[0]?.localName === "details" && !path[0].querySelector(":scope > summary");
        if (pressed?.localName === "summary" || (ownSummary && !pressed)) event.preventDefault();
      },
      // A reaction may stop it on its way.
      { signal, capture: true },
    );
    // A form that leads nowhere would only load the page anew, and everything would begin again.
    root.addEventListener(
      "submit",
      (event) => {
        const { target: form } = event;
        if (form instanceof HTMLFormElement && !form.hasAttribute("action") && form.method !== "dialog")
          event.preventDefault();
      },
      { signal },
    );
  },
};
