/** Names: every name that a document mentions must be declared once. */
import { type Action, ALWAYS, type Component, type FocusTarget, type Problem } from "./schema";
import { allParts, allStates } from "./tree";

const nearest = (wanted: string, known: Iterable<string>): string => {
  const list = [...known].slice(0, 12).join(", ");
  return `"${wanted}" is not known here${list ? `; known: ${list}` : ""}`;
};

/** @returns a problem for each name that is declared twice or mentioned without a declaration. */
export function checkNames(doc: Component): Problem[] {
  const problems: Problem[] = [];
  const declare = (kind: string, names: string[], path: string): Set<string> => {
    const seen = new Set<string>();
    for (const name of names) {
      if (seen.has(name)) problems.push({ path, message: `two ${kind} are named "${name}"; names are unique` });
      seen.add(name);
    }
    return seen;
  };
  const parts = declare(
    "parts",
    allParts(doc).map((p) => p.part.name),
    "parts",
  );
  const states = declare(
    "states",
    allStates(doc).map((s) => s.state.name),
    "states",
  );
  const data = declare(
    "data",
    doc.data.map((d) => d.name),
    "data",
  );
  if (states.has(ALWAYS))
    problems.push({ path: "states", message: `"${ALWAYS}" is kept for what holds in every state` });

  const need = (known: Set<string>, name: string | undefined, path: string): void => {
    if (name !== undefined && !known.has(name)) problems.push({ path, message: nearest(name, known) });
  };
  const cellStates = new Set([ALWAYS, ...states]);
  const needKeys = (cells: Record<string, unknown>, path: string): void => {
    for (const key of Object.keys(cells)) need(cellStates, key, `${path}.${key}`);
  };
  const needTarget = (target: FocusTarget, path: string): void => {
    if ("part" in target) need(parts, target.part, `${path}.part`);
    if ("first" in target) need(parts, target.first, `${path}.first`);
  };

  need(new Set(doc.states.map((s) => s.name)), doc.initial, "initial");
  for (const { state } of allStates(doc)) {
    const inner = new Set((state.states ?? []).map((s) => s.name));
    if (state.initial !== undefined) need(inner, state.initial, `states.${state.name}.initial`);
  }
  for (const { part } of allParts(doc)) {
    if (Array.isArray(part.covers)) for (const name of part.covers) need(parts, name, `parts.${part.name}.covers`);
  }
  doc.data.forEach((d, i) => {
    if (d.type === "integer" && !(d.min <= d.initial && d.initial <= d.max)) {
      problems.push({ path: `data[${i}].initial`, message: `${d.initial} is outside ${d.min} to ${d.max}` });
    }
    if (d.type === "one of" && !d.values.includes(d.initial)) {
      problems.push({ path: `data[${i}].initial`, message: nearest(d.initial, d.values) });
    }
  });
  doc.looks.forEach((row, i) => {
    need(parts, row.part, `looks[${i}].part`);
    needKeys(row.in, `looks[${i}].in`);
  });
  declare(
    "looks rows",
    doc.looks.map((row) => row.part),
    "looks",
  );
  needKeys(doc.focus, "focus");
  for (const [state, rule] of Object.entries(doc.focus)) {
    if (rule.to) needTarget(rule.to, `focus.${state}.to`);
    need(parts, rule.within, `focus.${state}.within`);
  }
  const needAction = (action: Action, path: string): void => {
    if (action.do === "assign") need(data, action.data, `${path}.data`);
    if (action.do === "focus") needTarget(action.target, `${path}.target`);
  };
  doc.reactions.forEach((row, i) => {
    const at = `reactions[${i}]`;
    if (row.event.on === "click") need(parts, row.event.part, `${at}.event.part`);
    if (row.event.on === "key") need(parts, row.event.within, `${at}.event.within`);
    needKeys(row.in, `${at}.in`);
    for (const [state, cell] of Object.entries(row.in)) {
      if (cell === "ignored") continue;
      if ((row.event.on === "after") !== (cell.after !== undefined)) {
        const message =
          row.event.on === "after" ? "an after row needs a delay in each cell" : "only an after row has a delay";
        problems.push({ path: `${at}.in.${state}.after`, message });
      }
      cell.branches.forEach((branch, b) => {
        need(states, branch.to, `${at}.in.${state}.branches[${b}].to`);
        branch.actions?.forEach((action, a) => {
          needAction(action, `${at}.in.${state}.branches[${b}].actions[${a}]`);
        });
      });
    }
  });
  doc.scenarios.forEach((scenario, i) => {
    const at = `scenarios[${i}]`;
    const expectAt = (list: Component["scenarios"][number]["expect"], path: string): void => {
      list?.forEach((e, k) => {
        if (e.fact === "state") need(states, e.is, `${path}[${k}].is`);
        else need(parts, e.part, `${path}[${k}].part`);
      });
    };
    for (const key of Object.keys(scenario.data ?? {})) need(data, key, `${at}.data`);
    expectAt(scenario.expect, `${at}.expect`);
    scenario.steps.forEach((step, s) => {
      if ("click" in step.do && step.do.click !== null) need(parts, step.do.click, `${at}.steps[${s}].do.click`);
      expectAt(step.expect, `${at}.steps[${s}].expect`);
    });
  });
  return problems;
}
