/** The looks as a style sheet: base style, a rule for each cell (outer states before inner), then how parts are there. */
import { printTransition } from "../../measure";
import { ALWAYS, allParts, allStates, type Component, type Look, type Motion, own, type Presence } from "../../model";
import { compile, type Program } from "../../program";
import { baseSheet, presenceStyle, restingLooks } from "../../surface";
import { conditionsOnStyle, isPlainChart, presenceOf } from "./chart/tables";

export function styleSheet(doc: Component): string {
  const program = compile(doc);
  if (!isPlainChart(doc, program)) return chartSheet(doc);
  const states = [ALWAYS, ...allStates(doc).map((s) => s.state.name)];
  const rules: string[] = [];
  for (const state of states) {
    for (const row of doc.looks) {
      const lines = Object.entries(declarations(own(row.in, state) ?? {}));
      if (lines.length) rules.push(rule([scope(state)], row.part, lines));
    }
  }
  const gone = "[hidden] {\n  display: none !important;\n}";
  return [baseSheet(doc), ...rules, ...calmRules(doc, scope), ...presenceRules(program), gone]
    .filter(Boolean)
    .join("\n\n");
}

const scope = (state: string): string => (state === ALWAYS ? "[data-state]" : `[data-state~="${state}"]`);

const rule = (scopes: string[], part: string, lines: [string, string][]): string =>
  `${scopes.map((s) => `${s} [data-part="${part}"]`).join(",\n")} {\n${lines.map(([p, v]) => `  ${p}: ${v};`).join("\n")}\n}`;

function declarations(look: Look): Record<string, string> {
  const out: Record<string, string> = {};
  for (const [property, value] of Object.entries(look.css ?? {})) {
    if (property !== "visibility" && property !== "pointer-events") out[property] = value;
  }
  if (look.motion && Object.keys(look.motion).length) out.transition = printTransition(usual(look.motion));
  return out;
}

/** The motions without their calmer alternatives. */
const usual = (motion: Record<string, Motion>): Record<string, Motion> =>
  Object.fromEntries(Object.entries(motion).map(([p, { reduced: _reduced, ...m }]) => [p, m]));

/** What runs where reduced motion is preferred: the alternative where there is one, else the usual. */
const calm = (motion: Record<string, Motion>): string =>
  printTransition(
    Object.fromEntries(
      Object.entries(motion).flatMap(([p, m]) => {
        if (m.reduced === "none") return [];
        return [[p, m.reduced ?? usual({ [p]: m })[p]]];
      }),
    ),
  ) || "none";

/** Rules for those who prefer reduced motion. @param scopeOf how a state is named in a selector */
function calmRules(doc: Component, scopeOf: (state: string) => string): string[] {
  const rules = [ALWAYS, ...allStates(doc).map((s) => s.state.name)].flatMap((state) =>
    doc.looks.flatMap((row) => {
      const motion = own(row.in, state)?.motion;
      if (!motion || !Object.values(motion).some((m) => m.reduced !== undefined)) return [];
      return [rule([scopeOf(state)], row.part, [["transition", calm(motion)]])];
    }),
  );
  if (!rules.length) return [];
  const inside = rules.join("\n\n").replace(/^(?=.)/gm, "  ");
  return [`@media (prefers-reduced-motion: reduce) {\n${inside}\n}`];
}

/** How parts are there, from the resolved looks: atomic states that agree share a rule. */
function presenceRules(program: Program): string[] {
  const leaves = program.states.filter((s) => s.atomic);
  return program.parts.flatMap((part) => {
    const groups = new Map<string, { scopes: string[]; lines: [string, string][] }>();
    for (const leaf of leaves) {
      const look = restingLooks(program, leaf.index)[part.index];
      const displayed = look.as !== "not displayed" && look.as !== "absent";
      const style = { ...(displayed ? presenceStyle(look.as) : {}) };
      if (look.pointer !== null) style["pointer-events"] = look.pointer ? "auto" : "none";
      const lines = Object.entries(style);
      const key = JSON.stringify(lines);
      const group = groups.get(key) ?? { scopes: [], lines };
      group.scopes.push(scope(leaf.name));
      groups.set(key, group);
    }
    return [...groups.values()]
      .filter((g) => g.lines.length)
      .map((g) => rule(g.scopes.length === leaves.length ? [scope(ALWAYS)] : g.scopes, part.name, g.lines));
  });
}

/**
 * The sheet of a component with regions or conditions: a rule a cell in the order of the document, all of one weight, so
 * that the later one wins as it does in the specification.
 */
function chartSheet(doc: Component): string {
  const conditions = conditionsOnStyle(doc);
  const base = new Map(allParts(doc).map(({ part }) => [part.name, part.css ?? {}]));
  const states = [ALWAYS, ...allStates(doc).map((s) => s.state.name)];
  const rules: string[] = [];
  for (const state of states) {
    for (const row of doc.looks) {
      const look = own(row.in, state);
      if (!look) continue;
      const add = (l: Look, when: string): void => {
        const as = presenceOf(l);
        const faded = JSON.stringify(row.in).includes('"transparent"') && l.css?.opacity === undefined;
        const opacity = base.get(row.part)?.opacity ?? "1";
        const out = JSON.stringify(row.in).includes('"moved out"') && as !== undefined && as !== "moved out";
        const lines = Object.entries({
          ...(out ? backInView(base.get(row.part) ?? {}) : {}),
          ...declarations(l),
          ...(as === undefined ? {} : cancelled(as, faded, opacity)),
        });
        if (l.pointer !== undefined) lines.push(["pointer-events", l.pointer ? "auto" : "none"]);
        const at = state === ALWAYS ? "[data-state]" : `[data-state~="${state}"]`;
        if (lines.length) rules.push(rule([`:where(${at}${when})`], row.part, lines));
      };
      add(look, "");
      for (const { when, ...more } of look.and ?? []) add(more, `[data-when~="c${conditions.indexOf(when)}"]`);
    }
  }
  const gone = "[hidden] {\n  display: none !important;\n}";
  const calmer = calmRules(doc, (state) => `:where(${scope(state)})`);
  return [baseSheet(doc), ...rules, ...calmer, gone].filter(Boolean).join("\n\n");
}

/** Undoes what takes a part out of view, for looks that come over one that did. */
const backInView = (base: Readonly<Record<string, string>>): Record<string, string> => {
  const initial = {
    position: "static",
    width: "auto",
    height: "auto",
    overflow: "visible",
    "clip-path": "none",
    "white-space": "inherit",
  };
  return Object.fromEntries(
    Object.entries(initial).map(([property, value]) => [property, own(base, property) ?? value]),
  );
};

/** A way of being there, and the end of being hidden. */
function cancelled(as: Presence, faded: boolean, opacity: string): Record<string, string> {
  if (as === "not displayed" || as === "absent") return {};
  return { visibility: "inherit", ...(faded ? { opacity } : {}), ...presenceStyle(as) };
}
