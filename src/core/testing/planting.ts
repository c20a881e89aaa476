/** Ways of putting a fault into every place of some components where it can be put. */
import type { Component, Look, Part, Reaction } from "../model";
import { ALWAYS, setLook, setReaction, stateNames, targetsOf } from "../model";
import { compile } from "../program";
import { atRest } from "../run";
import { isPainted } from "../surface";

export type Planted = [where: string, doc: Component];

export const without = <T extends object>(o: T, key: keyof T): T => {
  const { [key]: _gone, ...rest } = o;
  return rest as T;
};
export const to = (state: string): Reaction => ({ branches: [{ to: state }] });
export const listens = (doc: Component, part: string): boolean =>
  doc.reactions.some((r) => r.event.on === "click" && "part" in r.event && r.event.part === part);
export const withRow = (
  doc: Component,
  event: Component["reactions"][number]["event"],
  row: Record<string, Reaction>,
): Component => ({ ...doc, reactions: [...doc.reactions, { event, in: row }] });

/** A component starts in another state, and goes at mount to where it starts: what only the other state shows flashes. */
function flashing(d: Component): Planted[] {
  const program = compile(d);
  const seen = (state: string): string[] => {
    const rest = atRest(program, state);
    return program.parts.flatMap((p) => (isPainted(program, rest, p.index) ? p.name : []));
  };
  const [{ name: first }, ...others] = d.states;
  return others.flatMap(({ name }): Planted[] => {
    const only = seen(name).filter((p) => !seen(first).includes(p));
    const doc = withRow({ ...d, initial: [name] }, { on: "mounted" }, { [name]: to(first) });
    return only.length ? [[`${d.name}: ${name}`, doc]] : [];
  });
}

/** Two delays of one length that lead to different states; where nothing shorter ends the state. */
function racing(d: Component): Planted[] {
  const lasting = d.states.filter((s) => !d.reactions.some((r) => r.event.on === "after" && r.in[s.name]));
  return lasting.flatMap(({ name }): Planted[] => {
    const [one, two] = d.states.filter((s) => s.name !== name);
    const row = (doc: Component, target: string): Component =>
      withRow(doc, { on: "after" }, { [name]: { after: "317ms", branches: [{ to: target }] } });
    return two ? [[`${d.name}: ${name}`, row(row(d, one.name), two.name)]] : [];
  });
}

/** A delay made a timer that is not cancelled where its state is left on another way. */
function oldEndings(d: Component): Planted[] {
  const delays = d.reactions.flatMap((row, index) =>
    Object.entries(row.event.on === "after" ? row.in : {}).flatMap(([state, cell]) =>
      cell === "ignored" ? [] : [{ index, state, cell }],
    ),
  );
  return delays.flatMap(({ index, state, cell }): Planted[] => {
    const [goal] = targetsOf(cell.branches[0]);
    const others = d.reactions.flatMap((r) => (r.event.on === "after" ? [] : (r.in[state] ?? [])));
    const elsewhere = others.flatMap((w) => (w === "ignored" ? [] : w.branches.flatMap((b) => targetsOf(b))));
    if (elsewhere.every((t) => t === goal || t === state)) return [];
    const start = { do: "start" as const, timer: "old", after: cell.after! };
    const into = (r: Reaction, from: string): Reaction => {
      if (r === "ignored" || from === state) return r;
      const begun = (b: (typeof r.branches)[number]) => ({ ...b, actions: [start, ...(b.actions ?? [])] });
      return { ...r, branches: r.branches.map((b) => (targetsOf(b).includes(state) ? begun(b) : b)) };
    };
    const reactions = d.reactions.map((r, i) => {
      const left = Object.entries(r.in).filter(([from]) => i !== index || from !== state);
      return { ...r, in: Object.fromEntries(left.map(([from, c]) => [from, into(c, from)])) };
    });
    const ends = stateNames(d).map((s): [string, Reaction] => [s, s === goal ? "ignored" : to(goal)]);
    const doc = withRow({ ...d, reactions }, { on: "timer", timer: "old" }, Object.fromEntries(ends));
    return [[`${d.name}: ${state}`, doc]];
  });
}

/** A state in which nothing that happens does anything any more. */
function noWayBack(d: Component): Planted[] {
  const outer = d.reactions.flatMap((r) => r.in[ALWAYS] ?? []);
  if (outer.some((c) => c !== "ignored" && c.branches.some((b) => targetsOf(b).length))) return [];
  return d.states.slice(1).map(({ name }) => {
    const reactions = d.reactions.map((r) => (r.in[name] ? { ...r, in: { ...r.in, [name]: "ignored" as const } } : r));
    return [`${d.name}: ${name}`, { ...d, reactions }];
  });
}

/** The first two states lead to one another by themselves. */
function looping(d: Component): Planted[] {
  const [a, b] = d.states;
  return b ? [[d.name, withRow(d, { on: "automatic" }, { [a.name]: to(b.name), [b.name]: to(a.name) })]] : [];
}

/** What asks for something asks again where the answer is waited for. */
function askedTwice(d: Component): Planted[] {
  return d.reactions.flatMap((row, i) =>
    Object.values(row.in).flatMap((cell): Planted[] => {
      const asks =
        cell === "ignored" ? undefined : cell.branches.find((b) => b.actions?.some((a) => a.do === "request"));
      const [waiting] = asks ? targetsOf(asks) : [];
      if (!asks || waiting === undefined || !row.in[waiting]) return [];
      const again = { branches: [{ actions: asks.actions!.filter((a) => a.do === "request") }] };
      return [[`${d.name}: ${waiting}`, setReaction(d, i, waiting, again)]];
    }),
  );
}

export function planting(components: readonly Component[]) {
  /** Those whose states lie side by side. */
  const plain = components.filter((d) => d.states.every((s) => !s.states && !s.kind));
  return {
    flashing: () => plain.flatMap(flashing),
    racing: () => plain.flatMap(racing),
    oldEndings: () => components.flatMap(oldEndings),
    noWayBack: () => plain.flatMap(noWayBack),
    looping: () => plain.flatMap(looping),
    askedTwice: () => components.flatMap(askedTwice),
    one: (name: string, plant: (doc: Component) => Component): Planted[] => [
      [name, plant(components.find((d) => d.name === name)!)],
    ],
    /** Each look cell of every component, otherwise. */
    looks: (change: (look: Look, part: string, doc: Component) => Look | null): Planted[] =>
      components.flatMap((doc) =>
        doc.looks.flatMap(({ part, in: cells }) =>
          Object.entries(cells).flatMap(([state, look]): Planted[] => {
            const next = change(look, part, doc);
            return next ? [[`${doc.name}: ${part} in ${state}`, setLook(doc, part, state, next)]] : [];
          }),
        ),
      ),
    /** Each reaction cell, otherwise; undefined takes it away, null leaves it. */
    cells: (change: (cell: Reaction, on: string, doc: Component) => Reaction | undefined | null): Planted[] =>
      components.flatMap((doc) =>
        doc.reactions.flatMap((row, i) =>
          Object.entries(row.in).flatMap(([state, cell]): Planted[] => {
            const next = change(cell, row.event.on, doc);
            const where = `${doc.name}: ${row.event.on} ${i} in ${state}`;
            return next === null ? [] : [[where, setReaction(doc, i, state, next)]];
          }),
        ),
      ),
    /** Each part, otherwise. */
    parts: (change: (part: Part, doc: Component) => Part | null): Planted[] =>
      components.flatMap((doc) => {
        const out: Planted[] = [];
        const walk = (list: Part["content"], put: (next: Part["content"]) => Component): void =>
          list?.forEach((p, i) => {
            if (typeof p === "string") return;
            const set = (next: Part): Component => put(list.with(i, next));
            const next = change(p, doc);
            if (next) out.push([`${doc.name}: ${p.name}`, set(next)]);
            walk(p.content, (content) => set({ ...p, content }));
          });
        walk(doc.parts, (list) => ({ ...doc, parts: (list ?? []) as Part[] }));
        return out;
      }),
  };
}
