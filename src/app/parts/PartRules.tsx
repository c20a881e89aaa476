/** The rules of the page that match a part, and in which states. */
import { useMemo } from "react";
import type { StyleRule } from "../../core/cascade";
import type { Program } from "../../core/program";
import { restingLooks } from "../../core/surface";
import { useDoc } from "../store/program";

interface Matching {
  rule: StyleRule;
  states: string[];
  /** Properties that it decides in some state. */
  wins: Set<string>;
}

function matchingRules(program: Program, name: string): { list: Matching[]; states: number } {
  const part = program.partIndex.get(name);
  const atomic = program.states.filter((s) => s.atomic);
  const found = new Map<number, Matching>();
  if (part === undefined || !program.doc.page.css) return { list: [], states: atomic.length };
  for (const state of atomic) {
    const rules = restingLooks(program, state.index)[part].rules;
    if (!rules) continue;
    for (const [property, { rule, beat }] of rules)
      for (const r of [rule, ...beat]) {
        const one = found.get(r.order) ?? { rule: r, states: [], wins: new Set<string>() };
        found.set(r.order, one);
        if (!one.states.includes(state.name)) one.states.push(state.name);
        if (r === rule) one.wins.add(property);
      }
  }
  return { list: [...found.values()].sort((a, b) => a.rule.order - b.rule.order), states: atomic.length };
}

export function PartRules({ part }: { part: string }) {
  const { program } = useDoc();
  const { list, states } = useMemo(() => matchingRules(program, part), [program, part]);
  if (!list.length) return null;
  return (
    <div className="form-line">
      <span>Rules</span>
      <ul className="part-rules">
        {list.map(({ rule, states: where, wins }) => (
          <li key={rule.order}>
            <code className="rule-selector">{rule.text}</code>
            {where.length < states && <span className="rule-states">in {where.join(", ")}</span>}
            <ul className="mono">
              {rule.declarations.map((d) => (
                <li key={d.property} className={wins.has(d.property) ? "" : "beaten"}>
                  {d.property}: {d.value}
                  {d.important ? " !important" : ""}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </div>
  );
}
