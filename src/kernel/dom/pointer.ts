/** What the pointer does. */
import type { Feature, Page, PageRow } from "./page";

const names = { click: "click", "pointer down": "pointerdown", "pointer up": "pointerup" } as const;

/** Clicks and the pointer's single acts, on their way from the target outwards. */
export const pointer: Feature = {
  begin(page) {
    const { signal } = page.listening;
    for (const [kind, type] of Object.entries(names)) {
      const rows = page.on(kind);
      const at = new Map<string, PageRow[]>();
      for (const r of rows)
        if (/inside|exactly/.test(r.at.scope!)) at.set(r.at.part!, [...(at.get(r.at.part!) ?? []), r]);
      for (const [part, list] of at) {
        page.parts[part].addEventListener(
          type,
          (event) =>
            void page.react(
              list.filter((r) => r.at.scope === "inside" || event.target === page.parts[part]),
              event,
            ),
          { signal },
        );
      }
      const outside = rows.filter((r) => r.at.scope === "outside");
      const anywhere = rows.filter((r) => r.at.scope === "anywhere");
      if (!outside.length && !anywhere.length) continue;
      document.addEventListener(
        type,
        (event) => {
          const path = event.composedPath();
          for (const r of [...outside.filter((o) => !path.includes(page.parts[o.at.part!])), ...anywhere])
            page.react([r], event);
        },
        { signal },
      );
    }
  },
};

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
  const type = scope === "inside" ? inside : scope === "outside" ? outside : exactly;
  const react = (event: Event): void => {
    if (scope !== "exactly" || event.target === element) page.react([row], event);
  };
  element.addEventListener(type, react, { signal: page.listening.signal });
}
