/** What a person does with the pointer and with keys. */
import { keyOf } from "../surface/keys";
import type { Feature, Page } from "./page";
import { byPart, type PageRow } from "./rows";

const names = { click: "click", "pointer down": "pointerdown", "pointer up": "pointerup" } as const;

const isAt = ({ at }: PageRow): boolean => at.scope !== "outside" && at.scope !== "anywhere";

/** Clicks and the pointer's single acts, on their way from the target outwards. */
export const pointer: Feature = {
  begin(page) {
    const { signal } = page.listening;
    for (const [kind, type] of Object.entries(names)) {
      const rows = page.on(kind);
      for (const [part, at] of byPart(rows.filter((r) => isAt(r)))) {
        const element = page.parts[part!];
        const hear = (event: Event): void => {
          const heard = at.filter((r) => r.at.scope !== "exactly" || event.target === element);
          page.react(heard, event);
        };
        element.addEventListener(type, hear, { signal });
      }
      // only with what is pressed elsewhere
      hearElsewhere(page, type, rows);
    }
  },
};

function hearElsewhere(page: Page, type: string, rows: readonly PageRow[]): void {
  const outside = rows.filter((r) => r.at.scope === "outside");
  const anywhere = rows.filter((r) => r.at.scope === "anywhere");
  if (!outside.length && !anywhere.length) return;
  const react = (event: Event): void => {
    const path = event.composedPath();
    for (const r of [...outside.filter((o) => !path.includes(page.parts[o.at.part!])), ...anywhere])
      page.react([r], event);
  };
  document.addEventListener(type, react, { signal: page.listening.signal });
}

/** The pointer comes onto parts and leaves them. */
export const hover: Feature = {
  begin(page) {
    for (const r of page.on("pointer enter")) watch(page, r, "pointerover", "pointerenter", "pointerleave");
    for (const r of page.on("pointer leave")) watch(page, r, "pointerout", "pointerleave", "pointerenter");
  },
};

function watch(page: Page, row: PageRow, exactly: string, inside: string, outside: string): void {
  const { scope, part } = row.at;
  const element = scope === "anywhere" ? document : page.parts[part!];
  const isBare = scope === "exactly" || scope === "anywhere";
  const type = isBare ? exactly : scope === "outside" ? outside : inside;
  const react = (event: Event): void => {
    if (scope !== "exactly" || event.target === element) page.react([row], event);
  };
  element.addEventListener(type, react, { signal: page.listening.signal });
}

/** Keys, from the focus outwards. */
export const keys: Feature = {
  begin(page) {
    const hear = (type: "keydown" | "keyup", rows: readonly PageRow[]): void => {
      for (const [part, listening] of byPart(rows)) {
        const react = (event: Event): void => {
          const key = keyOf(event as KeyboardEvent);
          const rows = listening.filter((r) => r.at.key === key);
          // A key that is held down has gone down once.
          if (!(event as KeyboardEvent).repeat) page.react(rows, event);
        };
        const element = part === undefined ? document : page.parts[part];
        element.addEventListener(type, react, { signal: page.listening.signal });
      }
    };
    const down = page.on("key").filter((r) => !r.at.up);
    hear("keydown", down);
    // only with keys that are let go
    const up = page.on("key").filter((r) => r.at.up);
    // only with keys that are let go
    hear("keyup", up);
  },
};
