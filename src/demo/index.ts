/** Skerry Line, the demo: a made-up ferry line between made-up islands. */
import { type Component, readComponentValue } from "../core/model";
import changeCrossing from "./change-crossing.lively.json";

const load = (json: unknown) => (): Component => {
  const read = readComponentValue(structuredClone(json));
  if (!read.ok) throw new Error(`${read.problems[0].path}: ${read.problems[0].message}`);
  return read.doc;
};

export const demoComponents: readonly { name: string; load(): Component }[] = [
  { name: changeCrossing.name, load: load(changeCrossing) },
];
