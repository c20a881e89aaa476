/** Which lanes a component's ribbon can have, and which it has unless one picks others. Pure. */
import { everyAction } from "../../core/model";
import type { PartIndex, Program, StateIndex } from "../../core/program";
import { pixels, scrollRange } from "../../core/surface";
import type { FoundLook } from "../../core/trial";

export const groups = ["you", "states", "parts", "texts", "focus", "timers", "scroll", "requests", "findings"] as const;
export type Group = (typeof groups)[number];

export type Lane = { id: string; group: Group; label: string } & (
  | { kind: "you" | "focus" | "findings" }
  /** How far the page can be scrolled, and the distances that rows ask about, px. */
  | { kind: "scroll"; range: number; thresholds: readonly number[] }
  /** `region`: the state whose inside it tells; 0 for all. */
  | { kind: "state"; region: StateIndex }
  | { kind: "part" | "text"; part: PartIndex }
  /** How a page on trial was found to have a part, or its focus (null). */
  | { kind: "found"; part: string | null; looks: readonly FoundLook[] }
  /** `row`: a row of delays or intervals. */
  | { kind: "timer"; row: number; event: null }
  | { kind: "timer"; row: null; event: string }
  | { kind: "request"; request: number }
);

/** Beside what is expected of them, how a page on trial was found to have its focus and the parts that differ. */
export function withFound(lanes: readonly Lane[], looks: readonly FoundLook[]): Lane[] {
  const names = new Set(looks.flatMap((l) => Object.keys(l.parts)));
  return lanes.flatMap((lane): Lane[] => {
    const of = lane.kind === "focus" ? null : lane.kind === "part" && names.has(lane.label) ? lane.label : undefined;
    if (of === undefined) return [lane];
    const { group } = lane;
    return [lane, { id: `found ${lane.id}`, group, label: `${lane.label}, page`, kind: "found", part: of, looks }];
  });
}

/** Every lane there can be. */
export function lanesOf(program: Program): Lane[] {
  const { states, doc } = program;
  const parallel = states.filter((s) => s.kind === "parallel");
  const regions = parallel.flatMap((p) => p.children.filter((c) => states[c].kind !== "parallel"));
  const page = { ...doc.page, scroll: 0, glide: null, reducedMotion: false };
  const range = scrollRange(program, page);
  const thresholds = program.scrollRows.map((r) => pixels(program, r.distance, page, range));
  const timers = new Set<string>();
  for (const { event } of doc.reactions) if (event.on === "timer") timers.add(`timer.${event.timer}`);
  for (const action of everyAction(doc)) {
    if (action.do === "start") timers.add(`timer.${action.timer}`);
    else if (action.do === "send" && action.delay) timers.add(action.event);
  }
  return [
    { id: "you", group: "you", label: "you", kind: "you" },
    ...(regions.length && parallel.length
      ? regions.map((region): Lane => {
          const label = states[region].name;
          return { id: `state ${label}`, group: "states", label, kind: "state", region };
        })
      : []),
    ...(regions.length && states.every((s) => !s.atomic || s.path.some((p) => regions.includes(p)))
      ? []
      : [{ id: "state", group: "states", label: "state", kind: "state", region: 0 } as const]),
    ...program.parts.map(
      (p): Lane => ({
        id: `part ${p.name}`,
        group: "parts",
        label: p.name,
        kind: "part",
        part: p.index,
      }),
    ),
    ...program.parts.map(
      (p): Lane => ({
        id: `text ${p.name}`,
        group: "texts",
        label: `${p.name} says`,
        kind: "text",
        part: p.index,
      }),
    ),
    { id: "focus", group: "focus", label: "focus", kind: "focus" },
    ...program.timedRows.map(
      (r): Lane => ({
        id: `row ${r.index}`,
        group: "timers",
        label: r.label,
        kind: "timer",
        row: r.index,
        event: null,
      }),
    ),
    ...[...timers].map(
      (event): Lane => ({
        id: `timer ${event}`,
        group: "timers",
        label: event.replace(/^timer\./, ""),
        kind: "timer",
        row: null,
        event,
      }),
    ),
    ...(range > 0
      ? [{ id: "scroll", group: "scroll", label: "scroll", kind: "scroll", range, thresholds } as const]
      : []),
    ...program.requests.map(
      (r, request): Lane => ({
        id: `request ${r.name}`,
        group: "requests",
        label: r.name,
        kind: "request",
        request,
      }),
    ),
    { id: "findings", group: "findings", label: "findings", kind: "findings" },
  ];
}

/**
 * What one sees unless one picks: parts that looks speak of, texts that can change, and all the rest;
 * findings where the proof has some (`faulty`).
 */
export function usualLanes(program: Program, faulty: boolean): Set<string> {
  const { doc } = program;
  const looked = new Set(doc.looks.map((r) => r.part));
  const changing = new Set(
    doc.looks.filter((r) => Object.values(r.in).some((l) => l.text !== undefined)).map((r) => r.part),
  );
  for (const { name, part } of program.parts)
    if (part.content?.some((c) => typeof c === "string" && c.includes("${"))) changing.add(name);
  return new Set(
    lanesOf(program)
      .filter((l) =>
        l.kind === "part"
          ? looked.has(program.parts[l.part].name)
          : l.kind === "text"
            ? changing.has(program.parts[l.part].name)
            : l.kind !== "findings" || faulty,
      )
      .map((l) => l.id),
  );
}
