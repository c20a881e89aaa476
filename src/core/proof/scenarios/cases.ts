/** Which scenarios run, and each with which values. */
import type { Component, Scenario } from "../../model";

type Case = NonNullable<Scenario["cases"]>[number];

/** `n = 2, key = Home` */
export const caseText = (values: Case): string =>
  Object.entries(values)
    .map(([name, value]) => `${name} = ${value}`)
    .join(", ");

/** The scenario once for each of its cases, with their values in it; itself where it has none. */
export function casesOf(
  doc: Pick<Component, "data">,
  scenario: Scenario,
): { values: Case | null; scenario: Scenario }[] {
  const { cases, ...plain } = scenario;
  if (!cases?.length) return [{ values: null, scenario }];
  const data = new Set(doc.data.map((d) => d.name));
  return cases.map((values) => {
    const fill = (value: unknown): unknown => {
      if (typeof value === "string") return value.replace(/\{(\w[\w-]*)\}/g, (all, n) => String(values[n] ?? all));
      if (Array.isArray(value)) return value.map(fill);
      if (typeof value !== "object" || value === null) return value;
      return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, fill(v)]));
    };
    const filled = fill(plain) as Scenario;
    const given = Object.fromEntries(Object.entries(values).filter(([name]) => data.has(name)));
    return { values, scenario: { ...filled, name: plain.name, data: { ...filled.data, ...given } } };
  });
}

/** Those that run: not the skipped, and where some are marked so, only those. */
export function isSkipped(doc: Component, scenario: Scenario): boolean {
  if (scenario.skip) return true;
  return !scenario.only && doc.scenarios.some((s) => s.only && !s.skip);
}
