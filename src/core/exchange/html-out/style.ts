/** The looks as a style sheet: base style, a rule for each cell (outer states before inner), then how parts are there. */
import { printTransition } from "../../measure";
import { ALWAYS, allStates, type Component, type Look } from "../../model";
import { compile, type Program } from "../../program";
import { baseSheet, presenceStyle, restingLooks } from "../../surface";

export function styleSheet(doc: Component): string {
  const program = compile(doc);
  const states = [ALWAYS, ...allStates(doc).map((s) => s.state.name)];
  const rules: string[] = [];
  for (const state of states) {
    for (const row of doc.looks) {
      const lines = Object.entries(declarations(row.in[state] ?? {}));
      if (lines.length) rules.push(rule([scope(state)], row.part, lines));
    }
  }
  const gone = "[hidden] {\n  display: none !important;\n}";
  return [baseSheet(doc), ...rules, ...presenceRules(program), gone].filter(Boolean).join("\n\n");
}

const scope = (state: string): string => (state === ALWAYS ? "[data-state]" : `[data-state~="${state}"]`);

const rule = (scopes: string[], part: string, lines: [string, string][]): string =>
  `${scopes.map((s) => `${s} [data-part="${part}"]`).join(",\n")} {\n${lines.map(([p, v]) => `  ${p}: ${v};`).join("\n")}\n}`;

function declarations(look: Look): Record<string, string> {
  const out: Record<string, string> = {};
  for (const [property, value] of Object.entries(look.css ?? {})) {
    if (property !== "visibility" && property !== "pointer-events") out[property] = value;
  }
  if (look.motion && Object.keys(look.motion).length) out.transition = printTransition(look.motion);
  return out;
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
