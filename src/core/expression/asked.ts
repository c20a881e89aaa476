/** What the expressions of a component ask about, wherever they stand in its behaviour and its looks. */
import { type Component, mapNames, partsInBehaviour } from "../model";
import { type Mention, mentions } from "./mentions";
import { templateHoles } from "./template";

/** What the expressions of a component mention; those of scenarios, claims and trials are not its own. */
export function mentionedIn(doc: Component): Mention[] {
  const found: Mention[] = [];
  const expression = (text: string): string => {
    found.push(...mentions(text));
    return text;
  };
  mapNames(
    { ...doc, scenarios: [], claims: [], waivers: [], trial: undefined },
    {
      name: (_kind, name) => name,
      expression,
      template: (text) => {
        for (const hole of templateHoles(text)) expression(text.slice(hole.from, hole.to));
        return text;
      },
    },
  );
  return found;
}

/** The parts that events, actions, focus rules and conditions refer to; not those that only have looks. */
export const partsReferredTo = (doc: Component): string[] => [
  ...new Set([...partsInBehaviour(doc), ...mentionedIn(doc).flatMap((m) => (m.kind === "part" ? m.name : []))]),
];
