/** Keys, from the focus outwards. */
import { keyOf } from "../surface/keys";
import type { Feature } from "./page";
import { byPart, type PageRow } from "./rows";

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
