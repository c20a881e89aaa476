/** Keys, from the focus outwards. */
import { keyOf } from "../surface/keys";
import type { Feature, PageRow } from "./page";

export const keys: Feature = {
  begin(page) {
    const places = new Map<string | undefined, PageRow[]>();
    for (const r of page.on("key")) places.set(r.at.part, [...(places.get(r.at.part) ?? []), r]);
    for (const [part, rows] of places) {
      const element = part === undefined ? document : page.parts[part];
      for (const type of ["keydown", "keyup"]) {
        const listening = rows.filter((r) => (r.at.up === true) === (type === "keyup"));
        if (!listening.length) continue;
        const react = (event: Event): void => {
          // A key that is held down has gone down once.
          if ((event as KeyboardEvent).repeat) return;
          const key = keyOf(event as KeyboardEvent);
          page.react(
            listening.filter((r) => r.at.key === key),
            event,
          );
        };
        element.addEventListener(type, react, { signal: page.listening.signal });
      }
    }
  },
};
