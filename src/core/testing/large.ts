/** Generated specifications of a given size: for the bench, and to see that large ones can still be read. */
import { type Component, type EventRow, emptyComponent } from "../model";
import { box, button } from ".";

/**
 * @param states how many states, in groups of ten inside outer ones where there are more than forty
 * @param reactions how many cells that lead somewhere, spread evenly
 */
export function largeComponent(states: number, reactions: number): Component {
  const names = Array.from({ length: states }, (_, i) => `s${i + 1}`);
  const perState = Math.ceil(reactions / states);
  const rows = Math.max(perState, Math.min(50, perState * 4));
  const events: EventRow[] = Array.from({ length: rows }, (_, r) => ({
    event: { on: "click", part: `b${r + 1}`, scope: "inside" },
    in: {},
  }));
  let left = reactions;
  names.forEach((name, i) => {
    for (let k = 0; k < perState && left > 0; k++, left--) {
      const row = events[(i + k * Math.ceil(rows / perState)) % rows];
      const to = names[(i * 7 + k * 13 + 1) % states];
      row.in[name] = { branches: [{ to, actions: [{ do: "assign", data: "n", value: "n + 1" }] }] };
    }
  });
  const groups = Array.from({ length: Math.ceil(states / 10) }, (_, g) => names.slice(g * 10, g * 10 + 10));
  return {
    ...emptyComponent(`${states} states, ${reactions} reactions`),
    parts: [box("panel", ["at ${n}"]), ...events.map((_e, r) => button(`b${r + 1}`))],
    data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 1_000_000 }],
    states:
      states > 40
        ? groups.map((g, i) => ({ name: `group${i + 1}`, states: g.map((name) => ({ name })) }))
        : names.map((name) => ({ name })),
    looks: [
      {
        part: "panel",
        in: Object.fromEntries(names.map((n, i) => [n, { css: { opacity: String(0.5 + (i % 6) / 10) } }])),
      },
    ],
    reactions: events,
  };
}
