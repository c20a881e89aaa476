/** Data and requests. */
import { mapStimulus, mentionsAny } from "../names";
import type { Component, Datum, RequestSpec } from "../schema";
import { filterRows, filterStateActions } from "./shared";

export const addDatum = (doc: Component, datum: Datum): Component => ({ ...doc, data: [...doc.data, datum] });
/** A datum as it begins, before anybody has said more of it. */
export const freshDatum: Readonly<Record<Datum["type"], (name: string) => Datum>> = {
  boolean: (name) => ({ name, type: "boolean", initial: false }),
  integer: (name) => ({ name, type: "integer", initial: 0, min: 0, max: 10 }),
  number: (name) => ({ name, type: "number", initial: 0 }),
  text: (name) => ({ name, type: "text", initial: "" }),
  "one of": (name) => ({ name, type: "one of", values: ["one", "two"], initial: "one" }),
};
/** The same for a request. */
export const freshRequest = (name: string): RequestSpec => ({
  name,
  method: "POST",
  path: `/${name}`,
  latency: "400ms",
  outcome: "ok",
});
export const addRequest = (doc: Component, request: RequestSpec): Component => ({
  ...doc,
  requests: [...(doc.requests ?? []), request],
});
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
    reactions: filterRows(doc.reactions, "data", gone),
    scenarios: doc.scenarios.map((s) => {
      const { [name]: _gone, ...data } = s.data ?? {};
      const steps = s.steps.filter((t) => !mentionsAny(mapStimulus, t.do, "data", gone));
      return { ...s, ...(s.data ? { data } : {}), steps };
    }),
  };
}
