/** Skerry Line, the demo: a made-up ferry line between made-up islands. */
import { type Component, readComponentValue } from "../core/model";
import changeCrossing from "./change-crossing.lively.json";
import outboundReturn from "./outbound-return.lively.json";
import passengerStepper from "./passenger-stepper.lively.json";
import removePassenger from "./remove-passenger.lively.json";

const load = (json: unknown) => (): Component => {
  const read = readComponentValue(structuredClone(json));
  if (!read.ok) throw new Error(`${read.problems[0].path}: ${read.problems[0].message}`);
  return read.doc;
};

/** In the order in which the shelf shows them. */
export const demoComponents: readonly { name: string; load(): Component }[] = [
  changeCrossing,
  removePassenger,
  passengerStepper,
  outboundReturn,
].map((json) => ({ name: json.name, load: load(json) }));
