/** Data. */
import { mapStimulus, mentionsAny } from "../names";
import type { Component, Datum, EventRow } from "../schema";
import { filterActions, filterStateActions, mapCells } from "./shared";

export const addDatum = (doc: Component, datum: Datum): Component => ({ ...doc, data: [...doc.data, datum] });
export const setDatum = (doc: Component, name: string, next: Datum): Component => ({
  ...doc,
  data: doc.data.map((d) => (d.name === name ? { ...next, name } : d)),
});
/** Removes a datum; assignments to it go with it. Guards and texts that read it are reported by the checks. */
export function removeDatum(doc: Component, name: string): Component {
  const gone = new Set([name]);
  return {
    ...doc,
    data: doc.data.filter((d) => d.name !== name),
    states: filterStateActions(doc.states, "data", gone),
    reactions: doc.reactions.map((row: EventRow) => ({
      ...row,
      in: mapCells(row.in, (cell) => filterActions(cell, "data", gone)),
    })),
    scenarios: doc.scenarios.map((s) => {
      const { [name]: _gone, ...data } = s.data ?? {};
      const steps = s.steps.filter((t) => !mentionsAny(mapStimulus, t.do, "data", gone));
      return { ...s, ...(s.data ? { data } : {}), steps };
    }),
  };
}
