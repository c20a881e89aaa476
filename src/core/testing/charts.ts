/** Random charts for property tests: nested, parallel, history and final states, actions, delays, conditions. */
import fc from "fast-check";
import {
  type Action,
  type Branch,
  type Component,
  type EventRow,
  emptyComponent,
  type Reaction,
  type StateNode,
} from "../model";

const events = ["a", "b", "a.b", "c"];
const datum = { name: "n", type: "integer" as const, initial: 0, min: 0, max: 3 };

type Shape = {
  kind: "atomic" | "final" | "compound" | "parallel";
  inner: Shape[];
  history: 0 | 1 | 2;
  initial: number;
};
const shapeAt = (depth: number): fc.Arbitrary<Shape> =>
  fc.record({
    kind: fc.constantFrom(
      "atomic" as const,
      "final" as const,
      "compound" as const,
      "compound" as const,
      "parallel" as const,
    ),
    inner: depth > 0 ? fc.array(shapeAt(depth - 1), { minLength: 2, maxLength: 3 }) : fc.constant([]),
    history: fc.constantFrom(0 as const, 0 as const, 1 as const, 2 as const),
    initial: fc.nat(5),
  });
const shape = shapeAt(2);

function build(shapes: readonly Shape[], prefix: string, region: boolean): StateNode[] {
  return shapes.map((s, i): StateNode => {
    const name = `${prefix}${i}`;
    if (s.kind === "final" && !region && i > 0) return { name, kind: "final" };
    if (s.kind === "atomic" || s.kind === "final" || !s.inner.length || prefix.length > 3) return { name };
    const states = build(s.inner, name, s.kind === "parallel");
    const inner = s.history
      ? [...states, { name: `${name}h`, kind: s.history === 1 ? ("history" as const) : ("deep history" as const) }]
      : states;
    if (s.kind === "parallel") return { name, kind: "parallel", states: inner };
    const start = states[s.initial % states.length];
    return { name, ...(s.initial % 2 ? { initial: start.name } : {}), states: inner };
  });
}

const action = (event: fc.Arbitrary<string>): fc.Arbitrary<Action> =>
  fc.oneof(
    event.map((e): Action => ({ do: "raise", event: e })),
    fc.tuple(event, fc.constantFrom("10ms", "25ms", undefined)).map(
      ([e, delay]): Action =>
        delay
          ? // Taken back first: two for each one that arrives would be too many soon.
            {
              do: "block",
              actions: [
                { do: "cancel", timer: "s" },
                { do: "send", event: e, delay, id: "s" },
              ],
            }
          : { do: "send", event: e },
    ),
    fc.constant<Action>({ do: "cancel", timer: "s" }),
    fc.constant<Action>({ do: "start", timer: "t", after: "20ms" }),
    fc.constantFrom("n + 1", "0", "n * 2").map((value): Action => ({ do: "assign", data: "n", value })),
    fc.constantFrom("n", "_event.name", "nobody").map((value): Action => ({ do: "log", value })),
    fc.constant<Action>({
      do: "if",
      branches: [
        { when: "n > 1", actions: [{ do: "log", label: "more" }] },
        { actions: [{ do: "log", label: "less" }] },
      ],
    }),
  );

const flat = (states: readonly StateNode[]): StateNode[] => states.flatMap((s) => [s, ...flat(s.states ?? [])]);

/** A chart whose names are in order; its events are a, b, a.b and c. */
export const charts: fc.Arbitrary<Component> = fc
  .tuple(
    fc.array(shape, { minLength: 2, maxLength: 3 }),
    fc.nat(1_000_000),
    fc.array(fc.array(action(fc.constantFrom("c", "a.b")), { minLength: 1, maxLength: 2 }), {
      minLength: 24,
      maxLength: 24,
    }),
  )
  .map(([shapes, seed, contents]) => {
    let at = seed;
    const pick = (n: number): number => {
      at = (at * 1103515245 + 12345) % 2147483648;
      return Math.floor(at / 65536) % n;
    };
    const states = build(shapes, "s", false);
    const all = flat(states);
    const active = all.filter((s) => s.kind !== "history" && s.kind !== "deep history");
    const targets = all.map((s) => s.name);
    const content = (): Action[] => contents[pick(contents.length)];
    for (const s of active) {
      if (pick(3) === 0) s.entry = [{ do: "log", label: `+${s.name}` }, ...content()];
      if (pick(3) === 0) s.exit = [{ do: "log", label: `-${s.name}` }];
    }
    const branch = (): Branch => ({
      ...(pick(4) === 0 ? { when: pick(2) ? "n > 0" : `in("${active[pick(active.length)].name}")` } : {}),
      ...(pick(4) ? { to: targets[pick(targets.length)] } : {}),
      ...(pick(5) === 0 ? { actions: content() } : {}),
    });
    const solid = (b: Branch): Branch =>
      b.to === undefined && !b.actions?.length && b.when === undefined ? { to: targets[0] } : b;
    const cell = (after?: string): Reaction => ({ ...(after ? { after } : {}), branches: [solid(branch())] });
    const rows: EventRow[] = events.map((event) => ({
      event: { on: "own", event: event === "c" && pick(2) ? "c *" : event },
      in: {},
    }));
    rows.push(
      { event: { on: "after" }, in: {} },
      { event: { on: "every" }, in: {} },
      { event: { on: "timer", timer: "t" }, in: {} },
    );
    for (const s of active) {
      if (s.kind === "final") continue;
      for (const row of rows) {
        if (pick(3)) continue;
        if (row.event.on === "after") row.in[s.name] = cell(["15ms", "30ms"][pick(2)]);
        else if (row.event.on === "every") row.in[s.name] = cell("40ms");
        else row.in[s.name] = pick(6) === 0 ? "ignored" : cell();
      }
    }
    const starts =
      all.some((s) => s.entry?.some((a) => a.do === "start")) || contents.flat().some((a) => a.do === "start");
    const used =
      starts && JSON.stringify([states, rows]).includes('"do":"start"')
        ? rows
        : rows.filter((r) => r.event.on !== "timer");
    return { ...emptyComponent("Chart"), data: [datum], states, reactions: used };
  });
